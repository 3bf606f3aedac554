// First lines and first letters, whose words may stand in boxes further in.
import { parsePage, prove } from 'yelto';

const outcome = (body: string, draft: string, css = ''): string =>
  prove(
    parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style><div class="a">${body}</div>` }),
    draft,
  ).verdicts[0].outcome;

test.each([
  ['<h2>Drill</h2>', 'line', 'font-weight: 400', 'wins'],
  ['<section><h2>Drill</h2></section>', 'line', 'font-weight: 400', 'wins'],
  ['<h2>Drill</h2>', 'letter', 'font-size: 16px', 'wins'],
  ['<b>Drill</b>', 'letter', 'font-weight: 400', 'wins'],
  // The words of the line are the outer box's, whatever else stands in it.
  ['<b>Drill</b>', 'line', 'font-weight: 400', 'needless'],
  ['Drill <h2>Saw</h2>', 'line', 'font-weight: 400', 'needless'],
  ['<p>Drill</p><h2>Saw</h2>', 'line', 'font-weight: 400', 'needless'],
  ['<p></p><h2>Saw</h2>', 'line', 'font-weight: 400', 'needless'],
  ['<h2 style="float: left">Drill</h2>', 'line', 'font-weight: 400', 'needless'],
  ['<h2 style="display: flex">Drill</h2>', 'line', 'font-weight: 400', 'needless'],
  ['<i style="float: left">Saw</i><h2>Drill</h2>', 'line', 'font-weight: 400', 'wins'],
  ['<b style="display: contents"><h2>Drill</h2></b>', 'line', 'font-weight: 400', 'wins'],
  ['<b><p></p><b>Drill</b></b>', 'letter', 'font-weight: 400', 'needless'],
  // Engines take no letters back that the box further in has made capitals.
  ['<h2 style="text-transform: uppercase">Drill</h2>', 'line', 'text-transform: none', 'needless'],
  ['<h2 style="text-transform: uppercase">drill</h2>', 'letter', 'text-transform: none', 'wins'],
  // What is not handed down is the outer box's alone.
  ['<h2 style="background: gold">Drill</h2>', 'line', 'background-color: transparent', 'needless'],
])('in %s, ::first-%s { %s } %s', (body, part, declaration, expected) => {
  expect(outcome(body, `.a::first-${part} { ${declaration} }`)).toBe(expected);
});

test('an inline box has no first line, and a list with it and another box is judged by the other', () => {
  expect(
    outcome('<h2>Drill</h2><b class="c">Saw</b>', '.a::first-line, .c::first-line { font-weight: 400 }'),
  ).toBe('wins');
  expect(outcome('<b class="c">Saw</b>', '.c::first-line { font-weight: 400 }')).toBe('no-effect');
});
