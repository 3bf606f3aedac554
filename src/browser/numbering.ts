import { liveElements } from './own.js';

/**
 * The numbers by which room and page name elements: each reading of the page gives new ones. The room may still speak
 * of the reading before the last.
 */
export class Numbering {
  readonly #readings = new Map<number, readonly Element[]>();
  #latest = 0;
  #numbers = new Map<Element, number>();

  constructor(private readonly document: Document) {
    this.use(liveElements(document));
  }

  /** The elements as they stand now, without giving them numbers yet. */
  get present(): Element[] {
    return liveElements(this.document);
  }

  get latest(): number {
    return this.#latest;
  }

  /** From now on these are 0, 1, 2…; returns the reading's own number. */
  use(elements: readonly Element[]): number {
    this.#latest++;
    this.#readings.set(this.#latest, elements);
    this.#readings.delete(this.#latest - 4);
    this.#numbers = new Map(elements.map((element, index) => [element, index]));
    return this.#latest;
  }

  /** Of a reading that is forgotten, or was never told, none. */
  elements(indices: readonly number[], reading: number): (Element | undefined)[] {
    const list = this.#readings.get(reading);
    return indices.map((index) => list?.[index]);
  }

  /** By the latest reading; −1 for what came since. */
  indexOf(element: Element): number {
    return this.#numbers.get(element) ?? -1;
  }
}
