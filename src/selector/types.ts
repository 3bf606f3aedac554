/** Ids, classes and their like, types and their like (Selectors 4 §17). */
export type Specificity = readonly [ids: number, classes: number, types: number];

export type Combinator = ' ' | '>' | '+' | '~';

/** A condition on one element that is not a plain tag, id or class. */
export type Test =
  | { readonly kind: 'attribute'; readonly attribute: AttributeTest }
  | { readonly kind: 'any' | 'none'; readonly list: readonly Selector[] }
  | { readonly kind: 'has'; readonly list: readonly Selector[]; readonly sideways: boolean }
  | {
      readonly kind: 'nth';
      readonly step: number;
      readonly offset: number;
      readonly fromEnd: boolean;
      readonly sameType: boolean;
      readonly of?: readonly Selector[];
    }
  | { readonly kind: 'pseudo-class'; readonly name: string }
  | { readonly kind: 'lang'; readonly ranges: readonly string[] }
  | { readonly kind: 'dir'; readonly direction: string }
  | { readonly kind: 'namespace'; readonly namespace: string }
  | { readonly kind: 'anchor' }
  /** `:host` of the tree that the rule stands in: with one of a list, or (`above`) anything around it with one. */
  | { readonly kind: 'host'; readonly list?: readonly Selector[]; readonly above: boolean };

/** How a selector reaches into another tree from the element that its compounds match. */
export type Through =
  /** Inside the shadow tree of the element (CSS Shadow Parts 1 §3). */
  | { readonly kind: 'part'; readonly names: readonly string[] }
  /** What is assigned to the element, a slot (CSS Scoping 1 §3.2.4). */
  | { readonly kind: 'slotted'; readonly list: readonly Selector[] };

export interface AttributeTest {
  readonly name: string;
  readonly lowerName: string;
  readonly operator: '' | '=' | '~=' | '|=' | '^=' | '$=' | '*=';
  readonly value: string;
  /** `i` as written; 'auto' leaves it to HTML's list. */
  readonly letterCase: 'i' | 'auto';
  /** A prefix; `*` for an attribute in any namespace or none, '' for one in none. */
  readonly namespace: string;
}

/** Simple selectors that one element must satisfy together; −1 and empty lists ask nothing. */
export interface Compound {
  readonly tag: number;
  readonly ids: readonly number[];
  readonly classes: readonly number[];
  readonly tests: readonly Test[];
}

/** One complex selector, compiled: compounds from left to right, `combinators[i]` before `compounds[i + 1]`. */
export interface Selector {
  readonly text: string;
  readonly compounds: readonly Compound[];
  readonly combinators: readonly Combinator[];
  /** '' for an element, otherwise the pseudo-element(s) as written in lower case, `::before`. */
  readonly pseudo: string;
  /** Into another tree, before the pseudo-element. */
  readonly through?: Through;
  /** Pseudo-classes behind the pseudo-element, or behind what stands in another tree. */
  readonly pseudoStates: readonly Test[];
  readonly specificity: Specificity;
}

/** The selectors in a test's list; [] for none. */
export function listIn(test: Test): readonly Selector[] {
  return (test.kind === 'nth' ? test.of : 'list' in test ? test.list : undefined) ?? [];
}

/** One number that orders specificities; each part counts up to 65,535. */
export function packSpecificity([ids, classes, types]: Specificity): number {
  const cap = (n: number) => Math.min(n, 0xffff);
  return (cap(ids) * 0x10000 + cap(classes)) * 0x10000 + cap(types);
}

/** (1,0,2) */
export function specificityText([ids, classes, types]: Specificity): string {
  return `(${ids},${classes},${types})`;
}
