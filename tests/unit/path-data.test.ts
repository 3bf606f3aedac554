// The texts of `path()`: engines take all of one or nothing, and write it down in one notation.
import { parsePage, prove } from 'yelto';
import { readPathData, pathText } from '../../dist/value/path-data.js';

test.each([
  ['M0 0', 'M 0 0'],
  ['m0,0 1,1z', 'm 0 0 l 1 1 Z'],
  ['M-.5.5-1e1+2', 'M -0.5 0.5 L -10 2'],
  ['M0 0 a1 1 0 0110 10', 'M 0 0 a 1 1 0 0 1 10 10'],
  ['M0 0, L1 1,', 'M 0 0 L 1 1'],
  ['M0 0 H1 2 V.50', 'M 0 0 H 1 H 2 V 0.5'],
])('%s is %s', (text, told) => {
  expect(pathText(`path("${text}")`)).toBe(`path("${told}")`);
});

test.each([
  ['L1 1', 0],
  ['M0', 2],
  ['M,0 0', 1],
  ['M0,,0', 3],
  ['M0 0 L1 2 3', 11],
  ['M0 0 Z 1 1', 7],
  ['M0 0 B1', 5],
  ['M0 0 a1 1 0 2 0 1 1', 12],
  ['M 1. 2', 3],
  ['M0 0 L1e39 1', 10],
])('%s is read up to letter %d', (text, readTo) => {
  expect(readPathData(text)).toEqual({ readTo });
});

const told = (property: string, value: string) =>
  prove(
    parsePage({ name: 'x', html: '<!DOCTYPE html><p class="x">' }),
    `.x { ${property}: ${value} }`,
  ).verdicts.map(({ outcome, why, remedy }) => [outcome, why, remedy])[0];

test('what cannot be read is told with its place', () => {
  expect(told('clip-path', 'path("M0 0 L10 K 5")')).toEqual([
    'invalid',
    'path() cannot be read from “K 5” on, behind “M0 0 L10 ”',
    expect.stringContaining('M, L, H, V'),
  ]);
  expect(told('clip-path', 'path("M0 0 L10")')[1]).toBe('path() ends in the middle of a step: “M0 0 L10”');
  expect(told('clip-path', 'path("5 5")')[2]).toBe(
    'Begin with M and the place where the path begins: M 0 0.',
  );
  expect(told('clip-path', 'path("")')[1]).toBe('path() draws nothing: its text is empty');
});

test('a name with an escaped bracket is no path', () => {
  const { grammar } = parsePage({ name: 'x', html: '' });
  expect(grammar.check('clip-path', 'path\\("M0 0")')).toBeDefined();
  expect(grammar.check('grid-area', 'a\\(')).toBeUndefined();
});

test('what moves along a path fills nothing, and a drawing may have none', () => {
  expect(told('offset-path', 'path(evenodd, "M0 0")')[2]).toBe('Write path("M0 0").');
  expect(told('d', 'path("")')[0]).not.toBe('invalid');
});

test('a path in another notation is no change', () => {
  const page = parsePage({
    name: 'x',
    html: '<!DOCTYPE html><style>.x { clip-path: path("M0 0L10 10") }</style><p class="x">',
  });
  const outcome = (value: string) => prove(page, `.x { clip-path: ${value} }`).verdicts[0].outcome;
  expect(outcome("path(nonzero, 'M 0,0 10,1e1')")).toBe('needless');
  expect(outcome('path("M0 0 l10 10")')).toBe('wins');
  expect(outcome('path(evenodd, "M0 0L10 10")')).toBe('wins');
});
