import { readFile, stat } from 'node:fs/promises';
import { dirname, join, resolve, sep } from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  pageFrom,
  parseMarkup,
  parsePage,
  type Conditions,
  type Markup,
  type Page,
  type PageSource,
  type Setting,
  type SheetSource,
} from '../page/index.js';
import { importedHrefs, resolveHref, tooDeep } from '../sheet/index.js';
import { YeltoError } from '../text/index.js';
import { decodeSheet } from './decode.js';
import { pageText } from './page-text.js';

export interface OpenOptions {
  readonly conditions?: Partial<Conditions>;
  /** Told of each file or address before it is read. */
  readonly onProgress?: (reading: string) => void;
}

/** Reads one text by its address; `status` 404 for one that is not there, 0 for no answer; `at` where it led to. */
export type Fetch = (href: string) => Promise<{ text: string; status: number; at?: string }>;

/**
 * Reads a page with its sheets: a folder with `index.html`, an `.html` file with its files beside it, a file that
 * a page saved of itself (`.capture.json`), or an http(s) address. A sheet that is missing is listed as missing, and the page is read without it.
 * @throws YeltoError when the page itself cannot be read: no such file, a folder without pages, no answer,
 * an answer of 400 or above, a file that is no text.
 */
export async function openPage(where: string, options: OpenOptions = {}): Promise<Page> {
  const isAddress = /^https?:\/\//i.test(where);
  let name = isAddress ? where : await findFile(where);
  options.onProgress?.(name);
  if (name.endsWith('.json')) return readCaptureFile(name, options);
  let html: string;
  if (isAddress) ({ html, address: name } = await fetchPage(where));
  else html = await readPageFile(name);
  const capture = isAddress ? undefined : await readCapture(name);
  const fetchSheet: Fetch = isAddress
    ? fetchText
    : (href) => (capture?.has(href) ? readCaptured(name, capture.get(href)!) : readBeside(name, href));
  const markup = parseMarkup(name, html);
  const sheets = await readSheets(name, markup, fetchSheet, options.onProgress);
  const settings = isAddress ? undefined : await readSettings(name);
  return pageFrom(markup, { name, html, sheets, settings, conditions: options.conditions });
}

/** A file that a page saved of itself (`saveCapture` of yelto/browser). */
async function readCaptureFile(path: string, { conditions }: OpenOptions): Promise<Page> {
  const text = await readPageFile(path);
  try {
    const { yelto, source } = JSON.parse(text) as { yelto?: unknown; source?: PageSource };
    if (yelto === 'capture' && typeof source?.html === 'string' && typeof source.name === 'string')
      return parsePage({ ...source, conditions: { ...source.conditions, ...conditions } });
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
  }
  throw new YeltoError(`"${path}" is no capture of a page.`, {
    file: path,
    remedy: 'Name a file that the bookmark saved, a saved .html page, or a folder with index.html.',
  });
}

/** What `capturePage` noted of each sheet: its address, the file that holds it, the status it was answered with. */
export interface CapturedSheet {
  readonly href: string;
  /** Relative to the page; undefined for one that was missing. */
  readonly file?: string;
  readonly status: number;
}

export const captureNote = 'capture.json';

async function readCapture(page: string): Promise<Map<string, CapturedSheet> | undefined> {
  const text = await readFile(join(dirname(page), captureNote), 'utf8').catch(() => undefined);
  if (text === undefined) return undefined;
  try {
    const { sheets } = JSON.parse(text) as { sheets: CapturedSheet[] };
    return new Map(sheets.map((one) => [one.href, one]));
  } catch {
    throw new YeltoError(`"${join(dirname(page), captureNote)}" is not a capture's note.`, {
      file: page,
      remedy: 'Capture the page again, or take the file away.',
    });
  }
}

async function readCaptured(
  page: string,
  { file, status }: CapturedSheet,
): Promise<{ text: string; status: number }> {
  if (file === undefined) return { text: '', status };
  // A note from elsewhere must not lead out of its folder.
  const path = resolve(dirname(page), file);
  if (!path.startsWith(resolve(dirname(page)) + sep)) return { text: '', status: 404 };
  const text = await readFile(path, 'utf8').catch(() => undefined);
  return text === undefined ? { text: '', status: 404 } : { text: withoutMark(text), status };
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

function withoutMark(text: string): string {
  return text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
}

/** Why nothing came, for somebody who knows no error codes. */
function noAnswerWords({ name, message, cause }: Error & { cause?: { code?: string } }): string {
  if (name === 'TimeoutError') return 'nothing came within 30 seconds';
  const code = cause?.code ?? '';
  if (code === 'ECONNREFUSED') return 'no server runs there, or it refuses (ECONNREFUSED)';
  if (code === 'ENOTFOUND' || code === 'EAI_AGAIN') return `nobody knows a host of that name (${code})`;
  if (/CERT|SELF_SIGNED|SSL|TLS/.test(code)) return `its certificate is not to be trusted (${code})`;
  return code || message;
}

export async function fetchPage(address: string): Promise<{ html: string; address: string }> {
  const answer = await fetch(address, { signal: AbortSignal.timeout(30_000) }).catch(
    (error: Error & { cause?: { code?: string } }) => {
      throw new YeltoError(`"${address}" does not answer: ${noAnswerWords(error)}.`, {
        file: address,
        remedy: 'Check the address, and whether the site is up.',
      });
    },
  );
  if (!answer.ok) {
    throw new YeltoError(`"${address}" answered ${answer.status} ${answer.statusText}.`.replace(/ \./, '.'), {
      file: address,
      remedy:
        answer.status === 404
          ? 'There is no such page; check the address.'
          : 'The site refuses the page or is in trouble; save it from a browser and open the file.',
    });
  }
  const bytes = await answer
    .arrayBuffer()
    .catch((error: Error & { cause?: { code?: string; message?: string } }) => {
      throw new YeltoError(
        `"${address}" began to answer, and the answer broke off: ${error.cause?.message ?? error.message}.`,
        {
          file: address,
          remedy: 'Try again; if it stays so, save the page from a browser and open the file.',
        },
      );
    });
  const html = pageText(new Uint8Array(bytes), address, answer.headers.get('content-type') ?? '');
  // Where it led to in the end: what the page names stands beside that.
  return { html, address: answer.url || address };
}

export const fetchText: Fetch = async (href) => {
  try {
    const answer = await fetch(href, { signal: AbortSignal.timeout(30_000) });
    const bytes = new Uint8Array(await answer.arrayBuffer());
    const type = answer.headers.get('content-type') ?? '';
    return { text: answer.ok ? decodeSheet(bytes, type) : '', status: answer.status, at: answer.url };
  } catch {
    // No answer; a browser elsewhere may well get one.
    return { text: '', status: 0 };
  }
};

/** A sheet of a saved page; an address with a leading slash is looked for from the page's folder upwards. */
async function readBeside(page: string, href: string): Promise<{ text: string; status: number }> {
  if (/^https?:/i.test(href)) return fetchText(href);
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

/** Imports within imports; a server may make up one for each that is asked for. */
const deepestImport = 32;

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
        return { key, ...(await fetchSheet(href)) };
      }),
    );
    for (const { key, text, status, at } of answers) {
      sheets.set(key, { href: key, css: text, status });
      // What cannot be a stylesheet's text is not searched for imports.
      if (status < 400)
        for (const imported of importedHrefs(text))
          add(resolveHref(key, imported), baseHref, at && resolveHref(at, imported));
    }
  }
  return [...sheets.values()];
}
