// Things that the same rules match, in boxes that differ: a verdict counts just those on which a declaration makes a difference.
import { parsePage, prove } from 'yelto';

/** Twelve boxes of the same kind, every other one in a wrapper of another. */
const boxes = (attributes = (i: number): string => (i % 2 ? ' class="odd"' : '')) =>
  Array.from(
    { length: 12 },
    (_, i) => `<div${attributes(i)}><section><p class="a">x</p></section></div>`,
  ).join('');

const why = (css: string, draft: string, html = boxes()) => {
  const page = parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${html}` });
  const [{ outcome, why }] = prove(page, draft).verdicts;
  return `${outcome}: ${why}`;
};

const half = 'wins: wins on 6 elements';

describe('what differs on the boxes around decides', () => {
  test.each([
    ['a size of fonts', '.odd { font-size: 20px } .a { padding: 16px }', '.a { padding: 1em }'],
    [
      'one of the root alone',
      '.odd { font-size: 20px } .a { padding: 16px }',
      '.a { padding: 1em; margin: 0 }',
    ],
    ['a family', '.odd { font-family: monospace } .a { padding: 16px }', '.a { padding: 1em }'],
    ['a colour', '.odd { color: red } .a { border: 1px solid #000 }', '.a { border-color: currentcolor }'],
    ['an inherited colour', '.odd { color: red }', '.a { color: black }'],
    ['a variable', '.odd { --p: 3px } .a { padding: var(--p, 2px) }', '.a { padding: 2px }'],
    [
      'a variable of a variable',
      '.odd { --q: 3px } :root { --p: 2px } .a { padding: var(--q, var(--p)) }',
      '.a { padding: 2px }',
    ],
    ['a weight', '.odd { font-weight: 700 } .a { font-weight: 700 }', '.a { font-weight: bolder }'],
    [
      'an animation that goes on',
      '@keyframes k { to { color: red } } .odd { animation: k 1s infinite }',
      '.a { color: black }',
    ],
    [
      'a size that a unit of lines hangs on',
      '.odd { line-height: 30px } :root { line-height: 20px } .a { padding: 20px }',
      '.a { padding: 1lh }',
    ],
    [
      'a value that is handed down by name',
      '.odd section { padding: 3px } section { padding: 2px } .a { padding: 2px }',
      '.a { padding: inherit }',
    ],
  ])('%s', (_, css, draft) => {
    expect(why(css, draft)).toBe(half);
  });

  test('and an attribute that a value reads', () => {
    const html = boxes((i) => (i % 2 ? ' data-p="3px"' : ' data-q="3px"'));
    expect(
      why(
        'div { --p: attr(data-p type(<length>), 2px) } .a { padding: var(--p) }',
        '.a { padding: 2px }',
        html,
      ),
    ).toBe(half);
  });

  test('and what a declaration of the draft leaves to the box around it', () => {
    const html = boxes((i) => (i % 2 ? ' class="a"' : ''));
    expect(why('', '.a { color: red }', html)).toBe('wins: wins on 18 elements');
  });
});

describe('what differs on them otherwise decides nothing', () => {
  test.each([
    ['.odd { padding: 7px } .a { padding: 16px }', '.a { padding: 1em }', 'needless'],
    [
      '.odd { margin: 7px; background: red } .a { border: 1px solid }',
      '.a { border-color: currentcolor }',
      'needless',
    ],
    ['.odd { width: 50% }', '.a { line-height: 30px }', 'wins: wins on 12 elements'],
  ])('%s', (css, draft, expected) => {
    expect(why(css, draft)).toContain(expected);
  });
});

describe('controls that the browser draws, by their kinds', () => {
  const fields = (css: string, draft: string) =>
    why(
      css,
      draft,
      '<input class="a"><input class="a" type="range"><input class="a" type="checkbox">'.repeat(4),
    );

  test('a value that ends the look of one kind only', () => {
    expect(fields('', '.a { border-radius: 0 }')).toBe('wins: wins on 4 elements');
    expect(fields('.a { background: none }', '.a { border-radius: 0 }')).toMatch(/^needless/);
  });

  test('and where the box around says that it is not drawn so', () => {
    const html = Array.from(
      { length: 12 },
      (_, i) => `<div${i % 2 ? ' class="odd"' : ''}><input class="a"></div>`,
    ).join('');
    expect(
      why(
        '.a { appearance: inherit } .odd { appearance: none } div { appearance: auto }',
        '.a { border-radius: 0 }',
        html,
      ),
    ).toBe(half);
  });
});
