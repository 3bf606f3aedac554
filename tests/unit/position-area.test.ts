// Areas around an anchor in the shortest words that say them, as an engine computes them; and what is taken together.
import { parsePage } from 'yelto';
import { positionAreaOf } from '../../dist/value/position-area.js';

describe('an area has one text, however it is written', () => {
  test.each([
    ['left', 'left'],
    ['left span-all', 'left'],
    ['span-all bottom', 'bottom'],
    ['center left', 'left center'],
    ['top self-x-end', 'self-x-end top'],
    ['span-y-end right', 'right span-y-end'],
    ['center', 'center'],
    ['center center', 'center'],
    ['span-all center', 'span-all center'],
    ['block-start inline-start', 'start'],
    ['inline-end block-start', 'start end'],
    ['span-inline-end center', 'center span-end'],
    ['block-start span-all', 'block-start'],
    ['span-start span-all', 'span-block-start'],
    ['span-all self-start', 'self-inline-start'],
    ['self-inline-end self-block-start', 'self-start self-end'],
    ['start', 'start'],
  ])('%s is %s', (written, computed) => expect(positionAreaOf(written)).toBe(computed));

  test('none is none', () => expect(positionAreaOf('none')).toBeUndefined());
});

describe('words that engines take together, and those that they do not', () => {
  const { grammar } = parsePage({ name: 'x', html: '' });
  test.each([
    ['position-area', 'self-x-start self-y-end'],
    ['position-try', 'most-width span-self-x-start'],
    ['font-variant', 'super small-caps'],
    ['background', 'text border-area padding-box red'],
    ['initial-letter', 'drop 2'],
    ['contain', 'inline-size layout'],
    ['-webkit-mask-position-x', 'right 1px, left'],
  ])('%s: %s', (property, value) => expect(grammar.check(property, value)).toBeUndefined());
  test.each([
    ['position-area', 'x-self-start'],
    ['position-area', 'left inline-start'],
    ['position-try-fallbacks', 'none, flip-block'],
    ['background', 'text padding-box border-area'],
    ['initial-letter', 'drop 2 3'],
    ['contain', 'size inline-size'],
  ])('%s: %s is none', (property, value) => expect(grammar.check(property, value)).toBeDefined());
});
