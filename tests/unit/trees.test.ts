// Shadow trees without an engine: how they are read and addressed, who shows what, which way leads in.
import {
  componentsOf,
  confirm,
  contest,
  describeTarget,
  drift,
  explain,
  hooks,
  ladder,
  parsePage,
  prove,
  reaches,
  writeOverride,
  type Page,
  type PageElement,
} from 'yelto';

const tree = (css: string, inner: string, mode = 'open') =>
  `<template shadowrootmode="${mode}"><style>${css}</style>${inner}</template>`;
const page = (css: string, body: string) =>
  parsePage({
    name: 'page.html',
    html: `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><style>${css}</style></head><body>${body}</body></html>`,
  });
const lender = (
  css = '',
  inner = '<div class="box" part="box"><slot></slot><button class="go" part="go">Lend</button></div>',
) => `<ll-lender>${tree(css, inner)}<p class="note">Three metres</p></ll-lender>`;
const inside = (from: Page, selector: string, host = 'll-lender') =>
  from.select(selector, from.select(host)[0])[0];

test('elements of shadow trees stand behind those of the document, by their hosts', () => {
  const made = page('', `${lender()}<em>last</em>`);
  expect(made.elements.map(({ tag }) => tag)).toEqual(
    'html head title style body ll-lender p em style div slot button'.split(' '),
  );
  expect(made.elements.map(({ index }) => index)).toEqual(made.elements.map((_, i) => i));
  const [host] = made.select('ll-lender');
  expect(host.children.map(({ tag }) => tag)).toEqual(['p']);
  expect(host.shadow?.map(({ tag }) => tag)).toEqual(['style', 'div']);
  const button = inside(made, '.go');
  expect([button.host, button.parent?.parent, button.parent?.host]).toEqual([host, host, host]);
  expect(made.select('.go')).toEqual([]);
  expect(made.select('ll-lender::part(go)')).toEqual([button]);
  expect(made.select('.box', made.select('em')[0])).toEqual([]);
});

test('closed trees in markup are read too; a second declaration, and one in what cannot be a host, stay templates', () => {
  const made = page(
    '',
    `<div>${tree('', '<i>a</i>', 'closed')}${tree('', '<b>b</b>')}</div><em>${tree('', '<u>c</u>')}</em>`,
  );
  expect(made.elements.map(({ tag }) => tag)).toEqual(
    'html head title style body div template em template style i'.split(' '),
  );
});

test('slots: by name, the first of a name, white space, fallback', () => {
  const made = page(
    '',
    `<x-a>${tree('', '<slot name="n"><b>fallback</b></slot><slot></slot><slot name="n" class="second"></slot>')}<i slot="n">1</i><u>2</u><s slot="none">3</s></x-a>`,
  );
  const slots = made.select('slot', made.select('x-a')[0]);
  const [i, u, s] = ['i', 'u', 's'].map((tag) => made.select(tag)[0]);
  expect([i, u, s].map((one) => one.assignedSlot)).toEqual([slots[0], slots[1], null]);
  expect(i.drawnIn).toBe(slots[0]);
  expect(inside(made, 'b', 'x-a').drawnIn).toBe(slots[0]);
});

test('inheritance follows what is drawn, not what is written', () => {
  const made = page('body { color: red }', lender(':host { color: navy } .box { color: teal }'));
  const note = made.select('.note')[0];
  const found = contest(made, note, 'color');
  expect(found.entries[0].declaration.value).toBe('teal');
  expect(describeTarget(found.inheritedFrom!)).toMatch(/^div.box/);
});

test('who wins between trees is told by the trees', () => {
  const made = page('ll-lender { color: red }', lender(':host { color: navy }'));
  const { entries } = contest(made, made.select('ll-lender')[0], 'color');
  expect(entries.map(({ declaration }) => declaration.value)).toEqual(['red', 'navy']);
  expect(entries[1]).toMatchObject({ criterion: 'context' });
  expect(entries[1].decidedBy).toContain('component’s own rule gives way');
  const firm = page('ll-lender { color: red !important }', lender(':host { color: navy !important }'));
  const [top, below] = contest(firm, firm.select('ll-lender')[0], 'color').entries;
  expect([top.declaration.value, below.decidedBy]).toEqual([
    'navy',
    'between important ones the rule of the component that is further in wins',
  ]);
  const told = explain(firm, contest(firm, firm.select('ll-lender')[0], 'color'));
  expect(told.price).toContain('component’s own sheet sets it as important');
});

test('names of animations are looked up in the tree whose rule says them, then further out', () => {
  const runs = (css: string, innerCss: string) => {
    const made = page(css, lender(innerCss));
    return prove(made, 'll-lender::part(go) { color: green }').verdicts[0].outcome;
  };
  const frames = '@keyframes glow { from, to { color: red } }';
  const said = '.go { animation: glow 1s infinite }';
  expect(runs('', `${frames} ${said}`)).toBe('loses');
  expect(runs(frames, said)).toBe('loses');
  // What stands inside is not seen from outside.
  expect(runs('ll-lender::part(go) { animation: glow 1s infinite }', frames)).toBe('wins');
});

test('a sheet that trees share is read once', () => {
  const made = page(
    '',
    Array.from({ length: 30 }, () => lender('.box { color: teal } .go { color: navy }')).join(''),
  );
  expect(made.sheets).toHaveLength(2);
  expect(made.sheets[1].label).toBe('<style> 1 in ll-lender');
  const all = made.elements.filter(({ classes }) => classes.includes('go'));
  expect(all.map((one) => contest(made, one, 'color').entries[0].declaration.value)).toEqual(
    Array(30).fill('navy'),
  );
});

test('the way in: a part, a variable, inheritance, or none', () => {
  const made = page(
    '',
    lender('.box { color: var(--ll-ink, black) } .box .go { margin: 0; color: inherit } slot { width: 3px }'),
  );
  const go = inside(made, '.go');
  const rule = (at: typeof go, set: Record<string, string>) => writeOverride(made, { at: [at], set }).css;
  expect(rule(go, { margin: '3px' })).toBe('ll-lender::part(go) {\n  margin: 3px;\n}\n');
  const plain = page('', lender('.in { color: var(--ll-ink, black) }', '<i class="in">a</i><b>b</b>'));
  const inner = inside(plain, '.in');
  const variable = writeOverride(plain, { at: [inner], set: { color: 'red' } });
  expect(variable.css).toBe('ll-lender {\n  --ll-ink: red;\n}\n');
  expect(variable.warnings.join()).toContain('.in { color }');
  const inherited = writeOverride(plain, { at: [inside(plain, 'b')], set: { color: 'red' } });
  expect(inherited.css).toBe('ll-lender {\n  color: red;\n}\n');
  const lined = page(
    '',
    lender('.in { color: var(--ll-ink, black); border: 1px solid }', '<i class="in">a</i>'),
  );
  const line = writeOverride(lined, { at: [inside(lined, '.in')], set: { 'border-top-color': 'red' } });
  expect(line.css).toBe('ll-lender {\n  --ll-ink: red;\n}\n');
  // What is wished may be the text's colour itself.
  for (const [property, value] of [
    ['border', '1px solid'],
    ['border-top-color', 'currentcolor'],
  ])
    expect(rule(go, { [property]: value })).toContain('ll-lender::part(go) {');
  const none = writeOverride(plain, { at: [inner], set: { margin: '1px' } });
  expect([none.css, none.matched]).toEqual(['', []]);
  expect(none.warnings[0]).toMatch(/^Nothing in a page’s sheet reaches i.in[^]*variables: --ll-ink/);
});

describe('a state in the way in', () => {
  const made = page('', `${lender('.go { color: navy }')}${lender('.go { color: navy }')}`);
  const [host] = made.select('ll-lender');
  const go = inside(made, '.go');
  const rule = (element: PageElement, state: string, reach: 'only' | 'alike' = 'alike') =>
    writeOverride(made, { at: [go], set: { color: 'red' }, reach, held: [{ element, state }] });

  test.each([
    ['of the part', go, ':hover', 'll-lender::part(go):hover'],
    ['of the component', host, ':hover', 'll-lender:hover::part(go)'],
    [
      'of what stands around the component',
      made.select('body')[0],
      ':focus-within',
      'body:focus-within ll-lender::part(go)',
    ],
  ])('%s', (_, element, state, selector) => {
    expect(rule(element, state)).toMatchObject({ selector, spill: [] });
  });

  test.each([
    ['a class of the part', go, '.is-open'],
    ['something else inside', inside(made, '.box'), ':hover'],
  ])('none for %s', (_, element, state) => {
    const { css, warnings } = rule(element, state, 'only');
    expect(css).toBe('');
    expect(warnings[0]).toContain('of which no rule of a page can speak');
  });

  test.each([':hover', ':not(:hover)', ':focus-visible'])('%s of a part is held for the proof', (state) => {
    const [told] = prove(made, `ll-lender::part(go)${state} { color: red }`).verdicts;
    expect(told).toMatchObject({ outcome: 'wins' });
    if (state === ':hover') expect(told.why).toContain(':hover on ll-lender::part(go)');
  });

  test('one that nothing is in', () => {
    const held = [{ selector: '.nope', state: ':hover' }];
    expect(() => writeOverride(made, { at: [go], set: { color: 'red' }, held })).toThrow(
      'Nothing matches .nope',
    );
  });
});

test('a part that is called otherwise in the next release: what is gone, and the rule anew for the part itself', () => {
  const old = page('', `${lender('.go { color: navy }')}`);
  const fresh = page('', lender('.go { color: navy }').replaceAll('part="go"', 'part="lend"'));
  for (const state of ['', ':hover']) {
    const [told] = drift(old, fresh, `ll-lender::part(go)${state} { margin: 3px }`);
    expect(told).toMatchObject({
      fate: 'lost',
      why: 'the new release has nothing called ::part(go)',
      remedy: `Write: ll-lender::part(lend)${state} { margin: 3px; }`,
    });
  }
});

test('a pasted rule for a part has arrived', () => {
  const rule = 'll-lender::part(go) { margin: 3px }';
  const made = page(rule, lender('.go { color: navy }'));
  expect(confirm(made, rule).every(({ ok }) => ok)).toBe(true);
  const beaten = page(
    `${rule} ll-lender.x::part(go) { margin: 4px }`,
    lender('.go { color: navy }').replace('<ll-lender', '<ll-lender class="x"'),
  );
  expect(confirm(beaten, rule).every(({ ok }) => ok)).toBe(false);
});

test('of a kind are only those in components of one kind', () => {
  const made = page(
    '',
    `${lender()}${lender()}<x-frame>${tree('', '<button class="go">x</button>')}</x-frame><button class="go">y</button>`,
  );
  expect(reaches(made, inside(made, '.go')).map(({ words, total }) => [words, total])).toEqual([
    ['only this one', 1],
    ['all 2 button.go on the page', 2],
  ]);
  expect(reaches(made, made.select('button')[0])).toHaveLength(1);
});

test('the way in holds on other pages too, or that is said', () => {
  const first = page('', lender('.go { color: navy }'));
  const wish = { at: [inside(first, '.go')], set: { color: 'red' }, reach: 'alike' as const };
  const same = writeOverride([first, page('', lender('.go { color: teal }'))], wish);
  expect(same).toMatchObject({ selector: 'll-lender::part(go)', warnings: [] });
  expect(same.elsewhere).toMatchObject([{ matched: [{ tag: 'button' }], spill: [], missed: [] }]);
  const renamed = page('', lender('.go { color: navy }').replaceAll('part="go"', 'part="lend"'));
  const { elsewhere, warnings } = writeOverride([first, renamed], wish);
  expect(elsewhere[0].missed).toMatchObject([{ tag: 'button' }]);
  expect(warnings.join()).toContain('the selector matches nothing');
});

test('a rule for what stands inside is told where it stands, and which way leads there', () => {
  const made = page('', lender('.go { color: var(--ll-ink, black) }'));
  const { verdicts } = prove(
    [made],
    'll-lender .go { color: red }\nll-lender::part(go) { margin: 3px }\nll-lender { --ll-ink: red }',
  );
  expect(verdicts.map(({ outcome }) => outcome)).toEqual(['matches-nothing', 'wins', 'wins']);
  expect(verdicts[0]).toMatchObject({
    why: expect.stringContaining('inside the component ll-lender'),
    remedy: 'Write ll-lender::part(go).',
  });
});

test('names: parts alone inside, and what components offer', () => {
  const made = page(
    'll-lender { --ll-ink: red }',
    lender('.go { color: var(--ll-ink); width: var(--ll-w, 1px) }'),
  );
  const own = hooks(made, inside(made, '.go')).filter(({ steps }) => steps === 0);
  expect(own).toMatchObject([{ kind: 'part', name: 'go', selector: 'll-lender::part(go)', grade: 'steady' }]);
  expect(componentsOf(made)).toMatchObject([
    {
      tag: 'll-lender',
      parts: ['box', 'go'],
      variables: [
        { name: '--ll-ink', isSet: true },
        { name: '--ll-w', isSet: false },
      ],
    },
  ]);
  expect(ladder(made, inside(made, '.go')).map((one) => ('element' in one ? one.pseudo : one.tag))).toEqual(
    'button div ll-lender body html'.split(' '),
  );
});

test.each([
  [
    'a slot without a name twice, and a host without any',
    '<x-a><template shadowrootmode="open"><slot></slot><slot></slot></template><p>x</p></x-a><x-a></x-a>',
  ],
  [
    'exportparts in a circle',
    `<x-a exportparts="a: b, b: a">${tree('', `<x-a exportparts="b: a, :, x:y:z">${tree('', '<p part="a b">x</p>')}</x-a>`)}</x-a>`,
  ],
  [
    '200 trees in each other',
    `${'<x-a><template shadowrootmode="open">'.repeat(200)}<p part="a">x</p>${'</template></x-a>'.repeat(200)}`,
  ],
])('odd trees are read: %s', (_, body) => {
  const made = page('::part(a) { color: red } x-a { margin: 1px }', body);
  for (const element of made.elements) contest(made, element, 'color');
  expect(made.select('p, x-a').length).toBeGreaterThan(0);
});
