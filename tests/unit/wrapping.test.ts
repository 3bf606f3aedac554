// Lines that are wrapped without the package for all scripts are those that it makes.
import fc from 'fast-check';
import wrapAnsi from 'wrap-ansi';
import { plainLines, wrap } from '../../dist/cli/io.js';

const letters = fc.constantFrom(...'ab,. “”‘’…–—·×  ');

test('lines of plain text are those of the package', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: letters, maxLength: 60 }),
      fc.integer({ min: 1, max: 30 }),
      (text, width) => {
        expect(plainLines(text, width)).toEqual(wrapAnsi(text, width, { hard: false }).split('\n'));
      },
    ),
    { numRuns: 2000 },
  );
});

test('further lines hang, and letters that are two columns wide count so', () => {
  expect(wrap('one two three four five', 24, 2, 2)).toBe('  one two three four\n    five');
  expect(wrap('サイダー サイダー サイダー', 22)).toBe('サイダー サイダー\nサイダー');
});
