import type { Tree } from './tree.js';
import type { Compound } from './types.js';

/** Which rows of a tree carry each name, in document order. */
export class NamedRows {
  readonly #byName = new Map<number, number[]>();
  readonly #byAttribute = new Map<string, number[]>();

  constructor(tree: Tree) {
    for (let row = 0; row < tree.size; row++) {
      add(this.#byName, tree.tag[row], row);
      if (tree.id[row] >= 0) add(this.#byName, tree.id[row], row);
      for (const name of tree.classes[row]) add(this.#byName, name, row);
      for (const name of tree.attributes[row].keys()) add(this.#byAttribute, name.toLowerCase(), row);
    }
  }

  /** Those that carry the class, the id or the tag of that number. */
  carrying(name: number): readonly number[] {
    return this.#byName.get(name) ?? [];
  }

  /** Among which rows those are that a compound matches; undefined where its names do not tell. */
  among({ ids, classes, tag, tests }: Compound): readonly number[] | undefined {
    let fewest: readonly number[] | undefined;
    const narrow = (rows: readonly number[] = []) => {
      if (!fewest || rows.length < fewest.length) fewest = rows;
    };
    for (const name of [...ids, ...classes]) narrow(this.#byName.get(name));
    if (tag >= 0) narrow(this.#byName.get(tag));
    for (const test of tests)
      if (test.kind === 'attribute' && test.attribute.namespace === '')
        narrow(this.#byAttribute.get(test.attribute.lowerName));
    return fewest;
  }
}

function add<Key>(rows: Map<Key, number[]>, key: Key, row: number): void {
  const known = rows.get(key);
  if (!known) rows.set(key, [row]);
  // A class may be written twice.
  else if (known[known.length - 1] !== row) known.push(row);
}
