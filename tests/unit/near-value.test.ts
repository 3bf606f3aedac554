// What was meant by a value with one slip: a whole value that the property takes.
import fc from 'fast-check';
import { parsePage } from 'yelto';
import { seed } from '../support/judging.js';

const { grammar } = parsePage({ name: 'x', html: '' });
const remedy = (property: string, value: string) => grammar.check(property, value)?.remedy;

test.each([
  ['border', '1px sold red', '1px solid red'],
  ['border', '1 px solid red', '1px solid red'],
  ['border', '1px solid ff0000', '1px solid #ff0000'],
  ['border', '1px,solid,red', '1px solid red'],
  ['background', 'no-repat url(a.png)', 'no-repeat url(a.png)'],
  ['text-decoration', 'underlin red', 'underline red'],
  ['transition', 'color 1s esae', 'color 1s ease'],
  ['font', 'bld 12px/1.5 Arial', 'bold 12px/1.5 Arial'],
  ['margin', '10 20', '10px 20px'],
  ['margin', '0 10 auto', '0 10px auto'],
  ['margin', '1,5px', '1.5px'],
  ['flex', '1 1 30', '1 1 30px'],
  ['opacity', '0,5', '0.5'],
  ['color', 'ff0000', '#ff0000'],
  ['box-shadow', '0 0 3 rgba(0,0,0,.5)', '0 0 3px rgba(0,0,0,.5)'],
  ['transform', 'translate(10, 20)', 'translate(10px, 20px)'],
  ['transform', 'rotate(45 deg)', 'rotate(45deg)'],
  ['width', 'calc(100%-20px)', 'calc(100% - 20px)'],
  ['width', 'calc(100vw -20px)', 'calc(100vw - 20px)'],
  ['width', 'calc((100% - 3px)+1px)', 'calc((100% - 3px) + 1px)'],
  ['grid-template-columns', '1fr 2 fr', '1fr 2fr'],
])('%s: %s', (property, value, meant) => {
  expect(grammar.check(property, meant)).toBeUndefined();
  expect(remedy(property, value)).toBe(`Did you mean ${meant}?`);
});

test.each([
  ['padding', '1px 2px 3px 4px 5px', ''],
  ['background', 'red blue', ''],
  ['color', 'gren', 'Did you mean green or grey?'],
  ['width', '30', 'A length needs its unit, as in 30px.'],
  ['margin', '1px 2ppx', '2ppx has a unit that no browser knows. Did you mean 2px?'],
])('%s: %s is told as before', (property, value, told) => {
  expect(remedy(property, value)).toBe(told);
});

const written = fc.constantFrom<readonly [string, string]>(
  ['border', '1px solid red'],
  ['margin', '10px auto 2em'],
  ['font', 'italic bold 12px/1.5 Arial, serif'],
  ['background', 'url(a.png) no-repeat center / cover'],
  ['transition', 'color 1s ease-in, width 200ms linear'],
  ['width', 'calc(100% - 20px)'],
  ['transform', 'translate(10px, 20%) rotate(45deg)'],
  ['grid-template-columns', 'repeat(2, 1fr) minmax(10px, auto)'],
);

test(`what is said to be meant is always taken (SEED=${seed})`, () => {
  let amount = 0;
  fc.assert(
    fc.property(
      written,
      fc.nat(),
      fc.constantFrom('', ' ', 'x', ',', '1'),
      ([property, value], where, letter) => {
        const at = where % value.length;
        const slip = value.slice(0, at) + letter + value.slice(at + 1);
        const [, meant] = /^Did you mean (.+)\?$/.exec(remedy(property, slip) ?? '') ?? [];
        if (meant === undefined || / or /.test(meant)) return;
        amount++;
        expect(grammar.check(property, meant)).toBeUndefined();
      },
    ),
    { seed, numRuns: 500 },
  );
  expect(amount).toBeGreaterThan(70);
});
