// What confirm, compare and drift say, point by point; tests/drift.test.ts has an engine judge them on random releases.
import { compare, confirm, drift, parsePage, type Drifted } from 'yelto';

const page = (css: string | readonly string[], body: string, name = 'x') =>
  parsePage({
    name,
    html: `<!DOCTYPE html>${[css]
      .flat()
      .map((one) => `<style>${one}</style>`)
      .join('')}${body}`,
  });
const body = '<div class="a"><p class="c">x</p></div>';

describe('confirm', () => {
  const draft = [
    '.a { color: white; font-weight: bold; opacity: 0.5 }',
    '.c::before { content: "x" }',
    '@media (min-width: 600px) { .c { margin: 0 auto } }',
    '[title="t"] { border: 1px solid #ff0000 }',
  ].join('\n');
  const steps = (css: string | readonly string[]) => confirm(page(css, body), draft);
  const failing = (css: string | readonly string[]) => steps(css).find(({ ok }) => !ok);

  test('a panel’s minifying is not an older text', () => {
    const minified =
      ".a{color:#fff;font-weight:700;opacity:.5}.c:before{content:'x'}@media (min-width:600px){.c{margin:0 auto}}[title=t]{border:1px solid red}";
    expect(failing(minified)).toBeUndefined();
    expect(steps(minified)).toHaveLength(4);
  });

  test('a list that is split and a shorthand that is written out are the same text', () => {
    const list = confirm(
      page('.a{top:0}.c{top:0;margin-top:1px;margin-right:1px;margin-bottom:1px;margin-left:1px}', body),
      '.a, .c { top: 0 } .c { margin: 1px }',
    );
    expect(list.find(({ question }) => question === 'is it the new text')!.ok).toBe(true);
  });

  test.each([
    ['*::before { top: 0 }', '::before { top: 0 }', true],
    ['.a *::before { top: 0 }', '.a ::before { top: 0 }', true],
    ['.a *:hover { top: 0 }', '.a :hover { top: 0 }', true],
    ['.a > *.c { top: 0 }', '.a > .c { top: 0 }', true],
    ['.a ::before { top: 0 }', '.a::before { top: 0 }', false],
    ['.a :hover { top: 0 }', '.a:hover { top: 0 }', false],
    ['[title="*.c"] { top: 0 }', '[title=".c"] { top: 0 }', false],
  ])(
    'a star that says nothing may go, a space that says something may not: %s and %s',
    (mine, there, isSame) => {
      const step = confirm(page(there, body), mine).find(({ question }) => question === 'is it the new text');
      expect(step?.ok ?? false).toBe(isSame);
    },
  );

  test('of two sheets that say the same it is the one that says it under the same conditions', () => {
    const sheets = ['.a { top: 0 }', '@media print { .a { top: 0 } }'];
    const list = confirm(page(sheets, body), '@media print { .a { top: 0 } }');
    expect(list[1]).toMatchObject({ question: 'is it the new text', ok: true });
    expect(list[0].seen[0]).toContain('number 2 of 2');
  });

  test.each([
    ['calc(10px + 2px * sibling-index())', 'calc(10px + (2px * sibling-index()))', true],
    ['calc(sibling-count() * 1px)', 'calc(1px * sibling-count())', true],
    ['calc(sibling-count() * 1px)', 'calc(sibling-index() * 1px)', false],
    ['calc(7 * 1px)', 'calc(sibling-index() * 1px)', false],
    ['if(style(--a: b): 1px; else: 2px)', 'if(style(--a: b): 1px; else: 3px)', false],
  ])('a place in other brackets is the same text, another one is not: %s and %s', (mine, there, isSame) => {
    const list = confirm(page(`.a { left: ${there} }`, body), `.a { left: ${mine} }`);
    expect(list.find(({ question }) => question === 'is it the new text')?.ok ?? false).toBe(isSame);
  });

  test('nested rules that a browser writes out with & are the same text', () => {
    expect(confirm(page('.a { & > .c { top: 0 } }', body), '.a { > .c { top: 0 } }')[1].ok).toBe(true);
  });

  test.each([
    ['another value', (css: string) => css.replace('white', 'black'), /color should be white and says black/],
    [
      'a missing declaration',
      (css: string) => css.replace(' opacity: 0.5', ''),
      /opacity should be 0.5 and is not there/,
    ],
    ['a missing rule', (css: string) => css.replace(/\.c::before[^}]*\}/, ''), /\.c::before is not in it/],
    [
      'another media query',
      (css: string) => css.replace('600px', '500px'),
      /stands under @media \(min-width: 500px\) and should stand under/,
    ],
    [
      'a dropped media query',
      (css: string) => css.replace(/@media[^{]*\{ (.*?\}) \}/, '$1'),
      /stands under no media query/,
    ],
    ['importance', (css: string) => css.replace('white', 'white !important'), /says white !important/],
  ])('%s is said', (_, change, words) => {
    const step = failing(change(draft));
    expect(step?.question).toBe('is it the new text');
    expect(step?.seen.join('\n')).toMatch(words);
  });

  test('a later rule in the same file that beats yours: arrived, but beaten', () => {
    const step = failing(`${draft}\n.a { color: black }`);
    expect(step?.question).toBe('does each declaration win');
    expect(step?.seen[0]).toMatch(/\.a: color: white has arrived, but is beaten on 1 element/);
  });

  test('a stronger rule with the same value beats nothing', () => {
    expect(failing([draft, 'div.a { color: #fff }'])).toBeUndefined();
  });

  test('what a browser drops need not arrive', () => {
    expect(confirm(page('.a{top:0}', body), '.a { top: 0; colour: red }')[1].ok).toBe(true);
  });

  test('no sheet of the page holds the rules', () => {
    expect(steps('.z { top: 0 }')).toMatchObject([{ question: 'is the sheet loaded', ok: false }]);
  });

  test('another share of the window is another query', () => {
    const draft = '@media (min-width: calc(40vw + 10em)) { .c { color: red } }';
    const isNew = (css: string) =>
      confirm(page(css, body), draft).find(({ question }) => question === 'is it the new text')?.ok;
    expect([isNew(draft.replace(': ', ':')), isNew(draft.replace('40vw', '50vw'))]).toEqual([true, false]);
  });
});

describe('compare', () => {
  const differences = (css: string, markup: string) => {
    const read = page(css, markup);
    const [first, second] = ['#one', '#two'].map((id) => ({ page: read, target: read.select(id)[0] }));
    return compare(first, second);
  };
  const names = (css: string, markup: string) =>
    differences(css, markup).differences.map(({ property }) => property);

  test('looks at what is inherited and at every property that is seen', () => {
    const markup = '<div class="a"><p id="one">x</p></div><p id="two">y</p>';
    expect(names('.a { letter-spacing: 2px; cursor: help } #one { accent-color: red }', markup)).toEqual(
      expect.arrayContaining(['letter-spacing', 'cursor', 'accent-color']),
    );
  });

  test('compares computed values', () => {
    expect(
      names(
        '#one { width: 2em; color: red } #two { width: 32px; color: #f00 }',
        '<p id="one">x</p><p id="two">y</p>',
      ),
    ).toEqual([]);
    const markup =
      '<div style="font-size: 20px"><p id="one">x</p></div><div style="font-size: 10px"><p id="two">y</p></div>';
    expect(names('p { width: 2em }', markup)).toEqual(expect.arrayContaining(['font-size', 'width']));
  });

  test('a corner is told once, by its physical name', () => {
    const markup = '<p id="one">x</p><p id="two">y</p>';
    expect(names('#one { border-radius: 3px; corner-shape: bevel }', markup)).toEqual([
      'border-bottom-left-radius',
      'border-bottom-right-radius',
      'border-top-left-radius',
      'border-top-right-radius',
      'corner-bottom-left-shape',
      'corner-bottom-right-shape',
      'corner-top-left-shape',
      'corner-top-right-shape',
    ]);
  });

  test('what engines do not reset is handed down', () => {
    const markup = '<p>x <sub id="one">1</sub></p><div>y <sub id="two">2</sub></div>';
    expect(names('p { line-height: 1.5 }', markup)).toContain('line-height');
    const drawing = (id: string) => `<svg><text id="${id}">a</text></svg>`;
    expect(names('', `<pre>${drawing('one')}</pre>${drawing('two')}`)).not.toContain('white-space-collapse');
  });

  test('what only the box around makes of auto is no difference', () => {
    const markup = '<div style="display: flex"><p id="one">x</p></div><div><p id="two">y</p></div>';
    expect(names('', markup)).not.toEqual(expect.arrayContaining(['min-width']));
    expect(names('#one { min-width: 3px }', markup)).toContain('min-width');
  });

  test.each([
    [
      '<select><option id="one" selected>a</select>',
      '<select multiple><option id="two" selected>a</select>',
      ['background-color', 'color', 'min-height', 'min-width'],
    ],
    [
      '<select multiple><option id="one">a</select>',
      '<select multiple><option id="two" disabled>a</select>',
      ['color'],
    ],
    [
      '<select multiple><option id="one" selected>a</select>',
      '<select disabled multiple><option id="two" selected>a</select>',
      ['color'],
    ],
    [
      '<select><optgroup id="one"></select>',
      '<select size="3"><optgroup id="two"></select>',
      ['text-wrap-mode'],
    ],
    [
      '<svg><text id="one" xml:space="preserve">a</text></svg>',
      '<svg><text id="two">a</text></svg>',
      ['white-space-collapse'],
    ],
    ['<select id="one"></select>', '<select id="two" multiple></select>', ['overflow-clip-margin']],
  ])('lists and their entries: %s and %s', (one, two, some) => {
    expect(names('', one + two)).toEqual(expect.arrayContaining(some));
  });

  test.each([
    ['card-title', 'card-titel', /spelled/],
    ['card_title', 'card-title', /spelled/],
    ['cardTitle', 'cardtitle', /spelled/],
    ['badge--free', 'badge--out', /only the first/],
    ['red', 'rod', /only the first/],
  ])('%s and %s', (one, two, words) => {
    const { reasons } = differences('', `<p id="one" class="${one}">x</p><p id="two" class="${two}">y</p>`);
    expect(reasons.join('; ')).toMatch(words);
  });
});

describe('drift', () => {
  const told = (
    before: string | readonly string[],
    after: string | readonly string[],
    draft: string,
    fresh = body,
  ): Drifted[] => drift(page(before, body, 'old'), page(after, fresh, 'new'), draft);
  const fates = (...args: Parameters<typeof told>) => told(...args).map(({ fate }) => fate);
  const renamed = '<div class="a"><p class="d">x</p></div>';

  test('each fate', () => {
    expect(fates('', '', '.c { color: red }')).toEqual(['holds']);
    expect(fates('', '', '.c { color: red }', renamed)).toEqual(['lost']);
    expect(fates('', '.c { color: #f00 }', '.c { color: red }')).toEqual(['spare']);
    expect(fates('', '.a .c { color: blue }', '.c { color: red }')).toEqual(['lost']);
    expect(fates('.a .c { color: blue }', '', '.c { color: red }')).toEqual(['found']);
    expect(fates('', '', '.z { color: red }')).toEqual(['elsewhere']);
    expect(fates('.a .c { color: blue }', '.a .c { color: teal }', '.c { color: red }')).toEqual([
      'never worked',
    ]);
  });

  test('half a list gone is said', () => {
    const [one] = told('', '', '.a, .c { color: red }', renamed);
    expect(one).toMatchObject({ fate: 'part lost' });
    expect(one.why).toBe('.c matches nothing in the new release');
  });

  test('a variable that nobody reads any more is lost', () => {
    const css = ':root { --tone: blue } .c { color: var(--tone) }';
    expect(fates(css, css.replace('var(--tone)', 'navy'), ':root { --tone: red }')).toEqual(['lost']);
  });

  test('remedies keep the media query and the state', () => {
    const [media] = told('', '', '@media (max-width: 600px) { .c { color: red } }', renamed);
    expect(media.remedy).toMatch(
      /^Write: @media \(max-width: 600px\) \{ .*\.d|^Write: @media \(max-width: 600px\) \{ p/,
    );
    const [state] = told('', '', '.c:hover { color: red }', renamed);
    expect(state.remedy).toMatch(/:hover/);
    expect(state.why).toContain('nothing called .c');
  });

  test('a rule of the draft is found again whatever else the text holds', () => {
    const found = told(
      '',
      '',
      '.z { top: 0 }\n@keyframes k { to { top: 0 } }\n.c { color: red; colour: blue }',
    );
    expect(found.map(({ before, fate }) => [before.declaration.property, fate])).toEqual([
      ['top', 'elsewhere'],
      ['@keyframes k', 'never worked'],
      ['color', 'holds'],
      ['colour', 'never worked'],
    ]);
  });
});
