// What functions in calculations come to: the same values as the numbers that they stand for.
import { computedText, nowhere } from '../../dist/value/index.js';

const told = (value: string, longhand = 'margin-left') => computedText(longhand, value, nowhere);

test.each([
  ['round(up, 15px, 10px)', '20px'],
  ['round(15px, 10px)', '20px'],
  ['round(down, -15px, 10px)', '-20px'],
  ['round(to-zero, -15px, 10px)', '-10px'],
  ['mod(-18px, 5px)', '2px'],
  ['rem(-18px, 5px)', '-3px'],
  ['abs(calc(2px - 5px))', '3px'],
  ['hypot(3px, 4px)', '5px'],
  ['calc(sign(-3px) * 2px)', '-2px'],
  ['calc(1px + round(7pt, 1px))', '10px'],
  ['calc(sin(90deg) * 4px)', '4px'],
])('%s is %s', (value, same) => {
  expect(told(value)).toBe(told(same));
});

test.each([
  ['sqrt(0.25)', '0.5'],
  ['pow(2, -1)', '0.5'],
  ['round(0.7)', '1'],
  ['log(8, 2)', '3'],
  ['exp(0)', '1'],
])('of numbers: %s is %s', (value, same) => {
  expect(told(value, 'flex-grow')).toBe(told(same, 'flex-grow'));
});

test.each([['round(5%, 2%)'], ['abs(-5%)'], ['round(1px, 0px)'], ['mod(1px, 1%)'], ['round(1em, 2px)']])(
  'what %s comes to is left open',
  (value) => {
    expect(told(value)).toContain(value.slice(0, value.indexOf('(')));
  },
);
