// Media queries with slips of the pen, judged by an engine in windows of many sizes, on screens and on paper: one that is said
// to hold never does not; one that nobody can answer is told; one of which nothing is said is answered; and what is to be
// written in its place can be answered.
import fc from 'fast-check';
import { parsePage } from 'yelto';
import { mediaFault } from '../dist/sheet/index.js';
import { answersInWindows } from './support/effects-in-page.js';
import { answerIn } from './support/engine.js';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr } from './support/judging.js';

const tab = engineTab();
const runs = runsOr(40);

const one = <T>(...list: readonly T[]) => fc.constantFrom(...list);
const feature = one(
  '(min-width: 600px)',
  '(max-width: 37.5em)',
  '(width >= 600px)',
  '(400px <= width < 900px)',
  '(orientation: landscape)',
  '(min-height: 500px)',
  '(min-aspect-ratio: 16/9)',
  '(min-resolution: 2dppx)',
  '(hover: hover)',
  '(pointer)',
  '(prefers-color-scheme: dark)',
  '(prefers-reduced-motion)',
  '(min-color: 8)',
  '(max-width: calc(400px + 10em))',
);
const asked = fc.oneof(
  { arbitrary: feature, weight: 3 },
  fc.tuple(feature, one(' and ', ' or '), feature).map((parts) => parts.join('')),
  feature.map((inner) => `not ${inner}`),
);
const query = fc.oneof(
  { arbitrary: asked, weight: 3 },
  fc
    .tuple(one('screen', 'print', 'all', 'only screen', 'not print', 'SCREEN'), feature, feature)
    .map(([medium, first, second]) => `${medium} and ${first} and ${second}`),
  one('screen', 'print', 'all', 'not all'),
);

/** What is put in, taken out or written in place of something, at one of the places where it can be. */
const slips: readonly (readonly [from: RegExp, to: string])[] = [
  [/\(/g, ''],
  [/\)/g, ''],
  [/:/g, ''],
  [/ /g, ''],
  [/px|em|dppx/g, ''],
  [/(?<=\d)(?=px|em)/g, ' '],
  [/ and /g, ' '],
  [/ and /g, ', '],
  [/ and /g, ' or '],
  [/ and /g, ' && '],
  [/width/g, 'widht'],
  [/landscape|dark|hover(?=\))/g, 'wide'],
  [/screen|print/g, 'scren'],
  [/screen|print/g, 'tv'],
  [/(?<=\))/g, ';'],
  [/(?=\))/g, ';'],
  [/^/g, 'and '],
  [/$/g, ' and'],
  [/$/g, ','],
  [/^/g, 'not '],
  [/^/g, 'only '],
  [/\d+/g, '-1'],
  [/\d+/g, 'var(--w)'],
  [/\d+/g, '0'],
  [/\d+px/g, '50%'],
  [/\d+px/g, '50vw'],

  [/\//g, ':'],
  [/min-/g, 'least-'],
  [/min-|max-/g, ''],
  [/(?<=\()/g, '('],
  [/<=|>=/g, '=>'],
  [/a/g, 'A'],
];
const cases = fc.record({
  query,
  slips: fc.array(fc.record({ kind: fc.nat({ max: slips.length - 1 }), at: fc.nat() }), {
    minLength: 0,
    maxLength: 2,
  }),
});
type Case = typeof cases extends fc.Arbitrary<infer One> ? One : never;

const slipped = ({ query, slips: chosen }: Case): string =>
  chosen.reduce((text, { kind, at }) => {
    const [from, to] = slips[kind];
    const places = [...text.matchAll(from)];
    if (places.length === 0) return text;
    const { index, 0: found } = places[at % places.length];
    return text.slice(0, index) + to + text.slice(index + found.length);
  }, query);

/** What holds where a query does not: of one that nobody can answer neither does. */
function turned(text: string): string {
  const [, negation, medium, rest] = /^(?:(not|only)\s+)?(?!not\b|only\b)([a-z]+)\b(.*)$/is.exec(text) ?? [];
  if (medium === undefined) return `not (${text})`;
  return /^not$/i.test(negation ?? '') ? medium + rest : `not ${medium}${rest}`;
}

const windows = [4, 200, 399, 400, 599, 600, 899, 900, 1300].flatMap((width) =>
  [300, 700, 1400].map((height) => [width, height] as const),
);

const looks = [
  { media: 'screen', colorScheme: 'light', reducedMotion: 'no-preference' },
  { media: 'screen', colorScheme: 'dark', reducedMotion: 'reduce' },
  { media: 'print', colorScheme: 'light', reducedMotion: 'reduce' },
] as const;

/** In each window, by each way of looking: 1 where it holds. */
async function answers(queries: readonly string[]): Promise<string[]> {
  const seen: string[][] = [];
  for (const look of looks) {
    await tab().emulateMedia(look);
    seen.push(await answerIn(tab(), answersInWindows, { unknown: queries, windows }));
  }
  return queries.map((_, i) => seen.map((of) => of[i]).join(''));
}

/** Whether a text ends where the block of its rule begins: what is never closed takes in what follows, and a ; ends it. */
function isPrelude(text: string): boolean {
  let depth = 0;
  for (const sign of text) {
    if (sign === '"') return false;
    if (sign === '(') depth++;
    if (sign === ')' && --depth < 0) return false;
    if (sign === ';' && depth === 0) return false;
  }
  return depth === 0;
}

async function wrongs(given: Case): Promise<string[]> {
  const text = slipped(given);
  if (!isPrelude(text)) return [];
  const css = `@media ${text} { p { color: red } }`;
  const { faults } = parsePage({
    name: 'x.html',
    html: '<!DOCTYPE html><p>x</p>',
    sheets: [{ href: 'a.css', css }],
  });
  const never = faults.find(({ kind }) => kind === 'condition');
  const fault = mediaFault(text);
  const meant = /^Write: (.*)\.$/.exec(fault?.remedy ?? '')?.[1];
  const [held, not, ...mended] = await answers([
    text,
    turned(text),
    ...(meant ? [meant, turned(meant)] : []),
  ]);
  const both = [...held].map((digit, i) => digit + not[i]);
  const isList = text.includes(',');
  note(never ? 'never' : fault ? 'in part' : 'known');
  const wrong: string[] = [];
  const say = (what: string) =>
    wrong.push(`${text}: ${what} (${never?.message ?? fault?.why ?? 'nothing said'})`);
  if (never && held.includes('1')) say('it holds somewhere');
  if (never && never.remedy !== fault?.remedy) say('two remedies');
  if (!isList && !fault && both.some((pair) => pair !== '01' && pair !== '10')) say('nobody can answer it');
  if (!isList && !never && !both.some((pair) => pair !== '00')) say('it never holds');
  // What is so in all windows anyway tells nothing of its other parts.
  const isOpen = held.includes('1') && held.includes('0');
  if (!isList && fault && isOpen && !both.includes('00')) say('it is answered everywhere');
  if (meant && !meant.includes(',')) {
    note('mended');
    if ([...mended[0]].some((digit, i) => digit === mended[1][i])) say(`nobody can answer ${meant}`);
  }
  return wrong;
}

test('what is said of a media query is what an engine makes of it', () => expectNothingFalse(cases, runs, wrongs), judgeTime); // prettier-ignore
