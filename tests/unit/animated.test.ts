// What animations that go on leave of what rules say: all of it where their first or last frame says nothing.
import { contest, explain, parsePage, prove } from 'yelto';

const page = (frames: string, animation: string) =>
  parsePage({
    name: 'x',
    html: `<!DOCTYPE html><style>@keyframes turn { ${frames} } .a { animation: ${animation} }</style><p class="a">x</p>`,
  });
const outcomeOf = (frames: string, animation: string) =>
  prove(page(frames, animation), '.a { width: 50px }').verdicts[0].outcome;

test.each([
  ['from { width: 1px } to { width: 9px }', '1s infinite turn', 'loses'],
  ['from, to { width: 9px }', '1s infinite turn', 'loses'],
  ['to { width: 9px }', '1s infinite turn', 'wins'],
  ['from { width: 9px } 50% { width: 1px }', '1s infinite alternate turn', 'wins'],
  ['50% { width: 9px }', '1s infinite turn', 'wins'],
  ['to { width: 9px }', '1s forwards turn', 'loses'],
  ['from { width: 9px }', '1s forwards turn', 'wins'],
  ['from { width: 9px }', '1s 2 alternate forwards turn', 'loses'],
  ['to { width: 9px }', '1s 1.5 forwards turn', 'wins'],
  ['20%, 80% { width: 9px }', '1s 1.5 forwards turn', 'loses'],
  ['20%, 60% { width: 9px }', '1s 1.75 forwards turn', 'wins'],
  ['20%, 60% { width: 9px }', '1s 1.75 alternate forwards turn', 'loses'],
])('@keyframes { %s } with animation: %s', (frames, animation, outcome) => {
  expect(outcomeOf(frames, animation)).toBe(outcome);
});

test.each([
  ['from, to { color: red }', 'sets it and does not end'],
  ['to { color: red }', 'moves it between this value and its own, and does not end'],
])('in words: @keyframes { %s }', (frames, words) => {
  const moved = page(frames, '1s infinite turn');
  expect(explain(moved, contest(moved, moved.select('.a')[0], 'color')).motion).toEqual([
    expect.stringContaining(words),
  ]);
});
