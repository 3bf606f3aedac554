// Pages that a browser saved in one file: what is read from them is what that browser shows. And source maps: beside a
// packed sheet's line stands the author's.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import type { Browser } from 'playwright-core';
import { contest } from 'yelto';
import { openPage } from 'yelto/node';
import { startSite, type RunningSite } from './sites/servers.js';
import { temporaryFolder, yelto } from './support/cli.js';
import { startEngine } from './support/engine.js';

let browser: Browser;
let running: RunningSite;
const folder = temporaryFolder();
beforeAll(async () => {
  browser = await startEngine();
  running = await startSite({
    name: 'two hosts',
    elsewhere: {
      '/theme.css': '@import "deep/base.css";\n.note { color: teal; margin: 3px }',
      '/deep/base.css': '.note { color: red; border: 2px solid navy }\n.büro { color: maroon }',
    },
    answers: (other) => ({
      '/': `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><title>Alderbrook</title>
<link rel="stylesheet" href="${other}/theme.css"><style>.note { padding: 7px } p { color: gray }</style>
<link rel="stylesheet" href="/own/shop.css"></head><body><p class="note büro">Deposit 20 £</p><p>Plain</p></body></html>`,
      '/own/shop.css': 'p { letter-spacing: 1px; color: olive }',
    }),
  });
  const context = await browser.newContext({
    recordHar: { path: folder.file('shop.har'), content: 'embed', mode: 'full' },
  });
  const tab = await context.newPage();
  await tab.goto(running.address);
  const session = await context.newCDPSession(tab);
  const { data } = await session.send('Page.captureSnapshot', { format: 'mhtml' });
  writeFileSync(folder.file('shop.mhtml'), data);
  await context.close();
});
afterAll(async () => {
  await browser.close();
  await running.close();
  folder.remove();
});

const asked = ['color', 'margin-top', 'border-top-width', 'padding-top', 'letter-spacing'];

test.each(['shop.mhtml', 'shop.har'])('%s says what the browser that saved it shows', async (file) => {
  const page = await openPage(folder.file(file));
  const live = await openPage(running.address, { scripts: true });
  expect(page.sheets.map(({ status }) => status)).toEqual(live.sheets.map(({ status }) => status));
  for (const selector of ['.note', 'p:not(.note)']) {
    const winners = (from: typeof page) =>
      asked.map((property) => {
        const [element] = from.select(selector);
        const { value, selector: by } = { ...contest(from, element, property).entries[0] } as {
          value?: string;
          selector?: string;
        };
        return [property, by, value];
      });
    expect(winners(page)).toEqual(winners(live));
  }
  expect(page.select('.büro')).toHaveLength(1);
});

test('the room says that it cannot show an archive', async () => {
  const { code, err } = await yelto('try', folder.file('shop.har'));
  expect(code).toBe(2);
  expect(err).toContain('is an archive, which the fitting room cannot show');
});

test('a sheet that an archive does not hold is unread, one that was refused is missing', async () => {
  const har = JSON.parse(readFileSync(folder.file('shop.har'), 'utf8')) as {
    log: {
      entries: { request: { url: string }; response: { status: number; content: { text?: string } } }[];
    };
  };
  for (const { request, response } of har.log.entries) {
    if (request.url.endsWith('theme.css')) delete response.content.text;
    if (request.url.endsWith('shop.css')) response.status = 404;
  }
  writeFileSync(folder.file('less.har'), JSON.stringify(har));
  const page = await openPage(folder.file('less.har'));
  expect(page.sheets.map(({ label, status }) => [label, status])).toEqual([
    ['theme.css', 'unread'],
    ['<style> 1', 'loaded'],
    ['shop.css', 'missing'],
  ]);
});

test.each([
  ['not.har', '{"log": 3}', 'is no HAR archive'],
  ['cut.har', '{"log": {"entries": [', 'is no HAR archive'],
  ['none.har', '{"log": {"entries": [null, {"request": {}}]}}', 'holds no page'],
  [
    'bare.har',
    '{"log":{"entries":[{"request":{"url":"https://alderbrook.example/"},"response":{"status":200,"content":{"mimeType":"text/html"}}}]}}',
    'without its text',
  ],
  ['none.mhtml', 'Content-Type: text/plain\r\n\r\nNothing', 'holds no page'],
  ['empty.mht', '', 'holds no page'],
])('%s is told in words', async (name, text, words) => {
  writeFileSync(folder.file(name), text);
  const { code, err } = await yelto('survey', folder.file(name));
  expect(code).toBe(2);
  expect(err).toContain(words);
});

const packed = '.card{x:y}.other{margin:0}.card{color:teal}\n/*# sourceMappingURL=shop.min.css.map */';
/** What stands at `color` in it was written in line 14, column 3. */
const map = JSON.stringify({
  version: 3,
  sources: ['bundle:///shop/../src/parts/card.scss'],
  names: [],
  mappings: `${vlq(packed.indexOf('color:teal'))}AaE`,
});
const cardPage =
  '<!DOCTYPE html><html lang="en"><head><title>a</title><link rel="stylesheet" href="css/shop.min.css"></head><body><p class="card">Deposit</p></body></html>';
const whyColour = async (where: string, ...more: string[]) =>
  (await yelto('why', where, '--at', '.card', '--property', 'color', ...more)).out;

test('a packed sheet names the author’s file and line beside its own', async () => {
  mkdirSync(folder.file('css'));
  writeFileSync(folder.file('card.html'), cardPage);
  writeFileSync(folder.file('css/shop.min.css'), packed);
  writeFileSync(folder.file('css/shop.min.css.map'), map);
  const column = packed.indexOf('color:teal') + 1;
  expect(await whyColour(folder.file('card.html'))).toContain(
    `shop.min.css:1:${column} (from src/parts/card.scss:14:3)`,
  );
  // One that cannot be read takes nothing away.
  writeFileSync(folder.file('css/shop.min.css.map'), '{"version": 3, "mappings": 4');
  const without = await whyColour(folder.file('card.html'));
  expect(without).toContain(`shop.min.css:1:${column}`);
  expect(without).not.toContain('card.scss');
});

/** One number as a source map writes it (ECMA-426 §9.2.2). */
function vlq(value: number): string {
  const digits = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';
  let rest = value << 1;
  let text = '';
  do {
    const digit = rest & 31;
    rest >>= 5;
    text += digits[rest > 0 ? digit | 32 : digit];
  } while (rest > 0);
  return text;
}

test('a live page’s source map is read with its sheets', async () => {
  const own = await startSite({
    name: 'packed',
    answers: () => ({
      '/': cardPage,
      '/css/shop.min.css': packed,
      '/css/shop.min.css.map': map,
    }),
  });
  try {
    for (const more of [[], ['--no-scripts']]) {
      expect(await whyColour(own.address, ...more)).toContain('(from src/parts/card.scss:14:3)');
    }
  } finally {
    await own.close();
  }
});
