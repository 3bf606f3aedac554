import { asksForPlace, isSubstituted, withPlaces } from '../cascade/index.js';
import type { Page, Sheet, StyleBlock, StyleSet } from '../page/index.js';
import { selectorTexts } from '../selector/index.js';
import { parseMedia } from '../sheet/index.js';
import { kinds, readTokens, tokenText } from '../text/index.js';
import { computedText, longhandsOf, nowhere, splitShorthand } from '../value/index.js';

/** One longhand that one selector sets, under one nest of conditions: what stays when a panel writes rules anew. */
export interface Part {
  readonly block: StyleBlock;
  readonly selector: string;
  readonly selectorKey: string;
  /** The media queries and their like around it, as written; '' for none. */
  readonly around: string;
  readonly property: string;
  readonly longhand: string;
  /** As written. */
  readonly value: string;
  readonly important: boolean;
  /** Equal for parts that mean the same. */
  readonly key: { readonly selector: string; readonly around: string; readonly value: string };
}

/**
 * The parts of a page's draft, or of one of its sheets; of several for one longhand all, in order. `blocks` are those that
 * are asked about.
 */
export function partsOf(page: Page, sheet?: number, blocks = blocksOf(page, sheet)): Part[] {
  const { conditions } = sheet === undefined ? page.overlay!.styles : page.styles;
  return blocks.flatMap((block) => {
    const texts: string[] = [...block.containers.map((query) => `@container ${query}`)];
    for (let at = block.condition; at > 0; at = conditions[at].parent) texts.unshift(conditions[at].text);
    const around = texts.join(' ');
    // Nested rules by what they mean outside, as browsers write the & that people leave out.
    const whole = selectorTexts(block.fullSelector);
    return block.selectors.flatMap(({ text }, i) =>
      partsOfSelector(page, block, { text, whole: whole[i] ?? text }, around),
    );
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
  { text: selector, whole }: { text: string; whole: string },
  around: string,
): Part[] {
  const selectorKey = selectorKeyOf(whole);
  const aroundKey = mediaKeyOf(around);
  const parts = block.declarations.flatMap(({ property, value, important }) => {
    // What a browser drops, a panel may drop as well.
    if (page.grammar.check(property, value)) return [];
    const split = splitShorthand(property, value);
    return longhandsOf(property).map((longhand): Part => {
      const own = split?.get(longhand);
      const key = own === undefined ? plain(value) : valueKeyOf(longhand, own);
      return {
        block,
        selector,
        selectorKey,
        around,
        property,
        longhand,
        value,
        important,
        key: { selector: selectorKey, around: aroundKey, value: key },
      };
    });
  });
  return standing(parts);
}

/** Of one rule's parts those that count: the last one of a longhand, an important one before all others. */
function standing(parts: readonly Part[]): Part[] {
  const last = new Map<string, Part>();
  for (const part of parts) {
    const before = last.get(part.longhand);
    if (!before?.important || part.important) last.set(part.longhand, part);
  }
  return parts.filter((part) => last.get(part.longhand) === part);
}

function valueKeyOf(longhand: string, value: string): string {
  if (/^(inherit|initial|unset|revert|revert-layer)$/i.test(value)) return value.toLowerCase();
  if (isSubstituted(value)) return plain(value);
  if (!asksForPlace(value)) return computedText(longhand, value, nowhere);
  // A browser puts brackets where there were none: what comes to the same somewhere is the same text.
  return `${computedText(
    longhand,
    withPlaces(value, (isCount) => (isCount ? 11 : 7)),
    nowhere,
  )} by its place`;
}

/** A selector in one notation: spaces, quotes, one colon or two, letter case of tags, no `*` where it says nothing. */
function selectorKeyOf(selector: string): string {
  // Before a colon it stands for all, so that no space there is taken for one that says nothing.
  const whole = outsideStrings(selector, /(^|[\s>+~,(])(?=:)/g, '$1*');
  return outsideStrings(plain(whole), /(?<!\|)\*(?=[.#[])/g, '')
    .replace(/:[\w-]+/g, (name) => name.toLowerCase())
    .replace(/(?<!:):(before|after|first-line|first-letter)(?![\w-])/g, '::$1')
    .replace(/\[([\w-]+)([~|^$*]?=)"?([^"\]]*)"?\]/g, '[$1$2"$3"]');
}

const outsideStrings = (text: string, what: RegExp, instead: string): string =>
  text
    .split(/("(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*')/)
    .map((piece, i) => (i % 2 ? piece : piece.replace(what, instead)))
    .join('');

/** In a query about a style neither letter case of its name nor a mark says anything. */
const asksStyle = /(?<![\w-])style\(/gi;
const marked = /\s*!\s*important(?=\s*\))/gi;

/** Media queries by what they ask, with calculations done; other conditions as they are written. */
function mediaKeyOf(around: string): string {
  return around
    .split(/(?=@)/)
    .map((front) => {
      const [, text] = /^@media ?([^]*)$/.exec(front.trim()) ?? [];
      if (text === undefined)
        return plain(front.replace(asksStyle, (name) => name.toLowerCase()).replace(marked, ''));
      const asked = JSON.stringify(parseMedia(text).list, function (this: { wanted?: number }, key, value) {
        // Of what comes to a number the number alone counts.
        return key === 'text' || (key === 'value' && this.wanted !== undefined)
          ? undefined
          : (value as unknown);
      });
      return `@media ${asked}`;
    })
    .join(' ');
}

/** One space where there is any, none beside signs; comments left out, strings in one kind of quotes. */
function plain(text: string): string {
  const tokens = readTokens(text);
  let result = '';
  for (let at = 0; at < tokens.count; at++) {
    const type = tokens.types[at];
    const piece = tokenText(tokens, at);
    if (type === kinds.Comment) continue;
    if (type === kinds.WhiteSpace) result += ' ';
    else if (type === kinds.String) result += JSON.stringify(piece.slice(1, -1));
    else result += type === kinds.Ident || type === kinds.Function ? piece : piece.toLowerCase();
  }
  return result
    .replace(/ *([>,+~:;(){}]) */g, '$1')
    .replace(/\s+/g, ' ')
    .trim();
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
export function isSameSelector({ selectorKey }: Part, wanted: string): boolean {
  return selectorKey === wanted || selectorKey.endsWith(` ${wanted}`);
}

/**
 * The sheet that holds most of what was pasted. An older text has other values: then a small sheet with the same
 * selectors will do, while a large one of the platform's only happens to have some of them too.
 */
export function findPasted(page: Page, wanted: readonly Part[]): { sheet: Sheet; index: number } | undefined {
  const names = new Set(wanted.map(({ selectorKey }) => selectorKey));
  const found = page.sheets.flatMap((sheet, index) => {
    const own = partsOf(page, index);
    const byLonghand = filed(own);
    const saying = ({ key, longhand }: Part) =>
      (byLonghand.get(longhand) ?? []).filter(
        (one) => isSameSelector(one, key.selector) && one.key.value === key.value,
      );
    const exact = wanted.filter((part) => saying(part).length > 0);
    // Of two sheets that say the same it is the one that says it under the same conditions.
    const placed = exact.filter((part) =>
      saying(part).some(({ key }) => key.around === part.key.around),
    ).length;
    const rules = new Set(exact.map(({ selectorKey }) => selectorKey)).size;
    const named = new Set(own.map(({ selectorKey }) => selectorKey));
    const shared = [...names].filter((name) => own.some((one) => isSameSelector(one, name))).length;
    const isSmall = named.size <= names.size * 2;
    const isIt =
      exact.length === wanted.length ||
      (exact.length >= wanted.length / 2 && rules > 1) ||
      (isSmall && (exact.length > 0 || (shared > 1 && shared >= names.size / 2)));
    return isIt ? [{ sheet, index, score: exact.length * 2 + shared + placed }] : [];
  });
  return found.sort((one, two) => two.score - one.score)[0];
}
