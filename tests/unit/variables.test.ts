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

// As the engine tells them: rgb(1, 2, 30) and rgb(1, 2, 90).
test.each([
  ['nothing', '', '3'],
  ['inherit', '--gap: inherit;', '9'],
  ['unset', '--gap: unset;', '9'],
  ['initial', '--gap: initial;', '9'],
  ['revert', '--gap: revert;', '9'],
  ['a value', '--gap: 4;', '4'],
])('marked text that is told %s has the element’s variable, or none', (_, said, value) => {
  const one = page(
    `.a::selection { --gap: 5 } .b { --gap: 3 } .b::selection { ${said} background-color: rgb(1 2 calc(10 * var(--gap, 9))) }`,
  );
  const marked = { element: one.select('.b')[0], pseudo: '::selection' };
  expect(valueOf(one, marked, 'background-color')).toBe(`rgb(1 2 calc(10 * ${value}))`);
});

test.each([
  [
    'rolls back to a lower layer',
    '@layer low { .b { --gap: 3px } } .a { --gap: 5px } .b { --gap: revert-layer }',
    '3px',
  ],
  ['rolls back to nobody', '.a { --gap: 5px } .b { --gap: 3px; --gap: revert }', '5px'],
  [
    'reads itself only behind a comma that is not needed',
    '.b { --own: 4px; --gap: var(--own, var(--gap)) }',
    '4px',
  ],
  [
    'reads itself behind a comma that is needed',
    '.a { --gap: 5px } .b { --gap: var(--own, var(--gap, 6px)) }',
    '1px',
  ],
  ['is of a circle', '.a { --gap: 5px } .b { --gap: var(--own, 2px); --own: var(--gap) }', '1px'],
])('a variable that %s, read by another property', (_, css, value) => {
  const one = page(`${css} .b { margin-left: var(--gap, 1px) }`);
  expect(valueOf(one, one.select('.b')[0], 'margin-left')).toBe(value);
});

test('a variable that reads itself has no value on whatever it is handed down to, however often it is asked for', () => {
  const one = page('.a { --gap: var(--gap, 4px) }');
  const told = ['.a', '.b', '.b', '.a'].map((name) => valueOf(one, one.select(name)[0], '--gap'));
  expect(told).toEqual(['', '', '', '']);
});

test.each([
  ['b { color: var(--tone, red) }', 'wins'],
  ['@container style(--tone) { b { margin: 1em } }', 'wins'],
  ['#main { --tone: ; } b { color: var(--tone, red) }', 'needless'],
  ['#main { --tone: 1; } b { color: var(--tone, red) }', 'wins'],
  ['div { --none: ; --tone: var(--none) } b { color: var(--tone, red) }', 'needless'],
])('a variable of nothing is another than none: beside %s it %s', (css, outcome) => {
  const read = parsePage({
    name: 'x',
    html: `<!DOCTYPE html><style>${css}</style><div id="main"><b>x</b></div>`,
  });
  expect(prove(read, '#main { --tone: ; }').verdicts[0].outcome).toBe(outcome);
  expect(prove(read, '#main { --tone: initial; }').verdicts[0].outcome).toBe(
    css.includes('{ --') ? 'wins' : 'needless',
  );
});

test.each([
  ['inherit', false, 'needless'],
  ['unset', false, 'needless'],
  ['inherit', true, 'needless'],
  ['red', false, 'wins'],
])('%s of a variable that is handed on by nobody but its parent, %s', (value, inherits, outcome) => {
  const html = `<!DOCTYPE html><style>@property --tone { syntax: "*"; inherits: ${inherits} } b { color: var(--tone) }</style><div style="--tone: dark"><i><b>x</b></i></div>`;
  expect(prove(parsePage({ name: 'x', html }), `b { --tone: ${value} }`).verdicts[0].outcome).toBe(outcome);
});

test.each([
  ['currentcolor', 'needless'],
  ['CurrentColor', 'needless'],
  ['blue', 'wins'],
])('the text’s colour in a variable stays the word: %s', (value, outcome) => {
  const html =
    '<!DOCTYPE html><style>@property --tone { syntax: "<color>"; inherits: true; initial-value: white } body { --tone: currentcolor } b { color: blue; background: var(--tone) }</style><b>x</b>';
  expect(prove(parsePage({ name: 'x', html }), `b { --tone: ${value} }`).verdicts[0].outcome).toBe(outcome);
});

const functions = `@function --half(--n) { result: if(style(--n: 1): 1; else: var(--b)) }
  @function --eager() { --kept: var(--b); result: 1 }`;

/** What `--a` and `--b` come to, where `--b` reads `--a`. */
const circle = (value: string) => {
  const one = page(`${functions} .b { --yes: 1; --a: ${value}; --b: var(--a, 2) }`);
  return ['--a', '--b'].map((name) => valueOf(one, one.select('.b')[0], name));
};

test.each([
  ['behind an “and” that is decided', 'if(style(--no) and style(--b): 3; else: 4)'],
  ['behind an “or” that is decided', 'if(style(--yes) or style(--b): 4; else: 3)'],
  ['in a branch that is not taken', 'if(style(--no): var(--b); else: 4)'],
  ['asked for by a branch behind the one that is taken', 'if(style(--yes): 4; style(--b): 3; else: 5)'],
  ['compared with nothing', 'if(style(--b > --no): 3; else: 4)'],
  ['behind a comma', 'var(--four, var(--b))'],
])('what leads back, %s, is not read', (_, value) => {
  const one = page(`.b { --four: 4; --yes: 1; --a: ${value}; --b: var(--a, 2) }`);
  expect(['--a', '--b'].map((name) => valueOf(one, one.select('.b')[0], name))).toEqual(['4', '4']);
});

test('a function reads the branch that it takes, and all that it keeps for itself', () => {
  expect(circle('--half(1)')).toEqual(['1', '1']);
  expect(circle('--half(3)')).toEqual(['', '']);
  expect(circle('--eager()')).toEqual(['', '']);
});

test.each([
  ['before an “and”', 'if(style(--b) and style(--no): 3; else: 4)'],
  ['beside what is unknown', 'if(media(nobody) and style(--b): 3; else: 4)'],
  ['as what is asked for', 'if(style(--no: var(--b)): 3; else: 4)'],
  ['behind what fails', 'var(--no) var(--b)'],
  ['compared from the right', 'if(style(--no > --b): 3; else: 4)'],
])('what leads back, %s, makes a circle', (_, value) => {
  expect(circle(value)).toEqual(['', '']);
});

test.each([
  ['what leads to itself', 'var(--a) var(--no, var(--b))'],
  ['a style that is asked behind it', 'var(--a) if(style(--yes): var(--b); else: 1)'],
])('of %s the rest is in vain, and no circle with others', (_, value) => {
  expect(circle(value)).toEqual(['', '2']);
});

test.each([
  ['media(nobody)', '1'],
  ['media((nobody))', '2'],
  ['supports(order: nobody)', '1'],
  ['supports((order: nobody))', '2'],
])('not %s', (asked, value) => {
  expect(circle(`if(not ${asked}: 2; else: 1)`)[0]).toBe(value);
});
