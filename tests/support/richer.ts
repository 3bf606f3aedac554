// Pages and rules of richer kinds: markup of other languages, forms and old days; selectors that count, look back or
// ask about a form; scopes, style queries, registered variables, animations.
import fc from 'fast-check';
import { enclosedCase } from './enclosed-cases.js';
import { frameworkCase } from './framework-cases.js';
import { anyNewerCase } from './newer.js';
import { anyCase, caseOf, element, type OrdinaryCase } from './ordinary.js';
import { declarationOf, pick, ruleOf, simple, usualFronts, type Front, type Pick } from './ordinary-rules.js';
import { values } from './ordinary-values.js';

const parts = [
  '<fieldset disabled class="card"><legend class="lead">Tray</legend><input class="btn" required><button class="btn">send</button></fieldset>',
  '<input class="btn item" type="checkbox" checked disabled>',
  '<input class="item" type="range" min="0" max="9">',
  '<select class="btn" multiple><option selected class="item">a</option><optgroup label="b"><option>c</option></optgroup></select>',
  '<dialog open class="card"><p class="note">x</p></dialog>',
  '<dialog class="box"><p class="note">x</p></dialog>',
  '<details open class="note"><summary class="lead">more</summary><p class="item">text</p></details>',
  '<ol class="row" start="3" type="a"><li class="item" value="7">one</li><li>two</li></ol>',
  '<table class="row" border="1" cellpadding="4" cellspacing="0" width="200" align="center"><caption class="lead">x</caption><tr><th class="item" align="right" bgcolor="#eeeeee" nowrap>a</th><td class="box" valign="top" height="30">b</td></tr></table>',
  '<font color="red" size="5" face="serif" class="item">old</font>',
  '<center class="box"><p class="note" align="right">old</p><hr class="item" width="50" size="4" noshade></center>',
  '<img class="item" alt="" width="40" height="30" hspace="4" border="2" align="left">',
  '<pre class="note">a  b<code class="item">c</code></pre>',
  '<section class="card"><h1 class="card-title">x</h1><h3 class="item">y</h3></section>',
  '<blockquote class="box"><q class="item">x</q><cite class="note">y</cite></blockquote>',
  '<dl class="row"><dt class="item">a</dt><dd class="note">b</dd></dl>',
  '<p class="note">a<sub class="item">b</sub><small class="box">c</small><mark class="item">d</mark><s>e</s></p>',
  '<ruby class="item">a<rt class="note">b</rt></ruby>',
  '<progress class="box" value="1" max="3"></progress><meter class="item" value="1"></meter>',
  '<iframe class="box" width="60" height="40" frameborder="0"></iframe>',
  '<video class="box" width="60"></video><canvas class="item" width="30" height="20"></canvas>',
  '<div class="row"></div><div class="item"> </div>',
  '<svg class="box" width="20" height="20"><g class="item" fill="red"><circle class="note" r="5"/><text class="lead" font-size="9">t</text></g></svg>',
  '<a class="btn" href="#main">down</a><a class="btn" name="x">anchor</a>',
  '<button class="btn" disabled>no</button>',
  '<nav class="row" hidden><a class="item" href="#top">x</a></nav>',
];

/** What stands round a part: directions, languages, what is hidden. */
const around = ['', '', '', ' dir="rtl"', ' dir="auto"', ' lang="de"', ' hidden', ' style="font-size: 20px; --gap: 2em"', ' id="top"', ' tabindex="0"', ' contenteditable']; // prettier-ignore

const richerElement = fc.oneof(
  { arbitrary: element, weight: 2 },
  { arbitrary: fc.constantFrom(...parts), weight: 2 },
  {
    arbitrary: fc
      .tuple(
        fc.constantFrom('div', 'section', 'span', 'article', 'main'),
        fc.constantFrom('card', 'row', 'box', 'note', 'item'),
        fc.constantFrom(...around),
        fc.array(fc.oneof(fc.constantFrom(...parts), element), { minLength: 1, maxLength: 3 }),
      )
      .map(([tag, name, more, inner]) => `<${tag} class="${name}"${more}>${inner.join('')}</${tag}>`),
    weight: 4,
  },
);

const tails = [':last-child', ':nth-child(2n+1)', ':nth-child(2 of .item)', ':nth-last-child(2)', ':only-child', ':first-of-type', ':nth-of-type(2)', ':empty', ':enabled', ':required', ':optional', ':read-only', ':any-link', ':link', ':dir(rtl)', ':lang(de)', '[class~="ITEM" i]', ':where(.item)', ':not(:first-child)', ':has(> .item)', ':has(+ .item)', ':is(.note, #main)', ':not(.item, .box)', ':scope', ':defined']; // prettier-ignore
const heldStates = [
  ':focus-within',
  ':target',
  ':hover',
  ':active',
  ':disabled',
  ':checked',
  ':indeterminate',
] as const;
const pseudos = ['::first-letter', '::selection', '::backdrop', '::file-selector-button', '::before', '::after', '::marker', '::placeholder', '::first-line']; // prettier-ignore

const richerPick: fc.Arbitrary<Pick> = fc.oneof(
  { arbitrary: pick, weight: 3 },
  {
    arbitrary: fc.tuple(simple, fc.constantFrom(...tails)).map(([one, tail]): Pick => ({ text: one + tail })),
    weight: 4,
  },
  {
    arbitrary: fc
      .tuple(simple, fc.constantFrom(' ~ ', ' + ', ' > ', ' '), simple, fc.constantFrom('', ...tails))
      .map(([a, between, b, tail]): Pick => ({ text: a + between + b + tail })),
    weight: 2,
  },
  {
    arbitrary: fc
      .tuple(simple, fc.constantFrom(...heldStates), fc.constantFrom('', ' .item', ' > *', ' + *'))
      .map(([carrier, state, below]): Pick => ({
        text: carrier + state + below,
        states: [{ carrier, state }],
      })),
    weight: 2,
  },
  {
    arbitrary: fc
      .tuple(simple, fc.constantFrom(...pseudos))
      .map(([text, pseudo]): Pick => ({ text, pseudo })),
    weight: 1,
  },
);

const fronts: readonly Front[] = [
  ...usualFronts,
  ...['.card', '.row', '.box', '#main', 'section'].map((root) => ({ front: `@scope (${root})`, root })),
  ...[
    '@starting-style',
    '@supports selector(:has(a))',
    '@supports not (display: grid)',
    '@supports (color: red) and (width: 1px)',
    '@container style(--accent: teal)',
    '@container (min-width: 200px) and (max-width: 900px)',
    '@container not (min-width: 400px)',
    '@layer base.deep',
    '@media not print',
    '@media (min-width: 400px) or (orientation: portrait)',
    '@media (400px < width < 1000px)',
    '@media (prefers-color-scheme)',
  ].map((front) => ({ front })),
];

const rarelySaid = {
  animation: ['spin 1s', 'fade 1s both', 'shift 2s forwards', 'spin 2s infinite', 'none', 'fade 1s infinite alternate'],
  'animation-name': ['fade', 'none', 'shift'],
  'animation-fill-mode': ['forwards', 'none', 'both'],
  'animation-duration': ['1s', '0s'],
  '--gap': ['10px', '1em', '50%', 'none', 'var(--accent)', 'initial'],
  '--accent': ['teal', 'red', '5px', 'var(--gap)'],
  'margin-inline': ['1em', '10px auto', 'var(--gap)'],
  'margin-inline-end': ['10px', '0'],
  'padding-block': ['4px', 'var(--gap, 2px)'],
  'inset-inline-start': ['0', '10px'],
  'border-inline-end': ['1px solid red', 'none'],
  'border-end-end-radius': ['4px', '0'],
  'text-align': ['start', 'end', 'left', 'center', 'match-parent'],
  direction: ['rtl', 'ltr'],
  'writing-mode': ['vertical-rl', 'horizontal-tb'],
  width: ['var(--gap)', 'env(nothing, 20px)', 'calc(var(--gap) * 2)'],
  'inline-size': ['50px', 'auto'],
  display: ['none', 'block', 'revert', 'table-row', 'inline'],
  'list-style': ['none', 'lower-alpha', 'inside'],
  quotes: ['none', '"<" ">"'],
}; // prettier-ignore

const heads = [
  '@property --gap { syntax: "<length>"; inherits: false; initial-value: 3px }',
  '@property --accent { syntax: "<color>"; inherits: true; initial-value: red }',
  '@property --gap { syntax: "*"; inherits: false }',
  '@layer late, base;',
  '',
];
const frames = [
  '@keyframes spin { to { rotate: 1turn; color: red } }',
  '@keyframes fade { from { opacity: 0; width: 10px } to { opacity: .5; color: var(--accent) } }',
  '@keyframes shift { 50% { margin-left: 1em } to { --gap: 2em; font-size: 1.5em } }',
  '@media print { @keyframes fade { to { opacity: 1 } } }',
];

/** Some of its properties with some of the usual ones, so that they meet. */
const richerRule = fc
  .tuple(
    fc.uniqueArray(fc.constantFrom(...Object.keys(rarelySaid)), { minLength: 2, maxLength: 6 }),
    fc.uniqueArray(fc.constantFrom(...Object.keys(values)), { minLength: 4, maxLength: 12 }),
  )
  .map(([some, usual]) => {
    const table: Record<string, readonly string[]> = Object.fromEntries(
      usual.map((name) => [name, values[name]]),
    );
    for (const name of some as (keyof typeof rarelySaid)[])
      table[name] = [...rarelySaid[name], ...(table[name] ?? [])];
    return ruleOf(declarationOf(table), richerPick, fronts);
  });

export const richerCase: fc.Arbitrary<OrdinaryCase> = richerRule.chain((rule) =>
  caseOf(rule, {
    element: richerElement,
    head: fc
      .tuple(fc.constantFrom(...heads), fc.subarray(frames))
      .map(([head, list]) => [head, ...list].join('\n')),
  }),
);

/** Of each kind as many: ordinary pages and drafts, richer ones, those of frameworks, those on which boxes around differ, and newer things. */
export const everyCase: fc.Arbitrary<OrdinaryCase> = fc.oneof(
  anyCase,
  richerCase,
  frameworkCase,
  enclosedCase,
  anyNewerCase,
);

/** Text of a sheet alone, with what stands at the top of such pages. */
export const richerSheet: fc.Arbitrary<string> = richerCase.map(
  ({ sheets, draft }) => `${sheets[0].split(':root')[0]}\n${draft}`,
);
