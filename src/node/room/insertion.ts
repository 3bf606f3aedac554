import type { IncomingMessage, ServerResponse } from 'node:http';
import type { Duplex } from 'node:stream';

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
  const script = `<script data-yelto nonce="${nonce}" src="${path}"${attributes.join('')}></script>`;
  const place = /<head(?:\s[^>]*)?>|<html(?:\s[^>]*)?>|<!doctype[^>]*>/gi;
  let at = 0;
  for (const found of html.slice(0, 20_000).matchAll(place)) at = found.index + found[0].length;
  return { text: html.slice(0, at) + script + html.slice(at), nonce };
}
