import type { Page, RuleCondition, StyleBlock, StyleSet } from '../page/index.js';
import { specificityText } from '../selector/index.js';
import type { WrittenDeclaration } from '../sheet/index.js';
import { longhandsOf, physicalInSomeFlow, splitShorthand, type Grammar } from '../value/index.js';
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
    const said = standing(block, page.grammar);
    return block.selectors.flatMap((selector) => {
      const specificity = specificityText(selector.specificity);
      return selectorForms(selector, page.tree.names).flatMap((selectorForm) =>
        said.map(({ longhand, form: value, declared }): Part => ({
          block,
          selector: selector.text,
          specificity,
          around: written,
          property: declared.property,
          longhand,
          value: declared.value,
          important: declared.important,
          form: { selector: selectorForm, around: form!, value },
        })),
      );
    });
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

/** One longhand of a declaration. */
interface Said {
  readonly longhand: string;
  readonly form: string;
}

interface SaidIn extends Said {
  readonly declared: WrittenDeclaration;
}

const saidByGrammar = new WeakMap<Grammar, Map<string, readonly Said[]>>();

/** What a declaration says of each longhand; [] for what a browser drops, which a panel may drop as well. */
function saidBy({ property, value }: WrittenDeclaration, grammar: Grammar): readonly Said[] {
  let known = saidByGrammar.get(grammar);
  if (!known) saidByGrammar.set(grammar, (known = new Map()));
  const text = `${property}:${value}`;
  let said = known.get(text);
  if (!said) {
    const split = splitShorthand(property, value);
    said = grammar.check(property, value)
      ? []
      : longhandsOf(property).map((longhand) => ({
          longhand,
          form: valueForm(longhand, split?.get(longhand) ?? value),
        }));
    known.set(text, said);
  }
  return said;
}

/** What a rule sets, whatever its selectors are: the last of each longhand, an important one before all others. */
function standing({ declarations }: StyleBlock, grammar: Grammar): SaidIn[] {
  const last = new Map<string, SaidIn>();
  for (const declared of declarations)
    for (const { longhand, form } of saidBy(declared, grammar)) {
      const before = last.get(longhand);
      if (before?.declared.important && !declared.important) continue;
      last.delete(longhand);
      last.set(longhand, { longhand, form, declared });
    }
  // A line that is not drawn has no width, whatever is said (CSS Backgrounds 3 §3.3).
  for (const [longhand, said] of last)
    if (longhand.endsWith('-width') && isUndrawn(last.get(longhand.replace(/-width$/, '-style'))))
      last.set(longhand, { ...said, form: '0' });
  return [...last.values()];
}

const isUndrawn = (style: Said | undefined) => style?.form === 'none' || style?.form === 'hidden';

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
