import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { brotliDecompress, gunzip, inflate } from 'node:zlib';
import { promisify } from 'node:util';
import { createProxyServer } from 'http-proxy-3';
import { isForeign, isOwnHost, listenLocally, refuse } from './guard.js';
import { decodePage, pageEncoding } from '../decode.js';
import { loosened } from './content-policy.js';
import { pageOfReason, withInsertion, type Insertion, type Site } from './insertion.js';
import { localSite } from './local-site.js';
import { ownCookies } from './site-cookies.js';
import { noAnswer } from '../no-answer.js';
import { pathInside } from '../../text/index.js';

export interface SiteServer {
  readonly port: number;
  /** Where the page that was asked for is answered, from the root. */
  readonly startPath: string;
  close(): Promise<void>;
}

/**
 * Passes a site on from this machine: a live one by its address, or a folder. HTML pages get the room's script,
 * and lose what would stop it or the frame; all else goes through as it is. Only that one site is reached.
 */
export async function serveSite(
  where: string,
  { host, port }: { readonly host: string; readonly port: number },
  insertion: Insertion,
): Promise<SiteServer> {
  const isAddress = /^https?:\/\//i.test(where);
  const site = isAddress ? remoteSite(new URL(where), insertion) : await localSite(where, insertion);
  const server = createServer((request, response) => {
    const own = (server.address() as { port: number }).port;
    if (!isOwnHost(request, host, own))
      return refuse(response, 421, 'This server answers to the name of its run alone.');
    if (isForeign(request)) return refuse(response, 403, 'Only the site’s own pages may ask here.');
    if (request.url?.split('?')[0] === insertion.path) return void answerScript(response, insertion);
    site.answer(request, response);
  });
  server.on('upgrade', (request, socket, head) => {
    const own = (server.address() as { port: number }).port;
    if (!isOwnHost(request, host, own) || isForeign(request) || !site.upgrade) return socket.destroy();
    site.upgrade(request, socket, head);
  });
  const taken = await listenLocally(server, port);
  return { port: taken, startPath: site.startPath, close: () => closeServer(server) };
}

export function closeServer(server: Server): Promise<void> {
  server.closeAllConnections();
  return new Promise((done) => server.close(() => done()));
}

/** The page that asks, as the site knows it; undefined for one of elsewhere. */
function siteReferer({ headers }: IncomingMessage, site: string): string | undefined {
  const own = `http://${headers.host}/`;
  return headers.referer?.startsWith(own) ? `${site}/${headers.referer.slice(own.length)}` : undefined;
}

async function answerScript(response: ServerResponse, { script }: Insertion): Promise<void> {
  response
    .writeHead(200, { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-store' })
    .end(await script());
}

/** Headers that keep a page out of a frame or make a browser remember an https-only site. */
const droppedHeaders = [
  'x-frame-options',
  'strict-transport-security',
  'cross-origin-opener-policy',
  'cross-origin-embedder-policy',
  'content-security-policy-report-only',
];

function remoteSite(address: URL, insertion: Insertion): Site {
  // Where the site stands now: with `www.` or without, with https or without, as its redirects have it.
  let { origin } = address;
  const proxy = createProxyServer({
    changeOrigin: true,
    selfHandleResponse: true,
    secure: true,
    xfwd: false,
  });
  proxy.on('error', (error, request, response) => {
    if (!('writeHead' in response) || response.headersSent) return void response.destroy?.();
    const code = (error as NodeJS.ErrnoException).code ?? error.message;
    tellReason(request, response as ServerResponse, noAnswer(origin, code).message, insertion);
  });
  const pass = (answer: IncomingMessage, request: IncomingMessage, response: ServerResponse): void => {
    const headers = { ...answer.headers };
    for (const name of droppedHeaders) delete headers[name];
    const asked = origin + (request.url ?? '/');
    const to = headers.location && URL.canParse(headers.location, asked) && new URL(headers.location, asked);
    if (to) {
      const inside = pathInside(origin, to.href);
      if (inside === undefined && isNavigated(request)) {
        const reason = `This page leads to ${to.href}, another site, which is not passed on here.`;
        return tellReason(request, response, reason, insertion);
      }
      if (inside !== undefined) {
        ({ origin } = to);
        headers.location = inside;
      }
    }
    if (headers['set-cookie']) headers['set-cookie'] = ownCookies(headers['set-cookie']);
    // A sheet that was pasted anew is seen anew.
    if (/^text\/css/i.test(headers['content-type'] ?? '')) headers['cache-control'] = 'no-cache';
    const isPage =
      isNavigated(request) &&
      /^(text\/html|application\/xhtml\+xml|$)/i.test(headers['content-type'] ?? '') &&
      request.method !== 'HEAD' &&
      answer.statusCode !== 304;
    if (isPage) return void passPage({ answer, headers, request }, response, insertion);
    response.writeHead(answer.statusCode ?? 502, headers);
    answer.pipe(response);
  };
  proxy.on('proxyRes', (answer, request, response) => {
    try {
      pass(answer, request, response as ServerResponse);
    } catch (error) {
      // What a site says may be anything; it ends this answer, not the server.
      const reason = `The site’s answer cannot be passed on: ${(error as Error).message}.`;
      if (response.headersSent) response.destroy();
      else tellReason(request, response as ServerResponse, reason, insertion);
    }
  });
  return {
    startPath: address.pathname + address.search,
    answer: (request, response) => {
      const referer = siteReferer(request, origin);
      if (referer) request.headers.referer = referer;
      else delete request.headers.referer;
      // What is compressed otherwise could not be opened again.
      const accepted = String(request.headers['accept-encoding'] ?? '').match(/\b(gzip|deflate|br)\b/g);
      request.headers['accept-encoding'] = accepted?.join(', ') ?? 'identity';
      // A part of a page could not take the script in; nor could one that the browser has kept.
      if (isNavigated(request))
        for (const name of ['range', 'if-none-match', 'if-modified-since']) delete request.headers[name];
      if (request.headers.origin) request.headers.origin = origin;
      proxy.web(request, response, { target: origin });
    },
    upgrade: (request, socket, head) => {
      if (request.headers.origin) request.headers.origin = origin;
      proxy.ws(request, socket as import('node:net').Socket, head, { target: origin });
    },
  };
}

/** Whether the browser shows the answer as a document; what a script fetches is passed on as it is. */
function isNavigated({ headers }: IncomingMessage): boolean {
  const to = headers['sec-fetch-dest'];
  return to === undefined || /^(document|iframe|frame|object|embed)$/.test(String(to));
}

/** Tells why there is no page here: a person in words, and the room by the script. */
function tellReason(
  request: IncomingMessage,
  response: ServerResponse,
  reason: string,
  insertion: Insertion,
): void {
  if (!isNavigated(request)) return refuse(response, 502, reason);
  response
    .writeHead(502, { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store' })
    .end(pageOfReason(reason, insertion));
}

/** A page that has not come by then will not, ms; one larger than that nobody can work with, bytes. */
const limits = { wait: 15_000, bytes: 30_000_000 };

interface PageAnswer {
  readonly answer: IncomingMessage;
  readonly headers: IncomingMessage['headers'];
  readonly request: IncomingMessage;
}

async function passPage(
  { answer, headers, request }: PageAnswer,
  response: ServerResponse,
  insertion: Insertion,
): Promise<void> {
  const { host = '' } = request.headers;
  try {
    const bytes = await decoded(await wholeBody(answer), headers['content-encoding'] ?? '');
    const html = asText(bytes, headers);
    const { text, nonce } = /^\s*[[{]/.test(html)
      ? { text: html, nonce: '' }
      : withInsertion(html, insertion);
    delete headers['content-encoding'];
    delete headers['content-length'];
    delete headers['transfer-encoding'];
    delete headers.etag;
    const policy = headers['content-security-policy'];
    const script = `http://${host}${insertion.path}`;
    if (policy) headers['content-security-policy'] = loosened(String(policy), { nonce, script });
    headers['cache-control'] = 'no-store';
    const body = Buffer.from(text, 'latin1');
    response.writeHead(answer.statusCode ?? 200, { ...headers, 'content-length': body.length }).end(body);
  } catch (error) {
    const reason = `The page cannot be read: ${(error as Error).message}.`;
    if (!response.headersSent) tellReason(request, response, reason, insertion);
    else response.destroy();
  }
}

const decoders: Readonly<Record<string, ((bytes: Buffer) => Promise<Buffer>) | undefined>> = {
  gzip: promisify(gunzip),
  br: promisify(brotliDecompress),
  deflate: promisify(inflate),
};

async function wholeBody(answer: IncomingMessage): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  const timer = setTimeout(
    () => answer.destroy(new Error(`it has not ended after ${limits.wait / 1000} seconds`)),
    limits.wait,
  );
  try {
    for await (const chunk of answer as AsyncIterable<Buffer>) {
      size += chunk.length;
      if (size > limits.bytes) throw new Error(`it has more than ${limits.bytes / 1e6} MB`);
      chunks.push(chunk);
    }
  } finally {
    clearTimeout(timer);
  }
  return Buffer.concat(chunks);
}

/**
 * The page as bytes, one character each, so that its encoding is left alone; what is wider is told anew, as UTF-8.
 */
function asText(bytes: Buffer, headers: IncomingMessage['headers']): string {
  if (!/^utf-16/i.test(pageEncoding(bytes, headers['content-type']))) return bytes.toString('latin1');
  const text = decodePage(bytes, headers['content-type']);
  const [type] = (headers['content-type'] ?? 'text/html').split(';');
  headers['content-type'] = `${type}; charset=utf-8`;
  return Buffer.from(text, 'utf8').toString('latin1');
}

async function decoded(bytes: Buffer, encoding: string): Promise<Buffer> {
  let plain = bytes;
  for (const name of encoding
    .split(',')
    .map((one) => one.trim().toLowerCase())
    .reverse()) {
    if (name === '' || name === 'identity') continue;
    const decode = decoders[name];
    if (!decode) throw new Error(`it is compressed with ${name}`);
    plain = await decode(plain);
  }
  return plain;
}
