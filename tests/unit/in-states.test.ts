// What counts only while a state is held, and who is said to carry it.
import { parsePage, prove } from 'yelto';

test('what is equal while a state is held may differ there in windows of other sizes', () => {
  const html = `<!DOCTYPE html><style>.card:not(:hover), .item { font-size: inherit }
    :is(div, .box) { font-size: clamp(16px, 2vw, 24px) } .item { font-size: 16px }</style>
    <div class="card"><p>some <b class="item">words</b></p></div>`;
  const narrow = parsePage({ name: 'x', html, conditions: { width: 500 } });
  const { outcome, why } = prove(narrow, '.item { font-size: revert }').verdicts[0];
  // Whoever carries the state is named, though it stands in a list of its own.
  expect([outcome, why]).toEqual(['wins', expect.stringContaining('while :hover on .card is held')]);
});

test.each([
  ['.btn:is(:hover, :focus) { color: blue }', ':hover on .btn and :focus on .btn'],
  ['.card:hover .note { color: blue }', ':hover on .card'],
  [':hover > .note { color: blue }', ':hover on *'],
])('%s', (draft, words) => {
  const html = '<!DOCTYPE html><div class="card btn"><p class="note">some words</p></div>';
  expect(prove(parsePage({ name: 'x', html }), draft).verdicts[0].why).toContain(words);
});

describe('whom rules may reach in a state is told alike on small pages and on large ones', () => {
  const body = '<div class="card"><p class="note">x</p></div><p class="note" id="last">y</p>';
  const rest = '<i class="z">z</i>'.repeat(1200);
  const told = (css: string, draft: string, behind: string) => {
    const html = `<!DOCTYPE html><style>.note { margin: 0; padding: 0; border: 0 none; top: auto } ${css}</style>${body}${behind}`;
    return prove(parsePage({ name: 'x', html }), draft).verdicts.map(
      ({ outcome, why }) => `${outcome}: ${why}`,
    );
  };
  const idle = 'needless: the page has the same value without it';

  test.each([
    ['.card:hover .note { S }', 'wins: wins on 1 element, while :hover on .card is held'],
    ['.card:hover + .note { S }', 'wins: wins on 1 element, while :hover on .card is held'],
    ['.is-open > .note { S }', 'wins: wins on 2 elements, while .is-open on * is held'],
    [':focus-within > :is(.note) { S }', 'wins: wins on 2 elements, while :focus-within on * is held'],
    ['.z:hover { S }', idle],
    ['.z:hover .note { S }', idle],
    ['.card:hover .z { S }', idle],
  ])('%s', (rule, said) => {
    const sets = ['margin-top: 3px', 'padding-top: 3px', 'border-top: 3px solid', 'top: 3px', 'left: 3px'];
    const css = sets.map((set) => rule.replace('S', set)).join(' ');
    // More declarations than are asked one by one before all rows are looked for.
    const draft =
      '.note { margin-top: 0 !important; padding-top: 0 !important; border-top-width: 0 !important; top: auto !important; left: auto !important }';
    const [small, large] = ['', rest].map((behind) => told(css, draft, behind));
    expect(large).toEqual(small);
    expect(large[0]).toContain(said);
  });
});

test('what steps back in one state shows what another state brings', () => {
  const css =
    '.card:not(:hover) { list-style-type: disc } @layer { .box:active { list-style-type: square } }';
  const draft = '@layer base { .card { list-style-type: disc } }';
  const told = (sheet: string) =>
    prove(
      parsePage({ name: 'x', html: `<!DOCTYPE html><style>${sheet}</style><ul class="card box"><li>a</ul>` }),
      draft,
    ).verdicts[0];
  expect(told(css)).toMatchObject({
    outcome: 'wins',
    why: expect.stringContaining('while :hover on .card and :active on .box are held'),
  });
  // Each of the two alone leaves it without a say.
  expect(told(css.replace('.card:not(:hover)', '.card')).outcome).toBe('needless');
  expect(told('.card:not(:hover) { list-style-type: disc }').outcome).toBe('needless');
});
