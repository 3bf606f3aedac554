// The servers behind the fitting room: what passes through, and what is refused.
// Each threat of docs/security.md has its test here.
import { once } from 'node:events';
import { mkdirSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Browser } from 'playwright-core';
import { WebSocket } from 'ws';
import { openRoom } from 'yelto/node';
import { temporaryFolder, yelto } from './support/cli.js';
import { startEngine } from './support/engine.js';
import { openDemoRoom, readDraft, startPlinthwork, until, type OpenedRoom } from './support/room.js';
import { ask, link, onThisMachine, partsOf } from './support/room-link.js';

const folder = temporaryFolder();
afterAll(folder.remove);

describe('the site passed on', () => {
  let opened: OpenedRoom;
  let site: string;
  beforeAll(async () => {
    opened = await openDemoRoom();
    site = new URL(opened.room.site).origin;
  });
  afterAll(() => opened.close());

  test.each(['gzip', 'br', 'identity'])(
    'a page that comes as %s gets the script, first of all',
    async (encoding) => {
      const { body, headers } = await ask(`${site}/catalogue/index.html`, {
        'accept-encoding': encoding,
        accept: 'text/html',
      });
      expect(headers['content-encoding']).toBeUndefined();
      expect(body.indexOf('<script data-yelto')).toBeLessThan(body.indexOf('<meta'));
      expect(body).toContain('Everything on our shelves');
    },
  );

  test('a strict content policy lets that script in and nothing else', async () => {
    const { headers, body } = await ask(`${site}/tool/index.html?strict`, { accept: 'text/html' });
    const policy = String(headers['content-security-policy']);
    const [, path] = /<script data-yelto="" nonce="[^"]+" src="([^"]+)"/.exec(body)!;
    expect(policy).toContain(`script-src 'self' ${site}${path}`);
    expect(policy).not.toMatch(/frame-ancestors|unsafe-eval/);
    expect(policy).toMatch(/default-src 'none'/);
    expect(headers['x-frame-options']).toBeUndefined();
  });

  test('redirects, cookies, pictures, missing files and sheets go through', async () => {
    const moved = await ask(`${site}/shelves`);
    expect([moved.status, moved.headers.location]).toEqual([301, '/catalogue/index.html']);
    const { headers } = await ask(`${site}/home/index.html`, { accept: 'text/html' });
    expect(String(headers['set-cookie'])).toMatch(/visit=\d+; Path=\/; HttpOnly; Secure; SameSite=None/);
    expect((await ask(`${site}/assets/cider-press.svg`)).headers['content-type']).toContain('svg');
    expect((await ask(`${site}/assets/season.css`)).status).toBe(404);
    expect((await ask(`${site}/assets/theme.css`)).body).toContain('.pw-body');
  });

  test('a form and a web socket work', async () => {
    const body = String(new URLSearchParams({ css: 'p { top: 3px }', panel: 'last', release: '14' }));
    const type = { 'content-type': 'application/x-www-form-urlencoded' };
    const saved = await ask(`${site}/owner/`, type, undefined, { method: 'POST', body });
    expect(saved.status).toBe(303);
    expect((await ask(`${site}/assets/custom.css`)).body).toContain('top: 3px');
    const socket = new WebSocket(`${site.replace('http', 'ws')}/live`, { lookup: onThisMachine });
    await once(socket, 'open');
    socket.send('hello');
    const heard: string[] = [];
    socket.on('message', (data) => heard.push(String(data)));
    await until(() => heard.includes('heard: hello'), 'the echo');
    socket.terminate();
  });

  test('only this machine’s names are answered, by both servers', async () => {
    const { origin } = partsOf(opened.room);
    for (const server of [site, origin])
      expect((await ask(`${server}/`, { host: 'alderbrook.example:80' })).status).toBe(421);
  });

  test('a page of another origin is refused, and no page of elsewhere is told to the site', async () => {
    for (const origin of ['https://elsewhere.example', 'null', site.replace(/\/\/.*:/, '//127.0.0.1:')])
      expect((await ask(`${site}/home/index.html`, { origin })).status).toBe(403);
    expect((await ask(`${site}/home/index.html`, { origin: site })).status).toBe(200);
    const socket = new WebSocket(`${site.replace('http', 'ws')}/live`, {
      origin: 'https://elsewhere.example',
      lookup: onThisMachine,
    });
    await expect(once(socket, 'open')).rejects.toThrow();
    const heard: (string | undefined)[] = [];
    const other = createServer(({ headers }, response) => {
      heard.push(headers.referer);
      response.end();
    });
    await new Promise<void>((next) => other.listen(0, '127.0.0.1', next));
    const address = `http://127.0.0.1:${(other.address() as AddressInfo).port}`;
    const room = await openRoom({ where: `${address}/`, draft: folder.file('c.css') });
    const own = new URL(room.site).origin;
    await ask(`${own}/a`, { referer: `${own}/b?c` });
    await ask(`${own}/a`, { referer: 'https://elsewhere.example/private' });
    // The first question was where the address leads to.
    expect(heard.slice(1)).toEqual([`${address}/b?c`, undefined]);
    await room.close();
    other.close();
  });

  test('whatever the site answers, its server goes on', async () => {
    const odd = createServer((request, response) => {
      const { socket } = response;
      // As no server of Node's would write it.
      if (request.url === '/redirect')
        socket?.end('HTTP/1.1 302 Found\r\nLocation: http://[\r\nContent-Length: 0\r\n\r\n');
      else
        socket?.end(
          'HTTP/1.1 200 OK\r\nSet-Cookie: j={"a": "q, r"}; Domain=x\r\nContent-Security-Policy: ;;odd_name \'none\' ,, ;\r\nContent-Type: text/html\r\nContent-Length: 4\r\n\r\n<p>x',
        );
    });
    await new Promise<void>((next) => odd.listen(0, '127.0.0.1', next));
    const where = `http://127.0.0.1:${(odd.address() as AddressInfo).port}/`;
    const room = await openRoom({ where, draft: folder.file('odd.css') });
    for (const path of ['/redirect', '//', '/', '/?'])
      expect((await ask(room.site, { accept: 'text/html' }, path)).status).toBeGreaterThanOrEqual(200);
    const { body, headers } = await ask(room.site, { accept: 'text/html' });
    expect(body).toMatch(/data-yelto[^]*<p>x/);
    expect(headers['set-cookie']).toEqual(['j={"a": "q, r"}']);
    await room.close();
    odd.close();
  });

  test('no other address can be reached through it', async () => {
    const other = await startPlinthwork();
    other.store.set({ css: 'secret' });
    const url = `${other.address}assets/custom.css`;
    for (const path of [
      url,
      `/${url}`,
      `//${new URL(other.address).host}/assets/custom.css`,
      `/\\${new URL(other.address).host}/`,
    ])
      expect((await ask(site, {}, path)).body).not.toContain('secret');
    await other.close();
  });
});

test('a folder is served, and nothing outside it', async () => {
  const root = folder.file('site');
  mkdirSync(`${root}/page`, { recursive: true });
  writeFileSync(`${root}/page/index.html`, '<p>here</p>');
  writeFileSync(`${root}/page/.hidden`, 'secret');
  writeFileSync(folder.file('beside.css'), 'secret');
  const room = await openRoom({ where: `${root}/page`, draft: folder.file('a.css') });
  expect((await ask(room.site)).body).toMatch(/data-yelto[^]*here/);
  const { origin } = new URL(room.site);
  for (const path of [
    '/../beside.css',
    '/..%2fbeside.css',
    '/page/..%2f..%2fbeside.css',
    '/%2e%2e/beside.css',
    '/page/.hidden',
    '/page/%2ehidden',
    '/%00',
  ])
    expect((await ask(origin, {}, path)).body).not.toContain('secret');
  await room.close();
});

test('of the folder above a page only what the page names is served, and no link that leads outside', async () => {
  const root = folder.file('downloads');
  mkdirSync(`${root}/shop`, { recursive: true });
  writeFileSync(folder.file('outside.css'), '.secret {}');
  writeFileSync(`${root}/look.css`, '@import "base.css"; .a { background: url(mark.svg) }');
  writeFileSync(`${root}/base.css`, '.base {}');
  writeFileSync(`${root}/mark.svg`, '<svg/>');
  for (const name of ['letter.html', 'keys.css', 'notes.txt', 'script.js'])
    writeFileSync(`${root}/${name}`, '.secret {}');
  symlinkSync(folder.file('outside.css'), `${root}/shop/linked.css`);
  symlinkSync(folder.file('outside.css'), `${root}/named.css`);
  writeFileSync(
    `${root}/shop/shop.html`,
    '<link rel="stylesheet" href="../look.css"><link rel="stylesheet" href="../named.css"><link rel="stylesheet" href="../notes.txt"><p>here',
  );
  const room = await openRoom({ where: `${root}/shop/shop.html`, draft: folder.file('b.css') });
  const { origin } = new URL(room.site);
  const status = async (path: string) => (await ask(origin, {}, path)).status;
  expect((await ask(room.site)).body).toMatch(/data-yelto[^]*here/);
  for (const path of ['/look.css', '/base.css', '/mark.svg'])
    expect([path, await status(path)]).toEqual([path, 200]);
  for (const path of [
    '/letter.html',
    '/keys.css',
    '/notes.txt',
    '/script.js',
    '/shop/linked.css',
    '/named.css',
  ])
    expect([path, await status(path)]).toEqual([path, 404]);
  await room.close();
});

describe('a hostile page', () => {
  let browser: Browser;
  let opened: OpenedRoom;
  beforeAll(async () => {
    browser = await startEngine();
    opened = await openDemoRoom();
  });
  afterAll(async () => {
    await browser.close();
    await opened.close();
  });

  test('cannot open the room’s socket: neither without the token nor with it from elsewhere', async () => {
    const { room } = opened;
    await expect(link(room, { token: '' })).rejects.toThrow('403');
    await expect(link(room, { token: 'f'.repeat(32) })).rejects.toThrow('403');
    await expect(link(room, { token: partsOf(room).asked.get('page')! })).rejects.toThrow('403');
    await expect(link(room, { origin: new URL(room.site).origin })).rejects.toThrow('403');
    await expect(link(room, { origin: 'http://alderbrook.example' })).rejects.toThrow('403');
    (await link(room)).socket.terminate();
  });

  test('cannot read the room, write the draft or speak for another frame', async () => {
    const tab = await browser.newPage();
    await tab.goto(opened.room.address);
    await tab.getByText(/\d+ elements read/).waitFor();
    const frame = tab.frames().find((one) => one.url().startsWith(new URL(opened.room.site).origin))!;
    const { origin, host } = partsOf(opened.room);
    const got = await frame.evaluate(
      async ([origin, host]) => {
        const fails = async (work: () => unknown) => {
          try {
            await work();
            return false;
          } catch {
            return true;
          }
        };
        // All that a script of the page could try, its own token guessed or read included.
        window.parent.postMessage({ kind: 'save', text: 'p { color: red }', base: '', yelto: 'guess' }, '*');
        window.parent.postMessage({ kind: 'draft', css: 'p { color: red }' }, '*');
        window.parent.postMessage({ kind: 'point', indices: ['<img onerror=alert(1)>'], yelto: null }, '*');
        return {
          script: document.querySelector('script[data-yelto]') === null,
          parent: await fails(() => window.parent.document.title),
          hash: await fails(() => window.parent.location.hash),
          page: await fails(async () => (await fetch(`${origin}/`)).text()),
          socket: await fails(
            () =>
              new Promise((done, fail) =>
                Object.assign(new WebSocket(`ws://${host}/link?token=x`), { onopen: done, onerror: fail }),
              ),
          ),
        };
      },
      [origin, host],
    );
    expect(got).toEqual({ script: true, parent: true, hash: true, page: true, socket: true });
    await tab.waitForTimeout(300);
    expect(readDraft(opened.draft)).toBe('');
    await tab.close();
  });

  test('a page that forges where it is has no address of its choice opened in the room', async () => {
    const tab = await browser.newPage();
    const forged = `const { token } = document.currentScript.dataset;
      for (const address of ['javascript:window.name = "taken"', 'data:text/html,x', 'http://alderbrook.example/'])
        parent.postMessage({ kind: 'ready', address, yelto: token }, '*');`;
    await tab.route(/-yelto\.js/, (route) => route.fulfill({ contentType: 'text/javascript', body: forged }));
    await tab.goto(opened.room.address);
    await tab.getByText(/no page of this site/).waitFor();
    const { site } = opened.room;
    const sources = () =>
      tab.locator('iframe').evaluateAll((all) => all.map((one) => one.getAttribute('src')));
    expect(await sources()).toEqual([site]);
    await tab.getByRole('button', { name: 'Back to the page' }).click();
    expect(await sources()).toEqual([site]);
    expect(await tab.evaluate(() => window.name)).toBe('');
    await tab.close();
  });

  test('what a room sends that is no request ends its link', async () => {
    for (const text of [
      '{',
      '{}',
      '{"kind":"save","id":1}',
      '{"kind":"run","id":1,"path":"/"}',
      '[]',
      'null',
    ]) {
      const { socket } = await link(opened.room);
      socket.send(text);
      const [code] = (await once(socket, 'close')) as [number];
      expect(code).toBe(1008);
    }
  });
});

test('try says what is wrong with a page, a port and a draft that are not there', async () => {
  expect(await yelto('try', 'no/such/page')).toMatchObject({
    code: 2,
    err: expect.stringContaining('There is no file or folder'),
  });
  expect(await yelto('try', 'demo/r14/tool', '--port', 'x')).toMatchObject({
    code: 2,
    err: expect.stringContaining('--port takes a number'),
  });
  expect(await yelto('try', 'demo/r14/tool', '--draft', 'demo')).toMatchObject({
    code: 2,
    err: expect.stringContaining('it is a folder'),
  });
});
