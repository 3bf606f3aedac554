import { matchContext, matches } from './match.js';
import { parseSelectors } from './read.js';
import type { Tree } from './tree.js';

/**
 * Rows of all elements that a selector list matches, in document order; a pseudo-element counts for
 * its element. [] for none.
 * @throws YeltoError on an invalid selector.
 */
export function selectRows(tree: Tree, selector: string): number[] {
  const list = parseSelectors(selector, { names: tree.names, quirks: tree.quirks });
  const context = matchContext(tree);
  const rows: number[] = [];
  for (let row = 0; row < tree.size; row++)
    if (list.some((one) => matches(one, row, context))) rows.push(row);
  return rows;
}

const named = new WeakMap<Tree, Map<string, readonly number[]>>();

/** `selectRows` for the selector of a single name, which is asked for again and again: found once for each tree. */
export function rowsNamed(tree: Tree, selector: string): readonly number[] {
  let ofTree = named.get(tree);
  if (!ofTree) named.set(tree, (ofTree = new Map()));
  let rows = ofTree.get(selector);
  if (!rows) ofTree.set(selector, (rows = selectRows(tree, selector)));
  return rows;
}
