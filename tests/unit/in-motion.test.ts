// What is equal only until an animation that goes on moves it.
import { parsePage, prove } from 'yelto';

const outcomeOf = (sheet: string, draft: string, body = '<p class="a">x<b>y</b></p>') =>
  prove(
    parsePage({ name: 'x', html: `<!DOCTYPE html><style>${sheet}</style>${body}`, sheets: [] }),
    draft,
  ).verdicts.at(-1)!.outcome;
const glow = '@keyframes glow { to { color: red } } @keyframes grow { to { font-size: 30px } }';

test.each([
  ['a colour that is the text’s', '.a { fill: currentcolor }', '.a { animation: glow 2s infinite }', 'wins'],
  [
    '… which a box takes from its parent',
    'b { fill: currentcolor }',
    '.a { animation: glow 2s infinite }',
    'wins',
  ],
  [
    '… which a box takes from its parent by saying that it is its own',
    'b { fill: currentcolor }',
    '.a { animation: glow 2s infinite } b { color: currentcolor }',
    'wins',
  ],
  [
    'a share of a size that is a share of one that moves',
    'b { letter-spacing: 0.1em }',
    '.a { animation: grow 2s infinite } b { font-size: 1em; letter-spacing: 1.6px }',
    'wins',
  ],
  [
    '… which is held by what is important',
    '.a { fill: currentcolor }',
    '.a { animation: glow 2s infinite; color: black !important }',
    'needless',
  ],
  ['… which moves no more in the end', '.a { fill: currentcolor }', '.a { animation: glow 2s }', 'needless'],
  ['… which nothing moves', '.a { fill: currentcolor }', '', 'needless'],
  [
    'a colour that a variable of nothing leaves as it is handed down',
    'b { color: var(--none) }',
    '.a { animation: glow 2s infinite }',
    'needless',
  ],
  [
    '… which is handed down as the text’s own',
    'b { outline-color: inherit }',
    '.a { outline-color: currentcolor } b { outline-color: currentcolor; animation: glow 2s infinite }',
    'needless',
  ],
  [
    '… beside one that is handed down as a fixed one',
    'b { outline-color: inherit }',
    '.a { outline-color: black } b { outline-color: currentcolor; animation: glow 2s infinite }',
    'wins',
  ],
  [
    'a size that is the one above, in other words',
    'b { font-size: 1em }',
    '.a { animation: grow 2s infinite }',
    'needless',
  ],
  [
    '… and one that is so until that moves',
    'b { font-size: 16px }',
    '.a { animation: grow 2s infinite }',
    'wins',
  ],
  [
    'a size that is the letters’',
    '.a { padding: 1em }',
    '.a { padding: 16px; animation: grow 2s infinite }',
    'wins',
  ],
  [
    '… where the other one is too',
    '.a { padding: 1em }',
    '.a { padding: 1em; animation: grow 2s infinite }',
    'needless',
  ],
  [
    'what lets the browser’s own share of the letters through, which stands there anyway',
    '.a { margin-top: revert }',
    '.a { animation: grow 2s infinite }',
    'needless',
  ],
  [
    '… in place of a fixed one that equals it until then',
    '.a { margin-top: revert }',
    '.a { margin-top: 16px; animation: grow 2s infinite }',
    'wins',
  ],
  [
    'what holds still inside of a box that moves, and hands down what it is moved to',
    'b { color: black }',
    '.a { animation: glow 2s infinite }',
    'wins',
  ],
  [
    '… or is of the current colour',
    'b { color: currentcolor }',
    '.a { animation: glow 2s infinite }',
    'needless',
  ],
  ['… or takes it by name', 'b { color: inherit }', '.a { animation: glow 2s infinite }', 'needless'],
  [
    '… in place of what holds it still',
    'b { color: inherit }',
    '.a { animation: glow 2s infinite } b { color: black }',
    'wins',
  ],
  ['… which moves no more in the end', 'b { color: black }', '.a { animation: glow 2s }', 'needless'],
  ['… which moves something else', 'b { color: black }', '.a { animation: grow 2s infinite }', 'needless'],
  [
    '… of pseudo-elements',
    '.a::before { content: "x"; color: black }',
    '.a { animation: glow 2s infinite }',
    'wins',
  ],
  [
    'a share of a size that is handed down as well as what it came to above',
    'b { letter-spacing: inherit }',
    '.a { animation: grow 2s infinite } .a, b { letter-spacing: 0.1em }',
    'needless',
  ],
  [
    '… beside another share',
    'b { letter-spacing: inherit }',
    '.a { animation: grow 2s infinite; letter-spacing: 1.6px } b { letter-spacing: 0.1em }',
    'wins',
  ],
  [
    '… of a size of its own',
    'b { letter-spacing: inherit }',
    '.a { animation: grow 2s infinite } .a, b { letter-spacing: 0.1em } b { font-size: 16px }',
    'wins',
  ],
  ['… of sizes', 'b { font-size: 16px }', '.a { animation: grow 2s infinite }', 'wins'],
  [
    '… while the pointer is on it',
    '.a { fill: currentcolor }',
    '.a:hover { animation: glow 2s infinite }',
    'wins',
  ],
  [
    '… which the box would take from where the same declaration says it',
    'body, b { fill: currentcolor }',
    '.a { animation: glow 2s infinite }',
    'wins',
  ],
  [
    '… which the box would take from where another declaration says it',
    'b { fill: currentcolor }',
    'body { fill: currentcolor } .a { animation: glow 2s infinite }',
    'needless',
  ],
  [
    'a share of a size, which the box would take from where the same declaration says it',
    'body, b { letter-spacing: 0.1em }',
    '.a { animation: grow 2s infinite } b { font-size: 1em }',
    'wins',
  ],
  [
    '… while the pointer is on the box above',
    'b { color: black }',
    '.a:hover { animation: glow 2s infinite }',
    'wins',
  ],
])('%s', (_, draft, sheet, outcome) => {
  // prettier-ignore
  expect(outcomeOf(glow + sheet, draft)).toBe(outcome);
});

test('what is switched off takes no focus in the same breath', () => {
  const draft = '.a:disabled { outline: initial }';
  expect(outcomeOf('', draft, '<button class="a">x</button>')).toBe('needless');
});

test.each([
  ['color: blue', /moves it from there/],
  ['color: blue !important', /^wins on 1 element$/],
  ['margin: 3px', /^wins on 1 element$/],
])('%s on what an endless animation moves', (declaration, words) => {
  const html = `<!DOCTYPE html><style>${glow} .a { animation: glow 2s infinite }</style><p class="a">x</p>`;
  const { verdicts } = prove(parsePage({ name: 'x', html, sheets: [] }), `.a { ${declaration} }`);
  expect([verdicts[0].outcome, verdicts[0].why]).toEqual(['wins', expect.stringMatching(words)]);
});
