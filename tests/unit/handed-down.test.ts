// What is the same where it is said, and another where it is handed down to.
import { parsePage, prove } from 'yelto';

const svg = '<p class="a">x<svg class="icon"><path></path></svg><b class="b">y</b></p>';
const verdictOf = (sheet: string, draft: string, body = svg) =>
  prove(
    parsePage({ name: 'x', html: `<!DOCTYPE html><style>${sheet}</style>${body}`, sheets: [] }),
    draft,
  ).verdicts.at(-1)!;

test.each([
  ['beside a box inside that has a colour of its own', 'b { color: red }', 'wins'],
  ['… which it takes from a box between', '.a { color: red } b { color: inherit }', 'wins'],
  ['… at one width only', '@media (max-width: 600px) { b { color: red } }', 'wins'],
  ['… while it is in a state', 'b:hover { color: red }', 'wins'],
  ['… which does not take the value', 'b { color: red; fill: black }', 'needless'],
  ['… which says the current colour itself', 'b { color: red; fill: currentcolor }', 'needless'],
  ['… in what is put before it', '.icon::before { content: "x"; color: red }', 'wins'],
  ['… in what would be put before it', '.icon::before { color: red }', 'needless'],
  ['beside one that has the same colour', 'b { color: black }', 'needless'],
  ['beside none', '', 'needless'],
])('the current colour in place of the same one, %s', (_, sheet, outcome) => {
  expect(verdictOf(sheet, ':root { fill: currentcolor }').outcome).toBe(outcome);
});

test.each([
  ['a fixed colour', 'p { fill: black }', ':root { fill: currentcolor } b { color: red }'],
  [
    'a colour that is left out',
    '.a { text-shadow: 1px 1px }',
    ':root { text-shadow: 1px 1px black } b { color: red }',
  ],
  [
    'a colour in a variable',
    '.a { stroke: var(--line) }',
    ':root { --line: currentcolor; stroke: black } b { color: red }',
  ],
  [
    'what is taken by name',
    '.a { outline-color: currentcolor }',
    '.a { outline-color: black } b { color: red; outline-color: inherit }',
  ],
])('%s is handed down as another', (_, draft, sheet) => {
  expect(verdictOf(sheet, draft).outcome).toBe('wins');
});

test('what is taken by nobody is the same', () => {
  expect(
    verdictOf('.a { outline-color: black } b { color: red }', '.a { outline-color: currentcolor }').outcome,
  ).toBe('needless');
});

test('of things under the same rules each is looked into', () => {
  const body = '<p class="a">x</p><p class="a">x</p><p class="a">x<b>y</b></p>';
  expect(verdictOf('b { color: red }', '.a { fill: currentcolor }', body).why).toBe('wins on 1 element');
});

test('the colour of a box inside is found in a shadow tree, and on what stands in a slot', () => {
  const tree = '<div class="a"><template shadowrootmode="open"><i><slot></slot></i></template><b>y</b></div>';
  const of = (sheet: string) => verdictOf(sheet, '.a { fill: currentcolor }', tree).outcome;
  expect(of('b { color: red }')).toBe('wins');
  expect(of('b { color: black }')).toBe('needless');
});
