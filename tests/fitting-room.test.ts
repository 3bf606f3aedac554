// The fitting room as the owner of the demo site uses it, in a real browser.
import type { Server } from 'node:http';
import type { Browser, Page as Tab } from 'playwright-core';
import { startEngine } from './support/engine.js';
import { serveRoom } from './support/room.js';

let browser: Browser;
let server: Server;
let address: string;
let tab: Tab;
const faults: string[] = [];

beforeAll(async () => {
  browser = await startEngine();
  ({ address, server } = await serveRoom());
});
afterAll(async () => {
  await browser.close();
  server.close();
});
beforeEach(async () => {
  faults.length = 0;
  tab = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  tab.on('pageerror', (error) => faults.push(error.message));
});
afterEach(async () => {
  expect(faults).toEqual([]);
  await tab.context().close();
});

async function enter(page: string): Promise<void> {
  await tab.goto(`${address}?page=${page}`);
  await tab.getByText(/\d+ elements read/).waitFor();
}

async function pointAt(selector: string): Promise<void> {
  await tab.getByRole('button', { name: 'Point at something on the page' }).click();
  await tab.frameLocator('iframe').locator(selector).first().click();
  await tab.locator('.rung[aria-pressed=true]').waitFor();
}

const computed = (selector: string, property: string, pseudo: string | null = null) =>
  tab
    .frameLocator('iframe')
    .locator(selector)
    .first()
    .evaluate((element, [name, part]) => getComputedStyle(element, part).getPropertyValue(name!), [
      property,
      pseudo,
    ] as const);

test('point, understand, change live, prove, reload, paste', async () => {
  await enter('/r14/tool/index.html');
  await pointAt('.ll-deposit__label');
  await tab.getByRole('button', { name: 'What governs span.ll-deposit__label?' }).click();
  await tab.getByRole('button', { name: /^font-size is 13px/ }).click();
  await tab.getByText('less specific: (0,1,0) against (0,2,0)').waitFor();
  await tab.getByRole('button', { name: 'Change font-size' }).click();
  await tab.getByLabel('Value').fill('22px');
  await tab.getByText('.ll-deposit .ll-deposit__label {').waitFor();
  await waitFor(async () => (await computed('.ll-deposit__label', 'font-size')) === '22px');
  await tab.getByRole('button', { name: 'Put it into the draft' }).click();
  await tab.getByText('wins', { exact: true }).waitFor();
  await tab.reload();
  await tab.getByText(/\d+ elements read/).waitFor();
  await waitFor(async () => (await computed('.ll-deposit__label', 'font-size')) === '22px');
  await tab.getByRole('button', { name: 'Paste it' }).click();
  await tab.getByText(/54 characters of 2000/).waitFor();
  await tab.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await tab.getByRole('button', { name: 'Copy for the panel' }).click();
  await tab.getByRole('button', { name: 'Copied' }).waitFor();
  expect(await tab.evaluate(() => navigator.clipboard.readText())).toBe(
    '.ll-deposit .ll-deposit__label {\n  font-size: 22px;\n}\n',
  );
});

test('step inwards to a mark that cannot be pressed, for all of its kind', async () => {
  await enter('/r14/catalogue/index.html');
  await pointAt('.ll-badge--out');
  await tab
    .getByRole('button', { name: /^::before of span\.ll-badge/ })
    .first()
    .click();
  await tab.getByRole('button', { name: /^background-color is #c62828/ }).click();
  await tab.getByRole('button', { name: 'Change background-color' }).click();
  await tab.getByLabel('Value').fill('rgb(0, 90, 160)');
  await tab.getByText('all 2 of its kind').click();
  await tab.getByText(/2 things and nothing else/).waitFor();
  await tab.getByRole('button', { name: 'Put it into the draft' }).click();
  await waitFor(
    async () => (await computed('.ll-badge--out', 'background-color', '::before')) === 'rgb(0, 90, 160)',
  );
  expect(await computed('.ll-badge--free', 'background-color', '::before')).toBe('rgb(46, 125, 50)');
});

test('a bad value is said while typing, and a typed rule that loses is told with its remedy', async () => {
  await enter('/r14/tool/index.html');
  await pointAt('.ll-deposit__label');
  await tab.getByRole('button', { name: 'What should it be?' }).click();
  await tab.getByLabel('Property').fill('font-size');
  await tab.getByLabel('Value').fill('18');
  await tab.getByText(/A length needs its unit, as in 18px/).waitFor();
  await tab.getByRole('button', { name: /Does your draft hold/ }).click();
  await tab.getByRole('textbox', { name: 'Your draft' }).click();
  await tab.keyboard.type('.ll-deposit__label { font-size: 18px;');
  await tab.getByText('loses', { exact: true }).waitFor();
  await tab.getByText(/Write: \.ll-deposit \.ll-deposit__label/).waitFor();
});

/** Waits up to 5 s for a condition on the page. */
async function waitFor(condition: () => Promise<boolean>): Promise<void> {
  for (let i = 0; i < 100; i++) {
    if (await condition()) return;
    await new Promise((next) => setTimeout(next, 50));
  }
  throw new Error('The page did not get there within 5 s.');
}
