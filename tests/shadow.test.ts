// Shadow trees: who wins inside components, of their hosts, parts and slotted things is what a real engine says.
import fc from 'fast-check';
import type { Browser } from 'playwright-core';
import { parsePage } from 'yelto';
import { computedOf } from '../dist/cascade/index.js';
import { compareWithEngine, startEngine } from './support/engine.js';
import { runsOr, seed } from './support/judging.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const page = (css: string, body: string) =>
  parsePage({
    name: 'page.html',
    html: `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><style>${css}</style></head><body>${body}</body></html>`,
  });
const tree = (css: string, inner: string) =>
  `<template shadowrootmode="open"><style>${css}</style>${inner}</template>`;

const lender = (
  css: string,
  inner = '<div class="box" part="box label"><slot></slot><slot name="more"><i>none</i></slot></div>',
) =>
  `<ll-lender class="dark" id="one">${tree(css, inner)}<p class="note">Deposit</p><b slot="more">20</b></ll-lender>`;

test.each([
  [
    'the page does not reach in, and the component not out',
    '.box, p { color: red }',
    lender('.box { color: blue } p { color: navy }'),
  ],
  [
    'host rules give way to the page’s',
    'll-lender { color: red }',
    lender(
      ':host { color: blue; margin: 1px } :host(.dark) { color: navy; padding: 2px } :host(.light) { margin: 3px }',
    ),
  ],
  [
    'important host rules win',
    'll-lender { color: red !important; margin: 1px !important }',
    lender(':host { color: blue !important; margin: 2px !important }'),
  ],
  [
    'a style attribute on the host',
    'p { margin: 0 }',
    `<ll-lender style="color: red; margin: 2px">${tree(':host { color: blue; margin: 1px !important }', '<slot></slot>')}</ll-lender>`,
  ],
  [
    'what is around the host',
    'p { margin: 0 }',
    `<main class="theme"><section>${lender(':host-context(.theme) { color: red } :host-context(.other) { color: blue } :host-context(section) .box { color: navy }')}</section></main>`,
  ],
  [
    'a host above',
    'p { margin: 0 }',
    lender(
      ':host .box { color: red } :host > .box { margin: 1px } :host(.dark) > div { padding: 1px } :host + .box { color: blue } ll-lender .box { color: blue }',
    ),
  ],
  [
    'a host in lists',
    'p { margin: 0 }',
    lender(
      ':is(:host, .box) { color: red } :where(:host(.dark)) { margin: 1px } :host:not(.light) { padding: 2px } *:host { color: navy } :not(.x) { border-width: 1px } :host.dark { top: 1px } ll-lender:host { top: 2px }',
    ),
  ],
  [
    'slotted things',
    'p { color: red } .note { margin: 1px !important }',
    lender(
      '::slotted(*) { color: blue; padding: 1px } ::slotted(.note) { margin: 2px !important; padding: 2px } .box ::slotted(b) { top: 1px } slot[name]::slotted(b) { left: 1px } ::slotted(p b) { left: 9px }',
    ),
  ],
  [
    'before and after slotted',
    'p { color: red }',
    lender(
      '::slotted(p)::before { content: "a" } :host::after { content: "b" } .box::before { content: "c" }',
    ),
  ],
  [
    'parts',
    'll-lender::part(box) { color: red } ::part(label) { margin: 1px } #one::part(box label) { padding: 1px } ::part(box nix) { padding: 9px } .none::part(box) { top: 1px } ::part(box)::before { content: "x" }',
    lender(
      '.box { color: blue; margin: 2px !important; padding: 3px } :host::part(box) { left: 1px } ::part(box) { right: 1px }',
    ),
  ],
  [
    'important parts',
    '::part(box) { color: red !important; margin: 1px !important }',
    lender('.box { color: blue !important; margin: 2px }'),
  ],
  [
    'states of parts',
    '::part(box):first-child { color: red } ::part(box):not(:hover) { margin: 2px } ::part(box):hover { color: navy } ::part(box):empty { top: 1px }',
    lender('.box { color: blue }'),
  ],
  [
    'layers of each tree',
    '@layer a, b; @layer b { ll-lender { color: red } } @layer a { ll-lender { color: blue } }',
    lender(
      '@layer b, a; @layer a { .box { color: red } :host { color: teal; margin: 1px } } @layer b { .box { color: blue } :host { margin: 2px } }',
    ),
  ],
  [
    'scopes',
    '@scope (ll-lender) { :scope { color: red } .box { color: blue } p { top: 1px } }',
    lender(
      '@scope (.box) { slot { color: red } :scope { margin: 1px } } @scope (:host) { :scope { margin: 3px } .box { padding: 4px } } @scope { .box { left: 2px } }',
    ),
  ],
  [
    'exported parts',
    'x-outer::part(box) { color: red } x-outer::part(tag) { margin: 1px } ll-lender::part(box) { color: teal }',
    `<x-outer>${tree('ll-lender::part(box) { color: blue; padding: 1px }', `<ll-lender exportparts="box, label: tag">${tree('.box { color: navy; margin: 0; padding: 0 }', '<div class="box" part="box label">x</div>')}</ll-lender>`)}</x-outer>`,
  ],
  [
    'a slot in a slot',
    'b { color: red }',
    `<x-outer>${tree('::slotted(b) { color: blue; margin: 1px }', `<x-inner>${tree('::slotted(b) { color: navy; margin: 2px; padding: 1px } ::slotted(slot) { padding: 3px } ::slotted(*) { top: 1px !important }', '<slot></slot>')}<slot></slot></x-inner>`)}<b>x</b></x-outer>`,
  ],
  [
    'important across a slot in a slot',
    'b { color: red !important }',
    `<x-outer>${tree('::slotted(b) { color: blue !important; margin: 1px !important }', `<x-inner>${tree('::slotted(b) { color: navy !important; margin: 2px !important }', '<slot></slot>')}<slot></slot></x-inner>`)}<b>x</b></x-outer>`,
  ],
  [
    'nesting, places and has',
    'p { margin: 0 }',
    lender(
      '.box { & slot { color: red } &:first-child { margin: 1px } :host(.dark) & { padding: 1px } } :host { &:hover { color: blue } & .box { top: 1px } .box { left: 1px } } :host(:has(p)) { margin: 4px } :host:has(.box) { padding: 5px } div:has(> slot) { right: 1px } :root { color: red } :scope { bottom: 1px }',
    ),
  ],
  [
    'hosts with has and not',
    'p { margin: 0 }',
    lender(
      ':host(:has(p)) { margin: 1px } :host(:has(.box)) { padding: 1px } :host(:not(.light)) { top: 1px } :host(:not(.dark)) { left: 1px } :host:not(:host(.light)) { right: 1px } :host:not(:hover) { bottom: 1px } :host:hover { width: 1px } :host:has(> .box slot) { height: 1px } :host:has(p) { color: red } :host:first-child { color: blue } :host:is(.dark, :host(#one)) { outline-width: 1px } :host:where(:host) { order: 1 } :host:has(+ p) { order: 2 } :host(ll-lender#one.dark) { z-index: 1 } :host(p) { z-index: 2 } :host[class] { z-index: 3 } :host-context(:has(p)) { opacity: 1 } :host(:not(:has(p))) { flex-grow: 1 } :host(:not(:has(q))) .box { flex-grow: 2 }',
    ),
  ],
  [
    'a host that is slotted',
    'x-b { color: red }',
    `<x-a>${tree('::slotted(x-b) { color: blue; margin: 1px; padding: 1px !important }', '<slot></slot>')}<x-b>${tree(':host { color: navy; margin: 2px; padding: 2px !important; top: 1px }', 'x')}</x-b></x-a>`,
  ],
  [
    'two declarations of a tree, and a host that cannot be one',
    'p { margin: 0 }',
    `<div>${tree('p { color: red }', '<p>a</p>')}${tree('p { color: blue }', '<p>b</p>')}<p>c</p></div><em>${tree('p { color: red }', '<p>d</p>')}</em>`,
  ],
  [
    'several of one kind',
    '::part(box) { color: red } .b::part(box) { color: teal }',
    ['a', 'b', 'c']
      .map(
        (name) =>
          `<ll-lender class="${name}">${tree(':host(.b) .box { margin: 1px } .box { margin: 2px; color: navy } .box + .box { padding: 1px }', '<p class="box" part="box">x</p><p class="box">y</p>')}</ll-lender>`,
      )
      .join(''),
  ],
])('%s', async (_, css, body) => {
  const { compared, differences } = await compareWithEngine(browser, page(css, body));
  expect(differences).toEqual([]);
  expect(compared).toBeGreaterThan(20);
});

const runs = runsOr(6);

const name = fc.constantFrom('a', 'b', 'c');
const tag = fc.constantFrom('p', 'b', 'x-a', 'x-b', 'slot', 'div');
const simple = fc.oneof(
  { weight: 4, arbitrary: name.map((one) => `.${one}`) },
  { weight: 3, arbitrary: tag },
  fc.constantFrom(
    ':first-child',
    ':not(.a)',
    ':is(.a, .b)',
    ':has(.b)',
    ':has(> p)',
    '#i',
    '[slot]',
    ':empty',
    ':hover',
    ':root',
    '*',
    ':scope',
  ),
);
const host = fc.oneof(
  fc.constantFrom(
    ':host',
    ':host(*)',
    ':host:hover',
    ':is(:host, .a)',
    ':host:not(:host(.b))',
    ':host(:not(.a))',
    ':host:has(.a)',
  ),
  simple.filter((one) => !/^[*\w]/.test(one) || /^[\w-]+$/.test(one)).map((one) => `:host(${one})`),
  fc
    .tuple(fc.constantFrom('.a', '.b', 'p', 'x-a', 'body'), fc.constantFrom(':host-context'))
    .map(([one, at]) => `${at}(${one})`),
);
const ending = fc.oneof(
  { weight: 3, arbitrary: fc.constant('') },
  name.map((one) => `::part(${one})`),
  fc.tuple(name, name).map(([one, other]) => `::part(${one} ${other})`),
  name.map((one) => `::part(${one}):not(:hover)`),
  fc.oneof(fc.constant('*'), simple).map((one) => `::slotted(${one})`),
  fc.constant('::before'),
  fc.constantFrom('::slotted(*)::before', '::part(a)::before'),
);
const selector = fc
  .tuple(
    fc.option(fc.oneof({ weight: 2, arbitrary: host }, simple), { nil: undefined }),
    fc.constantFrom(' ', ' > ', ' + ', ' ~ '),
    fc.oneof({ weight: 3, arbitrary: simple }, host),
    ending,
  )
  .map(([front, between, last, end]) => (front === undefined ? '' : front + between) + last + end);
const declared = fc
  .array(
    fc.tuple(
      fc.constantFrom(
        'color: red',
        'top: 1px',
        'margin: 1px',
        'margin-left: 2px',
        'border-top-color: red',
        'all: unset',
      ),
      fc.constantFrom('', '', ' !important'),
    ),
    { minLength: 1, maxLength: 2 },
  )
  .map((list) => list.map((parts) => parts.join('')).join('; '));
const plainRule = fc.tuple(selector, declared).map(([front, body]) => `${front} { ${body} }`);
const rule = fc.oneof(
  { weight: 8, arbitrary: plainRule },
  fc
    .tuple(fc.constantFrom('l', 'm', 'l.n'), plainRule)
    .map(([layer, inner]) => `@layer ${layer} { ${inner} }`),
  fc
    .tuple(fc.oneof(simple, fc.constant(':host')), plainRule)
    .map(([root, inner]) => `@scope (${root}) { ${inner} }`),
  fc
    .tuple(
      selector.filter((one) => !one.includes('::')),
      declared,
      plainRule,
    )
    .map(([front, body, inner]) => `${front} { ${body}; & ${inner} ${inner} }`),
  fc
    .tuple(fc.constantFrom('(width > 500px)', 'print'), plainRule)
    .map(([media, inner]) => `@media ${media} { ${inner} }`),
);
const sheet = fc.array(rule, { minLength: 1, maxLength: 5 }).map((list) => list.join('\n'));

const { box } = fc.letrec<{ box: string; boxes: string; shadow: string }>((tie) => ({
  boxes: fc.array(tie('box'), { maxLength: 3 }).map((list) => list.join('')),
  shadow: fc.tuple(sheet, tie('boxes')).map(([css, inner]) => tree(css, inner)),
  box: fc.oneof(
    { depthSize: 'small', maxDepth: 5 },
    fc.constantFrom(
      '<slot></slot>',
      '<slot name="n"><p class="a"></p></slot>',
      'x',
      '<slot class="b" part="b"></slot>',
    ),
    fc
      .record({
        tag: fc.constantFrom('p', 'b', 'div', 'x-a', 'x-b', 'x-a'),
        classes: fc.array(name, { maxLength: 2 }),
        parts: fc.array(name, { maxLength: 2 }),
        more: fc.constantFrom(
          '',
          '',
          ' id="i"',
          ' slot="n"',
          ' exportparts="a, b: c"',
          ' exportparts="a:b, a:c"',
          ' style="color: teal"',
        ),
        shadow: fc.option(tie('shadow'), { nil: '' }),
        inner: tie('boxes'),
      })
      .map(({ tag: of, classes, parts, more, shadow, inner }) => {
        const isHost = of.startsWith('x-') || of === 'div';
        // A paragraph would be closed by another one.
        const own = of === 'p' ? inner.replace(/<(p|div)\b[^]*<\/\1>/g, 'y') : inner;
        return `<${of} class="${classes.join(' ')}" part="${parts.join(' ')}"${more}>${isHost ? shadow : ''}${own}</${of}>`;
      }),
  ),
}));

test(`${runs} random trees in trees (SEED=${seed})`, async () => {
  let compared = 0;
  await fc.assert(
    fc.asyncProperty(sheet, fc.array(box, { minLength: 2, maxLength: 6 }), async (css, boxes) => {
      const found = await compareWithEngine(browser, page(css, boxes.join('\n')), ['::before']);
      compared += found.compared;
      expect(found.differences).toEqual([]);
    }),
    { seed, numRuns: runs, endOnFailure: process.env.SHRINK !== '1' },
  );
  expect(compared).toBeGreaterThan(runs * 100);
}, 3_600_000);

// A registration counts for the whole document, and only from the document's own sheets.
test.each([
  ['in the document', '@property --tone { syntax: "*"; inherits: false }', ''],
  ['in the component', '', '@property --tone { syntax: "*"; inherits: false }'],
  [
    'in both',
    '@property --tone { syntax: "<color>"; inherits: false; initial-value: teal }',
    '@property --tone { syntax: "*"; inherits: true }',
  ],
])('a registered property %s', async (_, outer, inner) => {
  const body = `<ll-lender style="--tone: red">${tree(`${inner} .box { color: var(--tone, navy) } i { color: var(--tone, navy); --tone: green } u { color: var(--tone, navy) }`, '<div class="box">a<i>b<u>c</u></i></div>')}</ll-lender>`;
  const made = page(outer, body);
  const tab = await browser.newPage();
  await tab.setContent(
    `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><style>${outer}</style></head><body>${body}</body></html>`,
  );
  const shown = await tab.evaluate(() =>
    [...document.querySelector('ll-lender')!.shadowRoot!.querySelectorAll('.box, i, u')].map((element) =>
      getComputedStyle(element)
        .color.match(/\d+/g)!
        .map((part) => Number(part).toString(16).padStart(2, '0'))
        .join(''),
    ),
  );
  await tab.close();
  const host = made.select('ll-lender')[0];
  const ours = made
    .select('.box, i, u', host)
    .map((element) => computedOf(made, element, 'color').slice(1, 7));
  expect(ours).toEqual(shown);
});
