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
  /** The element's own text where `:dir(auto)` and `:placeholder-shown` need it. */
  readonly textOf: (row: number) => string;
  /** The tag as `PageElement.tag` has it. */
  readonly tagOf: (row: number) => string;
  readonly namespaceOf: (row: number) => string;
  /** Rows for which each held pseudo-class (without colon) is true. */
  readonly held: ReadonlyMap<string, ReadonlySet<number>>;
}
