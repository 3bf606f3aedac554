// Where a page mentions something: in rules, in what styles nothing by itself, in the markup.
import { findMentions, parsePage } from 'yelto';

const page = (css: string, body = '<p class="due">x</p>') =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}`, sheets: [] });
const told = (css: string, sought: string, body?: string) =>
  findMentions(page(css, body), sought).map(({ kind, text }) => `${kind}: ${text}`);

test('frames of an animation, and its name', () => {
  const css = '@media print { @keyframes glow { from, 50% { color: #f00 } } } .due { animation: glow 1s }';
  expect(told(css, 'red')).toEqual(['colour: @keyframes glow { from, 50% { color: #f00 } }']);
  expect(told(css, 'glow')).toEqual(['at-rule: @keyframes glow', 'value: .due { animation: glow 1s }']);
});

test('fonts, registered variables and first frames', () => {
  const css =
    '@font-face { font-family: "Shelf Sans"; src: url(a.woff) } @property --ink { syntax: "<color>"; inherits: true; initial-value: navy } @starting-style { .due { opacity: 0.25 } }';
  expect(told(css, 'Shelf Sans')).toEqual(['value: @font-face { font-family: "Shelf Sans" }']);
  expect(told(css, '#000080')).toEqual(['colour: @property --ink { initial-value: navy }']);
  expect(told(css, 'opacity')).toEqual(['property: @starting-style { .due { opacity: 0.25 } }']);
});

test('a name that is spelt like a colour is none', () => {
  const css =
    '.due { animation-name: red; grid-area: red; border: 1px solid red; --ink: red } @keyframes red { }';
  expect(told(css, '#f00')).toEqual([
    'colour: .due { border: 1px solid red }',
    'colour: .due { --ink: red }',
  ]);
});

test('a colour that has to be calculated first', () => {
  expect(told('.due { color: rgb(calc(200 + 55) 0 0) }', 'red')).toEqual([
    'colour: .due { color: rgb(calc(200 + 55) 0 0) }',
  ]);
});

test('values and longhands in style attributes, and colours in old attributes', () => {
  const body = '<p style="margin: 0; font-size: 16px">x</p><font color="#FF0000">y</font>';
  expect(told('', '16px', body)).toEqual(['markup: <p style="margin: 0; font-size: 16px">']);
  expect(told('', 'margin-left', body)).toEqual(['markup: <p style="margin: 0; font-size: 16px">']);
  expect(told('', 'red', body)).toEqual(['markup: <font color="#FF0000">']);
});

test('in the order in which it is written, with what a rule of a component is for', () => {
  const inside =
    '<x-tag><template shadowrootmode="open"><style>.due { color: teal }</style><b class="due">y</b></template></x-tag>';
  const found = findMentions(
    page('@keyframes a { to { color: teal } } .due { color: teal }', `<p class="due">x</p>${inside}`),
    'teal',
  );
  expect(found.map(({ text }) => text)).toEqual([
    '@keyframes a { to { color: teal } }',
    '.due { color: teal }',
    '.due { color: teal }',
  ]);
  expect(found.map(({ governs }) => governs.map(({ tag }) => tag))).toEqual([[], ['p'], ['b']]);
});

test('nothing is said of what is not there', () => {
  expect(told('.due { color: teal }', 'navy')).toEqual([]);
  expect(told('.due { color: teal }', ' ')).toEqual([]);
});
