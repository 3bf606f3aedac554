// The servers behind the fitting room: what passes through, what is refused, and that no change is lost.
// Each threat of docs/security.md has its test here.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Browser } from 'playwright-core';
import { WebSocket } from 'ws';
import { openRoom, type FittingRoom, type RoomNotice } from 'yelto/node';
import { temporaryFolder, yelto } from './support/cli.js';
import { startEngine } from './support/engine.js';
import { openDemoRoom, startPlinthwork, until, type OpenedRoom } from './support/room.js';

const folder = temporaryFolder();
afterAll(folder.remove);

/** One request as it is, without what `fetch` makes of it. */
function ask(address: string, headers: Record<string, string> = {}, path?: string) {
  return new Promise<{ status: number; headers: Record<string, unknown>; body: string }>(
    (resolve, reject) => {
      const url = new URL(address);
      const sent = request(
        { host: url.hostname, port: url.port, path: path ?? url.pathname + url.search, headers },
        (response) => {
          const chunks: Buffer[] = [];
          response.on('data', (chunk: Buffer) => chunks.push(chunk));
          response.on('end', () =>
            resolve({
              status: response.statusCode ?? 0,
              headers: response.headers,
              body: Buffer.concat(chunks).toString(),
            }),
          );
        },
      );
      sent.on('error', reject).end();
    },
  );
}

const partsOf = ({ address }: FittingRoom) => {
  const { origin, hash, host } = new URL(address);
  return { origin, host, asked: new URLSearchParams(hash.slice(1)) };
};

/** A room's socket; rejects when it is refused. */
async function link(room: FittingRoom, { token, origin }: { token?: string; origin?: string } = {}) {
  const parts = partsOf(room);
  const socket = new WebSocket(`ws://${parts.host}/link?token=${token ?? parts.asked.get('token')}`, {
    origin: origin ?? parts.origin,
  });
  const notices: RoomNotice[] = [];
  socket.on('message', (data) => notices.push(JSON.parse(String(data)) as RoomNotice));
  await once(socket, 'open');
  let count = 0;
  const tell = async (message: object) => {
    const id = count++;
    socket.send(JSON.stringify({ ...message, id }));
    const answered = () => notices.find((one) => one.kind !== 'draft' && one.id === id);
    await until(() => answered() !== undefined, 'an answer');
    const answer = answered()!;
    return answer.kind === 'answer'
      ? (answer.result as { kind?: string; theirs?: string; text?: string })
      : answer;
  };
  return { socket, notices, tell };
}

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
    const nonce = /nonce="([^"]+)"/.exec(body)![1];
    expect(policy).toContain(`script-src 'self' 'nonce-${nonce}'`);
    expect(policy).not.toMatch(/frame-ancestors|unsafe-eval/);
    expect(policy).toMatch(/default-src 'none'/);
    expect(headers['x-frame-options']).toBeUndefined();
  });

  test('redirects, cookies, pictures, missing files and sheets go through', async () => {
    const moved = await ask(`${site}/shelves`);
    expect([moved.status, moved.headers.location]).toEqual([301, '/catalogue/index.html']);
    const { headers } = await ask(`${site}/home/index.html`, { accept: 'text/html' });
    expect(String(headers['set-cookie'])).toMatch(/visit=\d+; Path=\/; HttpOnly; SameSite=Lax/);
    expect((await ask(`${site}/assets/cider-press.svg`)).headers['content-type']).toContain('svg');
    expect((await ask(`${site}/assets/season.css`)).status).toBe(404);
    expect((await ask(`${site}/assets/theme.css`)).body).toContain('.pw-body');
  });

  test('a form and a web socket work', async () => {
    const saved = await fetch(`${site}/owner/`, {
      method: 'POST',
      body: new URLSearchParams({ css: 'p { top: 3px }', panel: 'last', release: '14' }),
      redirect: 'manual',
    });
    expect(saved.status).toBe(303);
    expect((await ask(`${site}/assets/custom.css`)).body).toContain('top: 3px');
    const socket = new WebSocket(`${site.replace('http', 'ws')}/live`);
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
    for (const origin of ['https://elsewhere.example', 'null', site.replace('127.0.0.1', 'localhost')])
      expect((await ask(`${site}/home/index.html`, { origin })).status).toBe(403);
    expect((await ask(`${site}/home/index.html`, { origin: site })).status).toBe(200);
    const socket = new WebSocket(`${site.replace('http', 'ws')}/live`, {
      origin: 'https://elsewhere.example',
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

  test('asking whether it has arrived asks the shown site alone', async () => {
    const { tell, socket } = await link(opened.room);
    expect(await tell({ kind: 'confirm', path: 'http://127.0.0.1:1/' })).toMatchObject({ kind: 'failed' });
    expect(await tell({ kind: 'confirm', path: '//127.0.0.1:1/' })).toMatchObject({ kind: 'failed' });
    socket.terminate();
  });
});

const readDraft = (path: string) => {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return '';
  }
};

describe('no change is lost', () => {
  test('changes in other lines are joined, changes in the same line are asked about', async () => {
    const draft = folder.file('joined.css');
    writeFileSync(draft, 'a {}\nb {}\nc {}\n');
    const room = await openRoom({ where: 'demo/r14/tool', draft });
    const { tell, socket } = await link(room);
    const base = 'a {}\nb {}\nc {}\n';
    writeFileSync(draft, 'a { top: 1px }\nb {}\nc {}\n');
    expect(await tell({ kind: 'save', base, text: 'a {}\nb {}\nc { left: 2px }\n' })).toMatchObject({
      kind: 'saved',
    });
    expect(readDraft(draft)).toBe('a { top: 1px }\nb {}\nc { left: 2px }\n');
    const mine = 'a { top: 9px }\nb {}\nc {}\n';
    expect(await tell({ kind: 'save', base, text: mine })).toMatchObject({ kind: 'changed meanwhile' });
    expect(readDraft(draft)).toBe('a { top: 1px }\nb {}\nc { left: 2px }\n');
    expect(await tell({ kind: 'undo' })).toMatchObject({ text: 'a { top: 1px }\nb {}\nc {}\n' });
    socket.terminate();
    await room.close();
  });

  test('a server that is killed while it writes leaves a whole text, and the history', async () => {
    const draft = folder.file('killed.css');
    for (let round = 0; round < 4; round++) {
      const child = spawn(process.execPath, ['dist/cli/main.js', 'try', 'demo/r14/tool', '--draft', draft]);
      let out = '';
      child.stdout.on('data', (data) => (out += data));
      await until(() => /#token/.test(out), 'the room’s address');
      const address = /http:\S+/.exec(out)![0];
      const { socket } = await link({ address } as FittingRoom);
      let base = readDraft(draft);
      const whole = new Set([base]);
      for (let i = 0; i < 40; i++) {
        const text = `/* ${round}.${i} */\n${'p { top: 1px }\n'.repeat(2000)}/* end */\n`;
        whole.add(text);
        socket.send(JSON.stringify({ kind: 'save', id: i, base, text }));
        base = text;
      }
      await new Promise((next) => setTimeout(next, 20 + round * 35));
      child.kill('SIGKILL');
      await once(child, 'exit');
      socket.terminate();
      expect(whole.has(readDraft(draft))).toBe(true);
    }
    const room = await openRoom({ where: 'demo/r14/tool', draft });
    const { notices, socket } = await link(room);
    await until(() => notices.length > 0, 'the draft');
    expect(notices[0]).toMatchObject({ kind: 'draft', state: { text: readDraft(draft) } });
    socket.terminate();
    await room.close();
  });

  test('a history that cannot be read is put aside', async () => {
    const draft = folder.file('odd.css');
    writeFileSync(draft, 'p {}');
    writeFileSync(`${draft}.history.json`, '{ not json');
    const room = await openRoom({ where: 'demo/r14/tool', draft });
    expect(readDraft(`${draft}.history.json.unreadable`)).toBe('{ not json');
    expect(readDraft(draft)).toBe('p {}');
    await room.close();
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
