// What the room's server makes of a site's answers: its script goes into documents that are shown, and nowhere else.
import type { Browser } from 'playwright-core';
import { openRoom } from 'yelto/node';
import { temporaryFolder } from '../support/cli.js';
import { startEngine } from '../support/engine.js';
import { startSite, type Answers } from './servers.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

/** Opens a room on a site with these answers, and gives what `look` finds on the stage. */
async function onStage<T>(answers: Answers, look: () => T | Promise<T>): Promise<T> {
  const folder = temporaryFolder();
  const running = await startSite({ name: '', answers: () => answers });
  const room = await openRoom({ where: running.address, draft: folder.file('my.css') });
  const tab = await (await browser.newContext()).newPage();
  try {
    await tab.goto(room.address);
    await tab.getByText(/\d+ elements read/).waitFor();
    const stage = tab.frames().find((frame) => frame.url().startsWith(new URL(room.site).origin))!;
    return await stage.evaluate(look);
  } finally {
    await tab.context().close();
    await room.close();
    await running.close();
    folder.remove();
  }
}

const title =
  '<!DOCTYPE html><html lang="en"><head><title>Öffnungszeiten</title></head><body><p>Größe</p></body></html>';
const words = () => `${document.title} ${document.querySelector('p')!.textContent}`;

test('data that is called a page reaches the script that asked for it as it is', async () => {
  const data = '{"html": "<head></head>"}';
  const got = await onStage({ '/': title, '/data': data }, async () => (await fetch('/data')).text());
  expect(got).toBe(data);
});

test('a comment or a script that speaks of a head is none', async () => {
  const html =
    '<!-- <head> --><!DOCTYPE html><html lang="en"><body><script>window.text = "<head></head>"</script><p>x</p></body></html>';
  const got = await onStage({ '/': html }, () => [
    (window as unknown as { text: string }).text,
    document.compatMode,
  ]);
  // What stands before the doctype does no harm to it.
  expect(got).toEqual(['<head></head>', 'CSS1Compat']);
});

const utf16 = (text: string) =>
  new Uint8Array(Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, 'utf16le')]));
const latin = (text: string) => new Uint8Array(Buffer.from(text, 'latin1'));

test.each<[string, Answers[string]]>([
  ['UTF-16', { headers: { 'content-type': 'text/html' }, body: utf16(title) }],
  [
    'latin-1 by its answer',
    { headers: { 'content-type': 'text/html; charset=iso-8859-1' }, body: latin(title) },
  ],
  [
    'latin-1 by its own word',
    {
      headers: { 'content-type': 'text/html' },
      body: latin(title.replace('<title>', '<meta charset="iso-8859-1"><title>')),
    },
  ],
  [
    'XHTML',
    {
      headers: { 'content-type': 'application/xhtml+xml; charset=utf-8' },
      body: title.replace(
        '<!DOCTYPE html><html',
        '<!DOCTYPE html><html xmlns="http://www.w3.org/1999/xhtml"',
      ),
    },
  ],
])('a page in %s reads as it should', async (_, answer) => {
  expect(await onStage({ '/': answer }, words)).toBe('Öffnungszeiten Größe');
});
