// Under which conditions a proof looks, judged by an engine in windows of many shapes, on screens and on paper, in every
// mix of preferences: however two nests of media queries answer at a time somewhere, they answer so in one of the looks.
import fc from 'fast-check';
import { parsePage } from 'yelto';
import { looksAt } from '../dist/page/index.js';
import { EffectJudge } from './support/effects.js';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';
import { mixesOf, ways } from './support/ways.js';

let judge: EffectJudge;
let close: () => Promise<void>;
beforeAll(async () => {
  const browser = await startEngine();
  judge = await EffectJudge.open(browser);
  close = () => browser.close();
});
afterAll(() => close());

const runs = runsOr(10);

const sizes = [120, 299, 301, 399, 401, 500, 599, 601, 700, 899, 901, 1199, 1201, 1499, 1501, 2000];
const windows = sizes.flatMap((width) => sizes.map((height) => [width, height] as const));

const edge = fc.constantFrom('300px', '400px', '600px', '37.5em', '900px', '1200px', '1500px');
const ratio = fc.constantFrom('1/1', '3/2', '16/9', '1/2', '3/1');
const feature = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.tuple(fc.constantFrom('min-width', 'max-width', 'min-height', 'max-height'), edge),
  },
  { weight: 2, arbitrary: fc.tuple(fc.constant('orientation'), fc.constantFrom('portrait', 'landscape')) },
  { weight: 2, arbitrary: fc.tuple(fc.constantFrom('min-aspect-ratio', 'max-aspect-ratio'), ratio) },
  {
    weight: 1,
    arbitrary: fc.tuple(fc.constant('prefers-color-scheme'), fc.constantFrom('dark', 'light')),
  },
  {
    weight: 1,
    arbitrary: fc.tuple(fc.constant('prefers-reduced-motion'), fc.constantFrom('reduce', 'no-preference')),
  },
  { weight: 1, arbitrary: fc.tuple(fc.constant('hover'), fc.constantFrom('hover', 'none')) },
  { weight: 1, arbitrary: fc.constant(['min-resolution', '2dppx'] as const) },
);
const inBrackets = feature.map(([name, value]) => `(${name}: ${value})`);
const query = fc.oneof(
  { weight: 5, arbitrary: inBrackets },
  { weight: 4, arbitrary: fc.tuple(inBrackets, inBrackets).map((two) => two.join(' and ')) },
  { weight: 1, arbitrary: fc.tuple(inBrackets, inBrackets).map((two) => two.join(' or ')) },
  { weight: 1, arbitrary: fc.tuple(inBrackets, inBrackets).map((two) => two.join(', ')) },
  { weight: 1, arbitrary: inBrackets.map((one) => `not ${one}`) },
  {
    weight: 1,
    arbitrary: fc
      .tuple(fc.constantFrom('print', 'screen', 'not print'), inBrackets)
      .map(([medium, one]) => `${medium} and ${one}`),
  },
  { weight: 1, arbitrary: fc.constantFrom('print', 'screen') },
);

/** Queries around each other, outermost first. */
type Nest = readonly string[];
const nests = fc.array(fc.array(query, { minLength: 1, maxLength: 2 }), { minLength: 1, maxLength: 2 });
const textOf = (some: readonly Nest[]): string =>
  some
    .map((nest) => nest.reduceRight((inner, one) => `@media ${one} { ${inner} }`, '.a { top: 0 }'))
    .join('\n');

/** The two-digit answers of two columns. */
const pairsIn = (one: string, other: string): Set<string> =>
  new Set(Array.from(one, (digit, at) => digit + other[at]));

interface Case {
  readonly site: readonly Nest[];
  readonly draft: readonly Nest[];
}

async function unseen({ site, draft }: Case): Promise<string[]> {
  const html = `<!DOCTYPE html><style>${textOf(site)}</style><p class="a">x</p>`;
  const laid = parsePage({ name: 'page.html', html }).withDraft(textOf(draft));
  const looks = looksAt(laid);
  const all = [...site, ...draft];
  const blocks = [...laid.styles.blocks, ...laid.overlay!.styles.blocks];
  const ours = blocks.map(({ condition }) =>
    looks.map(({ view }) => (view.isActive(condition) ? '1' : '0')).join(''),
  );
  const asked = [...new Set(all.flat())];
  const mixes = mixesOf(ways.filter((way) => way.asked.test(asked.join())));
  const columns = all.map(() => '');
  for (const mix of mixes) {
    const answers = await judge.answersTo(asked, mix, windows);
    const answer = new Map(asked.map((one, i) => [one, answers[i]]));
    for (const [i, nest] of all.entries())
      columns[i] += windows
        .map((_, at) => (nest.every((one) => answer.get(one)![at] === '1') ? '1' : '0'))
        .join('');
  }
  note('looks', looks.length);
  return columns.flatMap((one, i) =>
    columns.slice(i).flatMap((other, more) => {
      const seen = pairsIn(ours[i], ours[i + more]);
      note('pairs');
      return [...pairsIn(one, other)]
        .filter((pair) => !seen.has(pair))
        .map((pair) => `${all[i].join(' {')} and ${all[i + more].join(' {')} as ${pair}`);
    }),
  );
}

test(
  `however two nests of media queries answer, one of the looks has them so (SEED=${seed})`,
  () => expectNothingFalse(fc.record({ site: nests, draft: nests }), runs, unseen),
  judgeTime,
);
