// Small servers that imitate what hosted sites do with their styles. Each is a main server and another host (another
// port is another origin to a browser), on free ports.
import { createServer, type IncomingHttpHeaders, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';

/** What a server answers for a path: a text with its type, or a whole answer. */
export type Answers = Readonly<Record<string, string | Answer>>;

interface Answer {
  readonly status?: number;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string | Uint8Array;
  /** How long it takes, ms; Infinity for an answer that begins and never ends. */
  readonly after?: number;
}

export interface SmallSite {
  readonly name: string;
  /** What the other host answers. */
  readonly elsewhere?: Answers;
  /** What the site answers; `other` is the other host's origin. */
  readonly answers: (other: string) => Answers;
  /** Whether something has its say that no style tells of. */
  readonly isHidden?: boolean;
  /** How long until its scripts have done all, ms. */
  readonly settles?: number;
}

/** A request as a server got it. */
export interface Asked {
  readonly path: string;
  readonly headers: IncomingHttpHeaders;
}

export interface RunningSite {
  readonly address: string;
  /** What the site, and the other host, were asked, in order. */
  readonly asked: readonly Asked[];
  readonly askedElsewhere: readonly Asked[];
  close(): Promise<void>;
}

export async function startSite({ elsewhere = {}, answers }: SmallSite): Promise<RunningSite> {
  const other = await listen(elsewhere);
  const main = await listen(answers(other.origin));
  return {
    address: `${main.origin}/`,
    asked: main.asked,
    askedElsewhere: other.asked,
    async close() {
      await Promise.all([main.close(), other.close()]);
    },
  };
}

const types: Readonly<Record<string, string>> = {
  css: 'text/css; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
};

interface Listening {
  readonly origin: string;
  readonly asked: readonly Asked[];
  close(): Promise<void>;
}

async function listen(answers: Answers): Promise<Listening> {
  const asked: Asked[] = [];
  const server: Server = createServer((request, response) => {
    const path = (request.url ?? '/').split('?')[0];
    asked.push({ path, headers: request.headers });
    const found = answers[path];
    const {
      status = found === undefined ? 404 : 200,
      headers,
      body = '',
      after = 0,
    } = typeof found === 'object' ? found : { body: found };
    const type = types[path.split('.').pop() ?? ''] ?? 'text/html; charset=utf-8';
    // One that takes for ever begins, and never ends.
    if (after === Infinity) response.writeHead(status, { 'content-type': type, ...headers }).write(body);
    else setTimeout(() => response.writeHead(status, { 'content-type': type, ...headers }).end(body), after);
  });
  await new Promise<void>((next) => server.listen(0, '127.0.0.1', next));
  return {
    asked,
    origin: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: () =>
      new Promise((done) => {
        server.closeAllConnections();
        server.close(() => done());
      }),
  };
}
