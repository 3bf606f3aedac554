// Conditions of at-rules as they are written: what stands in brackets, joined by "and", "or" and "not"
// (Media Queries 4 §3, CSS Conditional 5 §5). What is asked in the brackets is each at-rule's own.
import { after, holdsStray, kinds, skipSpace, tokenText, type Tokens } from '../text/index.js';

/** A condition is known to hold, known not to, or names something that no engine knows (Media Queries 4 §3.1). */
export type Truth = boolean | undefined;

export type Condition<Leaf> =
  | Leaf
  | { readonly kind: 'not'; readonly of: Condition<Leaf> }
  | { readonly kind: 'all' | 'some'; readonly of: readonly Condition<Leaf>[] }
  | Unknown;

interface Unknown {
  readonly kind: 'unknown';
}

/** How an at-rule reads what is its own. */
export interface Leaves<Leaf> {
  /** What stands between brackets, in lower case and with single spaces; and as it is written. */
  feature(text: string, written: string): Condition<Leaf>;
  /** A function's name, in lower case and with its bracket, and what it holds; without this no function is known. */
  ofFunction?(name: string, text: string): Condition<Leaf>;
}

export const unknown: Unknown = { kind: 'unknown' };
/** What is not written as a condition, so that all of it never holds; with brackets around, it is only unknown. */
export const broken: Unknown = { kind: 'unknown' };

/** Brackets in brackets; nobody writes more. */
export const deepestBrackets = 300;

/** `not (…)`, `(…) and (…)`, `(…) or (…)`; without `or` where it stands behind a medium. */
export function parseCondition<Leaf extends { readonly kind: string }>(
  tokens: Tokens,
  from: number,
  to: number,
  leaves: Leaves<Leaf>,
  mayOr = true,
  depth = 0,
): Condition<Leaf> {
  let at = skipSpace(tokens, from, to);
  if (isWord(tokens, at, to, 'not')) {
    const of = parseInBrackets(tokens, skipSpace(tokens, at + 1, to), to, leaves, false, depth);
    return of === broken ? broken : { kind: 'not', of };
  }
  const parts = [parseInBrackets(tokens, at, to, leaves, true, depth)];
  at = skipSpace(tokens, nextAfter(tokens, at, to), to);
  let joint = '';
  while (at < to) {
    const word = tokenText(tokens, at).toLowerCase();
    if ((word !== 'and' && word !== 'or') || (joint && word !== joint) || (word === 'or' && !mayOr))
      return broken;
    joint = word;
    at = skipSpace(tokens, at + 1, to);
    parts.push(parseInBrackets(tokens, at, to, leaves, true, depth));
    at = skipSpace(tokens, nextAfter(tokens, at, to), to);
  }
  if (parts.includes(broken)) return broken;
  return joint === 'or' ? { kind: 'some', of: parts } : { kind: 'all', of: parts };
}

function nextAfter(tokens: Tokens, at: number, to: number): number {
  return at < to ? Math.min(after(tokens, at), to) : to;
}

function isWord(tokens: Tokens, at: number, to: number, word: string): boolean {
  return at < to && tokens.types[at] === kinds.Ident && tokenText(tokens, at).toLowerCase() === word;
}

function parseInBrackets<Leaf extends { readonly kind: string }>(
  tokens: Tokens,
  at: number,
  to: number,
  leaves: Leaves<Leaf>,
  mayFollow: boolean,
  depth: number,
): Condition<Leaf> {
  if (depth > deepestBrackets) return broken;
  // What stands further in was looked through with the outermost.
  if (depth === 0 && holdsStray(tokens, at + 1, Math.min(tokens.closes[at], to))) return broken;
  if (at < to && tokens.types[at] === kinds.Function && !/^(and|or|not)\($/i.test(tokenText(tokens, at))) {
    const close = Math.min(tokens.closes[at], to);
    if (!mayFollow && skipSpace(tokens, close + 1, to) < to) return broken;
    return (
      leaves.ofFunction?.(tokenText(tokens, at).toLowerCase(), tokenText(tokens, at + 1, close)) ?? unknown
    );
  }
  if (at >= to || tokens.types[at] !== kinds.LeftParenthesis) return broken;
  const close = Math.min(tokens.closes[at], to);
  if (!mayFollow && skipSpace(tokens, close + 1, to) < to) return broken;
  const inner = skipSpace(tokens, at + 1, close);
  if (tokens.types[inner] === kinds.LeftParenthesis || isWord(tokens, inner, close, 'not'))
    return withinBrackets(parseCondition(tokens, inner, close, leaves, true, depth + 1));
  // Either a function that nobody knows, or the beginning of a value.
  const condition =
    tokens.types[inner] === kinds.Function
      ? parseCondition(tokens, inner, close, leaves, true, depth + 1)
      : broken;
  if (condition !== broken) return condition;
  const written = tokenText(tokens, inner, close);
  return leaves.feature(
    written
      .replace(/\/\*[^]*?\*\/|\s+/g, ' ')
      .trim()
      .toLowerCase(),
    written,
  );
}

const withinBrackets = <Leaf>(condition: Condition<Leaf>) => (condition === broken ? unknown : condition);

/** Kleene's and (`decisive` false) and or (`decisive` true). */
export function combine(answers: readonly Truth[], decisive: boolean): Truth {
  if (answers.includes(decisive)) return decisive;
  return answers.includes(undefined) ? undefined : !decisive;
}

/** How a condition is answered where its leaves are answered so; undefined where one asks for what no engine knows. */
export function truthOf<Leaf extends { readonly kind: string }>(
  condition: Condition<Leaf>,
  answer: (leaf: Leaf) => Truth,
): Truth {
  const one = condition as Condition<{ readonly kind: '' }>;
  switch (one.kind) {
    case 'unknown':
      return undefined;
    case 'not': {
      const truth = truthOf(one.of as Condition<Leaf>, answer);
      return truth === undefined ? undefined : !truth;
    }
    case 'all':
    case 'some': {
      // What stands behind the answer that decides is not asked: reading it could lead back to where this is asked.
      const decisive = one.kind === 'some';
      const answers: Truth[] = [];
      for (const part of one.of) {
        answers.push(truthOf(part as Condition<Leaf>, answer));
        if (answers.at(-1) === decisive) break;
      }
      return combine(answers, decisive);
    }
    default:
      return answer(condition as Leaf);
  }
}
