import type { Tree } from './tree.js';

type Direction = 'fromStart' | 'fromEnd';

/** Places among siblings, from 1, in one direction; each list of siblings is counted once. */
class Positions {
  readonly #all: Int32Array;
  readonly #sameType: Int32Array;

  constructor(tree: Tree, direction: Direction) {
    this.#all = new Int32Array(tree.size);
    this.#sameType = new Int32Array(tree.size);
    const before = direction === 'fromStart' ? tree.previous : tree.next;
    const after = direction === 'fromStart' ? tree.next : tree.previous;
    for (let row = 0; row < tree.size; row++) {
      if (before[row] >= 0) continue;
      const types = new Map<number, number>();
      for (let at = row, position = 1; at >= 0; at = after[at], position++) {
        const type = tree.exactTag[at] * 2 + tree.isHtml[at];
        const ofType = (types.get(type) ?? 0) + 1;
        types.set(type, ofType);
        this.#all[at] = position;
        this.#sameType[at] = ofType;
      }
    }
  }

  of(row: number, sameType: boolean): number {
    return sameType ? this.#sameType[row] : this.#all[row];
  }
}

const known = {
  fromStart: new WeakMap<Int32Array, Positions>(),
  fromEnd: new WeakMap<Int32Array, Positions>(),
};

/**
 * The place of an element among its siblings, from 1 (Selectors 4 §13.3–13.4): all of them, or those of its
 * own type.
 */
export function positionOf(tree: Tree, row: number, direction: Direction, sameType: boolean): number {
  // Trees that differ in held states only share their columns.
  let positions = known[direction].get(tree.parent);
  if (!positions) known[direction].set(tree.parent, (positions = new Positions(tree, direction)));
  return positions.of(row, sameType);
}
