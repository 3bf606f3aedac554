// Verdicts, point by point; tests/verdicts.test.ts has an engine judge them on random drafts.
import { parsePage, prove, type ProofOptions, type Verdict } from 'yelto';
import { looksAt } from '../../dist/page/index.js';
import { statesOf } from '../../dist/proof/index.js';

const page = (css: string, body: string, sheets?: { href: string; css: string }[]) =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}`, sheets });
const verdicts = (css: string, body: string, draft: string, options?: ProofOptions): Verdict[] => [
  ...prove(page(css, body), draft, options).verdicts,
];
const outcomes = (css: string, body: string, draft: string, options?: ProofOptions) =>
  verdicts(css, body, draft, options).map(({ outcome }) => outcome);
const text = '<div class="a b"><p class="c">x</p></div>';

describe('a draft’s own cascade is no loss', () => {
  test('a shorthand and a longhand behind it', () => {
    expect(outcomes('', text, '.a { border: 3px solid red; border-left: none }')).toEqual(['wins', 'wins']);
  });

  test('a base rule and its media query', () => {
    const draft = '.a { color: red } @media (max-width: 600px) { .a { color: blue } }';
    expect(outcomes('', text, draft)).toEqual(['wins', 'wins']);
  });

  test('two classes on one thing', () => {
    const body = `${text}<div class="a">y</div>`;
    expect(outcomes('', body, '.a { color: red } .b { color: blue }')).toEqual(['wins', 'wins']);
  });

  test('what a later line undoes everywhere is needless, with that line named', () => {
    const [first, second] = verdicts('', text, '.a { color: red }\n\n.a { color: blue }');
    expect([first.outcome, second.outcome]).toEqual(['needless', 'wins']);
    expect(first.why).toContain('line 3');
  });
});

describe('needless is said of values, not of texts', () => {
  test.each([
    ['.c { color: red }', '.c { color: #f00 }'],
    ['.c { font-size: 16px }', '.c { font-size: 1em }'],
    ['.c { line-height: 24px }', '.c { line-height: 150% }'],
    ['.c { border: 1px solid; color: teal }', '.c { border-color: teal }'],
    ['.c { list-style: none }', '.c { list-style-type: none }'],
    ['.a { display: flex }', '.c { display: block }'],
    [
      '@property --tone { syntax: "*"; inherits: false } .a { --tone: red } .c { color: var(--tone, teal) }',
      '.c { color: teal }',
    ],
  ])('%s, then %s', (css, draft) => {
    expect(outcomes(css, text, draft)).toEqual(['needless']);
  });

  test('not where another state or width needs it', () => {
    expect(outcomes('.c { color: red } .c:hover { color: blue }', text, '.a .c { color: red }')).toEqual([
      'wins',
    ]);
    expect(
      outcomes('.c { color: red } @media print { .c { color: blue } }', text, '.c { color: red }'),
    ).toEqual(['wins']);
    expect(outcomes('', '<a href="#x">x</a>', 'a { outline: none }')).toEqual(['wins']);
  });
});

test('an inherited colour of the text is that of the text it comes to', () => {
  const css = '.a { color: blue } .c { color: red; border: 1px solid red }';
  expect(outcomes(css, text, '.c { border-color: inherit }')).toEqual(['needless']);
  expect(outcomes(`${css} .a { border-color: blue }`, text, '.c { border-color: inherit }')).toEqual([
    'wins',
  ]);
});

describe('what an engine does beside the standard', () => {
  test('content is never handed on', () => {
    const css = '.a { content: "x" }';
    expect(outcomes(css, text, '.c { content: inherit }')).toEqual(['needless']);
    expect(outcomes(css, text, '.a { content: inherit }')).toEqual(['wins']);
  });

  test('a border takes its native look from a control, also where it says what is there', () => {
    const body = '<textarea class="x"></textarea><b class="x">b</b>';
    expect(outcomes('', '<b class="x">b</b>', '.x { border-width: 1px }')).toEqual(['no-effect']);
    expect(outcomes('', body, '.x { border-width: 1px }')).toEqual(['wins']);
  });
});

test('a nest of two features is looked at in narrow windows too', () => {
  const css = '@media (hover: none) and (pointer: coarse) { .a { background: red } }';
  const draft = '.a { @media (max-aspect-ratio: 1/1) { background: none } }';
  expect(outcomes(`${css} @media (max-width: 600px) { .c { top: 0 } }`, text, draft)).toEqual(['wins']);
});

test('what a box cannot show is not without effect where something inside takes it by name', () => {
  const body = '<p class="a"><b class="c">x</b></p>';
  const draft = '.a { vertical-align: sub; grid-row-start: 2 }';
  expect(outcomes('', body, draft)).toEqual(['no-effect', 'no-effect']);
  expect(outcomes('.c { vertical-align: inherit }', body, draft)).toEqual(['wins', 'no-effect']);
  expect(outcomes('.a::before { all: inherit; content: "x" }', body, draft)).toEqual(['wins', 'wins']);
});

test('a state is held only on what can ever be in it', () => {
  const body = '<div class="b">x</div><button class="c">y</button><input class="d" type="checkbox">';
  const draft =
    '.b:disabled { top: 0 } .c:disabled { color: red } .d:checked { opacity: 0.5 } .c:checked { top: 1px }';
  expect(outcomes('', body, draft)).toEqual(['matches-nothing', 'wins', 'wins', 'matches-nothing']);
});

test('a picture cannot be a part of a table', () => {
  const draft = 'img { display: table-row; padding: 3px }';
  expect(outcomes('', '<img alt="">', draft)).toEqual(['wins', 'wins']);
});

describe('things that the same rules match, in boxes that hand other values down, are each looked at', () => {
  const body = '<div class="d"><p class="c">x</p></div><div class="a"><p class="c">y</p></div>';

  test('a line’s width, whose style is the parent’s', () => {
    const css =
      '.a { border-style: solid } .d { border-style: none } .c { border-style: inherit; border-width: 1px }';
    expect(outcomes(css, body, '.c.c { border-top-width: 3px }')).toEqual(['wins']);
  });

  test('a registered variable, where a value that does not fit gives way to the parent’s', () => {
    const css =
      '@property --g { syntax: "<length>"; inherits: true; initial-value: 1px } .d, .c { --g: 4px } .a { --g: 9px } .c { margin-left: var(--g) }';
    expect(outcomes(css, body, '.c.c { --g: none }')).toEqual(['wins']);
  });
});

describe('layers are placed by where the panel loads the draft', () => {
  const css = '@layer site { .c { color: red } }';
  const draft = '@layer mine { .c { color: blue } }';
  test('behind, the later layer wins; before, the earlier one loses', () => {
    expect(outcomes(css, text, draft)).toEqual(['wins']);
    expect(outcomes(css, text, draft, { panel: { place: 'before' } })).toEqual(['loses']);
  });

  test('importance turns them round', () => {
    const firm = (one: string) => one.replace(' }', ' !important }');
    expect(outcomes(firm(css), text, firm(draft))).toEqual(['loses']);
    expect(outcomes(firm(css), text, firm(draft), { panel: { place: 'before' } })).toEqual(['wins']);
  });

  test('an import of the draft shifts nothing, and is not known itself', () => {
    const [first, second] = verdicts('.c { color: red }', text, '@import "more.css";\n.c { color: blue }');
    expect([first.outcome, second.outcome]).toEqual(['cannot-tell', 'wins']);
    expect(first.why).toContain('was not read');
  });
});

describe('states are read from the compiled selector', () => {
  const css = '.is-open .c { color: blue } .md\\:is-open { top: 0 }';
  const body = `${text}<details><summary>s</summary></details><input type="checkbox"><label>l</label><a href="a:hover">u</a>`;
  test.each([
    ['.a { &:hover { color: red } }', [':hover']],
    ['.a:has(:focus) { color: red }', [':focus']],
    ['.a:HOVER { color: red }', [':hover']],
    ['input:checked + label { color: red }', [':checked']],
    ['details[open] { color: red }', ['[open]']],
    ['.a[aria-expanded="true"] { color: red }', ['[aria-expanded="true"]']],
    ['.a:not(:hover) { color: red }', []],
    ['[href="a:hover"] { color: red }', []],
    ['.a:is(:hover, :focus) { color: red }', [':hover', ':focus']],
    ['.a.is-open { color: red }', ['.is-open']],
    ['.a.md\\:is-open { color: red }', []],
    ['.a::file-selector-button:hover { color: red }', [':hover']],
  ])('%s', (draft, states) => {
    const read = page(css, body);
    const [block] = read.withDraft(draft).overlay!.styles.blocks;
    const found = statesOf(read, block).sets.flat();
    expect([...new Set(found.map(({ state }) => state))]).toEqual(states);
    expect(prove(read, draft).verdicts[0].outcome).not.toBe(states.length ? 'matches-nothing' : '');
  });
});

describe('media of every feature', () => {
  test.each([
    ['(prefers-color-scheme: dark)', 'in dark colours'],
    ['print', 'in print'],
    ['(hover: none)', 'where hover is none'],
    ['(orientation: portrait)', 'in an upright window'],
    ['(min-height: 900px)', 'in a window 900 px high'],
    ['(min-resolution: 2dppx)', 'where resolution is 2dppx'],
    ['(prefers-reduced-motion)', 'where prefers-reduced-motion is reduce'],
    ['(forced-colors: active) and (min-width: 2000px)', 'where forced-colors is active'],
  ])('a rule under %s is looked at there', (query, words) => {
    const [verdict] = verdicts('', text, `@media ${query} { .c { color: red } }`);
    expect(verdict.outcome).toBe('wins');
    expect(verdict.why).toContain(words);
  });

  test('a rival under it is seen', () => {
    const css = '@media (prefers-color-scheme: dark) { .a .c { color: white } }';
    const [verdict] = verdicts(css, text, '.c { color: red }');
    expect(verdict).toMatchObject({
      outcome: 'partly',
      conditions: { preferences: { 'prefers-color-scheme': 'dark' } },
    });
    expect(verdict.remedy).toMatch(/^Write: /);
  });

  test('a rule under a query that never holds has no effect', () => {
    const [verdict] = verdicts(
      '',
      text,
      '@media (max-width: 300px) and (min-width: 500px) { .c { color: red } }',
    );
    expect(verdict).toMatchObject({ outcome: 'no-effect' });
    expect(verdict.why).toContain('holds in none of the windows');
  });

  test('calculations in widths', () => {
    const widths = looksAt(page('@media (min-width: calc(500px + 100px)) { .c { top: 0 } }', text)).map(
      ({ from }) => from,
    );
    expect(widths).toContain(600);
  });
});

describe('what is never seen is not called a win', () => {
  const fields = '<img src="a.png" alt=""><input><input placeholder="p"><br><select></select><ul><li>x</ul>';
  test.each([
    ['img::before { content: "x" }', 'no-effect'],
    ['input::after { content: "x" }', 'no-effect'],
    ['br::before { content: "x" }', 'no-effect'],
    ['select::before { content: "x" }', 'no-effect'],
    ['p::placeholder { color: red }', 'no-effect'],
    ['input:not([placeholder])::placeholder { color: red }', 'no-effect'],
    ['input[placeholder]::placeholder { color: red }', 'wins'],
    ['p::marker { color: red }', 'no-effect'],
    ['li::marker { color: red }', 'wins'],
    ['span::first-line { color: red }', 'no-effect'],
    ['p::first-line { visibility: hidden }', 'wins'],
    ['@container (min-width: 1px) { .c { color: red } }', 'no-effect'],
    ['.c { --nobody: 1px }', 'no-effect'],
    ['.c { background-color: var(--none) }', 'needless'],
    ['@keyframes spin { to { top: 0 } }', 'no-effect'],
    ['@meda print { .c { color: red } }', 'invalid'],
    ['.c { color: red } /* open .c { top: 0 }', 'wins invalid'],
  ])('%s: %s', (draft, expected) => {
    expect(outcomes('', `${text}<span>y</span>${fields}`, draft).join(' ')).toBe(expected);
  });

  test('a variable without a value is no plain win', () => {
    const [verdict] = verdicts('.c { background: red }', text, '.a .c { background: var(--none) }');
    expect(verdict).toMatchObject({ outcome: 'partly' });
    expect(verdict.why).toContain('--none has no value there');
  });
});

describe('no-effect is said only where it is sure', () => {
  test.each([
    ['rect { width: 5px }', '<svg><rect width="1" height="1"/></svg>'],
    ['rect { transform: scale(2) }', '<svg><rect width="1" height="1"/></svg>'],
    ['input::-webkit-slider-thumb { width: 9px }', '<input type="range">'],
    ['i { display: block }', '<div style="display: contents"><i>x</i></div>'],
    ['div { min-height: 20px }', '<section><div style="height: 50%">x</div></section>'],
    ['span { text-align: right }', '<span><b style="display: block">x</b></span>'],
    ['td { align-content: end }', '<table><tr><td style="height: 90px">x</table>'],
    ['i { align-self: end }', '<div style="display: flex"><p style="display: contents"><i>x</i></p></div>'],
    ['button { background-size: cover }', '<button>x</button>'],
  ])('%s', (draft, body) => {
    expect(outcomes('', body, draft)).toEqual(['wins']);
  });
});

test('what is inherited from a box that hangs on a container cannot be told either', () => {
  const body = '<div class="a"><div class="b"><div class="d"><p class="c">x</p></div></div></div>';
  const css = `.a, .b { container: side / inline-size } @container side (min-width: 200px) { .d { color: red } } .c::after { content: "x" }`;
  expect(outcomes(css, body, '.d, .c::after { color: inherit }')).toEqual(['cannot-tell']);
  expect(outcomes(css, body, '.c::after { color: inherit }')).toEqual(['needless']);
});

test('what comes from such a box for one of two values alone may be the other one, or never is', () => {
  const body = '<div class="a"><div class="d"><p class="c">x</p></div></div>';
  const css = '.a { container: side / inline-size } @container side (min-width: 200px) { .d { color: red } }';
  const beside = `${css} .c { color: red }`;
  expect(outcomes(beside, body, '.c { color: unset }')).toEqual(['cannot-tell']);
  expect(outcomes(beside, body, '.c { color: revert-layer }')).toEqual(['cannot-tell']);
  expect(outcomes(css, body, '.c { color: red }')).toEqual(['cannot-tell']);
  expect(outcomes(css, body, '.c { color: blue }')).toEqual(['wins']);
  expect(verdicts(css, body, '.c { color: red }')[0].why).toBe(
    'a value comes from further out, and there it hangs on @container side (min-width: 200px), and the size of that container does not stand in the text',
  );
});

test('a verdict names each state that it needs', () => {
  const why = (css: string, draft: string) => verdicts(css, text, draft)[0].why;
  expect(why('.c { color: red } .c:hover { color: blue }', '.a .c { color: red }')).toBe(
    'wins on 1 element, while :hover on .c is held',
  );
  const css = '.c { color: red } .a:hover .c { color: blue }';
  expect(why(css, '.a.b .c:focus { color: red }')).toBe(
    'wins on 1 element, while :focus on .a.b .c and :hover on .a are held',
  );
});

test('what hangs on a container in a state only cannot be told', () => {
  const body = '<div class="a"><b class="c">x</b></div>';
  const css =
    '.a { container: side / inline-size } @container side (min-width: 200px) { .c:hover { padding-left: 4px } }';
  expect(outcomes(css, body, '.a .c { padding-left: 0 !important }')).toEqual(['cannot-tell']);
});

test('a share of nothing still keeps another height away', () => {
  expect(outcomes('.c { height: 90px }', text, '.a .c { height: 50% }')).toEqual(['wins']);
  expect(outcomes('', text, '.a .c { height: 50% }')).toEqual(['no-effect']);
});

test('containers without a size are told, with the query, and sizes that are given decide', () => {
  const css = '.a { container-type: inline-size }';
  const draft = '@container (min-width: 300px) { .c { color: red } }';
  const [open] = verdicts(css, text, draft);
  expect(open).toMatchObject({ outcome: 'cannot-tell' });
  expect(open.why).toContain('(min-width: 300px)');
  const sized = (width: number) =>
    prove(page(css, text).under({ containers: [{ selector: '.a', width }] }), draft, { widths: [1280] })
      .verdicts[0].outcome;
  expect([sized(400), sized(200)]).toEqual(['wins', 'no-effect']);
});

test('each of 300 rules that match nothing is told', () => {
  const draft = Array.from({ length: 300 }, (_, i) => `.nope${i} .cc { color: red }`).join('\n');
  expect(new Set(outcomes('', text, draft))).toEqual(new Set(['matches-nothing']));
});

test('what a rule for all but a state says too is needed while that state is held', () => {
  const css = '.a:not(:hover) { text-decoration: none }';
  expect(outcomes(css, '<a class="a" href="#">x</a>', '.a { text-decoration: none }')).toEqual(['wins']);
});

test('a variable that a rule sets in all but a state is read while that state is held', () => {
  const css = ':root { --tone: teal } .a { background: none }';
  const draft = '.c { background-color: var(--tone) } .a:not(:hover) { --tone: 3px }';
  expect(outcomes(css, text, draft)).toEqual(['wins', 'wins']);
});

test.each([
  ['.a:hover { color: red }', '.c { fill: currentcolor }'],
  ['.c { border-top: 1px solid } .c:hover { color: red }', '.c { border-top-color: #000 }'],
  ['.c { letter-spacing: 1em } .a:hover { font-size: 20px }', '.c { letter-spacing: 16px }'],
])('what a value is made of may change in a state: %s, then %s', (css, draft) => {
  expect(outcomes(css, text, draft)).toEqual(['wins']);
  expect(outcomes(css.replace(/ ?\S+:hover[^}]*}/, ''), text, draft)).toEqual(['needless']);
});

test.each([
  ['<b class="a" title="x">y</b>', 'content: attr(title)', '"x"', 'needless'],
  ['<b class="a">y</b>', 'content: attr(title)', '""', 'needless'],
  ['<b class="a">y</b>', 'content: attr(title, "no")', '"no"', 'needless'],
  ['<b class="a" title="x">y</b>', 'content: attr(title)', '"y"', 'wins'],
  ['<b class="a" title="x">y</b>', 'content: "by attr(title)"', '"by x"', 'wins'],
  [
    '<b class="a" title="x">y</b>',
    'content: "by attr(title)" attr(title)',
    '"by attr(title)" "x"',
    'needless',
  ],
])('an attribute stands for its text: %s, %s after %s is %s', (body, declaration, before, told) => {
  const css = `.a::before { content: ${before} }`;
  expect(outcomes(css, body, `.a::before { ${declaration} }`)).toEqual([told]);
});

test('a focus ring that a rule takes away while it is in focus is not needless', () => {
  expect(outcomes('', '<a class="a" href="#">x</a>', '.a:focus { outline: none }')).toEqual(['wins']);
});

test('a low window is upright where it is narrow, and what asks for both and for dark is looked at there', () => {
  const css =
    '@media (max-width: 300px) { .x { } } @media (min-height: 700px) { .a.b { text-align: right } }';
  const draft =
    '@media (orientation: portrait) { @media (prefers-color-scheme: dark) { .a { text-align: center } } }';
  expect(outcomes(css, text, draft)).toEqual(['partly']);
});

test('a ring is taken away where one selector of a list needs a state too', () => {
  const body = '<p class="b">x</p><a class="a" href="#">y</a>';
  expect(outcomes('', body, '.a:hover, .b { outline: none }')).toEqual(['wins']);
  expect(outcomes('', body, '.a:visited, .b { outline: none }')).toEqual(['wins']);
  expect(outcomes('', '<p class="b">x</p><p class="a">y</p>', '.a:hover, .b { outline: none }')).toEqual([
    'needless',
  ]);
});

test.each([
  ['<input type="checkbox" class="a">', '.a { overflow: hidden }', 'wins'],
  ['<input class="a">', '.a { overflow: hidden }', 'loses'],
  ['<textarea class="a"></textarea>', '.a { overflow: visible }', 'needless'],
  ['<select class="a"><option>x</select>', '.a { align-items: normal }', 'wins'],
])('the browser’s own say on %s: %s %s', (body, draft, outcome) => {
  expect(outcomes('', body, draft)).toEqual([outcome]);
});

test('a state may be on a box whose like inside is not in it', () => {
  const css = '.note:hover { font-style: italic }';
  const body = '<div class="note"><p class="note">x</p></div>';
  expect(outcomes(css, body, '.note { font-style: normal }')).toEqual(['partly']);
  expect(outcomes(css, '<p class="note">x</p>', '.note { font-style: normal }')).toEqual(['needless']);
});

describe('sizes of fonts that are kept for other looks and drafts', () => {
  const css =
    '.a { font-size: 10px } @media (max-width: 600px) { .a { font-size: 20px } } .b { padding: 1em } code { padding: 1em }';
  const kept = page(
    css,
    '<div class="a"><p class="b"></p><p class="b"></p><code>x</code></div><p class="b"></p>',
  );
  const outcomesAt = (draft: string, width: number) =>
    prove(kept, draft, { widths: [width] }).verdicts.map(({ outcome }) => outcome);

  test('are those of their window', () => {
    expect(prove(kept, '.a .b { padding: 20px }').verdicts[0].outcome).toBe('wins');
    expect(
      prove(kept.under({ width: 500 }), '.a .b { padding: 10px }', { widths: [500] }).verdicts[0].outcome,
    ).toBe('wins');
    expect(outcomesAt('.a .b { padding: 10px }', 1280)).toEqual(['needless']);
  });

  test('are not those of a draft that says a size', () => {
    expect(outcomesAt('.a { font-size: 20px !important } .a .b { padding: 20px }', 1280)).toEqual([
      'wins',
      'needless',
    ]);
    expect(prove(kept, '.a .b { padding: 20px }').verdicts[0].outcome).toBe('wins');
  });

  test('a family that is a lone monospace is a size too', () => {
    const plain = page('.b { padding: 1em }', '<p class="b">x</p>');
    const draft = '.b { font-family: monospace; padding: 13px }';
    expect(prove(plain, draft).verdicts.map(({ outcome }) => outcome)).toEqual(['wins', 'needless']);
    expect(prove(plain, '.b { padding: 16px }').verdicts[0].outcome).toBe('needless');
  });
});

test('a text that was pasted is found whatever its selectors end with', () => {
  const pasted = 'p { color: red } .card-title { color: blue } a b { color: green }';
  const body = '<p>x</p><h2 class="card-title">y</h2><a><b>z</b></a>';
  expect(outcomes(`${pasted} .other { color: red }`, body, pasted)).toEqual(['wins', 'wins', 'wins']);
});
