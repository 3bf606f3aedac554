// Where styles come from: texts by their encoding, sheets of other hosts, sheets that could not be read, live trees.
import { createServer, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';
import { claimsAbout, parsePage, prove, type LiveNode } from 'yelto';
import { decodePage, decodeSheet } from '../../dist/node/decode.js';
import { isInnerAddress, readForeignSheet } from '../../dist/node/foreign-sheet.js';
import { withMarks, withoutMarks } from '../../dist/browser/hold.js';

const bytes = (text: string, encoding: BufferEncoding = 'latin1') =>
  new Uint8Array(Buffer.from(text, encoding));

describe('a text is decoded as its kind asks', () => {
  test.each([
    ['a page without a word of it, in UTF-8', decodePage(bytes('Größe', 'utf8'))],
    ['a page without a word of it, in windows-1252', decodePage(bytes('Größe'))],
    ['a page by its answer', decodePage(bytes('Größe'), 'text/html; charset="latin1"')],
    ['a page by its own word', decodePage(bytes('<meta charset=windows-1252>Größe')).slice(27)],
    ['a sheet by @charset', decodeSheet(bytes('@charset "iso-8859-1";Größe')).slice(22)],
    ['a sheet by the page', decodeSheet(bytes('Größe'), '', 'windows-1252')],
    ['a sheet with a label that nobody knows', decodeSheet(bytes('Größe', 'utf8'), 'text/css; charset=none')],
    ['a sheet by its byte order mark', decodeSheet(bytes('\ufeffGröße', 'utf16le'))],
  ])('%s', (_, text) => expect(text).toBe('Größe'));

  test('Cyrillic and Japanese', () => {
    expect(decodePage(new Uint8Array([0xcf, 0xf0, 0xe8]), 'text/html; charset=windows-1251')).toBe('При');
    expect(decodePage(new Uint8Array([0x93, 0xfa, 0x96, 0x7b]), 'text/html; charset=shift_jis')).toBe('日本');
  });
});

describe('a sheet of another host', () => {
  const closing: (() => void)[] = [];
  afterAll(() => closing.forEach((close) => close()));
  const serve = async (listener: RequestListener) => {
    const server = createServer(listener);
    closing.push(() => server.close());
    await new Promise<void>((next) => server.listen(0, '127.0.0.1', next));
    return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  };

  test('comes with its imports, beside the address that answered, without cookies', async () => {
    const cookies: unknown[] = [];
    const host = await serve((request, response) => {
      cookies.push(request.headers.cookie);
      if (request.url === '/a.css') response.writeHead(302, { location: '/deep/b.css' }).end();
      else if (request.url === '/deep/b.css') response.end('@import "c.css"; .a { top: 0 }');
      else if (request.url === '/deep/c.css') response.end('.c { top: 0 }');
      else response.writeHead(404).end();
    });
    const found = await readForeignSheet(`${host}/a.css`, host);
    expect(found.map(({ href, css }) => [href.slice(host.length), css])).toEqual([
      ['/a.css', '@import "c.css"; .a { top: 0 }'],
      ['/c.css', '.c { top: 0 }'],
    ]);
    expect(cookies).toEqual([undefined, undefined, undefined]);
  });

  test('is never asked of this machine or its network for a site that stands outside', async () => {
    let asked = 0;
    const host = await serve((_, response) => {
      asked++;
      response.end('.a {}');
    });
    const outside = 'https://192.0.2.1/';
    for (const address of [
      host,
      host.replace('127.0.0.1', 'localhost'),
      'http://[::1]:1',
      'file:///etc/passwd',
      'nonsense',
    ])
      expect((await readForeignSheet(`${address}/a.css`, outside)).map(({ status }) => status)).toEqual([0]);
    expect(asked).toBe(0);
  });

  test.each([
    '127.0.0.1',
    '10.1.2.3',
    '172.20.0.1',
    '192.168.1.1',
    '169.254.169.254',
    '[::1]',
    '::ffff:10.0.0.1',
    'fd00::1',
    '0.0.0.0',
  ])('%s is of this machine or its network', (address) => expect(isInnerAddress(address)).toBe(true));
  test.each(['93.184.216.34', '172.32.0.1', '2001:db8::1', 'example.test'])('%s is not', (address) =>
    expect(isInnerAddress(address)).toBe(false),
  );
});

describe('a sheet that could not be read', () => {
  const page = (status: number) =>
    parsePage({
      name: 'x',
      html: '<!DOCTYPE html><link rel="stylesheet" href="a.css"><p class="a">x</p>',
      sheets: [{ href: 'a.css', css: '', status }],
    });

  test('leaves open what may hang on it, and names it', () => {
    const [verdict, other] = prove(page(0), '.a { color: red } .b { color: red }').verdicts;
    expect([verdict.outcome, other.outcome]).toEqual(['cannot-tell', 'matches-nothing']);
    expect(verdict.why).toContain('a.css');
    expect(page(0).faults[0].message).toContain('could not be read');
  });

  test('one that no browser gets leaves nothing open', () => {
    expect(prove(page(404), '.a { color: red }').verdicts[0].outcome).toBe('wins');
  });
});

describe('a live document', () => {
  const node = (parent: number, tag: string, content: (string | number)[] = [], name = ''): LiveNode => ({
    parent,
    tag,
    attributes: name ? [['class', name]] : [],
    content,
  });

  test('is read as it is nested, which no markup could say', () => {
    const nodes = [
      node(-1, 'html', [1]),
      node(0, 'body', [2]),
      node(1, 'p', ['a', 3], 'note'),
      node(2, 'div', ['b'], 'item'),
    ];
    const page = parsePage({
      name: 'x',
      html: '',
      tree: { quirks: false, nodes },
      styles: [
        { css: '.off { color: red }', status: 'disabled', media: '' },
        { owner: 2, css: 'p > div { color: red }', status: 'loaded', label: '<style> 1' },
      ],
    });
    expect(page.select('p > div.item').map(({ index, text }) => [index, text])).toEqual([[3, 'b']]);
    expect(page.sheets.map(({ label, status }) => [label, status])).toEqual([
      ['', 'disabled'],
      ['<style> 1', 'loaded'],
    ]);
    expect(
      prove(page, '.note .item { color: blue } .item { color: green }').verdicts.map(
        ({ outcome }) => outcome,
      ),
    ).toEqual(['wins', 'needless']);
  });

  test('what is said of it can be contradicted: who wins, and with what', () => {
    const page = parsePage({
      name: 'x',
      html: '<!DOCTYPE html><style>p.a { color: red }</style><p class="a">x</p>',
    });
    const claims = claimsAbout(page, '.a { color: blue; top: 0 }\n@media print { .a { left: 0 } }');
    expect(
      claims.map(({ property, value, longhands, of }) => [property, value, longhands, of?.line]),
    ).toEqual([
      ['color', 'red', ['color'], 1],
      ['top', '0', ['top'], 1],
    ]);
  });
});

describe('a state that is kept on', () => {
  const hover = new Set(['hover', 'focus']);
  test.each([
    ['.a:hover', '.a:is(:hover, [data-yelto-held~="hover"])'],
    ['.a:not(:hover) .b', '.a:not(:is(:hover, [data-yelto-held~="hover"])) .b'],
    ['.md\\:hover', '.md\\:hover'],
    ['[title=":hover"]', '[title=":hover"]'],
    ['.a:focus-within', '.a:focus-within'],
    ['.a::before', '.a::before'],
  ])('%s counts where it stands', (selector, marked) => {
    expect(withMarks(selector, hover)).toBe(marked);
    expect(withMarks(marked, hover)).toBe(marked);
    expect(withoutMarks(marked)).toBe(selector);
  });
});
