import { randomBytes, timingSafeEqual } from 'node:crypto';
import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';

/** A secret for one run, 32 hexadecimal digits. */
export function makeToken(): string {
  return randomBytes(16).toString('hex');
}

export function isToken(given: string | null | undefined, token: string): boolean {
  if (typeof given !== 'string' || given.length !== token.length) return false;
  return timingSafeEqual(Buffer.from(given), Buffer.from(token));
}

/**
 * Whether a request names this server as its host. A page elsewhere whose name was made to point at this machine
 * sends its own name.
 */
export function isOwnHost({ headers }: IncomingMessage, port: number): boolean {
  return headers.host === `127.0.0.1:${port}` || headers.host === `localhost:${port}`;
}

/**
 * Whether a page of another origin sends the request: browsers say so of forms, fetches and web sockets, and do not let
 * the page change it. Links and pictures carry none.
 */
export function isForeign({ headers: { origin, host } }: IncomingMessage): boolean {
  return origin !== undefined && origin !== `http://${host}`;
}

/** Listens on this machine only; 0 takes a free port. Resolves to the port. */
export function listenLocally(server: Server, port: number): Promise<number> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve((server.address() as AddressInfo).port));
  });
}

export function refuse(response: ServerResponse, status: number, words: string): void {
  response.writeHead(status, { 'content-type': 'text/plain; charset=utf-8' }).end(words);
}
