// Slips of the pen in markup, judged by an engine: where its tree is another than the one that was meant, that is told; where
// there is no slip nothing is told; and a tag that is said to do nothing can be taken out.
import fc from 'fast-check';
import { parsePage, type Fault } from 'yelto';
import { answerIn } from './support/engine.js';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr } from './support/judging.js';

const tab = engineTab();
const runs = runsOr(60);

interface Box {
  readonly tag: string;
  readonly attributes: string;
  readonly inside: readonly Box[];
}

const attributes = fc.constantFrom(
  '',
  '',
  ' class="a"',
  ' class="a b"',
  " title='x'",
  ' data-n=1',
  ' hidden',
);
const words = fc.constantFrom('drill', 'a & b', 'tray 4', 'x y');
const box = (tag: string, attributes: string, inside: readonly Box[]): Box => ({ tag, attributes, inside });
const text = words.map((word) => box('', word, []));
const nested = (tags: readonly string[], inside: fc.Arbitrary<Box>, most = 3) =>
  fc.tuple(fc.constantFrom(...tags), attributes, fc.array(inside, { minLength: 1, maxLength: most }))
    .map(([tag, own, list]) => box(tag, own, list)); // prettier-ignore

// What may stand where, so that no parser moves anything of what is written whole.
const phrase = fc.oneof(
  { arbitrary: text, weight: 3 },
  fc.constantFrom(box('br', '', []), box('img', ' alt="x"', []), box('input', ' value="x"', [])),
  nested(['b', 'span', 'em', 'label'], text, 2),
  nested(['span', 'i'], nested(['b', 'code'], text, 1), 2),
  nested(['a', 'button'], text, 1),
);
const list = nested(['ul', 'ol'], nested(['li'], phrase, 2));
const table = nested(['table'], nested(['tbody'], nested(['tr'], nested(['td', 'th'], phrase, 1)), 1), 1);
const block = fc.oneof(nested(['p', 'h2', 'div'], phrase), list, table);
const page = fc.array(fc.oneof(block, nested(['div', 'section', 'main', 'article'], block)), {
  minLength: 1,
  maxLength: 4,
});

const isVoid = (tag: string) => /^(br|img|input)$/.test(tag);
/** One element a line, so that places can be told. */
const written = (one: Box): string =>
  one.tag === ''
    ? one.attributes
    : `\n<${one.tag}${one.attributes}>${isVoid(one.tag) ? '' : `${one.inside.map(written).join('')}</${one.tag}>`}`;

const slips = [
  ...['</', '>', '<', '"', '=', 'end tag', 'start tag'].map((sign) => `without ${sign}`),
  ...[
    '</div>',
    '</p>',
    '</span>',
    '<div>',
    '<b>',
    '<!-- note',
    '<!-- note -->',
    '-->',
    '"',
    '<',
    '<!',
    '/',
  ].map((sign) => `with ${sign}`),
  'attribute twice',
  'crossed',
  'slash in a start tag',
  'nothing',
];
const cases = fc.record({ boxes: page, slip: fc.constantFrom(...slips), at: fc.nat({ max: 1000 }) });
type Case = typeof cases extends fc.Arbitrary<infer One> ? One : never;

/** What each kind of slip takes away, or what stands before it. */
const signs: Readonly<Record<string, RegExp>> = {
  'without end tag': /<\/\w+>/g,
  // Of a tag that needs no end nothing is left.
  'without start tag': /<(?!br|img|input)\w+[^>]*>/g,
  'without <': /<(?!br|img|input)/g,
  'attribute twice': /(?<=<\w+)(?= class=)/g,
  crossed: /<\/(\w+)><\/(\w+)>/g,
  'slash in a start tag': /(?<=<(?:div|span|p|b|td|li)\b[^>]*)(?=>)/g,
};

/** The markup with its slip; undefined where there is no such thing in it. */
function slipped(whole: string, { slip, at }: Case): string | undefined {
  const [kind, sign] = [slip.split(' ', 1)[0], slip.slice(slip.indexOf(' ') + 1)];
  const places =
    kind === 'with'
      ? [...whole.matchAll(/(?<=>)|(?<=[a-z])(?=<)/g)]
      : [...whole.matchAll(signs[slip] ?? new RegExp(sign.replace('/', '\\/'), 'g'))];
  if (slip === 'nothing') return whole;
  if (places.length === 0) return undefined;
  const { index, 0: found, 1: first, 2: second } = places[at % places.length];
  const instead: Readonly<Record<string, string>> = {
    'attribute twice': ' class="c"',
    crossed: `</${second}></${first}>`,
    'slash in a start tag': '/',
  };
  const put = kind === 'with' ? sign : (instead[slip] ?? '');
  return whole.slice(0, index) + put + whole.slice(index + found.length);
}

/** Runs in the page: the trees that an engine makes of markup, an element a line, with its depth and attributes. */
function treesOf(texts: readonly string[]): string[] {
  const treeOf = (markup: string): string => {
    const lines: string[] = [];
    const visit = (element: Element, depth: number): void => {
      const names = [...element.attributes].map(({ name, value }) => `${name}=${value}`).sort();
      lines.push([depth, element.localName, ...names].join(' '));
      for (const child of element.children) visit(child, depth + 1);
    };
    visit(new DOMParser().parseFromString(markup, 'text/html').documentElement, 0);
    return lines.join('\n');
  };
  return texts.map(treeOf);
}

const pageOf = (body: string) =>
  `<!DOCTYPE html><html lang="en"><head><title>x</title></head><body>${body}\n</body></html>`;

/** Slips that are text to a parser, and no tag of any kind. */
const isText = /^(nothing|with (-->|"|<|\/|<!-- note -->))$/;

/** The markup without a tag that is said to do nothing; undefined for other faults. */
function without(html: string, { line = 1, column = 1, message }: Fault): string | undefined {
  const late = /in line (\d+) comes too late/.exec(message);
  if (!late && !/closes nothing, as|leaves <.*> out/.test(message)) return undefined;
  const lines = html.split('\n').map((text) => `${text}\n`);
  const startOf = (row: number) => lines.slice(0, row - 1).join('').length;
  const [, tag = ''] = /^<(\w+)> is closed/.exec(message) ?? [];
  const begun = startOf(line) + column - 1;
  const at = late ? html.indexOf(`</${tag}`, Math.max(startOf(Number(late[1])), begun)) : begun;
  return html.slice(0, at) + html.slice(html.indexOf('>', at) + 1);
}

async function wrongs(given: Case): Promise<string[]> {
  const whole = given.boxes.map(written).join('');
  const markup = slipped(whole, given);
  // Without its = or behind a value without quotes it is another attribute, and a good one.
  if (markup === undefined || given.slip === 'without =' || markup.includes('data-n=1/')) return [];
  const html = pageOf(markup);
  const told = [...parsePage({ name: 'x.html', html }).faults];
  const idle = told.flatMap((fault) => without(html, fault) ?? []);
  const [meant, made, ...same] = await answerIn(tab(), treesOf, [pageOf(whole), html, ...idle]);
  const said = told.map(({ line, column, message }) => `${line}:${column} ${message}`).join(', ');
  note(meant === made ? 'as meant' : 'another tree');
  note('said to do nothing', same.length);
  if (same.some((one) => one !== made)) return [`${given.slip}: it does something: ${said}, in ${markup}`];
  if (meant === made && isText.test(given.slip))
    return told.length ? [`${given.slip}: told for nothing: ${said}, in ${markup}`] : [];
  return meant === made || told.length > 0 ? [] : [`${given.slip}: not told, in ${markup}`];
}

test('a slip in markup that makes another tree is told; where there is none nothing is; and what is said to do nothing does nothing', () => expectNothingFalse(cases, runs, wrongs), judgeTime); // prettier-ignore
