// Pages at an address, as the commands read them: in a browser that runs their scripts, or as the server sends them; and
// what is said when nothing comes.
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { openPage } from 'yelto/node';
import { temporaryFolder, yelto } from './support/cli.js';
import { startSite, type Answers, type RunningSite } from './sites/servers.js';

const built = `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><style>.note { color: teal }</style></head><body>
<div id="app"></div><script>document.querySelector('#app').innerHTML = '<p class="note">Deposit 20</p>';
document.querySelector('style').sheet.insertRule('#app .note { color: navy }', 1)</script></body></html>`;
const page = (head = '') =>
  `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title>${head}</head><body><p class="note">Deposit 20</p></body></html>`;

const open: RunningSite[] = [];
async function start(
  answers: Answers | ((other: string) => Answers),
  elsewhere: Answers = {},
): Promise<RunningSite> {
  const make = typeof answers === 'function' ? answers : () => answers;
  const running = await startSite({ name: '', elsewhere, answers: make });
  open.push(running);
  return running;
}
afterEach(async () => {
  await Promise.all(open.splice(0).map((one) => one.close()));
});

const colour = ['--at', '.note', '--property', 'color'];

test('commands run the scripts of a page at an address, and say so where they do not', async () => {
  const { address } = await start({ '/': built });
  const ran = await yelto('why', address, ...colour);
  expect(ran.out).toMatch(/navy/);
  expect(ran.err).toBe('');
  const sent = await yelto('why', address, ...colour, '--no-scripts');
  expect(sent.code).toBe(2);
  expect(sent.err).toContain('Nothing on');
  const contradiction = await yelto('survey', address, '--no-scripts', '--browser', '/usr/bin/chromium');
  expect(contradiction.err).toContain('--no-scripts leaves them out');
});

test('a browser that is none, and one that is named by the environment', async () => {
  const { address } = await start({ '/': built });
  const { code, err } = await yelto('survey', address, '--browser', process.execPath);
  expect(code).toBe(2);
  expect(err).toMatch(/does not start as a browser[^]*Name the program/);
  await expect(openPage(address, { scripts: true, browser: '/nowhere/browser' })).rejects.toThrow(
    'does not start',
  );
});

test('without a browser the page is read, and saved, as the server sends it, and that is said', async () => {
  const { address } = await start({ '/': built });
  const { PATH } = process.env;
  const folder = temporaryFolder();
  try {
    process.env.PATH = folder.path;
    const words = 'Read as the server sends it, before its scripts: no browser';
    expect(await yelto('survey', address)).toMatchObject({ code: 0, err: expect.stringContaining(words) });
    const { out, err } = await yelto('capture', address, '--to', folder.file('saved'));
    expect(err).toContain(words);
    expect(out).toContain('as the server sent it');
  } finally {
    process.env.PATH = PATH;
    folder.remove();
  }
});

test('headers go to the site itself and to nobody else, with scripts and without', async () => {
  const running = await start(
    (other) => ({
      '/': page(
        `<link rel="stylesheet" href="/own.css"><link rel="stylesheet" href="${other}/theme.css"><link rel="stylesheet" href="/away.css">`,
      ),
      '/own.css': '.note { color: teal }',
      '/away.css': { status: 302, headers: { location: `${other}/led.css` } },
    }),
    { '/theme.css': '.note { top: 0 }', '/led.css': '.note { left: 0 }' },
  );
  for (const more of [[], ['--no-scripts']]) {
    const { code } = await yelto(
      'survey',
      running.address,
      '--header',
      'X-Desk: key 7',
      '--header',
      'Cookie: session=abc',
      ...more,
    );
    expect(code).toBe(0);
  }
  const own = running.asked.filter(({ path }) => /^\/$|css$/.test(path));
  expect(own.length).toBeGreaterThanOrEqual(6);
  for (const { path, headers } of own)
    expect([path, headers['x-desk'], headers.cookie]).toEqual([path, 'key 7', 'session=abc']);
  expect(running.askedElsewhere.map(({ path }) => path)).toEqual(
    expect.arrayContaining(['/theme.css', '/led.css']),
  );
  for (const { headers } of running.askedElsewhere)
    expect([headers['x-desk'], headers.cookie]).toEqual([undefined, undefined]);
  const { err } = await yelto('survey', running.address, '--header', 'session=abc');
  expect(err).toMatch(/is no header/);
  expect(err).not.toContain('abc…');
});

test('a script that sends on to another page is followed', async () => {
  const { address } = await start({
    '/': '<!DOCTYPE html><title>x</title><script>setTimeout(() => { location.href = "/en/" }, 100)</script>',
    '/en/': page('<style>.note { color: teal }</style>'),
  });
  const read = await openPage(address, { scripts: true });
  expect(read.name).toBe(`${address}en/`);
  expect(read.select('.note')).toHaveLength(1);
});

describe('each way of getting no page is a sentence of its own', () => {
  const cases: [string, Answers | 'hangs up', RegExp][] = [
    ['a page that is not there', { '/': { status: 404, body: page() } }, /answered 404[^]*no such page/],
    ['a page behind a login', { '/': { status: 403, body: page() } }, /answered 403[^]*--header/],
    ['a page in trouble', { '/': { status: 500, body: page() } }, /answered 500[^]*in trouble/],
    [
      'data',
      { '/': { headers: { 'content-type': 'application/json' }, body: '{"a": 1}' } },
      /holds JSON data/,
    ],
    ['a server that hangs up', 'hangs up', /it hung up without an answer/],
  ];
  test.each(cases)('%s', async (_, answers, sentence) => {
    let address: string;
    const rude = createServer((socket) => socket.once('data', () => socket.destroy()));
    if (answers === 'hangs up') {
      await new Promise<void>((done) => rude.listen(0, '127.0.0.1', done));
      address = `http://127.0.0.1:${(rude.address() as AddressInfo).port}/`;
    } else ({ address } = await start(answers));
    for (const more of [[], ['--no-scripts']]) {
      const { code, err } = await yelto('survey', address, ...more);
      expect(err).toMatch(sentence);
      expect(code).toBe(2);
    }
    rude.close();
  });

  test('nobody listens there', async () => {
    const { address } = await start({});
    await open.pop()!.close();
    for (const more of [[], ['--no-scripts']])
      expect((await yelto('survey', address, ...more)).err).toMatch(/no server runs there, or it refuses/);
  });
});

test('a sheet that never ends keeps nobody from the rest', async () => {
  const { address } = await start({
    '/': page('<link rel="stylesheet" href="/slow.css"><style>.note { color: teal }</style>'),
    '/slow.css': { after: Infinity, body: '.note { color: red }' },
  });
  const began = Date.now();
  const read = await openPage(address, { scripts: true });
  expect(Date.now() - began).toBeLessThan(40_000);
  expect(read.select('.note')).toHaveLength(1);
  expect(read.sheets.map(({ status }) => status)).toEqual(['missing', 'loaded']);
}, 60_000);
