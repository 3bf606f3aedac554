import { ident } from 'css-tree';
import type { PseudoArgument } from '../facts/index.js';
import { kinds, readTokens, tokenText } from '../text/index.js';

const name = String.raw`(?:--|-?(?:[a-z_]|[^\0-\x7f]|\\[^\n]))(?:[\w-]|[^\0-\x7f]|\\[^\n])*`;
const oneName = new RegExp(`^${name}$`, 'i');
const transition = new RegExp(String.raw`^(?:(?:\*|${name})(?:\.${name})*|\.${name}(?:\s*\.${name})*)$`, 'i');

/** Whether a text is one name (CSS Syntax 3 §4.3.11). */
export const isName = (text: string): boolean => oneName.test(text);

/** The names in a list with spaces between; undefined where it is none. A space may belong to a name's escape. */
export function namesIn(text: string): string[] | undefined {
  const tokens = readTokens(text);
  const names: string[] = [];
  for (let at = 0; at < tokens.count; at++) {
    if (tokens.types[at] === kinds.Ident) names.push(ident.decode(tokenText(tokens, at)));
    else if (tokens.types[at] !== kinds.WhiteSpace) return undefined;
  }
  return names.length ? names : undefined;
}

/** Whether a text may stand in the brackets of a pseudo-element; of a selector nothing is asked here. */
export function isArgument(takes: PseudoArgument, text: string): boolean {
  const plain = text.trim();
  switch (takes) {
    case 'name':
      return isName(plain);
    case 'names':
      return namesIn(plain) !== undefined;
    case 'transition':
      return transition.test(plain);
    case 'compound':
      return true;
    default:
      return takes.includes(plain.toLowerCase());
  }
}
