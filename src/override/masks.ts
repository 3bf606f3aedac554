import type { Tree } from '../selector/index.js';

/** One byte an element: 1 where it belongs to the set. */
export type Mask = Uint8Array;

export function maskOf(size: number, rows: Iterable<number>): Mask {
  const mask = new Uint8Array(size);
  for (const row of rows) mask[row] = 1;
  return mask;
}

export function both(a: Mask, b: Mask): Mask {
  return a.map((one, row) => one & b[row]);
}

/** Elements with an ancestor in the set. */
export function below(mask: Mask, tree: Tree): Mask {
  const under = new Uint8Array(mask.length);
  for (let row = 0; row < mask.length; row++) {
    const up = tree.parent[row];
    if (up >= 0) under[row] = mask[up] | under[up];
  }
  return under;
}

/** Elements whose parent is in the set. */
export function childrenOf(mask: Mask, tree: Tree): Mask {
  return mask.map((_, row) => (tree.parent[row] >= 0 ? mask[tree.parent[row]] : 0));
}

/** Whether every element of `inner` is in `outer`. */
export function contains(outer: Mask, inner: Mask): boolean {
  for (let row = 0; row < inner.length; row++) if (inner[row] && !outer[row]) return false;
  return true;
}

export function sizeOf(mask: Mask): number {
  let size = 0;
  for (const one of mask) size += one;
  return size;
}
