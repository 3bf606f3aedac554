// Where a declaration counts though most windows and states do not show it; each was met by the judge of verdicts.
import { parsePage, prove } from 'yelto';
import { computedOf } from '../../dist/cascade/index.js';
import { splitShorthand } from '../../dist/value/index.js';

const page = (css: string, body: string) =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}` });
/** What is said of the last declaration of a draft. */
const last = (css: string, body: string, draft: string) =>
  prove(page(css, body), draft).verdicts.at(-1)!.outcome;

describe('where a declaration counts after all', () => {
  test('at another height, where a share of the window is equal by luck under a query', () => {
    const css = '@media (min-width: 900px) { div.a { height: auto } } .a { height: 10vh }';
    expect(last(css, '<div class="a">x</div>', '.a { height: 80px }')).toBe('partly');
    expect(last('.a { height: 80px }', '<div class="a">x</div>', 'div.a { height: 80px }')).toBe('needless');
  });

  test('at the end of a stretch of widths, where a share of the window is something else', () => {
    const draft = '@media (max-width: 1000px) { .a { font-size: clamp(16px, 2vw, 24px) } }';
    expect(last('', '<p class="a">x</p>', draft)).toBe('wins');
    expect(last('', '<p class="a">x</p>', draft.replace('1000', '790'))).toBe('needless');
  });

  test('is not known where it loses at one width, and hangs on a container at others', () => {
    const css =
      '.box { container-type: inline-size } @container (width < 50em) { .a { color: red !important } } @media (max-width: 10px) { .a { color: blue !important } }';
    const body = '<div class="box"><p class="a">x</p></div>';
    expect(last(css, body, '.a { color: green }')).toBe('cannot-tell');
  });

  test('under the browser’s ring, while another rule steps back', () => {
    const css = '.a:not(:hover) { outline-width: 1px }';
    expect(last(css, '<button class="a">x</button>', '.a { outline-width: medium }')).toBe('partly');
    expect(last(css, '<p class="a">x</p>', '.a { outline-width: medium }')).not.toBe('partly');
  });

  test('where queries of site and draft hold together in one window only', () => {
    const css =
      '@media (hover: none) and (pointer: coarse) { .a { @media (orientation: landscape) and (min-width: 601px) { color: red } } }';
    const draft = '@media screen and (400px <= width <= 800px) { .a { color: canvastext !important } }';
    expect(last(css, '<p class="a">x</p>', draft)).toBe('wins');
    expect(last('', '<p class="a">x</p>', draft)).toBe('needless');
  });

  test('because a rule takes from outside what stands there under a query', () => {
    const body = '<div class="a"><p class="b">x</p></div>';
    const css = (value: string) =>
      `.b { justify-self: ${value} } @media print { .a { justify-self: start } }`;
    const draft = '.b { justify-self: auto }';
    expect(last(css('inherit'), body, draft)).toBe('wins');
    expect(last(css('auto'), body, draft)).toBe('needless');
  });

  test('not in a window that cannot be: wide, and no wider than high', () => {
    const css = '@media (max-aspect-ratio: 1/1) { .a { color: red } }';
    const draft = '@media (orientation: landscape) { .a { color: canvastext } }';
    expect(last(css, '<p class="a">x</p>', draft)).toBe('needless');
  });
});

test('an import that stands too late is dropped, and not unknown besides', () => {
  const said = (draft: string) =>
    prove(page('', '<p class="a">x</p>'), draft).verdicts.flatMap(({ declaration, outcome }) =>
      declaration.property.startsWith('@import') ? [outcome] : [],
    );
  expect(said('.a { color: red } @import "b.css";')).toEqual(['invalid']);
  expect(said('@import "b.css"; .a { color: red }')).toEqual(['cannot-tell']);
});

test('what drawings do not take', () => {
  const read = page(
    '* { position: absolute; display: contents; column-count: 2 }',
    '<svg><g><rect/><text>x</text></g></svg>',
  );
  const value = (selector: string, longhand: string) => computedOf(read, read.select(selector)[0], longhand);
  expect(['svg', 'g', 'rect'].map((one) => value(one, 'position'))).toEqual(['absolute', 'static', 'static']);
  expect(['svg', 'g', 'rect'].map((one) => value(one, 'display'))).toEqual(['none', 'contents', 'none']);
  expect(['g', 'text'].map((one) => value(one, 'column-count'))).toEqual(['2', 'auto']);
});

test('the older form of border-image sets the same longhands, and fills the middle', () => {
  const draft = '.a { border-image: url(x) 5; -webkit-border-image: none; border-image: none }';
  expect(last('', '<p class="a">x</p>', draft)).toBe('needless');
  const parts = splitShorthand('-webkit-border-image', 'url(x) 5 / 2px round');
  expect(parts?.get('border-image-slice')).toBe('5 fill');
  expect(parts?.get('border-image-width')).toBe('2px');
});

test.each([
  ['(hover)', {}, /no browser knows all that @container \(hover\) asks for/],
  ['(width > 300)', {}, /no browser knows all that/],
  ['(width > 300px)', {}, /no box around is such a container/],
  ['(width > 300px)', { containers: [{ selector: '.a', width: 200 }] }, /with the sizes that were given/],
])('why @container %s holds for nothing %#', (query, conditions, why) => {
  const css = 'containers' in conditions ? '.a { container-type: inline-size }' : '';
  const read = page(css, '<div class="a"><p class="b">x</p></div>').under(conditions);
  const [verdict] = prove(read, `@container ${query} { .b { color: red } }`).verdicts;
  expect(verdict.outcome).toBe('no-effect');
  expect(verdict.why).toMatch(why);
});
