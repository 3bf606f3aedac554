// Transformations come to a matrix; tests/same-values.test.ts has an engine judge which are the same.
import { computedText, nowhere } from '../../dist/value/computed-text.js';
import { transformText } from '../../dist/value/transforms.js';

const come = (text: string) => computedText('transform', text, nowhere);
const still = 'matrix3d(1,0,0,0,0,1,0,0,0,0,1,0,0,0,0,1)';

test.each([
  ['translateZ(0)', 'translate3d(0px, 0, 0)'],
  ['scale(1)', 'rotate(360deg)'],
  ['perspective(none)', 'matrix(1, 0, 0, 1, 0, 0)'],
  ['rotate(45deg) rotate(-45deg)', 'skew(0)'],
])('%s and %s change nothing', (...texts) => {
  expect(texts.map(come)).toEqual([still, still]);
});

test.each([
  ['translateX(5px)', 'translate(5px)'],
  ['rotate(0.25turn)', 'matrix(0, 1, -1, 0, 0, 0)'],
  ['scale(200%)', 'scale3d(2, 2, 1)'],
  ['translate(5px) translateY(3px)', 'translate(5px, 3px)'],
  ['matrix3d(1,0,0,0, 0,1,0,0, 0,0,1,0, 5,6,7,1)', 'translate3d(5px, 6px, 7px)'],
  ['perspective(0)', 'perspective(1px)'],
  ['rotate3d(0, 0, 2, 30deg)', 'rotateZ(30deg)'],
  ['translate(-50%, 0) translateZ(0)', 'translateX(-50%)'],
])('%s comes to what %s does', (one, other) => {
  expect(come(one)).toBe(come(other));
});

test.each([
  ['translateX(5px)', 'translateY(5px)'],
  ['rotate(30deg) translateX(5px)', 'translateX(5px) rotate(30deg)'],
  ['translateX(50%)', 'translateX(5px)'],
  ['scale(1)', 'none'],
  ['skewX(10deg)', 'skewY(10deg)'],
])('%s is not what %s is', (one, other) => {
  expect(come(one)).not.toBe(come(other));
});

test.each(['none', 'translate(-50%,0)', 'shelf(3)', ''])(
  'what numbers alone do not tell stays: %s',
  (text) => {
    expect(transformText(text)).toBe(text);
  },
);
