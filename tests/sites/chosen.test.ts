// What a person has chosen, typed or opened on a living page is no markup's to tell: commands and the room read it all the same.
import type { Browser } from 'playwright-core';
import { contest, type Page } from 'yelto';
import { capturePage, openPage } from 'yelto/node';
import { temporaryFolder, yelto } from '../support/cli.js';
import { startEngine } from '../support/engine.js';
import { inRoom } from './in-room.js';
import { startSite, type Answers } from './servers.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const css = `.hours, .prices { color: rgb(90, 90, 90) }
#prices:checked ~ .prices { color: rgb(0, 90, 160) } #hours:checked ~ .hours { color: rgb(0, 120, 60) }
.mail:invalid { border-color: rgb(200, 0, 0) } .mail:placeholder-shown { background-color: rgb(250, 250, 230) }
dialog:modal { padding-left: 31px } .ask:focus-within { margin-left: 7px }`;
const answers = (script = ''): Answers => ({
  '/': `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><style>${css}</style></head><body>
<section class="ask"><input type="radio" name="tab" id="hours" checked><label for="hours">Hours</label>
<input type="radio" name="tab" id="prices"><label for="prices">Prices</label>
<p class="hours">Daily from nine</p><p class="prices">Two a week</p>
<input class="mail" type="email" placeholder="E-mail"><dialog><button>Close</button></dialog></section>
<script>${script}</script></body></html>`,
});

test('what scripts have chosen, typed and opened counts for commands', async () => {
  const running = await startSite({
    name: '',
    answers: () =>
      answers(
        `prices.checked = true; document.querySelector('.mail').value = 'nobody'; document.querySelector('dialog').showModal()`,
      ),
  });
  try {
    const page = await openPage(running.address, { scripts: true });
    const says = (selector: string, property: string) =>
      contest(page, page.select(selector)[0], property).entries[0].declaration.value;
    expect([says('.prices', 'color'), says('.hours', 'color')]).toEqual([
      'rgb(0, 90, 160)',
      'rgb(90, 90, 90)',
    ]);
    expect(says('.mail', 'border-top-color')).toBe('rgb(200, 0, 0)');
    expect(says('.mail', 'background-color')).not.toBe('rgb(250, 250, 230)');
    expect(says('dialog', 'padding-left')).toBe('31px');
    const told = await yelto('why', running.address, '--at', '.prices', '--property', 'color');
    expect(told.out).toContain('#prices:checked ~ .prices');
  } finally {
    await running.close();
  }
});

test('states that components give themselves are read, and saved with the page', async () => {
  const running = await startSite({
    name: '',
    answers: () => ({
      '/': `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><style>ll-box:state(Busy) { color: rgb(1, 2, 3) } ll-box:state(busy) { color: rgb(3, 2, 1) } input:checked { margin-left: 9px }</style></head>
<body><ll-box>Saw</ll-box><ll-box id="other">Drill</ll-box><input type="checkbox"><script>
customElements.define('ll-box', class extends HTMLElement {
  constructor() { super(); this.inner = this.attachInternals(); this.attachShadow({ mode: 'open' }).innerHTML = '<style>:host(:state(Busy)) { padding-left: 5px } p { color: inherit }</style><p><slot></slot></p>'; }
});
document.querySelector('ll-box').inner.states.add('Busy'); document.querySelector('input').checked = true</script></body></html>`,
    }),
  });
  const folder = temporaryFolder();
  try {
    const own = (page: Page, selector: string, property: string) =>
      contest(page, page.select(selector)[0], property).entries.find(
        ({ declaration }) => declaration.origin === 'author',
      )?.declaration.value;
    const live = await openPage(running.address, { scripts: true });
    await capturePage(running.address, folder.path, { scripts: true });
    for (const page of [live, await openPage(folder.path)]) {
      expect(own(page, 'll-box', 'color')).toBe('rgb(1, 2, 3)');
      expect(own(page, 'll-box', 'padding-left')).toBe('5px');
      expect(own(page, '#other', 'color')).toBeUndefined();
      expect(own(page, 'input', 'margin-left')).toBe('9px');
      const held = page.under({ held: [{ selector: '#other', state: ':state(busy)' }] });
      expect(own(held, '#other', 'color')).toBe('rgb(3, 2, 1)');
    }
  } finally {
    await running.close();
    folder.remove();
  }
});

test('what a person chooses in the room is read anew, and comes back by itself', () =>
  inRoom(browser, answers, async ({ tab, stage }) => {
    await stage().locator('label[for=prices]').click();
    await stage().locator('.mail').fill('nobody');
    await tab.getByRole('button', { name: 'Point at something on the page' }).click();
    await stage().locator('.prices').click();
    await tab.locator('.rung[aria-pressed=true]').first().waitFor();
    await tab.getByRole('button', { name: /What governs/ }).click();
    await tab.getByText('#prices:checked ~ .prices').first().waitFor({ timeout: 10_000 });
    await tab.getByRole('button', { name: 'Point at something on the page' }).click();
    await stage().locator('.mail').click();
    await tab.getByRole('button', { name: /What governs input/ }).click();
    await tab.getByText('.mail:invalid').first().waitFor({ timeout: 10_000 });
  }));
