// Slips of the pen, each with what browsers lose by it and what is said of it.
import { contests, parsePage, valueOf } from 'yelto';

const page = (css: string) =>
  parsePage({
    name: 'x.html',
    html: '<!DOCTYPE html><p class="a">x</p><p class="b">x</p>',
    sheets: [{ href: 'x.css', css }],
  });
const colour = (css: string, selector: string) => {
  const read = page(css);
  const found = contests(read, read.select(selector)[0]).find(({ property }) => property === 'color');
  return found?.entries.find(({ declaration }) => declaration.origin === 'author')?.declaration.value ?? '';
};
const told = (css: string) =>
  page(css).faults.map(({ line, column, message }) => `${line}:${column} ${message}`);

describe('a semicolon behind a rule takes the next one along in a group, not in a rule', () => {
  const groups = [
    '@media all',
    '@supports (top: 1px)',
    '@layer low',
    '@container (width > 0px)',
    '@starting-style',
  ];
  test.each(groups)('%s', (group) => {
    const css = `${group} {\n.a { color: red };\n.b { color: blue }\n}`;
    expect(told(css)).toEqual(['2:18 ";" cannot stand here, and the rule behind it is lost with it']);
    expect(told(`${group} {\n.a { color: red };\n}`)).toEqual([]);
    expect(colour(`@scope (html) { ${css} }`, '.b')).toBe('');
  });

  test.each(['@media all', '@layer low', '@supports (top: 1px)'])('the next but one counts: %s', (group) => {
    const css = `${group} { .a { color: red }; .a { color: teal } .b { color: blue } }`;
    expect([colour(css, '.a'), colour(css, '.b')]).toEqual(['red', 'blue']);
  });

  test.each([
    '@scope (html) { .a { color: red }; .b { color: blue } }',
    'body { .a { color: red }; .b { color: blue } }',
    'body { @media all { .a { color: red }; .b { color: blue } } }',
    '@media all { body { .a { color: red }; .b { color: blue } } }',
  ])('%s', (css) => {
    expect([colour(css, '.a'), colour(css, '.b'), ...told(css)]).toEqual(['red', 'blue']);
  });
});

test.each([
  [
    '@media all {\ncolor: red; .a { color: blue }\n}',
    '2:1 "color" stands outside any rule, and the rule behind it is lost with it',
  ],
  ['@media all {\ncolor: red;\n}', '2:1 "color" stands outside any rule'],
  [
    'color: red;\n.a { color: blue }',
    '1:1 "color" stands outside any rule, and the rule behind it is lost with it',
  ],
  [
    '--tone: red;\n.a { color: blue }',
    '1:1 "--tone" stands outside any rule, and the rule behind it is lost with it',
  ],
  [
    '--tone: .a { color: blue }',
    '1:1 "--tone" stands outside any rule, and the block behind it is lost with it',
  ],
  [
    '@media all { // a note;\n.a { color: blue } }',
    '1:14 "// a note;" cannot stand here, and the rule behind it is lost with it',
  ],
  [
    '.c { }\n/* one\n.a { color: blue }\n/* two */',
    '2:1 the comment that begins here goes on to the end of another one, so the rules between are lost',
  ],
  ['.c { --tone: red\n  top: 1px }', '1:6 the value of "--tone" swallows "top:"'],
  ['.c { --tone: red\n  & b { top: 1px } }', '1:6 the value of "--tone" swallows the block behind it'],
  [
    '@keyframes turn { from { top: 0 } ! to { top: 1px } }',
    '1:35 "! to" is no moment of an animation, so a browser drops what stands in it',
  ],
  [
    '@keyframes none { from { top: 0 } }',
    '1:1 "@keyframes none" gives the animation no name, so a browser drops it',
  ],
])('%s', (css, words) => {
  expect(told(css)).toEqual([words]);
  expect(colour(css, '.a')).toBe('');
});

test.each([
  '.c { --tone: a:b; --box: { top: 1px }; --one: 1\n }',
  '/* one */ .a { } /* two /* three */',
  '@keyframes turn { from, 50% { top: 0 } entry 10% { top: 1px } }',
  '@keyframes "none" { to { top: 0 } }',
  '.a { };\n/* the end */',
])('nothing is said of %s', (css) => {
  expect(told(css)).toEqual([]);
});

describe('a function that stands for another text and is not written as such', () => {
  test.each([
    ['color: var(tone)', 'the name of a variable begins with two dashes', 'var(--tone)'],
    ['color: var($tone, red)', 'the name of a variable begins with two dashes', 'var(--tone, red)'],
    ['color: var()', 'the name of a variable begins with two dashes', ''],
    ['color: var(--tone red)', 'behind the name of a variable stands a comma', 'var(--tone, red)'],
    ['color: var(--tone, var(tone))', 'the name of a variable begins with two dashes', 'var(--tone)'],
    ['--x: calc(var(tone) * 2)', 'the name of a variable begins with two dashes', 'var(--tone)'],
    ['--x: var(--tone) !', 'no ! and no bracket or quote', ''],
    ['color: env(1)', 'it asks for nothing by its name', ''],
    ['color: env(nobody red)', 'behind the name stand whole numbers', ''],
    ['color: attr("data-x")', 'it is the name of an attribute', ''],
    ['color: attr(data-x type(colour red))', 'it is the name of an attribute', ''],
    ['color: if(style(--a) red)', 'each of its branches is a condition, a colon and a value', ''],
    ['color: if(style((--a) (--b)): red)', 'each of its branches is a condition, a colon and a value', ''],
    ['color: --made(1px,)', 'what is given to it is not written as values are', ''],
    ['color: --made({})', 'what is given to it is not written as values are', ''],
  ])('%s', (declaration, why, meant) => {
    const fault = parsePage({ name: 'x', html: '' }).grammar.check(
      declaration.slice(0, declaration.indexOf(':')),
      declaration.slice(declaration.indexOf(':') + 2),
    );
    expect(fault?.reason).toContain(why);
    expect(fault?.remedy).toBe(meant && `Did you mean ${meant}?`);
  });

  test.each([
    'var(--a,)',
    'var(--space-0\\.5)',
    'var(--a\\2e 5, var(--\\62))',
    'var(--a, {} x)',
    'attr(data-x type(<length>), 1px)',
    'attr(data-x px, 1px)',
    'env(nobody 1 2, red)',
    'if(style((--a) and): red; else: blue)',
    'if(style(--a: var(b)): red)',
    '--made(, 1px)',
    '--made({1px, 2px})',
  ])('%s is as it must be', (value) => {
    expect(parsePage({ name: 'x', html: '' }).grammar.check('color', value)).toBeUndefined();
  });

  test('what was said before holds on, of a variable too', () => {
    const read = page(
      '.a { color: red; color: var(tone); --t: blue; --t: var(u); background-color: var(--t) }',
    );
    expect(colour('.a { color: red } .a { color: var(tone) }', '.a')).toBe('red');
    expect(valueOf(read, read.select('.a')[0], 'background-color')).toBe('blue');
  });
});

describe('names with escapes are the names that they spell', () => {
  test.each([
    ['.a { c\\6flor: red }', 'red'],
    ['.a { c\\olor: red }', 'red'],
    ['@m\\65 dia all { .a { color: red } }', 'red'],
    ['@media \\screen { .a { color: red } }', 'red'],
    ['@media (m\\in-width: 1px) { .a { color: red } }', 'red'],
    ['@supports (di\\splay: grid) { .a { color: red } }', 'red'],
    ['.a { color: red !im\\portant; color: blue }', 'red'],
    ['p:nth-child(1 \\of .a) { color: red }', 'red'],
    ['@scope (html) t\\o (nobody) { .a { color: red } }', 'red'],
  ])('%s', (css, value) => expect(colour(css, '.a')).toBe(value));

  test('of a variable too, wherever it stands', () => {
    const read = page(
      '.a { --t\\.5: red; --\\62 ig: blue; color: var(--t\\2e 5); background-color: var(--big) }',
    );
    const [thing] = read.select('.a');
    expect(valueOf(read, thing, 'color')).toBe('red');
    expect(valueOf(read, thing, 'background-color')).toBe('blue');
  });

  test('two dashes alone are no variable, and take no block along', () => {
    expect(colour('.a { --: { b: c } color: red }', '.a')).toBe('red');
  });

  test('a variable whose block holds a quote that is not closed is dropped', () => {
    const read = page('.a { --t: red } .a { --t: { "\n } }');
    expect(valueOf(read, read.select('.a')[0], '--t')).toBe('red');
  });
});
