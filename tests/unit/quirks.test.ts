// Lengths without units and colours without hashes, which count in quirks mode alone.
import { parsePage, prove } from 'yelto';
import { computedOf } from '../../dist/cascade/index.js';

const on = (doctype: string, css: string, body = '<p class="x">a</p>') =>
  parsePage({ name: 'x', html: `${doctype}<html><style>${css}</style><body>${body}` });

test.each([
  ['width: 10', 'width', '10px'],
  ['margin: 1 2px', 'margin-top', '1px'],
  ['font-size: 12', 'font-size', '12px'],
  ['color: f00', 'color', '#ff0000ff'],
  ['color: 12', 'color', '#000012ff'],
  ['border-color: 00ff00', 'border-top-color', '#00ff00ff'],
  ['line-height: 2', 'line-height', '2'],
])('%s', (declaration, longhand, value) => {
  const page = on('', `.x { ${declaration} }`);
  expect(computedOf(page, page.select('.x')[0], longhand)).toBe(value);
});

test.each(['width: 10', 'color: f00'])('%s is dropped where the page has a doctype', (declaration) => {
  const draft = `.x { ${declaration} }`;
  expect(prove(on('<!DOCTYPE html>', ''), draft).verdicts[0].outcome).toBe('invalid');
  expect(prove(on('', ''), draft).verdicts[0].outcome).toBe('wins');
});

test('other shorthands take none', () => {
  const outcomes = prove(on('', ''), '.x { border: 1 solid red; background: f00; inset: 5 }').verdicts;
  expect(outcomes.map(({ outcome }) => outcome)).toEqual(['invalid', 'invalid', 'invalid']);
});

test('a style attribute takes them too', () => {
  const page = on('', '', '<p class="x" style="width: 10">a</p>');
  expect(computedOf(page, page.select('.x')[0], 'width')).toBe('10px');
});

test('a table has the colour of the body, and no font from further out', () => {
  const css = 'body { color: teal } div { color: red; font-size: 30px }';
  const page = on('', css, '<div><table><tr><td class="x">a</table></div>');
  const [cell] = page.select('.x');
  expect(computedOf(page, cell, 'color')).toBe('#008080ff');
  expect(computedOf(page, cell, 'font-size')).toBe('16px');
});
