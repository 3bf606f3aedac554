// A state that the room keeps on looks as it does under a real pointer: every rule counts where it stands.
import type { Browser, Frame, Page as Tab } from 'playwright-core';
import { openRoom } from 'yelto/node';
import { temporaryFolder } from '../support/cli.js';
import { startEngine } from '../support/engine.js';
import { until } from '../support/room.js';
import { startSite, type SmallSite } from './servers.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const sheet = `@import "/imported.css";
.btn:hover { color: rgb(255, 0, 0) } #main .btn { color: rgb(0, 0, 255) }
.btn:not(:hover) { font-size: 30px }
.card:hover .note { color: rgb(1, 2, 3); & .inner:not(:focus) { color: rgb(3, 2, 1) } }
@media (min-width: 100px) { @layer low { .btn:hover { letter-spacing: 2px } } .card:has(:hover) { padding-left: 9px } }
.btn:hover::before { content: "x"; color: rgb(9, 9, 9) }
[title=":hover"] { text-indent: 3px }
.md\\:hover { word-spacing: 4px }
.card { & .btn:is(:hover, :focus) { text-transform: uppercase } }
.btn:hover { --tone: rgb(7, 7, 7); border: 2px solid var(--tone) !important }
.btn { border: 1px solid red }`;

const site: SmallSite = {
  name: 'states everywhere',
  elsewhere: {
    '/theme.css':
      '.btn:hover { font-style: italic; color: rgb(5, 5, 5) } .card:hover > .note { text-indent: 8px }',
  },
  answers: (other) => ({
    '/': `<!DOCTYPE html><html lang="en"><head><title>x</title><link rel="stylesheet" href="${other}/theme.css"><link rel="stylesheet" href="/own.css"><style>.btn:hover { outline: 3px solid rgb(4, 4, 4) }</style></head>
<body><div class="card" id="main"><p class="note">Deposit <b class="inner">20</b></p><a class="btn" href="#x">Reserve</a><i title=":hover">t</i><i class="md:hover">m</i></div><p class="note btn">Hours</p></body></html>`,
    '/own.css': sheet.replaceAll('\\\\', '\\'),
    '/imported.css': '.btn:hover { padding-left: 13px } .card:hover { margin-left: 5px }',
  }),
};

/** Every computed value of every element, and of its mark before. */
const looks = (frame: Frame | Tab) =>
  frame.evaluate(() =>
    [...document.body.querySelectorAll('*')]
      .filter((element) => !element.closest('[data-yelto]'))
      .flatMap((element) =>
        [null, '::before'].map((pseudo) => {
          const style = getComputedStyle(element, pseudo);
          // Sizes follow the window, which the room makes smaller.
          const names = [...style].filter(
            (name) => !/size|origin|^(width|height|inset|perspective)/.test(name) || name === 'font-size',
          );
          return `${element.tagName}${pseudo ?? ''} ${names.map((name) => `${name}: ${style.getPropertyValue(name)}`).join('; ')}`;
        }),
      ),
  );

test.each(['.card > .btn', '.note .inner', '.card > .note'])(
  '%s looks held as it does under the pointer',
  async (selector) => {
    const folder = temporaryFolder();
    const running = await startSite(site);
    const room = await openRoom({ where: running.address, draft: folder.file('my.css') });
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    try {
      const plain = await context.newPage();
      await plain.goto(running.address);
      const still = await looks(plain);
      await plain.hover(selector);
      const hovered = await looks(plain);
      expect(hovered).not.toEqual(still);

      const tab = await context.newPage();
      await tab.goto(room.address);
      await tab.getByText(/\d+ elements read/).waitFor();
      await tab.getByRole('button', { name: 'Point at something on the page' }).click();
      await tab.frameLocator('iframe.stage').locator(selector).click();
      await tab.locator('.rung[aria-pressed=true]').first().waitFor();
      await tab.getByRole('button', { name: /In which state/ }).click();
      await tab
        .locator('.states button')
        .filter({ hasText: /^:hover on (it|a\.|b\.|p\.)/ })
        .first()
        .click();
      await tab.getByRole('button', { name: /In which state\? \(:hover kept on\)/ }).waitFor();
      // The pointer itself is elsewhere.
      await tab.mouse.move(1200, 700);
      const frame = tab.frames().find((one) => one.url().startsWith(room.site.replace(/\/[^/]*$/, '')))!;
      await until(
        async () => String(await looks(frame)) === String(hovered),
        'the page as under the pointer',
      );
      expect(await looks(frame)).toEqual(hovered);
      // What is read meanwhile is the page as it is without.
      await tab.getByRole('button', { name: /What governs/ }).click();
      expect(await tab.getByText(/data-yelto/).count()).toBe(0);
      // And it can be let go.
      await tab.getByRole('button', { name: /In which state/ }).click();
      await tab.locator('.states button[aria-pressed=true]').first().click();
      await tab.getByRole('button', { name: 'In which state?', exact: true }).waitFor();
      // The button tells it before the page, which hears of it in a message.
      await until(async () => String(await looks(frame)) === String(still), 'the page as it was');
      expect(await looks(frame)).toEqual(still);
    } finally {
      await context.close();
      await room.close();
      await running.close();
      folder.remove();
    }
  },
);
