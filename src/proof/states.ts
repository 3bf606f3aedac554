import { comesWithState } from '../facts/index.js';
import { isHeldState, stateOfClass, stateOfTest } from '../hook/index.js';
import type { Held, Page, StyleBlock } from '../page/index.js';
import {
  canBeIn,
  listIn,
  matchContext,
  matches,
  partRows,
  rowsAskedFor,
  type Compound,
  type Selector,
  type Test,
} from '../selector/index.js';

/** What must be held for a rule to match as its author meant it. */
export interface RuleStates {
  /** What is held at once, for each way in which the rule can match; [] for a rule without states. */
  readonly sets: readonly (readonly Held[])[];
  /** States as a person reads them, `:hover on .due-row`, each once. */
  readonly words: readonly string[];
}

const none: RuleStates = { sets: [], words: [] };

/** Ways to match, of lists inside of lists. */
const mostWays = 12;

/**
 * The states that a rule's selectors name, on all that could be in them: pseudo-classes that a person brings about,
 * and, where the selector matches nothing as the page stands, what a script or a person toggles: classes that mark a
 * state, `:checked`, `[open]`, `[aria-expanded="true"]`. What stands in `:not()` holds already, and is asked for only
 * where the states are wanted in which the rule ceases to match (`alsoNegated`).
 */
export function statesOf(
  page: Page,
  { selectors }: Pick<StyleBlock, 'selectors'>,
  alsoNegated = false,
): RuleStates {
  if (!selectors.some((selector) => mayHaveState(page, selector))) return none;
  const found = selectors.flatMap(waysOf).map((selector) => {
    const wanted = new Wanted(page, !matchesNow(page, selector), alsoNegated);
    wanted.inSelector(selector, []);
    return wanted;
  });
  const sets = new Map(
    found
      .filter(({ held }) => held.length > 0)
      .map(({ held }) => [held.map(({ element, state }) => `${element?.index} ${state}`).join(), held]),
  );
  if (sets.size === 0) return none;
  return {
    sets: [...sets.values()],
    words: [...new Set(found.flatMap(({ words }) => words))],
  };
}

/** What a rule's selectors match while all the states that they name are held, wherever that may be; with pseudo-elements left aside. */
export const rowsInAllStates = (page: Page, rule: Pick<StyleBlock, 'selectors'>): readonly number[] =>
  rowsOfAll(page, selectorsInAllStates(page, rule));

/** What any of these selectors matches, each row once. */
export function rowsOfAll(page: Page, selectors: readonly Selector[]): readonly number[] {
  return [...new Set(selectors.flatMap((selector) => rowsOf(page, selector)))];
}

/** Those of a rule's selectors that name a state, without what they say of states, of pseudo-elements and of other trees. */
export function selectorsInAllStates(
  page: Page,
  { selectors }: Pick<StyleBlock, 'selectors'>,
): readonly Selector[] {
  const wanted = new Wanted(page, true, true);
  return selectors
    .filter((selector) => mayHaveState(page, selector))
    .map((selector) => ({ ...wanted.stateless(selector), through: undefined }));
}

/** Whether anything in a selector may be a state; most have none, and need not be asked of any element. */
function mayHaveState(page: Page, { compounds, pseudoStates }: Selector): boolean {
  const { inMarkup } = classNames(page);
  return (
    pseudoStates.length > 0 ||
    compounds.some(
      ({ classes, tests }) =>
        classes.some((name) => !inMarkup.has(name)) ||
        tests.some((test) => {
          switch (test.kind) {
            case 'pseudo-class':
            case 'attribute':
              return stateBehind(test) !== undefined;
            case 'any':
            case 'none':
            case 'has':
              return test.list.some((inner) => mayHaveState(page, inner));
            case 'nth':
              return test.of?.some((inner) => mayHaveState(page, inner)) ?? false;
            case 'lang':
            case 'dir':
            case 'namespace':
            case 'anchor':
            case 'host':
              return false;
          }
        }),
    )
  );
}

/** A state that a test asks for, or one that brings it about. */
function stateBehind(test: Test): string | undefined {
  const isBroughtAbout = test.kind === 'pseudo-class' && Object.hasOwn(comesWithState, test.name);
  return isBroughtAbout ? `:${comesWithState[test.name]}` : stateOfTest(test);
}

/** A selector for each of the ways that its `:is()` lists, those of nesting included, leave open. */
function waysOf(selector: Selector): Selector[] {
  let ways: Selector[] = [selector];
  selector.compounds.forEach((compound, at) => {
    compound.tests.forEach((test, which) => {
      if (
        test.kind !== 'any' ||
        (test.list.length < 2 && !test.list.some(({ compounds }) => compounds.length))
      )
        return;
      const inner = test.list.flatMap(waysOf);
      if (inner.length < 2 || ways.length * inner.length > mostWays) return;
      ways = ways.flatMap((way) => inner.map((one) => withTest(way, at, which, { ...test, list: [one] })));
    });
  });
  return ways;
}

function withTest(selector: Selector, at: number, which: number, test: Test): Selector {
  const compounds = selector.compounds.with(at, {
    ...selector.compounds[at],
    tests: selector.compounds[at].tests.with(which, test),
  });
  return { ...selector, compounds };
}

/** What a selector matches, its pseudo-element left aside; in shadow trees too, where there are any. */
function rowsOf({ tree, elements }: Page, selector: Selector): readonly number[] {
  if (tree.roots.length === 1) return rowsAskedFor(tree, selector);
  const context = matchContext(tree);
  return elements.flatMap(({ index }) => (matches(selector, index, context) ? [index] : []));
}

const matchesNow = (page: Page, selector: Selector): boolean =>
  rowsOf(page, { ...selector, pseudo: '', pseudoStates: [] }).length > 0;

/** Collects the states of one selector. */
class Wanted {
  readonly held: Held[] = [];
  readonly words: string[] = [];

  constructor(
    private readonly page: Page,
    /** Whether states that scripts toggle are looked for too. */
    private readonly alsoToggled: boolean,
    private readonly alsoNegated: boolean,
  ) {}

  /** `around` are selectors whose last compound is on the same element. */
  inSelector(selector: Selector, around: readonly Selector[]): void {
    selector.compounds.forEach((compound, at) => {
      const isLast = at === selector.compounds.length - 1;
      const outer = isLast ? around : [];
      const front: Selector = {
        ...selector,
        through: undefined,
        compounds: selector.compounds.slice(0, at + 1),
        combinators: selector.combinators.slice(0, at),
      };
      for (const test of compound.tests) this.#inTest(test, front, outer);
      for (const name of compound.classes) this.#toggledClass(name, front, outer);
      // What stands behind `::part()` is said of the part.
      const { through, pseudoStates } = selector;
      if (isLast) for (const test of pseudoStates) this.#inTest(test, { ...front, through }, outer);
    });
  }

  #inTest(test: Test, front: Selector, around: readonly Selector[]): void {
    switch (test.kind) {
      case 'pseudo-class':
      case 'attribute': {
        const state = this.#stateOf(test);
        const sign = test.kind === 'pseudo-class' ? `:${test.name}` : state;
        if (state) this.#hold(state, front, around, sign);
        return;
      }
      case 'any':
        for (const inner of test.list) this.inSelector(inner, [front, ...around]);
        return;
      case 'has':
        // Below the anchor only the element itself is asked for; the anchor stands in no compound.
        for (const inner of test.list) this.inSelector(withoutAnchor(inner), []);
        return;
      case 'nth':
        for (const inner of test.of ?? []) this.inSelector(inner, [front, ...around]);
        return;
      case 'none':
        if (this.alsoNegated) for (const inner of test.list) this.inSelector(inner, [front, ...around]);
        return;
      case 'lang':
      case 'dir':
      case 'namespace':
      case 'anchor':
      case 'host':
        return;
    }
  }

  #stateOf(test: Test): string | undefined {
    return this.alsoToggled || isHeldState(test) ? stateBehind(test) : undefined;
  }

  #toggledClass(name: number, front: Selector, around: readonly Selector[]): void {
    if (!this.alsoToggled) return;
    const { inMarkup, inSheets } = classNames(this.page);
    if (inMarkup.has(name) || !inSheets.has(name)) return;
    const state = stateOfClass(this.page.tree.names, name);
    if (state) this.#hold(state, front, around);
  }

  /** `sign` is what the selector says for the state. */
  #hold(state: string, front: Selector, around: readonly Selector[], sign = state): void {
    const { tree, elements } = this.page;
    const stripped = [front, ...around].map((one) => this.stateless(one));
    const ofPart = stripped.find(({ through }) => through?.kind === 'part');
    const others = stripped.filter((one) => one !== ofPart);
    const among = ofPart ? partRows(tree, ofPart, 0) : rowsOf(this.page, others[0]);
    const further = ofPart ? others : others.slice(1);
    const carriers = among.filter((row) => {
      const context = matchContext(tree, ofPart ? tree.root[row] : 0);
      const isFit = !state.startsWith(':') || canBeIn(state.slice(1), row, tree);
      return isFit && further.every((selector) => matches(selector, row, context));
    });
    for (const row of carriers) this.held.push({ element: elements[row], state });
    if (carriers.length) this.words.push(`${state} on ${carrierText([front, ...around], sign)}`);
  }

  stateless(selector: Selector): Selector {
    return {
      ...selector,
      pseudo: '',
      pseudoStates: [],
      compounds: selector.compounds.map((compound) => this.#statelessCompound(compound)),
    };
  }

  #statelessCompound(compound: Compound): Compound {
    const { inMarkup, inSheets } = classNames(this.page);
    const { names } = this.page.tree;
    const isState = (name: number) =>
      !inMarkup.has(name) && inSheets.has(name) && stateOfClass(names, name) !== undefined;
    return {
      ...compound,
      classes: this.alsoToggled ? compound.classes.filter((name) => !isState(name)) : compound.classes,
      tests: compound.tests.flatMap((test) => this.#statelessTest(test)),
    };
  }

  #statelessTest(test: Test): Test[] {
    switch (test.kind) {
      case 'pseudo-class':
      case 'attribute':
        return this.#stateOf(test) ? [] : [test];
      case 'any':
        return [{ ...test, list: test.list.map((one) => this.stateless(one)) }];
      // What is held inside of these is held for others too, or not at all.
      case 'has':
        return [];
      case 'none':
        return this.alsoNegated ? [] : [test];
      case 'nth':
      case 'lang':
      case 'dir':
      case 'namespace':
      case 'anchor':
      case 'host':
        return [test];
    }
  }
}

function withoutAnchor(selector: Selector): Selector {
  const isAnchor = (compound: Compound) => compound.tests.some(({ kind }) => kind === 'anchor');
  const from = selector.compounds.findIndex((compound) => !isAnchor(compound));
  return from <= 0
    ? selector
    : {
        ...selector,
        compounds: selector.compounds.slice(from),
        combinators: selector.combinators.slice(from),
      };
}

/**
 * The text of the innermost of these selectors that says more than the state, without it; what encloses a nested rule is not
 * told.
 */
function carrierText(selectors: readonly Selector[], sign: string): string {
  // An attribute may be written otherwise than it is held.
  const begin = sign.toLowerCase().replace(/=.*/s, '');
  for (const { text } of selectors) {
    const at = text.toLowerCase().indexOf(begin);
    let front = at < 0 ? text : text.slice(0, at);
    // The lists in which it stands are open there.
    while (/:[\w-]+\([^()]*$/.test(front)) front = front.replace(/:[\w-]+\([^()]*$/, '');
    if (front.trim()) return front.trim();
  }
  return '*';
}

interface ClassNames {
  readonly inMarkup: ReadonlySet<number>;
  readonly inSheets: ReadonlySet<number>;
}

const known = new WeakMap<object, ClassNames>();

/** The class names of a capture, in its markup and in its sheets' selectors; gathered once. */
function classNames(page: Page): ClassNames {
  let names = known.get(page.identity);
  if (!names) {
    const inMarkup = new Set(page.bare.tree.classes.flat());
    const inSheets = new Set<number>();
    const collect = (list: readonly Selector[]): void => {
      for (const { compounds } of list)
        for (const { classes, tests } of compounds) {
          for (const name of classes) inSheets.add(name);
          for (const test of tests) collect(listIn(test));
        }
    };
    for (const { selectors } of page.styles.blocks) collect(selectors);
    known.set(page.identity, (names = { inMarkup, inSheets }));
  }
  return names;
}
