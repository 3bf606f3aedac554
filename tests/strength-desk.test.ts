// The strength desk as somebody who learns uses it.
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Browser, Page as Tab } from 'playwright-core';
import sirv from 'sirv';
import { startEngine } from './support/engine.js';

let browser: Browser;
let server: Server;
let tab: Tab;
beforeAll(async () => {
  browser = await startEngine();
  server = createServer(sirv('examples/strength-desk/dist', { dev: true })).listen(0, '127.0.0.1');
  tab = await browser.newPage();
  await tab.goto(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
});
afterAll(async () => {
  await browser.close();
  server.close();
});

const answer = () => tab.locator('#answer').textContent();
const lesson = () => tab.locator('#lesson').textContent();

test.each([
  ['A class more', 'The platform’s rule wins.', /lacks 1 in this column: put one more name/],
  ['As strong, so the later one', 'Your rule wins.', /loaded later wins/],
  ['One id, eleven classes', 'The platform’s rule wins.', /Ids: 1 against 0/],
  ['Importance', 'The platform’s rule wins.', /Yours lacks !important/],
  [':where() weighs nothing', 'Your rule wins.', /1 each/],
  ['A selector by itself', 'Your rule wins.', /1 against 0/],
])('%s', async (name, wins, why) => {
  await tab.getByRole('button', { name }).click();
  expect(await answer()).toBe(wins);
  expect(await lesson()).toMatch(why);
});

test('the order of loading tips equal rules, and a broken selector is told', async () => {
  await tab.getByRole('button', { name: 'As strong' }).click();
  await tab.getByLabel('mine is loaded before').check();
  expect(await answer()).toBe('The platform’s rule wins.');
  await tab.locator('#second').fill('.a:hoover { color: red }');
  expect(await answer()).toMatch(/there is no pseudo-class ":hoover"/);
  expect(await lesson()).toMatch(/Did you mean :hover/);
  await tab.locator('#second').fill('p { margin: 0 }');
  expect(await answer()).toMatch(/different properties/);
});
