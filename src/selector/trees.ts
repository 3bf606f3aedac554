import type { Tree } from './tree.js';

/** Words of an attribute, as `class` has them; [] for none. */
const wordsOf = (tree: Tree, row: number, attribute: string): string[] =>
  (tree.attributes[row].get(attribute) ?? '').split(/[\t\n\f\r ]+/).filter(Boolean);

/** The names by which an element is a part of its shadow tree (CSS Shadow Parts 1 §2.1); [] for none. */
export const ownParts = (tree: Tree, row: number): readonly string[] => wordsOf(tree, row, 'part');

/** A part as it is seen from outside. */
export interface SeenPart {
  /** How many trees further out; 1 where the host of its own tree stands. */
  readonly out: number;
  /** The host that it is seen through. */
  readonly host: number;
  readonly names: readonly string[];
}

/**
 * From where an element can be reached as a part, nearest first: from its host, and through `exportparts` of that from
 * further out (CSS Shadow Parts 1 §2.2). [] for none.
 */
export function partsSeen(tree: Tree, row: number): SeenPart[] {
  const seen: SeenPart[] = [];
  let names = ownParts(tree, row);
  for (let at = row, out = 1; names.length; out++) {
    const { host } = tree.roots[tree.root[at]];
    if (host < 0) break;
    seen.push({ out, host, names });
    names = exportedFrom(tree, host, names);
    at = host;
  }
  return seen;
}

/** What a host calls parts of its tree that it passes on: `exportparts="inner, inner: outer"`. */
function exportedFrom(tree: Tree, host: number, inner: readonly string[]): string[] {
  const mapped = (tree.attributes[host].get('exportparts') ?? '').split(',').flatMap((text) => {
    const [from, to = from, ...rest] = text.split(':').map((name) => name.trim());
    const isName = (name: string) => /^[^\s:,]+$/.test(name);
    return rest.length === 0 && isName(from) && isName(to) && inner.includes(from) ? [to] : [];
  });
  return [...new Set(mapped)];
}

/**
 * The slots that an element is assigned to, from the outermost tree inwards: its own, that slot's own, and so on. [] for
 * none.
 */
export function slotsOf(tree: Tree, row: number): number[] {
  const slots: number[] = [];
  for (let at = row; ;) {
    const slot = tree.flatParent[at];
    // Only a slot stands in another tree, further in, as what something is drawn in.
    if (slot < 0 || tree.parent[at] < 0 || slot === tree.parent[at]) return slots;
    slots.push(slot);
    at = slot;
  }
}
