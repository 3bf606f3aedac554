import { after, kinds, readTokens, tokenText, type Tokens } from '../text/index.js';

/** Lists of more items are looked at in pieces: a grammar is matched by trying, which of a long list takes too long. */
const mostItems = 3;
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
 * Whether a value fits, asked of short ones only. Of a list the first item and the last stand in each piece: one may say how to read
 * all, as a gradient's direction does, the other alone may hold more, as the last background does.
 */
export function fitsInPieces(value: string, fits: (text: string) => boolean): boolean {
  const tokens = readTokens(value);
  const top = listIn(tokens, 0, tokens.count, false);
  const lists = top ? [top] : listsWithin(tokens);
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

/** The list between two places; undefined where it is short. */
function listIn(tokens: Tokens, from: number, to: number, isInFunction: boolean): List | undefined {
  const words: Item[] = [];
  const commas: number[] = [];
  for (let at = from; at < to; at = after(tokens, at)) {
    const type = tokens.types[at];
    if (type === kinds.Comma) commas.push(at);
    else if (type !== kinds.WhiteSpace && type !== kinds.Comment)
      words.push({ start: tokens.starts[at], end: tokens.starts[after(tokens, at)] });
  }
  const range = { start: tokens.starts[from], end: tokens.starts[to] };
  if (commas.length > 0) {
    if (commas.length < (isInFunction ? mostInFunction : mostItems)) return undefined;
    const items = [...commas, to].map((end, i) => ({
      start: tokens.starts[i ? commas[i - 1] + 1 : from],
      end: tokens.starts[end],
    }));
    const [first, ...more] = items;
    const last = more.pop()!;
    // Alone they stand for themselves; what a gradient says between two colours is nothing without both.
    const middle = isInFunction ? inNeighbours(more, 6) : more.map((one) => [[one]]);
    return { ...range, sign: ',', pieces: middle.map((ways) => ways.map((way) => [first, ...way, last])) };
  }
  if (isInFunction || words.length <= mostWords) return undefined;
  return { ...range, sign: ' ', pieces: inNeighbours(words, 40) };
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
    const list = listIn(tokens, at + 1, close, true);
    if (!list) continue;
    lists.push(list);
    at = close;
  }
  return lists;
}

/** A value whose lists hold these items only. */
const withItems = (value: string, lists: readonly List[], kept: readonly (readonly Item[])[]): string =>
  lists.reduceRight((text, { start, end, sign }, i) => {
    const items = (kept[i] ?? []).map((one) => value.slice(one.start, one.end)).join(sign);
    return text.slice(0, start) + items + text.slice(end);
  }, value);
