import {
  listIn,
  type Combinator,
  type Compound,
  type Names,
  type Selector,
  type Test,
} from '../selector/index.js';

/** What is asked of elements from left to right, with what stands between them. */
interface Chain {
  readonly compounds: readonly (readonly string[])[];
  readonly combinators: readonly Combinator[];
}

/** A list in `:is()`, or behind `&`, is taken apart into no more selectors than these. */
const mostForms = 64;

/**
 * A selector in one notation, whoever wrote it: equal texts ask the same of the same elements. Lists in `:is()` and
 * `:where()`, and what `&` stands for, are written out, each of them as a form of its own, as those do who undo nesting;
 * how strong a selector is, is not part of it.
 */
export function selectorForms(selector: Selector, names: Names): readonly string[] {
  const behind = [
    ...(selector.through ? [JSON.stringify(selector.through, withoutTexts(names))] : []),
    selector.pseudo,
    ...selector.pseudoStates.flatMap((test) => asksOf(test, names)),
  ].join('');
  return [...new Set(chainsOf(selector, names).map((chain) => chainText(chain) + behind))].sort();
}

function chainText({ compounds, combinators }: Chain): string {
  return compounds
    .map((asks, at) => (at ? combinators[at - 1] : '') + ([...new Set(asks)].sort().join('') || '*'))
    .join('');
}

function chainsOf({ compounds, combinators }: Selector, names: Names): Chain[] {
  let chains: Chain[] = [{ compounds: [], combinators: [] }];
  for (const [at, compound] of compounds.entries()) {
    const ends = endsOf(compound, names, at === 0);
    const isMany = chains.length * ends.length > mostForms;
    const told = isMany ? [{ compounds: [asksWhole(compound, names)], combinators: [] }] : ends;
    chains = chains.flatMap((chain) =>
      told.map((end) => ({
        compounds: [...chain.compounds, ...end.compounds],
        combinators: [...chain.combinators, ...(at ? [combinators[at - 1]] : []), ...end.combinators],
      })),
    );
  }
  return chains;
}

/** A compound with its lists written out; only the first of a selector may have others in front of it. */
function endsOf(compound: Compound, names: Names, isFirst: boolean): Chain[] {
  let ends: Chain[] = [{ compounds: [plainAsks(compound, names)], combinators: [] }];
  for (const test of compound.tests) {
    const inner = test.kind === 'any' ? test.list.flatMap((one) => chainsOf(one, names)) : [];
    const isOpen =
      inner.length > 0 &&
      inner.length * ends.length <= mostForms &&
      listIn(test).every(({ pseudo, through }) => pseudo === '' && !through) &&
      inner.every(
        (chain) =>
          chain.compounds.length === 1 || (isFirst && ends.every((end) => end.compounds.length === 1)),
      );
    ends = isOpen
      ? ends.flatMap((end) => inner.map((chain) => joined(chain, end)))
      : ends.map((end) => withAsks(end, asksOf(test, names)));
  }
  return ends;
}

/** One element asked for what both end with, behind what stands before either. */
function joined(front: Chain, end: Chain): Chain {
  const [before, behind] = front.compounds.length > 1 ? [front, end] : [end, front];
  return withAsks(before, behind.compounds[behind.compounds.length - 1]);
}

const withAsks = ({ compounds, combinators }: Chain, asks: readonly string[]): Chain => ({
  compounds: [...compounds.slice(0, -1), [...compounds[compounds.length - 1], ...asks]],
  combinators,
});

function plainAsks({ tag, ids, classes }: Compound, names: Names): string[] {
  return [...(tag < 0 ? [] : [tag]), ...ids, ...classes].map((number) => names.textOf(number));
}

const asksWhole = (compound: Compound, names: Names): string[] => [
  ...plainAsks(compound, names),
  ...compound.tests.flatMap((test) => asksOf(test, names)),
];

const formsOf = (list: readonly Selector[], names: Names): string[] =>
  [...new Set(list.flatMap((one) => selectorForms(one, names)))].sort();

/** What a test asks, each by itself. */
function asksOf(test: Test, names: Names): string[] {
  switch (test.kind) {
    case 'attribute': {
      const { lowerName, operator, value, letterCase, namespace } = test.attribute;
      const mark = letterCase === 'i' ? ' i' : '';
      return [`[${namespace}|${lowerName}${operator}${operator && JSON.stringify(value)}${mark}]`];
    }
    case 'any':
      return [`:is(${formsOf(test.list, names).join()})`];
    case 'none':
      return formsOf(test.list, names).map((form) => `:not(${form})`);
    case 'has':
      return [`:has(${formsOf(test.list, names).join()})`];
    case 'nth': {
      const { step, offset, fromEnd, sameType, of } = test;
      const among = of ? ` of ${formsOf(of, names).join()}` : '';
      // The first is the one that is counted first.
      if (step === 0 && offset === 1 && !of)
        return [`:${fromEnd ? 'last' : 'first'}-${sameType ? 'of-type' : 'child'}`];
      return [`:nth(${step}n+${offset} ${fromEnd} ${sameType}${among})`];
    }
    case 'pseudo-class':
      return [`:${test.name}`];
    default:
      return [`:${JSON.stringify(test, withoutTexts(names))}`];
  }
}

/** Selectors in their forms, for what is rare enough to be written as it is kept. */
const withoutTexts = (names: Names) => (key: string, value: unknown) =>
  key === 'list' && Array.isArray(value) ? formsOf(value as Selector[], names) : value;
