// Texts that stop in the middle, and brackets without their other: read as a browser reads them.
import { parsePage, prove, valueOf } from 'yelto';

const styled = (style: string) => {
  const escaped = style.replaceAll('&', '&amp;').replaceAll('"', '&quot;');
  const page = parsePage({ name: 'x', html: `<!DOCTYPE html><p style="${escaped}">a</p>` });
  return (name: string) => valueOf(page, page.select('p')[0], name);
};

describe('a style attribute', () => {
  test.each([
    ['a}b: c; --q: 1', '1'],
    ['--q: 1; } --q: 2', '1'],
    ['--q: 1 } --q: 2; --r: 3', ''],
    ['} --q: 1; --q: 2', '2'],
    // No rules stand there: what looks like one is lost up to the next semicolon.
    ['a { b } --q: 1; --r: 2', ''],
    ['& { --q: 1; } --q: 2; --q: 3', '3'],
    ['@media x { --q: 1 } --q: 2', '2'],
    ['@media x } --q: 1; --q: 2', '2'],
    ['--q: {a} b', '{a} b'],
    ['--q: 1; --q: a ] b', '1'],
  ])('%s', (style, value) => {
    expect(styled(style)('--q')).toBe(value);
  });
});

describe('what the end of a text leaves open is closed there', () => {
  test.each([
    ['color: rgb(1 2 3', 'rgb(1 2 3)'],
    ['color: var(--none, red', 'red'],
    ['width: calc(1px + (2px', 'calc(1px + (2px))'],
    ['font-family: "a b', '"a b"'],
    ['background-image: url(a.png', 'url(a.png)'],
    ['--q: (a [b "c', '(a [b "c"])'],
    ['color: red /* dark', 'red'],
  ])('%s', (style, value) => {
    expect(styled(style)(style.slice(0, style.indexOf(':')))).toBe(value);
    const page = parsePage({ name: 'x', html: '<!DOCTYPE html><p>a</p>' });
    const [verdict] = prove(page, `p { ${style}`).verdicts.filter(({ selector }) => selector === 'p');
    expect(verdict.declaration.value).toContain(value);
    expect(verdict.outcome).toBe(style.startsWith('--') ? 'no-effect' : 'wins');
  });
});

describe('a condition with a bracket that pairs with nothing never holds, and nor does its opposite', () => {
  test.each([
    '@media (a}b) or (color)',
    '@media not (a]b)',
    '@supports not (color: r]ed)',
    '@supports not ((a}b: c) or (--a: b))',
    '@supports not (color: "red)',
    '@container not style(--tone: r]ed)',
    '@container not style(--tone,: red)',
    '@container not style(--tone: red;)',
    '@container not style(--tone<!--: red)',
    '@scope (.b) to \\(.e, i)',
    '@scope (.b}c)',
  ])('%s', (prelude) => {
    const html = `<!DOCTYPE html><style>${prelude} { p { --q: 1 } }</style><div class="b" style="--tone: red"><p>a</p></div>`;
    const page = parsePage({ name: 'x', html });
    expect(valueOf(page, page.select('p')[0], '--q')).toBe('');
  });

  test('a name of no engine, which may yet come, is only unknown', () => {
    const html =
      '<!DOCTYPE html><style>@media (a-b) or (color) { p { --q: 1 } } @supports not (a b) { p { --r: 1 } }</style><p>a</p>';
    const page = parsePage({ name: 'x', html });
    expect(['--q', '--r'].map((name) => valueOf(page, page.select('p')[0], name))).toEqual(['1', '1']);
  });
});

describe('a value that only looks right', () => {
  const { grammar } = parsePage({ name: 'x', html: '' });
  test.each([
    ['width', 'calc(1zz)'],
    ['width', 'calc(100% - 2ppx)'],
    ['width', 'clamp(1px, 2px)'],
    ['width', 'clamp(1px, none, 2px)'],
    ['width', 'round(1px)'],
    ['width', 'mod(1px)'],
    ['opacity', 'pow(2)'],
    ['opacity', 'progress(1, 2)'],
    ['opacity', '-'],
    ['animation', 'a+b 1s'],
    ['padding', '+min(1px, 5%)'],
    ['background', 'url("a.png" left)'],
    ['left', "'attr(title)"],
    ['left', 'top /* attr(title)'],
    ['padding', '@var(--a)'],
    ['corner-shape', '\u00e9attr(title)'],
    ['font-language-override', '"abcde"'],
    ['grid-template-areas', '"a b" "c"'],
    ['grid-template-areas', '"a b a"'],
    ['grid-template-areas', '"a a" "b b" "a a"'],
    ['grid-template', '"a:b" 1fr'],
  ])('%s: %s is refused', (property, value) => {
    expect(grammar.check(property, value)).toBeDefined();
  });
  test.each([
    ['width', 'calc(1PX + 1Q)'],
    ['width', 'clamp(none, 2px, none)'],
    ['opacity', 'round(up, 1.5)'],
    ['opacity', 'log(2, 3)'],
    ['background', 'url( "a+b.png" )'],
    ['margin', '-1px +2px'],
    ['font', '12px/calc(1)a'],
    ['content', '"+"'],
    ['font-language-override', 'normal'],
    ['grid-template-areas', '"a a" "a a"'],
    ['grid', '"a...b" 1fr "c..b" / 1fr 1fr 1fr'],
  ])('%s: %s is taken', (property, value) => {
    expect(grammar.check(property, value)).toBeUndefined();
  });

  test.each([
    ['calc(100% - 2ppx)', '2ppx has a unit that no browser knows. Did you mean 2px?'],
    ['10pxx', '10pxx has a unit that no browser knows. Did you mean 10px?'],
    ['min(1px, -.5quux)', '-.5quux has a unit that no browser knows.'],
    ['clamp(1px, 2px)', ''],
  ])('of %s it says which unit is none', (value, remedy) => {
    expect(grammar.check('width', value)?.remedy).toBe(remedy);
  });

  test('of areas it says what is wrong', () => {
    expect(grammar.check('grid-template-areas', '"a b" "c"')?.reason).toBe(
      'the row "a b" has 2 areas, the row "c" 1',
    );
    expect(grammar.check('grid-template-areas', '"a b a"')?.reason).toBe('the area "a" is no rectangle');
  });
});
