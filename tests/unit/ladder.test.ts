// The rungs from a thing up to the page, and the pseudo-elements among them.
import { ladder, parsePage } from 'yelto';

/** The rungs of what the page has first of a kind, in words. */
function rungsOf(tag: string, css: string, body: string): string {
  const page = parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}`, sheets: [] });
  return ladder(page, page.select(tag)[0])
    .map((rung) => ('pseudo' in rung ? `${rung.element.tag}${rung.pseudo}` : rung.tag))
    .join(' ');
}

test.each([
  ['a sheet for all placeholders', 'p', '::placeholder { color: gray }', '<p>x</p>', 'p body html'],
  [
    '… on a field that has one',
    'input',
    '::placeholder { color: gray }',
    '<input placeholder="x">',
    'input::placeholder input body html',
  ],
  ['… on one that has none', 'input', '::placeholder { color: gray }', '<input>', 'input body html'],
  ['markers', 'li', '::marker { color: red }', '<ul><li>x</li></ul>', 'li::marker li ul body html'],
  [
    'a list without marks',
    'li',
    'ul { list-style: none } ::marker { color: red }',
    '<ul><li>x</li></ul>',
    'li ul body html',
  ],
  [
    '… where a marker has words',
    'li',
    'ul { list-style: none } ::marker { content: "x" }',
    '<ul><li>y</li></ul>',
    'li::marker li ul body html',
  ],
  ['content: none', 'p', 'p::before { content: none; color: red }', '<p>x</p>', 'p body html'],
  ['display: none', 'p', 'p::before { content: "x"; display: none }', '<p>x</p>', 'p body html'],
  [
    'two of them',
    'p',
    'p::after { content: "x" } p::before { content: "" }',
    '<p>x</p>',
    'p::before p::after p body html',
  ],
  ['before a picture', 'img', 'img::before { content: "x" }', '<img alt="">', 'img body html'],
  ['quotes that a rule colours', 'q', 'q::before { color: red }', '<q>x</q>', 'q::before q body html'],
  ['quotes that no rule colours', 'q', 'q { color: red }', '<q>x</q>', 'q body html'],
  [
    'the button of a file field',
    'input',
    '::file-selector-button { color: red }',
    '<input type="file">',
    'input::file-selector-button input body html',
  ],
])('%s', (_, tag, css, body, rungs) => {
  // prettier-ignore
  expect(rungsOf(tag, css, body)).toBe(rungs);
});
