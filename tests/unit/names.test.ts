// Grades of names, kind by kind; tests/names.test.ts counts how many are told on long lists.
import { hooks, parsePage, witnessOf, writeOverride } from 'yelto';

const sheet = (names: readonly string[]) => `${names.map((name) => `.${name}`).join(', ')} { top: 0 }`;
const page = (body: string, css = '', title = 'Tools', name = 'x') =>
  parsePage({
    name,
    html: `<!DOCTYPE html><html lang="en"><head><title>${title}</title><link rel="stylesheet" href="a.css"></head><body>${body}</body></html>`,
    sheets: [{ href: 'a.css', css }],
  });
const gradeOf = (name: string) => {
  const read = page(`<i class="${name}"></i>`, sheet([name]));
  const { grade, role } = hooks(read, read.select('i')[0]).find(({ kind }) => kind === 'class')!;
  return `${grade} ${role}`;
};

test.each([
  ['Button_root__x-Y_9', 'fleeting made-up'],
  ['card_title__Ab-1c', 'fleeting made-up'],
  ['sc-a_B-9d', 'fleeting made-up'],
  ['makeStyles-root-137', 'fleeting made-up'],
  ['styles__row--2kQ8w', 'fleeting made-up'],
  ['widget-settings-4474-home', 'doubtful instance'],
  ['tab-2', 'doubtful position'],
  ['logged-in', 'doubtful state'],
  ['swiper-slide-active', 'doubtful state'],
  ['swiper-slide-next', 'doubtful state'],
  ['swiper-button-next', 'steady component'],
  ['lang-de', 'doubtful language'],
  ['news-2026-11', 'doubtful date'],
  ['a11y-menu', 'steady component'],
  ['i18n-box', 'steady component'],
  ['utf8', 'steady component'],
  ['b2b-price', 'steady component'],
  ['card__el-x2', 'steady part'],
  ['ueberschrift', 'steady component'],
])('%s is %s', (name, told) => {
  expect(gradeOf(name)).toBe(told);
});

test.each([
  ['id="settings-4474"', '#settings-4474', 'doubtful instance'],
  ['data-step="3"', '[data-step="3"]', 'doubtful position'],
  ['data-open="true"', '[data-open="true"]', 'doubtful state'],
  ['aria-label="Close"', '[aria-label="Close"]', 'doubtful text'],
  ['data-kind="kitchen"', '[data-kind="kitchen"]', 'steady component'],
])('%s', (attribute, selector, told) => {
  const read = page(`<i ${attribute}></i>`);
  const found = hooks(read, read.select('i')[0]).find((one) => one.selector === selector)!;
  expect(`${found.grade} ${found.role}`).toBe(told);
});

describe('what the other names of a page tell', () => {
  const gradesOf = (names: readonly string[]) => {
    const read = page(names.map((name) => `<i class="${name}"></i>`).join(''), sheet(names));
    return Object.fromEntries(
      read.select('i').map((element) => {
        const { grade, role } = hooks(read, element).find(({ kind }) => kind === 'class')!;
        return [element.classes[0], `${grade} ${role}`];
      }),
    );
  };
  const madeUp = 'fleeting made-up';

  test('a mark that happens to look like a word is one among marks of its form', () => {
    const marks = ['x7k2pq9', 'x1v9zr4', 'x0bq3wf', 'x9t2hl5', 'x4m8dk1', 'x3zz7yq', 'x6c1vn2', 'xejiror'];
    expect(gradesOf(['xejiror']).xejiror).toBe('doubtful made-up');
    const grades = gradesOf([...marks, 'sidebar', 'toolbar']);
    expect([grades.xejiror, grades.sidebar, grades.toolbar]).toEqual([
      madeUp,
      'steady component',
      'steady component',
    ]);
  });

  test('marks in front of the names that people gave', () => {
    const marks = ['aWfchq', 'cQOsfW', 'xRzmZG', 'rjUAIq', 'moMhwG', 'iYdRjq', 'Kq8zLw', 'pT3vXd'];
    const grades = gradesOf(marks.flatMap((mark) => [`${mark}_title`, `${mark}_row`]));
    expect([...new Set(Object.values(grades))]).toEqual([madeUp]);
    const people = ['card', 'menu', 'head', 'list', 'form', 'note', 'page', 'tool'];
    expect(gradesOf(people.map((one) => `${one}_title`)).card_title).toBe('steady component');
  });

  test('a count over all rules, but not columns and rows', () => {
    const parts = ['root', 'title', 'label', 'icon', 'body', 'row', 'hint'];
    const counted = Array.from({ length: 28 }, (_, i) => `theme-${parts[i % 7]}-${i + 1}`);
    expect(gradesOf(counted)['theme-icon-4']).toBe(madeUp);
    const columns = ['sm', 'md', 'lg', 'xl', 'start', 'end'].flatMap((size) =>
      [1, 2, 3, 4, 24].map((n) => `grid-${size}-${n}`),
    );
    expect(gradesOf(columns)['grid-start-2']).not.toBe(madeUp);
    const rows = Array.from({ length: 40 }, (_, i) => `tree-row-level-${i}`);
    expect(gradesOf(rows)['tree-row-level-7']).not.toBe(madeUp);
  });

  test('names of one or two signs that a build counts through', () => {
    const alphabet = [...'abcdefghijklmnopq'];
    const grades = gradesOf([...alphabet, ...alphabet.map((letter) => `a${letter}`), 'm4']);
    expect([grades.c, grades.ab, grades.m4]).toEqual([madeUp, madeUp, 'steady component']);
    expect(gradesOf(['p', 'm', 'w', 'h', 'fl', 'fr']).fl).not.toBe(madeUp);
    const base36 = Array.from({ length: 30 }, (_, i) => `x${(i * 43).toString(36).padStart(2, '0')}`);
    expect(gradesOf(base36)[base36[3]]).toBe(madeUp);
    const scale = ['pa', 'pl', 'pr'].flatMap((side) => [0, 1, 2, 3, 4, 5, 6, 7].map((n) => `${side}${n}`));
    expect(gradesOf(scale).pa3).not.toBe(madeUp);
  });

  test('a prefix that many names have is no mark', () => {
    const names = ['box', 'row', 'menu', 'head', 'list', 'form', 'note', 'page'].map((one) => `w2q7x-${one}`);
    expect(gradesOf(names)['w2q7x-box']).toBe('steady component');
    expect(gradesOf(['w2q7x-box'])['w2q7x-box']).toBe(madeUp);
  });
});

test.each(
  'zoeken przycisk uagb brxe koszyk hlavicka navigointi carrinho govuk-tag nhsuk-card noUi-marker ui-icon-zoomout kern-kopfzeile ffe-wave--fjell color-wcag-2 hds-koros--270deg'.split(
    ' ',
  ),
)('words, prefixes and sizes of other languages and projects: %s', (name) =>
  expect(gradeOf(name)).toMatch(/^(steady|doubtful (instance|utility))/),
);

describe('what another capture proves', () => {
  const mark = 'card__x1Kq9';
  const body = `<i class="${mark} card"></i>`;
  const css = sheet([mark, 'card']);
  const one = page(body, css, 'Tools', 'one');
  const gradeWith = (name: string, ...others: Parameters<typeof witnessOf>[0][]) =>
    hooks([one, ...others], one.select('i')[0]).find((hook) => hook.name === name)!.grade;

  test.each([
    ['another load', page(body, css, 'Tools'), 'load', 'fleeting'],
    ['another page', page(body, css, 'News'), 'page', 'fleeting'],
    ['another build', page(body, `${css} .more { top: 0 }`, 'Tools'), 'build', 'steady'],
  ])('%s', (_, other, kind, grade) => {
    expect([witnessOf(one, other).kind, gradeWith(mark, other)]).toEqual([kind, grade]);
  });

  test('a name that is gone is fleeting, but not where another page has another thing', () => {
    const without = '<i class="other"></i>';
    expect(gradeWith('card', page(without, css, 'Tools'))).toBe('fleeting');
    expect(gradeWith('card', page(without, css, 'News'))).toBe('steady');
  });

  test('a mark that stood twice in one release is not held on to', () => {
    const twice = [one, page(body, css, 'Tools')];
    const { selector } = writeOverride(twice, { at: [one.select('i')[0]], set: { left: '1px' } });
    expect(selector).toBe('.card');
  });
});
