import type { Tree } from '../selector/index.js';

/** A set of elements: bit `row % 32` of word `row / 32` is 1 where the element in that row belongs to it. */
export type Mask = Uint32Array;

export function maskOf(size: number, rows: Iterable<number>): Mask {
  const mask = new Uint32Array((size + 31) >>> 5);
  for (const row of rows) add(mask, row);
  return mask;
}

function add(mask: Mask, row: number): void {
  mask[row >>> 5] |= 1 << (row & 31);
}

/** The rows of a set, rising. */
export function rowsOf(mask: Mask): number[] {
  const rows: number[] = [];
  for (let at = 0; at < mask.length; at++) {
    for (let word = mask[at]; word; word &= word - 1) rows.push((at << 5) + 31 - Math.clz32(word & -word));
  }
  return rows;
}

export function both(a: Mask, b: Mask): Mask {
  const common = new Uint32Array(a.length);
  for (let at = 0; at < a.length; at++) common[at] = a[at] & b[at];
  return common;
}

export function either(a: Mask, b: Mask): Mask {
  const union = new Uint32Array(a.length);
  for (let at = 0; at < a.length; at++) union[at] = a[at] | b[at];
  return union;
}

/** Elements with an ancestor in the set. */
export function below(mask: Mask, tree: Tree): Mask {
  const under = new Uint32Array(mask.length);
  let done = 0;
  for (const row of rowsOf(mask)) {
    // What stands below an ancestor of the set already is under it.
    if (row < done) continue;
    done = tree.end[row];
    for (let inner = row + 1; inner < done; inner++) add(under, inner);
  }
  return under;
}

const knownBelow = new WeakMap<Mask, Mask>();

/** The same for sets that are kept: the names of a page's boxes are asked about at every search. */
export function belowOnce(mask: Mask, tree: Tree): Mask {
  let found = knownBelow.get(mask);
  if (!found) knownBelow.set(mask, (found = below(mask, tree)));
  return found;
}

/** Elements whose parent is in the set. */
export function childrenOf(mask: Mask, tree: Tree): Mask {
  const children = new Uint32Array(mask.length);
  for (const row of rowsOf(mask))
    for (let child = tree.firstChild[row]; child >= 0; child = tree.next[child]) add(children, child);
  return children;
}

/** Elements with one of the set inside. */
export function above(mask: Mask, tree: Tree): Mask {
  const over = new Uint32Array(mask.length);
  for (const row of rowsOf(mask))
    for (let up = tree.parent[row]; up >= 0 && !has(over, up); up = tree.parent[up]) add(over, up);
  return over;
}

/** Elements that stand directly behind one of the set. */
export function behindThese(mask: Mask, tree: Tree): Mask {
  const next = new Uint32Array(mask.length);
  for (const row of rowsOf(mask)) if (tree.next[row] >= 0) add(next, tree.next[row]);
  return next;
}

function has(mask: Mask, row: number): boolean {
  return (mask[row >>> 5] & (1 << (row & 31))) !== 0;
}

/** Whether every element of `inner` is in `outer`. */
export function contains(outer: Mask, inner: Mask): boolean {
  for (let at = 0; at < inner.length; at++) if (inner[at] & ~outer[at]) return false;
  return true;
}

export function sizeOf(mask: Mask): number {
  return sizeOfBoth(mask, mask);
}

/** Whether two sets have exactly one element in common. */
export function isOneOf(a: Mask, b: Mask): boolean {
  let found = false;
  for (let at = 0; at < a.length; at++) {
    const word = a[at] & b[at];
    if (word === 0) continue;
    if (found || (word & (word - 1)) !== 0) return false;
    found = true;
  }
  return found;
}

/** How many elements two sets have in common. */
export function sizeOfBoth(a: Mask, b: Mask): number {
  let size = 0;
  for (let at = 0; at < a.length; at++) for (let word = a[at] & b[at]; word; word &= word - 1) size++;
  return size;
}
