// Random pages and drafts of the kind that people write by hand: shorthand and longhand in any order, a base rule
// and its media query, nesting, lists, states, variables, layers, containers, imports, slips of the pen.
import fc from 'fast-check';
import { slips, values } from './ordinary-values.js';

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

export interface OrdinaryCase {
  readonly html: string;
  readonly sheets: readonly string[];
  readonly draft: string;
  readonly declarations: readonly Placed[];
  /** What the page's own sheets and the draft name as states. */
  readonly states: readonly (readonly HeldState[])[];
}

type Rule =
  | {
      readonly kind: 'rule';
      readonly picks: readonly Pick[];
      readonly body: readonly (Declared | Rule)[];
    }
  | { readonly kind: 'group'; readonly front: string; readonly body: readonly (Declared | Rule)[] }
  | { readonly kind: 'text'; readonly text: string };

interface Declared {
  readonly kind: 'declaration';
  readonly property: string;
  readonly value: string;
}

/** A selector, and the state in it: `carrier` is what stands before the state. */
interface Pick {
  readonly text: string;
  readonly pseudo?: string;
  readonly states?: readonly HeldState[];
}

const classes = ['card', 'card-title', 'row', 'box', 'note', 'btn', 'item'];

const wide = ['inherit', 'initial', 'unset', 'revert', 'revert-layer'];

const declared: fc.Arbitrary<Declared> = fc
  .oneof(
    {
      weight: 30,
      arbitrary: fc
        .constantFrom(...Object.keys(values))
        .chain((property) => fc.tuple(fc.constant(property), fc.constantFrom(...values[property]))),
    },
    {
      weight: 2,
      arbitrary: fc.tuple(
        fc.constantFrom(...Object.keys(values).filter((one) => one !== 'all')),
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
const simple = fc.oneof(
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

const pick: fc.Arbitrary<Pick> = fc.oneof(
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

/** First lines of a sheet; browsers leave those that come later aside. */
const imports = [
  '@import url("more.css");',
  '@import "more.css" screen and (min-width: 900px);',
  '@import url(more.css) layer(late);',
  '@import "more.css" layer;',
  '@layer late, base;',
] as const;

/** What a platform's sheet imports: as an address that holds the text. */
const importing = (css: string, how: string) =>
  `@import url("data:text/css,${encodeURIComponent(css)}")${how};`;

const body = (tie: fc.LetrecTypedTie<{ rule: Rule; nested: Rule }>) =>
  fc.oneof({ weight: 5, arbitrary: declared }, { weight: 1, arbitrary: tie('nested') });

const { rule } = fc.letrec<{ rule: Rule; nested: Rule }>((tie) => ({
  rule: fc.oneof(
    { depthSize: 'small', maxDepth: 3 },
    {
      weight: 12,
      arbitrary: fc
        .tuple(
          fc.array(pick, { minLength: 1, maxLength: 2 }),
          fc.array(body(tie), { minLength: 1, maxLength: 4 }),
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
        .tuple(
          fc.constantFrom(
            ...containerQueries.map((query) => `@container ${query}`),
            '@layer base',
            '@layer late',
            '@layer',
            '@supports (display: grid)',
            '@supports (display: gird)',
          ),
          fc.array(tie('rule'), { minLength: 1, maxLength: 2 }),
        )
        .map(([front, inner]): Rule => ({ kind: 'group', front, body: inner })),
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
}));

const { element } = fc.letrec<{ element: string }>((tie) => ({
  element: fc.oneof(
    { depthSize: 'small', maxDepth: 4 },
    {
      weight: 8,
      arbitrary: fc
        .tuple(
          fc.constantFrom('div', 'div', 'p', 'section', 'span', 'a', 'ul', 'li', 'h2', 'button', 'b'),
          fc.uniqueArray(fc.constantFrom(...classes), { minLength: 1, maxLength: 3 }),
          fc.constantFrom(
            '',
            '',
            '',
            ' id="main"',
            ' title="x"',
            ' data-kind="kitchen"',
            ' style="color: blue"',
            ' style="padding: 10px !important"',
          ),
          fc.oneof(
            { depthSize: 'small', maxDepth: 3 },
            fc.constantFrom('', 'some words', 'Deposit'),
            fc.array(tie('element'), { maxLength: 3 }).map((list) => list.join('')),
          ),
        )
        .map(([tag, names, attribute, inner]) => {
          // Only what the parser keeps as written: blocks end a paragraph, links and buttons do not nest.
          const holdsBlock = /<(div|p|section|ul|li|h2)/.test(inner);
          const holdsControl = /<(a|button|input)/.test(inner);
          let kind = tag;
          if ((kind === 'p' || kind === 'h2') && holdsBlock) kind = 'div';
          if ((kind === 'a' || kind === 'button') && (holdsControl || holdsBlock)) kind = 'div';
          const href = kind === 'a' ? ' href="https://example.test/"' : '';
          return `<${kind}${names.length ? ` class="${names.join(' ')}"` : ''}${attribute}${href}>${inner}</${kind}>`;
        }),
    },
    {
      weight: 2,
      arbitrary: fc.constantFrom(
        '<input class="btn" placeholder="name">',
        '<img class="box" alt="" width="40" height="30">',
        '<table class="row"><tr><td class="item">a</td><td>b</td></tr></table>',
        '<svg class="box" width="20" height="20"><rect class="item" width="10" height="10"/></svg>',
        '<ul class="row"><li class="item">one</li><li class="item">two</li></ul>',
        '<select class="btn"><option>a</option></select>',
        '<br class="note">',
        '<label class="lead"><input type="checkbox" class="item"> yes</label>',
        '<textarea class="box"></textarea>',
        '<details class="note"><summary>more</summary>text</details>',
      ),
    },
  ),
}));

/** Prints rules and notes where each declaration stands. */
class Printer {
  text = '';
  readonly declarations: Placed[] = [];

  print(body: readonly (Declared | Rule)[], parents: readonly Pick[], indent: string): void {
    for (const one of body) {
      if (one.kind === 'text') this.text += `${indent}${one.text}\n`;
      else if (one.kind === 'declaration') this.#declaration(one, parents, indent);
      else if (one.kind === 'group') {
        this.text += `${indent}${one.front} {\n`;
        this.print(one.body, parents, `${indent}  `);
        this.text += `${indent}}\n`;
      } else {
        this.text += `${indent}${one.picks.map(({ text, pseudo = '' }) => text + pseudo).join(', ')} {\n`;
        this.print(one.body, parents.length ? nested(one.picks, parents) : one.picks, `${indent}  `);
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

function print(rules: readonly Rule[], front = ''): Printer {
  const printer = new Printer();
  printer.text = front;
  printer.print(rules, [], '');
  return printer;
}

/** Now and then something else. */
const seldom = <T>(usual: T, rare: fc.Arbitrary<T>): fc.Arbitrary<T> =>
  fc.oneof({ weight: 9, arbitrary: fc.constant(usual) }, { weight: 1, arbitrary: rare });

const rules = fc.array(rule, { minLength: 2, maxLength: 7 });
const imported = fc.tuple(
  rules,
  fc.constantFrom('', ' layer(base)', ' layer', ' screen', ' (min-width: 900px)'),
);

const platformSheet = fc.tuple(seldom(undefined, imported), rules).map(([from, own]) => {
  if (!from) return print(own);
  const more = print(from[0]);
  const { text, declarations } = print(own, `${importing(more.text, from[1])}\n`);
  return { text, declarations: [...more.declarations, ...declarations] };
});

const fixed =
  ':root { --accent: teal; --gap: 10px } body { font-family: serif } .card { padding: 10px } .btn { padding: 4px 8px } .row { display: flex }';
const container = '.row, .box { container: side / inline-size }';

/** A page with two sheets, and a draft. */
export const ordinaryCase: fc.Arbitrary<OrdinaryCase> = fc
  .record({
    body: fc.array(element, { minLength: 3, maxLength: 6 }),
    sheets: fc.array(platformSheet, { minLength: 1, maxLength: 2 }),
    holdsContainers: fc.boolean(),
    draft: fc.array(rule, { minLength: 1, maxLength: 5 }),
    first: seldom('', fc.constantFrom(...imports)),
  })
  .map(({ body: parts, sheets, holdsContainers, draft, first }) => {
    const printed = print(draft, first && `${first}\n`);
    const all = [printed, ...sheets].flatMap(({ declarations }) => declarations);
    const states = new Map(all.map((one) => [JSON.stringify(one.states), one.states]));
    states.delete('[]');
    return {
      html: `<html lang="en"><head><title>x</title></head><body><div class="card" id="main"><h2 class="card-title">Drill</h2><p class="note">some <b class="item">words</b></p></div>${parts.join('')}</body></html>`,
      sheets: [holdsContainers ? `${fixed} ${container}` : fixed, ...sheets.map(({ text }) => text)],
      draft: printed.text,
      declarations: printed.declarations,
      states: [...states.values()],
    };
  });

/** Text of a sheet alone, as people paste it. */
export const ordinarySheet: fc.Arbitrary<string> = fc
  .array(rule, { minLength: 1, maxLength: 5 })
  .map((own) => print(own).text);
