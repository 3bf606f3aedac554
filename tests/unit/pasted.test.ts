// What was pasted, found again however a panel writes it: selectors, what stands around rules, and values, each pair the
// same text or another one. tests/drift.test.ts asks it of random drafts that programs made small.
import { confirm, parsePage, prove } from 'yelto';

const body = '<div class="a b"><p class="c">x</p></div>';
const page = (css: string) =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>.z{}</style><style>${css}</style>${body}` });
const isThere = (draft: string, css: string) =>
  confirm(page(css), draft).find(({ question }) => question === 'is it the new text')?.ok ?? false;

const around = (selector: string) => `${selector} { top: 0 } .q { left: 0 }`;

test.each([
  ['.a:nth-child(2n + 1)', '.a:nth-child(odd)'],
  ['.a:nth-child(1)', '.a:first-child'],
  ['.a:nth-last-of-type(1)', '.a:last-of-type'],
  ['.a:is(.b)', '.a.b'],
  ['.b.a', '.a.b'],
  ['.a:is(.b, .b)', '.b.a'],
  ['[title="x" i]', '[title=x i]'],
  ['[TITLE="x"]', '[title=x]'],
  ['.a::BEFORE', '.a:before'],
  ['.a:HOVER', '.a:hover'],
  ['P > .c', 'p>.c'],
  ['.a *:hover', '.a :hover'],
  ['.c', '#custom .c'],
  ['.\\61', '.a'],
  ['.a:has(> .c, .b)', '.a:has(.b,>.c)'],
  ['.a:nth-child(2 of .b, .c)', '.a:nth-child(2 of .c,.b)'],
  ['::part(x y):hover', '::part(x y):hover'],
])('a selector in another notation is the same: %s and %s', (mine, there) => {
  expect(isThere(around(mine), around(there))).toBe(true);
});

test.each([
  ['.a .b', '.a.b'],
  ['.a .b', '.a > .b'],
  ['.a:nth-child(2n)', '.a:nth-child(odd)'],
  ['.a:first-child', '.a:last-child'],
  ['.a', '.a.b'],
  ['.a:where(.b)', '.a.b'],
  ['[title="x" i]', '[title=x]'],
  ['.a::before', '.a::after'],
  ['.a:not(.b)', '.a:not(.c)'],
  ['.a:not(.b, .c)', '.a:not(.b):not(.c)'],
  ['.a:has(.c)', '.a:has(> .c)'],
  ['#custom .c', '.c'],
  ['.p:is(.a .b)', '.a .b'],
  ['.p :is(.a .b)', '.p .a .b'],
])('a selector that asks something else is another: %s and %s', (mine, there) => {
  expect(isThere(around(mine), around(there))).toBe(false);
});

test('undone nesting is the same text, in one list or split', () => {
  const nested = '.a, .b { &:hover { top: 0 } > .c { left: 0; @media print { right: 0 } } }';
  for (const flat of [
    ':is(.a,.b):hover{top:0}:is(.a,.b)>.c{left:0}@media print{:is(.a,.b)>.c{right:0}}',
    '.a:hover,.b:hover{top:0}.a>.c,.b>.c{left:0}@media print{.b>.c,.a>.c{right:0}}',
  ]) {
    expect(isThere(nested, flat)).toBe(true);
    expect(isThere(nested, flat.replace(/\.b/g, '.x'))).toBe(false);
  }
});

const under = (query: string) => `${query} { .a { top: 0 } } .q { left: 0 }`;

test.each([
  ['@media (min-width: 600px)', '@media (width>=600px)'],
  ['@media (min-width: calc(500px + 100px))', '@media (min-width:600px)'],
  ['@media (400px <= width <= 800px)', '@media (min-width:400px) and (max-width:800px)'],
  ['@media only screen and (hover)', '@media screen and (hover)'],
  ['@media all and (hover)', '@media (hover)'],
  ['@media print, screen', '@media screen,print'],
  ['@media (min-resolution: 2dppx)', '@media (resolution>=2x)'],
  ['@media not (min-width: 600px)', '@media (width<600px)'],
  ['@container side (min-width: 300px)', '@container side (width>=300px)'],
  ['@container (width < 50em)', '@container (width<50em)'],
  ['@container style(--x: y)', '@container style(--x:y)'],
  ['@supports (display: grid)', '@supports (display:grid)'],
])('a condition in another notation is the same: %s and %s', (mine, there) => {
  expect(isThere(under(mine), under(there))).toBe(true);
});

test.each([
  ['@media (min-width: 600px)', '@media (min-width: 601px)'],
  ['@media (min-width: 600px)', '@media (max-width: 600px)'],
  ['@media (min-width: 600px)', '@media (width > 600px)'],
  ['@media print', '@media screen'],
  ['@media print', '@media not print'],
  ['@media (hover) and (pointer)', '@media (hover) or (pointer)'],
  ['@media (hover) and (pointer)', '@media (hover)'],
  ['@container side (min-width: 300px)', '@container (min-width: 300px)'],
  ['@container (min-width: 300px)', '@media (min-width: 300px)'],
  ['@container style(--x: y)', '@container style(--x: z)'],
  ['@container side', '@container other'],
  ['@container side', '@container side (width > 1px)'],
])('a condition that asks something else is another: %s and %s', (mine, there) => {
  expect(isThere(under(mine), under(there))).toBe(false);
});

test('media queries in media queries are the same as one that asks for both, in each of its ways', () => {
  const nested = '@media screen, print { @media (hover) { .a { top: 0 } } } .q { left: 0 }';
  expect(isThere(nested, '@media (hover) and (hover){@media screen,print{.a{top:0}}}.q{left:0}')).toBe(true);
  expect(isThere(nested, '@media screen and (hover),print and (hover){.a{top:0}}.q{left:0}')).toBe(true);
  expect(isThere(nested, '@media screen and (hover),print{.a{top:0}}.q{left:0}')).toBe(false);
});

const saying = (declaration: string) => `.a { ${declaration} } .q { left: 0 }`;

test.each([
  ['--x: 0.50rem', '--x:.5rem'],
  ['--x: calc(1 + 1)', '--x:2'],
  ['--x: rgba(0, 0, 0, 0.1)', '--x:#0000001a'],
  ['color: var(--x, white)', 'color:var(--x,#fff)'],
  ['margin: calc(0px - (var(--x) / 2))', 'margin:calc(0px - var(--x)/2)'],
  ['background: transparent', 'background:0 0'],
  ['background: linear-gradient(to bottom, red 0%, blue 100%)', 'background:linear-gradient(red,#00f)'],
  ['background-position: left top', 'background-position:0 0'],
  ['background-color: oklab(0.6 0.1 0.1 / 50%)', 'background-color:#c3602e7f'],
  ['filter: blur(0) brightness(1)', 'filter:blur()brightness()'],
  ['transform: translate3d(0, -50%, 0)', 'transform:translateY(-50%)'],
  ['transform: rotateZ(0.5turn)', 'transform:rotate(180deg)'],
  ['transform: scale(2, 2)', 'transform:scale(2)'],
  ['font-weight: initial', 'font-weight:400'],
  ['margin-left: unset', 'margin-left:0'],
  ['font-family: serif, serif', 'font-family:serif'],
  ['border: none', 'border:0'],
  ['content: "\\201c"', 'content:"“"'],
  ['background-image: url("a.png")', 'background-image:url(a.png)'],
  ['font-size: 1.7142857rem', 'font-size:1.71429rem'],
  ['width: 33.333333%', 'width:33.3333%'],
  ['animation-duration: 100ms', 'animation-duration:.1s'],
  ['margin-top: 1in', 'margin-top:96px'],
  ['top: 1px; top: 2px', 'top:2px'],
  ['border-end-end-radius: 4px; border-radius: 0', 'border-radius:0'],
])('a value in another notation is the same: %s and %s', (mine, there) => {
  expect(isThere(saying(mine), saying(there))).toBe(true);
});

test.each([
  ['--x: 0.5rem', '--x: 0.51rem'],
  ['--x: a', '--x: A'],
  ['color: var(--x, white)', 'color: var(--y, white)'],
  ['color: var(--x, white)', 'color: var(--x, #eee)'],
  ['color: red', 'color: red !important'],
  ['margin: calc(1px - (var(--x) + 2px))', 'margin: calc(1px - var(--x) + 2px)'],
  ['margin: calc(8px / (var(--x) * 2))', 'margin: calc(8px / var(--x) * 2)'],
  ['background: linear-gradient(red 10%, blue)', 'background: linear-gradient(red, blue)'],
  ['background: linear-gradient(to top, red, blue)', 'background: linear-gradient(red, blue)'],
  ['filter: blur(1px)', 'filter: blur()'],
  ['transform: translate3d(0, -50%, 1px)', 'transform: translateY(-50%)'],
  ['font-family: monospace, monospace', 'font-family: monospace'],
  ['font-family: a, b', 'font-family: b, a'],
  ['border: none', 'border: 1px solid'],
  ['border: 1px solid', 'border: 2px solid'],
  ['content: "a"', 'content: "b"'],
  ['background-image: url(a.png)', 'background-image: url(b.png)'],
  ['top: 1px', 'top: 1.01px'],
  ['width: 1000px', 'width: 1001px'],
  ['z-index: 2147483647', 'z-index: 2147483646'],
  ['width: 33.333%', 'width: 33.3%'],
  ['animation-duration: 100ms', 'animation-duration: 0.11s'],
  ['border-end-end-radius: 4px; border-top-left-radius: 0', 'border-top-left-radius: 0'],
])('a value that says something else is another: %s and %s', (mine, there) => {
  expect(isThere(saying(mine), saying(there))).toBe(false);
});

test('what a later rule for the same things undoes may be gone; what stands under another condition or layer may not', () => {
  expect(isThere('.a { top: 0 } .a { top: 1px }', '.a { top: 1px }')).toBe(true);
  expect(isThere('.a { top: 0 !important } .a { top: 1px }', '.a { top: 0 !important }')).toBe(true);
  expect(isThere('.a { top: 0 } .a { top: 1px }', '.a { top: 0 }')).toBe(false);
  expect(isThere('@media print { .a { top: 0 } } .a { top: 1px }', '.a { top: 1px }')).toBe(false);
  expect(isThere('@layer x { .a { top: 0 } } .a { top: 1px }', '.a { top: 1px }')).toBe(false);
});

test('a pasted text that was made small is set aside, so that the draft is proven as though it were not there', () => {
  const draft =
    '.a, .b { &:nth-child(2n + 1) { color: white } } @media (min-width: 600px) { .c { margin: 0 } }';
  const small = '.a:nth-child(odd),.b:nth-child(odd){color:#fff}@media (width>=600px){.c{margin:0}}';
  const { verdicts, aside } = prove(page(small), draft);
  expect(aside).toHaveLength(1);
  expect(verdicts.map(({ outcome }) => outcome)).not.toContain('needless');
});

const many = (piece: string, amount = 20_000) => piece.repeat(amount);

test.each([
  ['calculations', `width: min(${many('(')}1px${many(')')})`, `width:min(${many('(')}1px${many(')')})`],
  ['variables', `--x: ${many('[')}${many(']')}`, `--x:${many('[')}${many(']')}`],
  ['shadows', `box-shadow: ${many('0 0 red, ')}0 0 blue`, `box-shadow:${many('0 0 #f00,')}0 0 #00f`],
])('%s without end are the same text too', (_, mine, there) => {
  expect(isThere(`.a { ${mine} } .q { left: 0 }`, `.a{${there}} .q{left:0}`)).toBe(true);
  expect(isThere(`.a { ${mine} } .q { left: 0 }`, `.a{${there.slice(0, 400)}} .q{left:0}`)).toBe(false);
});

test('of many rules for one thing each is found, and what is missing is told', () => {
  const rules = (last: string) =>
    Array.from({ length: 300 }, (_, i) => `.a { color: #${100_000 + i} }`).join('\n') + last;
  expect(isThere(rules(''), rules(''))).toBe(true);
  expect(isThere(rules('.a { color: red }'), rules(''))).toBe(false);
});

test('numbers and colours that were rounded are the same, others are not', () => {
  expect(isThere('.a { rotate: 0.333333turn } .q { left: 0 }', '.a{rotate:119.99988deg} .q{left:0}')).toBe(
    true,
  );
  expect(isThere('.a { color: #808080 } .q { left: 0 }', '.a{color:#7f8081} .q{left:0}')).toBe(true);
  expect(isThere('.a { color: #808080 } .q { left: 0 }', '.a{color:#7d8081} .q{left:0}')).toBe(false);
  expect(isThere('.a { color: #80808080 } .q { left: 0 }', '.a{color:#8080807d} .q{left:0}')).toBe(false);
});
