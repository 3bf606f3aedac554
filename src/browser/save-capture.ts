import type { PageSource } from '../page/index.js';
import { readDocument } from './read-document.js';

/** A page's source as a file: `openPage` reads it. */
export interface CaptureFile {
  readonly yelto: 'capture';
  readonly source: PageSource;
}

/**
 * Saves a live document, in the state that it is in, with its sheets as one file that the browser downloads; for
 * pages behind a login, where only their own window can read them. Resolves to the file's name.
 */
export async function saveCapture(document: Document): Promise<string> {
  const file: CaptureFile = { yelto: 'capture', source: await readDocument(document) };
  const last = document.location.pathname.split('/').filter(Boolean).pop() ?? 'page';
  const name = `${last.replace(/\.html?$/i, '').replace(/[^\w-]/g, '_') || 'page'}.capture.json`;
  const address = URL.createObjectURL(new Blob([JSON.stringify(file)], { type: 'application/json' }));
  const link = Object.assign(document.createElement('a'), { href: address, download: name });
  document.body.append(link);
  link.click();
  link.remove();
  URL.revokeObjectURL(address);
  return name;
}
