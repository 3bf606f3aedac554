// Computed values as texts: equal where an engine's computed values are equal (CSS Cascade 5 §4.4).
import { parsePage } from 'yelto';
import { computedOf, computedWithout, fillVariables, isValueAlready } from '../../dist/cascade/index.js';
import { computedText, isSameValue, type Surroundings } from '../../dist/value/index.js';

const around: Surroundings = {
  fontSize: () => 20,
  rootFontSize: () => 16,
  parentWeight: () => 400,
  colour: () => '#112233ff',
  scheme: () => 'light',
  font: () => 'normal/400/100%/20px/serif',
  lineHeight: () => 30,
  width: 1000,
  height: 500,
};

/** Longhand and two values that mean the same on an element of 20 px in a window of 1000 by 500. */
// prettier-ignore
const alike: readonly (readonly [longhand: string, a: string, b: string])[] = [
  ['width', '2em', '40px'], ['width', '2rem', '32px'], ['width', '10vw', '100px'], ['height', '10vh', '50px'], ['width', '1in', '96px'],
  ['width', 'calc(10px + 1em)', '30px'], ['width', 'calc(2 * (1px + 4px))', '10px'], ['width', 'min(10px, 2em)', '10px'], ['width', 'clamp(1px, 50px, 2em)', '40px'],
  ['width', 'calc(50% - 10px)', 'calc(-10px + 50%)'], ['margin-top', '0', '0px'], ['margin-top', '-0px', '0em'],
  ['font-size', '150%', '30px'], ['font-size', 'medium', '16px'], ['font-size', 'larger', '24px'], ['line-height', '150%', '30px'],
  ['font-weight', 'bold', '700'], ['font-weight', 'normal', '400'], ['font-weight', 'bolder', '700'], ['font-weight', 'lighter', '100'],
  ['color', 'red', '#F00'], ['color', 'rgb(255 0 0)', 'RGB(255, 0, 0)'], ['color', 'transparent', 'rgba(0,0,0,0)'], ['border-top-color', 'currentcolor', '#112233'],
  ['background-color', 'hsl(0 100% 50%)', '#ff0000ff'], ['color', 'CanvasText', 'black'],
  ['background-position-x', 'center', '50%'], ['background-position-x', 'left 3px', '3px'], ['object-position', 'top', 'center top'], ['transform-origin', 'left top', '0% 0%'],
  ['corner-top-left-shape', 'round', 'superellipse(1)'], ['corner-top-left-shape', 'notch', 'superellipse(-infinity)'], ['offset-rotate', 'auto', 'auto 0deg'], ['offset-rotate', '90deg auto', 'auto 90deg'],
  ['opacity', '50%', '.5'], ['opacity', 'calc(1 / 2)', '0.5'], ['opacity', '2', '1'], ['z-index', 'calc(1.6)', '2'],
  ['transform', 'translateY(-3px)', 'translate(0, -3px)'], ['transform', 'scale(2)', 'scale(2, 2)'], ['transform', 'rotate(.5turn)', 'rotate(180deg)'], ['transform', 'rotate(0)', 'rotate(0deg)'], ['transform', 'skew(0, 10deg)', 'skew(0deg, 10deg)'], ['transform', 'scale(110%)', 'scale(1.1)'],
  ['filter', 'brightness(50%)', 'brightness(.5)'], ['transition-duration', '200ms', '.2s'],
  ['box-shadow', '0 1px 2px', '#112233 0 1px 2px 0'], ['box-shadow', 'inset 0 0 1px red', 'red 0 0 1px 0 inset'], ['text-shadow', '1px 1px', '1px 1px 0 currentcolor'], ['filter', 'drop-shadow(0 1px 2px red) blur(1px)', 'drop-shadow(red 0 1px 2px) blur(1px)'], ['filter', 'drop-shadow(1px 1px)', 'drop-shadow(currentcolor 1px 1px 0)'], ['backdrop-filter', 'drop-shadow(1px 1px rgb(255 0 0))', 'drop-shadow(red 1px 1px 0)'],
  ['font-family', '"Open Sans", serif', 'Open Sans,serif'], ['border-top-left-radius', '4px 4px', '4px'], ['letter-spacing', '0', 'normal'], ['word-spacing', 'normal', '0'],
  ['background-image', 'url(a.png)', 'url( "a.png" )'], ['background-size', '10px auto', '10px'], ['border-top-width', 'thin', '1px'], ['text-decoration-line', 'underline overline', 'overline underline'],
  ['content', "'a'", '"a"'],
  ['font-stretch', 'condensed', '75%'], ['font-style', 'oblique 0deg', 'normal'], ['font-feature-settings', '"liga" on', '"liga"'], ['font-feature-settings', '"kern" off', '"kern" 0'],
  ['font-size-adjust', 'ex-height 0.5', '0.5'], ['font-variant-numeric', 'tabular-nums lining-nums', 'lining-nums tabular-nums'], ['font-family', 'SERIF', 'serif'], ['line-height', '1lh', '30px'], ['width', 'calc(1lh + 1px)', '31px'],
  ['display', 'block flow', 'block'], ['display', 'inline flow-root', 'inline-block'], ['display', 'inline flex', 'inline-flex'], ['display', '-webkit-flex', 'flex'], ['contain', 'paint layout', 'layout paint'], ['contain', 'content', 'style layout paint'],
  ['grid-auto-flow', 'dense', 'row dense'], ['grid-row-start', '2 span', 'span 2'], ['counter-reset', 'item 0', 'item'], ['counter-increment', 'item 1', 'item'], ['stroke-width', '2', '2px'], ['stroke-dasharray', '1, 2', '1px 2px'], ['paint-order', 'stroke', 'stroke fill markers'],
  ['scale', '1.1 1.1', '110%'], ['translate', '10px 0', '10px'], ['rotate', 'z 45deg', '.125turn'], ['aspect-ratio', '1', '1 / 1'], ['transform-origin', '50% 50% 0', 'center'], ['clip', 'rect(0 0 0 0)', 'rect(0, 0, 0, 0)'], ['scroll-snap-type', 'x proximity', 'x'],
  ['transition-timing-function', 'step-end', 'steps(1, jump-end)'], ['transition-property', 'WIDTH', 'width'], ['animation-duration', 'auto', '0s'], ['background-repeat', 'repeat no-repeat', 'repeat-x'], ['background-image', 'linear-gradient(to bottom, red, blue)', 'linear-gradient(#f00, blue)'],
  ['caret-color', 'auto', 'currentcolor'], ['color', 'rgb(calc(200 + 55) 0 0)', 'red'], ['opacity', '-1', '0'], ['list-style-type', 'DISC', 'disc'], ['unicode-bidi', '-webkit-isolate', 'isolate'], ['border-image-slice', '3 3', '3'], ['zoom', 'normal', '100%'], ['offset-path', 'path("M0 0L10-1e1z")', 'path("M 0 0 L 10 -1e1 z")'], ['box-shadow', '0 1ch 2px red', 'red 0 1ch 2px 0'],
];
const different: readonly (readonly [longhand: string, a: string, b: string])[] = [
  ['width', '50%', '500px'],
  ['line-height', '1.5', '30px'],
  ['flex-basis', '0%', '0px'],
  ['animation-name', 'Spin', 'spin'],
  ['content', '"A"', '"a"'],
  ['color', 'red', '#ff0001'],
  ['width', 'auto', '0'],
  ['width', '1ch', '1em'],
  ['paint-order', 'normal', 'fill'],
  ['color', 'color(srgb 1 0 0)', 'red'],
  ['font-style', 'oblique 10deg', 'italic'],
  ['font-style', 'oblique', 'italic'],
  ['grid-template-areas', '"A"', '"a"'],
  ['mask-composite', 'add', 'subtract'],
];

test.each(alike)('%s: %s is %s', (longhand, a, b) => {
  expect(computedText(longhand, a, around)).toBe(computedText(longhand, b, around));
});

test.each(different)('%s: %s is not %s', (longhand, a, b) => {
  expect(computedText(longhand, a, around)).not.toBe(computedText(longhand, b, around));
});

test('functions that are no colours are compared like any other text', () => {
  expect(isSameValue('translateY(-3px)', 'translatey( -3px )')).toBe(true);
  expect(isSameValue('blur(2px)', 'center/2em')).toBe(false);
});

const read = (css: string, body: string) =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}` });
const computed = (css: string, body: string, selector: string, longhand: string) => {
  const page = read(css, body);
  return computedOf(page, page.select(selector)[0], longhand);
};

test('sizes in em follow the parents’, however deep they are nested', () => {
  const css = 'b { font-size: 0.5em } p { font-size: 32px; margin: 0 }';
  expect(computed(css, '<p><b><b><i>x</i></b></b></p>', 'i', 'font-size')).toBe('8px');
  const deep = `<p>${'<i>'.repeat(5000)}x`;
  expect(computed('i { font-size: 1em }', deep, 'i i:not(:has(i))', 'font-size')).toBe('16px');
});

test('boxes are adjusted as CSS 2 §9.7 and the flex and grid modules say', () => {
  const body = '<div class="flex"><span>a</span></div><b>x</b>';
  expect(computed('.flex { display: flex }', body, 'span', 'display')).toBe('block');
  expect(computed('b { float: left }', body, 'b', 'display')).toBe('block');
  expect(computed('b { float: left; position: absolute }', body, 'b', 'float')).toBe('none');
  expect(computed('b { border-top-width: 9px }', body, 'b', 'border-top-width')).toBe('0');
  expect(computed('b { overflow-x: hidden }', body, 'b', 'overflow-y')).toBe('auto');
  const around = '<div class="flex"><p style="display: contents"><span>a</span></p></div>';
  expect(computed('.flex { display: grid }', around, 'span', 'display')).toBe('block');
});

test('what stands behind a dialog is out of the flow, whatever it is told (CSS Position 4 §3.1)', () => {
  const place = (position: string) => {
    const css = `dialog::backdrop { position: ${position} }`;
    const page = parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style><dialog>x</dialog>` });
    return computedOf(page, { element: page.select('dialog')[0], pseudo: '::backdrop' }, 'position');
  };
  expect(['static', 'relative', 'absolute', 'fixed', 'revert'].map(place)).toEqual([
    'absolute',
    'absolute',
    'absolute',
    'fixed',
    'fixed',
  ]);
});

// As the engine shows them.
test.each([
  ['button', 'display: list-item', 'block'],
  ['button', 'display: table', 'block'],
  ['input', 'display: table-cell', 'inline-block'],
  ['select', 'display: inline', 'inline-block'],
  ['button', 'display: list-item; appearance: none', 'list-item'],
  ['button', 'display: list-item; float: left', 'block'],
  ['button', 'display: contents', 'contents'],
  ['input', 'display: contents', 'none'],
  ['img', 'display: contents', 'none'],
  ['b', 'display: contents', 'contents'],
])('<%s> with %s is %s', (tag, css, display) => {
  expect(computed(`${tag} { ${css} }`, `<p><${tag}></${tag}></p>`, tag, 'display')).toBe(display);
});

test('variables: circles, long chains, fallbacks, registered ones', () => {
  const page = read(
    '@property --own { syntax: "*"; inherits: false; initial-value: 7px }' +
      ' p { --a: var(--b); --b: var(--a); --c: var(--a, red); --own: 3px; --d: a/**/b } i { --d: inherit }',
    '<p><i>x</i></p>',
  );
  const [p, i] = [page.select('p')[0], page.select('i')[0]];
  expect(fillVariables(page, p, 'var(--a)')).toBeUndefined();
  expect(fillVariables(page, p, 'var(--c)')).toBe('red');
  expect(fillVariables(page, p, 'var(--none, var(--own))')).toBe('3px');
  expect(fillVariables(page, i, 'var(--own)')).toBe('7px');
  expect(fillVariables(page, i, '1px var(--own) solid')).toBe('1px 7px solid');
  const chain = Array.from({ length: 20_000 }, (_, n) => `--v${n}: var(--v${n + 1});`).join('');
  const long = read(`p { ${chain} --v20000: teal }`, '<p>x');
  expect(fillVariables(long, long.select('p')[0], 'var(--v0)')).toBe('teal');
});

test('a declaration left out is left out wherever it matches', () => {
  const page = read('', '<p><b>x</b></p>').withDraft('p, b { font-size: 2em }');
  const [b] = page.select('b');
  const declaration = {
    origin: 'author',
    sheet: page.overlay!.sheet,
    line: 1,
    column: 8,
    property: 'font-size',
    value: '2em',
    important: false,
  } as const;
  expect(computedOf(page, b, 'font-size')).toBe('64px');
  expect(computedWithout(page, declaration, [page.select('p')[0], b])(b, 'font-size')).toBe('16px');
});

test('a width that a border without a style has counts as it is written', () => {
  const page = read('b { border-top-width: 9px }', '<b>x');
  const [b] = page.select('b');
  expect(isValueAlready(page, b, 'border-top-width', '9px')).toBe(true);
  expect(isValueAlready(page, b, 'border-top-width', '2px')).toBe(false);
});

describe('a text is worked out once where it hangs on nothing else, and each time where it does', () => {
  test.each([
    ['width', '2em', '20px', '40px'],
    ['width', '50px', '50px', '50px'],
    ['border-top-color', 'currentcolor', '#ff0000ff', '#0000ffff'],
    ['border-top-color', 'teal', '#008080ff', '#008080ff'],
    ['width', 'var(--size)', '1px', '2px'],
    ['font-size', 'inherit', '10px', '20px'],
    ['font-weight', 'bolder', '400', '900'],
  ])('%s: %s', (longhand, value, ofOne, ofOther) => {
    const css = `.one { font-size: 10px; color: red; --size: 1px; font-weight: 100 }
      .other { font-size: 20px; color: blue; --size: 2px; font-weight: 700 } p { border-style: solid }`;
    const page = read(
      `${css} .one p { ${longhand}: ${value} } .other p { ${longhand}: ${value} }`,
      '<div class=one><p>a</div><div class=other><p>b</div>',
    );
    const values = page.select('p').map((element) => computedOf(page, element, longhand));
    expect(values).toEqual([ofOne, ofOther]);
  });

  test('shares of the window, at each width', () => {
    const page = read('p { width: 10vw; height: 10vh }', '<p>a');
    const at = (width: number) => {
      const view = page.under({ width });
      return computedOf(view, view.select('p')[0], 'width');
    };
    expect([at(1000), at(500), at(1000)]).toEqual(['100px', '50px', '100px']);
  });

  test('a number in an attribute is another thing than the same text in a sheet', () => {
    const page = read(
      'td { width: 10px }',
      '<table><tr><td id=a width=10>x<tr><td id=b>y</table><img width=10>',
    );
    const of = (selector: string) => computedOf(page, page.select(selector)[0], 'width');
    expect([of('#a'), of('#b'), of('img')]).toEqual(['10px', '10px', '10px']);
  });

  test('each of the texts of attributes', () => {
    const page = read('p::before { content: attr(title) }', '<p title=a>x<p title=b>y');
    const values = page
      .select('p')
      .map((element) => computedOf(page, { element, pseudo: '::before' }, 'content'));
    expect(values).toEqual(['"a"', '"b"']);
  });
});

test('what hangs on a font is the same in the same font only, and is handed down as it was', () => {
  const page = read(
    '.a { font-size: 20px; text-indent: 2ch; width: 10ch } .b { font-size: 15px } .c { text-indent: 2ch } .d { text-indent: inherit }',
    '<div class="a"><p class="b"></p><p class="b c"></p><p class="b d"></p></div>',
  );
  const [plain, own, asked] = page.select('p').map((one) => computedOf(page, one, 'text-indent'));
  expect(plain).toBe(asked);
  expect(own).not.toBe(plain);
});

test('the colour of the text is that of whoever has it in the end', () => {
  const page = read(
    'div { color: red; text-shadow: 1px 1px; background-image: linear-gradient(currentcolor, blue) } p { color: green; background-image: inherit }',
    '<div><p></p></div>',
  );
  const [p] = page.select('p');
  expect(computedOf(page, p, 'text-shadow')).toBe('#008000ff 1px 1px 0');
  expect(computedOf(page, p, 'background-image')).toBe('linear-gradient(#008000ff,#0000ffff)');
});

test.each([
  ['code', '', '13px'],
  ['code', 'font-size: 16px', '16px'],
  ['code', 'font-size: 1em', '13px'],
  ['code', 'font-family: monospace, monospace', '16px'],
  ['code', 'font-family: "monospace"', '16px'],
  ['code', 'font-size: 1rem', '16px'],
  ['code', 'font-size: initial', '13px'],
  ['code', '--size: small; font-size: var(--size)', '12px'],
  ['pre', 'font-size: small', '12px'],
  ['p', 'font-family: MONOSPACE; font-size: larger', '15.6px'],
])('a lone monospace family is smaller: %s { %s } is %s', (tag, css, size) => {
  const page = read(`${tag} { ${css} }`, `<${tag}></${tag}>`);
  expect(computedOf(page, page.select(tag)[0], 'font-size')).toBe(size);
});

test('layers of a background are as many as its images', () => {
  const page = read(
    '.a { background-size: auto, cover } .b { background-image: url(a.png), url(b.png); background-size: cover }',
    '<p class="a"></p><p class="b"></p>',
  );
  const sizes = page.select('p').map((one) => computedOf(page, one, 'background-size'));
  expect(sizes).toEqual(['auto', 'cover,cover']);
});

test.each(['1em', '100%', 'calc(50% + 0.5em)', 'inherit'])(
  'a size that the text does not tell, taken whole as %s, is that of the parent',
  (size) => {
    const html =
      '<!DOCTYPE html><style>.a { font-size: 2ex } .d { font-size: 2em }</style><p class="a"><b class="c">x</b><i class="d">x</i>';
    const page = parsePage({ name: 'x', html }).withDraft(`.c { font-size: ${size} }`);
    const [a, c, d] = ['.a', '.c', '.d'].map((one) => computedOf(page, page.select(one)[0], 'font-size'));
    expect(c).toBe(a);
    expect(d).not.toBe(a);
  },
);

test('and taken whole from the root as 1rem', () => {
  const html = '<!DOCTYPE html><style>html { font-size: 2ex } p { font-size: 30px }</style><p><b>x</b>';
  const page = parsePage({ name: 'x', html }).withDraft('b { font-size: 1rem }');
  const [root, b] = ['html', 'b'].map((one) => computedOf(page, page.select(one)[0], 'font-size'));
  expect(b).toBe(root);
});

test('what is behind a box that is shown on top is no item of it', () => {
  const html = '<!DOCTYPE html><style>dialog { display: flex }</style><dialog open><p>x</p></dialog>';
  const page = parsePage({ name: 'x', html });
  const [dialog, p] = ['dialog', 'p'].map((one) => page.select(one)[0]);
  expect(computedOf(page, { element: dialog, pseudo: '::backdrop' }, 'min-width')).toBe('0');
  expect(computedOf(page, p, 'min-width')).toBe('auto');
});

describe('what is not handed down by itself is asked of the box that stands between', () => {
  const marginIn = (html: string, longhand = 'margin-left') => {
    const page = parsePage({
      name: 'x',
      html: `<!DOCTYPE html><style>.p { margin-left: 9px; display: flex; color: red } .q { all: inherit }</style>${html}`,
    });
    return computedOf(page, page.select('.q')[0], longhand);
  };
  test.each([
    ['<div class="p"><i class="q"></i></div>', '9px'],
    ['<select class="p"><option class="q">a</select>', '0'],
    ['<select><optgroup class="p"><option class="q">a</select>', '0'],
    ['<details class="p"><i class="q"></i></details>', '0'],
    ['<details class="p"><summary class="q"></summary></details>', '0'],
    ['<object class="p"><i class="q"></i></object>', '0'],
    ['<svg><details class="p"><g class="q"></g></details></svg>', '9px'],
  ])('%s', (html, value) => expect(marginIn(html)).toBe(value));

  test('which says something of its own now and then, and hands on the rest', () => {
    expect(marginIn('<details class="p"><i class="q"></i></details>', 'display')).toBe('block');
    expect(marginIn('<details class="p"><i class="q"></i></details>', 'content-visibility')).toBe('hidden');
    expect(marginIn('<details open class="p"><i class="q"></i></details>', 'content-visibility')).toBe(
      'visible',
    );
    expect(marginIn('<details class="p"><i class="q"></i></details>', 'color')).toBe('#ff0000ff');
  });
});

test('a quote within a text ends no word', () => {
  const content = (text: string) => computedText('content', text, around);
  expect(content('"a\\" " "b"')).toBe(content('"a\\" b"'));
  expect(content('"a\\" "')).not.toBe(content('"a\\"  "'));
});
