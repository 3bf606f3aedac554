// What attr() of each type stands for, as an engine tells it; tests/variables.test.ts has one judge it on random pages.
import { parsePage, prove, valueOf } from 'yelto';

/** What a variable that reads the attribute comes to; '' for nothing. */
const read = (attribute: string | undefined, asked: string): string => {
  const said = attribute === undefined ? '' : ` data-n="${attribute}"`;
  const page = parsePage({
    name: 'x.html',
    html: `<!DOCTYPE html><p${said}>x</p>`,
    sheets: [{ href: 'x.css', css: `p { --n: attr(data-n${asked}) }` }],
  });
  return valueOf(page, page.select('p')[0], '--n').trim();
};

test.each([
  ['7', '', '"7"'],
  ['7', ' raw-string', '"7"'],
  [undefined, '', "''"],
  [undefined, ', 5', '5'],
  [undefined, ' raw-string', ''],
  [undefined, ' type(*), red', 'red'],
  ['7', ' px', '7px'],
  ['7', ' %', '7%'],
  ['7 5', ' px', '7px'],
  ['5.', ' px', '5px'],
  ['1e2', ' deg', '100deg'],
  [' 7', ' px', ''],
  ['7px', ' px', ''],
  ['7px', ' px, 3px', '3px'],
  ['7', ' shelf', ''],
  ['7', ' string', ''],
  ['7', ' type(<number>)', '7'],
  [' 7 ', ' type(<integer>)', '7'],
  ['7.5', ' type(<integer>)', ''],
  ['7px', ' type(<length>)', '7px'],
  ['red', ' type(<color> | <number>)', 'red'],
  ['red', ' type(auto)', ''],
  ['7 5', ' type(<integer>+)', '7 5'],
  ['7 ; 5', ' type(*)', ''],
  ['a, b', ' type(*)', 'a, b'],
])('data-n="%s" read as attr(data-n%s) is %s', (attribute, asked, value) => {
  expect(read(attribute, asked)).toBe(value);
});

describe('a draft that reads attributes', () => {
  const outcomes = (html: string, css: string, draft: string) =>
    prove(
      parsePage({ name: 'x.html', html: `<!DOCTYPE html>${html}`, sheets: [{ href: 'x.css', css }] }),
      draft,
    ).verdicts.map(({ outcome, why, remedy }) => ({ outcome, why, remedy }));

  test('is needless where nothing has the attribute', () => {
    const [{ outcome }] = outcomes('<p>x</p>', '', 'p { aspect-ratio: attr(width type(<number>)) }');
    expect(outcome).toBe('needless');
  });

  test('takes the value of the platform away where nothing has it, and is told how to mend that', () => {
    const [{ outcome, why, remedy }] = outcomes(
      '<p>x</p>',
      'p { opacity: 0.3 }',
      'p { opacity: attr(x type(<number>)) }',
    );
    expect(outcome).toBe('partly');
    expect(why).toMatch(/no attribute that attr\(\) could read so/);
    expect(remedy).toBe('Write a fallback into the brackets, behind a comma.');
  });

  test('is judged on each thing by its own attribute, though the same rules match them', () => {
    const html = '<i data-n="0.3">x</i><i data-n="0.4">x</i>';
    expect(
      outcomes(html, 'i { opacity: 0.3 }', 'i { opacity: attr(data-n type(<number>)) }')[0].outcome,
    ).toBe('wins');
    const equal = html.replace('0.4', '0.3');
    expect(
      outcomes(equal, 'i { opacity: 0.3 }', 'i { opacity: attr(data-n type(<number>)) }')[0].outcome,
    ).toBe('needless');
  });

  test('is judged by what the box around it has, where that is handed down', () => {
    const html = '<p data-n="3"><i>x</i></p><p data-n="4"><i>x</i></p>';
    const css = 'p { orphans: attr(data-n type(<integer>)) }';
    expect(outcomes(html, css, 'i { orphans: 3 }')[0].outcome).toBe('wins');
    expect(outcomes(html.replace('4', '3'), css, 'i { orphans: 3 }')[0].outcome).toBe('needless');
  });
});
