import { extname } from 'node:path';
import { YeltoError } from '../text/index.js';
import { decodePage, pageEncoding } from './decode.js';

/** What a file or an answer is by its first bytes or its name, where it is no page; undefined where it may be one. */
function kindOf(bytes: Uint8Array, name: string, contentType: string): string | undefined {
  const starts = (...signs: number[]) => signs.every((sign, i) => bytes[i] === sign);
  if (starts(0x89, 0x50, 0x4e, 0x47) || starts(0xff, 0xd8, 0xff) || starts(0x47, 0x49, 0x46, 0x38))
    return 'a picture';
  if (starts(0x25, 0x50, 0x44, 0x46)) return 'a PDF document';
  if (starts(0x50, 0x4b, 0x03, 0x04)) return 'a zip archive';
  const isWide = /^utf-16/i.test(pageEncoding(bytes, contentType));
  if (!isWide && bytes.subarray(0, 4096).includes(0)) return 'binary data';
  const type = contentType.split(';')[0].trim().toLowerCase();
  if (type === 'text/css' || (type === '' && /^\.(css|scss|less)$/i.test(extname(name))))
    return 'a stylesheet';
  if (/^(application|text)\/(\w+\+)?json$/.test(type)) return 'JSON data';
  if (/^(image|audio|video|font)\//.test(type)) return `${type.split('/')[0]} data`;
  return undefined;
}

/**
 * The text of a page.
 * @throws YeltoError where the bytes are no page: binary data, a stylesheet, JSON, nothing at all.
 */
export function pageText(bytes: Uint8Array, name: string, contentType = ''): string {
  const text = decodePage(bytes, contentType);
  const kind = kindOf(bytes, name, contentType) ?? kindOfText(text);
  if (kind === undefined) return text;
  throw new YeltoError(`"${name}" is not a page: it holds ${kind}.`, {
    file: name,
    remedy:
      kind === 'a stylesheet'
        ? 'Name the page that loads it; a draft is named with --draft.'
        : kind === 'nothing'
          ? 'Save the page again, or check the address.'
          : 'Name a saved page (.html), a folder with index.html, or the address of a page.',
  });
}

function kindOfText(text: string): string | undefined {
  if (text.trim() === '') return 'nothing';
  if (!/^\s*[[{]/.test(text)) return undefined;
  try {
    JSON.parse(text);
    return 'JSON data';
  } catch {
    return undefined;
  }
}
