import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Duplex } from 'node:stream';
import { parse, type DefaultTreeAdapterTypes } from 'parse5';
import { pathInside } from '../../text/index.js';

/** What is put into every HTML page, and where the room's script is found. */
export interface Insertion {
  /** Address below the site where the script is answered; no real site has it. */
  readonly path: string;
  readonly script: () => Promise<string>;
  /** Attributes of the script element; their values are escaped here. */
  readonly data: Readonly<Record<string, string>>;
}

/** A site that is passed on. */
export interface Site {
  readonly startPath: string;
  answer(request: IncomingMessage, response: ServerResponse): void;
  upgrade?(request: IncomingMessage, socket: Duplex, head: Buffer): void;
}

/** Puts the script first into the head, before any of the page's own; a `<base>` of the site itself leads here. */
export function withInsertion(
  html: string,
  { path, data }: Insertion,
  more: Readonly<Record<string, string>> = {},
): { text: string; nonce: string } {
  const nonce = Buffer.from(crypto.getRandomValues(new Uint8Array(12))).toString('base64url');
  const attributes = Object.entries({ ...data, ...more }).map(
    ([name, value]) => ` data-${name}="${escaped(value)}"`,
  );
  const script = `<script data-yelto="" nonce="${nonce}" src="${path}"${attributes.join('')}></script>`;
  const { at, base } = placesIn(html);
  const inside = base && pathInside(data.site ?? '', base.href);
  const text =
    base && inside !== undefined
      ? `${html.slice(0, base.start)}href="${escaped(inside)}"${html.slice(base.end)}`
      : html;
  return { text: text.slice(0, at) + script + text.slice(at), nonce };
}

const escaped = (text: string) => text.replace(/[&"<]/g, (sign) => `&#${sign.charCodeAt(0)};`);

/** A page in place of one that cannot be shown here; the room is told why. */
export function pageOfReason(reason: string, insertion: Insertion): string {
  const page = `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><title>No page</title></head><body><p>${escaped(reason)}</p></body></html>`;
  return withInsertion(page, insertion, { reason }).text;
}

/** So much of a page is read to find its head, characters. */
const longestFront = 200_000;

type Element = DefaultTreeAdapterTypes.Element;

interface Places {
  /** Where the head begins. */
  readonly at: number;
  /** The address of the first `<base>`, and where its attribute stands. */
  readonly base?: { readonly href: string; readonly start: number; readonly end: number };
}

/** As the parser sees them: a comment or a script that speaks of a head is none. */
function placesIn(html: string): Places {
  const { childNodes } = parse(html.slice(0, longestFront), { sourceCodeLocationInfo: true });
  const isElement = (tag: string) => (node: { nodeName: string }) => node.nodeName === tag;
  const root = childNodes.find(isElement('html')) as Element | undefined;
  const head = root?.childNodes.find(isElement('head')) as Element | undefined;
  const doctype = childNodes.find(isElement('#documentType'));
  const at =
    head?.sourceCodeLocation?.startTag?.endOffset ??
    root?.sourceCodeLocation?.startTag?.endOffset ??
    doctype?.sourceCodeLocation?.endOffset ??
    0;
  const base = head?.childNodes.find(isElement('base')) as Element | undefined;
  const href = base?.attrs.find(({ name }) => name === 'href')?.value;
  const place = base?.sourceCodeLocation?.attrs?.href;
  if (href === undefined || !place || place.startOffset < at) return { at };
  return { at, base: { href, start: place.startOffset, end: place.endOffset } };
}
