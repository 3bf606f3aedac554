// What a page is made of: colours and fonts are counted by what wins among all rules, not only among those that a summary looks at.
import fc from 'fast-check';
import { parsePage, summarise, type UsedValue } from 'yelto';
import { pageOf, runsOr, seed } from '../support/judging.js';
import { everyCase } from '../support/richer.js';

const told = (values: readonly UsedValue[]) =>
  Object.fromEntries(values.map(({ value, elements }) => [value, elements]));

test(`what rules that tell no colour and no font say changes no count of random pages (SEED=${seed})`, () => {
  fc.assert(
    fc.property(everyCase, (one) => {
      const bare = pageOf(one);
      // With a draft, an empty one too, all rules are asked.
      const whole = summarise(bare.withDraft(''));
      const { fonts, colours } = summarise(bare);
      expect(told(colours)).toEqual(told(whole.colours));
      expect(told(fonts)).toEqual(told(whole.fonts));
    }),
    { numRuns: runsOr(30), seed },
  );
});

const page = (css: string, body: string) =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}`, sheets: [] });

test('a variable that a rule without colours sets, and a side that a direction turns', () => {
  const one = page(
    '.due { color: var(--ink) } .late { --ink: red; margin: 0 } .shelf { direction: rtl } .shelf p { border-inline-start-color: blue } p { border-left-color: lime; border-right-color: teal }',
    '<div class="shelf"><p class="due late">x</p></div>',
  );
  expect(told(summarise(one).colours)).toEqual({ '#ff0000': 1, '#0000ff': 1, '#00ff00': 1 });
});

test('what everything is set to undoes a colour', () => {
  expect(
    summarise(page('.due { color: red } p.due { all: initial }', '<p class="due">x</p>')).colours,
  ).toEqual([]);
});

test('what nobody sees is no colour, and one colour in several notations is one', () => {
  const one = page(
    'p { background: none; border: 1px solid transparent; outline-color: #f008 } b { outline-color: rgb(255 0 0 / 53.3%) }',
    '<p>x</p><b>y</b>',
  );
  expect(told(summarise(one).colours)).toEqual({ '#ff000088': 2 });
});

test('where most elements have a value from', () => {
  const one = page('h1 { color: red }\np { color: #f00 }', '<h1>x</h1><p>y</p><p>z</p>');
  const [{ elements, declaration }] = summarise(one).colours;
  expect([elements, declaration.line]).toEqual([3, 2]);
});

test('what a rule sets back to is said by another rule', () => {
  const one = page('@layer a { p { color: red } } @layer b { p { color: revert-layer } }', '<p>x</p>');
  expect(told(summarise(one).colours)).toEqual({ '#ff0000': 1 });
});

test('a variable: what the whole page has, and all declarations that read it', () => {
  const { variables } = summarise(
    page(
      '.due { --ink: red }\n:root { --ink: navy }\n:root {\n  --ink: teal }\n@keyframes glow { to { color: var(--ink); top: 0 } }\np { color: var(--ink) } b { --edge: var(--ink, var(--ink)) }',
      '<p style="border-color: var(--ink)">x</p>',
    ),
  );
  expect(variables.map(({ name, value, line, column, uses }) => [name, value, line, column, uses])).toEqual([
    ['--ink', 'teal', 4, 3, 4],
    ['--edge', 'var(--ink, var(--ink))', 6, 29, 0],
  ]);
});
