// At-rules one by one: what is dropped, and what holds; each was met by the judge in `at-rules.test.ts`.
import { animationsOn, contest, parsePage, type Page } from 'yelto';
import { readKeyframes } from '../../dist/page/keyframes.js';
import { parseRegistered } from '../../dist/page/registered.js';
import { parseContainer, parseSheet, readLayerNames, type AtRule } from '../../dist/sheet/index.js';
import { canBeInitial, isSyntax } from '../../dist/value/index.js';

const pageOf = (css: string, body = '<p class="c"></p>') =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style><body>${body}` });
const winner = (page: Page, selector: string, property = 'z-index') =>
  contest(page, page.select(selector)[0], property).entries[0]?.declaration.value ?? 'none';
const ruleIn = (css: string) => parseSheet(css).contents[0] as AtRule;

describe('layers', () => {
  test.each([
    ['a', [['a']]],
    ['a.b, c', [['a', 'b'], ['c']]],
    ['\\61 .b', [['a', 'b']]],
    ['a\\.b', [['a.b']]],
    ['a/**/.b', [['a', 'b']]],
    ['', []],
    ['a .b', undefined],
    ['a,', undefined],
    ['1a', undefined],
    ['.a', undefined],
  ])('%s names them', (prelude, names) => {
    expect(readLayerNames(prelude)).toEqual(names);
  });

  test('escapes and plain letters are one name, and a dot within a name is none between names', () => {
    const css = (first: string, second: string) =>
      `@layer ${first} { .c { z-index: 1 } } @layer z { .c { z-index: 2 } } @layer ${second} { .c { z-index: 3 } }`;
    expect(winner(pageOf(css('a', '\\61')), '.c')).toBe('2');
    expect(winner(pageOf(css('a.b', 'a\\.b')), '.c')).toBe('3');
  });

  test('an import into what is no layer never holds', () => {
    const read = (layer: string) =>
      parsePage({
        name: 'x',
        html: `<!DOCTYPE html><style>@import "a.css" ${layer};</style><p class="c">`,
        sheets: [{ href: 'a.css', css: '.c { z-index: 1 }' }],
      });
    expect(winner(read('layer(a.b)'), '.c')).toBe('1');
    expect(winner(read('layer'), '.c')).toBe('1');
    expect(winner(read('layer(1)'), '.c')).toBe('none');
    expect(winner(read('layer(a, b)'), '.c')).toBe('none');
  });
});

describe('containers', () => {
  test.each([
    '(width > 1px)',
    'card',
    'card (width > 1px)',
    'not (width > 1px)',
    'card not (width > 1px)',
    '(width > 1px), card (nobody)',
    'style(--a: 1) and (width)',
    '\\63 ard (width)',
    'auto (width)',
  ])('%s is read', (prelude) => {
    expect(parseContainer(prelude)).toBeDefined();
  });

  test.each([
    '',
    'width > 1px',
    'none (width)',
    'and (width)',
    'initial (width)',
    'card box (width)',
    '"card" (width)',
    '(width) (height)',
    '(width) and (height) or (width)',
    '(width)and(height)',
    'card,',
    'not',
  ])('"%s" is dropped', (prelude) => {
    expect(parseContainer(prelude)).toBeUndefined();
  });

  const body = '<div id="box"><p class="c"></p></div>';
  const holds = (query: string, style = 'container-type: inline-size', height?: number) => {
    const page = pageOf(`#box { ${style} } @container ${query} { .c { z-index: 1 } }`, body);
    const sized = page.under({ containers: [{ selector: '#box', width: 400, height }] });
    const [entry] = contest(sized, sized.select('.c')[0], 'z-index').entries;
    return entry?.dependsOn ? 'depends' : entry !== undefined;
  };
  const size = 'container-type: size; container-name: card';
  const big = 'container-type: inline-size; font-size: 20px';

  const asked: readonly (readonly [
    query: string,
    expected: boolean | string,
    style?: string,
    height?: number,
  ])[] = [
    ['(width > 300px)', true],
    ['(min-width: 25em)', true],
    ['(min-width: 25em)', false, big],
    ['(min-width: 20em)', true, big],
    ['(min-width: 25rem)', true, big],
    ['(width > 25vw)', true],
    ['(inline-size = 400px)', true],
    ['(width > 300)', false],
    ['not (width > 300)', false],
    ['(nobody) or (width > 300px)', false],
    ['style(color: red) or (width > 300px)', false],
    ['(width > 300) or (width > 300px)', false],
    ['(hover)', false],
    ['(height > 10px)', false],
    ['(height > 10px)', true, size, 50],
    ['(height > 10px)', 'depends', size],
    ['(orientation: landscape)', true, size, 50],
    ['card (width)', true, size],
    ['other (width)', false, size],
    ['card', true, size],
    ['CARD', false, size],
    ['(width > 10lh)', 'depends'],
    ['style(--x: 1)', false],
    ['style(--x: 1)', true, '--x: 1'],
    ['scroll-state(stuck: top)', 'depends'],
    ['style(--x: 1) and (width > 500px)', false],
    ['style(--x: 1) or (width > 300px)', true],
    ['(width > 500px), (width > 300px)', true],
    ['(width > 300px)', false, 'container-type: normal'],
  ];
  test.each(asked.map((one) => [one[0], one] as const))('%s', (_, [query, expected, style, height]) => {
    expect(holds(query, style, height)).toBe(expected);
  });
});

test.each([
  ['@container card width > 300px { }', '@container card (width > 300px) {'],
  ['@container min-width: 300px { }', '@container (min-width: 300px) {'],
  ['@container 1 2 { }', '@container card (min-width: 400px) {'],
  ['@supports display: grid { }', '@supports (display: grid) {'],
  ['@scope .a .b { }', '@scope (.a .b) {'],
])('%s: brackets are put where they are missing', (css, meant) => {
  expect(pageOf(css).faults[0].remedy).toContain(meant);
});

describe('scopes and namespaces', () => {
  test.each([
    ['(.a)', '1'],
    ['(.a) TO (.b)', '1'],
    ['(.a)/**/to/**/(.b)', '1'],
    ['(.a) to (.c)', 'none'],
    ['.a', 'none'],
    ['(.a)to(.b)', 'none'],
    ['(.a) to', 'none'],
    ['(.a) x', 'none'],
    ['(.a::before)', 'none'],
  ])('@scope %s: %s', (prelude, value) => {
    const page = pageOf(`@scope ${prelude} { .c { z-index: 1 } }`, '<div class="a"><p class="c"></p></div>');
    expect(winner(page, '.c')).toBe(value);
  });

  test.each([
    ['@namespace "x"; .c { z-index: 1 }', 'none'],
    ['@layer a; @namespace "x"; .c { z-index: 1 }', 'none'],
    ['p { } @namespace "x"; .c { z-index: 1 }', '1'],
    ['@media all { @namespace "x"; .c { z-index: 1 } }', '1'],
    ['@namespace "x" { } .c { z-index: 1 }', '1'],
    ['@namespace "x" y; .c { z-index: 1 }', '1'],
  ])('%s: %s', (css, value) => {
    expect(winner(pageOf(css), '.c')).toBe(value);
  });
});

describe('frames', () => {
  const read = (css: string) => readKeyframes(ruleIn(css), (property) => property !== 'nobody');

  test.each([
    ['@keyframes k { from { top: 0 } }', 'k', { top: [0] }],
    ['@keyframes "none" { to { top: 0 } }', 'none', { top: [1] }],
    [
      '@keyframes /**/\\6b { 0%, 50% { top: 0; nobody: 1; left: 0 !important } 50% { left: 0 } }',
      'k',
      { top: [0, 0.5], left: [0.5] },
    ],
    ['@keyframes k { 101% { top: 0 } 50 { left: 0 } from, x { right: 0 } }', 'k', {}],
    ['@keyframes k { 1e1% { top: 0; all: unset } 1e2% { left: 0 } }', 'k', { top: [0.1], left: [1] }],
    ['@keyframes k { cover 100% { top: 0 } exit 0%, TO { left: 0 } }', 'k', { left: [1] }],
  ])('%s', (css, name, places) => {
    expect(read(css)).toMatchObject({ name, places: new Map(Object.entries(places)) });
  });

  test.each(['none', 'initial', 'k l', '1k', ''])('@keyframes %s is dropped', (name) => {
    expect(read(`@keyframes ${name} { from { top: 0 } }`)).toBeUndefined();
  });

  const animated = (css: string) => {
    const page = pageOf(css);
    return [...animationsOn(page, page.select('.c')[0]).keys()].sort();
  };

  test('a prefixed one gives way wherever it stands', () => {
    const css =
      '@keyframes k { to { top: 0 } } @-webkit-keyframes k { to { left: 0 } } .c { animation: k 1s infinite }';
    expect(animated(css)).toEqual(['top']);
  });

  test('flow-relative sides are those of the box, and some properties are never animated', () => {
    const css =
      '@keyframes k { to { margin-inline: 1px; direction: rtl; transition: all } } .c { animation: k 1s infinite }';
    expect(animated(css)).toEqual(['margin-left', 'margin-right']);
  });

  test('the word none names no frames, the string does', () => {
    const frames = '@keyframes "none" { to { top: 0 } }';
    expect(animated(`${frames} .c { animation: none; animation-duration: 1s }`)).toEqual([]);
    expect(animated(`${frames} .c { animation-name: "none"; animation-duration: 1s }`)).toEqual(['top']);
  });
});

describe('registered variables', () => {
  const read = (name: string, text: string) => parseRegistered(ruleIn(`@property ${name} { ${text} }`), 0);
  const rest = 'inherits: true; initial-value: 0px';

  test.each([
    ['--x', `syntax: "<length>"; ${rest}`],
    ['--\\78', `syntax: '*'; inherits: FALSE`],
    ['--x', 'syntax: "*"; syntax: nobody; inherits: true; inherits: perhaps'],
  ])('%s { %s }', (name, text) => {
    expect(read(name, text)?.name).toBe('--x');
  });

  test.each([
    ['x', `syntax: "*"; ${rest}`],
    ['--', `syntax: "*"; ${rest}`],
    ['--x y', `syntax: "*"; ${rest}`],
    ['--x', `syntax: <length>; ${rest}`],
    ['--x', `syntax: "<nobody>"; ${rest}`],
    ['--x', `syntax: "<length>" !important; ${rest}`],
    ['--x', 'syntax: "<length>"; inherits: true'],
    ['--x', 'syntax: "<length>"; inherits: true; initial-value: 1em'],
    ['--x', 'syntax: "*"; inherits: true; initial-value: var(--y)'],
  ])('%s { %s } is dropped', (name, text) => {
    expect(read(name, text)).toBeUndefined();
  });

  test.each(['*', ' * ', '<length>+', 'a | b', '<color>#', '<transform-list>'])('%s is a syntax', (text) => {
    expect(isSyntax(text)).toBe(true);
  });

  test.each(['', '*|a', '<nobody>', 'inherit', 'a b', '<transform-list>+', '<length> +'])(
    '"%s" is none',
    (text) => {
      expect(isSyntax(text)).toBe(false);
    },
  );

  test('what hangs on a font cannot be the first value, what hangs on the window can', () => {
    expect(canBeInitial('<length>', '10vw')).toBe(true);
    expect(canBeInitial('<length>', '1rem')).toBe(false);
    expect(canBeInitial('*', 'inherit')).toBe(false);
  });
});
