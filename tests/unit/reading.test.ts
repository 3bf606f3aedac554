// Small readers that everything else stands on: nesting, media queries, calculations, lists, states, sheets' mistakes.
import { parsePage, YeltoError } from 'yelto';
import { looksAt, parseHeld, HeldLooks } from '../../dist/page/index.js';
import { atRuleFault } from '../../dist/page/at-rules.js';
import { importedHrefs } from '../../dist/page/leading.js';
import { plainPrelude, withoutNesting } from '../../dist/page/nesting.js';
import { readTokens } from '../../dist/text/index.js';
import { selectorTexts } from '../../dist/selector/index.js';
import { askedSettings, holds, mediaFault, parseMedia, parseSheet } from '../../dist/sheet/index.js';
import { calculateText, colourText, readColour } from '../../dist/value/index.js';

/** What is wrong with the only at-rule of a sheet. */
const faultOf = (css: string) =>
  atRuleFault(parseSheet(css).contents[0] as Parameters<typeof atRuleFault>[0]);

const screen = { width: 1000, height: 800, medium: 'screen', preferences: {} } as const;
const page = (css: string, body = '<p class="a">x</p>') =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}` });

test.each([
  ['&:hover', '.a', '.a:hover'],
  ['.b', '.a', '.a .b'],
  ['> .b', '.a', '.a > .b'],
  ['& + &', '.a', '.a + .a'],
  ['& + &', '.a, .b', ':is(.a, .b) + :is(.a, .b)'],
  ['.x &', '.a .b', '.x :is(.a .b)'],
  ['.x&', 'p', '.x:is(p)'],
  ['.b, &.c', '.a', '.a .b, .a.c'],
  [':is(.b, .c) &', '.a', ':is(.b, .c) .a'],
  ['[title="&"]', '.a', '.a [title="&"]'],
])('%s inside of %s', (nested, parent, outside) => {
  expect(withoutNesting(nested, parent)).toBe(outside);
});

test.each([
  ['.a  >\n .b', '.a > .b'],
  ['.a/* x */.b', '.a.b'],
  ['[title="a  b"]', '[title="a  b"]'],
  ['[title="a  b"]\n  >\t.b', '[title="a  b"] > .b'],
  // The first space ends the escape, the second parts two names.
  ['.\\31  b,\n.c', '.\\31  b, .c'],
  ['.a /* x */\n/* y */ .b', '.a .b'],
])('%s on one line', (written, plain) => {
  const tokens = readTokens(written);
  expect(plainPrelude({ tokens, from: 0, to: tokens.count })).toBe(plain);
});

test.each([
  ['.a, .b', ['.a', '.b']],
  [':is(.a, .b), [title=","]', [':is(.a, .b)', '[title=","]']],
  ['.a', ['.a']],
])('the selectors of %s', (list, texts) => {
  expect(selectorTexts(list)).toEqual(texts);
});

test.each([
  ['calc(1px + 2px)', { px: 3 }],
  ['calc(50% - 2 * 5px)', { '%': 50, px: -10 }],
  ['calc((1px + 2px) * 3)', { px: 9 }],
  ['max(1px, 3px)', { px: 3 }],
  ['clamp(1px, 9px, 4px)', { px: 4 }],
  ['2em', { px: 40 }],
  ['1turn', { deg: 360 }],
  ['3', { '': 3 }],
])('%s', (text, amount) => {
  const pixelsOf = (unit: string) => (unit === 'em' ? 20 : undefined);
  expect(Object.fromEntries(calculateText(text, pixelsOf)!)).toEqual(amount);
});

test.each(['calc(1px + )', 'max(1px, 50%)', 'calc(1px * 1px)', 'red', '1px 2px', ''])(
  '%s is no amount',
  (text) => {
    expect(calculateText(text, () => undefined)).toBeUndefined();
  },
);

test.each([
  'translateY(-3px)',
  'blur(2px)',
  'center/2em',
  'rgb(',
  'var(--a)',
  '#ggg',
  'none',
  '',
  'rgb(1 2)',
])('%s is no colour', (text) => {
  expect(readColour(text)).toBeUndefined();
});

test.each([
  ['red', '#ff0000ff'],
  ['RGB(255, 0, 0)', '#ff0000ff'],
  ['#F00', '#ff0000ff'],
  ['Canvas', '#ffffffff'],
  ['hsl(120 100% 50% / 50%)', '#00ff0080'],
])('%s is a colour', (text, hex) => {
  expect(colourText(text)).toBe(hex);
});

describe('media queries', () => {
  test.each([
    ['(max-width: 600px', undefined],
    ['(max-with: 600px)', /no feature|nothing that can be asked/],
    ['max-width: 600px', /not written as a media query/],
    ['(max-width: 600px) and', /not written as a media query/],
    ['telly', /no medium "telly"/],
    ['', /asks for nothing/],
    ['(orientation: diagonal)', /nothing that can be asked/],
    ['print, (prefers-color-scheme: dark)', undefined],
    ['(400px <= width < 900px)', undefined],
    ['not all and (hover)', undefined],
  ])('what is wrong with %s', (text, words) => {
    const fault = mediaFault(text);
    if (words === undefined) expect(fault).toBeUndefined();
    else expect(fault?.why).toMatch(words);
  });

  test.each([
    ['(min-width: 600px)', 2],
    ['(min-width: 599.98px)', 2],
    ['print', 1],
    ['screen and (prefers-color-scheme: dark)', 2],
    ['(orientation: portrait)', 1],
    ['(min-resolution: 2dppx)', 1],
    ['(aspect-ratio > 2)', 1],
    ['(prefers-contrast)', 1],
    ['(hover: none) and (pointer: coarse)', 1],
  ])('some side of %s makes it hold, some not', (text) => {
    const query = parseMedia(text);
    let tries = [screen as Parameters<typeof holds>[1]];
    for (const { apply } of askedSettings(query)) tries = [...tries, ...tries.map((one) => apply(one))];
    expect(new Set(tries.map((one) => holds(query, one)))).toEqual(new Set([true, false]));
  });

  test('a calculation in a width is done', () => {
    expect(holds(parseMedia('(min-width: calc(500px + 500px))'), screen)).toBe(true);
    expect(holds(parseMedia('(min-width: calc(500px + 501px))'), screen)).toBe(false);
  });
});

describe('looks', () => {
  test('a stretch of widths is one look', () => {
    const looks = looksAt(
      page('@media (max-width: 600px) { .a { top: 0 } } @media (max-width: 600px) { .b { top: 0 } }'),
    );
    expect(looks.map(({ from, to }) => [from, to])).toEqual([
      [601, 1280],
      [599, 600],
    ]);
  });

  test('a nest that holds in none of the single sides is looked for', () => {
    const css =
      '@media print { @media (orientation: portrait) { @media (max-width: 400px) { .a { top: 0 } } } }';
    const read = page(css);
    const at = read.styles.conditions.length - 1;
    expect(looksAt(read).some(({ view }) => view.isActive(at))).toBe(true);
  });

  test('widths that are given are the only ones', () => {
    const read = page('@media (max-width: 600px) { .a { top: 0 } }');
    expect(looksAt(read, [320]).map(({ view }) => view.conditions.width)).toEqual([1280, 320]);
  });

  test('held states share one tree', () => {
    const plain = looksAt(page('@media print { .a { top: 0 } }'));
    const held = new HeldLooks(plain, [{ selector: '.a', state: ':hover' }]);
    const looks = plain.map((_, at) => held.at(at));
    expect(looks.map(({ words }) => words)).toEqual(plain.map(({ words }) => words));
    expect(new Set(looks.map(({ view }) => view.tree)).size).toBe(1);
    expect(looks[0].view.select('.a:hover')).toHaveLength(1);
  });
});

describe('states', () => {
  test.each([
    ['.row:hover', '.row', ':hover'],
    ['.menu.is-open', '.menu', '.is-open'],
    ['details[open]', 'details', '[open]'],
    ['.a:is(.b, .c):focus', '.a:is(.b, .c)', ':focus'],
    ['#top > li:hover', '#top > li', ':hover'],
    ['.md\\:row:hover', '.md\\:row', ':hover'],
    ['[title=":"]:hover', '[title=":"]', ':hover'],
    ['.a :hover', '.a *', ':hover'],
  ])('%s', (text, selector, state) => {
    expect(parseHeld(text)).toEqual({ selector, state });
  });

  test.each(['', '.row', 'p', ':hover', '.a .b c', '.a::before'])('%s names none', (text) => {
    expect(parseHeld(text)).toBeUndefined();
  });

  test.each([
    [':hover', '.a:hover'],
    [':HOVER', '.a:hover'],
    ['.md\\:on', '.a.md\\:on'],
    ['[aria-expanded="true"]', '.a[aria-expanded="true"]'],
    [':checked', '.a:checked'],
  ])('%s can be held', (state, selector) => {
    expect(
      page('')
        .under({ held: [{ selector: '.a', state }] })
        .select(selector),
    ).toHaveLength(1);
  });

  test.each([':first-child', ':nope', '.', '[', 'a b'])('%s cannot', (state) => {
    expect(() => page('').under({ held: [{ selector: '.a', state }] })).toThrow(YeltoError);
  });
});

describe('what a browser drops', () => {
  test.each([
    ['meda', 'media'],
    ['font-fce', 'font-face'],
    ['keyframe', 'keyframes'],
  ])('@%s is told, with what was meant', (name, near) => {
    expect(faultOf(`@${name} x {}`)!.remedy).toContain(`@${near}`);
  });

  test.each(['media', 'layer', '-moz-document', 'view-transition'])('@%s is known', (name) => {
    expect(faultOf(`@${name} x {}`)).toBeUndefined();
  });

  test.each([
    ['@layer 1a {}', 'does not name a layer'],
    ['@layer a .b {}', 'does not name a layer'],
    ['@layer a, b {}', 'several layers'],
    ['@layer;', 'does not name a layer'],
    ['@container width > 1px {}', 'not written as a container query'],
    ['@container none (width > 1px) {}', 'not written as a container query'],
    ['@container {}', 'not written as a container query'],
    ['@supports nobody {}', 'not written as a condition'],
    ['@import screen;', 'names no address'],
    ['@media print;', 'has no block'],
  ])('%s is told', (text, why) => {
    const fault = faultOf(text)!;
    expect(fault.why).toContain(why);
    expect(fault.remedy).toContain(/@\w+/.exec(text)![0]);
  });

  test.each([
    '@layer a.b/**/.c {}',
    '@layer {}',
    '@layer a, b;',
    '@container card {}',
    '@container card not (width > 1px) {}',
    '@container (width > 1px), card (nobody) {}',
    '@container style(--a: 1) and (width) {}',
    '@supports (nobody: 1) {}',
    '@import "x" nobody(;',
  ])('%s is kept', (text) => {
    expect(faultOf(text)).toBeUndefined();
  });

  test('imports stand first, behind what is no rule', () => {
    const css = '@nobody; .1x { } @layer a; @import "b.css"; @layer b { } @import "c.css";';
    expect(importedHrefs(css)).toEqual(['b.css']);
    expect(importedHrefs('@import "b.css"; @layer a; @import "c.css";')).toEqual(['b.css']);
    expect(importedHrefs('@import; @layer a; @import "c.css";')).toEqual(['c.css']);
    expect(importedHrefs('@import url("b.css" x); @import "c.css" { } @import src("d.css");')).toEqual([]);
  });

  test('a comment that is never closed', () => {
    expect(parseSheet('.a { top: 0 } /* open .b { top: 0 }').faults).toEqual([
      expect.objectContaining({ offset: 14, message: expect.stringContaining('never closed') }),
    ]);
    expect(parseSheet('.a { top: 0 } /* shut */').faults).toEqual([]);
    expect(parseSheet('/*/').faults).toHaveLength(1);
  });
});

test('paper has its own resolution, whatever the window has', () => {
  const on = (medium: 'screen' | 'print', query: string) => holds(parseMedia(query), { ...screen, medium });
  for (const query of [
    '(min-resolution: 2dppx)',
    '(resolution: 300dpi)',
    '(update: none)',
    '(overflow-block: paged)',
  ])
    expect([query, on('screen', query), on('print', query)]).toEqual([query, false, true]);
});

test('a nest of queries that no one feature opens is looked at, and together with the draft’s own', () => {
  const read = page(
    '@media (prefers-reduced-motion: reduce) { @media (hover: none) and (pointer: coarse) { @media (prefers-color-scheme: dark) and (min-width: 900px) and (max-width: 1200px) { .a { top: 0 } } } }',
  ).withDraft('@media print { @media (orientation: portrait) { .a { top: 1px } } }');
  const { conditions } = read.overlay!.styles;
  const own = conditions.length - 1;
  const innermost = conditions.findLastIndex((one, at) => at < own - 1 && one.media !== undefined);
  expect(looksAt(read).some(({ view }) => view.isActive(innermost))).toBe(true);
  expect(looksAt(read).some(({ view }) => view.isActive(innermost) && view.isActive(own))).toBe(true);
});
