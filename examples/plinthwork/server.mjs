// Plinthwork, the stand-in platform: serves its pages in a chosen release, with names that are new at every load,
// and lets the owner paste a custom stylesheet. `node examples/plinthwork/server.mjs [port]` shows it by itself.
import { readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { WebSocketServer } from 'ws';
import { assets } from './assets.mjs';
import { namesFor } from './names.mjs';
import { ownerPage } from './owner.mjs';
import { panels, storedText } from './panel.mjs';
import { pages } from './templates.mjs';

const types = { css: 'text/css', js: 'text/javascript', svg: 'image/svg+xml' };
const fresh = { release: 14, panel: 'last', css: '', before: '' };

/** What the owner chose and pasted; the file is written at every change. */
function openStore(file) {
  let state = { ...fresh };
  try {
    state = { ...fresh, ...JSON.parse(readFileSync(file, 'utf8')) };
  } catch {
    // A new site.
  }
  return {
    get: () => state,
    set(change) {
      state = { ...state, ...change };
      if (file) writeFileSync(file, JSON.stringify(state, null, 2));
    },
  };
}

/** The page with the owner's sheet where the panel puts it. */
function withPanel(html, { panel }) {
  const link = '<link rel="stylesheet" href="../assets/custom.css">';
  const plugin = '<link rel="stylesheet" href="../assets/loanlattice.min.css">';
  return panels[panel].place === 'before'
    ? html.replace(plugin, `${link}\n${plugin}`)
    : html.replace('</head>', `${link}\n</head>`);
}

/** Starts the site on this machine. `store` is a file that keeps what the owner does; none keeps it in memory. */
export async function startPlinthwork({ port = 0, store: file } = {}) {
  const store = openStore(file);
  let loads = 0;
  const answer = async (request, response) => {
    const url = new URL(request.url, 'http://plinthwork');
    const release = Number(url.searchParams.get('release')?.replace('r', '')) || store.get().release;
    const send = (status, type, body, headers = {}) =>
      sendPacked(request, response, status, { 'content-type': `${type}; charset=utf-8`, ...headers }, body);
    const [, section, name] = url.pathname.split('/');
    if (url.pathname === '/') return response.writeHead(302, { location: '/home/index.html' }).end();
    // The site moved its catalogue once; old links still lead there, by the site's whole address.
    if (url.pathname === '/shelves')
      return response
        .writeHead(301, { location: `http://${request.headers.host}/catalogue/index.html` })
        .end();
    if (section === 'assets') {
      if (name === 'custom.css') return send(200, 'text/css', storedText(store.get()));
      const text = assets(release)[name];
      return text === undefined
        ? send(404, 'text/plain', 'There is no such file.')
        : send(200, types[name.split('.').pop()] ?? 'text/plain', text);
    }
    if (section === 'owner') {
      if (request.method === 'POST') {
        const form = new URLSearchParams(await readBody(request));
        const chosen = panels[form.get('panel')] ? form.get('panel') : store.get().panel;
        store.set({
          css: form.get('css') ?? '',
          before: store.get().css,
          panel: chosen,
          release: form.get('release') === '15' ? 15 : 14,
        });
        return response.writeHead(303, { location: '/owner/' }).end();
      }
      return send(200, 'text/html', ownerPage(store.get()));
    }
    if (pages[section] && (!name || name === 'index.html')) {
      loads++;
      const strict = url.searchParams.has('strict');
      const headers = strict
        ? {
            'content-security-policy':
              "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self'; frame-ancestors 'none'",
            'x-frame-options': 'DENY',
          }
        : {};
      headers['set-cookie'] = `visit=${loads}; Path=/; HttpOnly; Secure; SameSite=None`;
      return send(
        200,
        'text/html',
        withPanel(pages[section](namesFor(release, loads)), store.get()),
        headers,
      );
    }
    send(
      404,
      'text/html',
      '<!DOCTYPE html><title>Not found</title><p>There is no such page at Alderbrook.</p>',
    );
  };
  const server = createServer((request, response) => {
    answer(request, response).catch((error) => response.writeHead(500).end(String(error)));
  });
  // How many people are looking: a script of the platform may ask over a web socket.
  const sockets = new WebSocketServer({ server, path: '/live' });
  sockets.on('connection', (socket) => {
    socket.send(JSON.stringify({ looking: sockets.clients.size }));
    socket.on('message', (data) => socket.send(`heard: ${data}`));
  });
  await new Promise((ready) => server.listen(port, '127.0.0.1', ready));
  return {
    address: `http://127.0.0.1:${server.address().port}/`,
    store,
    close() {
      sockets.close();
      for (const one of sockets.clients) one.terminate();
      server.closeAllConnections();
      return new Promise((done) => server.close(done));
    },
  };
}

function sendPacked(request, response, status, headers, body) {
  const asked = request.headers['accept-encoding'] ?? '';
  const [encoding, pack] = /\bbr\b/.test(asked)
    ? ['br', brotliCompressSync]
    : /\bgzip\b/.test(asked)
      ? ['gzip', gzipSync]
      : [];
  if (!encoding) return response.writeHead(status, headers).end(body);
  response.writeHead(status, { ...headers, 'content-encoding': encoding }).end(pack(body));
}

async function readBody(request) {
  let text = '';
  for await (const chunk of request) {
    text += chunk;
    if (text.length > 1_000_000) throw new Error('The form is too large.');
  }
  return text;
}

if (process.argv[1]?.endsWith('plinthwork/server.mjs')) {
  const { address } = await startPlinthwork({ port: Number(process.argv[2]) || 0 });
  console.log(`Alderbrook Tool Library on Plinthwork: ${address}  (owner's page: ${address}owner/)`);
}
