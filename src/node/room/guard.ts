import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';

/** A secret for one run, 32 hexadecimal digits. */
export function makeToken(): string {
  return randomBytes(16).toString('hex');
}

/** Whether something has the form of such a secret. */
export const isTokenLike = (given: unknown): given is string =>
  typeof given === 'string' && /^[\da-f]{32}$/.test(given);

export function isToken(given: string | null | undefined, token: string): boolean {
  if (typeof given !== 'string' || given.length !== token.length) return false;
  return timingSafeEqual(Buffer.from(given), Buffer.from(token));
}

/** The names of a run's two servers. */
export interface RunHosts {
  readonly room: string;
  readonly site: string;
}

/**
 * Names of this run alone, under `localhost`, which browsers take for this machine without asking anybody (RFC 6761 §6.3)
 * and for safe without https: what a site of another run has kept, cookies or workers, is never this one's. Two origins,
 * and to a browser one site, so that the page has its own cookies in the room's frame.
 */
export function makeHosts(): RunHosts {
  const run = randomBytes(6).toString('hex');
  return { room: `room.${run}.localhost`, site: `site.${run}.localhost` };
}

/** The same for a room whose bookmark must find it again: one name for each key. */
export function hostOfKey(key: string): string {
  return `room.${createHash('sha256').update(key).digest('hex').slice(0, 12)}.localhost`;
}

/**
 * Whether a request names this server as its host. A page elsewhere whose name was made to point at this machine
 * sends its own name.
 */
export function isOwnHost({ headers }: IncomingMessage, name: string, port: number): boolean {
  return headers.host === `${name}:${port}`;
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
