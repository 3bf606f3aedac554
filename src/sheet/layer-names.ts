import { ident } from 'css-tree';
import { kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';

/**
 * The names in the prelude of an `@layer`, each from the outermost layer inwards; [] for none. undefined where it is not
 * written as one, so that a browser drops the rule (CSS Cascade 5 §6.4.1).
 */
export function readLayerNames(prelude: string): readonly (readonly string[])[] | undefined {
  const tokens = readTokens(prelude);
  const names: string[][] = [];
  let at = skipSpace(tokens, 0);
  if (at >= tokens.count) return names;
  for (;;) {
    const parts: string[] = [];
    for (;;) {
      if (at >= tokens.count || tokens.types[at] !== kinds.Ident) return undefined;
      parts.push(ident.decode(tokenText(tokens, at)));
      at = withoutComments(tokens, at + 1);
      if (at >= tokens.count || tokenText(tokens, at) !== '.') break;
      at = withoutComments(tokens, at + 1);
    }
    names.push(parts);
    at = skipSpace(tokens, at);
    if (at >= tokens.count) return names;
    if (tokens.types[at] !== kinds.Comma) return undefined;
    at = skipSpace(tokens, at + 1);
  }
}

/** Between the parts of a name comments may stand, and spaces may not. */
function withoutComments({ types, count }: Tokens, from: number): number {
  let at = from;
  while (at < count && types[at] === kinds.Comment) at++;
  return at;
}
