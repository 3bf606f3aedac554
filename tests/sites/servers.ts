// Small servers that imitate what hosted sites do with their styles. Each is a main server and another host (another
// port is another origin to a browser), on free ports.
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';

/** What a server answers for a path: a text with its type, or a whole answer. */
export type Answers = Readonly<Record<string, string | Answer>>;

interface Answer {
  readonly status?: number;
  readonly headers?: Readonly<Record<string, string>>;
  readonly body?: string | Uint8Array;
  /** How long it takes, ms. */
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

export interface RunningSite {
  readonly address: string;
  close(): Promise<void>;
}

export async function startSite({ elsewhere = {}, answers }: SmallSite): Promise<RunningSite> {
  const other = await listen(elsewhere);
  const main = await listen(answers(other.origin));
  return {
    address: `${main.origin}/`,
    async close() {
      await Promise.all([main.close(), other.close()]);
    },
  };
}

const types: Readonly<Record<string, string>> = {
  css: 'text/css; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
};

async function listen(answers: Answers): Promise<{ origin: string; close: () => Promise<void> }> {
  const server: Server = createServer((request, response) => {
    const path = (request.url ?? '/').split('?')[0];
    const found = answers[path];
    const {
      status = found === undefined ? 404 : 200,
      headers,
      body = '',
      after = 0,
    } = typeof found === 'object' ? found : { body: found };
    const type = types[path.split('.').pop() ?? ''] ?? 'text/html; charset=utf-8';
    setTimeout(() => response.writeHead(status, { 'content-type': type, ...headers }).end(body), after);
  });
  await new Promise<void>((next) => server.listen(0, '127.0.0.1', next));
  return {
    origin: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: () =>
      new Promise((done) => {
        server.closeAllConnections();
        server.close(() => done());
      }),
  };
}
