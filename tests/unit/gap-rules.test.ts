// Lines in gaps: what is taken, and which of their longhands say what.
import { parsePage, prove } from 'yelto';
import { splitShorthand } from '../../dist/value/index.js';

const { grammar } = parsePage({ name: 'x', html: '' });

test.each([
  ['row-rule-width', '1px, repeat(auto, 2px, 3px), thin'],
  ['row-rule-color', 'repeat(2, red, blue)'],
  ['rule', '1px solid red, repeat(auto, dashed), none'],
  ['rule-inset', '1px 2px / overlap-join'],
  ['column-rule-inset-cap', '-1px 5%'],
  ['rule-overlap', 'column-over-row'],
])('%s: %s is taken', (property, value) => {
  expect(grammar.check(property, value)).toBeUndefined();
});

test.each([
  ['row-rule-width', '1px 2px'],
  ['row-rule-width', '-1px'],
  ['row-rule-width', 'repeat(auto, 1px), repeat(auto, 2px)'],
  ['row-rule-width', 'repeat(0, 1px)'],
  ['row-rule-width', 'repeat(2, repeat(2, 1px))'],
  ['rule', 'red blue'],
  ['rule-inset-start', '1px 2px'],
  ['rule-break', 'all'],
])('%s: %s is dropped', (property, value) => {
  expect(grammar.check(property, value)?.reason).toContain(`is not a value for "${property}"`);
});

test('a list of lines is one list for each of width, style and colour', () => {
  expect([...splitShorthand('row-rule', '1px solid red, repeat(auto, 2px, dashed), none')!]).toEqual([
    ['row-rule-width', '1px, repeat(auto, 2px, 3px), 3px'],
    ['row-rule-style', 'solid, repeat(auto, none, dashed), none'],
    ['row-rule-color', 'red, repeat(auto, currentcolor, currentcolor), currentcolor'],
  ]);
});

test('insets are of the ends, and behind a slash of where lines meet', () => {
  expect([...splitShorthand('column-rule-inset', '1px 2px / 3px')!]).toEqual([
    ['column-rule-inset-cap-start', '1px'],
    ['column-rule-inset-cap-end', '2px'],
    ['column-rule-inset-junction-start', '3px'],
    ['column-rule-inset-junction-end', '3px'],
  ]);
});

test('a line between rows is proven as one between columns is', () => {
  const told = (draft: string, css = '') =>
    prove(
      parsePage({
        name: 'x',
        html: `<!DOCTYPE html><style>.x { display: grid; ${css} }</style><p class="x">`,
      }),
      draft,
    ).verdicts.map(({ outcome, remedy }) => [outcome, remedy]);
  expect(told('.x { rule: 1px solid red }')).toEqual([['wins', undefined]]);
  expect(told('.x { row-rule-color: red }')).toEqual([
    ['no-effect', 'Add row-rule-style: solid to the same rule.'],
  ]);
  const lined = 'rule: 1px solid red, 3px dashed';
  expect(told('.x { rule-color: #f00, currentcolor }', lined)[0][0]).toBe('needless');
  expect(told('.x { rule-width: thin, medium }', lined)[0][0]).toBe('needless');
});
