// Which values a property takes, judged by a real engine on random ones: what people write, and what they slip into.
import fc from 'fast-check';
import type { Browser, Page as Tab } from 'playwright-core';
import { parsePage } from 'yelto';
import { anyDeclaration, isLenient } from './support/any-values.js';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr } from './support/judging.js';

let browser: Browser;
let tab: Tab;
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage();
  await tab.setContent('<!DOCTYPE html><p>x</p>');
});
afterAll(() => browser.close());

/** Runs in the page: of each declaration whether it is kept. */
function kept(list: readonly (readonly [property: string, value: string])[]): boolean[] {
  const { style } = document.createElement('p');
  return list.map(([property, value]) => {
    style.cssText = `${property}: ${value}`;
    return style.length > 0;
  });
}

const { grammar } = parsePage({ name: 'x', html: '' });

test(
  'a value is refused where the engine drops it, and nowhere else',
  () =>
    expectNothingFalse(
      fc.array(anyDeclaration, { minLength: 100, maxLength: 100 }),
      runsOr(60),
      async (list) => {
        const engine = await tab.evaluate(kept, list);
        return list.flatMap(([property, value], i) => {
          if (isLenient(property, value)) return [];
          const isOurs = !grammar.check(property, value);
          note(engine[i] ? 'kept' : 'dropped');
          return isOurs === engine[i]
            ? []
            : [`${property}: ${value} (the engine ${engine[i] ? 'keeps' : 'drops'} it)`];
        });
      },
    ),
  judgeTime,
);

test('every property that the engine knows is known, whatever release it came with', async () => {
  const known = await tab.evaluate(() => {
    const { style } = document.body;
    // `in` and `Object.keys` leave out those of the prototype.
    const names: string[] = [];
    for (const name in style) names.push(name);
    return names
      .map((name) => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`))
      .map((name) => (name.startsWith('webkit-') ? `-${name}` : name))
      .filter((name) => CSS.supports(name, 'inherit'));
  });
  expect(known.length).toBeGreaterThan(500);
  expect(known.filter((name) => grammar.check(name, 'inherit'))).toEqual([]);
});
