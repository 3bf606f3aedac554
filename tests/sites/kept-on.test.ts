// What the room itself does to a page, a state that it keeps on above all, is no change of the page's: it is not read anew.
import type { Browser, Page as Tab } from 'playwright-core';
import { startEngine } from '../support/engine.js';
import { until } from '../support/room.js';
import { inRoom } from './in-room.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const html = `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><link rel="stylesheet" href="/own.css"></head>
<body><div class="card"><button class="go" aria-expanded="false">Lend</button><p class="note">Deposit 20</p></div></body></html>`;
const sheet = `.go:hover { color: teal } .go.is-open { color: navy } .go[aria-expanded=true] { color: maroon }
.card.is-late .go { outline: 1px solid red } .go:disabled { opacity: .5 } .go:focus-visible { outline: 2px solid }`;

/** In the room's window: how often the page has told what it is. */
const countPages = () => {
  const counted = window as { pagesTold?: number };
  counted.pagesTold = 0;
  window.addEventListener('message', ({ data }: MessageEvent<{ kind?: string }>) => {
    if (data.kind === 'page') counted.pagesTold!++;
  });
};
const pagesTold = (tab: Tab) => tab.evaluate(() => (window as { pagesTold?: number }).pagesTold ?? 0);

const states = [':hover', '.is-open', '[aria-expanded', '.is-late', ':disabled', ':focus-visible'];

test('a page on which states are kept is read as often as it changes by itself', () =>
  inRoom(
    browser,
    () => ({ '/': html, '/own.css': sheet }),
    async ({ tab, stage }) => {
      await tab.getByRole('button', { name: 'Point at something on the page' }).click();
      await tab.frameLocator('iframe.stage').locator('.go').click();
      await tab.locator('.rung[aria-pressed=true]').first().waitFor();
      await tab.getByRole('button', { name: /In which state/ }).click();
      const told: Record<string, number> = {};
      for (const state of states) {
        const button = tab
          .locator('.states button')
          .filter({ hasText: new RegExp(`^\\${state}`) })
          .first();
        const before = await pagesTold(tab);
        for (const pressed of ['true', 'false']) {
          await button.click();
          await tab
            .locator(`.states button[aria-pressed=${pressed}]`)
            .filter({ hasText: state })
            .first()
            .waitFor();
          // Longer than a page is given to become quiet.
          await tab.waitForTimeout(700);
        }
        told[state] = (await pagesTold(tab)) - before;
      }
      expect(told).toEqual(Object.fromEntries(states.map((state) => [state, 0])));
      // It is still watched.
      const before = await pagesTold(tab);
      await stage().evaluate(() => document.querySelector('.note')!.append('!'));
      await until(async () => (await pagesTold(tab)) === before + 1, 'the changed page');
    },
    { atFirst: countPages },
  ));
