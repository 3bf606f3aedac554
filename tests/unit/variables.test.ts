// Variables that are registered (CSS Properties and Values 1), and what becomes of values that do not fit.
import { parsePage, prove, valueOf } from 'yelto';

const page = (css: string) =>
  parsePage({
    name: 'x',
    html: `<!DOCTYPE html><style>${css}</style><div class="a"><p class="b">x</p></div>`,
  });
const gapOf = (css: string) => {
  const one = page(css);
  return valueOf(one, one.select('.b')[0], '--gap');
};
const registered = (syntax: string, inherits: boolean, initial: string) =>
  `@property --gap { syntax: "${syntax}"; inherits: ${inherits}; initial-value: ${initial} } `;
const alone = registered('<length>', false, '3px');
const shared = registered('<length>', true, '3px');

test.each([
  ['a value that fits', `${alone} .b { --gap: 4px }`, '4px'],
  ['one that does not', `${alone} .b { --gap: 50% }`, '3px'],
  ['what is not handed down', `${alone} .a { --gap: 9px }`, '3px'],
  ['unset, where nothing is handed down', `${alone} .a { --gap: 9px } .b { --gap: unset }`, '3px'],
  ['inherit, where it is asked for', `${alone} .a { --gap: 9px } .b { --gap: inherit }`, '9px'],
  [
    'one that does not fit, where another is handed down',
    `${shared} .a { --gap: 9px } .b { --gap: none }`,
    '9px',
  ],
  ['a calculation', `${alone} .b { --gap: calc(1px + 2px) }`, 'calc(1px + 2px)'],
  ['a word of a list', `${registered('small | <length>', false, '3px')} .b { --gap: small }`, 'small'],
  ['a list of lengths', `${registered('<length>+', false, '3px')} .b { --gap: 1px 2px }`, '1px 2px'],
  ['what is read from another', `${alone} .a { --own: red } .b { --gap: var(--own) }`, '3px'],
  [
    'an initial value that hangs on a font',
    `${registered('<length>', false, '3em')} .b { --gap: red }`,
    'red',
  ],
  [
    'a syntax without its initial value',
    '@property --gap { syntax: "<length>"; inherits: true } .b { --gap: red }',
    'red',
  ],
])('%s', (_, css, value) => {
  expect(gapOf(css)).toBe(value);
});

test('an unfit value is needless, and so is the same length in another unit', () => {
  const css = `${alone} .b { margin-left: var(--gap) }`;
  const outcomesOf = (draft: string) => prove(page(css), draft).verdicts.map(({ outcome }) => outcome);
  expect(outcomesOf('.b { --gap: none }')).toEqual(['needless']);
  expect(outcomesOf('.b { --gap: 0.25in }')).toEqual(['wins']);
  const colour = `${registered('<color>', false, '#f00')} .b { color: var(--gap) }`;
  expect(prove(page(colour), '.b { --gap: red }').verdicts[0].outcome).toBe('needless');
});

test('a variable that reads one without a value has none, and takes none from its parent', () => {
  const css = ':root { --gap: 5px } .b { margin-left: var(--gap, 1px) }';
  const one = page(`${css} .b { --gap: var(--nobody) }`);
  expect(valueOf(one, one.select('.b')[0], 'margin-left')).toBe('1px');
  expect(prove(page(css), '.b { --gap: var(--nobody) }').verdicts[0].outcome).toBe('wins');
});
