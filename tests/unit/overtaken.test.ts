// What other lines of the draft stand before in any case, and what they stand before as the page is alone; and what sizes and
// colours further out concern.
import { parsePage, prove } from 'yelto';

const body = '<div class="b"><p class="a c">x</p></div>';
const outcomes = (css: string, draft: string, html = body) =>
  prove(parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${html}` }), draft).verdicts.map(
    ({ outcome }) => outcome,
  );

/** A state in which the platform says something else of the thing. */
const hovered = '.b:hover .a { margin-top: 9px }';

describe('a line that another stands before in any state counts nowhere', () => {
  test.each([
    ['a later one', '.a { margin-top: 1px }\n.a { margin-top: 2px }'],
    ['a stronger one', '.b .a { margin-top: 2px }\n.a { margin-top: 1px }'],
    ['an important one', '.a { margin-top: 2px !important }\n.a.c { margin-top: 1px }'],
    ['a later one in the same rule', '.a { margin-top: 1px; margin-top: 2px }'],
    ['a shorthand', '.a { margin-top: 1px }\n.a { margin: 2px }'],
    ['one that counts places', '.a { margin-top: 1px }\n.b > :first-child { margin-top: 2px }'],
  ])('%s', (_, draft) => {
    const found = outcomes(hovered, draft);
    expect(found.filter((one) => one === 'needless')).toHaveLength(1);
    expect(found).toHaveLength(2);
  });

  test('though another thing that it matches has it', () => {
    const draft = '.a { margin-top: 1px }\n.b .a { margin-top: 2px }';
    expect(outcomes(hovered, draft, `${body}<p class="a">x</p>`)[0]).toBe('wins');
  });
});

describe('a line that another stands before as the page is counts where that one does not match, hold or stand', () => {
  test.each([
    ['not while a state is held', '', '.a { margin-top: 1px }\n.a:not(:hover) { margin-top: 2px }'],
    [
      'not while it is hovered from outside',
      '',
      '.a { margin-top: 1px }\n.b:not(:hover) .a { margin-top: 2px }',
    ],
    ['not in print', '', '.a { margin-top: 1px }\n@media screen { .a { margin-top: 2px } }'],
    [
      'not where what stands before both is rolled back',
      '@layer l { .a:hover { margin-top: 3px } } .a:hover { margin-top: revert-layer !important }',
      '.a.c { margin-top: 1px !important }\n.a { margin-top: 2px }',
    ],
  ])('%s', (_, css, draft) => {
    expect(outcomes(css, draft)[0]).toBe('wins');
  });

  test('while a state is held in which it is the stronger one', () => {
    const draft = '.a, .b.b .a:hover { margin-top: 1px }\n.b .a { margin-top: 2px }';
    expect(outcomes('', draft)[0]).toBe('wins');
  });
});

describe('a line that the platform stands before', () => {
  test.each([
    ['wherever it matches loses', '.b .a { margin-top: 2px }', '.a { margin-top: 1px }', 'loses'],
    ['by importance', '.a { margin-top: 2px !important }', '.a { margin-top: 1px }', 'loses'],
    ['in print too', '.b .a { margin-top: 2px }', '@media print { .a { margin-top: 1px } }', 'loses'],
    [
      'but not where it is hovered',
      '.b .a:not(:hover) { margin-top: 2px }',
      '.a { margin-top: 1px }',
      'partly',
    ],
    ['but not in print', '@media screen { .b .a { margin-top: 2px } }', '.a { margin-top: 1px }', 'partly'],
    ['on one thing and not on others', '.b .a { display: block }', '* { display: none }', 'partly'],
    [
      'with the same value changes nothing',
      '.b .a { margin-top: 1px; top: 0 }',
      '.a { margin-top: 1px }',
      'needless',
    ],
  ])('%s', (_, css, draft, expected) => {
    expect(outcomes(css, draft)).toEqual([expected]);
  });

  test('and the browser’s own sheet gives way, however specific it is', () => {
    expect(outcomes('', '* { display: inline }')).toEqual(['wins']);
    expect(
      outcomes('', '* { text-align: right }', '<table align="left"><td align="left">x</td></table>'),
    ).toEqual(['wins']);
  });

  test('and its rules are numbered by themselves, whatever stands in front of the page’s', () => {
    const counts = Array.from({ length: 100 }, (_, fillers) =>
      outcomes(
        `${'.x { top: 0 } '.repeat(fillers)}.a:not(:hover) { color: red !important }`,
        '.a { color: blue }',
      ),
    );
    expect(counts.flat()).not.toContain('loses');
  });

  test('in a style attribute', () => {
    const html = '<p class="a" style="margin-top: 2px">x</p>';
    expect(outcomes('', '.a { margin-top: 1px }', html)).toEqual(['loses']);
    expect(outcomes('', '.a { margin-top: 1px !important }', html)).toEqual(['wins']);
  });
});

describe('sizes of fonts further out concern what is a share of them', () => {
  const larger = '.b:hover { font-size: 40px }';
  test.each([
    ['a value in em', '.a { padding: 16px }', '.a { padding: 1em }', 'wins'],
    ['one in em that it stands before', '.a { padding: 1em }', '.a { padding: 16px }', 'wins'],
    [
      'one in em under other conditions',
      '@media (max-width: 600px) { .a { padding: 1em } }',
      '.a { padding: 16px }',
      'wins',
    ],
    [
      'one in em in the state alone',
      '.a { padding: 16px } .b:hover .a { padding: 1em }',
      '.a { padding: 16px !important }',
      'wins',
    ],
    ['one in a variable', '.b { --p: 1em } .a { padding: var(--p) }', '.a { padding: 16px }', 'wins'],
    [
      'one of the style attribute',
      '',
      '.a { padding: 16px !important }',
      'wins',
      '<div class="b"><p class="a" style="padding: 1em">x</p></div>',
    ],
    ['not two in px', '.a { padding: 16px }', '.a { padding: 16px }', 'needless'],
    ['not a word', '.a { float: left }', '.a { float: left }', 'needless'],
    ['not what nobody says', '', '.a { transform: none }', 'needless'],
  ])('%s', (_, css, draft, expected, html = body) => {
    expect(outcomes(`${larger} ${css}`, draft, html)[0]).toBe(expected);
  });

  test('colours further out what takes them', () => {
    const red = '.b { color: black } .b:hover { color: red }';
    expect(outcomes(red, '.a { outline-color: black }')[0]).toBe('wins');
    expect(outcomes(`${red} .a { outline-color: blue }`, '.a { outline-color: blue }')[0]).toBe('needless');
    expect(outcomes(`${red} .a { border: 1px solid }`, '.a { border-color: black }')[0]).toBe('wins');
  });

  test('a display that the box around may change in a state', () => {
    expect(
      outcomes('.b:hover { display: flex } .a { display: block }', '.a { display: inline-block }')[0],
    ).toBe('wins');
    expect(
      outcomes('.b:hover { display: flex } .a { display: flow-root }', '.a { display: flow-root }')[0],
    ).toBe('needless');
  });

  test('an animation that a state begins', () => {
    const css = '@keyframes k { from, to { opacity: 0.5 } } .a:hover { animation: k 1s infinite }';
    expect(outcomes(css, '.a { opacity: 1 !important }')[0]).toBe('wins');
    expect(outcomes(css, '.a { opacity: 1 }')[0]).toBe('needless');
  });
});

test('the same text is worked out anew for other sizes, colours and windows', () => {
  const css = '.one { font-size: 10px } .two { font-size: 20px } p { padding-top: 20px }';
  const html = '<p class="one">x</p><p class="two">x</p>';
  expect(outcomes(css, '.one { padding-top: 2em }\n.two { padding-top: 1em }', html)).toEqual([
    'needless',
    'needless',
  ]);
  expect(outcomes(css, '.one { padding-top: 1em }\n.two { padding-top: 2em }', html)).toEqual([
    'wins',
    'wins',
  ]);
});
