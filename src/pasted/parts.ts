import type { Page, RuleCondition, Sheet, StyleBlock, StyleSet } from '../page/index.js';
import { specificityText, type Selector } from '../selector/index.js';
import { longhandsOf, physicalInSomeFlow, splitShorthand } from '../value/index.js';
import { conditionForm } from './condition-form.js';
import { selectorForms } from './selector-form.js';
import { isSameForm, valueForm } from './value-form.js';

/** One longhand that one selector sets, under one nest of conditions: what stays when a panel writes rules anew. */
export interface Part {
  readonly block: StyleBlock;
  readonly selector: string;
  readonly specificity: string;
  /** The media queries and their like around it, as written; '' for none. */
  readonly around: string;
  readonly property: string;
  readonly longhand: string;
  /** As written. */
  readonly value: string;
  readonly important: boolean;
  /** In one notation each. */
  readonly form: { readonly selector: string; readonly around: string; readonly value: string };
}

/**
 * The parts of a page's draft, or of one of its sheets; of several for one longhand all, in order. `blocks` are those that
 * are asked about.
 */
export function partsOf(page: Page, sheet?: number, blocks = blocksOf(page, sheet)): Part[] {
  const { conditions } = sheet === undefined ? page.overlay!.styles : page.styles;
  const forms = new Map<string, string>();
  return blocks.flatMap((block) => {
    const around: RuleCondition[] = [];
    for (let at = block.condition; at > 0; at = conditions[at].parent) around.unshift(conditions[at]);
    const written = [
      ...around.map(({ text }) => text),
      ...block.containers.map((query) => `@container ${query}`),
    ].join(' ');
    let form = forms.get(written);
    if (form === undefined) forms.set(written, (form = conditionForm(around, block.containers)));
    return block.selectors.flatMap((selector) => partsOfSelector(page, block, selector, [written, form!]));
  });
}

const blocksBySheet = new WeakMap<StyleSet, StyleBlock[][]>();

/** The blocks of a page's draft, or of one of its sheets, in order. */
export function blocksOf({ styles, overlay }: Page, sheet?: number): readonly StyleBlock[] {
  if (sheet === undefined) return overlay!.styles.blocks;
  let bySheet = blocksBySheet.get(styles);
  if (!bySheet) {
    blocksBySheet.set(styles, (bySheet = styles.sheets.map(() => [])));
    for (const block of styles.blocks) bySheet[block.sheet].push(block);
  }
  return bySheet[sheet];
}

function partsOfSelector(
  page: Page,
  block: StyleBlock,
  selector: Selector,
  [around, aroundForm]: readonly [written: string, form: string],
): Part[] {
  const parts = declaredParts(page, block);
  const specificity = specificityText(selector.specificity);
  return selectorForms(selector, page.tree.names).flatMap((form) =>
    parts.map((part) => ({
      ...part,
      selector: selector.text,
      specificity,
      around,
      form: { selector: form, around: aroundForm, value: part.valueForm },
    })),
  );
}

interface DeclaredPart {
  readonly block: StyleBlock;
  readonly property: string;
  readonly longhand: string;
  readonly value: string;
  readonly important: boolean;
  readonly valueForm: string;
}

/** What a rule sets, whatever its selectors are. */
function declaredParts(page: Page, block: StyleBlock): DeclaredPart[] {
  return standing(
    block.declarations.flatMap(({ property, value, important }) => {
      // What a browser drops, a panel may drop as well.
      if (page.grammar.check(property, value)) return [];
      const split = splitShorthand(property, value);
      return longhandsOf(property).map((longhand) => ({
        block,
        property,
        longhand,
        value,
        important,
        valueForm: valueForm(longhand, split?.get(longhand) ?? value),
      }));
    }),
  );
}

/** Of one rule's parts those that count: the last one of a longhand, an important one before all others. */
function standing(parts: readonly DeclaredPart[]): DeclaredPart[] {
  const last = new Map<string, DeclaredPart>();
  for (const part of parts) {
    const before = last.get(part.longhand);
    if (!before?.important || part.important) last.set(part.longhand, part);
  }
  // A line that is not drawn has no width, whatever is said (CSS Backgrounds 3 §3.3).
  const isDrawn = ({ longhand }: DeclaredPart) =>
    !longhand.endsWith('-width') ||
    !/^(none|hidden)$/.test(last.get(longhand.replace(/-width$/, '-style'))?.valueForm ?? '');
  return parts
    .filter((part) => last.get(part.longhand) === part)
    .map((part) => (isDrawn(part) ? part : { ...part, valueForm: '0' }));
}

/** Parts by the longhand that they set, in order. */
export function filed(parts: readonly Part[]): ReadonlyMap<string, readonly Part[]> {
  const byLonghand = new Map<string, Part[]>();
  for (const part of parts) {
    const known = byLonghand.get(part.longhand);
    if (known) known.push(part);
    else byLonghand.set(part.longhand, [part]);
  }
  return byLonghand;
}

/** Whether a part's selector is the wanted one, or that with something that the panel puts in front. */
export function isSameSelector(part: Part, wanted: Part): boolean {
  const [form, asked] = [part.form.selector, wanted.form.selector];
  if (form !== asked) return form.endsWith(` ${asked}`);
  // Who undoes nesting may make a list of selectors that are as strong as each is by itself.
  const isNested = ({ block }: Part) => block.fullSelector !== block.selectorText;
  return isNested(part) || isNested(wanted) || part.specificity === wanted.specificity;
}

/** Whether a part sets what is wanted, under whatever conditions, beside a selector that is the same. */
export const isSameValue = (part: Part, wanted: Part): boolean =>
  part.important === wanted.important && isSameForm(part.form.value, wanted.form.value);

/**
 * Whether others of the same text, for the same things under the same conditions, leave a part nothing to say: with its
 * longhand, or with all those that it may stand for.
 */
export function isUndone(part: Part, all: readonly Part[]): boolean {
  const own = all.indexOf(part);
  const rivals = all.filter(
    (other, at) =>
      other.form.selector === part.form.selector &&
      other.form.around === part.form.around &&
      other.specificity === part.specificity &&
      other.block.layer === part.block.layer &&
      (other.important === part.important ? at > own : other.important),
  );
  const isSet = (longhand: string) => rivals.some((other) => other.longhand === longhand);
  return isSet(part.longhand) || physicalInSomeFlow(part.longhand).every(isSet);
}

/**
 * The sheet that holds most of what was pasted. An older text has other values: then a small sheet with the same
 * selectors will do, while a large one of the platform's only happens to have some of them too.
 */
export function findPasted(page: Page, wanted: readonly Part[]): { sheet: Sheet; index: number } | undefined {
  const names = new Set(wanted.map(({ form }) => form.selector));
  const found = page.sheets.flatMap((sheet, index) => {
    const own = partsOf(page, index);
    const byLonghand = filed(own);
    const saying = (part: Part) =>
      (byLonghand.get(part.longhand) ?? []).filter(
        (one) => isSameSelector(one, part) && isSameValue(one, part),
      );
    const exact = wanted.filter((part) => saying(part).length > 0);
    // Of two sheets that say the same it is the one that says it under the same conditions.
    const placed = exact.filter((part) =>
      saying(part).some(({ form }) => form.around === part.form.around),
    ).length;
    const rules = new Set(exact.map(({ form }) => form.selector)).size;
    const named = new Set(own.map(({ form }) => form.selector));
    const shared = [...names].filter(
      (name) => named.has(name) || [...named].some((one) => one.endsWith(` ${name}`)),
    ).length;
    const isSmall = named.size <= names.size * 2;
    const isIt =
      exact.length === wanted.length ||
      (exact.length >= wanted.length / 2 && rules > 1) ||
      (isSmall && (exact.length > 0 || (shared > 1 && shared >= names.size / 2)));
    return isIt ? [{ sheet, index, score: exact.length * 2 + shared + placed }] : [];
  });
  return found.sort((one, two) => two.score - one.score)[0];
}
