// What hangs on styles and places: container queries about variables, choices inside values, counting functions, and
// functions of an author's own.
import {
  contests,
  explain,
  findMentions,
  parsePage,
  prove,
  toggledStates,
  writeOverride,
  type Page,
} from 'yelto';

const body = `<section class="shelf" style="--size: 2"><ul class="row"><li class="tool">Drill</li><li class="tool">Saw</li>
  <li class="tool last">Plane</li></ul></section>`;

const pageOf = (css: string): Page =>
  parsePage({
    name: 'page',
    html: `<!DOCTYPE html><html><head><style>${css}</style></head><body>${body}</body></html>`,
    sheets: [],
  });

/** The value of a tool's colour that wins. */
function colour(css: string, selector = '.tool'): string {
  const page = pageOf(css);
  const [tool] = page.select(selector);
  return (
    contests(page, tool).find(({ property }) => property === 'color')?.entries[0].declaration.value ?? ''
  );
}

/** What is said of each line of a draft. */
const outcomes = (css: string, draft: string) =>
  prove(pageOf(css), draft).verdicts.map(({ outcome }) => outcome);

const asked = (query: string) => `.tool { color: black } @container ${query} { .tool { color: red } }`;

describe('a container query about a variable', () => {
  test.each([
    ['that is so', '.shelf { --tone: dark }', 'style(--tone: dark)', 'red'],
    ['that is not so', '.shelf { --tone: light }', 'style(--tone: dark)', 'black'],
    ['of the nearest box', '.shelf { --tone: dark } .row { --tone: light }', 'style(--tone: dark)', 'black'],
    [
      'of a box with a name',
      '.shelf { --tone: dark; container-name: wall } .row { --tone: light }',
      'wall style(--tone: dark)',
      'red',
    ],
    ['of nothing with a name', '.shelf { --tone: dark }', 'wall style(--tone: dark)', 'black'],
    ['that the element itself has', '.tool { --tone: dark }', 'style(--tone: dark)', 'black'],
    ['whatever it says', '.shelf { --tone: x }', 'style(--tone)', 'red'],
    ['that nobody sets', '', 'style(--tone)', 'black'],
    ['that nobody sets, of no value', '', 'style(--tone: initial)', 'red'],
    ['of an empty value', '.shelf { --tone: ; }', 'style(--tone: )', 'red'],
    ['in other letters', '.shelf { --tone: DARK }', 'style(--tone: dark)', 'black'],
    ['by another name in other letters', '.shelf { --Tone: dark }', 'style(--tone: dark)', 'black'],
    ['as another one says', '.shelf { --tone: dark; --want: dark }', 'style(--tone: var(--want))', 'red'],
    ['as it is above', '.shelf { --tone: dark }', 'style(--tone: inherit)', 'red'],
    ['that steps back', '.shelf { --tone: dark }', 'style(--tone: revert)', 'black'],
    ['that is marked', '.shelf { --tone: dark }', 'style(--tone: dark !important)', 'red'],
    ['not so', '.shelf { --tone: light }', 'not style(--tone: dark)', 'red'],
    ['not so, inside', '.shelf { --tone: light }', 'style(not (--tone: dark))', 'red'],
    ['one or the other', '', 'style((--tone: dark) or (--size: 2))', 'red'],
    ['both', '', 'style((--tone: dark) and (--size: 2))', 'black'],
    ['in a range', '', 'style(--size > 1)', 'red'],
    ['between two', '', 'style(1 < --size <= 2)', 'red'],
    ['out of a range', '', 'style(--size > 2)', 'black'],
    ['in a range of another kind', '', 'style(--size > 1px)', 'black'],
    ['in a list', '', 'style(--tone: dark), style(--size: 2)', 'red'],
    [
      'of a property that engines do not ask for',
      '.shelf { display: flex }',
      'style(display: flex)',
      'black',
    ],
  ])('%s', (_, css, query, wanted) => expect(colour(css + asked(query))).toBe(wanted));

  test.each([
    ['what comes to the same', '10px', 'style(--gap: 0.625rem)', 'red'],
    ['what does not fit', '10px', 'style(--gap: red)', 'black'],
    ['its initial value alone', '0px', 'style(--gap)', 'black'],
  ])('that is registered: %s', (_, value, query, wanted) => {
    const registered = '@property --gap { syntax: "<length>"; inherits: true; initial-value: 0px }';
    expect(colour(`${registered} .shelf { --gap: ${value} } ${asked(query)}`)).toBe(wanted);
  });

  test('stands for all that asks for a size too only where that is known', () => {
    const css = `.shelf { container-type: inline-size; --tone: light } ${asked('(min-width: 10px) and style(--tone: dark)')}`;
    expect(colour(css)).toBe('black');
  });

  test('counts in a proof: what holds is no guess, and what nobody sets is told', () => {
    const css =
      '.shelf { --tone: dark } @container style(--tone: dark) { li.tool { color: red !important } }';
    expect(outcomes(css, '.tool { color: blue }')).toEqual(['loses']);
    const { verdicts } = prove(pageOf(css), '@container style(--tone: light) { .tool { color: blue } }');
    expect(verdicts[0]).toMatchObject({
      outcome: 'no-effect',
      why: expect.stringContaining('with that style'),
    });
    expect(verdicts[0].remedy).toBe('Set what it asks for on a box around, as in --name: value.');
  });

  test('is looked at in the medium in which the variable is another', () => {
    const css = `@media print { .shelf { --tone: dark } } ${asked('style(--tone: dark)').replace('red', 'red !important')}`;
    const [{ outcome, why }] = prove(pageOf(css), '.tool { color: blue }').verdicts;
    expect(outcome).toBe('partly');
    expect(why).toContain('in print');
  });

  test('is looked at in the state in which the variable is another', () => {
    const css = `.shelf:hover { --tone: dark } ${asked('style(--tone: dark)')}`;
    const page = pageOf(css);
    const [tool] = page.select('.tool');
    expect(toggledStates(page, tool)).toEqual([
      expect.objectContaining({ state: ':hover', changes: ['color'] }),
    ]);
    expect(outcomes(css, '.tool { color: black }')).toEqual(['wins']);
    expect(outcomes(css.replace(':hover', ''), '.shelf { --tone: dark }')).toEqual(['needless']);
  });
});

test('a variable that queries ask about is no better place for a wish: it changes more', () => {
  const css = ':root { --ink: black } .tool { color: var(--ink) }';
  const insteadIn = (page: Page) =>
    writeOverride(page, { at: page.select('.tool'), set: { color: 'red' } }).instead.map(
      ({ isExact }) => isExact,
    );
  expect(insteadIn(pageOf(css))).toEqual([true]);
  expect(insteadIn(pageOf(`${css} @container style(--ink: black) { .row { margin: 0 } }`))).toEqual([false]);
});

describe('a choice inside a value', () => {
  const chosen = (value: string, css = '') =>
    outcomes(`${css} .tool { color: ${value} }`, '.tool { color: red }')[0];

  test.each([
    ['a style of its own', 'if(style(--size: 2): red; else: blue)', '', 'needless'],
    ['a style that it has not', 'if(style(--size: 3): red; else: blue)', '', 'wins'],
    ['the first that holds', 'if(style(--none): blue; style(--size): red; else: green)', '', 'needless'],
    ['none that holds', 'if(style(--none): blue)', 'ul { color: red }', 'needless'],
    ['what browsers know', 'if(supports(display: grid): red; else: blue)', '', 'needless'],
    ['what no browser knows', 'if(moon(full): blue; else: red)', '', 'needless'],
    [
      'a variable inside',
      'if(style(--size: 2): var(--ink); else: blue)',
      '.shelf { --ink: red }',
      'needless',
    ],
    ['one in the other', 'if(style(--size): if(style(--none): blue; else: red))', '', 'needless'],
  ])('by %s', (_, value, css, wanted) => expect(chosen(value, css)).toBe(wanted));

  test('of a medium is looked at in each', () => {
    const value = 'if(media(min-width: 600px): red; else: blue)';
    const page = pageOf(`.tool { color: ${value} }`);
    expect(prove(page, '.tool { color: red }').verdicts[0].outcome).toBe('wins');
    expect(prove(page, `li { color: ${value} !important }`).verdicts[0].outcome).toBe('needless');
    expect(prove(page.under({ width: 500 }), '.tool { color: blue }').verdicts[0].outcome).toBe('wins');
  });

  test('that a variable makes of itself has no value', () =>
    expect(chosen('var(--tone, red)', '.tool { --tone: if(style(--tone: x): blue; else: green) }')).toBe(
      'needless',
    ));

  test('reads the variable that it asks about', () => {
    const css = '.tool { color: if(style(--tone: dark): red; else: blue) }';
    expect(outcomes(css, '.shelf { --tone: dark }')).toEqual(['wins']);
  });
});

describe('a place among siblings', () => {
  test.each([
    ['its own', 'sibling-index()', '.last', '3', 'needless'],
    ['another', 'sibling-index()', '.last', '2', 'wins'],
    ['how many there are', 'sibling-count()', '.tool', '3', 'needless'],
    ['what differs from one to the other', 'sibling-index()', '.tool', '3', 'wins'],
    ['what is made of it', 'calc(sibling-count() - sibling-index())', '.last', '0', 'needless'],
    ['what a variable hands on', 'var(--at)', '.last', '3', 'needless'],
  ])('is %s', (_, value, selector, wanted, outcome) =>
    expect(
      outcomes(
        `.row { display: flex; --at: sibling-index() } .tool { order: ${value} }`,
        `${selector} { order: ${wanted} }`,
      ),
    ).toEqual([outcome]),
  );

  test.each([
    ['order: sibling-index()', 'wins'],
    ['width: calc(sibling-index() * 10px)', 'wins'],
    ['opacity: calc(sibling-index() * 10%)', 'wins'],
    ['color: sibling-index()', 'invalid'],
    ['width: sibling-index()', 'invalid'],
    ['order: sibling-index(2)', 'invalid'],
  ])('%s %s', (declaration, outcome) =>
    expect(outcomes('.row { display: flex }', `.tool { ${declaration} }`)).toEqual([outcome]),
  );

  test('of a registered variable is that of the box that says it', () => {
    const css =
      '@property --at { syntax: "<integer>"; inherits: true; initial-value: 7 } .row { --at: sibling-index(); display: flex } .tool { order: var(--at) }';
    expect(outcomes(css, '.tool { order: 1 }')).toEqual(['needless']);
  });
});

describe('a function of an author', () => {
  const twice = '@function --twice(--of <length>: 3px) returns <length> { result: calc(var(--of) * 2) }';
  const width = (value: string, css = twice) => `${css} .tool { width: ${value}; display: block }`;

  test.each([
    ['of what is given', '--twice(5px)', twice, '10px', 'needless'],
    ['of nothing, what is usual', '--twice()', twice, '6px', 'needless'],
    ['of what does not fit, what is usual', '--twice(red)', twice, '6px', 'needless'],
    ['in a calculation', 'calc(--twice(5px) + 1px)', twice, '11px', 'needless'],
    ['of too much, nothing', '--twice(1px, 2px)', twice, 'auto', 'needless'],
    ['of a name that is none, nothing', '--thrice(5px)', twice, 'auto', 'needless'],
    ['in a call of its own, nothing', '--twice(--twice(5px))', twice, 'auto', 'needless'],
    [
      'of another',
      '--twice(--same(5px))',
      `${twice} @function --same(--x) { result: var(--x) }`,
      '10px',
      'needless',
    ],
    [
      'of a list in braces',
      '--first({5px})',
      '@function --first(--x) { result: var(--x) }',
      '5px',
      'needless',
    ],
    [
      'of what the element has',
      '--mine()',
      '@function --mine() { result: calc(var(--size) * 10px) }',
      '20px',
      'needless',
    ],
    [
      'of its own variable',
      '--mine()',
      '@function --mine() { --size: 3; result: calc(var(--size) * 10px) }',
      '30px',
      'needless',
    ],
    ['the last line', '--mine()', '@function --mine() { result: 1px; result: 4px }', '4px', 'needless'],
    [
      'the last function',
      '--mine()',
      '@function --mine() { result: 1px } @function --mine() { result: 4px }',
      '4px',
      'needless',
    ],
    [
      'the one of no layer',
      '--mine()',
      '@function --mine() { result: 4px } @layer low { @function --mine() { result: 1px } }',
      '4px',
      'needless',
    ],
    [
      'what does not fit the type, nothing',
      '--mine()',
      '@function --mine() returns <length> { result: red }',
      'auto',
      'needless',
    ],
    [
      'a choice of a choice',
      '--mine()',
      '@function --mine() { result: if(style(--size: 2): 4px; else: 5px) }',
      '4px',
      'needless',
    ],
    [
      'what browsers know',
      '--mine()',
      '@function --mine() { result: 1px; @supports (display: grid) { result: 4px } }',
      '4px',
      'needless',
    ],
    ['what it is not', '--twice(5px)', twice, '12px', 'wins'],
  ])('gives %s', (_, value, css, wanted, outcome) =>
    expect(outcomes(width(value, css), `.row > .tool { width: ${wanted} }`)).toEqual([outcome]),
  );

  test('is looked at in each medium that it asks about', () => {
    const css = width('--mine()', '@function --mine() { result: 1px; @media print { result: 4px } }');
    const [{ outcome }] = prove(pageOf(css), 'ul .tool { width: 1px }').verdicts;
    expect(outcome).toBe('wins');
    expect(prove(pageOf(css).under({ medium: 'print' }), 'ul .tool { width: 4px }').verdicts[0].outcome).toBe(
      'wins',
    );
    expect(outcomes(css.replace('print', 'not all'), 'ul .tool { width: 1px }')).toEqual(['needless']);
  });

  test('reads the variables of whoever calls it', () => {
    const css = width('--mine()', '@function --mine() { result: var(--wide, 1px) }');
    expect(outcomes(css, '.shelf { --wide: 7px }')).toEqual(['wins']);
    expect(outcomes('', '.shelf { --wide: 7px }')).toEqual(['no-effect']);
  });

  test('is found by its name, and told with what it reads', () => {
    const page = pageOf(width('--mine()', '@function --mine() { result: calc(var(--size) * 10px) }'));
    expect(findMentions(page, '--mine').map(({ kind }) => kind)).toEqual(['at-rule', 'value']);
    const { variables } = explain(
      page,
      contests(page, page.select('.tool')[0]).find(({ property }) => property === 'width')!,
    );
    expect(variables).toEqual([expect.stringContaining('--size is 2')]);
  });

  test('that a draft brings is told whether anybody calls it, and whether it is one', () => {
    const of = (draft: string) =>
      prove(pageOf(''), draft).verdicts.map(({ outcome, why, remedy }) => [outcome, why, remedy]);
    expect(of(`${twice} .tool { border-spacing: --twice(1px) }`)[0]).toEqual([
      'wins',
      'a function of that name is called',
      undefined,
    ]);
    expect(of(twice)).toEqual([
      [
        'no-effect',
        'no declaration of the page or the draft calls --twice()',
        'Call it in a value, as in width: --twice(…), or take it out.',
      ],
    ]);
    expect(of('@function twice(--of) { result: 1px }')[0]).toEqual([
      'invalid',
      expect.stringContaining('is not written as a function'),
      expect.stringContaining('@function --name(--value)'),
    ]);
  });
});
