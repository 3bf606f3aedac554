// Pages and drafts that use what browsers learned lately: queries about styles, choices inside values, places among
// neighbours, functions of an author's own.
import fc from 'fast-check';
import { caseOf, element, type OrdinaryCase } from './ordinary.js';
import {
  declarationOf,
  pick,
  ruleOf,
  type Declared,
  type Front,
  type Pick,
  type Rule,
} from './ordinary-rules.js';

interface Theme {
  readonly values: Readonly<Record<string, readonly string[]>>;
  readonly fronts: readonly string[];
  readonly heads: readonly string[];
}

const tones = [
  'dark',
  'light',
  'var(--want)',
  'initial',
  'inherit',
  'dark  light',
  'DARK',
  ' ',
  'var(--none, dark)',
  'unset',
];
const amounts = ['1', '2', '3', '1.0', '10px', '1em', 'calc(1 + 1)', 'initial', 'var(--want)'];
const plain = {
  color: ['red', 'blue', 'inherit', 'currentcolor'],
  margin: ['1em', '10px', '0'],
  width: ['20px', 'auto'],
  'border-top': ['1px solid', 'none'],
};
const registered = [
  '',
  '',
  '@property --tone { syntax: "dark | light"; inherits: true; initial-value: light }',
  '@property --amount { syntax: "<number>"; inherits: false; initial-value: 1 }',
  '@property --amount { syntax: "<length>"; inherits: true; initial-value: 10px }',
  '@property --tone { syntax: "*"; inherits: false }',
];

/** What asks about a style: with what, and how it is joined. */
const asked = [
  '--tone: dark', '--tone', '--tone: light', '--tone:dark', '--amount: 1', '--amount: 10px', '--amount', '--tone: var(--want)',
  '--tone: initial', '--want: dark', '--tone: inherit', '--tone: ', '--amount: 1em', '--tone: unset', '--tone: dark light',
]; // prettier-ignore
const styles = [
  ...asked.map((one) => `style(${one})`),
  'style((--tone: dark) or (--amount: 1))', 'style(not (--tone: dark))', 'style((--tone) and (--amount))', 'style((--tone: dark))',
  'style(not ((--tone: dark) and (--want)))', 'STYLE(--tone: dark)', 'style(color: red)', 'style(--tone: dark !important)',
]; // prettier-ignore
const ranges = [
  'style(--amount > 1)',
  'style(--amount >= 1)',
  'style(1 < --amount <= 3)',
  'style(--amount = 1)',
  'style(--amount < 2em)',
];
const queries = [
  ...styles,
  ...ranges,
  'not style(--tone: dark)', 'style(--tone: dark) and style(--amount: 1)', 'style(--tone: dark) or (min-width: 300px)',
  'side style(--tone: dark)', 'side', '(min-width: 300px) and style(--tone)', 'style(--tone: light), style(--amount: 2)',
]; // prettier-ignore

/** One of two values, by what a style, a medium or a browser says. */
const choices = (one: string, other: string): string[] => [
  ...styles.slice(0, 8).map((query) => `if(${query}: ${one}; else: ${other})`),
  `if(style(--tone: dark): ${one})`,
  `if(not style(--tone): ${one}; else: ${other})`,
  `if(style(--tone: light) and style(--amount: 1): ${one}; style(--tone): ${other}; else: ${one})`,
  `if(supports(display: grid): ${one}; else: ${other})`,
  `if(else: ${one})`,
  `if(media(print): ${one}; else: ${other})`,
  `if(media(min-width: 600px): ${one}; else: ${other})`,
];

const functions = `
@function --twice(--x <length>) returns <length> { result: calc(var(--x) * 2) }
@function --ink(--t: dark) { --local: var(--t); result: if(style(--local: dark): red; else: blue) }
@function --pick(--name) { result: var(--tone, red) }
@function --sized(--x: 10px) { result: var(--x); @media (min-width: 600px) { result: 20px } }
`;

const themes = {
  styles: {
    values: {
      ...plain,
      '--tone': tones,
      '--want': ['dark', 'light', '1'],
      '--amount': amounts,
      'container-name': ['side', 'none'],
    },
    fronts: queries.map((query) => `@container ${query}`),
    heads: registered,
  },
  choices: {
    values: {
      color: [
        'red',
        'blue',
        ...choices('red', 'blue'),
        'if(style(--tone: dark): var(--none); else: blue)',
        'var(--none, if(style(--tone): red))',
      ],
      margin: ['10px', ...choices('10px', '1em'), 'if(style(--tone: dark): 1px) 10px'],
      width: ['20px', ...choices('20px', 'auto'), 'calc(10px + if(style(--tone): 10px; else: 0px))'],
      'border-top': ['1px solid', 'if(style(--tone: dark): 1px; else: 2px) solid red'],
      '--tone': [...tones, 'if(style(--amount: 1): dark; else: light)', 'if(style(--tone: dark): light)'],
      '--want': ['dark', 'light', '1', ...choices('dark', 'light')],
      '--amount': amounts,
    },
    fronts: ['@container style(--tone: dark)', '@media (min-width: 600px)', '@layer base'],
    heads: registered,
  },
  places: {
    values: {
      color: ['red', 'blue'],
      width: [
        'calc(sibling-index() * 10px)',
        '10px',
        '20px',
        'calc(10px * sibling-count())',
        'calc(var(--at) * 10px)',
      ],
      'z-index': [
        'sibling-index()',
        '1',
        '2',
        'calc(sibling-count() - sibling-index())',
        'var(--at)',
        'inherit',
      ],
      order: ['sibling-index()', '1', 'sibling-count()', 'calc(sibling-index() - 1)'],
      margin: ['calc(sibling-index() * 1em)', '1em', 'inherit', 'calc(1em * var(--at)) 1em'],
      opacity: ['calc(1 / sibling-count())', '0.5', '1', 'calc(sibling-index() * 50%)'],
      'font-size': ['calc(10px + sibling-index() * 2px)', '12px', '16px', 'inherit'],
      '--at': ['sibling-index()', '1', '2', 'sibling-count()'],
      transform: ['translateX(calc(sibling-index() * 1px))', 'translateX(1px)'],
    },
    fronts: ['@container style(--at: 1)', '@media (min-width: 600px)', '@layer base'],
    heads: [
      '',
      '@property --at { syntax: "<integer>"; inherits: true; initial-value: 1 }',
      '@property --at { syntax: "<integer>"; inherits: false; initial-value: 1 }',
    ],
  },
  contrasts: {
    values: {
      color: [
        'red',
        'white',
        'black',
        'contrast-color(red)',
        'contrast-color(var(--ground))',
        'contrast-color(navy)',
        'inherit',
        'contrast-color(currentcolor)',
      ],
      'background-color': [
        'white',
        'contrast-color(currentcolor)',
        'contrast-color(white)',
        'black',
        'contrast-color(light-dark(white, black))',
        'var(--ground)',
      ],
      'border-top': [
        '1px solid contrast-color(currentcolor)',
        '1px solid white',
        '1px solid contrast-color(var(--ground))',
        '1px solid',
      ],
      'box-shadow': ['0 0 2px contrast-color(currentcolor)', '0 0 2px white', '0 0 2px black', 'none'],
      'color-scheme': ['dark', 'light', 'light dark'],
      '--ground': ['white', 'black', 'navy', 'contrast-color(white)', 'contrast-color(currentcolor)'],
    },
    fronts: [
      '@media (prefers-color-scheme: dark)',
      '@media (min-width: 600px)',
      '@container style(--ground: white)',
    ],
    heads: ['', '@property --ground { syntax: "<color>"; inherits: true; initial-value: white }'],
  },
  functions: {
    values: {
      color: ['red', 'blue', '--ink()', '--ink(dark)', '--pick(--tone)', 'var(--none, --ink(light))'],
      width: [
        '20px',
        '10px',
        '--twice(10px)',
        '--twice(5px)',
        '--twice(--twice(5px))',
        'calc(--twice(5px) + 10px)',
        '--sized(20px)',
        '--twice()',
      ],
      margin: ['--twice(5px)', '10px', '--twice(5px) 1em', '--gone(1px)', '--sized()', '--twice(red)'],
      '--tone': ['dark', 'light', '--ink(dark)', 'initial'],
      '--want': ['1px', '10px', '--twice(5px)'],
    },
    fronts: ['@container style(--tone: dark)', '@media (min-width: 600px)', '@layer base'],
    heads: [
      functions,
      functions.replaceAll('dark', 'light'),
      `${functions} @layer base { @function --ink(--t: light) { result: blue } }`,
    ],
  },
} satisfies Record<string, Theme>;

export type NewerTheme = keyof typeof themes;

export const newerThemes = Object.keys(themes) as NewerTheme[];

const outer = ['.card', '.row', '.box', 'section', 'body', '#main', '.card .row', '.box.row', 'html'];
const inner = [
  '.item',
  '.note',
  '.btn',
  'p',
  'b',
  'li',
  'span',
  '.card-title',
  '.card .item',
  '.row > *',
  '.note.item',
  '.box *',
];

const picksOf = (names: readonly string[]): fc.Arbitrary<Pick> =>
  fc.oneof(
    { weight: 6, arbitrary: fc.constantFrom(...names).map((text): Pick => ({ text })) },
    {
      weight: 1,
      arbitrary: fc
        .tuple(fc.constantFrom(...names), fc.constantFrom(':hover', ':focus-visible', ':active'))
        .map(([carrier, state]): Pick => ({ text: carrier + state, states: [{ carrier, state }] })),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(fc.constantFrom(...names), fc.constantFrom('::before', '::after'))
        .map(([text, pseudo]): Pick => ({ text, pseudo })),
    },
  );

const ruleWith = (picked: fc.Arbitrary<Pick>, declared: fc.Arbitrary<Declared>): fc.Arbitrary<Rule> =>
  fc
    .tuple(
      fc.array(picked, { minLength: 1, maxLength: 2 }),
      fc.array(declared, { minLength: 1, maxLength: 3 }),
    )
    .map(([picks, body]): Rule => ({ kind: 'rule', picks, body }));

/** What variables are, is said of boxes; what is made of them, of what stands in these. */
function rulesOf({ values, fronts }: Theme): fc.Arbitrary<Rule> {
  const part = (isVariable: boolean) =>
    declarationOf(
      Object.fromEntries(
        Object.entries(values).filter(([name]) => /^(--|container)/.test(name) === isVariable),
      ),
    );
  const things = ruleWith(picksOf(inner), part(false));
  const grouped = (rule: fc.Arbitrary<Rule>, all: readonly string[]) =>
    fc
      .tuple(fc.constantFrom(...all), fc.array(rule, { minLength: 1, maxLength: 2 }))
      .map(([front, body]): Rule => ({ kind: 'group', front, body }));
  const boxes = ruleWith(picksOf(outer), part(true));
  const media = ['@media (min-width: 600px)', '@media print', '@layer base'];
  return fc.oneof(
    { weight: 4, arbitrary: grouped(things, fronts) },
    { weight: 3, arbitrary: things },
    { weight: 4, arbitrary: boxes },
    { weight: 1, arbitrary: grouped(boxes, media) },
    { weight: 1, arbitrary: grouped(fc.oneof(boxes, things), [...fronts, ...media]) },
    {
      weight: 2,
      arbitrary: ruleOf(
        declarationOf(values),
        pick,
        fronts.map((front): Front => ({ front })),
      ),
    },
  );
}

/** Boxes in boxes. */
const nested = fc
  .tuple(
    fc.constantFrom('div', 'section', 'article'),
    fc.constantFrom('card', 'row', 'box', 'card row', 'box row'),
    fc.constantFrom(
      '',
      '',
      ' style="--tone: dark"',
      ' style="--amount: 2; --tone: light"',
      ' style="container-name: side"',
    ),
    fc.array(element, { minLength: 1, maxLength: 3 }),
  )
  .map(([tag, names, more, inside]) => `<${tag} class="${names}"${more}>${inside.join('')}</${tag}>`);

export const newerCase = (name: NewerTheme): fc.Arbitrary<OrdinaryCase> =>
  caseOf(rulesOf(themes[name]), {
    head: fc.constantFrom(...themes[name].heads),
    element: fc.oneof(nested, element),
  });

export const anyNewerCase: fc.Arbitrary<OrdinaryCase> = fc.constantFrom(...newerThemes).chain(newerCase);

/** Text of a sheet alone, with what stands at the top of such pages. */
export const newerSheet: fc.Arbitrary<string> = anyNewerCase.map(
  ({ sheets, draft }) => `${sheets[0].split(':root')[0]}\n${draft}`,
);
