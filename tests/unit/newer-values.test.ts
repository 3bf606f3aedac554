// Values that browsers learned lately: which are taken, and what colours come to.
import { parsePage, prove, writeOverride } from 'yelto';

const pageOf = (css: string) =>
  parsePage({
    name: 'page',
    html: `<!DOCTYPE html><html><head><style>${css}</style></head><body><p class="tool">Drill</p></body></html>`,
    sheets: [],
  });
const page = pageOf('');

test.each([
  ['width: calc-size(auto, size)', true],
  ['width: calc-size(fit-content, size * 2)', true],
  ['width: calc-size(auto)', false],
  ['max-width: calc-size(auto, size)', false],
  ['margin: calc-size(auto, size)', false],
  ['width: random(1px, 2px)', true],
  ['width: random(--kind, 1px, 2px, 1px)', true],
  ['width: random(fixed 0.5, 1px, 2px)', true],
  ['width: random(1px)', false],
  ['width: random(1px, 2s)', false],
  ['color: random(1px, 2px)', false],
  ['color: contrast-color(red)', true],
  ['color: contrast-color(10px)', false],
  ['color: color-mix(red, blue)', true],
  ['color: alpha(from red / 0.5)', true],
  ['background-image: light-dark(url(a.png), none)', true],
  ['background: text red', true],
  ['background-clip: border-box text', false],
  ['flex-wrap: balance', true],
  ['flex-wrap: nowrap balance', false],
  ['flex-flow: row balance', true],
  ['font-variant: small-caps emoji', true],
  ['appearance: base-select', true],
  ['initial-letter: 2 drop', true],
  ['align-content: last baseline', false],
  ['animation: 1s move view()', false],
  ['flex-basis: anchor-size(width)', false],
])('%s: %s', (declaration, isTaken) => {
  const [property, value] = declaration.split(/: (.*)/);
  expect(page.grammar.check(property, value) === undefined).toBe(isTaken);
});

test.each([
  ['contrast-color(navy)', 'white'],
  ['contrast-color(yellow)', 'black'],
  ['contrast-color(light-dark(white, black))', 'black'],
  ['contrast-color(contrast-color(white))', 'white'],
])('%s is %s', (value, same) => {
  const [{ outcome }] = prove(pageOf(`.tool { color: ${value} }`), `p.tool { color: ${same} }`).verdicts;
  expect(outcome).toBe('needless');
});

test('what stands out against the text is known once the text’s colour is', () => {
  const css = '.tool { color: navy; background-color: contrast-color(currentcolor) }';
  expect(prove(pageOf(css), 'p.tool { background-color: white }').verdicts[0].outcome).toBe('needless');
  expect(prove(pageOf(css), 'p.tool { background-color: black }').verdicts[0].outcome).toBe('wins');
});

test('a rule may be asked for with a choice as its value', () => {
  const value = 'if(media(print): 20px; else: auto)';
  const [tool] = page.select('.tool');
  expect(writeOverride(page, { at: [tool], set: { width: value } }).css).toContain(`width: ${value};`);
  const two = () => writeOverride(page, { at: [tool], set: { width: 'var(--x, 1px); color: red' } });
  expect(two).toThrow('is more than one value');
});

test.each([
  ['<p class="a">x</p>', '.a { overlay: auto }', 'no-effect'],
  ['<p class="a">x</p>', '.a::details-content { color: red }', 'no-effect'],
  ['<details class="a">x</details>', '.a::details-content { color: red }', 'wins'],
  ['<p class="a">x</p>', '.a::picker-icon { color: red }', 'no-effect'],
  ['<p class="a">x</p>', '.a::picker(select) { color: red }', 'no-effect'],
  ['<select class="a"></select>', '.a::picker-icon { color: red }', 'wins'],
  ['<p class="a">x</p>', '.a::checkmark { color: red }', 'no-effect'],
  ['<select><option class="a">x</option></select>', '.a::checkmark { color: red }', 'wins'],
  ['<p class="a">x</p>', '.a { position-try: normal none }', 'needless'],
  ['<p class="a">x</p>', '.a { position-try: flip-block }', 'no-effect'],
  ['<p class="a" style="position: fixed">x</p>', '.a { position-try: flip-block }', 'wins'],
  ['<p class="a">x</p>', '.a:popover-open { top: 1px }', 'matches-nothing'],
  ['<p class="a" popover>x</p>', '.a:popover-open { color: red }', 'wins'],
  ['<p class="a">x</p>', '.a[popover] { padding: 0 }', 'wins'],
  // Browsers show HTML elements alone over a page.
  ['<svg class="a"></svg>', '.a[popover] { padding: 0 }', 'needless'],
])('of %s, %s: %s', (body, draft, outcome) => {
  const { verdicts } = prove(parsePage({ name: 'x', html: `<!DOCTYPE html>${body}` }), draft);
  expect(verdicts[0].outcome).toBe(outcome);
});
