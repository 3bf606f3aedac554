import { readSelectors, type Selector, type SelectorScope } from '../selector/index.js';
import { kinds, readTokens, skipSpace, tokenText, YeltoError, type TokenRange } from '../text/index.js';
import type { PageElement } from './element.js';
import type { Scope } from './style-set.js';

/** What stands around an `@scope`. */
interface Around {
  readonly selectors: SelectorScope;
  readonly scope?: Scope;
  /** Of the `<style>` element; a scope without a start begins there. */
  readonly ownerParent?: PageElement;
}

/**
 * Reads the prelude of `@scope (start) to (limit)` (CSS Cascade 6 §2.5).
 * @throws YeltoError where it is not written so, and on an invalid selector; a browser then drops the whole `@scope`.
 */
export function parseScope(prelude: string, { selectors, scope: outer, ownerParent }: Around): Scope {
  const { start, limit } = partsOf(prelude);
  // Inside another scope the start is seen from that scope's root, whatever rule stands between.
  const around = outer
    ? { ...selectors, parents: undefined, onlyAmpersand: selectors.parents !== undefined }
    : selectors;
  const roots = start && selectorsIn(start, around);
  const limits =
    (limit && selectorsIn(limit, { ...selectors, parents: undefined, relative: true, scoped: true })) ?? [];
  return { parent: outer, roots, rootElement: roots ? undefined : ownerParent, limits };
}

/** What stands in the brackets of the start and of the limit. */
function partsOf(prelude: string): { start?: TokenRange; limit?: TokenRange } {
  const tokens = readTokens(prelude);
  let at = skipSpace(tokens, 0);
  const inBrackets = (): TokenRange | undefined => {
    if (at >= tokens.count || tokens.types[at] !== kinds.LeftParenthesis) return undefined;
    const to = Math.min(tokens.closes[at], tokens.count);
    const range = { tokens, from: at + 1, to };
    at = skipSpace(tokens, to + 1);
    return range;
  };
  const start = inBrackets();
  if (at >= tokens.count) return { start };
  const isLimited = tokens.types[at] === kinds.Ident && /^to$/i.test(tokenText(tokens, at));
  at = skipSpace(tokens, at + 1);
  const limit = isLimited ? inBrackets() : undefined;
  if (limit && at >= tokens.count) return { start, limit };
  const meant = /[()]/.test(prelude) ? '(.card) { … }, or @scope (.card) to (.inner)' : `(${prelude})`;
  throw new YeltoError(`"@scope ${prelude}" is not written as a scope.`, {
    remedy: `Write: @scope ${meant} { … }.`,
  });
}

function selectorsIn(range: TokenRange, scope: SelectorScope): Selector[] {
  const read = readSelectors(range, scope);
  if (Array.isArray(read)) {
    const onPseudo = read.find(({ pseudo }) => pseudo !== '');
    if (!onPseudo) return read;
    throw new YeltoError(`A scope begins and ends at elements, and "${onPseudo.text}" is none.`, {
      remedy: 'Leave the pseudo-element out.',
    });
  }
  throw new YeltoError(read.message, { remedy: read.remedy() });
}
