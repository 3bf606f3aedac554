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
