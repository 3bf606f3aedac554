// What a page's names are told to reach, on markup whose names nobody would choose: an engine counts what each selector matches.
import fc from 'fast-check';
import type { Browser } from 'playwright-core';
import { hooks, parsePage, writeOverride, type Page, type PageElement } from 'yelto';
import { contentHooksOn } from '../dist/hook/index.js';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const runs = runsOr(4);
let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

/** Letters that mean something in selectors, in strings or in markup beside those that do not. */
const letter = fc.constantFrom(
  ...'abAB01-_.:#[]()+~*^$|@!%&;,?/\\\'"{}é\u05d0ß\u{1f528}\u0001\u007f \n\t\r\f',
);
const word = fc.oneof(
  fc.constantFrom('a', 'A', 'due-row', '1a', '-', '--', '-1', 'is-open', 'ß', 'a\\', '\\', '\u{1f528}'),
  fc.string({ unit: letter, minLength: 1, maxLength: 6 }),
);
const spaceless = word.map((text) => text.replace(/[ \n\t\r\f]/g, '-'));
/** What a tag may hold as the name of an attribute. */
const attributeEnd = spaceless.map((text) => text.replace(/[/>="']/g, ''));
const attribute = fc.oneof(
  fc.tuple(fc.constantFrom('class', 'id'), word),
  fc.tuple(
    fc.constantFrom('role', 'name', 'type', 'itemprop', 'for', 'aria-label', 'href', 'value', 'title', 'alt'),
    word,
  ),
  fc.tuple(
    attributeEnd.map((end) => `data-${end}`),
    fc.oneof(word, fc.constant('')),
  ),
  fc.tuple(
    attributeEnd.map((end) => `a${end}`),
    word,
  ),
  fc.constantFrom<[string, string]>(
    ['href', '/tools/x'],
    ['href', '/TOOLS/'],
    ['type', 'Text'],
    ['xlink:href', '#a'],
    ['viewBox', '0 0 1 1'],
  ),
);
const tag = fc.constantFrom('p', 'div', 'a', 'input', 'x-y', 'x-é', 'svg', 'x.y', 'x:y', 'foreignObject');
const element = fc.tuple(
  tag,
  fc.uniqueArray(attribute, { maxLength: 4, selector: ([name]) => name.toLowerCase() }),
);
const cases = fc.record({
  elements: fc.array(element, { minLength: 3, maxLength: 9 }),
  isQuirky: fc.boolean(),
});

const quoted = (value: string) => `"${value.replaceAll('&', '&amp;').replaceAll('"', '&quot;')}"`;

type Case = typeof cases extends fc.Arbitrary<infer One> ? One : never;

function markupOf({ elements, isQuirky }: Case): string {
  const body = elements.map(([tag, attributes]) => {
    const written = attributes.map(([name, value]) => ` ${name}=${quoted(value)}`).join('');
    return `<${tag}${written}>x${tag === 'input' ? '' : `</${tag}>`}`;
  });
  return `${isQuirky ? '' : '<!DOCTYPE html>'}<html><head></head><body><section id="around" class="Around">${body.join('')}</section></body></html>`;
}

/** A selector that stands in an answer, with what is told of it. */
interface Told {
  readonly kind: string;
  readonly selector: string;
  readonly reach: number;
  /** The element that it is for, by its number. */
  readonly carrier?: number;
}

/** Of rules for one thing: what they match, and what the others would that are offered beside them. */
function inRules(page: Page, element: PageElement): Told[] {
  const { selector, matched, alternatives, counted } = writeOverride(page, {
    at: [element],
    set: { color: 'red' },
  });
  const reach = (one: string) => page.select(one).length;
  return [
    { kind: 'rule', selector, reach: matched.length, carrier: element.index },
    ...alternatives.map((one) => ({
      kind: 'another rule',
      selector: one.selector,
      reach: reach(one.selector),
      carrier: element.index,
    })),
    // What can be had without counting may be the box around it.
    ...(counted?.without ?? []).map((one) => ({
      kind: 'without counting',
      selector: one.selector,
      reach: reach(one.selector),
    })),
  ];
}

async function falsehoods(one: Case): Promise<string[]> {
  const html = markupOf(one);
  const page = parsePage({ name: 'x', html });
  const told: Told[] = page.elements.flatMap((element) => [
    ...[...hooks(page, element), ...contentHooksOn([page], element)].map(
      ({ kind, selector, reach, element: { index } }) => ({ kind, selector, reach, carrier: index }),
    ),
    ...(element.index % 3 === 0 && element.index > 2 ? inRules(page, element) : []),
  ]);
  const tab = await browser.newPage();
  try {
    // A document's mode is its own where it is written whole.
    await tab.route('**/*', (route) =>
      route.fulfill({ contentType: 'text/html; charset=utf-8', body: html }),
    );
    await tab.goto('http://names.test/');
    const engine = await tab.evaluate(
      (selectors) => {
        const all = [...document.querySelectorAll('*')];
        return {
          amount: all.length,
          reached: selectors.map((selector) => {
            try {
              return [...document.querySelectorAll(selector)].map((one) => all.indexOf(one));
            } catch {
              return undefined;
            }
          }),
        };
      },
      told.map(({ selector }) => selector),
    );
    if (engine.amount !== page.elements.length)
      return [`${engine.amount} elements, told ${page.elements.length}`];
    return told.flatMap(({ kind, selector, reach, carrier }, i) => {
      const reached = engine.reached[i];
      note(kind);
      if (!reached) return [`${JSON.stringify(selector)} is no selector to the engine`];
      if (carrier !== undefined && !reached.includes(carrier))
        return [`${JSON.stringify(selector)} does not match what it is for`];
      return reached.length === reach
        ? []
        : [`${JSON.stringify(selector)} reaches ${reached.length}, told ${reach}`];
    });
  } finally {
    await tab.close();
  }
}

test(
  `the names of ${runs} random pages reach what they are told to reach (SEED=${seed})`,
  () => expectNothingFalse(cases, runs, falsehoods),
  judgeTime,
);
