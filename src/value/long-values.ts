import { after, kinds, readTokens, tokenText, type Tokens } from '../text/index.js';

/** Lists of more items are looked at in pieces: a grammar is matched by trying, which of a long list takes too long. */
const mostItems = 2;
/** The same in functions, whose items are short; and where white space stands between words. */
const mostInFunction = 12;
const mostWords = 100;

/** Functions that take lists without end. */
const endless =
  /^(-webkit-)?((repeating-)?(linear|radial|conic)-gradient|polygon|shape|linear|image-set)\($/i;

interface Item {
  readonly start: number;
  readonly end: number;
}

/** A long list, cut into pieces; of each the ways in which it may be cut: one that fits is enough. */
interface List {
  readonly start: number;
  readonly end: number;
  readonly sign: string;
  readonly pieces: readonly (readonly (readonly Item[])[])[];
}

/**
 * Whether a value fits, asked of short ones only. The first of a list's items may be `ofAnotherKind`, though it looks like the
 * rest: of `font: large Alder, serif` that of a size and a name might be a name of two words.
 */
export function fitsInPieces(value: string, fits: (text: string) => boolean, ofAnotherKind = false): boolean {
  const tokens = readTokens(value);
  const items = itemsIn(tokens, 0, tokens.count);
  if (items.length > mostItems) return fitItems(value, items, fits, ofAnotherKind);
  const words = wordsIn(tokens);
  const lists = words ? [words] : listsWithin(tokens);
  if (lists.length === 0) return fits(value);
  // Each is looked at beside the front of all others.
  return lists.every((list) =>
    list.pieces.every((ways) =>
      ways.some((way, at) => {
        const kept = lists.map((one) => (one === list ? way : one.pieces[0][at]));
        return fitsInPieces(withItems(value, lists, kept), fits);
      }),
    ),
  );
}

/**
 * Whether the items of a list fit, by two: the last, which alone may hold more, as the last background does, behind each other. Only
 * where the first is of another kind, as that of a font, it stands before them.
 */
function fitItems(
  value: string,
  items: readonly Item[],
  fits: (text: string) => boolean,
  ofAnotherKind: boolean,
): boolean {
  const [first, ...more] = items;
  const last = more.pop()!;
  const whole = { start: 0, end: value.length, sign: ',' };
  const fit = (...kept: readonly Item[]) => {
    const text = withItems(value, [whole], [kept]);
    return kept.length > mostItems ? fits(text) : fitsInPieces(text, fits);
  };
  if (!fit(first, last)) return false;
  const isAlike = !ofAnotherKind && fit(first, first);
  return more.every((one) => (isAlike ? fit(one, last) : fit(first, one, last)));
}

/** What stands between the commas outside of brackets. */
function itemsIn(tokens: Tokens, from: number, to: number): Item[] {
  const items: Item[] = [];
  let start = tokens.starts[from];
  for (let at = from; at < to; at = after(tokens, at)) {
    if (tokens.types[at] !== kinds.Comma) continue;
    items.push({ start, end: tokens.starts[at] });
    start = tokens.starts[at + 1];
  }
  return [...items, { start, end: tokens.starts[to] }];
}

/** The words of a value without commas, where they are many. */
function wordsIn(tokens: Tokens): List | undefined {
  const words: Item[] = [];
  for (let at = 0; at < tokens.count; at = after(tokens, at)) {
    const type = tokens.types[at];
    if (type === kinds.Comma) return undefined;
    if (type !== kinds.WhiteSpace && type !== kinds.Comment)
      words.push({ start: tokens.starts[at], end: tokens.starts[after(tokens, at)] });
  }
  if (words.length <= mostWords) return undefined;
  return { start: 0, end: tokens.starts[tokens.count], sign: ' ', pieces: inNeighbours(words, 40) };
}

/** The list of a function's arguments, where they are many. What a gradient says between two colours is nothing without both. */
function argumentsIn(tokens: Tokens, from: number, to: number): List | undefined {
  const items = itemsIn(tokens, from, to);
  if (items.length <= mostInFunction) return undefined;
  const [first, ...more] = items;
  const last = more.pop()!;
  return {
    start: tokens.starts[from],
    end: tokens.starts[to],
    sign: ',',
    pieces: inNeighbours(more, 6).map((ways) => ways.map((way) => [first, ...way, last])),
  };
}

/** Stretches of a list, each from the last of the one before on; and with one item more at either end, or at both. */
function inNeighbours(items: readonly Item[], step: number): (readonly Item[])[][] {
  const pieces: (readonly Item[])[][] = [];
  for (let from = 0; from < items.length; from += step)
    pieces.push(
      [0, 1].flatMap((sooner) =>
        [0, 1].map((later) => items.slice(Math.max(from - sooner, 0), from + step + 1 + later)),
      ),
    );
  return pieces;
}

/** The outermost long lists in functions. */
function listsWithin(tokens: Tokens): List[] {
  const lists: List[] = [];
  for (let at = 0; at < tokens.count; at++) {
    if (tokens.types[at] !== kinds.Function || !endless.test(tokenText(tokens, at))) continue;
    const close = Math.min(tokens.closes[at], tokens.count);
    const list = argumentsIn(tokens, at + 1, close);
    if (!list) continue;
    lists.push(list);
    at = close;
  }
  return lists;
}

/** A value whose lists hold these items only. */
const withItems = (
  value: string,
  lists: readonly Omit<List, 'pieces'>[],
  kept: readonly (readonly Item[])[],
): string =>
  lists.reduceRight((text, { start, end, sign }, i) => {
    const items = (kept[i] ?? []).map((one) => value.slice(one.start, one.end)).join(sign);
    return text.slice(0, start) + items + text.slice(end);
  }, value);
