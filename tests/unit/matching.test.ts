// Whom selectors match, and which of them browsers refuse: each point that tests/matching.test.ts found wrong once.
import { parsePage, prove, type Page } from 'yelto';

const pageOf = (body: string, css = ''): Page =>
  parsePage({ name: 'page.html', html: `<!DOCTYPE html><html lang=de><style>${css}</style><body>${body}` });
const ids = (body: string, selector: string): string =>
  pageOf(body)
    .select(selector)
    .map(({ id }) => id)
    .join(' ');
const isKept = (selector: string): boolean => pageOf('', `${selector} { top: 0 }`).styles.blocks.length === 1;

describe('form controls', () => {
  test('what stands in a list that is switched off is switched off too', () => {
    const body =
      '<select disabled><optgroup id=a><option id=b></optgroup><option id=c></select><option id=d>';
    expect(ids(body, 'optgroup:disabled, option:disabled')).toBe('a b c');
    expect(ids(`<fieldset disabled>${body}</fieldset>`, 'option:enabled')).toBe('d');
  });

  test('a control belongs to the form that it names', () => {
    const body = '<form id=one><input required form=two></form><form id=two></form>';
    expect(ids(body, 'form:invalid')).toBe('two');
    expect(ids('<form id=f></form><button form=f id=a></button><button id=b>', 'button:default')).toBe('a');
  });

  test('a button of an unknown type sends its form', () => {
    expect(ids('<form><button type=odd id=a></button><button id=b></button></form>', ':default')).toBe('a');
  });

  test('a radio button without a name is a group of its own, and one of a group stands for all', () => {
    expect(ids('<input type=radio id=a><input type=radio id=b checked>', ':indeterminate')).toBe('a');
    expect(ids('<input type=radio name=x id=a required><input type=radio name=x id=b>', ':invalid')).toBe(
      'a b',
    );
  });

  test('a list is missing its value where what stands first in it is chosen and empty', () => {
    const list = (id: string, inner: string, more = '') =>
      `<select required id=${id} ${more}>${inner}</select>`;
    const empty = '<option value="">x';
    const body = [
      list('a', empty),
      list('b', `<option>x</option><option value="" selected>y`),
      list('c', `<optgroup>${empty}</optgroup>`),
      list('d', `<optgroup></optgroup>${empty}`),
      list('e', '<option value="" selected>x', 'size=2'),
      list('f', '', 'multiple'),
    ].join('');
    expect(ids(body, ':invalid')).toBe('a f');
  });

  test('dates, times and weeks have ranges as numbers have', () => {
    const body =
      '<input type=date id=a min=2024-03-01 value=2024-02-29><input type=time id=b min=22:00 max=06:00 value=23:30>' +
      '<input type=week id=c max=2024-W09 value=2024-W10><input type=month id=d max=2024-05 value=2024-05>';
    expect(ids(body, ':out-of-range')).toBe('a c');
    expect(ids(body, ':in-range')).toBe('b d');
  });

  test('what has no value is in range, what has no range and a value is neither', () => {
    const body =
      '<input type=number id=a><input type=number id=b value=7><input type=date id=c value=2024-02-31>';
    expect(ids(body, ':in-range')).toBe('a c');
    expect(ids(body, ':out-of-range')).toBe('');
  });

  test('steps are counted from the least value', () => {
    const body = '<input type=number id=a min=1 step=2 value=4><input type=number id=b step=2 value=3>';
    expect(ids(body, ':invalid')).toBe('a');
  });

  test('what only suggests, and pictures that send, are not asked', () => {
    expect(
      ids('<datalist><input required id=a></datalist><input type=image id=b required>', ':invalid'),
    ).toBe('');
    expect(ids('<input type=image id=b>', ':valid')).toBe('');
  });
});

describe('what may be edited', () => {
  test('an attribute that says nothing leaves it to what is around', () => {
    const body =
      '<p contenteditable=x id=a></p><div contenteditable id=b><p contenteditable=x id=c></p></div>';
    expect(ids(body, '[id]:read-write')).toBe('b c');
  });

  test('drawings and formulas are neither, and end it', () => {
    const body =
      '<div contenteditable id=a><svg id=b><foreignObject id=c><p id=d></p></foreignObject></svg></div>';
    expect(ids(body, '[id]:read-write')).toBe('a');
    expect(ids(body, '[id]:read-only')).toBe('d');
  });

  test('a tick is none, whatever it says', () => {
    expect(ids('<input type=checkbox contenteditable id=a>', '[id]:read-write')).toBe('');
  });
});

describe('directions and languages', () => {
  test('a direction that is found by the text is that of the first letter that has one', () => {
    expect(ids('<p dir=auto id=a>12 א b</p><p dir=auto id=b>a א</p>', 'p:dir(rtl)')).toBe('a');
  });

  test('what says its own direction inside is passed over', () => {
    const body = '<p dir=auto id=a><b dir=ltr>א</b>x</p><p dir=auto id=b><bdi>x</bdi>א</p>';
    expect(ids(body, 'p:dir(rtl)')).toBe('b');
  });

  test('bdi looks for it by itself, a field by its value, a telephone number is written from the left', () => {
    const body =
      '<bdi id=a>א</bdi><input dir=auto id=b value="א"><div dir=rtl><input type=tel id=c><input id=d></div>';
    expect(ids(body, 'bdi:dir(rtl), input:dir(rtl)')).toBe('a b d');
  });

  test('the property follows', () => {
    const page = pageOf('<p dir=auto>א</p>');
    const [verdict] = prove(page, 'p { direction: rtl }').verdicts;
    expect(verdict.outcome).toBe('needless');
  });

  test('formulas have no attribute for their language, drawings do', () => {
    expect(ids('<math lang=en id=a></math><svg lang=en id=b></svg>', '[id]:lang(en)')).toBe('b');
    expect(ids('<math lang=en id=a></math>', '[id]:lang(de)')).toBe('a');
  });
});

test('a name with a hyphen is defined in a drawing, and where it is the standard’s', () => {
  expect(ids('<x-y id=a></x-y><svg><x-y id=b></x-y></svg><font-face id=c></font-face><p is=x-y id=d>', '[id]:not(:defined)')).toBe('a d'); // prettier-ignore
});

test('an “a” in a formula is no link', () => {
  expect(ids('<math><a href=x id=a></a></math><svg><a href=x id=b></a></svg>', '[id]:any-link')).toBe('b');
});

describe('selectors that browsers refuse, by which the whole rule falls', () => {
  test.each([
    '.a, .b::before:hover',
    '::after:first-child',
    '::selection:hover',
    '::placeholder:hover',
    '::marker:hover',
    '::backdrop:hover',
    '::file-selector-button:disabled',
    '::part(x):first-child',
    '::slotted(a):hover',
    '::before:not(a)',
    '::before::before',
    '::-webkit-slider-thumb::before',
    '::scroll-button(x)',
    '::picker(x)',
    '::highlight()',
    '::view-transition-old(x y)',
    ':host(:has(a))',
    '::slotted(:has(a))',
    ':-webkit-any(.a .b)',
    ':lang(1)',
    ':dir()',
    ':state(x y)',
    '[nobody|x]',
    '[x=y s]',
  ])('%s', (selector) => expect(isKept(selector)).toBe(false));
});

describe('and those that they keep', () => {
  test.each([
    '.a/**/.b',
    'p/**/:hover',
    '::before:is(:hover)',
    '::before::marker',
    '::part(x):hover::before',
    '::details-content::first-line',
    '::file-selector-button:hover',
    '::selection:window-inactive',
    '::-webkit-scrollbar-thumb:horizontal',
    '::-webkit-nobody-knows:hover',
    '::cue(b)',
    '::view-transition-group(x.y)',
    '::slotted(a)::after',
    '[*|x]',
    ':target-before',
  ])('%s', (selector) => expect(isKept(selector)).toBe(true));
});

test('a comment between two classes parts nothing', () => {
  expect(ids('<p class="a b" id=x></p><p class=a id=y></p>', '.a/**/.b')).toBe('x');
});

test('a prefix stands for the address that @namespace gives it', () => {
  const css = '@namespace x "http://www.w3.org/1999/xlink"; [x|href] { color: red }';
  const page = parsePage({
    name: 'x',
    html: `<!DOCTYPE html><style>${css}</style><svg><a xlink:href=y></a></svg>`,
  });
  const [link] = page.select('a');
  expect(page.styles.blocks[0].selectors[0].text).toBe('[x|href]');
  expect(page.styles.blocks).toHaveLength(1);
  expect(link.tag).toBe('a');
});

describe('what elements are by themselves', () => {
  test.each([
    ['<progress class=x>', 'width: auto'],
    ['<meter class=x>', 'height: auto'],
    ['<audio controls class=x>', 'width: auto'],
    ['<input type=color class=x>', 'width: auto'],
    ['<input type=radio class=x>', 'border-radius: 0'],
    ['<select multiple class=x>', 'vertical-align: baseline'],
    ['<marquee class=x>', 'overflow: visible'],
  ])('%s has another value than %s', (body, declaration) => {
    const [verdict] = prove(pageOf(body), `.x { ${declaration} }`).verdicts;
    expect(verdict.outcome).not.toBe('needless');
  });
});

test('a state of something inside counts though only its box carries the draft’s state', () => {
  const page = pageOf(
    '<div class=card><p><b class=item>x</b></p></div>',
    '.item:focus-within { color: red }',
  );
  const [verdict] = prove(page, '.card:focus-within .item { color: revert }').verdicts;
  expect(verdict.outcome).toBe('wins');
});

test('what cannot stand behind a pseudo-element is told where it can', () => {
  const [verdict] = prove(pageOf('<p class=a>x</p>'), '.a::before:hover { color: red }').verdicts;
  expect(verdict).toMatchObject({ outcome: 'invalid', remedy: 'Write :hover before ::before.' });
});

test('the old name of :is() counts as any pseudo-class does', () => {
  const wins = (other: string, css: string) =>
    prove(pageOf('<p class="a b">x</p>', `${other} { color: red }`), css).verdicts[0].outcome;
  expect(wins('.a', ':-webkit-any(p, i) { color: blue }')).toBe('wins');
  expect(wins('.a.b', ':-webkit-any(#x, .a.b) { color: blue }')).toBe('loses');
  expect(wins('.a', ':is(p, i) { color: blue }')).toBe('loses');
});
