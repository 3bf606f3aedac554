/** Where an element's start tag stands in the markup, counted from 1; undefined where a parser made it up. */
export interface MarkupPlace {
  readonly line: number;
  readonly column: number;
  /** Offsets of the start tag in the markup. */
  readonly start: number;
  readonly end: number;
}

interface TextPiece {
  readonly text: string;
  readonly element: PageElement;
}

/** An element of a page. Frozen; `index` is its place in `page.elements`. */
export class PageElement {
  readonly index: number;
  readonly tag: string;
  readonly id: string;
  /** In the order of the attribute, repeated names once. */
  readonly classes: readonly string[];
  readonly attributes: ReadonlyMap<string, string>;
  /** The enclosing element; of the topmost in a shadow tree its host; null of the document's root. */
  readonly parent: PageElement | null;
  readonly children: readonly PageElement[];
  readonly place?: MarkupPlace;
  /** The element whose shadow tree it stands in (CSS Scoping 1 §3.1); null in the document's own tree. */
  readonly host: PageElement | null;
  /** The topmost elements of its own shadow tree, in order; undefined without one that can be read. */
  readonly shadow?: readonly PageElement[];
  /** Whether that tree is closed to the page's scripts; parts, variables and inheritance reach in all the same. */
  readonly isClosed: boolean;
  readonly #texts: readonly (string | PageElement)[];
  readonly #slots: ReadonlyMap<PageElement, PageElement>;

  /** @internal Made by `parsePage`. */
  constructor(
    made: Omit<
      PageElement,
      'text' | 'textPieces' | 'allTextPieces' | 'ownText' | 'assignedSlot' | 'drawnIn'
    > & {
      texts: readonly (string | PageElement)[];
      slots: ReadonlyMap<PageElement, PageElement>;
    },
  ) {
    this.index = made.index;
    this.tag = made.tag;
    this.id = made.id;
    this.classes = made.classes;
    this.attributes = made.attributes;
    this.parent = made.parent;
    this.children = made.children;
    this.place = made.place;
    this.host = made.host;
    this.shadow = made.shadow;
    this.isClosed = made.isClosed;
    this.#texts = made.texts;
    this.#slots = made.slots;
  }

  /** The slot of its parent's shadow tree that shows it; null for none. */
  get assignedSlot(): PageElement | null {
    return this.#slots.get(this) ?? null;
  }

  /** What it inherits from and is drawn in: its slot, else its parent (the flat tree of CSS Scoping 1 §3.4). */
  get drawnIn(): PageElement | null {
    return this.assignedSlot ?? this.parent;
  }

  /** Its text and that of all elements within, white space folded; '' for none. Scripts and sheets have none. */
  get text(): string {
    return this.textPieces
      .map(({ text }) => text)
      .join('')
      .replace(/\s+/g, ' ')
      .trim();
  }

  /** @internal The same as it is written, piece by piece, each with the element that it stands in. */
  get textPieces(): readonly TextPiece[] {
    return this.#pieces((tag) => !/^(script|style|template|noscript)$/.test(tag));
  }

  /** @internal With what nobody reads. */
  get allTextPieces(): readonly TextPiece[] {
    return this.#pieces(() => true);
  }

  #pieces(isRead: (tag: string) => boolean): TextPiece[] {
    const pieces: TextPiece[] = [];
    // What is still to come, nearest last: pieces of text, each with whom it belongs to.
    const open: { next: string | PageElement; element: PageElement }[] = [{ next: this, element: this }];
    while (open.length) {
      const { next, element } = open.pop()!;
      if (typeof next === 'string') pieces.push({ text: next, element });
      else if (isRead(next.tag))
        for (const inner of next.#texts.toReversed()) open.push({ next: inner, element: next });
    }
    return pieces;
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
