import { readFile } from 'node:fs/promises';
import { dirname, join, resolve, sep } from 'node:path';
import type { PageSource, SheetSource, StyleSource } from '../page/index.js';
import { YeltoError } from '../text/index.js';

/** What `capturePage` noted of each sheet: its address, the file that holds it, the status it was answered with. */
export interface CapturedSheet {
  /** Its address, or what to call it. */
  readonly href: string;
  /** Relative to the page; undefined for one that was missing or that nobody could read. */
  readonly file?: string;
  readonly status: number;
}

/** A capture's note, beside `index.html`. */
export interface CaptureNote {
  readonly page: string;
  readonly width: number;
  /** `scripts`: as a browser had it after its scripts ran; `answer`: as the server sent it. */
  readonly state: 'scripts' | 'answer';
  readonly sheets: readonly CapturedSheet[];
  /** What markup does not say of a page that a browser had. */
  readonly live?: LiveNote;
}

/** A live page's source, its texts in files of their own. */
export interface LiveNote extends Omit<PageSource, 'styles' | 'sheets' | 'html'> {
  readonly styles: readonly (Omit<StyleSource, 'css'> & { readonly file?: string })[];
  readonly sheets: readonly (Omit<SheetSource, 'css'> & { readonly file?: string })[];
}

export const captureNote = 'capture.json';

/**
 * The note of the folder that a page stands in; undefined where there is none.
 * @throws YeltoError for one that cannot be read.
 */
export async function readCapture(page: string): Promise<CaptureNote | undefined> {
  const path = join(dirname(page), captureNote);
  const text = await readFile(path, 'utf8').catch(() => undefined);
  if (text === undefined) return undefined;
  try {
    const note = JSON.parse(text) as CaptureNote;
    if (Array.isArray(note.sheets)) return note;
  } catch {
    // Said below.
  }
  throw new YeltoError(`"${path}" is not a capture's note.`, {
    file: page,
    remedy: 'Capture the page again, or take the file away.',
  });
}

/** The text of a sheet as it was captured. */
export async function readCaptured(
  page: string,
  { file, status }: { readonly file?: string; readonly status?: number },
): Promise<{ text: string; status: number }> {
  if (file === undefined) return { text: '', status: status ?? 404 };
  // A note from elsewhere must not lead out of its folder.
  const path = resolve(dirname(page), file);
  if (!path.startsWith(resolve(dirname(page)) + sep)) return { text: '', status: 404 };
  const text = await readFile(path, 'utf8').catch(() => undefined);
  return text === undefined ? { text: '', status: 404 } : { text: withoutMark(text), status: status ?? 200 };
}

/** The source that a live page was captured with. */
export async function readLiveCapture(
  page: string,
  { page: address, live }: CaptureNote,
): Promise<PageSource> {
  const { styles, sheets, ...rest } = live!;
  const html = withoutMark(await readFile(page, 'utf8'));
  return {
    ...rest,
    name: page,
    address,
    html,
    styles: await Promise.all(
      styles.map(async ({ file, ...style }) => ({
        ...style,
        css: (await readCaptured(page, { file })).text,
      })),
    ),
    sheets: await Promise.all(
      sheets.map(async ({ file, ...sheet }) => ({
        ...sheet,
        css: (await readCaptured(page, { file })).text,
      })),
    ),
  };
}

function withoutMark(text: string): string {
  return text.charCodeAt(0) === 0xfeff ? text.slice(1) : text;
}
