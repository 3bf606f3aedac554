import { mkdir, readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { ownFile } from './own-files.js';
import { parseMarkup, type PageSource } from '../page/index.js';
import { YeltoError } from '../text/index.js';
import { captureNote, type CapturedSheet, type CaptureNote, type LiveNote } from './capture-note.js';
import { readLive, type LiveOptions } from './live/index.js';
import { fetchPage, fetchText, readSheets } from './open-page.js';

/** What was saved. */
export interface Captured {
  readonly folder: string;
  readonly sheets: readonly CapturedSheet[];
  /** `scripts`: as a browser had it after its scripts ran; `answer`: as the server sent it. */
  readonly state: 'scripts' | 'answer';
}

export interface CaptureOptions extends LiveOptions {
  /** Whether the page's scripts run first, where a browser is at hand. Default true. */
  readonly scripts?: boolean;
  /** Told that there is no browser, so that the page is saved before its scripts. */
  readonly onNoBrowser?: () => void;
}

/**
 * Saves a live page with its sheets as a folder that `openPage` reads as it read the live one: `index.html`, the sheets'
 * texts, those that scripts put in among them, and a note of where each came from.
 * @throws YeltoError when the page does not answer or the folder holds something already.
 */
export async function capturePage(
  address: string,
  folder: string,
  { scripts = true, onNoBrowser, ...options }: CaptureOptions = {},
): Promise<Captured> {
  const there: string[] = await readdir(folder).catch(() => []);
  if (there.length && !there.includes(captureNote)) {
    throw new YeltoError(`The folder "${folder}" is not empty, and holds no capture.`, {
      file: folder,
      remedy: 'Name a new folder.',
    });
  }
  const { width = 1280, headers = {} } = options;
  const source = scripts ? await readLive(address, options) : undefined;
  const files = new SheetFiles(folder);
  if (source) {
    const { sheets, live } = await saveLive(source, files);
    return save(folder, source.html, { page: source.name, width, state: 'scripts', sheets, live });
  }
  if (scripts) onNoBrowser?.();
  const { html, address: at } = await fetchPage(address, headers);
  const own = { site: new URL(address).origin, headers };
  const read = await readSheets(at, parseMarkup(at, html), fetchText(own));
  const sheets: CapturedSheet[] = [];
  for (const { href, css, status = 200 } of read)
    sheets.push({ href, file: isHad(status) ? await files.write(href, css) : undefined, status });
  return save(folder, html, { page: at, width, state: 'answer', sheets });
}

const isHad = (status: number) => status !== 0 && status < 400;

/** Texts of sheets, each in a file of its own. */
class SheetFiles {
  #count = 0;

  constructor(private readonly folder: string) {}

  /** Resolves to the file's path in the folder. */
  async write(name: string, css: string): Promise<string> {
    await mkdir(join(this.folder, 'sheets'), { recursive: true });
    const file = `sheets/${++this.#count}-${fileName(name)}`;
    await writeFile(join(this.folder, file), css);
    return file;
  }
}

async function saveLive(
  { styles = [], sheets = [], html: _, ...rest }: PageSource,
  files: SheetFiles,
): Promise<{ sheets: CapturedSheet[]; live: LiveNote }> {
  const saved: CapturedSheet[] = [];
  const styleNotes: LiveNote['styles'][number][] = [];
  for (const { css, ...style } of styles) {
    const name = style.href ?? style.label ?? 'style';
    const isRead = style.status === 'loaded' || style.status === 'disabled';
    const file = isRead ? await files.write(name, css) : undefined;
    saved.push({ href: name, file, status: isRead ? 200 : style.status === 'missing' ? 404 : 0 });
    styleNotes.push({ ...style, file });
  }
  const sheetNotes: LiveNote['sheets'][number][] = [];
  for (const { css, ...sheet } of sheets) {
    // What its own style says already is not written twice.
    if (styles.some(({ href }) => href === sheet.href)) continue;
    const { href, status = 200 } = sheet;
    const file = isHad(status) ? await files.write(href, css) : undefined;
    saved.push({ href, file, status });
    sheetNotes.push({ ...sheet, file });
  }
  return { sheets: saved, live: { ...rest, styles: styleNotes, sheets: sheetNotes } };
}

async function save(folder: string, html: string, note: CaptureNote): Promise<Captured> {
  await mkdir(folder, { recursive: true });
  // Written as UTF-8, whatever the page says of itself.
  await writeFile(join(folder, 'index.html'), `\ufeff${html}`);
  await writeFile(join(folder, captureNote), `${JSON.stringify(note, null, 2)}\n`);
  return { folder, sheets: note.sheets, state: note.state };
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
  const path = ownFile('dist/room/capture.js');
  const script = await readFile(path, 'utf8').catch(() => {
    throw new YeltoError('The bookmark’s script is not built.', { remedy: 'Run npm run build once.' });
  });
  // Only what an address cannot hold is escaped: browsers keep bookmarks of some length alone.
  return `javascript:${encodeURI(script.trim()).replaceAll('#', '%23')}`;
}
