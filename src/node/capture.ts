import { mkdir, readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseMarkup } from '../page/index.js';
import { YeltoError } from '../text/index.js';
import { captureNote, fetchPage, fetchText, readSheets, type CapturedSheet } from './open-page.js';

/** What was saved. */
export interface Captured {
  readonly folder: string;
  readonly sheets: readonly CapturedSheet[];
  /** `scripts` where a browser ran the page's scripts first, `answer` where the markup is the server's. */
  readonly state: 'scripts' | 'answer';
}

/** Gives the markup of a page after its scripts ran; undefined where no browser is at hand. */
export type RunScripts = (address: string, width: number) => Promise<string | undefined>;

/**
 * Saves a live page with its sheets as a folder that `openPage` reads: `index.html` as it is, the sheets' texts
 * and a note of which address each came from. With `runScripts` it is the page after its scripts ran.
 * @throws YeltoError when the page does not answer or the folder holds something already.
 */
export async function capturePage(
  address: string,
  folder: string,
  { runScripts, width = 1280 }: { readonly runScripts?: RunScripts; readonly width?: number } = {},
): Promise<Captured> {
  const there: string[] = await readdir(folder).catch(() => []);
  if (there.length && !there.includes(captureNote)) {
    throw new YeltoError(`The folder "${folder}" is not empty, and holds no capture.`, {
      file: folder,
      remedy: 'Name a new folder.',
    });
  }
  const ran = await runScripts?.(address, width);
  const { html, address: at } = ran === undefined ? await fetchPage(address) : { html: ran, address };
  const read = await readSheets(at, parseMarkup(at, html), fetchText);
  await mkdir(join(folder, 'sheets'), { recursive: true });
  const sheets: CapturedSheet[] = [];
  for (const [i, { href, css, status = 200 }] of read.entries()) {
    const file = status !== 0 && status < 400 ? `sheets/${i + 1}-${fileName(href)}` : undefined;
    if (file) await writeFile(join(folder, file), css);
    sheets.push({ href, file, status });
  }
  await writeFile(join(folder, 'index.html'), html);
  const note = { page: at, width, state: ran === undefined ? 'answer' : 'scripts', sheets } as const;
  await writeFile(join(folder, captureNote), `${JSON.stringify(note, null, 2)}\n`);
  return { folder, sheets, state: note.state };
}

function fileName(href: string): string {
  const last = href.split(/[?#]/)[0].split('/').filter(Boolean).pop() ?? 'sheet';
  const plain = last.replace(/[^\w.-]/g, '_').slice(-60);
  return plain.endsWith('.css') ? plain : `${plain}.css`;
}

/**
 * The address of a bookmark that saves the page it is pressed on.
 * @throws YeltoError when the script was not built.
 */
export async function captureBookmark(): Promise<string> {
  const path = fileURLToPath(new URL('../room/capture.js', import.meta.url));
  const script = await readFile(path, 'utf8').catch(() => {
    throw new YeltoError('The bookmark’s script is not built.', { remedy: 'Run npm run build once.' });
  });
  return `javascript:${encodeURIComponent(script.trim())}`;
}
