// Controls that a browser draws in its own way until a rule speaks of their background or border; tests/native-look.test.ts
// has an engine's pictures judge it on random ones.
import { compare, contest, drift, explain, parsePage, prove, writeOverride } from 'yelto';

const page = (css: string, body: string) =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}` });
const button = '<button class="a">x</button>';
const told = (css: string, body: string, draft: string) => prove(page(css, body), draft).verdicts;
const outcomes = (css: string, body: string, draft: string) =>
  told(css, body, draft).map(({ outcome }) => outcome);

describe('the value that a control has already', () => {
  test.each([
    'border-radius: 0', 'border-end-start-radius: 0', 'background-image: none', 'background-color: buttonface', 'border: 2px outset buttonborder',
    'border-image: none', 'border-inline-start-width: 2px', 'background-size: auto', '-webkit-border-radius: 0', 'background-clip: border-box !important',
  ])('%s ends its native look', (declaration) => {
    expect(outcomes('', button, `.a { ${declaration} }`)).toEqual(['wins']);
    expect(outcomes('', '<b class="a">x</b>', `.a { border-radius: 0 }`)).toEqual(['needless']);
  }); // prettier-ignore

  test.each(['background-repeat: repeat', 'background-blend-mode: normal', 'border-collapse: separate', 'color: buttontext', 'box-shadow: none', 'appearance: auto'])(
    '%s does not',
    (declaration) => expect(outcomes('', button, `.a { ${declaration} }`)).not.toContain('wins'),
  ); // prettier-ignore

  test.each([
    ['<input class="a">', 'wins'],
    ['<input class="a" type="submit">', 'wins'],
    ['<input class="a" type="date">', 'wins'],
    ['<input class="a" type="checkbox">', 'needless'],
    ['<input class="a" type="radio">', 'needless'],
    ['<input class="a" type="range">', 'needless'],
    ['<input class="a" type="file">', 'needless'],
    ['<input class="a" type="image">', 'needless'],
    ['<select class="a"><option>b</select>', 'wins'],
    ['<select class="a" multiple><option>b</select>', 'needless'],
    ['<select class="a" size="2"><option>b</select>', 'needless'],
    ['<textarea class="a"></textarea>', 'wins'],
    ['<progress class="a"></progress>', 'wins'],
    ['<meter class="a"></meter>', 'wins'],
  ])('on %s: %s', (body, outcome) => {
    expect(outcomes('', body, '.a { background-size: auto }')).toEqual([outcome]);
  });

  test.each([
    ['button { background: gold }', 'needless'],
    ['* { border-image-width: 1 }', 'needless'],
    ['button { appearance: none }', 'needless'],
    ['button { background-repeat: repeat; color: red }', 'wins'],
    ['button { background: revert }', 'wins'],
    ['button:hover { background: gold }', 'wins'],
    ['@media (min-width: 600px) { button { background: gold } }', 'wins'],
    ['@media (min-width: 600px) { .b { background: gold } }', 'wins'],
    ['button { background: gold } @media (min-width: 600px) { button { background: revert } }', 'wins'],
  ])('where the site says %s: %s', (css, outcome) => {
    expect(outcomes(css, button, '.a { border-radius: 0 }')).toEqual([outcome]);
  });

  test('a style attribute ends the look as a rule does', () => {
    expect(
      outcomes('', '<button class="a" style="border-width: 2px">x</button>', '.a { border-radius: 0 }'),
    ).toEqual(['needless']);
  });

  test('what rolls back gives the look again', () => {
    expect(outcomes('button { border-radius: 0 }', button, '.a { border-radius: revert }')).toEqual(['wins']);
    expect(
      outcomes('button { border-radius: 0; border-width: 2px }', button, '.a { border-radius: revert }'),
    ).toEqual(['needless']);
  });

  test('in one state only', () => {
    const draft = '.a { border-radius: 0 }';
    expect(outcomes('button:not(:hover) { background: gold }', button, draft)).toEqual(['wins']);
    expect(outcomes('button { background: gold } button:hover { background: tan }', button, draft)).toEqual([
      'needless',
    ]);
  });
});

test('controls of one rule are told apart by their kinds', () => {
  const kept = ['checkbox', 'radio', 'range', 'file', 'image', 'hidden'].map(
    (type) => `<input class="a" type="${type}">`,
  );
  const lists = ['multiple', 'size="3"'].map((how) => `<select class="a" ${how}><option>x</select>`);
  const drawn = [
    '<input class="a">',
    '<select class="a"><option>x</select>',
    '<button class="a">b</button>',
    '<input class="a" type="color">',
  ];
  const bodies = [...kept, ...lists].flatMap((one) => drawn.flatMap((other) => [one + other, other + one]));
  const wrong = bodies.filter(
    (body) => told('', body, '.a { background-size: auto }')[0].why !== 'wins on 1 element',
  );
  expect(wrong).toEqual([]);
});

test('such a rule is written whole', () => {
  const css = (site: string, set: Record<string, string>) => {
    const one = page(site, button);
    return writeOverride(one, { at: one.select('.a'), set });
  };
  expect(css('', { 'border-radius': '0' }).css).toContain('border-radius: 0;');
  expect(css('', { 'border-radius': '0' }).warnings.join()).not.toContain('without a rule');
  expect(css('button { background: gold }', { 'border-radius': '0' }).warnings.join()).toContain(
    'without a rule',
  );
  expect(css('', { background: 'gold' }).css).toContain('background-color: gold;');
});

test('an answer says that the look is the browser’s own', () => {
  const words = (css: string, property: string) => {
    const one = page(css, button);
    return explain(one, contest(one, one.select('.a')[0], property)).governs;
  };
  expect(words('', 'border-top-left-radius')).toMatch(/draws the control in its own way/);
  expect(words('', 'border-top-style')).toMatch(/draws the control in its own way/);
  expect(words('', 'color')).not.toMatch(/its own way/);
  expect(words('.a { background: gold }', 'border-top-style')).not.toMatch(/its own way/);
});

test('two controls of which one is drawn by the browser look different', () => {
  const one = page(
    '.b { border-radius: 0 }',
    '<button class="a">x</button><button class="b">x</button><button class="c">x</button>',
  );
  const looks = (two: string) =>
    compare({ page: one, target: one.select('.a')[0] }, { page: one, target: one.select(two)[0] })
      .differences;
  expect(looks('.b')).toEqual([
    {
      property: 'appearance',
      values: ['as the browser draws it', 'as rules say'],
      from: ['', expect.stringContaining('.b')],
    },
  ]);
  expect(looks('.c')).toEqual([]);
});

describe('two of a draft of which either is needless', () => {
  const remedies = (body: string, draft: string) => told('', body, draft).map(({ remedy }) => remedy);
  const notBoth = 'Take one of the two out, not both.';

  test('are not both to be taken out', () => {
    expect(remedies('<p class="a">x', '.a { color: red; color: red }')).toEqual([
      'Take the declaration out, or the later one.',
      notBoth,
    ]);
    expect(remedies('<p class="a b">x', 'p.a { color: red } .b { color: red }')).toEqual([
      notBoth,
      'Take the declaration out, or the later one.',
    ]);
    expect(
      remedies('<p class="b"><p class="a b">x', '.a { color: red; margin: 0 } p { color: red }')[0],
    ).toBe(notBoth);
  });

  test('end a control’s look together', () => {
    const [one, two] = told('', button, '.a {\n border-radius: 0;\n background-image: none }');
    expect([one.remedy, two.remedy]).toEqual([notBoth, notBoth]);
    expect([one.why, two.why]).toEqual([
      'line 3 of the draft ends the browser’s own look of it already',
      'line 2 of the draft ends the browser’s own look of it already',
    ]);
  });

  test('but what wins by itself stays, and the other may go', () => {
    expect(remedies(button, '.a { border-radius: 0; background: gold }')).toEqual([
      'Take the declaration out.',
      undefined,
    ]);
  });

  test('and a new release that makes them so is not said to look so by itself', () => {
    const fresh = page('', '<p class="a b">x');
    const [one] = drift(page('', '<p class="a">x'), fresh, '.a { color: red }\n.b { color: red }');
    expect(one).toMatchObject({ fate: 'spare', why: 'the draft sets it again wherever it matches (line 2)' });
    const [two] = drift(
      page('', '<p class="a">x'),
      page('p { color: #f00 }', '<p class="a">x'),
      '.a { color: red }',
    );
    expect(two).toMatchObject({
      fate: 'spare',
      why: 'the new release looks so by itself',
      remedy: 'Take the declaration out.',
    });
  });
});

test('the button of a file field is drawn by the browser too', () => {
  const body = '<input class="a" type="file">';
  expect(outcomes('', body, '.a::file-selector-button { border-radius: 0 }')).toEqual(['wins']);
  expect(outcomes('', body, '.a::-webkit-file-upload-button { border-radius: 0 }')).toEqual(['wins']);
  expect(outcomes('', body, '.a::file-selector-button { appearance: none }')).toEqual(['wins']);
  expect(outcomes('', body, '.a::file-selector-button { border-radius: 0; appearance: none }')).toEqual(['needless', 'wins']);
  expect(outcomes('::file-selector-button { color: red; background: gold }', body, '.a::file-selector-button { border-radius: 0 }')).toEqual(['needless']);
}); // prettier-ignore
