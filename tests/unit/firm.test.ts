// What wins as the page stands, and may be beaten under other conditions; and what the draft undoes in some of them alone.
import { parsePage, prove } from 'yelto';

const verdicts = (css: string, draft: string, body = '<div class="b"><p class="a">x</p></div>') =>
  prove(parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}` }), draft).verdicts;
const first = (css: string, draft: string, body?: string) => verdicts(css, draft, body)[0];

const narrow = (css: string) => `@media (max-width: 600px) { ${css} }`;

describe('what wins on the page as it stands is beaten elsewhere', () => {
  test.each([
    ['by what is important', narrow('.a { color: blue !important }')],
    ['by what is more specific', narrow('.b .a { color: blue }')],
    ['in print', '@media print { .b .a { color: blue } }'],
    ['by what is important in a layer', narrow('@layer base { p { color: blue !important } }')],
    ['by a nearer scope', narrow('@scope (.b) { .a { color: blue } }')],
    ['by a shorthand', narrow('.b .a { all: initial }')],
    [
      'by an animation that goes on',
      `@keyframes k { from, to { color: blue } } ${narrow('.a { animation: k 1s infinite }')}`,
    ],
  ])('%s', (_, css) => {
    expect(first(css, '.a { color: red }').outcome).toBe('partly');
  });

  test('on one of the things that it matches', () => {
    const two = '<p class="a">x</p><p class="a b">x</p>';
    expect(first(narrow('.a.b { color: blue }'), '.a { color: red }', two).outcome).toBe('partly');
  });

  test('while its own state is held', () => {
    const css = narrow('.b .a:hover { color: blue }');
    expect(first(css, '.a:hover { color: red }')).toMatchObject({ outcome: 'partly' });
    expect(first(css, '.b .a:hover { color: red }')).toMatchObject({
      outcome: 'wins',
      why: 'wins on 1 element, while :hover on .b .a is held',
    });
  });

  test('not by what gives way under all conditions', () => {
    const css = `${narrow('.a { color: blue } @layer base { .b .b .a { color: green } }')} ${narrow('.b .a { padding: 0 }')}`;
    expect(first(css, '.a { color: red }')).toMatchObject({ outcome: 'wins', why: 'wins on 1 element' });
    const firm = narrow('.a { color: blue !important }');
    expect(first(firm, '.a { color: red !important }').outcome).toBe('wins');
  });
});

test('what holds for narrow windows alone is told by the first of them', () => {
  expect(first(narrow('.a { margin: 0 }'), narrow('.a { color: red }'))).toMatchObject({
    outcome: 'wins',
    conditions: { width: expect.any(Number) as number },
  });
  const [{ conditions }] = verdicts('', narrow('.a { color: red }'));
  expect(conditions.width).toBeLessThanOrEqual(600);
});

test('what a page says in the draft’s own conditions is told of them', () => {
  const wide = parsePage({
    name: 'x',
    html: '<!DOCTYPE html><style>@media (min-width: 400px) { .c { top: 0 } }</style><p class="a">x</p>',
  });
  const [{ conditions }] = prove(wide.under({ width: 900 }), '.a { color: red }').verdicts;
  expect(conditions.width).toBe(900);
});

describe('what a later line of the draft undoes', () => {
  test.each([
    ['.a { color: red }\n.a { color: blue }', ['needless', 'wins']],
    // There the later one does not hold, or gives way.
    [`.a { color: red }\n${narrow('.a { color: blue }')}`, ['wins', 'wins']],
    ['.a { color: red }\n.a:not(:hover) { color: blue }', ['wins', 'wins']],
    [`${narrow('.a { color: red }')}\n.a { color: blue }`, ['needless', 'wins']],
    [`.a { margin: 1px }\n.a { margin-left: 2px }`, ['wins', 'wins']],
    [`.a { margin-left: 1px }\n.a { margin: 2px }`, ['needless', 'wins']],
  ])('%s', (draft, expected) => {
    expect(verdicts(':root { color: black }', draft).map(({ outcome }) => outcome)).toEqual(expected);
  });

  test('is told with each line that does', () => {
    const draft = `.a { color: red }\n.a { color: blue }\n${narrow('.a { color: teal }')}`;
    expect(verdicts('', draft)[0]).toMatchObject({
      outcome: 'needless',
      why: 'the draft sets it again wherever it matches (line 2 and 3)',
    });
    expect(
      verdicts('', draft.replace(narrow('.a { color: teal }'), narrow('p { color: teal }')))[0],
    ).toMatchObject({
      why: 'the draft sets it again wherever it matches (line 2)',
    });
  });

  test('counts where the platform beats the later line and not the earlier one', () => {
    const css = narrow('.a { color: green !important }');
    const draft = '.b .a { color: red !important }\n.b .a { color: blue }';
    expect(verdicts(css, draft).map(({ outcome }) => outcome)).toEqual(['wins', 'needless']);
  });
});
