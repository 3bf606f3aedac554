// The room beside the person's own tab: what the bookmark does, on pages that no server could pass on, and what a page
// cannot do with it.
import { chmodSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { openJoinRoom } from 'yelto/node';
import type { Browser, BrowserContext, Page as Tab } from 'playwright-core';
import { temporaryFolder, yelto } from '../support/cli.js';
import { startEngine } from '../support/engine.js';
import { readDraft, until } from '../support/room.js';
import { startSite, type Answers, type RunningSite } from './servers.js';

const words = '<p class="note">Deposit 20</p><button class="go">Lend</button>';
const page = (head = '') =>
  `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title>${head}<style>.note { color: teal }</style></head><body>${words}</body></html>`;
const answers: Answers = {
  '/': page(),
  '/strict': {
    headers: { 'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'" },
    body: page(),
  },
  '/cut': { headers: { 'cross-origin-opener-policy': 'same-origin' }, body: page() },
  '/other': page('<meta name="other">'),
};

let browser: Browser;
let site: RunningSite;
const folder = temporaryFolder();
const draft = folder.file('my.css');
let room: Awaited<ReturnType<typeof openJoinRoom>>;
let context: BrowserContext;
let bookmark: string;
beforeAll(async () => {
  browser = await startEngine();
  site = await startSite({ name: 'behind a login', answers: () => answers });
  room = await openJoinRoom({ draft, folder: folder.file('config') });
});
afterAll(async () => {
  await browser.close();
  await room.close();
  await site.close();
  folder.remove();
});
beforeEach(async () => {
  writeFileSync(draft, '.note { letter-spacing: 3px }\n');
  context = await browser.newContext({ viewport: { width: 900, height: 700 } });
  const first = await context.newPage();
  await first.goto(room.address);
  const link = first.getByRole('link', { name: 'Fit this page' });
  await until(async () => (await link.getAttribute('href')) !== null, 'the bookmark');
  bookmark = (await link.getAttribute('href')) ?? '';
  await first.close();
});
afterEach(() => context.close());

/** As the browser does when a bookmark is pressed: in the page's own world, whatever its policy. */
async function press(tab: Tab): Promise<void> {
  await tab.evaluate(decodeURIComponent(bookmark.replace('javascript:', '')));
}

async function fit(path: string): Promise<{ tab: Tab; beside: Tab }> {
  const tab = await context.newPage();
  await tab.goto(site.address + path);
  const [beside] = await Promise.all([context.waitForEvent('page'), press(tab)]);
  return { tab, beside };
}

const agree = (beside: Tab) => beside.getByRole('button', { name: 'Yes, fit this page' }).click();
const style = (tab: Tab, property: string) =>
  tab.$eval('.note', (note, name) => getComputedStyle(note).getPropertyValue(name), property);

test.each(['', 'strict'])('pointing, changing and proving work on the tab, at /%s', async (path) => {
  const { tab, beside } = await fit(path);
  await agree(beside);
  await beside.getByText('elements read').waitFor();
  await until(async () => (await style(tab, 'letter-spacing')) === '3px', 'the draft on the page');
  await beside.getByRole('button', { name: 'Point at something on the page' }).click();
  await tab.locator('.note').click();
  await beside.getByRole('button', { name: /What governs p.note/ }).waitFor();
  await beside.getByRole('button', { name: /Does your draft hold\? \(it does\)/ }).click();
  await beside.getByText('Checked by your browser: 1 of 1').waitFor();
  // Typed in the room: seen in the tab, kept in the file.
  await beside.locator('.cm-content').click();
  await beside.keyboard.press('Control+End');
  await beside.keyboard.insertText('.note { color: navy }');
  await until(async () => (await style(tab, 'color')) === 'rgb(0, 0, 128)', 'the colour on the page');
  await until(() => readDraft(draft).includes('navy'), 'the change in the file');
});

test('whether it has arrived is asked of the tab, without the draft that is tried', async () => {
  const { beside } = await fit('');
  await agree(beside);
  await beside.getByText('elements read').waitFor();
  await beside.getByRole('button', { name: 'Paste it' }).click();
  await beside.getByRole('button', { name: 'Pasted. Has it arrived?' }).click();
  await beside.getByText(/^No: /).first().waitFor();
});

test('a page that is left says so, and the bookmark joins the next one to the same room', async () => {
  const { tab, beside } = await fit('');
  await agree(beside);
  await beside.getByText('elements read').waitFor();
  // Pressed twice on one page it does nothing twice.
  await press(tab);
  expect(await tab.evaluate(() => document.adoptedStyleSheets.length)).toBe(3);
  await tab.goto(`${site.address}other`);
  await beside.getByText('That page was left').first().waitFor();
  await press(tab);
  await agree(beside);
  await beside.getByText('/other').waitFor();
  await beside.getByText('elements read').waitFor();
  await until(async () => (await style(tab, 'letter-spacing')) === '3px', 'the draft on the next page');
});

test('a site that cuts the link between windows is told so, with the way out', async () => {
  const { beside } = await fit('cut');
  await beside.getByText(/cuts the link between windows[^]*capture --bookmark/).waitFor();
});

test('a page reads and writes no draft before the person agrees, and none that it forges', async () => {
  const tab = await context.newPage();
  await tab.goto(site.address);
  const { origin, hash } = new URL(room.address);
  const key = new URLSearchParams(hash.slice(1)).get('token')!;
  expect(bookmark).not.toContain(key);
  // The room is opened by the page itself, which knows all that the bookmark knows, and hears all that it is told.
  const [beside] = await Promise.all([
    context.waitForEvent('page'),
    tab.evaluate((where) => {
      const heard: unknown[] = ((window as unknown as { heard: unknown[] }).heard = []);
      window.addEventListener('message', ({ data }) => heard.push(data));
      const opened = window.open(`${where}/#join=forged`)!;
      const tell = (message: object) => opened.postMessage({ ...message, yelto: 'forged' }, where);
      setInterval(() => {
        tell({ kind: 'ready', address: location.href });
        tell({ kind: 'save', id: 1, text: 'p{}', base: '' });
      }, 100);
    }, origin),
  ]);
  await beside.getByRole('button', { name: 'Yes, fit this page' }).waitFor();
  await beside.waitForTimeout(500);
  const heard = await tab.evaluate(() => (window as unknown as { heard: { kind: string }[] }).heard);
  expect(new Set(heard.map(({ kind }) => kind))).toEqual(new Set(['join']));
  expect(readDraft(draft)).toBe('.note { letter-spacing: 3px }\n');
});

test('another frame of the page cannot speak for it', async () => {
  const { tab, beside } = await fit('');
  await beside.getByRole('button', { name: 'Yes, fit this page' }).waitFor();
  await agree(beside);
  await beside.getByText('elements read').waitFor();
  await tab.evaluate(() => {
    const frame = document.createElement('iframe');
    frame.srcdoc = '<p>x</p>';
    document.body.append(frame);
  });
  // No window but the opener is heard, and no message asks for anything.
  await beside.evaluate(() => window.postMessage({ kind: 'no page', reason: 'Forged', yelto: '' }, '*'));
  await beside.waitForTimeout(200);
  expect(await beside.getByText('Forged').count()).toBe(0);
});

test('the key is kept for the user alone, at the same place each time', async () => {
  const file = folder.file('config/join.json');
  expect(statSync(file).mode & 0o777).toBe(0o600);
  await expect(openJoinRoom({ draft, folder: folder.file('config') })).rejects.toThrow(/port \d+ is taken/);
  await room.close();
  chmodSync(file, 0o644);
  const before = room.address;
  room = await openJoinRoom({ draft, folder: folder.file('config') });
  expect(room.address).toBe(before);
  expect(statSync(file).mode & 0o777).toBe(0o600);
  const kept = readFileSync(file, 'utf8');
  writeFileSync(folder.file('join.json'), kept.slice(0, 20));
  await expect(openJoinRoom({ draft, folder: folder.path })).rejects.toThrow('it holds no key');
});

test('options that contradict each other are said', async () => {
  expect((await yelto('try', site.address, '--join')).err).toContain('--join takes no page');
  expect((await yelto('try')).err).toContain('No page was named');
});
