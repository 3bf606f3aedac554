// What is written, point by point; tests/written.test.ts and tests/wishes.test.ts have an engine judge it.
import {
  addToDraft,
  contest,
  explain,
  findMentions,
  parsePage,
  prove,
  writeOverride,
  type Wish,
} from 'yelto';

const page = (css: string, body: string, doctype = '<!DOCTYPE html>') =>
  parsePage({ name: 'x', html: `${doctype}<style>${css}</style>${body}` });
const list =
  '<ul class="menu"><li class="item first">one</li><li class="item">two</li><li class="item">three</li></ul>';
const write = (css: string, body: string, selector: string, wish: Omit<Wish, 'at'>, doctype?: string) => {
  const read = page(css, body, doctype);
  return writeOverride(read, { at: [read.select(selector)[0]], ...wish });
};

describe('a media query', () => {
  test.each(['(max-width: 600px', '(max-with: 600px)', 'max-width: 600px', 'telly'])(
    '%s is checked',
    (media) => {
      const attempt = () => write('', list, '.first', { set: { color: 'red' }, media });
      if (media === '(max-width: 600px') expect(attempt).not.toThrow();
      else expect(attempt).toThrow(/no media query that browsers know/);
    },
  );

  test('the rule wins wherever the query holds, at widths of the site too', () => {
    const css = '.menu .item { color: navy } @media (max-width: 400px) { #top .menu .item { color: blue } }';
    const { specificity, warnings } = write(css, `<div id="top">${list}</div>`, '.first', {
      set: { color: 'red' },
      media: '(max-width: 600px)',
    });
    expect(specificity[0]).toBe(1);
    expect(warnings.join()).not.toContain('does not win');
  });

  test('what is there today only is still written', () => {
    const { css } = write('.item { color: red }', list, '.first', {
      set: { color: 'red', top: '1px' },
      media: 'print',
    });
    expect(css).toContain('top: 1px');
  });
});

describe.each(['after', 'before'] as const)('loaded %s the site’s sheets', (place) => {
  const outcomeUnder = (query: string) => {
    const read = page(`.item { color: navy } @media ${query} { .menu .item.item { color: blue } }`, list);
    const { css, warnings } = writeOverride(read, {
      at: read.select('.item'),
      set: { color: 'red' },
      reach: 'only',
      panel: { place },
    });
    expect(warnings).toEqual([]);
    return prove(read, css, { panel: { place } }).verdicts[0].outcome;
  };

  test.each([
    '(max-width: 600px)',
    '(orientation: portrait)',
    '(max-aspect-ratio: 1/1)',
    '(max-height: 500px)',
    '(hover: hover) and (max-aspect-ratio: 1/1)',
    '(min-height: 900px) and (max-width: 500px)',
  ])('a rule wins in windows where the site says otherwise: %s', (query) =>
    expect(outcomeUnder(query)).toBe('wins'),
  );

  test.each(['print', '(prefers-color-scheme: dark)', '(hover: none)'])(
    'of %s, in which it was not asked to hold, its proof tells',
    (query) => expect(outcomeUnder(query)).toBe('partly'),
  );
});

describe('a rule in a scope wins over one that is as specific and comes later', () => {
  const css = '@scope (.menu) { .first { color: navy } }';

  test('so that a little more is written', () => {
    const { css: rule, specificity } = write(css, list, '.first', {
      set: { color: 'red' },
      panel: { place: 'after' },
    });
    expect(specificity).toEqual([0, 1, 1]);
    expect(prove(page(css, list), rule).verdicts.map(({ outcome }) => outcome)).toEqual(['wins']);
  });

  test('and the price says so', () => {
    const read = page(css, list);
    expect(explain(read, contest(read, read.select('.first')[0], 'color')).price).toContain(
      'at least (0,1,1)',
    );
  });

  test('in the owner’s own draft too', () => {
    const draft = '@scope (.menu) { .menu .first { color: teal } }';
    const { css: rule } = write('', list, '.first', {
      set: { color: 'red' },
      draft,
      panel: { place: 'after' },
    });
    const verdicts = prove(page('', list), `${draft}\n${rule}`).verdicts;
    expect(verdicts.at(-1)!.outcome).toBe('wins');
  });
});

test('what holds at today’s width only is not left out', () => {
  const { css } = write('@media (min-width: 900px) { .item { color: red } }', list, '.item', {
    set: { color: '#f00', top: '0' },
    reach: 'alike',
  });
  expect(css).toContain('color: #f00');
});

test('what holds everywhere is left out, and said', () => {
  const { css, warnings } = write('.item { color: red }', list, '.item', {
    set: { color: '#f00', top: '1px' },
    reach: 'alike',
  });
  expect(css).not.toContain('color');
  expect(warnings.join()).toContain('color: #f00');
});

test('the owner’s own draft is part of what must be beaten', () => {
  const draft = '#top .menu .item { color: green }\n';
  const body = `<div id="top">${list}</div>`;
  const read = page('.item { color: navy }', body);
  const alone = writeOverride(read, { at: read.select('.item'), set: { color: 'red' } });
  const { css } = writeOverride(read, {
    at: read.select('.item'),
    set: { color: 'red' },
    draft,
    panel: { place: 'after' },
  });
  expect(alone.specificity[0]).toBe(0);
  const both = addToDraft(draft, css);
  const laid = read.withDraft(both);
  expect(explain(laid, contest(laid, laid.select('.item')[0], 'color')).value).toBe('red');
});

test('a border’s width is kept although the border has no style yet', () => {
  const { css } = write('', list, '.first', { set: { border: '2px solid red' } });
  expect(css).toContain('border: 2px solid red');
});

describe('states', () => {
  test('on the thing, on a box around it, on the one before it', () => {
    const body = '<div class="box"><b class="flag">f</b><span class="text">t</span></div>';
    const read = page('', body);
    const [box, flag, text] = ['.box', '.flag', '.text'].map((one) => read.select(one)[0]);
    for (const holder of [text, box, flag]) {
      const { css } = writeOverride(read, {
        at: [text],
        set: { color: 'red' },
        held: [{ element: holder, state: ':hover' }],
      });
      const held = read.withDraft(css).under({ held: [{ element: holder, state: ':hover' }] });
      expect(explain(held, contest(held, text, 'color')).value).toBe('red');
      const plain = read.withDraft(css);
      expect(explain(plain, contest(plain, text, 'color')).value).not.toBe('red');
    }
  });
});

test('pages in quirks mode', () => {
  const { css } = write('.ITEM { color: navy }', '<p class="Item">x', 'p', { set: { color: 'red' } }, '');
  const read = page('.ITEM { color: navy }', '<p class="Item">x', '');
  expect(prove(read, css).ok).toBe(true);
});

describe('only this one, where its names do not tell it apart', () => {
  const sheet =
    '.card, .card__title, .grid, .grid__row, .grid__cell, .nav, .nav__item, .field, .heading, .slide { top: 0 }';
  const rows = (amount: number, cell: (i: number) => string) =>
    Array.from({ length: amount }, (_, i) => `<div class="grid__row">${cell(i)}</div>`).join('');
  const selectorFor = (body: string, at: string) =>
    write(sheet, `<body>${body}</body>`, at, { set: { left: '1px' } }).selector;

  test.each([
    [
      'an attribute that names its field',
      `<div class="grid__row"><b class="grid__cell" data-field="tool"></b><b class="grid__cell" data-field="days"></b></div>`,
      '[data-field="days"]',
      '[data-field="days"]',
    ],
    [
      'where it leads',
      '<ul class="nav"><li class="nav__item"><a href="/tools">a</a></li><li class="nav__item"><a href="/news">b</a></li></ul>',
      '.nav__item:last-child a',
      '[href="/news"]',
    ],
    [
      'what it holds',
      '<p class="field"><label>a <input name="mail"></label></p><p class="field"><label>b <input name="card"></label></p>',
      'p:last-child label',
      'label:has([name="card"])',
    ],
    [
      'what stands before it',
      '<div class="card"><h2 class="card__title">a</h2><p>b</p><p>c</p></div>',
      'h2 + p',
      '.card__title + p',
    ],
    [
      'not a state',
      '<b class="slide slide-active" data-kind="a"></b><b class="slide"></b>',
      '.slide-active',
      '[data-kind="a"]',
    ],
    [
      'not a text, where a name does',
      '<b class="slide" title="x" data-kind="a"></b><b class="slide" title="y"></b>',
      '[title="x"]',
      '[data-kind="a"]',
    ],
    [
      'not the row before',
      `${rows(3, () => '')}<i class="heading"></i>`,
      '.grid__row:nth-child(2)',
      '.grid__row:nth-child(2)',
    ],
    [
      'a place, and the field beside it',
      `<div class="grid">${rows(5, () => '<b data-field="tool"></b><b data-field="days"></b>')}</div>`,
      '.grid__row:nth-child(2) b',
      '.grid__row:nth-child(2) [data-field="tool"]',
    ],
    [
      'two places from the nearest named box',
      `<main><div class="grid">${rows(5, () => '<b></b><b></b><b></b>')}</div></main>`,
      '.grid__row:nth-child(2) b',
      '.grid__row:nth-child(2) > :first-child',
    ],
    [
      'the end from which fewer of a kind are passed',
      `<div class="grid"><i></i>${rows(5, () => '')}<u></u><i></i></div>`,
      '.grid > i:last-child',
      '.grid > :last-child',
    ],
    [
      'a way from a named box, where two places do not do',
      `<div class="card">${'<i><b><u></u><u></u></b><b><u></u><u></u></b></i>'.repeat(2)}</div>`,
      'i:last-child b:last-child u:first-child',
      '.card > :last-child > :last-child > :first-child',
    ],
    [
      'a way from the body, where nothing has a name',
      '<i><b></b><b></b></i><i><b></b><b></b></i>',
      'i:first-child b:last-child',
      'i:first-child > :last-child',
    ],
  ])('%s', (_, body, at, selector) => {
    expect(selectorFor(body, at)).toBe(selector);
  });

  test('counting is said first, with what there is without', () => {
    const body = `<div class="grid">${rows(4, () => '')}</div>`;
    const { counted, warnings } = write(sheet, body, '.grid__row:nth-child(3)', { set: { left: '1px' } });
    expect(counted!.without.map(({ selector }) => selector)).toEqual(['.grid__row', '.grid']);
    expect(warnings[0]).toBe(counted!.words);
    expect(write(sheet, body, '.grid', { set: { left: '1px' } }).counted).toBeUndefined();
  });

  test('a state is put on the thing that is counted', () => {
    const read = page(sheet, `<div class="grid">${rows(4, () => '')}</div>`);
    const at = [read.select('.grid__row:nth-child(3)')[0]];
    const held = [{ element: at[0], state: 'hover' }];
    const { selector, matched } = writeOverride(read, { at, set: { left: '1px' }, held });
    expect([selector, matched.length]).toEqual(['.grid__row:hover:nth-last-child(2)', 1]);
  });

  test.each([
    ['.card { color: var(--c) }', '<b class="card"></b>', true],
    ['.card { color: var(--c) } .nav { color: var(--c) }', '<b class="card"></b>', true],
    ['.card { color: var(--c); top: var(--c) }', '<b class="card"></b>', false],
    ['.card, .nav { color: var(--c) }', '<b class="card"></b><i class="nav"></i>', false],
    ['.card { color: var(--c) } .card::before { color: var(--c) }', '<b class="card"></b>', false],
  ])('a variable is better only where all that it changes was wanted: %s', (css, body, isExact) => {
    const { instead } = write(`:root { --c: red } ${css}`, body, '.card', { set: { color: 'blue' } });
    expect(instead.map((one) => [one.kind, one.isExact])).toEqual([['variable', isExact]]);
  });
});

describe('why and find', () => {
  test('an explicit inherit is followed to what says the value', () => {
    const read = page(
      '.a { color: #123456 } .b, .c { color: inherit }',
      '<div class="a"><p class="b"><b class="c">x</b></p></div>',
    );
    const { value, governs } = explain(read, contest(read, read.select('.c')[0], 'color'));
    expect(value).toBe('#123456');
    expect(governs).toMatch(/says color: inherit.*div\.a.*has #123456 from .*\.a \(0,1,0\)/);
  });

  test.each([
    ['red', 2],
    ['#00f', 1],
    ['Open Sans', 1],
    ['.md:card', 2],
    ['kitchen', 1],
    ['.a', 1],
    ['a', 1],
    ['#a', 0],
    ['teal', 0],
  ])('%s is mentioned %i times', (sought, times) => {
    const css =
      '.a { background: linear-gradient(red, #00f 50%); font: 16px "Open Sans", serif } .md\\:card { border: 1px solid red } [data-kind="kitchen"] { top: 0 } .ab { left: 0 }';
    expect(findMentions(page(css, '<p class="md:card">x'), sought)).toHaveLength(times);
  });
});
