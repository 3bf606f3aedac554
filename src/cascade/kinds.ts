import type { Compound, Selector, Test, Tree } from '../selector/index.js';

/**
 * Whether a selector looks further than at an element and up at its ancestors: at siblings, descendants, states, places.
 * True where in doubt, which is always right, only slower.
 */
export function looksAround({ compounds, combinators, pseudoStates }: Selector): boolean {
  return (
    pseudoStates.length > 0 ||
    combinators.some((combinator) => combinator === '+' || combinator === '~') ||
    compounds.some(({ tests }) => tests.some(testsAround))
  );
}

function testsAround(test: Test): boolean {
  switch (test.kind) {
    case 'attribute':
      return test.attribute.namespace !== '';
    case 'any':
    case 'none':
      return test.list.some(looksAround);
    case 'has':
    case 'nth':
    case 'pseudo-class':
    case 'lang':
    case 'dir':
    case 'namespace':
    case 'anchor':
    case 'host':
      return true;
  }
}

/** What a set of selectors can tell elements apart by. */
interface Features {
  readonly names: Uint8Array;
  readonly attributes: ReadonlySet<string>;
}

function featuresOf(selectors: Iterable<Selector>, tree: Tree): Features {
  const names = new Uint8Array(tree.names.size);
  const attributes = new Set<string>();
  const visitCompound = ({ tag, ids, classes, tests }: Compound): void => {
    if (tag >= 0) names[tag] = 1;
    for (const name of ids) names[name] = 1;
    for (const name of classes) names[name] = 1;
    for (const test of tests) {
      if (test.kind === 'attribute') attributes.add(test.attribute.lowerName);
      if (test.kind === 'any' || test.kind === 'none') test.list.forEach(visit);
    }
  };
  const visit = ({ compounds }: Selector): void => compounds.forEach(visitCompound);
  for (const selector of selectors) visit(selector);
  return { names, attributes };
}

/** A tree of numbers, each path with a number of its own. */
interface Step {
  number: number;
  readonly next: Map<number, Step>;
}

/**
 * Sorts the elements of a tree into kinds that the given selectors cannot tell apart by themselves, and into
 * situations: the same kind, with ancestors of the same kinds. A selector that looks no further than that
 * need be asked once for each.
 */
export class Kinds {
  readonly #situations: Int32Array;

  constructor(tree: Tree, selectors: Iterable<Selector>) {
    const features = featuresOf(selectors, tree);
    const kinds = new Int32Array(tree.size);
    const root: Step = { number: -1, next: new Map() };
    const values = new Map<string, number>();
    let count = 0;
    for (let row = 0; row < tree.size; row++) {
      let at = root;
      const step = (key: number): void => {
        let next = at.next.get(key);
        if (!next) at.next.set(key, (next = { number: -1, next: new Map() }));
        at = next;
      };
      step(row === 0 ? -1 : tree.isHtml[row]);
      if (features.names[tree.tag[row]]) step(tree.tag[row] + 2);
      if (tree.id[row] >= 0 && features.names[tree.id[row]]) step(tree.id[row] + 2);
      for (const name of tree.classes[row]) if (features.names[name]) step(name + 2);
      if (features.attributes.size) {
        for (const [name, value] of tree.attributes[row]) {
          if (!features.attributes.has(name.toLowerCase())) continue;
          const text = `${name}=${value}`;
          if (!values.has(text)) values.set(text, values.size);
          step(-2 - values.get(text)!);
        }
      }
      if (at.number < 0) at.number = count++;
      kinds[row] = at.number;
    }
    this.#situations = situations(tree, kinds, count);
  }

  situationOf(row: number): number {
    return this.#situations[row];
  }
}

function situations(tree: Tree, kinds: Int32Array, kindCount: number): Int32Array {
  const found = new Int32Array(tree.size);
  const numbers = new Map<number, number>();
  for (let row = 0; row < tree.size; row++) {
    // A parent stands before its children, so its number is known.
    const above = tree.parent[row] < 0 ? 0 : found[tree.parent[row]] + 1;
    const key = above * kindCount + kinds[row];
    let number = numbers.get(key);
    if (number === undefined) numbers.set(key, (number = numbers.size));
    found[row] = number;
  }
  return found;
}
