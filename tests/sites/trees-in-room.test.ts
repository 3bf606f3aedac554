// Components in the room: closed ones, ones that throw, and ones that are taken away while somebody looks at them.
import type { Browser } from 'playwright-core';
import { startEngine } from '../support/engine.js';
import { until } from '../support/room.js';
import { inRoom } from './in-room.js';
import type { Opened } from './in-room.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const script = `
customElements.define('loan-lock', class extends HTMLElement { connectedCallback() { this.attachShadow({ mode: 'closed' }).innerHTML = '<b>locked</b>' } });
customElements.define('loan-badge', class extends HTMLElement { connectedCallback() { this.attachShadow({ mode: 'open' }).innerHTML = '<style>b { color: teal }</style><b>free</b>' } });
customElements.define('loan-broken', class extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<b>half</b>'; throw new Error('no stock') } connectedCallback() { this.attachShadow({ mode: 'open' }) } })`;
const page = `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title>
<style>body > * { display: block; height: 40px; margin: 4px; width: 300px }</style></head><body>
<loan-lock id="lock"></loan-lock><loan-badge id="badge"></loan-badge><loan-broken id="broken"></loan-broken><p id="note">Deposit 20</p>
<script>${script}</script></body></html>`;

async function press({ tab }: Opened, id: string): Promise<string> {
  await tab.getByRole('button', { name: /Point at something/ }).click();
  const box = (await tab.frameLocator('iframe.stage').locator(`#${id}`).boundingBox())!;
  await tab.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  const rung = tab.locator('.rung[aria-pressed="true"]');
  await until(() => rung.isVisible(), `a rung for ${id}`);
  return rung.innerText();
}

test('a closed component, one that throws, and one that goes while it is looked at', () =>
  inRoom(
    browser,
    () => ({ '/': page }),
    async (opened) => {
      const { tab, stage } = opened;
      expect(await press(opened, 'lock')).toContain('yelto survey reads it');
      // What it had put in before it threw is there.
      expect(await press(opened, 'broken')).toContain('a tree of its own');
      expect(await press(opened, 'badge')).toContain('a tree of its own');
      await stage().evaluate(() => document.querySelector('#badge')!.remove());
      await tab.getByText('What you chose is gone from the page.').waitFor();
      expect(await press(opened, 'note')).toContain('p#note');
    },
  ));
