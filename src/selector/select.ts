import { matchContext, matches, statesHold } from './match.js';
import { NamedRows } from './named-rows.js';
import { partsSeen } from './trees.js';
import type { Selector } from './types.js';
import { parseSelectors } from './read.js';
import type { Tree } from './tree.js';

/**
 * Rows of all elements that a selector list matches, in document order; a pseudo-element counts for
 * its element. Seen from the document, or from another tree by its number; `::part()` gives the parts. [] for none.
 * @throws YeltoError on an invalid selector.
 */
export function selectRows(tree: Tree, selector: string, home = 0): number[] {
  const list = parseSelectors(selector, { names: tree.names, quirks: tree.quirks });
  const rows = rowsMatched(tree, list, home);
  for (const one of list) if (one.through?.kind === 'part') rows.push(...partRows(tree, one, home));
  return rows;
}

/** The same for a list that is compiled already; what reaches into other trees matches nothing here. */
export function rowsMatched(tree: Tree, list: readonly Selector[], home = 0): number[] {
  const context = matchContext(tree, home);
  const { start, end } = tree.roots[home];
  const own = list.filter((one) => !one.through);
  const rows: number[] = [];
  for (const row of rowsAmong(tree, own) ?? range(start, end))
    if (row >= start && row < end && own.some((one) => matches(one, row, context))) rows.push(row);
  return rows;
}

const tables = new WeakMap<Tree, { asked: number; rows?: NamedRows }>();
/** A tree that is asked so often gets a table of its names. */
const oftenAsked = 3;

function namedRows(tree: Tree): NamedRows | undefined {
  let table = tables.get(tree);
  if (!table) tables.set(tree, (table = { asked: 0 }));
  return ++table.asked < oftenAsked ? undefined : (table.rows ??= new NamedRows(tree));
}

/** The rows of the document itself that carry the class, the id or the tag of that number, in order. */
export function rowsCarrying(tree: Tree, name: number): readonly number[] {
  const { start, end } = tree.roots[0];
  const rows = namedRows(tree)?.carrying(name);
  if (rows) return rows.filter((row) => row >= start && row < end);
  return [...range(start, end)].filter(
    (row) => tree.tag[row] === name || tree.id[row] === name || tree.classes[row].includes(name),
  );
}

/** The rows among which all are that a list may match, in document order; undefined for all rows. */
export function rowsAmong(tree: Tree, list: readonly Selector[]): readonly number[] | undefined {
  const named = namedRows(tree);
  if (!named) return undefined;
  const found = list.map(({ compounds }) => named.among(compounds[compounds.length - 1]));
  if (found.length === 1) return found[0];
  if (found.some((rows) => rows === undefined)) return undefined;
  return [...new Set(found.flatMap((rows) => rows!))].sort((a, b) => a - b);
}

/** Of smaller trees the rows are found sooner than what was kept of them. */
const worthKeeping = 1000;
const alikeKept = new WeakMap<Tree, Map<string, readonly number[]>>();

/**
 * The rows of the document itself that one compiled selector matches, its pseudo-element, what stands behind that, and other trees left aside, in order: found once
 * for each tree and all selectors that ask for the same, however they are written. [] for none.
 */
export function rowsAskedFor(tree: Tree, selector: Selector): readonly number[] {
  const bare: Selector = { ...selector, pseudo: '', pseudoStates: [], through: undefined };
  if (tree.size < worthKeeping) return rowsMatched(tree, [bare]);
  let kept = alikeKept.get(tree);
  if (!kept) alikeKept.set(tree, (kept = new Map()));
  const key = JSON.stringify([bare.compounds, bare.combinators], leaveTextsOut);
  let rows = kept.get(key);
  if (!rows) kept.set(key, (rows = rowsMatched(tree, [bare])));
  return rows;
}

const leaveTextsOut = (name: string, value: unknown): unknown =>
  name === 'text' || name === 'specificity' ? undefined : value;

function* range(start: number, end: number): Generator<number> {
  for (let row = start; row < end; row++) yield row;
}

/** Rows of the parts that a compiled selector with `::part()` names, seen from a tree; [] for none. */
export function partRows(tree: Tree, selector: Selector, home: number): number[] {
  const { through } = selector;
  const names = through?.kind === 'part' ? through.names : [];
  const context = matchContext(tree, home);
  const rows: number[] = [];
  for (let row = tree.roots[0].end; row < tree.size; row++) {
    const isSeen = partsSeen(tree, row).some(
      (part) =>
        tree.root[part.host] === home &&
        names.every((name) => part.names.includes(name)) &&
        matches(selector, part.host, context),
    );
    if (isSeen && statesHold(selector, row, matchContext(tree, tree.root[row]))) rows.push(row);
  }
  return rows;
}

/** Rows that a compiled selector of the document reaches, parts among them, in whatever state and pseudo-element; [] for none. */
export function rowsReached(tree: Tree, selector: Selector): number[] {
  const bare = { ...selector, pseudo: '', pseudoStates: [] };
  return bare.through?.kind === 'part' ? partRows(tree, bare, 0) : rowsMatched(tree, [bare]);
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
