import { ident } from 'css-tree';
import { kinds, readTokens, skipSpace, tokenText } from '../text/index.js';

const plainName = /^-?-?[a-z_][\w-]*$/i;

/**
 * A value with its words as they are mostly written: without escapes where they can be (CSS Syntax 3 §4.3.7), and with
 * calculations without the mark of a vendor that all engines take.
 */
export function inPlainWords(value: string, otherwise = (word: string) => word): string {
  if (!value.includes('\\') && !/-webkit-calc\(/i.test(value)) return value;
  const tokens = readTokens(value);
  let text = '';
  for (let at = 0; at < tokens.count; at++) {
    const token = tokenText(tokens, at);
    const type = tokens.types[at];
    if (type === kinds.Function && /^-webkit-calc\($/i.test(token)) text += 'calc(';
    else text += token.includes('\\') && isWord(type) ? plainWord(token, otherwise) : token;
  }
  return text;
}

/** The same, with words that need their escapes as a name that no property knows: `auto\9` is no `auto`. */
export const inKnownWords = (value: string): string => inPlainWords(value, () => unknownWord);

const unknownWord = 'unknown-word';

/** Whether a number in it has a unit with an escape, as `7ch\0` was written for one old browser. */
export const hasUnknownUnit = (value: string): boolean => /\d[a-z%]*unknown-word/i.test(value);

const maybeStray = /(?<![\w\x80-\uffff-])-(?![\w\\\x80-\uffff-])|\+(?!\.?\d)|url\(\s*["']/i;

/**
 * Whether a plus or minus stands alone, or something behind the text of an address. The upstream grammars take both as a number or a
 * name; no engine does.
 */
export function holdsStraySign(value: string): boolean {
  if (!maybeStray.test(value)) return false;
  const tokens = readTokens(value);
  for (let at = 0; at < tokens.count; at++) {
    const text = tokenText(tokens, at);
    if (tokens.types[at] === kinds.Delim && (text === '+' || text === '-')) return true;
    if (tokens.types[at] !== kinds.Function || !/^url\($/i.test(text)) continue;
    const address = skipSpace(tokens, at + 1);
    if (skipSpace(tokens, address + 1) < Math.min(tokens.closes[at], tokens.count)) return true;
  }
  return false;
}

const isWord = (type: number) =>
  type === kinds.Ident || type === kinds.Function || type === kinds.Hash || type === kinds.Dimension;

function plainWord(token: string, otherwise: (word: string) => string): string {
  const [, front = '', name, end] = /^(#|[-+]?[\d.]+(?:e[-+]?\d+)?)?([^]*?)(\(?)$/i.exec(token)!;
  const decoded = ident.decode(name);
  // Behind a number sign a name may begin with a digit.
  const isPlain = plainName.test(decoded) || (front === '#' && /^[\w-]+$/.test(decoded));
  return front + (isPlain ? decoded : otherwise(name)) + end;
}
