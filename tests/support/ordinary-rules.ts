// Random rules of the kind that people write by hand, and their text: shorthand and longhand in any order, a base rule
// and its media query, nesting, lists, states, layers, containers.
import fc from 'fast-check';
import { slips } from './ordinary-values.js';

/** One declaration of a draft, with where it stands in the text and what an engine is to look at. */
export interface Placed {
  readonly start: number;
  readonly end: number;
  readonly property: string;
  readonly value: string;
  /** The selector with its nesting undone, pseudo-element left aside. */
  readonly selector: string;
  readonly pseudo: string;
  /** What must be held for it: a state on all that the selector matches. */
  readonly states: readonly HeldState[];
}

export interface HeldState {
  readonly carrier: string;
  readonly state: string;
}

/** A state on one thing: the how manyth element from the body on, which is 0; below that the root. */
export interface StateAt {
  readonly at: number;
  readonly state: string;
}

export type Rule =
  | {
      readonly kind: 'rule';
      readonly picks: readonly Pick[];
      readonly body: readonly (Declared | Rule)[];
    }
  | {
      readonly kind: 'group';
      readonly front: string;
      /** What a scope begins at: selectors inside match it and what is in it. */
      readonly root?: string;
      readonly body: readonly (Declared | Rule)[];
    }
  | { readonly kind: 'text'; readonly text: string };

export interface Declared {
  readonly kind: 'declaration';
  readonly property: string;
  readonly value: string;
}

/** A selector, and the state in it: `carrier` is what stands before the state. */
export interface Pick {
  readonly text: string;
  readonly pseudo?: string;
  readonly states?: readonly HeldState[];
}

export const classes = ['card', 'card-title', 'row', 'box', 'note', 'btn', 'item'];

const wide = ['inherit', 'initial', 'unset', 'revert', 'revert-layer'];

type Table = Readonly<Record<string, readonly string[]>>;

/** A declaration of a table's properties; now and then a keyword for all, a slip, importance. */
export const declarationOf = (table: Table): fc.Arbitrary<Declared> =>
  fc
    .oneof(
      {
        weight: 30,
        arbitrary: fc
          .constantFrom(...Object.keys(table))
          .chain((property) => fc.tuple(fc.constant(property), fc.constantFrom(...table[property]))),
      },
      {
        weight: 2,
        arbitrary: fc.tuple(
          fc.constantFrom(...Object.keys(table).filter((one) => one !== 'all')),
          fc.constantFrom(...wide),
        ),
      },
      { weight: 1, arbitrary: fc.constantFrom(...slips) },
    )
    .chain(([property, value]) =>
      fc
        .constantFrom('', '', '', '', '', '', '', ' !important')
        .map((mark): Declared => ({ kind: 'declaration', property, value: value + mark })),
    );

const className = fc.constantFrom(...classes.map((name) => `.${name}`));
export const simple = fc.oneof(
  { weight: 8, arbitrary: className },
  {
    weight: 2,
    arbitrary: fc.constantFrom('p', 'a', 'li', 'td', 'h2', 'span', 'div', 'button', 'input', 'ul'),
  },
  {
    weight: 1,
    arbitrary: fc.constantFrom(
      '#main',
      '#top',
      '[title]',
      '[data-kind="kitchen"]',
      'body',
      'html',
      ':root',
      '.nope',
      '[href*=":"]',
    ),
  },
);
const complex = fc.oneof(
  { weight: 4, arbitrary: simple },
  {
    weight: 3,
    arbitrary: fc.tuple(simple, fc.constantFrom(' ', ' > ', ' '), simple).map((parts) => parts.join('')),
  },
  { weight: 1, arbitrary: fc.tuple(className, className).map((parts) => parts.join('')) },
  { weight: 1, arbitrary: simple.map((one) => `${one}:first-child`) },
  { weight: 1, arbitrary: fc.tuple(simple, simple).map(([a, b]) => `${a}:has(${b})`) },
  { weight: 1, arbitrary: fc.tuple(simple, simple).map(([a, b]) => `${a}:not(${b})`) },
  { weight: 1, arbitrary: fc.tuple(simple, simple).map(([a, b]) => `:is(${a}, ${b})`) },
);

const states = [':hover', ':focus', ':active', ':focus-visible', ':HOVER'] as const;
const pseudos = ['::before', '::after', '::marker', '::first-line', '::placeholder', ':before'] as const;

export const pick: fc.Arbitrary<Pick> = fc.oneof(
  { weight: 12, arbitrary: complex.map((text): Pick => ({ text })) },
  {
    weight: 2,
    arbitrary: fc.tuple(complex, fc.constantFrom(...states)).map(([carrier, state]): Pick => ({
      text: carrier + state,
      states: [{ carrier, state }],
    })),
  },
  {
    weight: 1,
    arbitrary: fc.tuple(simple, fc.constantFrom(...states), simple).map(([carrier, state, below]): Pick => ({
      text: `${carrier}${state} ${below}`,
      states: [{ carrier, state }],
    })),
  },
  {
    weight: 1,
    arbitrary: simple.map((one): Pick => ({
      text: `${one}:not(:hover)`,
      states: [{ carrier: one, state: ':hover' }],
    })),
  },
  {
    weight: 2,
    arbitrary: fc
      .tuple(complex, fc.constantFrom(...pseudos))
      .map(([text, pseudo]): Pick => ({ text, pseudo })),
  },
);

export const mediaQueries = [
  '(max-width: 600px)',
  '(min-width: 900px)',
  '(min-width: 601px) and (max-width: 1000px)',
  'print',
  'screen',
  '(prefers-color-scheme: dark)',
  '(prefers-reduced-motion: reduce)',
  '(prefers-color-scheme: light)',
  '(prefers-reduced-motion: no-preference)',
  '(orientation: portrait)',
  '(min-height: 700px)',
  '(width >= 37.5em)',
  '(min-width: calc(500px + 100px))',
  'not all and (max-width: 600px)',
  '(prefers-color-scheme: dark) and (min-width: 900px)',
  'screen and (max-width: 1000px)',
  '(max-width: 10px)',
  '(orientation: landscape) and (min-width: 601px)',
  '(hover: hover)',
  '(hover: none) and (pointer: coarse)',
  '(prefers-contrast: more)',
  '(min-resolution: 2dppx)',
  '(max-aspect-ratio: 1/1)',
  'screen, print',
  'only screen and (400px <= width <= 800px)',
] as const;

const containerQueries = [
  '(min-width: 300px)',
  '(width < 50em)',
  'side (min-width: 200px)',
  '(orientation: landscape)',
];

/** What a group of rules begins with. */
export interface Front {
  readonly front: string;
  readonly root?: string;
}

export const usualFronts: readonly Front[] = [
  ...containerQueries.map((query) => `@container ${query}`),
  '@layer base',
  '@layer late',
  '@layer',
  '@supports (display: grid)',
  '@supports (display: gird)',
].map((front) => ({ front }));

/** Rules that are made of such declarations. */
export const ruleOf = (
  declared: fc.Arbitrary<Declared>,
  picked: fc.Arbitrary<Pick> = pick,
  fronts: readonly Front[] = usualFronts,
): fc.Arbitrary<Rule> =>
  fc.letrec<{ rule: Rule; nested: Rule }>((tie) => ({
    rule: fc.oneof(
      { depthSize: 'small', maxDepth: 3 },
      {
        weight: 12,
        arbitrary: fc
          .tuple(
            fc.array(picked, { minLength: 1, maxLength: 2 }),
            fc.array(fc.oneof({ weight: 5, arbitrary: declared }, { weight: 1, arbitrary: tie('nested') }), {
              minLength: 1,
              maxLength: 4,
            }),
          )
          .map(([picks, inner]): Rule => ({ kind: 'rule', picks, body: inner })),
      },
      {
        weight: 4,
        arbitrary: fc
          .tuple(fc.constantFrom(...mediaQueries), fc.array(tie('rule'), { minLength: 1, maxLength: 2 }))
          .map(([query, inner]): Rule => ({ kind: 'group', front: `@media ${query}`, body: inner })),
      },
      {
        weight: 1,
        arbitrary: fc
          .tuple(fc.constantFrom(...fronts), fc.array(tie('rule'), { minLength: 1, maxLength: 2 }))
          .map(([front, inner]): Rule => ({ kind: 'group', ...front, body: inner })),
      },
    ),
    nested: fc.oneof(
      {
        weight: 3,
        arbitrary: fc
          .tuple(
            fc.constantFrom(
              { text: '&.note' },
              { text: '&:hover', states: [{ carrier: '&', state: ':hover' }] },
              { text: '.card-title' },
              { text: '> *' },
              { text: '& + &' },
            ),
            fc.array(declared, { minLength: 1, maxLength: 2 }),
          )
          .map(([one, inner]): Rule => ({ kind: 'rule', picks: [one], body: inner })),
      },
      {
        weight: 2,
        arbitrary: fc
          .tuple(fc.constantFrom(...mediaQueries), fc.array(declared, { minLength: 1, maxLength: 2 }))
          .map(([query, inner]): Rule => ({ kind: 'group', front: `@media ${query}`, body: inner })),
      },
    ),
  })).rule;

/** Prints rules and notes where each declaration stands. */
class Printer {
  text = '';
  readonly declarations: Placed[] = [];
  #root = '';

  print(body: readonly (Declared | Rule)[], parents: readonly Pick[], indent: string): void {
    for (const one of body) {
      if (one.kind === 'text') this.text += `${indent}${one.text}\n`;
      else if (one.kind === 'declaration') this.#declaration(one, parents, indent);
      else if (one.kind === 'group') {
        this.text += `${indent}${one.front} {\n`;
        const outer = this.#root;
        if (one.root) this.#root = outer ? scoped({ text: one.root }, outer).text : one.root;
        this.print(one.body, parents, `${indent}  `);
        this.#root = outer;
        this.text += `${indent}}\n`;
      } else {
        this.text += `${indent}${one.picks.map(({ text, pseudo = '' }) => text + pseudo).join(', ')} {\n`;
        const { picks } = one;
        const own = this.#root && !parents.length ? picks.map((each) => scoped(each, this.#root)) : picks;
        this.print(one.body, parents.length ? nested(own, parents) : own, `${indent}  `);
        this.text += `${indent}}\n`;
      }
    }
  }

  #declaration({ property, value }: Declared, parents: readonly Pick[], indent: string): void {
    this.text += indent;
    const start = this.text.length;
    this.text += `${property}: ${value}`;
    const end = this.text.length;
    this.text += ';\n';
    for (const { text, pseudo = '', states: held = [] } of parents)
      this.declarations.push({ start, end, property, value, selector: text, pseudo, states: held });
  }
}

/** Scoping undone (CSS Cascade 6 §2.5): what does not name the scope's root stands in it. */
function scoped({ text, pseudo, states: held = [] }: Pick, root: string): Pick {
  const inScope = (one: string) =>
    one.includes(':scope') ? one.replaceAll(':scope', `:is(${root})`) : `:is(${root}) ${one}`;
  return {
    text: inScope(text),
    pseudo,
    states: held.map(({ carrier, state }) => ({ carrier: inScope(carrier), state })),
  };
}

/** Nesting undone (CSS Nesting 1 §2): `&` is the list of the parents, without pseudo-elements. */
function nested(picks: readonly Pick[], parents: readonly Pick[]): Pick[] {
  const plain = parents.filter(({ pseudo }) => !pseudo);
  const all = plain.length ? `:is(${plain.map(({ text }) => text).join(', ')})` : ':not(*)';
  return picks.map(({ text, states: own = [] }) => ({
    text: text.includes('&') ? text.replaceAll('&', all) : `${all} ${text}`,
    states: [
      ...plain.flatMap(({ states: held = [] }) => held),
      ...own.map(({ carrier, state }) => ({ carrier: carrier.replaceAll('&', all), state })),
    ],
  }));
}

export function print(rules: readonly Rule[], front = ''): Printer {
  const printer = new Printer();
  printer.text = front;
  printer.print(rules, [], '');
  return printer;
}
