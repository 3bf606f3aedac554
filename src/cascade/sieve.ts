import { pseudoClasses } from '../facts/index.js';
import type { Compound, Selector, Tree } from '../selector/index.js';
import type { IndexedRule } from './rule-index.js';

/** The numbers of an element's tag, id and classes. */
export function namesOf(tree: Tree, row: number): readonly number[] {
  const [tag, id] = [tree.tag[row], tree.id[row]];
  return id >= 0 ? [tag, id, ...tree.classes[row]] : [tag, ...tree.classes[row]];
}

/** The names on the ancestors of one element at a time; moving to the next element in order is cheap. */
export class AncestorNames {
  /** How many ancestors carry each name. */
  readonly counts: Uint32Array;
  readonly #path: number[] = [];

  constructor(private readonly tree: Tree) {
    this.counts = new Uint32Array(tree.names.size);
  }

  moveTo(row: number): void {
    const { tree } = this;
    const path = this.#path;
    while (path.length && !(path[path.length - 1] < row && row < tree.end[path[path.length - 1]]))
      this.#count(path.pop()!, -1);
    const missing: number[] = [];
    const top = path.length ? path[path.length - 1] : -1;
    for (let up = tree.parent[row]; up !== top && up >= 0; up = tree.parent[up]) missing.push(up);
    while (missing.length) {
      const next = missing.pop()!;
      path.push(next);
      this.#count(next, 1);
    }
  }

  #count(row: number, by: number): void {
    for (const name of namesOf(this.tree, row)) this.counts[name] += by;
  }

  hasAll(names: readonly number[]): boolean {
    for (const name of names) if (!this.counts[name]) return false;
    return true;
  }
}

/** Which names, attributes and held states a tree has at all; a selector that asks for others matches nothing. */
export class Presence {
  /** How many elements carry each name. */
  readonly carriers: Uint32Array;
  readonly #attributes = new Set<string>();

  constructor(private readonly tree: Tree) {
    this.carriers = new Uint32Array(tree.names.size);
    for (let row = 0; row < tree.size; row++) {
      for (const name of namesOf(tree, row)) this.carriers[name]++;
      for (const name of tree.attributes[row].keys()) this.#attributes.add(name.toLowerCase());
    }
  }

  /** False only where the selector cannot match anywhere in the tree. */
  mayMatch({ compounds }: Selector): boolean {
    return compounds.every((compound) => this.#mayExist(compound));
  }

  #mayExist({ tag, ids, classes, tests }: Compound): boolean {
    if (tag >= 0 && !this.carriers[tag]) return false;
    for (const name of ids) if (!this.carriers[name]) return false;
    for (const name of classes) if (!this.carriers[name]) return false;
    for (const test of tests) {
      if (
        test.kind === 'attribute' &&
        test.attribute.namespace === '' &&
        !this.#attributes.has(test.attribute.lowerName)
      )
        return false;
      if (test.kind === 'pseudo-class' && !this.#mayHold(test.name)) return false;
      if (test.kind === 'any' && !test.list.some((one) => this.mayMatch(one))) return false;
    }
    return true;
  }

  #mayHold(name: string): boolean {
    const kind = pseudoClasses[name];
    return kind === 'held' ? this.tree.held.has(name) : kind !== 'never';
  }
}

/**
 * The rules that are filed under one name, beside the rarest of what each asks for otherwise: most are refused by looking
 * up a number, themselves unread.
 */
export class Sieve {
  /** A name that the element itself must have; −1 for none. */
  readonly #own: Int32Array;
  /** A name that one of its ancestors must have; −1 for none. */
  readonly #above: Int32Array;

  /** `key` is the name under which the rules are filed, undefined where they are filed under none. */
  constructor(
    private readonly rules: readonly IndexedRule[],
    key: number | undefined,
    carriers: Uint32Array,
  ) {
    const rarest = (names: readonly number[]): number =>
      names.reduce((least, name) => (least < 0 || carriers[name] < carriers[least] ? name : least), -1);
    this.#own = Int32Array.from(rules, ({ selector }) => {
      const { tag, ids, classes } = selector.compounds[selector.compounds.length - 1];
      return rarest([tag, ...ids, ...classes].filter((name) => name >= 0 && name !== key));
    });
    this.#above = Int32Array.from(rules, ({ needs }) => rarest(needs));
  }

  /** Adds those that may match an element that has the names marked in `own`, on whose ancestors `above` counts names. */
  sift(own: Uint8Array, above: Uint32Array, passed: IndexedRule[]): void {
    const owns = this.#own;
    const aboves = this.#above;
    for (let i = 0; i < owns.length; i++) {
      if (owns[i] >= 0 && own[owns[i]] === 0) continue;
      if (aboves[i] >= 0 && above[aboves[i]] === 0) continue;
      passed.push(this.rules[i]);
    }
  }
}
