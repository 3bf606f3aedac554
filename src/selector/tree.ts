/** Class names, ids, tags as small numbers, so that comparing two names compares two numbers. */
export class Names {
  readonly #numbers = new Map<string, number>();
  readonly #keys: string[] = [];

  get size(): number {
    return this.#numbers.size;
  }

  /** The number of a name, given on first sight. Keys are `.class`, `#id`, `tag`. */
  intern(key: string): number {
    const known = this.#numbers.get(key);
    if (known !== undefined) return known;
    const fresh = this.#numbers.size;
    this.#numbers.set(key, fresh);
    this.#keys.push(key);
    return fresh;
  }

  /** The key of a number: `.class`, `#id` or `tag`. */
  textOf(number: number): string {
    return this.#keys[number];
  }
}

/** One node tree: the document's, or a shadow tree. */
export interface TreeRoot {
  /** −1 for the document. */
  readonly host: number;
  readonly start: number;
  /** Row after the last. */
  readonly end: number;
}

export const htmlNamespace = 'http://www.w3.org/1999/xhtml';

/**
 * What matching needs to know of a document: one column a fact, one row an element in document order.
 * −1 stands for "none" throughout.
 */
export interface Tree {
  readonly names: Names;
  /** In quirks mode class names and ids match without regard to ASCII case (HTML Standard §4.16.1). */
  readonly quirks: boolean;
  readonly size: number;
  readonly parent: Int32Array;
  readonly previous: Int32Array;
  readonly next: Int32Array;
  readonly firstChild: Int32Array;
  /** Row after the last descendant. */
  readonly end: Int32Array;
  /** The tag, lower-cased, and as it is. */
  readonly tag: Int32Array;
  readonly exactTag: Int32Array;
  readonly id: Int32Array;
  readonly classes: readonly (readonly number[])[];
  readonly attributes: readonly ReadonlyMap<string, string>[];
  /** 1 for elements in the HTML namespace. */
  readonly isHtml: Uint8Array;
  /** 1 where a text node of at least one character is a child. */
  readonly hasText: Uint8Array;
  /** The text that stands in the element itself, as it is. */
  readonly ownTextOf: (row: number) => string;
  /** All texts in an element and in what it holds, in order, each with the row that it stands in. */
  readonly textsIn: (row: number) => Iterable<{ readonly text: string; readonly row: number }>;
  /** The tag as `PageElement.tag` has it. */
  readonly tagOf: (row: number) => string;
  readonly namespaceOf: (row: number) => string;
  /** Number of the tree that an element stands in; 0 for the document's own. */
  readonly root: Int32Array;
  /** All trees, the document's own first; of each its rows, which follow each other, and the row of its host. */
  readonly roots: readonly TreeRoot[];
  /** Number of the shadow tree of an element; −1 for none. */
  readonly shadow: (row: number) => number;
  /** Whether a custom element has been defined by a script. */
  readonly isDefined: (row: number) => boolean;
  /**
   * What an element inherits from and is drawn in (CSS Scoping 1 §3.4): the slot that it is assigned to, else its parent,
   * for the topmost of a shadow tree its host. The same column as `parent` where there are no shadow trees.
   */
  readonly flatParent: Int32Array;
  /** Rows for which each held pseudo-class (without colon) is true. */
  readonly held: ReadonlyMap<string, ReadonlySet<number>>;
  /** Of each form control that a living document told of, what hangs on its value: no other pseudo-class of that kind is true. */
  readonly told?: ReadonlyMap<number, ReadonlySet<string>>;
  /** Of a tree in which states are held: the same without them. */
  readonly bare?: { readonly tree: Tree; readonly change: HeldChange };
}

/** What held states change in a tree. */
export interface HeldChange {
  /** Numbers of classes. */
  readonly classes: ReadonlySet<number>;
  /** In lower case. */
  readonly attributes: ReadonlySet<string>;
  /** Pseudo-classes without their colon. */
  readonly states: ReadonlySet<string>;
}
