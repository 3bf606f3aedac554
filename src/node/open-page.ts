import { readFile, stat } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  pageFrom,
  parseMarkup,
  parsePage,
  withUnread,
  type Conditions,
  type Markup,
  type Page,
  type PageSource,
  type Setting,
  type SheetSource,
  importedHrefs,
} from '../page/index.js';
import { deepestImport, mapHref, resolveHref, tooDeep } from '../sheet/index.js';
import { YeltoError } from '../text/index.js';
import { readCapture, readCaptured, readLiveCapture } from './capture-note.js';
import { decodeSheet } from './decode.js';
import { readLive } from './live/index.js';
import { brokenAnswer, noAnswer, refusedAnswer } from './no-answer.js';
import { pageText } from './page-text.js';
import { BrokenAnswer, fetchWhole, limits, type SiteHeaders } from './site-fetch.js';

export interface OpenOptions {
  readonly conditions?: Partial<Conditions>;
  /** Told of each file or address before it is read. */
  readonly onProgress?: (reading: string) => void;
  /**
   * Whether a page at an address is read as a browser on this machine has it after its scripts ran. Default false: as the
   * server sends it, before its scripts.
   */
  readonly scripts?: boolean;
  /** The program of a browser of the Chromium family; without it one is looked for. */
  readonly browser?: string;
  /** HTTP headers that are sent to the site of an address, for pages behind a login; to no other. */
  readonly headers?: Readonly<Record<string, string>>;
  /** Told that there is no browser, so that the page is read before its scripts. */
  readonly onNoBrowser?: () => void;
}

/** Reads one text by its address; `status` 404 for one that is not there, 0 for no answer; `at` where it led to. */
export type Fetch = (href: string) => Promise<{ text: string; status: number; at?: string }>;

/**
 * Reads a page with its sheets: a folder with `index.html`, an `.html` file with its files beside it, an archive that a
 * browser saved (`.mhtml`, `.har`), a file that a page saved of itself (`.capture.json`), or an http(s) address. A sheet that is missing is listed as missing, and the
 * page is read without it.
 * @throws YeltoError when the page itself cannot be read: no such file, a folder without pages, no answer,
 * an answer of 400 or above, a file that is no text; a browser that was named and does not start.
 */
export async function openPage(where: string, options: OpenOptions = {}): Promise<Page> {
  if (isAddress(where)) return openAddress(where, options);
  const name = await findFile(where);
  options.onProgress?.(name);
  if (archiveName.test(name)) return openArchive(name, options);
  if (name.endsWith('.json')) return readCaptureFile(name, options);
  const capture = await readCapture(name);
  if (capture?.live) return pageOf(await readLiveCapture(name, capture), options);
  const html = await readPageFile(name);
  const texts = new Map(capture?.sheets.map((one) => [one.href, one]));
  const fetchSheet: Fetch = (href) =>
    texts.has(href) ? readCaptured(name, texts.get(href)!) : readBeside(name, href);
  const markup = parseMarkup(name, html);
  const sheets = await readSheets(name, markup, fetchSheet, options.onProgress);
  const settings = await readSettings(name);
  return pageFrom(markup, { name, html, sheets, settings, conditions: options.conditions });
}

/** MHTML (RFC 2557) and HAR 1.2. */
export const archiveName = /\.(mht|mhtml|har)$/i;

/** A page that was saved with all its texts in one file. */
async function openArchive(path: string, { conditions, onProgress }: OpenOptions): Promise<Page> {
  const { readArchive } = await import('./archive.js');
  const { address, html, texts } = await readArchive(path);
  const markup = parseMarkup(path, html);
  // What is not in it a browser may have had.
  const fetchFrom: Fetch = (href) => Promise.resolve(texts.get(href) ?? { text: '', status: 0 });
  const sheets = await readSheets(address, markup, fetchFrom, onProgress);
  return pageFrom(markup, { name: path, address, html, sheets, conditions });
}

const isAddress = (where: string) => /^https?:\/\//i.test(where);

async function openAddress(where: string, options: OpenOptions): Promise<Page> {
  const { conditions, onProgress, headers = {} } = options;
  onProgress?.(where);
  if (options.scripts) {
    const scheme = conditions?.preferences?.['prefers-color-scheme'];
    const source = await readLive(where, {
      ...options,
      width: conditions?.width,
      height: conditions?.height,
      colorScheme: scheme === 'dark' ? 'dark' : 'light',
    });
    if (source) return pageOf(source, options);
    options.onNoBrowser?.();
  }
  const { html, address: name } = await fetchPage(where, headers);
  const markup = parseMarkup(name, html);
  const own = { site: new URL(where).origin, headers };
  const sheets = await readSheets(name, markup, fetchText(own), onProgress);
  return pageFrom(markup, { name, html, sheets, conditions });
}

/** Under the conditions that were asked for; what was not is as it was when the page was read. */
function pageOf(source: PageSource, { conditions }: OpenOptions): Page {
  const asked = Object.entries(conditions ?? {}).filter(([, value]) => value !== undefined);
  const preferences = { ...source.conditions?.preferences, ...conditions?.preferences };
  return parsePage({
    ...source,
    conditions: { ...source.conditions, ...Object.fromEntries(asked), preferences },
  });
}

/** A file that a page saved of itself (`saveCapture` of yelto/browser). */
async function readCaptureFile(path: string, options: OpenOptions): Promise<Page> {
  const text = await readPageFile(path);
  try {
    const { yelto, source } = JSON.parse(text) as { yelto?: unknown; source?: PageSource };
    if (yelto === 'capture' && typeof source?.html === 'string' && typeof source.name === 'string') {
      // What its own tab could not read of other hosts; nothing else needs what this asks of Node.
      const { readForeignSheet } = await import('./foreign-sheet.js');
      const read = (href: string) => readForeignSheet(href, isAddress(source.name) ? source.name : undefined);
      return pageOf(await withUnread(source, read), options);
    }
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
  }
  throw new YeltoError(`"${path}" is no capture of a page.`, {
    file: path,
    remedy: 'Name a file that the bookmark saved, a saved .html page, or a folder with index.html.',
  });
}

/** `settings.json` beside the page or in one of the two folders above: a list of `{ setting, feeds, value }`. */
async function readSettings(page: string): Promise<Setting[] | undefined> {
  let folder = dirname(resolve(page));
  for (let up = 0; up < 3; up++, folder = dirname(folder)) {
    const text = await readFile(join(folder, 'settings.json'), 'utf8').catch(() => undefined);
    if (text === undefined) continue;
    try {
      const list: unknown = JSON.parse(text);
      return Array.isArray(list) ? list.filter(isSetting) : undefined;
    } catch {
      // A file of that name may well be somebody else's.
      return undefined;
    }
  }
  return undefined;
}

function isSetting(one: unknown): one is Setting {
  const { setting, feeds, value } = (one ?? {}) as Record<string, unknown>;
  return typeof setting === 'string' && typeof feeds === 'string' && typeof value === 'string';
}

function pathOf(address: string): string {
  try {
    return fileURLToPath(address);
  } catch {
    throw new YeltoError(`"${address}" names no file on this machine.`, {
      file: address,
      remedy: 'A file address has three slashes, file:///folder/page.html; or give the path alone.',
    });
  }
}

async function findFile(where: string): Promise<string> {
  const path = where.startsWith('file:') ? pathOf(where) : where;
  const found = await stat(path).catch(() => undefined);
  if (!found) {
    throw new YeltoError(`There is no file or folder "${where}".`, {
      file: where,
      remedy: `It was looked for at ${resolve(path)}. An address begins with http:// or https://.`,
    });
  }
  if (!found.isDirectory() && !found.isFile()) {
    // A pipe or a device may never end.
    throw new YeltoError(`"${where}" is no file that can be read to its end.`, {
      file: where,
      remedy: 'Name a saved page (.html) or a folder with index.html.',
    });
  }
  if (!found.isDirectory()) return path;
  const index = join(path, 'index.html');
  if (await stat(index).catch(() => undefined)) return index;
  throw new YeltoError(`The folder "${where}" holds no index.html.`, {
    file: where,
    remedy: 'Name the .html file itself, or save the page into this folder.',
  });
}

async function readPageFile(path: string): Promise<string> {
  const bytes = await readFile(path).catch((error: NodeJS.ErrnoException) => {
    throw new YeltoError(
      `"${path}" cannot be read: ${error.code === 'EACCES' ? 'you may not open it' : error.message}.`,
      { file: path },
    );
  });
  return path.endsWith('.json') ? bytes.toString('utf8') : pageText(bytes, path);
}

export async function fetchPage(
  address: string,
  headers: Readonly<Record<string, string>> = {},
): Promise<{ html: string; address: string }> {
  const own = { site: new URL(address).origin, headers };
  const answer = await fetchWhole(address, own).catch(
    (error: Error & { cause?: { code?: string; message?: string } }) => {
      if (error instanceof BrokenAnswer) throw brokenAnswer(address, error.message);
      const isLate = error.name === 'TimeoutError';
      const late = `nothing came within ${limits.wait / 1000} seconds`;
      throw noAnswer(address, isLate ? late : (error.cause?.code ?? error.cause?.message ?? error.message));
    },
  );
  if (answer.status >= 400) throw refusedAnswer(address, answer.status, answer.words);
  // Where it led to in the end: what the page names stands beside that.
  return { html: pageText(answer.bytes, address, answer.type), address: answer.at };
}

export const fetchText =
  (own?: SiteHeaders): Fetch =>
  async (href) => {
    try {
      const { status, bytes, type, at } = await fetchWhole(href, own);
      return { text: status < 400 ? decodeSheet(bytes, type) : '', status, at };
    } catch {
      // No answer; a browser elsewhere may well get one.
      return { text: '', status: 0 };
    }
  };

/** A sheet of a saved page; an address with a leading slash is looked for from the page's folder upwards. */
async function readBeside(page: string, href: string): Promise<{ text: string; status: number }> {
  if (/^https?:/i.test(href)) return fetchText()(href);
  if (href.startsWith('data:')) return readData(href);
  const path = safelyDecoded(href.split(/[?#]/)[0]);
  const folders = [dirname(page)];
  for (let up = dirname(resolve(page)); path.startsWith('/') && dirname(up) !== up; up = dirname(up))
    folders.push(up);
  for (const folder of folders) {
    const bytes = await readFile(join(folder, path)).catch(() => undefined);
    if (bytes !== undefined) return { text: decodeSheet(bytes), status: 200 };
  }
  return { text: '', status: 404 };
}

function safelyDecoded(path: string): string {
  try {
    return decodeURIComponent(path);
  } catch {
    return path;
  }
}

async function readData(href: string): Promise<{ text: string; status: number }> {
  const answer = await fetch(href).catch(() => undefined);
  return answer ? { text: await answer.text(), status: 200 } : { text: '', status: 404 };
}

/** The source map that a sheet names, relative to where it came from. */
async function readMap(
  { text, status, at }: Awaited<ReturnType<Fetch>>,
  href: string,
  fetchOne: Fetch,
): Promise<string | undefined> {
  const named = status < 400 ? mapHref(text) : undefined;
  if (named === undefined) return undefined;
  const map = await fetchOne(resolveHref(at ?? href, named));
  return map.status === 0 || map.status >= 400 ? undefined : map.text;
}

/** All linked sheets and, from them, all imported ones. */
export async function readSheets(
  name: string,
  { mentions, base }: Markup,
  fetchSheet: Fetch,
  onProgress?: (reading: string) => void,
): Promise<SheetSource[]> {
  const isAddress = /^https?:\/\//i.test(name);
  const baseHref = isAddress ? resolveHref(name, base ?? '') : (base ?? '');
  const sheets = new Map<string, SheetSource>();
  const open: { key: string; href: string }[] = [];
  const add = (key: string, from: string, href = resolveHref(from, key)) => {
    if (!sheets.has(key) && !open.some((one) => one.key === key)) open.push({ key, href });
  };
  for (const { href, css } of mentions) {
    if (href !== undefined) add(href, baseHref);
    else for (const imported of importedHrefs(css)) add(resolveHref('', imported), baseHref);
  }
  for (let depth = 0; open.length; depth++) {
    const wave = open.splice(0);
    if (depth > deepestImport) {
      for (const { key } of wave) sheets.set(key, { href: key, css: '', status: tooDeep });
      break;
    }
    // Their places are kept before they are read, so that none is read twice.
    for (const { key } of wave) sheets.set(key, { href: key, css: '' });
    const answers = await Promise.all(
      wave.map(async ({ key, href }) => {
        onProgress?.(href);
        const answer = await fetchSheet(href);
        return { key, ...answer, map: await readMap(answer, href, fetchSheet) };
      }),
    );
    for (const { key, text, status, at, map } of answers) {
      sheets.set(key, { href: key, css: text, status, map });
      // What cannot be a stylesheet's text is not searched for imports.
      if (status < 400)
        for (const imported of importedHrefs(text))
          add(resolveHref(key, imported), baseHref, at && resolveHref(at, imported));
    }
  }
  return [...sheets.values()];
}
