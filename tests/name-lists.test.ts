// How long names last, judged on thousands of them: class names that tools made from sample sources, and class names of
// sheets that people wrote (scripts/name-lists.mjs draws them). Some tools and packages are held back: nobody looked
// at their names while choosing patterns and thresholds.
//   SHOW=1 prints each tool and package, MISSED=20 the first names that were told wrongly, of the lists that are not held.
import { readFileSync } from 'node:fs';
import { ident } from 'css-tree';
import { hooks, parsePage, type Grade } from 'yelto';

interface List {
  readonly held: boolean;
  readonly names: string;
}
const lists = JSON.parse(readFileSync(new URL('./lists/names.json', import.meta.url), 'utf8')) as {
  madeUp: Record<string, List>;
  written: Record<string, List>;
};

type Truth = 'madeUp' | 'written';
interface Told {
  readonly truth: Truth;
  readonly by: string;
  readonly name: string;
  readonly grade: Grade;
  readonly role: string;
}

const namesOf = (list: List | undefined) => list?.names.split(' ').filter(Boolean) ?? [];

/** The grade of each class, asked as a person does: of an element that has it, on a page with all of them. */
function gradesOf(names: readonly string[]): Map<string, { grade: Grade; role: string }> {
  const css = `${names.map((name) => `.${ident.encode(name)}`).join(',')} { top: 0 }`;
  const html = `<style>${css}</style>${names.map((name) => `<i class="${name}"></i>`).join('')}`;
  const page = parsePage({ name: 'names', html });
  return new Map(
    page.select('i').map((element) => {
      const own = hooks(page, element).find(({ kind, steps }) => kind === 'class' && steps === 0)!;
      return [element.classes[0], own];
    }),
  );
}

/** Each page has the names of one tool and of one package, as pages have that a build and a person made together. */
function judged(held: boolean): Told[] {
  const of = (kind: Record<string, List>) => Object.entries(kind).filter(([, list]) => list.held === held);
  const [tools, packages] = [of(lists.madeUp), of(lists.written)];
  return Array.from({ length: Math.max(tools.length, packages.length) }, (_, i) => {
    const sides: readonly [Truth, string, string[]][] = [
      ['madeUp', tools[i]?.[0], namesOf(tools[i]?.[1])],
      ['written', packages[i]?.[0], namesOf(packages[i]?.[1])],
    ];
    const grades = gradesOf([...new Set(sides.flatMap(([, , names]) => names))]);
    return sides.flatMap(([truth, by, names]) =>
      names.map((name) => ({ truth, by, name, ...grades.get(name)! })),
    );
  }).flat();
}

const share = (all: readonly Told[], is: (one: Told) => boolean) =>
  all.length ? all.filter(is).length / all.length : 0;
const percent = (part: number) => `${(100 * part).toFixed(1)}%`;

/** What share of each kind has a grade (recall), and of each grade is of a kind (precision). */
function table(all: readonly Told[]): string {
  const grades: readonly Grade[] = ['steady', 'doubtful', 'fleeting'];
  return grades
    .map((grade) => {
      const has = (truth: Truth) =>
        share(
          all.filter((one) => one.truth === truth),
          (one) => one.grade === grade,
        );
      const ofGrade = all.filter((one) => one.grade === grade);
      const madeUp = share(ofGrade, ({ truth }) => truth === 'madeUp');
      return `${grade}: ${percent(has('madeUp'))} of made-up, ${percent(has('written'))} of written names; ${percent(madeUp)} of what is called so is made up`;
    })
    .join('\n');
}

function showEach(all: readonly Told[], mayLook: boolean): void {
  for (const by of new Set(all.map((one) => one.by))) {
    const own = all.filter((one) => one.by === by);
    const is = (grade: Grade) => share(own, (one) => one.grade === grade);
    console.info(
      `${by}: ${percent(is('fleeting'))} fleeting, ${percent(is('doubtful'))} doubtful of ${own.length}`,
    );
    if (!mayLook || !process.env.MISSED) continue;
    const wrong = own.filter(({ truth, grade }) => (truth === 'madeUp') !== (grade === 'fleeting'));
    const shown = wrong.filter(({ truth, role }) => truth === 'madeUp' || role === 'made-up');
    console.info(
      `  ${shown
        .slice(0, Number(process.env.MISSED))
        .map(({ name }) => name)
        .join(' ')}`,
    );
  }
}

test.each([
  ['the lists that patterns and thresholds were chosen by', false, 5000],
  ['the lists that were held back', true, 1000],
])('%s', (_, held, fewest) => {
  const all = judged(held);
  const [madeUp, written] = (['madeUp', 'written'] as const).map((truth) =>
    all.filter((one) => one.truth === truth),
  );
  expect(Math.min(madeUp.length, written.length)).toBeGreaterThanOrEqual(fewest);
  console.info(`${madeUp.length} made-up, ${written.length} written names\n${table(all)}`);
  if (process.env.SHOW) showEach(all, !held);
  expect(share(madeUp, ({ grade }) => grade === 'fleeting')).toBeGreaterThan(0.985);
  expect(share(written, ({ grade }) => grade !== 'fleeting')).toBeGreaterThan(0.99);
});

test('the lists are of many tools, packages and languages', () => {
  const languages = Object.values(lists.written).map(
    (list) => (list as List & { language: string }).language,
  );
  expect(Object.keys(lists.madeUp).length).toBeGreaterThanOrEqual(20);
  expect(languages.length).toBeGreaterThanOrEqual(30);
  expect(new Set(languages).size).toBeGreaterThanOrEqual(4);
});
