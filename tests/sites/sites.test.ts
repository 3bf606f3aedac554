// The room on sites that are styled in every way there is: what it says of random rules is what the browser shows.
import { writeFileSync } from 'node:fs';
import type { Browser } from 'playwright-core';
import fc from 'fast-check';
import { openRoom } from 'yelto/node';
import { temporaryFolder } from '../support/cli.js';
import { startEngine } from '../support/engine.js';
import { seed } from '../support/judging.js';
import { application } from './application.js';
import { startSite } from './servers.js';
import { sites } from './sites.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const amount = Number(process.env.WISHES ?? 40);

const selector = fc
  .tuple(
    fc.constantFrom('', '', '.site ', '#main ', '.card ', 'body '),
    fc.constantFrom(
      '.note',
      '.title',
      '.item',
      '.btn',
      '.card',
      '.row',
      '.last',
      'p',
      'a',
      'li',
      '.box',
      'div',
    ),
    fc.constantFrom('', '', '.last', '.note', ':first-child'),
  )
  .map((parts) => parts.join(''));
const declaration = fc.oneof(
  fc.nat(200).map((n) => ['color', `rgb(${n}, 1, 2)`] as const),
  fc.nat(50).map((n) => ['padding-left', `${n}.5px`] as const),
  fc.nat(20).map((n) => ['font-size', `${10 + n}.5px`] as const),
);
const wish = fc.record({ selector, declaration, mark: fc.constantFrom('', '', '', ' !important') });

test.each([...sites, application()])(
  `on a site with $name no verdict is wrong (SEED=${seed})`,
  async (site) => {
    const folder = temporaryFolder();
    const running = await startSite(site);
    const draft = folder.file('my.css');
    const wishes = fc.sample(wish, { seed, numRuns: amount });
    writeFileSync(
      draft,
      wishes.map((one) => `${one.selector} { ${one.declaration.join(': ')}${one.mark} }`).join('\n'),
    );
    const room = await openRoom({ where: running.address, draft });
    const tab = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    try {
      await tab.goto(room.address);
      await tab.getByText(/\d+ elements read/).waitFor();
      await tab.waitForTimeout((site.settles ?? 0) + 600);
      await tab.getByRole('button', { name: /Does your draft hold/ }).click();
      await tab
        .getByText(/^line \d+: /)
        .first()
        .waitFor();
      const told = await tab.evaluate(() =>
        // Pages that were looked at before are judged too, each by its name.
        [...document.querySelectorAll('.verdict')]
          .filter((one) => !/: on \/\S* it /.test(one.textContent ?? ''))
          .map((one) => ({
            outcome: one.getAttribute('data-outcome'),
            line: Number(/line (\d+):/.exec(one.textContent ?? '')?.[1]),
          })),
      );
      expect(told).toHaveLength(amount);
      const shown = await tab
        .frameLocator('iframe.stage')
        .locator('html')
        .evaluate((root, list) => {
          const things = (text: string) => [
            ...root.querySelectorAll(text),
            ...(root.matches(text) ? [root] : []),
          ];
          return list.map((one) => {
            const found = things(one.selector);
            const [property, value] = one.declaration as readonly [string, string];
            const here = found.filter(
              (element) => getComputedStyle(element).getPropertyValue(property) === value,
            );
            return { found: found.length, here: here.length };
          });
        }, wishes);
      const wrong = told.flatMap(({ outcome, line }) => {
        const { found, here } = shown[line - 1];
        // What shows nothing may well be computed.
        const agrees =
          outcome === 'no-effect' || outcome === 'cannot-tell'
            ? true
            : outcome === 'wins' || outcome === 'partly'
              ? here > 0
              : outcome === 'matches-nothing'
                ? found === 0
                : outcome === 'loses'
                  ? found > 0 && here < found
                  : outcome === 'needless' && found > 0;
        const { selector: text, declaration: set, mark } = wishes[line - 1];
        return agrees
          ? []
          : [
              `${outcome}: ${text} { ${(set as readonly string[]).join(': ')}${mark} }, shown on ${here} of ${found}`,
            ];
      });
      expect(wrong).toEqual([]);
      if (site.isHidden) return;
      // The browser was asked, and agrees; and all that can be known is told.
      const [, agreed, asked] =
        /browser: (\d+) of (\d+)/.exec(await tab.getByRole('note').first().innerText()) ?? [];
      expect(Number(asked)).toBeGreaterThan(0);
      expect(agreed).toBe(asked);
      expect(told.filter(({ outcome }) => outcome === 'cannot-tell')).toEqual([]);
    } finally {
      await tab.context().close();
      await room.close();
      await running.close();
      folder.remove();
    }
  },
);
