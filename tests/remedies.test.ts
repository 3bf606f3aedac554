// Every remedy of a verdict on random ordinary drafts is tried in a real engine, under the verdict's own conditions and
// states, and must do what it says.
import type { Browser } from 'playwright-core';
import { prove, type Page, type Verdict } from 'yelto';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, offsetsIn, runsOr, seed, pageOf } from './support/judging.js';
import { PictureJudge } from './support/pictures.js';
import type { OrdinaryCase } from './support/ordinary.js';
import { everyCase } from './support/richer.js';
import type { StateAt } from './support/ordinary-rules.js';

let browser: Browser;
let pictures: PictureJudge;
beforeAll(async () => {
  browser = await startEngine();
  pictures = await PictureJudge.open(browser);
});
afterAll(() => browser.close());

const runs = runsOr(10);
/** `Write: .a.a { color: red; }`: on all that it matches the value is what it would be with the utmost strength. */
async function written(one: OrdinaryCase, verdict: Verdict, css: string, states: readonly StateAt[]) {
  if (!(await pictures.under(verdict.conditions))) return void note('of a device that the engine cannot be');
  const sheets = [...one.sheets, css];
  await pictures.picture(one.html, sheets, states);
  const { property } = verdict.declaration;
  const [, selector = '', value = ''] =
    new RegExp(`([^{}]*)\\{ ${property.replace(/[-]/g, '\\-')}: ([^;]*?)(?: !important)?; \\}`).exec(css) ??
    [];
  return pictures.differsFromUtmost(selector.trim(), property, value);
}

/** `Add display: block to the same rule.`: with it the declaration is seen. */
async function added(
  one: OrdinaryCase,
  verdict: Verdict,
  addition: string,
  start: number,
  states: readonly StateAt[],
) {
  if (!(await pictures.under(verdict.conditions))) return void note('of a device that the engine cannot be');
  const { end } = one.declarations.find((placed) => placed.start === start)!;
  const { draft } = one;
  const withBoth = `${draft.slice(0, end)}; ${addition}${draft.slice(end)}`;
  const withoutOwn = `${draft.slice(0, start)}${addition}${draft.slice(end)}`;
  const [before, after] = [
    await pictures.picture(one.html, [...one.sheets, withoutOwn], states),
    await pictures.picture(one.html, [...one.sheets, withBoth], states),
  ];
  // Whether there is anything to see hangs on what stands around; the demonstrations are in no-effect.test.ts.
  if (before !== after) note('add, seen');
  const [property, value] = addition.split(': ');
  const placed = one.declarations.filter((each) => each.start === start);
  const faults = await Promise.all(
    placed.map((each) => pictures.isAnywhere(each.selector, each.pseudo, property, value)),
  );
  return faults.some((isThere) => isThere) ? undefined : `${addition} wins nowhere`;
}

/** What the verdict itself looked at while it was held. */
function heldIn(page: Page, { conditions }: Verdict): StateAt[] {
  const [body] = page.select('body');
  return conditions.held.flatMap(({ element, selector, state }) =>
    (element ? [element] : page.select(selector ?? '*')).map(({ index }) => ({
      at: index - body.index,
      state,
    })),
  );
}

async function wrongs(one: OrdinaryCase): Promise<string[]> {
  const page = pageOf(one);
  const offsetOf = offsetsIn(one.draft);
  const wrong: string[] = [];
  for (const verdict of prove(page, one.draft).verdicts) {
    const { remedy, declaration } = verdict;
    if (!remedy) continue;
    const start = offsetOf(declaration);
    const states = heldIn(page, verdict);
    const [, css] = /^Write(?:, outside of layers)?: ([^]+)$/.exec(remedy) ?? [];
    const [, addition] = /^Add ([^]+) to the same rule\.$/.exec(remedy) ?? [];
    const [, selector, amount] = /^Write ([^]+) \(matches (\d+) elements?\)\.$/.exec(remedy) ?? [];
    let fault: string | undefined;
    if (css) {
      note('write');
      fault = await written(one, verdict, css, states);
    } else if (addition) {
      note('add');
      fault = await added(one, verdict, addition, start, states);
    } else if (selector) {
      note('selector');
      const found = await pictures.count(one.html, selector);
      fault = found === Number(amount) ? undefined : `it matches ${found}`;
    }
    if (fault)
      wrong.push(
        `${declaration.property}: ${declaration.value} ${verdict.outcome} (${verdict.why}): “${remedy}”, but ${fault}`,
      );
  }
  return wrong;
}

test(
  `remedies on ${runs} random drafts do what they say (SEED=${seed})`,
  () => expectNothingFalse(everyCase, runs, wrongs),
  judgeTime,
);
