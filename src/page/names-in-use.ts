import { nearest } from '../text/index.js';
import type { PageElement } from './element.js';

/** The names that elements have. */
interface NamesInUse {
  readonly classes: ReadonlySet<string>;
  readonly ids: ReadonlySet<string>;
  /** Both as selectors, each once, in order of the elements. */
  readonly selectors: ReadonlySet<string>;
}

const inUse = new WeakMap<readonly PageElement[], NamesInUse>();

export function namesInUse(elements: readonly PageElement[]): NamesInUse {
  let names = inUse.get(elements);
  if (!names) {
    const made = { classes: new Set<string>(), ids: new Set<string>(), selectors: new Set<string>() };
    for (const { id, classes } of elements) {
      for (const name of classes) {
        made.classes.add(name);
        made.selectors.add(`.${name}`);
      }
      if (!id) continue;
      made.ids.add(id);
      made.selectors.add(`#${id}`);
    }
    inUse.set(elements, (names = made));
  }
  return names;
}

/** Words for a message about a selector that matched nothing: class names and ids like those in it. */
export function nearestNames(elements: readonly PageElement[], selector: string): string[] {
  const known = namesInUse(elements).selectors;
  const mentioned = selector.match(/[.#][\w-]+/g) ?? [];
  return mentioned
    .filter((name) => !known.has(name))
    .flatMap((name) => {
      const bare = name.slice(1);
      const sameWord = [...known].filter(
        (other) => other !== name && other.slice(1).toLowerCase() === bare.toLowerCase(),
      );
      return [...sameWord, ...nearest(name, known)];
    })
    .filter((name, i, all) => all.indexOf(name) === i)
    .slice(0, 3);
}
