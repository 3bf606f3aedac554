// What is looked at beside the page as it stands: other sizes of the window, and the other colours.
import { parsePage, prove, writeOverride } from 'yelto';

const outcomes = (css: string, body: string, draft: string) =>
  prove(parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}` }), draft).verdicts.map(
    ({ outcome }) => outcome,
  );

describe('what is equal at the present width alone is not called needless', () => {
  const here = '<div class="a b"><p class="c">x</p></div>';
  test.each([
    ['.c { font-size: calc(1rem + 1vw); margin: 0 }', '.c { font-size: 28.8px }'],
    [':root { --size: calc(1rem + 1vw) } .c { font-size: var(--size) }', '.c { font-size: 28.8px }'],
    ['.a { font-size: calc(1rem + 1vw) }', '.c { font-size: 28.8px }'],
    ['.a { font-size: 2vw } .c { width: 25.6px; margin: 0 }', '.c { width: 1em }'],
    ['.c { width: 50vw; margin: 0 }', '.c { width: 640px }'],
    ['.c { width: 640px; margin: 0 }', '.c { width: 50vw }'],
    ['.c { height: 10vh; margin: 0 }', '.c { height: 80px }'],
    ['.c { width: clamp(10px, 50vw, 600px); margin: 0 }', '.c { width: 600px }'],
  ])('%s, then %s', (css, draft) => {
    const at = parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${here}` }).under({
      width: 1280,
      height: 800,
    });
    expect(prove(at, draft).verdicts[0].outcome).toBe('wins');
  });

  test('in a style attribute, by the box’s own state, and beside media queries', () => {
    const inline = '<div class="a"><p class="c" style="width: 50vw">x</p></div>';
    expect(outcomes('p { margin: 0 }', inline, '.c { width: 640px !important }')).toEqual(['wins']);
    expect(outcomes('.c:hover { width: 50vw; margin: 0 }', here, '.c:hover { width: 640px }')).toEqual([
      'wins',
    ]);
    const queries = '.c { width: 50vw; margin: 0 } @media (min-width: 2000px) { .a { color: red } }';
    expect(outcomes(queries, here, '.c { width: 640px }')).toEqual(['wins']);
  });

  test('and what is equal at every size is', () => {
    expect(outcomes('.c { width: 50vw; margin: 0 }', here, '.c { width: calc(100vw / 2) }')).toEqual([
      'needless',
    ]);
    expect(outcomes('.a { width: 50vw } .c { color: red; margin: 0 }', here, '.c { color: #f00 }')).toEqual([
      'needless',
    ]);
  });

  test('upright windows that are wide are looked at where a query asks for the shape', () => {
    const draft = '@media (max-aspect-ratio: 1/1) { .c { font-size: clamp(16px, 2vw, 24px) } }';
    expect(outcomes('@media (min-width: 601px) { .a { color: red } }', here, draft)).toEqual(['wins']);
    const held = draft.replace('.c {', '.c:active {');
    const sides = '@media (min-width: 601px) and (orientation: landscape) { .a { color: red } }';
    expect(outcomes(sides, here, held)).toEqual(['wins']);
    const low = '@media (min-aspect-ratio: 1/1) { .c { font-size: clamp(16px, 4vh, 32px) } }';
    expect(outcomes(sides, here, low)).toEqual(['wins']);
    expect(outcomes(sides, here, draft.replace('clamp(16px, 2vw, 24px)', 'max(16px, 0.1vw)'))).toEqual([
      'needless',
    ]);
  });

  test('nor left out of what is written', () => {
    const page = parsePage({
      name: 'x',
      html: `<!DOCTYPE html><style>.c { height: 10vh; width: 50vw }</style>${here}`,
    });
    const { css } = writeOverride(page, {
      at: page.select('.c'),
      set: { height: '80px', width: '640px', color: 'red' },
    });
    expect(css).toMatch(/height: 80px;[^]*width: 640px;[^]*color: red;/);
  });
});

describe('colours are those of the box’s own scheme', () => {
  const here = '<div class="a b"><p class="c">x</p></div>';
  test.each([
    [':root { color-scheme: dark }', '.c { color: black }', 'wins'],
    [':root { color-scheme: dark }', '.c { color: white }', 'needless'],
    [':root { color-scheme: light dark }', '.c { color: black }', 'wins'],
    ['@media (prefers-color-scheme: dark) { :root { color-scheme: dark } }', '.c { color: black }', 'wins'],
    // What is inherited was a colour already.
    ['.a { color-scheme: dark }', '.c { color: black }', 'needless'],
    ['.a { color-scheme: dark; color: CanvasText }', '.c { color: white }', 'needless'],
    [':root { color-scheme: light dark } .c { color: light-dark(red, blue) }', '.c { color: red }', 'wins'],
    ['.c { color: light-dark(red, blue); margin: 0 }', '.c { color: red }', 'needless'],
    [':root { color-scheme: light dark }', '.c { margin-top: 1em }', 'needless'],
  ])('%s, then %s: %s', (css, draft, outcome) => expect(outcomes(css, here, draft)).toEqual([outcome]));

  test('also where the page says it in its markup', () => {
    const html = (content: string) =>
      parsePage({
        name: 'x',
        html: `<!DOCTYPE html><meta name="color-scheme" content="${content}"><p class="c">x</p>`,
      });
    const said = (content: string, draft: string) => prove(html(content), draft).verdicts[0].outcome;
    expect(said('dark', '.c { color: black }')).toBe('wins');
    expect(said('dark', '.c { color: white }')).toBe('needless');
    expect(said('light dark', '.c { color: black }')).toBe('wins');
    expect(said('light', '.c { color: black }')).toBe('needless');
  });

  test('what is written keeps a colour that is there in one of them alone', () => {
    const page = parsePage({
      name: 'x',
      html: `<!DOCTYPE html><style>:root { color-scheme: light dark }</style>${here}`,
    });
    const { css } = writeOverride(page, { at: page.select('.c'), set: { color: 'black' } });
    expect(css).toContain('color: black;');
  });
});

describe('two media queries hold together, one without the other, or neither, in some window', () => {
  const here = '<div class="a"><p class="c">x</p></div>';
  const within = '@media (min-width: 400px) and (max-width: 800px)';
  test.each([
    // Wider than high, and narrow: no window as high as the usual one is.
    ['', `.c { ${within} { color: red } @media (max-aspect-ratio: 1/1) { color: tan } }`, ['wins', 'wins']],
    ['', `.c { ${within} { color: red } @media (orientation: portrait) { color: tan } }`, ['wins', 'wins']],
    // Low and upright at a time: narrower than the usual window, whichever comes first; wide and high: wider.
    ['', '.c { @media (max-height: 600px) and (orientation: portrait) { color: red } }', ['wins']],
    ['', '.c { @media (orientation: portrait) { @media (max-height: 600px) { color: red } } }', ['wins']],
    ['', '.c { @media (orientation: landscape) and (min-height: 1500px) { color: red } }', ['wins']],
    ['', '.c { @media (min-aspect-ratio: 3/1) and (min-height: 900px) { color: red } }', ['wins']],
    ['', '.c { @media (max-aspect-ratio: 1/2) and (max-height: 600px) { color: red } }', ['wins']],
    ['@media (min-height: 700px) { .c { color: tan } }', '.c { @media (orientation: portrait) { color: tan } }', ['wins']], // prettier-ignore
    ['@media (max-height: 1500px) { .c { color: tan } }', '.c { @media (orientation: landscape) { color: tan } }', ['wins']], // prettier-ignore
    // In print and in dark colours, in print alone, and in dark colours alone.
    ['', '.c { @media print { color: red } @media (prefers-color-scheme: dark) { color: tan } }', ['wins', 'wins']], // prettier-ignore
    ['@media print and (prefers-color-scheme: dark) { .c { color: tan !important } }', '.c { @media print { color: red } }', ['partly']], // prettier-ignore
    // Of the site's two one holds always.
    ['@media (max-width: 600px) { .c { color: tan !important } } @media (min-width: 601px) { .a .c { color: navy !important } }', '.c { color: red }', ['loses']], // prettier-ignore
    // Neither holds on a narrow screen that is no telephone's.
    ['@media (min-width: 601px) { .c { color: tan !important } } @media (max-width: 600px) and (hover: none) { .c { color: navy !important } }', '.c { color: red }', ['partly']], // prettier-ignore
    // The second takes the first over wherever that holds.
    ['', '.c { @media (min-width: 600px) and (hover: none) { color: red } @media (hover: none) { color: tan } }', ['needless', 'wins']], // prettier-ignore
  ])('%s %s', (css, draft, said) => {
    expect(outcomes(css, here, draft)).toEqual(said);
  });
});

describe('of looks that show something, the one is told', () => {
  const told = (css: string, draft: string) =>
    prove(
      parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style><p class="c">x</p>` }),
      draft,
    ).verdicts.map(({ why }) => why);

  test('that hangs on the least', () => {
    const css = '@media (prefers-color-scheme: dark) { .c { color: tan } } @media (orientation: portrait) { .c { color: navy } }'; // prettier-ignore
    expect(told(css, '.c { @media print { color: red } }')).toEqual(['wins on 1 element, in print']);
  });

  test('in a stretch of widths that another shape of the window does not lengthen', () => {
    const css = '@media (max-width: 600px) { .c { color: tan !important } } @media (orientation: portrait) { .c { margin: 0 } }'; // prettier-ignore
    expect(told(css, '.c { color: red }')[0]).toMatch(/^wins from 601 px up, below that it loses to /);
  });
});

describe('colours that the person chooses', () => {
  const here = '<textarea class="c"></textarea>';
  test.each([
    ['color-scheme: light dark', '@media (min-resolution: 2dppx)', 'wins'],
    ['color-scheme: light dark', '@media print', 'wins'],
    ['color-scheme: light dark', '@media (max-width: 600px)', 'wins'],
    // Nobody has the choice, or the query leaves it to one kind.
    ['color-scheme: light', '@media (min-resolution: 2dppx)', 'needless'],
    ['color-scheme: light dark', '@media print and (prefers-color-scheme: light)', 'needless'],
  ])('%s, %s', (site, query, outcome) => {
    expect(outcomes(`.c { ${site} }`, here, `.c { ${query} { color: black } }`)).toEqual([outcome]);
  });
});

describe('on a page that asks about more than is looked at in all', () => {
  const widths = Array.from({ length: 80 }, (_, n) => `@media (min-width: ${300 + 20 * n}px) { .w${n % 9} { top: 0 } }`); // prettier-ignore
  const ways = [
    'print',
    '(hover: none)',
    '(orientation: portrait)',
    '(min-resolution: 2dppx)',
    '(prefers-reduced-motion: reduce)',
  ];
  const asked = [...widths, ...ways.map((way) => `@media ${way} { .x { top: 0 } }`)].join(' ');
  // Only in dark colours and in a wide window the draft is not beaten by the same value.
  const site = `.c { color: navy } @media (max-width: 1999px) { .c.c { color: navy } } @media (prefers-color-scheme: light) { .c.c { color: navy } } @media (prefers-color-scheme: dark) { p.c { color: tan } }`;
  const here = '<p class="c">x</p>';

  test('what concerns a declaration is looked at all the same', () => {
    expect(outcomes(`${asked} ${site}`, here, 'body .c { color: navy }')).toEqual(['wins']);
    expect(outcomes(site, here, 'body .c { color: navy }')).toEqual(['wins']);
  });

  test('where the same queries stand around other rules too', () => {
    const again =
      '@media (prefers-color-scheme: dark) { .x { top: 0 } } @media (max-width: 1999px) { .x { top: 0 } }';
    expect(outcomes(`${asked} ${site} ${again}`, here, 'body .c { color: navy }')).toEqual(['wins']);
  });

  test('and where it loses there', () => {
    const strong = '@media (min-width: 1880px) and (prefers-color-scheme: dark) { #t.c { color: tan } }';
    const [told] = prove(
      parsePage({
        name: 'x',
        html: `<!DOCTYPE html><style>${asked} ${strong}</style><p class="c" id="t">x</p>`,
      }),
      '.c { color: navy }',
    ).verdicts;
    expect(told.outcome).toBe('partly');
  });

  test('while a state is held too', () => {
    expect(
      outcomes(`${asked} ${site.replaceAll('.c {', '.c:hover {')}`, here, 'body .c:hover { color: navy }'),
    ).toEqual(['wins']);
  });

  test('and what is needless stays so', () => {
    const always = site.replace('color: tan', 'color: navy');
    expect(outcomes(`${asked} ${always}`, here, 'body .c { color: navy }')).toEqual(['needless']);
  });
});

test('what wins is shown where it has an effect, not where it only stands first', () => {
  const html =
    '<!DOCTYPE html><style>button { animation: glow 1s }</style><ul><li>a<li>b</ul><button>go</button>';
  const [{ outcome, conditions }] = prove(
    parsePage({ name: 'x', html }),
    'button:focus, li::marker { padding: 1em }',
  ).verdicts;
  expect([outcome, conditions.held.map(({ state }) => state)]).toEqual(['wins', [':focus']]);
});
