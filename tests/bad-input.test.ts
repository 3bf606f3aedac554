// Broken and hostile input: nothing crashes or hangs, and what can be used is used.
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { contest, contests, parsePage, prove, YeltoError, type Page } from 'yelto';

const page = (css: string, body = '<p class="a">text</p>') =>
  parsePage({
    name: 'page',
    html: `<!DOCTYPE html><head><link rel="stylesheet" href="a.css"></head><body>${body}</body>`,
    sheets: [{ href: 'a.css', css }],
  });

/** Asks everything of a small page, as a caller might. */
function askAll(read: Page): number {
  return read.faults.length + read.elements.reduce((sum, element) => sum + contests(read, element).length, 0);
}

/** So many characters lie between the places where a sheet is cut: no multiple of what its lines repeat. */
const cutsApart = { 'theme.css': 23, 'loanlattice.min.css': 11, 'reset.css': 3 };
const files = Object.keys(cutsApart) as (keyof typeof cutsApart)[];

describe.each(files)('%s cut off in many places', (file) => {
  const css = readFileSync(`demo/r14/assets/${file}`, 'utf8');
  test('is read, and the rules before the cut count', () => {
    for (let end = 0; end <= css.length; end += cutsApart[file])
      askAll(page(`p { color: red }\n${css.slice(0, end)}`));
    const cut = page(`p { color: red }\n${css.slice(0, css.length / 2)}`);
    expect(
      contest(cut, cut.select('p')[0], 'color').entries.some(
        ({ declaration }) => declaration.value === 'red',
      ),
    ).toBe(true);
  });
});

test('random CSS and HTML never throw', () => {
  const piece = fc.constantFrom(
    '{',
    '}',
    '(',
    ')',
    '[',
    ']',
    ';',
    ':',
    ',',
    '@media',
    '@layer',
    '@import',
    '@scope',
    '"',
    "'",
    '/*',
    '*/',
    '\\',
    '\n',
    'p',
    '.a',
    '#b',
    '&',
    '>',
    'color',
    'red',
    '!important',
    '--x',
    'var(',
    'url(',
    '<!--',
    '<',
    '\0',
    '😀',
    ' ',
    '1px',
    '%',
  );
  fc.assert(
    fc.property(
      fc.array(piece, { maxLength: 60 }),
      fc.string({ maxLength: 200, unit: 'binary' }),
      (pieces, noise) => {
        askAll(page(pieces.join('')));
        askAll(page(noise, noise));
        askAll(parsePage({ name: 'noise', html: pieces.join('') + noise }));
      },
    ),
    { numRuns: 120, seed: 11 },
  );
});

test('random selectors are used or refused with a YeltoError', () => {
  const read = page('p { color: red }');
  const piece = fc.constantFrom(
    'p',
    '.a',
    '#b',
    ' ',
    '>',
    '+',
    '~',
    '*',
    ':',
    '::',
    ':is(',
    ':not(',
    ':has(',
    ':nth-child(',
    ')',
    '2n+1',
    ' of ',
    ',',
    '[',
    ']',
    '=',
    '"x"',
    '|',
    '&',
    '\\',
    ':hover',
    '::before',
    'é',
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
      try {
        read.select(pieces.join(''));
      } catch (error) {
        expect(error).toBeInstanceOf(YeltoError);
        expect((error as YeltoError).column).toBeGreaterThan(0);
      }
    }),
    { numRuns: 3000, seed: 12 },
  );
});

const huge: [string, () => void][] = [
  ['a million nested braces', () => askAll(page('a{'.repeat(1_000_000)))],
  ['a million nested parentheses', () => askAll(page(`p { color: ${'('.repeat(1_000_000)}`))],
  [
    'sixty thousand nested tags',
    () => void parsePage({ name: 'deep', html: '<div>'.repeat(60_000) }).elements.length,
  ],
  ['a selector of 100 kB', () => askAll(page(`${'p > '.repeat(25_000)}p { color: red }`))],
  [
    'a selector nested 20,000 deep',
    () => askAll(page(`${':not('.repeat(20_000)}p${')'.repeat(20_000)} { color: red }`)),
  ],
  ['a compound of 100,000 classes', () => askAll(page(`${'.a'.repeat(100_000)} { color: red }`))],
  ['sixty thousand nested <b>', () => void parsePage({ name: 'deep', html: '<b>'.repeat(60_000) }).elements],
  ['a sheet of 5 MB', () => askAll(page('.a .b { color: red; background: url(x.png) }\n'.repeat(100_000)))],
  ['a list of 50,000 layers', () => askAll(page(`p { background: ${'url(x),'.repeat(50_000)} red }`))],
  [
    'a calculation nested 50,000 deep',
    () => askAll(page(`p { width: calc(${'('.repeat(50_000)}1px${')'.repeat(50_000)}) }`)),
  ],
  [
    'a list of 20,000 that counts siblings',
    () =>
      askAll(page('li:nth-last-child(2n) { top: 0 } li:nth-of-type(3) { top: 0 }', '<li>'.repeat(20_000))),
  ],
  [
    'variables in a circle',
    () => askAll(page('p { --a: var(--b); --b: var(--c, var(--a)); --c: var(--a); color: var(--a) }')),
  ],
  [
    'a variable that doubles itself',
    () =>
      askAll(
        page(
          `p { --a0: x; ${Array.from({ length: 40 }, (_, i) => `--a${i + 1}: var(--a${i}) var(--a${i});`).join(' ')} }`,
        ),
      ),
  ],
];
test.each(huge)('%s', (_, read) => {
  expect(read).not.toThrow();
});

const nested = (open: string, inner: string) => open.repeat(20_000) + inner + ')'.repeat(20_000);
const numbered = (amount: number, text: (i: number) => string) =>
  Array.from({ length: amount }, (_, i) => text(i)).join('');

/** Each with a width of the paragraph that hangs on it. */
const endless: [string, string][] = [
  ['brackets of a media query', `@media ${nested('(', 'width > 1px')} { p { width: 1px } }`],
  ['brackets of @supports', `@supports ${nested('(', 'width: 1px')} { p { width: 1px } }`],
  ['brackets of a container query', `@container ${nested('(', 'width > 1px')} { p { width: 1px } }`],
  ['brackets of a query about a style', `@container style(${nested('(', '--a: b')}) { p { width: 1px } }`],
  ['a query about a style denied', `@container style(${nested('(not ', '--a: b')}) { p { width: 1px } }`],
  ['choices in choices', `p { width: ${nested('if(style(--x): 1px; else: ', '2px')} }`],
  ['a choice of 20,000', `p { width: if(${numbered(20_000, (i) => `style(--x${i}): 1px;`)} else: 2px) }`],
  [
    '3,000 functions that call each other',
    `${numbered(3000, (i) => `@function --f${i}() { result: --f${i + 1}() }`)} p { width: --f0() }`,
  ],
  [
    'functions that call each other twice',
    `${numbered(40, (i) => `@function --f${i}() { result: --f${i + 1}() --f${i + 1}() }`)} p { width: --f0() }`,
  ],
  [
    'functions that call each other twice for nothing',
    `${numbered(40, (i) => `@function --f${i}(--x, --y) { result: --f${i + 1}(--g${i}(1, 1), --g${i}(2, 2)) } @function --g${i}(--x, --y) { result: --g${i + 1}(--f${i + 1}(1, 1), 2) }`)} p { width: --f0() }`,
  ],
  [
    'variables of a function in a chain',
    `@function --f() { ${numbered(20_000, (i) => `--x${i}: var(--x${i + 1});`)} result: var(--x0) } p { width: --f() }`,
  ],
  [
    'variables of 8,000 rules in a chain',
    `${numbered(8000, (i) => `p { --x${i}: var(--x${i + 1}, 1px) }`)} p { width: var(--x0) }`,
  ],
];
test.each(endless)('%s end', (_, css) => {
  const read = page(css);
  expect(askAll(read)).toBeGreaterThan(0);
  expect(prove(read, 'p { width: 5px !important }').verdicts[0].outcome).toBe('wins');
});

/** More than a call of a function takes arguments. */
const beyondCalls = 130_000;
const sized = numbered(beyondCalls, (i) => `, ${i}px`);

/** A sheet, a draft, and what becomes of it. */
const many: [string, string, string, string][] = [
  ['selectors of a rule', '.a { color: red }', `b${', b'.repeat(beyondCalls)}, .a { color: blue }`, 'wins'],
  ['sizes in a minimum', `p { width: 0px }`, `.a { width: min(0px${sized}) }`, 'needless'],
  ['sizes in a maximum', `p { width: ${beyondCalls - 1}px }`, `.a { width: max(0px${sized}) }`, 'needless'],
  [
    'sizes in a diagonal',
    'p { width: 5px }',
    `.a { width: hypot(3px, 4px${', 0px'.repeat(beyondCalls)}) }`,
    'needless',
  ],
];
test.each(many)('%s are counted, however many', (_, css, draft, outcome) => {
  expect(prove(page(css), draft).verdicts[0].outcome).toBe(outcome);
});

test('what a rule needs is counted over all that it sets, on however many kinds of things', () => {
  const kinds = Array.from({ length: 110 }, (_, i) => i);
  const body = kinds.map((i) => `<p class="a k${i}">text</p>`).join('');
  const css = kinds
    .map(
      (i) =>
        `.a.k${i} { padding-top: ${i + 1}px } @media (min-width: ${(i % 6) * 200}px) { .k${i} { padding-left: 1px } }`,
    )
    .join('');
  const [{ outcome, remedy }] = prove(page(css, body), '.a { all: revert }').verdicts;
  expect([outcome, remedy]).toEqual(['partly', expect.stringContaining('all: revert')]);
});

test('imports in a circle end', () => {
  const read = parsePage({
    name: 'circle',
    html: '<!DOCTYPE html><link rel="stylesheet" href="a.css"><p>',
    sheets: [
      { href: 'a.css', css: '@import "b.css"; p { color: red }' },
      { href: 'b.css', css: '@import "a.css"; @import "b.css"; p { color: blue }' },
    ],
  });
  expect(
    contest(read, read.select('p')[0], 'color').entries.map(({ declaration }) => declaration.value),
  ).toEqual(['red', 'blue']);
});

test('broken pieces of a draft are told with their place, and the rest is proven', () => {
  const { ok, verdicts } = prove(
    page('p { color: red }'),
    'p { colour: blue; color: green }\n.b, { color: red }\n// note\np { top: 1px }\n<style>\np { padding-left: 1px }',
  );
  expect(ok).toBe(false);
  expect(verdicts.map(({ outcome, declaration }) => `${declaration.line} ${outcome}`)).toEqual(
    expect.arrayContaining(['1 invalid', '1 wins', '2 invalid', '3 invalid']),
  );
});
