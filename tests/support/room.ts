import { createServer, type Server } from 'node:http';
import { readFile } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import { extname, join, normalize } from 'node:path';

const types: Record<string, string> = {
  '.html': 'text/html',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.svg': 'image/svg+xml',
};

/** Serves the built fitting room with the demo pages on a free port. */
export async function serveRoom(): Promise<{ address: string; server: Server }> {
  const root = 'examples/fitting-room/dist';
  const server = createServer(async (request, response) => {
    const path = normalize(new URL(request.url!, 'http://room').pathname).replace(/\/$/, '/index.html');
    const body = await readFile(join(root, path)).catch(() => undefined);
    response.writeHead(body ? 200 : 404, { 'content-type': types[extname(path)] ?? 'text/plain' }).end(body);
  });
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  return { address: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`, server };
}
