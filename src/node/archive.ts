import { readFile } from 'node:fs/promises';
import { Readable, type Transform } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { Splitter, type MimePiece } from 'mailsplit';
import { YeltoError } from '../text/index.js';
import { decodeSheet } from './decode.js';
import { pageText } from './page-text.js';

/** A page and all texts that were saved with it in one file. */
export interface Archive {
  /** Of the page; what it names is found from there. */
  readonly address: string;
  readonly html: string;
  /** Sheets, source maps and all other texts by whole address. */
  readonly texts: ReadonlyMap<string, { readonly text: string; readonly status: number }>;
}

/** One answer that an archive holds. */
interface Part {
  readonly address: string;
  /** Its media type with parameters. */
  readonly type: string;
  readonly status: number;
  /** undefined where the archive was saved without it. */
  readonly bytes?: Uint8Array;
}

/**
 * Reads an archive: the page is its first answer that is HTML.
 * @throws YeltoError when the file cannot be read, is no such archive, holds no page, or was saved without texts.
 */
export async function readArchive(path: string): Promise<Archive> {
  const file = await readFile(path).catch((error: Error) => {
    throw new YeltoError(`"${path}" cannot be read: ${error.message}.`, { file: path });
  });
  const isHar = /\.har$/i.test(path);
  const parts = isHar ? partsOfHar(path, file.toString('utf8')) : await partsOfMhtml(file);
  const isPage = ({ type, status }: Part) =>
    /^\s*(text\/html|application\/xhtml\+xml)/i.test(type) && status < 300;
  const page = parts.find((part) => isPage(part) && part.bytes?.length) ?? parts.find(isPage);
  if (!page)
    throw new YeltoError(`"${path}" holds no page.`, {
      file: path,
      remedy: `Save the page again as ${isHar ? 'HAR, from its loading on' : 'one file (MHTML)'}, or save it as HTML with its files.`,
    });
  if (!page.bytes?.length)
    throw new YeltoError(`"${path}" lists the page ${page.address} without its text.`, {
      file: path,
      remedy: 'Save it again with content, with the recording begun before the page is loaded.',
    });
  const texts = new Map<string, { text: string; status: number }>();
  for (const { address, type, status, bytes } of parts)
    if (!texts.has(address) && (bytes || status >= 400))
      texts.set(address, { text: bytes ? decodeSheet(bytes, type) : '', status });
  return { address: page.address, html: pageText(page.bytes, path, page.type), texts };
}

/** The leaves of a MIME tree. Embedded sheets stand in parts of their own, `cid:…` (RFC 2392). */
async function partsOfMhtml(file: Buffer): Promise<Part[]> {
  const leaves: { part: Omit<Part, 'bytes'>; decoder: Transform; chunks: Buffer[] }[] = [];
  const pieces = Readable.from([file]).pipe(new Splitter({ ignoreEmbedded: true }));
  for await (const piece of pieces as AsyncIterable<MimePiece>) {
    if (piece.type === 'body') leaves.at(-1)?.chunks.push(piece.value);
    if (piece.type !== 'node' || piece.multipart) continue;
    const { headers } = piece;
    const id = headers.getFirst('content-id').replace(/^<|>$/g, '');
    const address = headers.getFirst('content-location') || (id && `cid:${id}`);
    const type = headers.getFirst('content-type') || 'text/plain';
    leaves.push({ part: { address, type, status: 200 }, decoder: piece.getDecoder(), chunks: [] });
  }
  return Promise.all(
    leaves.map(async ({ part, decoder, chunks }) => ({
      ...part,
      bytes: await buffer(Readable.from(chunks).pipe(decoder)),
    })),
  );
}

/** HAR 1.2: only what is read here. */
interface HarEntry {
  readonly request?: { readonly url?: unknown };
  readonly response?: {
    readonly status?: unknown;
    readonly content?: { readonly mimeType?: unknown; readonly text?: unknown; readonly encoding?: unknown };
  };
}

function partsOfHar(path: string, text: string): Part[] {
  const noHar = new YeltoError(`"${path}" is no HAR archive.`, {
    file: path,
    remedy: 'It has to be JSON with log.entries. Save it again from the network panel of a browser.',
  });
  let entries: unknown;
  try {
    entries = (JSON.parse(text.replace(/^\ufeff/, '')) as { log?: { entries?: unknown } } | null)?.log
      ?.entries;
  } catch {
    throw noHar;
  }
  if (!Array.isArray(entries)) throw noHar;
  return (entries as (HarEntry | null)[]).flatMap((entry) => {
    const { url } = entry?.request ?? {};
    const { status, content } = entry?.response ?? {};
    if (typeof url !== 'string' || typeof status !== 'number') return [];
    const { mimeType, text: body, encoding } = content ?? {};
    const isText = typeof body === 'string';
    const isBase64 = encoding === 'base64';
    // A text was decoded already, and stands in the file as UTF-8, whatever its type says.
    const type = String(mimeType ?? '');
    return {
      address: url.split('#')[0],
      type: isBase64 ? type : `${type.split(';')[0]}; charset=utf-8`,
      status,
      bytes: isText && status > 0 ? Buffer.from(body, isBase64 ? 'base64' : 'utf8') : undefined,
    };
  });
}
