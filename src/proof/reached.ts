import type { Page, StyleBlock } from '../page/index.js';
import { matchContext, matches, type Selector } from '../selector/index.js';
import { rowsOfAll, selectorsInAllStates } from './states.js';

/** Which rows a rule may match in some states. */
export class Reached {
  readonly #isOfParts: boolean;
  /** Selectors that may match anything, which some rows answer sooner than all. */
  readonly #nameless: readonly Selector[];
  readonly #named: readonly Selector[];
  /** What those match, in the order of the tree. */
  #rows?: readonly number[];
  /** So often without having found them. */
  #asked = 0;

  constructor(
    private readonly page: Page,
    rule: StyleBlock,
  ) {
    // Parts are in trees of their own, and may be anywhere.
    this.#isOfParts = rule.selectors.some(({ through }) => through !== undefined);
    const selectors = selectorsInAllStates(page, rule);
    const isMany = page.tree.roots.length > 1;
    this.#nameless = selectors.filter((one) => !isMany && isNameless(one));
    this.#named = selectors.filter((one) => isMany || !isNameless(one));
  }

  /** Whether any of these rows, in the order of the tree, is one of them. */
  isAmong(rows: readonly number[]): boolean {
    if (this.#isOfParts) return rows.length > 0;
    return this.#isOfNamed(rows) || this.#isOneOf(this.#nameless, rows);
  }

  #isOfNamed(rows: readonly number[]): boolean {
    const isOfFew = rows.length * few < this.page.tree.size;
    if (!this.#rows && isOfFew && this.#asked++ < seldom) return this.#isOneOf(this.#named, rows);
    this.#rows ??= rowsOfAll(this.page, this.#named).toSorted((a, b) => a - b);
    return shareAny(rows, this.#rows);
  }

  #isOneOf(selectors: readonly Selector[], rows: readonly number[]): boolean {
    const context = matchContext(this.page.tree);
    return selectors.some((selector) => rows.some((row) => matches(selector, row, context)));
  }
}

/** Where rows are so small a part of a tree, and asked about so seldom, they are asked one by one: whom else a rule may match is not looked for. */
const few = 16;
const seldom = 3;

function isNameless({ compounds }: Selector): boolean {
  const { tag, ids, classes } = compounds[compounds.length - 1];
  return tag < 0 && ids.length === 0 && classes.length === 0;
}

/** The first place in a row of numbers in order that is not below one. */
export function placeOf(numbers: readonly number[], least: number): number {
  let [low, high] = [0, numbers.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (numbers[middle] < least) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Whether two rows of numbers, each in order, have any in common. */
function shareAny(some: readonly number[], others: readonly number[]): boolean {
  const [few, many] = some.length < others.length ? [some, others] : [others, some];
  return few.some((one) => many[placeOf(many, one)] === one);
}
