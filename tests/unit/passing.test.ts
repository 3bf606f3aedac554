// What a site's answers become on their way into the room, and what a live page's source is made of, point by point.
import fc from 'fast-check';
import { contest, explain, parsePage, withUnread, type PageSource } from 'yelto';
import { collectSheets } from '../../dist/node/collect-sheets.js';
import { readCaptured } from '../../dist/node/capture-note.js';
import { loosened } from '../../dist/node/room/content-policy.js';
import { isForeign, isOwnHost, makeHosts } from '../../dist/node/room/guard.js';
import { pageOfReason, withInsertion } from '../../dist/node/room/insertion.js';
import { ownCookies } from '../../dist/node/room/site-cookies.js';
import { withMarkup } from '../../dist/page/index.js';
import { pathInside } from '../../dist/text/index.js';
import { readHeaders } from '../../dist/cli/address.js';

describe('which addresses are the site’s own', () => {
  test.each([
    ['https://shop.example', 'https://shop.example/a?b#c', '/a?b#c'],
    ['https://shop.example', 'http://www.shop.example/', '/'],
    ['http://www.shop.example', 'wss://shop.example/live', '/live'],
    ['http://127.0.0.1:8080', 'http://127.0.0.1:8080/x', '/x'],
  ])('of %s: %s', (site, address, path) => expect(pathInside(site, address)).toBe(path));

  test.each([
    ['https://shop.example', 'https://other.example/'],
    ['https://shop.example', 'https://shop.example.other.example/'],
    ['https://shop.example', 'https://cdn.shop.example/'],
    ['http://127.0.0.1:8080', 'http://127.0.0.1:8081/'],
    ['https://shop.example', 'javascript:alert(1)'],
    ['https://shop.example', '/relative'],
    ['', 'https://shop.example/'],
  ])('not of %s: %s', (site, address) => expect(pathInside(site, address)).toBeUndefined());

  test('never throws, and gives paths alone', () => {
    fc.assert(
      fc.property(fc.string(), fc.oneof(fc.string(), fc.webUrl()), (site, address) => {
        for (const one of [site, 'https://shop.example'])
          expect(pathInside(one, address) ?? '/').toMatch(/^\//);
      }),
    );
  });
});

describe('cookies lose the domain, and nothing else', () => {
  test.each([
    ['shelf=3; Domain=.shop.example; Path=/; Secure; HttpOnly', 'shelf=3; Path=/; Secure; HttpOnly'],
    ['cart={"a":[1,2]}; domain=shop.example; Max-Age=60', 'cart={"a":[1,2]}; Max-Age=60'],
    ['a="q, r"; Domain=shop.example; Priority=High; Partitioned', 'a="q, r"; Priority=High; Partitioned'],
    ['naïve=1; Domain=shop.example', 'naïve=1'],
    ['__Host-desk=7; Path=/; Secure', '__Host-desk=7; Path=/; Secure'],
    ['odd name=c d; SameSite=None; Secure', 'odd name=c d; SameSite=None; Secure'],
  ])('%s', (sent, kept) => expect(ownCookies([sent])).toEqual([kept]));

  test('whatever a site sends is read', () => {
    fc.assert(
      fc.property(fc.array(fc.string()), (parts) => {
        const [kept] = ownCookies([[...parts, 'Domain=shop.example'].join(';')]);
        expect(kept.toLowerCase()).not.toMatch(/;\s*domain=shop/);
      }),
    );
  });
});

describe('policies let one script in', () => {
  const script = 'http://site.x.localhost:1/s.js';
  const made = (policy: string) => loosened(policy, { nonce: 'n', script });
  test.each([
    ["script-src 'self'", `script-src 'self' ${script}`],
    ["script-src 'self' 'unsafe-inline'", `script-src 'self' 'unsafe-inline' ${script}`],
    ["script-src 'nonce-own'", "script-src 'nonce-own' 'nonce-n'"],
    ["script-src 'sha256-abc='", "script-src 'sha256-abc=' 'nonce-n'"],
    ["script-src 'strict-dynamic' https:", "script-src 'strict-dynamic' https: 'nonce-n'"],
    ["script-src 'NONE'", `script-src ${script}`],
    ["default-src 'none'", `default-src 'none'; script-src ${script}; connect-src 'self'`],
    ["connect-src 'none'", "connect-src 'self'"],
    ["script-src-elem 'nonce-own'", "script-src-elem 'nonce-own' 'nonce-n'"],
    ["frame-ancestors 'none'; sandbox; report-uri /r; upgrade-insecure-requests", ''],
    ["frame-ancestors 'none', img-src 'self'", "img-src 'self'"],
    ["IMG-SRC 'self'; img-src *; odd_name x", "img-src 'self'; odd_name x"],
  ])('%s', (policy, wanted) => expect(made(policy)).toBe(wanted));
});

describe('the script goes first into the head', () => {
  const insertion = {
    path: '/s.js',
    script: () => Promise.resolve(''),
    data: { room: 'http://room', token: 'a"b&<c', site: 'https://shop.example' },
  };
  const place = (html: string) => withInsertion(html, insertion).text.indexOf('<script data-yelto');
  test.each([
    ['<!DOCTYPE html><html><head><title>x', '<!DOCTYPE html><html><head>'],
    ['<!-- <head> --><!DOCTYPE html><p>x', '<!-- <head> --><!DOCTYPE html>'],
    ['<html lang="en"><body>', '<html lang="en">'],
    ['<p>x', ''],
  ])('%s', (html, front) => expect(place(html)).toBe(front.length));

  test('its data is escaped, and a reason along with it', () => {
    expect(withInsertion('<p>', insertion).text).toContain('data-token="a&#34;b&#38;&#60;c"');
    const page = pageOfReason('<img src=x onerror=1> does not answer', insertion);
    expect(page).toContain('<p>&#60;img');
    expect(page).not.toContain('<img');
  });

  test.each([
    ['https://shop.example/deep/?a&b', '<base href="/deep/?a&#38;b">'],
    ['http://www.shop.example/', '<base href="/">'],
    ['https://other.example/', '<base href="https://other.example/">'],
    ['deep/', '<base href="deep/">'],
  ])('a base to %s', (href, wanted) => {
    const { text } = withInsertion(`<head><base href="${href}"><title>x</title>`, insertion);
    expect(text).toContain(wanted);
    expect(text).toMatch(/<head><script data-yelto[^]*<\/script><base/);
  });
});

describe('who may ask', () => {
  const asks = (headers: Record<string, string>) =>
    ({ headers }) as unknown as Parameters<typeof isForeign>[0];
  test('each run has names of its own, of one site and two origins', () => {
    const [one, other] = [makeHosts(), makeHosts()];
    expect(new Set([one.room, one.site, other.room, other.site]).size).toBe(4);
    expect(one.room.replace('room.', '')).toBe(one.site.replace('site.', ''));
  });

  test('a request by another name, or from another page, is none of theirs', () => {
    expect(isOwnHost(asks({ host: 'site.a.localhost:1' }), 'site.a.localhost', 1)).toBe(true);
    for (const host of ['site.b.localhost:1', 'site.a.localhost:2', '127.0.0.1:1', 'site.a.localhost'])
      expect(isOwnHost(asks({ host }), 'site.a.localhost', 1)).toBe(false);
    expect(isForeign(asks({ host: 'a:1' }))).toBe(false);
    expect(isForeign(asks({ host: 'a:1', origin: 'http://a:1' }))).toBe(false);
    for (const origin of ['https://a:1', 'http://a:2', 'null'])
      expect(isForeign(asks({ host: 'a:1', origin }))).toBe(true);
  });

  test('headers are read as they are written, and their values are in no complaint', () => {
    expect(readHeaders(['Cookie: a=1; b=2', 'X-Desk:7'])).toEqual({ Cookie: 'a=1; b=2', 'X-Desk': '7' });
    for (const text of ['secret', 'a b: secret', 'X: a\r\nY: secret'])
      expect(() => readHeaders([text])).toThrow(/^(?!.*secret.*secret)/);
    expect(() => readHeaders(['session=secret'])).toThrow(/--header "session…"/);
  });
});

describe('what a live page is made of', () => {
  const answers: Record<string, { css: string; status: number; at: string }> = {
    'https://a.example/theme.css': {
      css: '@import "more.css"; p {}',
      status: 200,
      at: 'https://cdn.example/v2/theme.css',
    },
    'https://cdn.example/v2/more.css': {
      css: '@import "/gone.css"; b {}',
      status: 200,
      at: 'https://cdn.example/v2/more.css',
    },
    'https://cdn.example/gone.css': {
      css: '@import "never.css"',
      status: 404,
      at: 'https://cdn.example/gone.css',
    },
  };
  const readOne = (at: string) => Promise.resolve(answers[at] ?? { css: '', status: 0, at });

  test('imports go by the address that the page knows, and are asked for beside the one that answered', async () => {
    const address = 'https://a.example/theme.css';
    expect(await collectSheets(address, address, readOne)).toEqual([
      { href: address, css: '@import "more.css"; p {}', status: 200 },
      { href: 'https://a.example/more.css', css: '@import "/gone.css"; b {}', status: 200 },
      { href: 'https://a.example/gone.css', css: '@import "never.css"', status: 404 },
    ]);
  });

  test('an endless chain of imports ends', async () => {
    let asked = 0;
    const endless = (at: string) => Promise.resolve({ css: `@import "${++asked}.css"`, status: 200, at });
    expect(await collectSheets('https://a.example/0.css', 'https://a.example/0.css', endless)).toHaveLength(
      40,
    );
  });

  const source: PageSource = {
    name: 'https://a.example/',
    html: '',
    tree: { quirks: false, nodes: [{ parent: -1, tag: 'html', attributes: [], content: [] }] },
    styles: [
      { href: 'https://b.example/x.css', css: '', status: 'unread' },
      { href: 'https://b.example/y.css', css: '', status: 'unread' },
      { css: 'p { top: 0 }', label: '<style> 1', status: 'loaded' },
    ],
  };

  test('what could be had of the unread is loaded, the rest stays unread; each is asked for once', async () => {
    const asked: string[] = [];
    const twice = { ...source, styles: [...source.styles!, source.styles![0]] };
    const full = await withUnread(twice, (href) => {
      asked.push(href);
      return Promise.resolve(
        href.endsWith('x.css')
          ? [{ href, css: 'b { top: 1px }', status: 200 }]
          : [{ href, css: '', status: 0 }],
      );
    });
    expect(asked).toEqual(['https://b.example/x.css', 'https://b.example/y.css']);
    expect(parsePage(full).sheets.map(({ status, css }) => [status, css])).toEqual([
      ['loaded', 'b { top: 1px }'],
      ['unread', ''],
      ['loaded', 'p { top: 0 }'],
      ['loaded', 'b { top: 1px }'],
    ]);
  });

  const tree = (...tags: string[]) => ({
    quirks: false,
    nodes: tags.map((tag, i) => ({
      parent: i - 1,
      tag,
      attributes: [],
      content: i + 1 < tags.length ? [i + 1] : [],
    })),
  });
  test('markup stands in for the tree only where a parser makes the same of it', () => {
    const html = '<!DOCTYPE html><html><head></head><body><p></p></body></html>';
    const flat = tree('html', 'head');
    const nodes = [
      { ...flat.nodes[0], content: [1, 2] },
      { ...flat.nodes[1], content: [] },
      { parent: 0, tag: 'body', attributes: [], content: [3] },
      { parent: 2, tag: 'p', attributes: [], content: [] },
    ];
    const like = { ...source, tree: { quirks: false, nodes } };
    expect(withMarkup(like, html).tree).toBeUndefined();
    expect(parsePage(withMarkup(like, html)).elements[3].place?.line).toBe(1);
    for (const other of [
      html.replace('<p>', '<p class="a">'),
      html.replace('<p>', '<p>text'),
      html.replace('<p></p>', '<div></div>'),
      html.replace('<p></p>', '<p></p><p></p>'),
      html.replace('<!DOCTYPE html>', ''),
    ])
      expect(withMarkup(like, other).tree).toBe(like.tree);
    // A table's row that no parser would put there stays where the script put it.
    const odd = { ...source, tree: tree('html', 'body', 'table', 'tr') };
    expect(
      parsePage(withMarkup(odd, '<!DOCTYPE html><html><body><table><tr>')).select('table > tr'),
    ).toHaveLength(1);
  });

  test('what no markup says has no line there', () => {
    const attributes = [['style', 'top: 0']] as const;
    const nodes = [{ parent: -1, tag: 'html', attributes, content: [] }];
    const page = parsePage({ ...source, styles: [], tree: { quirks: false, nodes } });
    const { governs } = explain(page, contest(page, page.elements[0], 'top'));
    expect(governs).toMatch(/^it is set on the element itself \(style attribute\), /);
  });

  test('a capture’s note leads to no file outside its folder', async () => {
    for (const file of ['../package.json', '/etc/hostname', 'sheets/../../package.json'])
      expect(await readCaptured('demo/README.md', { file })).toEqual({ text: '', status: 404 });
    expect(await readCaptured('demo/README.md', { file: undefined, status: 0 })).toEqual({
      text: '',
      status: 0,
    });
    expect((await readCaptured('demo/README.md', { file: 'README.md' })).status).toBe(200);
  });
});
