// How long a person waits in the fitting room, on the bench's page of few alike elements: from pressing a box to the ladder
// with what governs it, and from a key in a value to the page.
//   node scripts/bench-room.mjs [number of boxes]
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openRoom } from '../dist/node/index.js';
import { drawnPage } from './bench-pages.mjs';
import { startBrowser } from './browser.mjs';

const boxes = Number(process.argv[2] ?? 30);
const page = drawnPage(5964, 1);
// Drawn names pile everything up under one overlay; this lays the boxes out one after the other.
const shown =
  'body *, body *::before, body *::after { position: static !important; visibility: visible !important; pointer-events: auto !important; opacity: 1 !important; transform: none !important }';
page.sheets.push(shown);
page.html = page.html.replace(
  '</head>',
  `<link rel="stylesheet" href="/${page.sheets.length - 1}.css"></head>`,
);
const server = createServer((request, response) => {
  const sheet = page.sheets[Number(/^\/(\d+)\.css$/.exec(request.url)?.[1] ?? -1)];
  response.setHeader('content-type', sheet === undefined ? 'text/html; charset=utf-8' : 'text/css');
  response.end(sheet ?? page.html);
});
await new Promise((ready) => server.listen(0, '127.0.0.1', ready));
const folder = mkdtempSync(join(tmpdir(), 'bench-room-'));
const room = await openRoom({
  where: `http://127.0.0.1:${server.address().port}/`,
  draft: join(folder, 'my.css'),
});
const browser = await startBrowser();
const tab = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await tab.goto(room.address);
await tab.getByText(/\d+ elements read/).waitFor({ timeout: 60_000 });
const site = tab.frame({ url: (url) => tab.frames().length > 1 && url.href !== tab.url() });

/** When something is true of the room, ms since 1970; asked after each change of its document. */
const when = (condition) =>
  tab.evaluate(
    (text) =>
      new Promise((tell) => {
        const isTrue = new Function(`return ${text}`);
        const look = () => {
          if (!isTrue()) return;
          observer.disconnect();
          tell(performance.timeOrigin + performance.now());
        };
        const observer = new MutationObserver(look);
        observer.observe(document.body, {
          subtree: true,
          childList: true,
          attributes: true,
          characterData: true,
        });
        look();
      }),
    condition,
  );

/** When the site's page gets an event, ms since 1970. */
const whenOnSite = (type) =>
  site.evaluate(
    (name) =>
      new Promise((tell) =>
        addEventListener(name, () => tell(performance.timeOrigin + performance.now()), {
          capture: true,
          once: true,
        }),
      ),
    type,
  );

const sorted = (times) => [...times].sort((a, b) => a - b);
const summary = (times) =>
  `half within ${sorted(times)[times.length >> 1].toFixed(0)} ms, 95 of 100 within ${sorted(times)[Math.floor(times.length * 0.95)].toFixed(0)} ms`;

/** Points on the stage at which another box is hit each time. */
const points = await site.evaluate((wanted) => {
  const found = [];
  const seen = new Set();
  for (let i = 0; found.length < wanted && i < 4000; i++) {
    const [x, y] = [(i * 7919) % innerWidth, (i * 104_729) % innerHeight];
    const hit = document.elementFromPoint(x, y);
    if (!hit || hit === document.documentElement || seen.has(hit)) continue;
    seen.add(hit);
    found.push([x, y]);
  }
  return found;
}, boxes);
const pointed = [];
for (const [i, [x, y]] of points.entries()) {
  await tab.getByRole('button', { name: 'Point at something on the page' }).click();
  await when("!document.querySelector('.rung, [data-governed]')");
  // The page hears of it behind that; a press that came sooner would be the site's own.
  await site.evaluate(() => new Promise((go) => setTimeout(go, 50)));
  const pressed = whenOnSite('pointerdown');
  const told = when(
    "document.querySelector('.rung[aria-pressed=true]') && document.querySelector('[data-governed]')",
  );
  const frame = await (await site.frameElement()).boundingBox();
  await tab.mouse.click(frame.x + x, frame.y + y);
  const [from, to] = await Promise.all([pressed, told]);
  if (i > 0) pointed.push(to - from);
}
console.log(
  `from pressing a box to the ladder with what governs it: ${summary(pointed)} (${pointed.length} boxes; goal: 150 ms)`,
);

await tab.getByRole('button', { name: 'What should it be?' }).click();
await tab.getByLabel('Property').fill('padding-left');
const field = tab.getByLabel('Value');
await field.fill('1px');
await tab.locator('pre.mantine-Code-root').first().waitFor();
await field.evaluate((input) => {
  const note = () => (input.keyedAt = performance.timeOrigin + performance.now());
  input.addEventListener('input', note, { capture: true });
});
const typed = [];
for (let i = 0; i < boxes; i++) {
  const value = `${11 + i}px`;
  const arrived = site.evaluate(
    (wanted) =>
      new Promise((tell) => {
        const look = () => {
          const has = [...document.querySelectorAll('style')].some((one) => one.textContent.includes(wanted));
          const adopted = document.adoptedStyleSheets.some((one) =>
            [...one.cssRules].some((rule) => rule.cssText.includes(wanted)),
          );
          if (has || adopted) tell(performance.timeOrigin + performance.now());
          else setTimeout(look, 1);
        };
        look();
      }),
    `padding-left: ${value}`,
  );
  await field.evaluate((input) => input.select());
  await tab.keyboard.insertText(value);
  typed.push((await arrived) - (await field.evaluate((input) => input.keyedAt)));
}
console.log(`from a key in a value to the page: ${summary(typed)} (${typed.length} keys; goal: 50 ms)`);
await browser.close();
await room.close();
server.close();
rmSync(folder, { recursive: true });
process.exit(0);
