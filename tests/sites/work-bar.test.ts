// What takes longer than a moment shows how far it has come, keeps nothing else waiting, and can be stopped and begun again.
import type { Browser, Page as Tab } from 'playwright-core';
import { startEngine } from '../support/engine.js';
import { until } from '../support/room.js';
import { inRoom } from './in-room.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const numbers = (amount: number) => Array.from({ length: amount }, (_, i) => i);
const tools = numbers(150)
  .map((i) => `<li class="tool shelf-${i % 30} row-${i % 7}"><b class="name n-${i % 11}">Drill ${i}</b></li>`)
  .join('');
const widths = numbers(40).map(
  (i) => `@media (min-width: ${300 + i * 20}px) { .row-${i % 7} { padding: ${i}px } }`,
);
const page = `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><style>${widths.join('\n')}</style></head><body><ul>${tools}</ul></body></html>`;
/** Nearly all of it meets on the same things, under every width. */
const longDraft = numbers(1500)
  .map(
    (i) =>
      `.shelf-${i % 30} .n-${i % 11} { margin: ${i}px; font-size: 1.${i}em }\n.row-${i % 7}:hover { padding: ${i}px }`,
  )
  .join('\n');

const bar = (tab: Tab) => tab.getByRole('progressbar');
const button = (tab: Tab, name: string) => tab.getByRole('button', { name, exact: true });

test('a proof that takes long tells how far it has come, lets one point meanwhile, is stopped, and begun again', () =>
  inRoom(
    browser,
    () => ({ '/': page }),
    async ({ tab, stage }) => {
      await tab.getByText(/Proving the draft: \d+ of 4500 declarations/).waitFor();
      const before = Number(await bar(tab).getAttribute('aria-valuenow'));
      await button(tab, 'Point at something on the page').click();
      await stage().locator('.name').first().click();
      await tab.locator('.rung[aria-pressed="true"]').waitFor();
      await until(
        async () => Number(await bar(tab).getAttribute('aria-valuenow')) > before,
        'a further step',
      );
      await button(tab, 'Stop').click();
      await tab.getByText('Proving the draft was stopped.').waitFor();
      expect(await bar(tab).count()).toBe(0);
      await button(tab, 'Does your draft hold?').click();
      expect(await tab.locator('.verdict').count()).toBe(0);
      // The page and what was pointed at are as they were.
      expect(await tab.locator('[data-governed]').count()).toBe(1);
      await button(tab, 'Begin again').click();
      await tab.getByText(/Proving the draft: \d+ of 4500 declarations/).waitFor();
    },
    { draft: longDraft },
  ));

test.each([
  ['not finished', false],
  ['stopped', true],
])('what is written anew is proven in place of what was %s', (_, isStopped) =>
  inRoom(
    browser,
    () => ({ '/': page }),
    async ({ tab }) => {
      await tab.getByText(/Proving the draft: \d+ of 4500/).waitFor();
      if (isStopped) {
        await button(tab, 'Stop').click();
        await tab.getByText('Proving the draft was stopped.').waitFor();
      }
      await button(tab, 'Does your draft hold?').click();
      await tab.locator('.cm-content').fill('.tool { color: teal }');
      await tab.locator('.verdict[data-outcome="wins"]').waitFor();
      expect(await tab.locator('.verdict').count()).toBe(1);
      await until(async () => (await bar(tab).count()) === 0, 'the end of the bar');
      expect(await tab.getByText('Proving the draft was stopped.').count()).toBe(0);
    },
    { draft: longDraft },
  ),
);

/**
 * Runs in the room: presses Stop where the page is being read, and notes that, that the room says so, that it goes on instead,
 * and that the page was read. On a busy machine the worker is done before the bar is drawn or gone: then nothing is stopped.
 */
function stopSoon(): void {
  if (window !== top) return;
  const stopButton = () =>
    [...document.querySelectorAll<HTMLElement>('.work')]
      .find(({ textContent }) => textContent.startsWith('Reading the page') && textContent.endsWith('Stop'))
      ?.querySelector('button');
  let wasUnread = false;
  const note = (word: string) => (document.body.dataset[word] = '');
  const has = (word: string) => word in document.body.dataset;
  const look = () => {
    if (!document.body) return;
    const said = document.body.textContent;
    if (said.includes('Reading the page was stopped.')) note('said');
    if (!/\d+ elements read/.test(said)) wasUnread = true;
    else if (wasUnread) note('read');
    const stop = stopButton();
    if (!stop || has('pressed')) return;
    note('pressed');
    stop.click();
    setTimeout(() => {
      if (!has('said') && stopButton()) note('goesOn');
      note('judged');
    }, 1000);
  };
  new MutationObserver(look).observe(document, { subtree: true, childList: true, characterData: true });
}

/** Waits until reading was stopped, or the page was read; and nothing went on that was to stop. */
async function untilStopped(tab: Tab): Promise<void> {
  await tab
    .locator('body[data-judged][data-said], body[data-judged][data-goes-on], body[data-read]')
    .waitFor({ timeout: 60_000 });
  expect(await tab.locator('body[data-goes-on]').count()).toBe(0);
}

const rules = numbers(60_000).map((i) => `.shelf-${i} .n-${i} > .name:hover { color: rgb(${i % 255} 1 2) }`);
const large = page.replace('</style>', `${rules.join('\n')}</style>`);

test('reading a large page is stopped within a step too, and begun again', () =>
  inRoom(
    browser,
    () => ({ '/': large }),
    async ({ tab, stage }) => {
      await untilStopped(tab);
      // A click takes its time on a busy machine; and a page that changes is read without being asked for: then there is nothing to click.
      const isRead = tab.getByText(/\d+ elements read/);
      const begin = button(tab, 'Begin again');
      await begin.or(isRead).first().waitFor({ timeout: 60_000 });
      await Promise.race([begin.click().catch(() => undefined), isRead.waitFor({ timeout: 60_000 })]);
      await isRead.waitFor({ timeout: 60_000 });
      expect(await tab.getByText('Reading the page was stopped.').count()).toBe(0);
      await button(tab, 'Point at something on the page').click();
      await stage().locator('.name').first().click();
      await tab.locator('.rung[aria-pressed="true"]').waitFor();
    },
    { waitFor: /./, atFirst: stopSoon },
  ));

/** Runs in the room: what the worker is asked reaches it late; and notes where one button takes the other’s place. */
function slowly(): void {
  if (window !== top) return;
  const Quick = window.Worker;
  window.Worker = class extends Quick {
    override postMessage(message: unknown, transfer: never): void {
      setTimeout(() => super.postMessage(message, transfer), 1500);
    }
  };
  let wasOffered = false;
  const look = () => {
    const offers = (name: string) =>
      [...document.querySelectorAll('.work button')].some(({ textContent }) => textContent === name);
    if (wasOffered && offers('Stop')) document.body.dataset.swapped = '';
    wasOffered = offers('Begin again');
  };
  new MutationObserver(look).observe(document, { subtree: true, childList: true, characterData: true });
}

test('what was stopped is begun again by one press that was meant so, and no press meets the other button', () =>
  inRoom(
    browser,
    () => ({ '/': page }),
    async ({ tab, stage }) => {
      const isStopped = tab.getByText('Reading the page was stopped.');
      const stop = tab.locator('.work', { hasText: 'Reading the page' }).getByText('Stop', { exact: true });
      await stop.click();
      await isStopped.waitFor();
      // The second of two presses was meant for what was there before.
      await button(tab, 'Begin again').dispatchEvent('click', { detail: 2 });
      await tab.waitForTimeout(300);
      expect(await isStopped.count()).toBe(1);
      // The page is read anew without being asked for: nothing is left to begin.
      await stage().evaluate(() => document.body.append('more'));
      await stop.click();
      await isStopped.waitFor();
      await button(tab, 'Begin again').click();
      await tab.getByText(/\d+ elements read/).waitFor();
      expect(await tab.locator('body[data-swapped]').count()).toBe(0);
    },
    { waitFor: /./, atFirst: slowly },
  ));

test('the bar is gone at once where a page that was read before is read again for the worker alone', () =>
  inRoom(
    browser,
    () => ({ '/': large }),
    async ({ tab, stage }) => {
      await tab.evaluate(stopSoon);
      await stage().evaluate(() => location.reload());
      await untilStopped(tab);
    },
  ));
