// Values that hang on what encloses a thing: the rules for the thing stay the same, and what its declaration comes to does not.
import { parsePage, prove } from 'yelto';

const page = (css: string, body: string) =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}` });
const outcomes = (css: string, body: string, draft: string) =>
  prove(page(css, body), draft).verdicts.map(({ outcome }) => outcome);

const inside = '<div class="box"><p class="a">some <em>words</em></p></div>';
const narrow = (body: string) => `@media (max-width: 600px) { .box { ${body} } }`;

describe('a value that is the same now counts where what encloses it is another', () => {
  test.each([
    // The colour of the text, where a shorthand leaves it out and where it is said by a word.
    ['.a { border: 1px solid #ff0000 } .box { color: #ff0000 }', 'color: blue', 'border: 1px solid'],
    ['.a { outline: 1px solid red } .box { color: red }', 'color: blue', 'outline: 1px solid'],
    ['.a { text-decoration: underline red } .box { color: red }', 'color: blue', 'text-decoration: underline'],
    ['.a { text-decoration-line: underline; text-decoration-color: red } .box { color: red }', 'color: blue', 'text-decoration-color: initial'],
    ['.a { box-shadow: 0 0 2px red } .box { color: red }', 'color: blue', 'box-shadow: 0 0 2px'],
    // Words for sizes are others in a lone monospace.
    ['.a { font-size: 13px } .box { font-family: monospace }', 'font-family: serif', 'font-size: medium'],
    ['.a { font-size: 16px }', 'font-family: monospace', 'font-size: medium'],
    ['.a { margin: 16px 0 }', 'font-size: 20px', 'margin: 1em 0'],
    ['.a { font-weight: 700 }', 'font-weight: 900', 'font-weight: bolder'],
    ['.a { transform: translateX(16px) }', 'font-size: 20px', 'transform: translateX(1em)'],
    ['.a { background-image: inherit; background-repeat: repeat-x, repeat } .box { background-image: none }', 'background-image: linear-gradient(red, red), none', 'background-repeat: repeat-x'],
  ])('%s; at last %s: %s', (css, narrowly, declaration) => {
    expect(outcomes(`${css} ${narrow(narrowly)}`, inside, `.a { ${declaration} }`)).toEqual(['wins']);
  });
}); // prettier-ignore

describe('what is the same whatever encloses it is needless', () => {
  test.each([
    ['.a { border-color: currentcolor }', 'color: blue', 'border-color: currentcolor'],
    ['', 'color: blue', 'border: none'],
    ['', 'color: blue', 'text-decoration: none'],
    ['.a { transform: translateX(16px) }', 'font-size: 20px', 'transform: translateX(16px)'],
    ['.a { margin-top: 5px }', 'font-size: 20px', 'margin-top: 5px'],
  ])('%s; at last %s: %s', (css, narrowly, declaration) => {
    expect(outcomes(`${css} ${narrow(narrowly)}`, inside, `.a { ${declaration} }`)).toEqual(['needless']);
  });
});

describe('a state that changes a variable is looked at', () => {
  test.each([
    // That what stands in its place without the declaration is made of.
    ['.a { margin: var(--b) } .a:hover { --b: 5px }', '.a { margin: 0 }'],
    ['.a { margin: var(--c) } .a { --c: var(--b) } .box:hover { --b: 5px }', '.a { margin: 0 }'],
    ['.box { color: var(--b, black) } .box:hover { --b: red }', '.a { color: black }'],
    ['.a:hover { --b: 0px }', '.a { margin: var(--b, 0px) } .a { margin-top: 0 }'],
    // The same text says another thing of another property.
    ['.a { margin: 16px } .a:hover { font-size: 1.5em }', '.a { margin: 16px; margin: 1em }'],
  ])('%s with %s', (css, draft) => {
    const { verdicts } = prove(page(css, inside), draft);
    expect(verdicts.at(-1)!.outcome).toBe(draft.includes('margin-top') ? 'needless' : 'wins');
  });
});

describe('of many rules that name a state', () => {
  const many = (rule: (n: number) => string, amount = 150) =>
    Array.from({ length: amount }, (_, n) => rule(n)).join(' ');
  const here = `${many((n) => `<i class="i${n}"></i>`)}<div class="box"><p class="a">x</p></div>`;
  const same = '.a { color: red }';

  test('those for other things leave room for the one that matters', () => {
    const others = many((n) => `.i${n}:hover { color: tan }`);
    expect(outcomes(`${same} ${others} .box:hover p { color: navy }`, here, '.a { color: red }')).toEqual([
      'needless',
    ]);
    expect(
      outcomes(`p { color: red } ${others} .box:hover .a { color: navy }`, here, '.box .a.a { color: red }'),
    ).toEqual(['wins']);
  });

  test('a draft may ask for as many as it likes', () => {
    const draft = many((n) => `.box .a { color: red; --n: ${n} }`, 60);
    const found = outcomes(
      `${same} .box:hover .a { color: navy } ${many((n) => `.a:nth-child(${n + 1}):hover { color: tan }`, 20)}`,
      here,
      `${draft} .box .a.a { color: red }`,
    );
    expect(found.at(-1)).toBe('wins');
  });

  test('where there are more than are looked at, nothing is said for sure', () => {
    const css = `${same} ${many((n) => `.i${n}:hover ~ .box .a { color: tan }`)}`;
    const [verdict] = prove(page(css, here), '.a { color: red }').verdicts;
    expect(verdict.outcome).toBe('cannot-tell');
    expect(verdict.why).toMatch(
      /^the page has the same value without it; that is so in 120 states .* more than are looked at$/,
    );
  });
});

test('a state that changes the height of lines is looked at where that is a measure', () => {
  const css = '.a { margin: 24px } :root { line-height: 24px } body:hover { line-height: 36px }';
  expect(outcomes(css, inside, '.a { margin: 1lh }')).toEqual(['wins']);
});

describe('where lines run downwards', () => {
  const down = 'html { writing-mode: vertical-rl }';
  const cells = '<table><tr class="r"><td>x</td></tr></table>';
  test.each([
    ['em { margin-top: 5px }', inside, 'wins'],
    ['em { margin-inline-start: 5px }', inside, 'wins'],
    ['em { margin-left: 5px }', inside, 'no-effect'],
    ['.r { width: 50px }', cells, 'wins'],
    ['.a { height: 50% }', inside, 'wins'],
  ])('%s', (draft, body, said) => {
    expect(outcomes(down, body, draft)).toEqual([said]);
  });

  test('parts of a table run as the table does', () => {
    const turned = (what: string) => outcomes('', cells, `${what} { writing-mode: vertical-rl }`);
    expect(turned('tr')).toEqual(['no-effect']);
    expect(turned('td')).toEqual(['wins']);
    expect(outcomes('', inside, 'em { writing-mode: vertical-rl; display: table-row }')).toEqual([
      'no-effect',
      'wins',
    ]);
    const narrowly = '@media (max-width: 600px) { em { display: table-cell } }';
    expect(
      outcomes(`em { display: table-row } ${narrowly}`, inside, 'em { writing-mode: vertical-rl }'),
    ).toEqual(['wins']);
    // An item is a block whatever its display says.
    expect(
      outcomes('.a { display: flex }', inside, 'em { writing-mode: vertical-rl; display: table-row }')[0],
    ).toBe('wins');
  });

  test('elsewhere it is the other way round', () => {
    expect(outcomes('', inside, 'em { margin-top: 5px } em { margin-left: 5px }')).toEqual([
      'no-effect',
      'wins',
    ]);
    expect(outcomes('', cells, '.r { width: 50px }')).toEqual(['no-effect']);
    expect(outcomes('', inside, '.a { height: 50% }')).toEqual(['no-effect']);
  });
});

describe('text in a drawing is a block, but what is a part of a table', () => {
  const drawing = '<svg width="9" height="9"><text class="t">x</text></svg>';
  test.each([
    ['inline-flex', 'needless'],
    ['ruby', 'needless'],
    ['flex', 'wins'],
    ['table-cell', 'wins'],
    ['table-row', 'wins'],
  ])('%s', (display, said) => {
    expect(outcomes('', drawing, `.t { display: ${display} }`)).toEqual([said]);
  });
});
