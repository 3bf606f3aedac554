// What people hand over that is no page, and servers that misbehave: each is answered with what, where, why and what to
// do, within its time; and options that would be passed over in silence are said.
import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { temporaryFolder, yelto } from './support/cli.js';

const folder = temporaryFolder();
const servers: Server[] = [];
afterAll(() => {
  for (const server of servers) {
    server.closeAllConnections();
    server.close();
  }
  folder.remove();
});

async function serve(answer: RequestListener): Promise<string> {
  const server = createServer(answer);
  servers.push(server);
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
}

function file(name: string, content: string | Buffer): string {
  writeFileSync(folder.file(name), content);
  return folder.file(name);
}

describe('no page', () => {
  test.each([
    ['picture.html', Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]), /holds a picture/],
    ['data.html', '{"a": [1, 2]}', /holds JSON data/],
    ['my.css', '.a { top: 0 }', /holds a stylesheet/],
    ['empty.html', ' \n', /holds nothing/],
    ['paper.html', '%PDF-1.7', /holds a PDF document/],
    ['pack.html', Buffer.from([0x50, 0x4b, 3, 4, 0, 0]), /holds a zip archive/],
  ])('%s', async (name, content, words) => {
    const { code, err, out } = await yelto('survey', file(name, content));
    expect([code, out]).toEqual([2, '']);
    expect(err).toMatch(words);
    expect(err.split('\n')[1]).toMatch(/\S/);
  });

  test('a pipe is not waited for', async () => {
    const path = folder.file('pipe.html');
    execFileSync('mkfifo', [path]);
    expect(await yelto('survey', path)).toMatchObject({
      code: 2,
      err: expect.stringContaining('no file that can be read'),
    });
  });

  test('a file address of another machine', async () => {
    expect(await yelto('survey', 'file://host/x.html')).toMatchObject({
      code: 2,
      err: expect.stringContaining('three slashes'),
    });
  });

  test.each([
    ['application/json', '{"a":1}', /JSON data/],
    ['text/css', '.a{}', /stylesheet/],
    ['image/png', 'x', /image data/],
    ['text/html', '', /holds nothing/],
  ])('an answer of %s', async (type, body, words) => {
    const address = await serve((_, response) => response.writeHead(200, { 'content-type': type }).end(body));
    const { code, err } = await yelto('survey', address);
    expect(code).toBe(2);
    expect(err).toMatch(words);
  });
});

describe('servers', () => {
  test('an answer that stops in the middle', async () => {
    const address = await serve((_, response) => {
      response.writeHead(200, { 'content-type': 'text/html', 'content-length': '1000' });
      response.write('<p>half');
      setTimeout(() => response.destroy(), 50);
    });
    expect(await yelto('survey', address)).toMatchObject({
      code: 2,
      err: expect.stringContaining('the answer broke off'),
    });
  });

  test('a compressed answer that is none', async () => {
    const address = await serve((_, response) =>
      response.writeHead(200, { 'content-type': 'text/html', 'content-encoding': 'gzip' }).end('no gzip'),
    );
    expect(await yelto('survey', address)).toMatchObject({
      code: 2,
      err: expect.stringContaining('broke off'),
    });
  });

  test('a sheet that breaks off is missing, and the page is read', async () => {
    const address = await serve((request, response) => {
      if (request.url === '/a.css') {
        response.writeHead(200, { 'content-type': 'text/css', 'content-length': '1000' });
        response.write('.a{');
        setTimeout(() => response.destroy(), 50);
      } else
        response
          .writeHead(200, { 'content-type': 'text/html' })
          .end('<link rel=stylesheet href=a.css><p class=a>x');
    });
    const { code, out } = await yelto('survey', address);
    expect(code).toBe(1);
    expect(out).toContain('a.css');
  });

  test('imports without an end', async () => {
    const address = await serve((request, response) => {
      const n = Number(/(\d+)\.css/.exec(request.url ?? '')?.[1] ?? -1);
      if (n < 0)
        response.writeHead(200, { 'content-type': 'text/html' }).end('<link rel=stylesheet href=0.css><p>x');
      else
        response
          .writeHead(200, { 'content-type': 'text/css' })
          .end(`@import "${n + 1}.css"; p { top: ${n}px }`);
    });
    const { code, out } = await yelto('survey', address, '--no-scripts');
    expect(code).toBe(1);
    expect(out).toMatch(/missing[^]*33\.css|33\.css[^]*missing/);
    expect(out).not.toContain('40.css');
  });
});

describe('options', () => {
  const nowhere = folder.file('page');
  beforeAll(() => {
    mkdirSync(nowhere, { recursive: true });
    writeFileSync(
      folder.file('page/index.html'),
      '<!DOCTYPE html><style>.a { color: navy } @media print { .a { color: black } } @media (prefers-color-scheme: dark) { .a { color: white } } @media (min-height: 900px) { .a { top: 3px } } @media (hover: none) { .a { left: 4px } }</style><div class="box"><p class="a">Hours</p></div>',
    );
  });
  const why = (...options: string[]) => yelto('why', nowhere, '--at', '.a', ...options);

  test.each([
    [['-p', 'color'], 'color is navy'],
    [['-p', 'color', '--print'], 'color is black'],
    [['-p', 'color', '--prefers', 'dark'], 'color is white'],
    [['-p', 'color', '--prefers', 'prefers-color-scheme: dark'], 'color is white'],
    [['-p', 'top', '--height', '950'], 'top is 3px'],
    [['-p', 'left', '--touch'], 'left is 4px'],
    [['-p', 'left', '--prefers', 'hover: none'], 'left is 4px'],
  ])('%j', async (options, words) => {
    expect((await why(...options)).out).toContain(words);
  });

  test.each([
    [['--hold', '.nope:hover'], /--hold "\.nope:hover" holds nothing/],
    [['--container', '.nope 300'], /--container "\.nope 300" sizes nothing/],
    [['--prefers', 'pink'], /nothing that a page can ask for/],
    [['--prefers', 'dark', '--prefers', 'light'], /at once/],
    [['--height', 'tall'], /--height takes a number/],
    [['--hold', '.a'], /names no state/],
  ])('%j is said', async (options, words) => {
    const { code, err } = await why(...options);
    expect(code).toBe(2);
    expect(err).toMatch(words);
  });

  test.each([
    [['--hide', '--set', 'display: block'], /two things about one box/],
    [['--set', 'color: red', '--set', 'color: blue'], /twice/],
    [['--set', 'color: red', '--media', '(max-with: 3px)'], /no media query/],
  ])('write %j is said', async (options, words) => {
    const { code, err } = await yelto('write', nowhere, '--at', '.a', ...options);
    expect(code).toBe(2);
    expect(err).toMatch(words);
  });

  test('--hide goes together with other declarations', async () => {
    const { out } = await yelto('write', nowhere, '--at', '.a', '--hide', '--set', 'margin: 0');
    expect(out).toMatch(/display: none/);
  });

  test('what stands in the box is proven along', async () => {
    const draft = file('draft.css', '.a { color: red }\n');
    const standing = file('standing.css', '.box .a { color: green }\n');
    const { code, out, err } = await yelto('prove', nowhere, '--draft', draft, '--standing', standing);
    expect(err).toContain('Proven is the text to paste');
    expect(out).toMatch(/needless\s+color: red/);
    expect(code).toBe(1);
    expect((await yelto('prove', nowhere, '--draft', draft, '--json', '--format', 'html')).err).toContain(
      'two forms of one answer',
    );
  });

  test('the width of the terminal that is set is heeded', async () => {
    const linesAt = async (columns: string) => {
      process.env.COLUMNS = columns;
      const { out } = await yelto('survey', 'demo/r14/home');
      delete process.env.COLUMNS;
      return out.split('\n');
    };
    const [narrow, wide] = [await linesAt('50'), await linesAt('120')];
    const longest = (lines: string[]) => Math.max(...lines.map((line) => line.length));
    expect(longest(narrow)).toBeLessThan(longest(wide));
    expect(narrow.length).toBeGreaterThan(wide.length);
    // The same words, broken elsewhere.
    expect(narrow.join(' ').replace(/\s+/g, ' ')).toBe(wide.join(' ').replace(/\s+/g, ' '));
  });
});
