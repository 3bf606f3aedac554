// Our contests against a real engine's winners, on the demo pages.
import type { Browser } from 'playwright-core';
import { openPage } from 'yelto/node';
import { compareWithEngine, startEngine } from './support/engine.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const pages = [
  'r14/catalogue',
  'r14/tool',
  'r14/home',
  'r14/account',
  'r14/news',
  'r15/catalogue',
  'r15/tool',
].map((page) => `demo/${page}`);
const widths = [1280, 800, 480];
/** One for each page; all with SITES=all. */
const widthsFor = (where: string) =>
  process.env.SITES === 'all' ? widths : [widths[pages.indexOf(where) % widths.length]];

for (const where of pages) {
  for (const width of widthsFor(where)) {
    test(`${where} at ${width}px has the engine's winners`, async () => {
      const page = await openPage(where, { conditions: { width } });
      const { compared, differences } = await compareWithEngine(browser, page);
      expect(differences).toEqual([]);
      expect(compared).toBeGreaterThan(2000);
    });
  }
}
