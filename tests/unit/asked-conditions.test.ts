// With which media and preferences a page would look otherwise.
import { askedConditions, parsePage } from 'yelto';

const askedOf = (css: string, head = '') =>
  askedConditions(
    parsePage({ name: 'x', html: `<!DOCTYPE html>${head}<style>${css}</style><p>x</p>`, sheets: [] }),
  ).map(({ words }) => words);
const inside = (...queries: string[]) => queries.reduceRight((css, query) => `@media ${query} { ${css} }`, 'p { color: red }'); // prettier-ignore

test.each([
  ['print', inside('print'), ['in print']],
  ['all but print', inside('screen'), ['in print']],
  ['what is dark', inside('(prefers-color-scheme: dark)'), ['in dark colours']],
  ['what is light, and so the dark too', inside('(prefers-color-scheme: light)'), ['in dark colours']],
  [
    'two that hold together alone',
    inside('print', '(prefers-color-scheme: dark)'),
    ['in print', 'in dark colours'],
  ],
  ['one inside what never holds', inside('not all', 'print'), []],
  ['a rule that says nothing', '@media print { p { } }', []],
  ['a rule that no browser takes', '@media print { p { color: nonsense } }', []],
  ['widths', inside('(min-width: 600px)'), []],
  ['a choice that is left to the person', ':root { color-scheme: light dark }', ['in dark colours']],
  ['no choice', ':root { color-scheme: dark }', []],
  [
    'animations',
    '@media (prefers-reduced-motion) { @keyframes k { to { top: 0 } } }',
    ['where prefers-reduced-motion is reduce'],
  ],
])('%s', (_, css, words) => {
  // prettier-ignore
  expect(askedOf(css)).toEqual(words);
});

test('a choice that the head leaves', () => {
  expect(askedOf('', '<meta name="color-scheme" content="light dark">')).toEqual(['in dark colours']);
});
