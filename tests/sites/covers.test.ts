// Pointing takes what is seen, whatever lies over it or takes no pointer, and the page hears nothing of it.
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

const script = `for (const type of ['click', 'mousedown', 'mouseup', 'pointerup', 'submit']) addEventListener(type, () => { window.heard = (window.heard ?? 0) + 1 });
customElements.define('loan-badge', class extends HTMLElement { connectedCallback() { this.attachShadow({ mode: 'open' }).innerHTML = '<b>free</b>' } })`;
const page = (other: string, more: string) => `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title>
<style>body > * { display: block; height: 40px; margin: 4px; width: 300px } .idle { pointer-events: none }</style></head><body>
<button id="off" disabled>Reserve</button><form action="/gone"><button id="send">Send</button></form><a id="link" href="/gone">Tools</a>
<p id="idle" class="idle">Deposit 20</p><input id="field" disabled value="x">
<iframe id="own" src="/inner"></iframe><iframe id="foreign" src="${other}/map"></iframe><iframe id="written" srcdoc="<p>hours"></iframe>
<loan-badge id="part"></loan-badge><div>${more}</div><script>${script}</script></body></html>`;

async function press({ tab, stage }: Opened, id: string): Promise<void> {
  await tab.getByRole('button', { name: /Point at something/ }).click();
  const frame = tab.frameLocator('iframe.stage');
  const box = (await frame.locator(`#${id}`).boundingBox())!;
  await tab.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await tab.mouse.down();
  await tab.mouse.up();
  await until(() => tab.locator('.rung[aria-pressed="true"]').isVisible(), `a rung for ${id}`);
  expect(await stage().evaluate(() => (window as unknown as { heard?: number }).heard ?? 0)).toBe(0);
}

// On a large page the browser is not made to style every element anew, so what takes no pointer is opened one by one.
test.each([
  ['on a small page', ''],
  ['on a large page', '<i></i>'.repeat(2000)],
])(
  'switched-off controls, buttons that send, links, what takes no pointer, frames and components are taken, and not used, %s',
  (_, more) =>
    inRoom(
      browser,
      (other) => ({ '/': page(other, more), '/inner': '<!DOCTYPE html><p>inner</p>' }),
      async (opened) => {
        const { tab, stage, origin } = opened;
        for (const id of ['off', 'send', 'link', 'idle', 'field', 'own', 'foreign', 'written', 'part']) {
          await press(opened, id);
          expect(await tab.locator('.rung[aria-pressed="true"] code').innerText()).toContain(`#${id}`);
        }
        expect(await tab.locator('.rung[aria-pressed="true"] small').innerText()).toContain(
          'a tree of its own',
        );
        await press(opened, 'foreign');
        await tab.getByText(/comes from another host, http[^]*map: no sheet of yours reaches/).waitFor();
        await press(opened, 'written');
        await tab.getByText(/written into the page itself/).waitFor();
        expect(stage().url()).toBe(`${origin}/`);
        // What the page says of pointers is told as it is, though pointing itself needs otherwise.
        await press(opened, 'idle');
        await tab.getByRole('button', { name: /What governs/ }).click();
        await tab.getByText(/pointer-events is none/).waitFor();
        await tab
          .getByText(/browser: (\d+) of \1/)
          .first()
          .waitFor();
        await tab.getByRole('button', { name: /Which box do you mean/ }).click();
        await press(opened, 'own');
        await tab.getByRole('button', { name: 'Open that page here' }).click();
        await until(() => stage()?.url() === `${origin}/inner`, 'the frame’s page');
      },
      { elsewhere: { '/map': '<!DOCTYPE html><p>map</p>' } },
    ),
);
