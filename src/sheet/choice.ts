// `if()`: a value that is chosen among several (CSS Values 5 §8).
import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { broken, parseCondition, unknown, type Condition } from './condition.js';
import { parseMedia, type MediaQuery } from './media.js';
import { parseStyleQuery, type StyleLeaf } from './style-query.js';

export type ChoiceLeaf =
  | StyleLeaf
  /** `isBare` where what is asked stands there without brackets of its own. */
  | { readonly kind: 'media'; readonly query: MediaQuery; readonly isBare: boolean }
  | { readonly kind: 'supports'; readonly text: string; readonly isBare: boolean };

/** One of its values, from one token up to, not including, another. */
export interface Branch {
  /** undefined behind `else`. */
  readonly condition?: Condition<ChoiceLeaf>;
  readonly from: number;
  readonly to: number;
}

const leaves = {
  feature: () => unknown,
  ofFunction: (name: string, text: string): Condition<ChoiceLeaf> => {
    switch (name) {
      case 'style(':
        return parseStyleQuery(text);
      case 'media(':
        return {
          kind: 'media',
          query: parseMedia(asQuery(text)),
          isBare: !/^\s*[\w-]*\(/.test(text) && !isBracketed(text),
        };
      case 'supports(':
        return /^\s*[\w-]+\s*:/.test(text)
          ? { kind: 'supports', text: `(${text})`, isBare: true }
          : { kind: 'supports', text, isBare: false };
      default:
        return unknown;
    }
  },
};

/** A feature may stand there without brackets. */
const asQuery = (text: string): string => (isBracketed(text) ? text : `(${text.trim()})`);

const isBracketed = (text: string): boolean => /^\s*(\(|not\b(?!\s+\w))/i.test(text);

/** The branches of the `if()` that opens at a token; undefined where it is not written as one. */
export function parseChoice(tokens: Tokens, open: number): readonly Branch[] | undefined {
  const close = Math.min(tokens.closes[open], tokens.count);
  const branches: Branch[] = [];
  let start = open + 1;
  for (let at = start; at <= close; at = at < close ? after(tokens, at) : at + 1) {
    if (at < close && tokens.types[at] !== kinds.Semicolon) continue;
    const isEmpty = skipSpace(tokens, start, at) >= at;
    const branch = isEmpty ? undefined : readBranch(tokens, start, at);
    if (branch) branches.push(branch);
    else if (!isEmpty || at < close) return undefined;
    start = at + 1;
  }
  return branches.length ? branches : undefined;
}

function readBranch(tokens: Tokens, from: number, to: number): Branch | undefined {
  let colon = skipSpace(tokens, from, to);
  const first = colon;
  while (colon < to && tokens.types[colon] !== kinds.Colon) colon = after(tokens, colon);
  if (colon >= to) return undefined;
  const value = { from: colon + 1, to };
  if (/^else$/i.test(tokenText(tokens, first)) && skipSpace(tokens, first + 1, colon) >= colon) return value;
  const condition = parseCondition<ChoiceLeaf>(tokens, first, colon, leaves);
  return condition === broken ? undefined : { condition, ...value };
}

/** The media queries that the choices in a value ask; [] for most. */
export function mediaInChoices(value: string): readonly string[] {
  // Of all values of a page hardly any is one, which is cheap to see.
  if (!value.includes('(') || !/(?<![\w-])media\(/i.test(value) || !/(?<![\w-])if\(/i.test(value)) return [];
  const all = readTokens(value);
  return Array.from({ length: all.count }, (_, at) => {
    const isAsked = all.types[at] === kinds.Function && /^media\($/i.test(tokenText(all, at));
    return isAsked ? [asQuery(tokenText(all, at + 1, Math.min(all.closes[at], all.count)))] : [];
  }).flat();
}
