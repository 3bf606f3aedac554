import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Duplex } from 'node:stream';
import { parse, type DefaultTreeAdapterTypes } from 'parse5';

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

/** Puts the script first into the head, before any of the page's own. */
export function withInsertion(html: string, { path, data }: Insertion): { text: string; nonce: string } {
  const nonce = Buffer.from(crypto.getRandomValues(new Uint8Array(12))).toString('base64url');
  const attributes = Object.entries(data).map(
    ([name, value]) => ` data-${name}="${value.replace(/[&"<]/g, (sign) => `&#${sign.charCodeAt(0)};`)}"`,
  );
  const script = `<script data-yelto="" nonce="${nonce}" src="${path}"${attributes.join('')}></script>`;
  const at = placeFor(html);
  return { text: html.slice(0, at) + script + html.slice(at), nonce };
}

/** So much of a page is read to find its head, characters. */
const longestFront = 200_000;

/** Where the head begins, as the parser sees it: a comment or a script that speaks of one is none. */
function placeFor(html: string): number {
  const { childNodes } = parse(html.slice(0, longestFront), { sourceCodeLocationInfo: true });
  type Element = DefaultTreeAdapterTypes.Element;
  const root = childNodes.find((node): node is Element => node.nodeName === 'html');
  const head = root?.childNodes.find((node): node is Element => node.nodeName === 'head');
  const doctype = childNodes.find(({ nodeName }) => nodeName === '#documentType');
  return (
    head?.sourceCodeLocation?.startTag?.endOffset ??
    root?.sourceCodeLocation?.startTag?.endOffset ??
    doctype?.sourceCodeLocation?.endOffset ??
    0
  );
}
