// What can take the focus: rules for it win where it can come, and the browser's own ring is undone only where one is drawn.
import { parsePage, prove } from 'yelto';

const first = (draft: string, body: string) =>
  prove(parsePage({ name: 'x', html: `<!DOCTYPE html><body>${body}` }), draft).verdicts[0];

test.each([
  ['a button', '<button class="b">x</button>', 'wins'],
  ['a button that is off', '<button class="b" disabled>x</button>', 'matches-nothing'],
  ['a frame, which leaves it to what is in it', '<iframe class="b"></iframe>', 'matches-nothing'],
])('%s in focus', (_, body, outcome) => {
  expect(first('.b:focus { color: red }', body).outcome).toBe(outcome);
});

test.each([
  ['a frame', '<iframe class="b"></iframe>', 'wins'],
  ['a field that is off', '<input class="b" disabled>', 'matches-nothing'],
  [
    'a button that is off, with a link in it',
    '<button class="b" disabled><a href="#x">x</a></button>',
    'wins',
  ],
])('what is focused inside: %s', (_, body, outcome) => {
  expect(first('.b:focus-within { width: 40px }', body).outcome).toBe(outcome);
});

test.each([
  ['a link', '<a class="b" href="#x">x</a>', 'wins'],
  ['a link that leads nowhere', '<a class="b">x</a>', 'needless'],
  ['what a person may write in', '<p class="b" contenteditable>x</p>', 'wins'],
  ['what nobody may write in', '<p class="b" contenteditable="false">x</p>', 'needless'],
  ['what the keyboard is led to', '<p class="b" tabindex="0">x</p>', 'wins'],
  ['a frame', '<iframe class="b"></iframe>', 'needless'],
  ['a field that is off', '<input class="b" disabled>', 'needless'],
])('the ring of %s', (_, body, outcome) => {
  expect(first('.b { outline: none }', body).outcome).toBe(outcome);
});

test.each([
  [
    '<iframe class="b"></iframe>',
    '.b:focus',
    /1 element.*in a frame/,
    'Ask for :focus-within in place of :focus.',
  ],
  ['<input class="b" disabled>', '.b:focus-visible', /switched off/, /Take :focus-visible out/],
  [
    '<p class="b">x</p><div class="b"></div>',
    '.b:checked',
    /2 elements, but <p> and <div> can never be :checked/,
    /Take :checked out/,
  ],
  ['<p class="b">x</p>', '.c:checked', /no element of this page/, /hooks/],
])('what can never be in the state is told so: %s with %s', (body, selector, why, remedy) => {
  const verdict = first(`${selector} { color: red }`, body);
  expect(verdict).toMatchObject({ outcome: 'matches-nothing' });
  expect(verdict.why).toMatch(why);
  expect(verdict.remedy).toMatch(remedy);
});

test.each([
  ['inherit', '<p tabindex="0"><i class="b">x</i></p>', 'wins'],
  ['inherit', '<p><i class="b">x</i></p>', 'needless'],
  ['unset', '<p tabindex="0"><i class="b">x</i></p>', 'needless'],
  ['inherit', '<p tabindex="0"><b><i class="b">x</i></b></p>', 'needless'],
])('a ring that is handed down: outline: %s on %s', (value, body, outcome) => {
  expect(first(`.b { outline: ${value} }`, body).outcome).toBe(outcome);
});
