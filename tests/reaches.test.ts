// How far an override may go, in words: an engine counts what the words say, on markup of random names.
import fc from 'fast-check';
import { elementOf, parsePage, reaches } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();
const runs = runsOr(16);

const names = ['card', 'card card--big', 'card card--big card--late', 'card is-open', 'note', 'note note--late', 'css-1x2y3z', 'card css-9k8j7h', 'row-4474', 'list', '', '', '']; // prettier-ignore
const element = fc.record({
  tag: fc.constantFrom('div', 'article', 'span', 'section', 'span'),
  names: fc.constantFrom(...names),
  id: fc.constantFrom('', '', '', '', '', '', 'main', 'tools'),
  parent: fc.nat(),
});
const pageOf = fc.array(element, { minLength: 2, maxLength: 14 });
const cases = fc.array(pageOf, { minLength: 1, maxLength: 2 });
type Elements = typeof pageOf extends fc.Arbitrary<infer One> ? One : never;

/** Each stands in one of those before it, or in the body. */
function markupOf(elements: Elements): string {
  const insideOf = (at: number): string =>
    elements
      .map(({ tag, names, id, parent }, i) =>
        i > at && (parent % (i + 1)) - 1 === at
          ? `<${tag} data-k="${i}"${id && ` id="${id}"`}${names && ` class="${names}"`}>x${insideOf(i)}</${tag}>`
          : '',
      )
      .join('');
  return `<!DOCTYPE html><html><head></head><body>${insideOf(-1)}</body></html>`;
}

/** What the words of a step say: things of a kind, within a box or on the page. */
interface Said {
  readonly words: string;
  /** Of what the step is for. */
  readonly k: string;
  readonly amount: number;
  /** The step's own things on the first page. */
  readonly at: readonly string[];
  readonly kind?: string;
  readonly box?: string;
  readonly names?: string;
  /** On all pages, where that is said. */
  readonly total?: number;
}

function saidBy(words: string): Pick<Said, 'amount' | 'kind' | 'box' | 'names' | 'total'> | undefined {
  const [, one, amount, kind, total] =
    /^(?:(the one)|all (\d+)) (.+) on the page(?:, (\d+) elements? on all pages)?$/.exec(words) ?? [];
  if (kind) {
    const selector = kind.split(' in ').reverse().join(' > ');
    return { amount: one ? 1 : Number(amount), kind: selector, total: total ? Number(total) : undefined };
  }
  const [, many, how, what] = /^all (\d+) (with|in) (.+)$/.exec(words) ?? [];
  if (!how) return undefined;
  return how === 'in'
    ? { amount: Number(many), box: what }
    : { amount: Number(many), names: `.${what.split(' and ').join('.')}` };
}

/** Runs in the page: the things that the words name, by number; undefined where there is no such box. */
function named({ said, widest }: { said: readonly Said[]; widest: string }): (string[] | undefined)[] {
  const numbers = (all: Iterable<Element>) => [...all].map((one) => one.getAttribute('data-k')!);
  return said.map(({ k, at, kind, box, names }) => {
    if (kind) return numbers(document.querySelectorAll(kind));
    const all = [...document.querySelectorAll(widest)];
    if (names) return numbers(all.filter((one) => one.matches(names)));
    const boxes: Element[] = [];
    for (let up = document.querySelector(`[data-k="${k}"]`); up; up = up.parentElement)
      if (up.matches(box!)) boxes.push(up);
    const inside = boxes.map((one) => numbers(all.filter((thing) => one.contains(thing))));
    // Of boxes in boxes of one name any may be meant.
    return inside.find((all) => all.join() === at.join()) ?? inside[0];
  });
}

async function falsehoods(list: Elements[]): Promise<string[]> {
  const htmls = list.map(markupOf);
  const pages = htmls.map((html, i) => parsePage({ name: `p${i}`, html }));
  const wrong: string[] = [];
  await tab().setContent(htmls[0]);
  const totals: { words: string; kind: string; total: number }[] = [];
  for (const element of pages[0].select('[data-k]')) {
    const k = element.attributes.get('data-k')!;
    const steps = reaches(pages, element);
    const said = steps.slice(1).map(({ words, at }): Said => {
      const parsed = saidBy(words);
      if (!parsed) throw new Error(`Words that say nothing: ${words}`);
      return { ...parsed, words, k, at: at.map((one) => elementOf(one).attributes.get('data-k')!) };
    });
    const { kind: widest } = said.at(-1) ?? {};
    if (!widest) {
      note('alone');
      // Nothing else is of its kind, by its tag and names at least.
      continue;
    }
    const shown = await tab().evaluate(named, { said, widest });
    said.forEach(({ words, amount, at, kind, total }, i) => {
      note(kind ? 'kind' : words.includes(' with ') ? 'with' : 'in');
      const found = shown[i] ?? [];
      if (found.length !== amount || found.join() !== at.join())
        wrong.push(`${k}: ${words} is ${found.join()}, not ${at.join()}`);
      if (kind && total !== undefined) totals.push({ words, kind, total });
      if (!at.includes(k)) wrong.push(`${k}: ${words} leaves it out`);
    });
  }
  if (htmls.length === 1) return wrong;
  const counts = totals.map(() => 0);
  for (const html of htmls) {
    await tab().setContent(html);
    const here = await tab().evaluate(
      (kinds) => kinds.map((kind) => document.querySelectorAll(kind).length),
      totals.map(({ kind }) => kind),
    );
    here.forEach((amount, i) => (counts[i] += amount));
  }
  totals.forEach(({ words, total }, i) => {
    note('on all pages');
    if (counts[i] !== total) wrong.push(`${words}: ${counts[i]} on all pages`);
  });
  return wrong;
}

test(
  `as many things as ${runs} random pages are told to have are there (SEED=${seed})`,
  () => expectNothingFalse(cases, runs, falsehoods),
  judgeTime,
);
