/** Where an element's start tag stands in the markup, counted from 1; undefined where a parser made it up. */
export interface MarkupPlace {
  readonly line: number;
  readonly column: number;
  /** Offsets of the start tag in the markup. */
  readonly start: number;
  readonly end: number;
}

/** An element of a page. Frozen; `index` is its place in `page.elements`. */
export class PageElement {
  readonly index: number;
  readonly tag: string;
  readonly id: string;
  /** In the order of the attribute, repeated names once. */
  readonly classes: readonly string[];
  readonly attributes: ReadonlyMap<string, string>;
  readonly parent: PageElement | null;
  readonly children: readonly PageElement[];
  readonly place?: MarkupPlace;
  readonly #texts: readonly (string | PageElement)[];

  /** @internal Made by `parsePage`. */
  constructor(made: Omit<PageElement, 'text' | 'ownText'> & { texts: readonly (string | PageElement)[] }) {
    this.index = made.index;
    this.tag = made.tag;
    this.id = made.id;
    this.classes = made.classes;
    this.attributes = made.attributes;
    this.parent = made.parent;
    this.children = made.children;
    this.place = made.place;
    this.#texts = made.texts;
  }

  /** Its text and that of all elements within, white space folded; '' for none. Scripts and sheets have none. */
  get text(): string {
    const parts: string[] = [];
    const open: (string | PageElement)[] = [this];
    while (open.length) {
      const next = open.pop()!;
      if (typeof next === 'string') parts.push(next);
      else if (!/^(script|style|template|noscript)$/.test(next.tag)) open.push(...next.#texts.toReversed());
    }
    return parts.join('').replace(/\s+/g, ' ').trim();
  }

  /** The text that stands in the element itself, white space folded. */
  get ownText(): string {
    return this.#texts
      .filter((text) => typeof text === 'string')
      .join('')
      .replace(/\s+/g, ' ')
      .trim();
  }
}
