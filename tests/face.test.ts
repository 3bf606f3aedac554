// The public face on small pages: states, layers, inheritance, drafts, panels, reaches.
import {
  addToDraft,
  contest,
  hooks,
  ladder,
  pack,
  panelProfiles,
  parsePage,
  priceOf,
  prove,
  reaches,
  valueOf,
  writeOverride,
  YeltoError,
  type Page,
  type PanelProfile,
} from 'yelto';

function page(css: string, body: string): Page {
  return parsePage({
    name: 'page',
    html: `<!DOCTYPE html><head><style>${css}</style></head><body>${body}</body>`,
  });
}

const winner = (read: Page, selector: string, property: string) =>
  contest(read, read.select(selector)[0], property).entries[0]?.declaration.value;

describe('contests', () => {
  test('an inherited value names its ancestor, and a rule on the thing itself beats it', () => {
    const read = page('.a { color: red }', '<div class="a"><p><b>x</b></p></div>');
    const { inheritedFrom, entries } = contest(read, read.select('b')[0], 'color');
    expect([inheritedFrom?.classes, entries[0].declaration.value]).toEqual([['a'], 'red']);
    expect(contest(read, read.select('b')[0], 'top').entries).toEqual([]);
  });

  test('held states: hover climbs, a toggled class and an attribute are added, the page stays as it was', () => {
    const read = page(
      'div:hover p { color: red } .row.is-on { color: blue } [aria-expanded=true] { top: 1px }',
      '<div class="row"><p>x</p></div>',
    );
    const [p] = read.select('p');
    expect(winner(read.under({ held: [{ element: p, state: ':hover' }] }), 'p', 'color')).toBe('red');
    expect(winner(read.under({ held: [{ selector: '.row', state: '.is-on' }] }), '.row', 'color')).toBe(
      'blue',
    );
    expect(
      winner(read.under({ held: [{ selector: '.row', state: '[aria-expanded="true"]' }] }), '.row', 'top'),
    ).toBe('1px');
    expect(winner(read, '.row', 'color')).toBeUndefined();
  });

  test('widths: the same tree under other conditions', () => {
    const read = page('p { color: red } @media (max-width: 600px) { p { color: blue } }', '<p>x</p>');
    expect([winner(read, 'p', 'color'), winner(read.under({ width: 600 }), 'p', 'color')]).toEqual([
      'red',
      'blue',
    ]);
    expect(read.under({ width: 600 }).elements).toBe(read.elements);
  });

  test('flow-relative and physical longhands compete under the writing mode', () => {
    const read = page(
      'p { margin-left: 1px; margin-inline-start: 2px } .r { direction: rtl }',
      '<p>x</p><div class="r"><p>y</p></div>',
    );
    const [first, second] = read.select('p');
    expect(contest(read, first, 'margin-left').entries.map(({ declaration }) => declaration.value)).toEqual([
      '2px',
      '1px',
    ]);
    expect(contest(read, second, 'margin-left').entries.map(({ declaration }) => declaration.value)).toEqual([
      '1px',
    ]);
    expect(contest(read, second, 'margin-right').entries[0].declaration.value).toBe('2px');
  });

  test('each step of the cascade is told in words', () => {
    const read = page(
      '@layer t { p { color: a11; color: pink } } p { color: red } .a { color: green } p.a { color: blue !important } p.a { color: gold }',
      '<p class="a" style="color: teal">x</p>',
    );
    const told = contest(read, read.select('p')[0], 'color').entries.map(({ declaration, decidedBy }) => [
      declaration.value,
      decidedBy,
    ]);
    expect(told).toEqual([
      ['blue', undefined],
      ['teal', 'important in <style> 1 beats it'],
      ['gold', 'a style attribute on the element itself beats every rule'],
      ['green', 'less specific: (0,1,0) against (0,1,1)'],
      ['red', 'less specific: (0,0,1) against (0,1,0)'],
      ['pink', 'in layer t, and unlayered styles win'],
    ]);
  });

  test('a shorthand and an unknown property are refused with the way out', () => {
    const read = page('', '<p>x</p>');
    expect(() => contest(read, read.select('p')[0], 'margin')).toThrow(
      expect.objectContaining({ remedy: expect.stringContaining('margin-top') }),
    );
    expect(() => contest(read, read.select('p')[0], 'colr')).toThrow(
      expect.objectContaining({ remedy: 'Did you mean color?' }),
    );
    expect(() => read.under({ held: [{ selector: 'p', state: '???' }] })).toThrow(YeltoError);
  });
});

describe('overrides', () => {
  const list = '<ul class="tools">' + '<li class="tool"><b class="name">x</b></li>'.repeat(3) + '</ul>';

  test('the place of loading decides whether a tie is enough', () => {
    const read = page('.tool .name { color: red }', list);
    const at = read.select('.name');
    const after = { place: 'after' } as const;
    expect(writeOverride(read, { at, set: { color: 'blue' }, panel: after }).specificity).toEqual([0, 2, 0]);
    const anywhere = writeOverride(read, { at, set: { color: 'blue' } });
    expect(winner(read.withDraft(anywhere.css, 'before'), '.name', 'color')).toBe('blue');
    const early = writeOverride(read, { at, set: { color: 'blue' }, panel: { place: 'before' } });
    expect(early.specificity[1] + early.specificity[2]).toBeGreaterThan(2);
    expect(winner(read.withDraft(early.css, 'before'), '.name', 'color')).toBe('blue');
    expect(early.important).toEqual([]);
  });

  test('a layered platform needs no strength, an important layer cannot be beaten', () => {
    const read = page(
      '@layer t { #x .tool .name { color: red; top: 1px !important } }',
      `<div id="x">${list}</div>`,
    );
    const at = read.select('.name');
    expect(writeOverride(read, { at, set: { color: 'blue' } }).css).toBe('.name {\n  color: blue;\n}\n');
    expect(writeOverride(read, { at, set: { top: '2px' } }).warnings.join()).toMatch(
      /Nothing of the owner’s can win here: top: layer t/,
    );
    expect(priceOf(read, at[0], 'top').hopeless).toMatch(/layer t/);
  });

  test('only this one of equals counts places, and says that it does; its kind does not', () => {
    const read = page('.tool { color: red }', list);
    const only = writeOverride(read, { at: [read.select('.tool')[1]], set: { color: 'blue' } });
    expect([only.matched, only.counted !== undefined]).toEqual([[read.select('.tool')[1]], true]);
    const alike = writeOverride(read, {
      at: [read.select('.tool')[1]],
      set: { color: 'blue' },
      reach: 'alike',
      panel: { place: 'after' },
    });
    expect([alike.selector, alike.matched.length]).toEqual(['.tool', 3]);
  });

  test('made-up and avoided names are not used', () => {
    const read = page(
      '.card_x7Kq2p { color: red } .card { color: red }',
      '<p class="card_x7Kq2p card" id="a" data-kind="drill">x</p><p>y</p>',
    );
    const at = read.select('#a');
    expect(hooks(read, at[0]).find(({ selector }) => selector === '.card_x7Kq2p')?.grade).toBe('fleeting');
    const wish = { at, set: { color: 'blue' }, panel: { place: 'after' } } as const;
    expect(writeOverride(read, wish).selector).toBe('.card');
    expect(writeOverride(read, { ...wish, avoid: ['card'] }).selector).toBe('[data-kind="drill"]');
  });

  test('a media query and a state stand in the rule', () => {
    const read = page('.tool:hover { color: red }', list);
    const { css } = writeOverride(read, {
      at: read.select('.tool'),
      set: { color: 'blue' },
      held: [{ selector: '.tool', state: ':hover' }],
      media: '(max-width: 600px)',
      panel: { place: 'after' },
    });
    expect(css).toBe('@media (max-width: 600px) {\n  .tool:hover {\n    color: blue;\n  }\n}\n');
  });
});

describe('wider wishes', () => {
  const card = '<li class="card"><b class="card__name card__name--new">x</b><i class="card__name">y</i></li>';
  const two = (css: string) => [
    page(css, `<ul class="a">${card}${card}</ul><ol>${card}</ol>`),
    page(css, card),
  ];

  test('reach goes in steps from one to all pages', () => {
    const pages = two('.card__name { color: red }');
    const steps = reaches(pages, pages[0].select('b')[0]);
    expect(steps.map(({ at, total, reach }) => [at.length, total, reach])).toEqual([
      [1, 1, 'only'],
      [2, 2, 'only'],
      [3, 4, 'alike'],
    ]);
    expect(steps[1].words).toBe('all 2 in ul.a');
  });

  test('all of a kind are beaten on every page, and strays on another page are told', () => {
    const pages = [
      page('.card__name { color: red }', card),
      page('.card .card__name { color: green }', `${card}<p><b class="card__name">z</b></p>`),
    ];
    const made = writeOverride(pages, { at: pages[0].select('b'), set: { color: 'blue' }, reach: 'alike' });
    for (const one of pages) expect(prove(one, made.css).ok).toBe(true);
    expect(made.elsewhere.map(({ matched, spill }) => [matched.length, spill.length])).toEqual([[2, 0]]);
    const only = writeOverride(pages, { at: pages[0].select('b'), set: { color: 'blue' } });
    expect(only.warnings.join()).toMatch(/matches 2 elements as well/);
  });

  test('the same wish in several states is one rule with a list', () => {
    const read = page('a:hover { color: red } a:focus { color: green }', '<a href="#" class="go">x</a>');
    const held = [':hover', ':focus'].map((state) => ({ selector: '.go', state }));
    const { css } = writeOverride(read, { at: read.select('a'), set: { color: 'blue' }, held });
    expect(css).toBe('.go:hover,\n.go:focus {\n  color: blue;\n}\n');
    expect(prove(read, css).ok).toBe(true);
  });

  test('only what changes is declared', () => {
    const read = page('p { border: 1px solid red; margin: 4px; background: white }', '<p class="a">x</p>');
    const cssFor = (set: Record<string, string>) =>
      writeOverride(read, { at: read.select('p'), set })
        .css.replace(/\s+/g, ' ')
        .trim();
    expect(cssFor({ border: '1px solid blue' })).toBe('.a { border-color: blue; }');
    expect(cssFor({ margin: '4px 4px 9px' })).toBe('.a { margin-bottom: 9px; }');
    expect(cssFor({ background: '#FFF', color: 'blue' })).toBe('.a { color: blue; }');
    expect(cssFor({ background: 'url(x) red' })).toBe('.a { background: url(x) red; }');
  });

  test('a variable or a setting is offered in place of a rule', () => {
    const css = ':root { --accent: red } p { color: var(--accent) } b { border-color: var(--accent) }';
    const settings = [{ setting: 'Look › Accent', feeds: '--accent', value: 'red' }];
    const read = parsePage({
      name: 'x',
      html: `<style>${css}</style><p>x</p><i style="color: red">y</i>`,
      settings,
    });
    const [variable] = writeOverride(read, { at: read.select('p'), set: { color: 'blue' } }).instead;
    expect(variable).toMatchObject({
      kind: 'variable',
      variable: '--accent',
      feeds: ['p { color }', 'b { border-color }'],
    });
    expect(variable.words).toContain('Look › Accent');
    expect(valueOf(read.withDraft(variable.css!, 'before'), read.select('p')[0], 'color')).toBe('blue');
    const [inline] = writeOverride(read, { at: read.select('i'), set: { color: 'blue' } }).instead;
    expect(inline.kind).toBe('setting');
  });

  test('hiding warns where the focus or the only consent goes with it', () => {
    const read = page(
      '',
      '<div class="bar" role="dialog" aria-modal="true"><button>Accept all</button></div><p>x</p>',
    );
    const { warnings } = writeOverride(read, { at: read.select('.bar'), set: { display: 'none' } });
    expect(warnings.join(' ')).toMatch(/keyboard.*only way to consent/);
    expect(writeOverride(read, { at: read.select('p'), set: { display: 'none' } }).warnings).toEqual([]);
  });
});

test('the ladder has pseudo-elements as rungs', () => {
  const read = page('.a::before { content: "" } p::after { color: red }', '<div class="a"><p>x</p></div>');
  expect(
    ladder(read, read.select('p')[0]).map((rung) => ('element' in rung ? rung.pseudo : rung.tag)),
  ).toEqual(['p', '::before', 'div', 'body', 'html']);
});

describe('drafts', () => {
  const merges: [string, string, string, string][] = [
    [
      'a new rule comes last',
      '.a { top: 1px }\n',
      '.b {\n  top: 2px;\n}\n',
      '.a { top: 1px }\n\n.b {\n  top: 2px;\n}\n',
    ],
    [
      'a declared property gets its new value',
      '.a {\n  top: 1px; /* keep */\n}\n',
      '.a { top: 2px }',
      '.a {\n  top: 2px; /* keep */\n}\n',
    ],
    ['a missing semicolon is put', '.a { top: 1px }', '.a { left: 2px }', '.a { top: 1px;\n  left: 2px;\n}'],
    [
      'the same media query is merged into',
      '@media print {\n  .a { top: 1px; }\n}\n',
      '@media print { .a { top: 3px } }',
      '@media print {\n  .a { top: 3px; }\n}\n',
    ],
    [
      'an end that cuts off is closed',
      '.a { top: 1px\n',
      '.b { top: 2px }',
      '.a { top: 1px\n}\n\n.b { top: 2px }\n',
    ],
    ['broken text stays', '.a { top 1px; ] }\n', '.a { top: 2px }', '.a { top 1px; ];\n  top: 2px;\n}\n'],
  ];
  test.each(merges)('%s', (_, draft, css, wanted) => {
    expect(addToDraft(draft, css)).toBe(wanted);
  });
});

describe('panels', () => {
  const profile = (name: string): PanelProfile => panelProfiles.find((one) => one.name === name)!;

  test('comments and imports go where the box refuses them, and it is said', () => {
    const { text, changes, warnings } = pack(
      '@import "x.css";\n/* note */\n.a { top: 1px }\n',
      profile('plinthwork'),
    );
    expect([text, changes.length, warnings.length]).toEqual(['.a { top: 1px }\n', 2, 1]);
  });

  test('what stands in the box is kept, wrapped text is unwrapped and wrapped again', () => {
    const { text } = pack('.b { top: 2px }\n', profile('html-block'), '<style>\n.a { top: 1px }\n</style>');
    expect(text).toBe('<style>\n.a { top: 1px }\n\n.b { top: 2px }\n</style>\n');
  });

  test('a text over the limit loses white space first, and is never cut', () => {
    const draft = Array.from({ length: 40 }, (_, i) => `.tool-${i} {\n    color: #12345${i % 10};\n}\n`).join(
      '\n',
    );
    const packed = pack(draft, { ...profile('plain'), limit: 1200 });
    expect(packed.size).toBeLessThanOrEqual(1200);
    expect(parsePage({ name: 'x', html: '', sheets: [{ href: 'a', css: packed.text }] }).faults).toEqual([]);
    expect(pack(draft, { ...profile('plain'), limit: 100 }).warnings.join()).toMatch(/too many/);
    expect(pack(draft, { ...profile('plain'), limit: 100 }).text).toContain('.tool-39');
  });
});

test('a proof says needless for values that are written otherwise', () => {
  const read = page('.a { color: #f00; margin: 0 } .b { color: red }', '<p class="a">x</p>');
  const { verdicts } = prove(
    read,
    '.a { color: RED; margin-top: 0px }\np { top: 1px; top: 2px; position: relative }',
  );
  expect(verdicts.map(({ outcome }) => outcome)).toEqual([
    'needless',
    'needless',
    'needless',
    'wins',
    'wins',
  ]);
});
