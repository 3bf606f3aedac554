import { matchPseudoClass } from './pseudo-class.js';
import { matchAttribute } from './attribute.js';
import { directionOf, matchLanguage } from './language.js';
import { positionOf } from './positions.js';
import type { Tree } from './tree.js';
import type { Compound, Selector, Test } from './types.js';

/** Where `:scope` and the start of a relative selector are; −1 for the document's root and for nothing. */
export interface MatchContext {
  readonly tree: Tree;
  readonly scopeRoot: number;
  readonly anchor: number;
  /** Number of the tree that the rule stands in. */
  readonly home: number;
  /** Inside the brackets of `:host()`, where engines let `:has()` match nothing. */
  readonly inHost?: true;
}

/** A plain context for selectors that stand outside `@scope` and `:has()`. */
export function matchContext(tree: Tree, home = 0): MatchContext {
  return { tree, scopeRoot: -1, anchor: -1, home };
}

/** How far a failure reaches, so that hopeless ancestors or siblings are not tried again. */
const enum Result {
  Matches,
  FailsHere,
  FailsAllSiblings,
  FailsEverywhere,
}

/**
 * Whether the element in this row (the originating one, for a pseudo-element) matches. For a selector that reaches into
 * another tree: the element from which it does.
 */
export function matches(selector: Selector, row: number, context: MatchContext): boolean {
  if (matchFrom(selector, selector.compounds.length - 1, row, context) !== Result.Matches) return false;
  return selector.through !== undefined || statesHold(selector, row, context);
}

/** Whether what stands behind the pseudo-element, or behind a part, holds for the element in this row. */
export function statesHold({ pseudo, pseudoStates }: Selector, row: number, context: MatchContext): boolean {
  return pseudo
    ? pseudoStates.every((test) => matchPseudoState(test, row, context))
    : pseudoStates.every((test) => matchTest(test, row, context));
}

export function matchesAny(list: readonly Selector[], row: number, context: MatchContext): boolean {
  for (const selector of list)
    if (selector.pseudo === '' && !selector.through && matches(selector, row, context)) return true;
  return false;
}

/** Behind a pseudo-element a state holds only where it is held for the element. */
function matchPseudoState(test: Test, row: number, context: MatchContext): boolean {
  if (test.kind === 'pseudo-class') return context.tree.held.get(test.name)?.has(row) ?? false;
  if (test.kind === 'none' || test.kind === 'any') {
    const holds = test.list.some(({ compounds }) =>
      compounds.every((compound) => compound.tests.every((inner) => matchPseudoState(inner, row, context))),
    );
    return holds === (test.kind === 'any');
  }
  return false;
}

function matchFrom(selector: Selector, at: number, row: number, context: MatchContext): Result {
  if (!matchCompound(selector.compounds[at], row, context)) return Result.FailsHere;
  if (at === 0) return Result.Matches;
  const { tree, home } = context;
  // Around a host the rules of its tree see nothing.
  if (home !== 0 && tree.root[row] !== home) return Result.FailsEverywhere;
  switch (selector.combinators[at - 1]) {
    case ' ':
      for (let up = tree.parent[row]; up >= 0; up = tree.parent[up]) {
        const result = matchFrom(selector, at - 1, up, context);
        if (result === Result.Matches || result === Result.FailsEverywhere) return result;
      }
      return matchHost(selector, at - 1, row, context);
    case '>': {
      const up = tree.parent[row];
      if (up < 0) return matchHost(selector, at - 1, row, context);
      const result = matchFrom(selector, at - 1, up, context);
      // Another sibling has the same parent.
      return result === Result.FailsHere ? Result.FailsAllSiblings : result;
    }
    case '+': {
      const before = tree.previous[row];
      return before < 0 ? Result.FailsAllSiblings : matchFrom(selector, at - 1, before, context);
    }
    case '~':
      for (let before = tree.previous[row]; before >= 0; before = tree.previous[before]) {
        const result = matchFrom(selector, at - 1, before, context);
        if (result !== Result.FailsHere) return result;
      }
      return Result.FailsAllSiblings;
  }
}

/** Above the topmost of a shadow tree stands its host, as `:host` alone (CSS Scoping 1 §3.2.1). */
function matchHost(selector: Selector, at: number, row: number, context: MatchContext): Result {
  const { tree, home } = context;
  if (home === 0 || tree.root[row] !== home) return Result.FailsEverywhere;
  const isMatch = matchFrom(selector, at, tree.roots[home].host, context) === Result.Matches;
  return isMatch ? Result.Matches : Result.FailsEverywhere;
}

/** Whether an element has the tag, ids and classes that a compound asks for, its other tests left aside. */
export function matchesNames(compound: Compound, row: number, tree: Tree): boolean {
  // Engines fold the case for SVG elements too, as HTML documents write them (`foreignobject`).
  if (compound.tag >= 0 && tree.tag[row] !== compound.tag) return false;
  for (const id of compound.ids) if (tree.id[row] !== id) return false;
  if (compound.classes.length) {
    const own = tree.classes[row];
    for (const name of compound.classes) if (!own.includes(name)) return false;
  }
  return true;
}

function matchCompound(compound: Compound, row: number, context: MatchContext): boolean {
  if (context.home !== 0 && context.tree.root[row] !== context.home)
    return matchesAsHost(compound, row, context);
  if (!matchesNames(compound, row, context.tree)) return false;
  for (const test of compound.tests) if (!matchTest(test, row, context)) return false;
  return true;
}

/** Whether a selector has `:has()` in it. */
function asksInside({ compounds }: Selector): boolean {
  return compounds.some(({ tests }) =>
    tests.some((test) => test.kind === 'has' || ('list' in test && test.list?.some(asksInside))),
  );
}

/** To the rules of its own shadow tree a host has no features but that it is the host. */
function matchesAsHost(compound: Compound, row: number, context: MatchContext): boolean {
  const { tag, ids, classes, tests } = compound;
  const isAsked = (test: Test) => asksForHost(test) || isMarked(test, row, context);
  if (tag >= 0 || ids.length || classes.length || !tests.some(isAsked)) return false;
  return tests.every((test) => holdsForHost(test, row, context));
}

/** Whether a host is what a scope or `:has()` begins at. */
const isMarked = (test: Test, row: number, { scopeRoot, anchor }: MatchContext) =>
  (test.kind === 'pseudo-class' && test.name === 'scope' && row === scopeRoot) ||
  (test.kind === 'anchor' && row === anchor);

/** Whether a test can hold for a host alone, so that a compound with it may. */
export function asksForHost(test: Test): boolean {
  if (test.kind === 'host') return true;
  return test.kind === 'any' && test.list.some(({ compounds }) => compounds.at(-1)!.tests.some(asksForHost));
}

function holdsForHost(test: Test, row: number, context: MatchContext): boolean {
  const { tree } = context;
  switch (test.kind) {
    case 'host': {
      const { list, above } = test;
      if (!list) return true;
      const outside: MatchContext = { ...matchContext(tree, tree.root[row]), inHost: true };
      if (!above) return matchesAny(list, row, outside);
      for (let up = row; up >= 0; up = tree.flatParent[up])
        if (matchesAny(list, up, { ...outside, home: tree.root[up] })) return true;
      return false;
    }
    case 'any':
      return matchesAny(test.list, row, context);
    case 'none':
      // Of what a host does not have, engines do not say that it is not so.
      return (
        test.list.every(({ compounds }) => compounds.at(-1)!.tests.some(asksForHost)) &&
        !matchesAny(test.list, row, context)
      );
    case 'has': {
      const { start, end } = tree.roots[context.home];
      const inner = { ...context, anchor: row };
      return test.list.some((selector) => {
        for (let below = start; below < end; below++) if (matches(selector, below, inner)) return true;
        return false;
      });
    }
    default:
      return isMarked(test, row, context);
  }
}

function matchTest(test: Test, row: number, context: MatchContext): boolean {
  const { tree } = context;
  switch (test.kind) {
    case 'attribute':
      return matchAttribute(test.attribute, row, tree);
    case 'any':
      return matchesAny(test.list, row, context);
    case 'none':
      if (context.inHost && test.list.some(asksInside)) return false;
      return !matchesAny(test.list, row, context);
    case 'has':
      return !context.inHost && test.list.some((selector) => matchesHas(selector, row, context));
    case 'nth':
      return matchesNth(test, row, context);
    case 'pseudo-class':
      return matchPseudoClass(test.name, row, context);
    case 'lang':
      return matchLanguage(test.ranges, row, tree);
    case 'dir':
      return directionOf(row, tree) === test.direction;
    case 'namespace':
      return tree.namespaceOf(row) === test.namespace;
    case 'anchor':
      return row === context.anchor;
    case 'host':
      return false;
  }
}

/** Selectors 4 §4.5: whether anything matches the relative selector, measured from this row. */
function matchesHas(selector: Selector, row: number, context: MatchContext): boolean {
  const { tree } = context;
  const inner = { ...context, anchor: row };
  const first = selector.combinators[0];
  if (first === ' ' || first === '>') {
    // Sibling combinators further on still end below the anchor.
    for (let below = row + 1; below < tree.end[row]; below++)
      if (matches(selector, below, inner)) return true;
    return false;
  }
  for (let beside = tree.next[row]; beside >= 0; beside = tree.next[beside]) {
    for (let below = beside; below < tree.end[beside]; below++)
      if (matches(selector, below, inner)) return true;
    if (first === '+' && !selector.combinators.includes('~') && selector.combinators.lastIndexOf('+') === 0)
      break;
  }
  return false;
}

function matchesNth(test: Extract<Test, { kind: 'nth' }>, row: number, context: MatchContext): boolean {
  const { tree } = context;
  if (!test.of) {
    const position = positionOf(tree, row, test.fromEnd ? 'fromEnd' : 'fromStart', test.sameType);
    return onStep(position, test.step, test.offset);
  }
  if (!matchesAny(test.of, row, context)) return false;
  const step = test.fromEnd ? tree.next : tree.previous;
  let position = 1;
  for (let beside = step[row]; beside >= 0; beside = step[beside])
    if (matchesAny(test.of, beside, context)) position++;
  return onStep(position, test.step, test.offset);
}

/** Whether `position` is `step * n + offset` for some n ≥ 0. */
function onStep(position: number, step: number, offset: number): boolean {
  const rest = position - offset;
  return step === 0 ? rest === 0 : rest % step === 0 && rest / step >= 0;
}
