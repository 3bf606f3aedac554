import { ident, tokenize, tokenTypes } from 'css-tree';

/** Token kinds of CSS Syntax 3 §4. */
export const kinds = tokenTypes as Record<
  | 'EOF'
  | 'Ident'
  | 'Function'
  | 'AtKeyword'
  | 'Hash'
  | 'String'
  | 'BadString'
  | 'Url'
  | 'BadUrl'
  | 'Delim'
  | 'Number'
  | 'Percentage'
  | 'Dimension'
  | 'WhiteSpace'
  | 'CDO'
  | 'CDC'
  | 'Colon'
  | 'Semicolon'
  | 'Comma'
  | 'LeftSquareBracket'
  | 'RightSquareBracket'
  | 'LeftParenthesis'
  | 'RightParenthesis'
  | 'LeftCurlyBracket'
  | 'RightCurlyBracket'
  | 'Comment',
  number
>;

/** The tokens of one CSS text, with brackets paired. Token `count` is the end of the text. */
export interface Tokens {
  readonly text: string;
  readonly count: number;
  readonly types: Uint8Array;
  /** Start offset of each token; starts[count] is the length of the text. */
  readonly starts: Uint32Array;
  /** For an opening bracket or function, the token that closes it, or `count` when nothing does. */
  readonly closes: Uint32Array;
}

/** A stretch of tokens, from one up to, not including, another. */
export interface TokenRange {
  readonly tokens: Tokens;
  readonly from: number;
  readonly to: number;
}

/** By kind of token: the kind that closes it, EOF for what opens nothing. */
const closers = new Uint8Array(Math.max(...Object.values(kinds)) + 1);
closers[kinds.LeftCurlyBracket] = kinds.RightCurlyBracket;
closers[kinds.LeftSquareBracket] = kinds.RightSquareBracket;
closers[kinds.LeftParenthesis] = kinds.RightParenthesis;
closers[kinds.Function] = kinds.RightParenthesis;

/**
 * Splits CSS text into tokens. Never throws: every text has tokens. A simple block ends only at its own
 * closing bracket (CSS Syntax 3 §5.4.9), so other closing brackets inside it pair with nothing.
 */
export function readTokens(text: string): Tokens {
  let capacity = Math.max(16, text.length >> 2);
  let types = new Uint8Array(capacity);
  let starts = new Uint32Array(capacity);
  let count = 0;
  let end = 0;
  tokenize(text, (type: number, start: number, tokenEnd: number) => {
    if (count + 1 >= capacity) {
      capacity *= 2;
      types = grown(types, new Uint8Array(capacity));
      starts = grown(starts, new Uint32Array(capacity));
    }
    types[count] = type;
    starts[count] = start;
    count++;
    end = tokenEnd;
  });
  types[count] = kinds.EOF;
  starts[count] = end;
  return { text, count, types, starts, closes: pairBrackets(types, count) };
}

function grown<T extends Uint8Array | Uint32Array>(from: T, to: T): T {
  to.set(from);
  return to;
}

function pairBrackets(types: Uint8Array, count: number): Uint32Array {
  const closes = new Uint32Array(count + 1);
  const open: number[] = [];
  const awaited: number[] = [];
  for (let i = 0; i < count; i++) {
    const type = types[i];
    const closer = closers[type];
    if (closer !== kinds.EOF) {
      closes[i] = count;
      open.push(i);
      awaited.push(closer);
    } else if (awaited.length && type === awaited[awaited.length - 1]) {
      closes[open.pop()!] = i;
      awaited.pop();
    }
  }
  return closes;
}

/** The text of tokens `from` up to, not including, `to`. */
export function tokenText(tokens: Tokens, from: number, to = from + 1): string {
  return tokens.text.slice(tokens.starts[from], tokens.starts[Math.min(to, tokens.count)]);
}

/** The token after `at`, past a whole block or function where `at` opens one. */
export function after(tokens: Tokens, at: number): number {
  const closer = tokens.closes[at];
  return closer === 0 ? at + 1 : Math.min(closer + 1, tokens.count);
}

/** The first token from `at` on that is neither white space nor a comment. */
export function skipSpace(tokens: Tokens, at: number, end = tokens.count): number {
  while (at < end && (tokens.types[at] === kinds.WhiteSpace || tokens.types[at] === kinds.Comment)) at++;
  return at;
}

const isClosing = new Set([kinds.RightCurlyBracket, kinds.RightSquareBracket, kinds.RightParenthesis]);

/** Whether of tokens `from` up to, not including, `to` a bracket closes nothing, or a string or an address is broken, at whatever depth. */
export function holdsStray({ types, closes, count }: Tokens, from = 0, to = count): boolean {
  const paired = new Set<number>();
  for (let at = from; at < to; at++) {
    if (types[at] === kinds.BadString || types[at] === kinds.BadUrl) return true;
    if (closes[at] > 0) paired.add(closes[at]);
    else if (isClosing.has(types[at]) && !paired.has(at)) return true;
  }
  return false;
}

/** A name with no more escapes than it needs, so that equal names are equal texts; most have none. */
export const plainlySpelled = (name: string): string =>
  name.includes('\\') ? ident.encode(ident.decode(name)) : name;

/** The text of tokens `from` up to, not including, `to`, with its names so. */
export function plainText(tokens: Tokens, from: number, to: number): string {
  const text = tokenText(tokens, from, to);
  if (!text.includes('\\')) return text;
  return Array.from({ length: to - from }, (_, i) => {
    const written = tokenText(tokens, from + i);
    switch (tokens.types[from + i]) {
      case kinds.Ident:
        return plainlySpelled(written);
      case kinds.Function:
        return `${plainlySpelled(written.slice(0, -1))}(`;
      default:
        return written;
    }
  }).join('');
}
