import { elementOf, longhandsChangedBy, mayBeChangedBy, type Target } from '../cascade/index.js';
import { readState, type Held, type Page, type PageElement, type StyleBlock } from '../page/index.js';
import {
  canBeIn,
  listIn,
  matchesNames,
  type Compound,
  type Names,
  type Selector,
} from '../selector/index.js';
import { stateOfClass, stateOfTest } from './toggled.js';

/** A state that the sheets know of and that would change a target if a script or a person brought it about. */
export interface ToggledState {
  /** The class, attribute or pseudo-class that is not there now: `.is-open`, `[aria-expanded="true"]`, `:hover`. */
  readonly state: string;
  /** The element that would carry it: the target's own, or one that encloses it. */
  readonly on: PageElement;
  readonly steps: number;
  /** The longhands that would get another winner on the target, in order of name. */
  readonly changes: readonly string[];
  /** To hold it: `page.under({ held: [held] })`. */
  readonly held: Held;
}

/**
 * From the sheets alone: the classes, attributes and pseudo-classes that are not there now and would change
 * this target, if the target or a box around it had them; the nearest first. [] for none.
 */
export function toggledStates(page: Page, target: Target): ToggledState[] {
  const states = statesInSheets(page).filter(({ state }) => mayBeChangedBy(page, target, state));
  const found: ToggledState[] = [];
  let steps = 0;
  for (let on: PageElement | null = elementOf(target); on; on = on.parent, steps++) {
    for (const { state, said, beside } of states) {
      if (
        !canGetInto(page, on, { state, said }) ||
        !beside.some((names) => matchesNames(names, on!.index, page.tree))
      )
        continue;
      const held = { element: on, state };
      const changes = longhandsChangedBy(page, target, held);
      if (changes.length) found.push({ state, on, steps, changes, held });
    }
  }
  return found;
}

/** Whether an element is not in a state, and may come to be. */
function canGetInto(
  { tree }: Page,
  { index, classes, attributes }: PageElement,
  { state, said: { kind, name, value } }: Pick<StateInSheets, 'state' | 'said'>,
): boolean {
  switch (kind) {
    case 'class':
      return !classes.includes(name);
    case 'attribute':
      // `[open]` is there whatever its value.
      return state.includes('=') ? attributes.get(name) !== value : !attributes.has(name);
    case 'pseudo':
      return canBeIn(name, index, tree);
  }
}

interface StateInSheets {
  readonly state: string;
  /** The same, taken apart. */
  readonly said: ReturnType<typeof readState>;
  /** What else each compound that names it asks of its carrier's names, other states left aside. */
  readonly beside: readonly Compound[];
}

const known = new WeakMap<object, readonly StateInSheets[]>();

/** The states that the platform's selectors name, in the order of the sheets: pseudo-classes, classes, telling attributes. */
function statesInSheets(page: Page): readonly StateInSheets[] {
  let states = known.get(page.identity);
  if (!states) {
    const found = new StatesFound(page.tree.names);
    for (const { blocks } of [page.styles, ...page.components])
      for (const block of blocks) found.addBlock(block);
    known.set(page.identity, (states = found.all));
  }
  return states;
}

/** Gathers states from compiled selectors, whatever lists they stand in. */
class StatesFound {
  readonly #beside = new Map<string, Map<string, Compound>>();
  readonly #ofClasses = new Map<number, string | undefined>();

  constructor(private readonly names: Names) {}

  get all(): readonly StateInSheets[] {
    return [...this.#beside].map(([state, beside]) => ({
      state,
      said: readState(state),
      beside: [...beside.values()],
    }));
  }

  addBlock({ selectors, scope }: StyleBlock): void {
    this.#addAll(selectors);
    for (let around = scope; around; around = around.parent) {
      this.#addAll(around.roots ?? []);
      this.#addAll(around.limits);
    }
  }

  #addAll(list: readonly Selector[]): void {
    for (const { compounds, through, pseudoStates } of list) {
      for (const compound of compounds) this.#addCompound(compound);
      if (through?.kind === 'slotted') this.#addAll(through.list);
      // Said of a pseudo-element, and brought about by its element.
      if (pseudoStates.length) this.#addCompound({ ...anything, tests: pseudoStates });
    }
  }

  #addCompound(compound: Compound): void {
    const { tag, ids, classes, tests } = compound;
    const states = classes.map((name) => this.#ofClass(name));
    const lasting = classes.filter((_, i) => states[i] === undefined);
    const key = [tag, ...ids, ...lasting].join();
    const names = { tag, ids, classes: lasting, tests: [] };
    for (const state of [...states, ...tests.map(stateOfTest)])
      if (state !== undefined) this.#note(state, key, names);
    for (const test of tests) this.#addAll(listIn(test));
  }

  #ofClass(name: number): string | undefined {
    if (!this.#ofClasses.has(name)) this.#ofClasses.set(name, stateOfClass(this.names, name));
    return this.#ofClasses.get(name);
  }

  #note(state: string, key: string, names: Compound): void {
    const beside = this.#beside.get(state);
    if (beside) beside.set(key, names);
    else this.#beside.set(state, new Map([[key, names]]));
  }
}

/** Asks nothing. */
const anything: Compound = { tag: -1, ids: [], classes: [], tests: [] };
