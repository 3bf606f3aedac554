import { parseSelectors, type SelectorScope } from '../selector/index.js';
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
 * @throws YeltoError on an invalid selector; a browser then drops the whole `@scope`.
 */
export function parseScope(prelude: string, { selectors, scope: outer, ownerParent }: Around): Scope {
  const [, start, limit] = /^(?:\(([^]*?)\))?\s*(?:to\s*\(([^]*)\))?$/.exec(prelude) ?? [];
  // Inside another scope the start is seen from that scope's root, whatever rule stands between.
  const around = outer
    ? { ...selectors, parents: undefined, onlyAmpersand: selectors.parents !== undefined }
    : selectors;
  const roots = start === undefined ? undefined : parseSelectors(start, around);
  const limits =
    limit === undefined
      ? []
      : parseSelectors(limit, { ...selectors, parents: undefined, relative: true, scoped: true });
  return { parent: outer, roots, rootElement: roots ? undefined : ownerParent, limits };
}
