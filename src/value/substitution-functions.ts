// Whether functions that stand for other texts (CSS Variables 1 §3, CSS Values 5) are written as such: a browser drops a
// declaration in which one is not, as soon as it reads it, and what was said before holds on.
import {
  after,
  kinds,
  plainlySpelled,
  readTokens,
  skipSpace,
  tokenText,
  type TokenRange,
  type Tokens,
  holdsStray,
} from '../text/index.js';
import { isSyntax } from './registered-syntax.js';

/** A function that is not written as it must be. */
export interface Slip {
  /** As it is written. */
  readonly text: string;
  readonly why: string;
  /** What was probably meant, where that can be told. */
  readonly meant?: string;
}

const anyOf = /(?<![\w\x80-\uffff-])(var|env|attr|if|--[^\s(),;:]*)\(/i;

/** What in a value with such functions is not written well; undefined for most values. */
export function slipIn(value: string, isVariable: boolean): Slip | undefined {
  // Of all values of a page few can be at fault, which is cheap to see.
  if (!(isVariable ? /[()[\]{}!"';]/ : anyOf).test(value)) return undefined;
  const tokens = readTokens(value);
  const all = { tokens, from: 0, to: tokens.count };
  if (!isAnyValue(all) || holdsStray(tokens))
    return { text: value, why: 'no ! and no bracket or quote without its other may stand in a value' };
  if (!isVariable && !isWithoutBraces(all)) return { text: value, why: 'no braces may stand in a value' };
  // What a condition asks is looked at when it is asked.
  const asked = new Set<number>();
  for (let at = 0; at < tokens.count; at++) {
    if (tokens.types[at] !== kinds.Function || asked.has(at)) continue;
    const name = tokenText(tokens, at).toLowerCase();
    const check = checks[name.startsWith('--') && name !== '--(' ? '--name(' : name];
    const to = Math.min(tokens.closes[at], tokens.count);
    const slip = check?.({ tokens, from: at + 1, to }, asked);
    if (slip) return { text: tokenText(tokens, at, Math.min(to + 1, tokens.count)), ...slip };
  }
  return undefined;
}

/** Gathers the tokens of conditions. */
type Check = (inside: TokenRange, asked: Set<number>) => Omit<Slip, 'text'> | undefined;

const checks: Partial<Record<string, Check>> = {
  'var(': ({ tokens, from, to }) => {
    const first = skipSpace(tokens, from, to);
    let comma = first;
    while (comma < to && tokens.types[comma] !== kinds.Comma) comma = after(tokens, comma);
    const name = tokenText(tokens, first, comma).trim();
    const rest = tokenText(tokens, comma, to);
    const isVariable =
      first < to &&
      tokens.types[first] === kinds.Ident &&
      /^--./.test(plainlySpelled(tokenText(tokens, first)));
    if (!isVariable) {
      const word = /^[-$@]*([a-z_][\w-]*)$/i.exec(name)?.[1];
      return {
        why: 'the name of a variable begins with two dashes',
        meant: word && `var(--${word}${rest})`,
      };
    }
    if (startsFallback(tokens, skipSpace(tokens, first + 1, to), to)) return undefined;
    const [, own, next] = /^(--[\w-]+)\s+([^\s!;]+)$/.exec(name) ?? [];
    return {
      why: 'behind the name of a variable stands a comma, and what counts where there is none',
      meant: next && rest === '' ? `var(${own}, ${next})` : undefined,
    };
  },
  'env(': ({ tokens, from, to }) => {
    const name = skipSpace(tokens, from, to);
    if (name >= to || tokens.types[name] !== kinds.Ident) return { why: 'it asks for nothing by its name' };
    let at = skipSpace(tokens, name + 1, to);
    while (at < to && tokens.types[at] === kinds.Number && /^\+?\d+$/.test(tokenText(tokens, at)))
      at = skipSpace(tokens, at + 1, to);
    return startsFallback(tokens, at, to)
      ? undefined
      : { why: 'behind the name stand whole numbers, or a comma and what counts where there is none' };
  },
  'attr(': (inside) =>
    isAttribute(inside)
      ? undefined
      : { why: 'it is the name of an attribute, what it is read as, and a comma and what counts without it' },
  'if(': (inside, asked) =>
    isChoice(inside, asked) ? undefined : { why: 'each of its branches is a condition, a colon and a value' },
  '--name(': (inside) =>
    isCall(inside) ? undefined : { why: 'what is given to it is not written as values are' },
};

/** Whether nothing is left, or a comma with what counts where there is nothing else. */
const startsFallback = (tokens: Tokens, at: number, to: number): boolean =>
  at >= to || (tokens.types[at] === kinds.Comma && isAnyValue({ tokens, from: at + 1, to }));

/** Whether something may stand as a value, or within one (CSS Syntax 3, `<declaration-value>`); nothing at all may too. */
function isAnyValue({ tokens, from, to }: TokenRange): boolean {
  for (let at = from; at < to; at = after(tokens, at))
    if (neverInValues.has(tokens.types[at]) || tokenText(tokens, at) === '!') return false;
  return true;
}

const neverInValues = new Set([
  kinds.Semicolon,
  kinds.BadString,
  kinds.BadUrl,
  kinds.RightParenthesis,
  kinds.RightSquareBracket,
  kinds.RightCurlyBracket,
]);

/** Braces stand around all of it, or nowhere. */
function isWithoutBraces({ tokens, from, to }: TokenRange): boolean {
  const first = skipSpace(tokens, from, to);
  for (let at = first; at < to; at = after(tokens, at))
    if (tokens.types[at] === kinds.LeftCurlyBracket)
      return at === first && skipSpace(tokens, after(tokens, at), to) >= to;
  return true;
}

/** `data-x`, `data-x px`, `data-x type(<length>)` (CSS Values 5, `attr()`). */
function isAttribute({ tokens, from, to }: TokenRange): boolean {
  let at = skipSpace(tokens, from, to);
  if (at >= to || tokens.types[at] !== kinds.Ident) return false;
  at = skipSpace(tokens, at + 1, to);
  if (startsFallback(tokens, at, to)) return true;
  if (tokens.types[at] === kinds.Function) {
    const end = Math.min(tokens.closes[at], to);
    const isTyped =
      /^type\($/i.test(tokenText(tokens, at)) && isSyntax(tokenText(tokens, at + 1, end).trim());
    return isTyped && startsFallback(tokens, skipSpace(tokens, end + 1, to), to);
  }
  const isUnit = tokens.types[at] === kinds.Ident || tokenText(tokens, at) === '%';
  // Engines of today take no space behind these.
  const isTight = /^(number|raw-string|%)$/i.test(tokenText(tokens, at));
  const next = isTight && tokens.types[at + 1] === kinds.WhiteSpace ? at + 1 : skipSpace(tokens, at + 1, to);
  return isUnit && startsFallback(tokens, next, to);
}

/** Of what is given to a function only the first may be nothing, where more follows. */
function isCall({ tokens, from, to }: TokenRange): boolean {
  const given: TokenRange[] = [];
  for (let start = from; start <= to;) {
    let end = start;
    while (end < to && tokens.types[end] !== kinds.Comma) end = after(tokens, end);
    given.push({ tokens, from: skipSpace(tokens, start, end), to: end });
    start = end + 1;
  }
  return given.every((one, place) => {
    if (one.from >= one.to) return place === 0;
    if (tokens.types[one.from] !== kinds.LeftCurlyBracket) return isAnyValue(one) && isWithoutBraces(one);
    const inner = {
      tokens,
      from: skipSpace(tokens, one.from + 1, one.to),
      to: Math.min(tokens.closes[one.from], one.to),
    };
    return inner.from < inner.to && isAnyValue(inner) && isWithoutBraces(one);
  });
}

/** The branches of an `if()`, with a semicolon between each two. */
function isChoice({ tokens, from, to }: TokenRange, asked: Set<number>): boolean {
  let amount = 0;
  for (let start = from; start <= to;) {
    let end = start;
    while (end < to && tokens.types[end] !== kinds.Semicolon) end = after(tokens, end);
    const first = skipSpace(tokens, start, end);
    if (first < end) {
      if (!isBranch({ tokens, from: first, to: end }, asked)) return false;
      amount++;
    } else if (end < to) return false;
    start = end + 1;
  }
  return amount > 0;
}

function isBranch({ tokens, from, to }: TokenRange, asked: Set<number>): boolean {
  const isElse = /^else$/i.test(tokenText(tokens, from));
  const end = isElse ? from + 1 : endOfCondition({ tokens, from, to });
  if (end === undefined) return false;
  for (let at = from; at < end; at++) asked.add(at);
  const colon = skipSpace(tokens, end, to);
  return colon < to && tokens.types[colon] === kinds.Colon && isAnyValue({ tokens, from: colon + 1, to });
}

/** Where the condition ends that begins at a token; undefined where none does. */
function endOfCondition({ tokens, from, to }: TokenRange): number | undefined {
  const isNegated = isWord(tokens, from, to, /^not$/i);
  let end = endOfTest({ tokens, from: isNegated ? skipSpace(tokens, from + 1, to) : from, to });
  if (isNegated || end === undefined) return end;
  const joint = tokenText(tokens, skipSpace(tokens, end, to));
  if (!/^(and|or)$/i.test(joint)) return end;
  for (;;) {
    const word = skipSpace(tokens, end, to);
    if (!isWord(tokens, word, to, new RegExp(`^${joint}$`, 'i'))) return end;
    end = endOfTest({ tokens, from: skipSpace(tokens, word + 1, to), to });
    if (end === undefined) return undefined;
  }
}

const isWord = (tokens: Tokens, at: number, to: number, word: RegExp): boolean =>
  at < to && tokens.types[at] === kinds.Ident && word.test(tokenText(tokens, at));

/** Where brackets or a function end. What begins as a condition in those of which engines know what they ask must go on as one. */
function endOfTest({ tokens, from, to }: TokenRange): number | undefined {
  if (from >= to) return undefined;
  const close = Math.min(tokens.closes[from], to);
  if (tokens.types[from] === kinds.LeftParenthesis) return Math.min(close + 1, to);
  if (tokens.types[from] !== kinds.Function) return undefined;
  const name = tokenText(tokens, from);
  if (/^(style|media|supports)\($/i.test(name)) {
    const end = endOfCondition({ tokens, from: skipSpace(tokens, from + 1, close), to: close });
    if (end !== undefined && skipSpace(tokens, end, close) < close) return undefined;
  }
  return Math.min(close + 1, to);
}
