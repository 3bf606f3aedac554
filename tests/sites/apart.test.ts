// A site in the room is on an origin of its own, with its cookies, its policies and its own addresses; what would lead out
// is held back and said.
import type { Browser } from 'playwright-core';
import { startEngine } from '../support/engine.js';
import { until } from '../support/room.js';
import { inRoom as openInRoom, type InRoom } from './in-room.js';
import type { Answers } from './servers.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const inRoom: InRoom = (...asked) => openInRoom(browser, ...asked);

const page = (head = '', body = '') =>
  `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title>${head}</head><body><p class="note">Deposit 20</p>${body}</body></html>`;

test('cookies come back, those for https alone and those bound to the host among them, and to no other run', async () => {
  const cookies = [
    '__Host-desk=7; Path=/; Secure; HttpOnly',
    'shelf=3; Domain=alderbrook.example; SameSite=None; Secure',
    'plain=1',
  ];
  const answers = () => ({
    '/': { headers: { 'set-cookie': cookies as unknown as string }, body: page() },
    '/asked': 'x',
  });
  let first = '';
  await inRoom(answers, async ({ stage, running, origin }) => {
    first = origin;
    await stage().evaluate(() => fetch('/asked'));
    const { headers } = running.asked.find(({ path }) => path === '/asked')!;
    expect(headers.cookie?.split('; ').sort()).toEqual(['__Host-desk=7', 'plain=1', 'shelf=3']);
  });
  await inRoom(answers, async ({ running, origin }) => {
    expect(origin).not.toBe(first);
    expect(running.asked[0].headers.cookie).toBeUndefined();
  });
});

test('nothing that carries the script is kept by the browser', () =>
  inRoom(
    () => ({ '/': { headers: { etag: '"1"', 'cache-control': 'max-age=600' }, body: page() } }),
    async ({ stage, running }) => {
      const kept = await stage().evaluate(async () =>
        (await fetch(location.href)).headers.get('cache-control'),
      );
      expect(kept).toBe('max-age=600');
      await stage().evaluate(() => location.reload());
      await until(
        () => running.asked.filter(({ path }) => path === '/').length > 2,
        'the page asked for again',
      );
      expect(running.asked.at(-1)!.headers['if-none-match']).toBeUndefined();
    },
  ));

test.each([
  [
    'scripts of its own and inline ones',
    {
      'content-security-policy':
        "default-src 'self'; script-src 'self' 'unsafe-inline'; style-src 'unsafe-inline'",
    },
    '',
  ],
  [
    'no fetching, by a meta element',
    {},
    `<meta http-equiv="content-security-policy" content="default-src 'none'; script-src 'unsafe-inline'; style-src 'unsafe-inline'; upgrade-insecure-requests">`,
  ],
  [
    'scripts by their nonce',
    { 'content-security-policy': "script-src 'nonce-own' 'strict-dynamic'; style-src 'unsafe-inline'" },
    '',
  ],
])('a policy of %s lets the page and the room do their work', (_, headers, meta) =>
  inRoom(
    () => ({
      '/': {
        headers: headers as Record<string, string>,
        body: page(
          `${meta}<style>.note { color: teal }</style>`,
          '<script nonce="own">window.ran = true</script>',
        ),
      },
    }),
    async ({ stage, tab }) => {
      expect(await stage().evaluate(() => (window as unknown as { ran?: boolean }).ran)).toBe(true);
      await tab.getByRole('button', { name: 'Point at something on the page' }).click();
      await stage().locator('.note').click();
      await tab.getByRole('button', { name: /What governs p/ }).click();
      await tab.getByText(/teal/).first().waitFor();
    },
  ),
);

test('what the site calls by its own whole address stays in the room: fetches, moves, forms', async () => {
  await inRoom(
    () => ({
      '/': page(),
      '/data': { headers: { 'content-type': 'application/json' }, body: '{"a": 1}' },
      '/tools': page('<title>Tools</title>'),
      '/saved': page('<title>Saved</title>'),
    }),
    async ({ stage, running, origin }) => {
      const own = running.address;
      const got = await stage().evaluate(async (site) => {
        const request = new XMLHttpRequest();
        request.open('GET', `${site}data`, false);
        request.send();
        history.pushState({}, '', `${site}?step=2`);
        return [
          await (await fetch(`${site}data`)).json(),
          request.responseText,
          (await fetch(new Request(`${site}data`))).status,
          location.href,
        ];
      }, own);
      expect(got).toEqual([{ a: 1 }, '{"a": 1}', 200, `${origin}/?step=2`]);
      await stage().evaluate((site) => void (location.href = `${site}tools`), own);
      await until(() => stage()?.url() === `${origin}/tools`, 'the move kept inside');
      await stage().waitForLoadState();
      await stage().evaluate((site) => {
        document.body.innerHTML = `<form action="${site}saved" method="get"><button>Save</button></form>`;
      }, own);
      await stage().locator('button').click();
      await until(() => stage()?.url().startsWith(`${origin}/saved`), 'the form kept inside');
    },
  );
});

test('a base of the site itself leads to the copy', async () => {
  let own = '';
  await inRoom(
    () => ({
      '/': {
        get body() {
          return page(`<base href="${own}deep/"><link rel="stylesheet" href="own.css">`);
        },
      } as Answers[string],
      '/deep/own.css': '.note { color: teal }',
    }),
    async ({ stage, origin, running }) => {
      own = running.address;
      await stage().evaluate(() => location.reload());
      await until(
        async () =>
          (await stage()
            ?.evaluate(() => document.baseURI)
            .catch(() => '')) === `${origin}/deep/`,
        'the base',
      );
    },
  );
});

test('a page that wants to another site is held back, and one that its server sends there is said, with a way back', () =>
  inRoom(
    (other) => ({
      '/': page('', `<a id="out" href="${other}/">Elsewhere</a><a id="led" href="/led">Led</a>`),
      '/led': { status: 302, headers: { location: `${other}/shop` } },
    }),
    async ({ stage, tab, origin }) => {
      await stage().locator('#out').click();
      await tab.getByText(/wanted to go to http.*another site/).waitFor();
      expect(stage().url()).toBe(`${origin}/`);
      await stage().locator('#led').click();
      await tab
        .getByText(/leads to http.*shop, another site/)
        .first()
        .waitFor();
      await tab.getByRole('button', { name: 'Back to the page' }).click();
      await tab.getByText(/\d+ elements read/).waitFor();
      expect(stage().url()).toBe(`${origin}/`);
    },
    { elsewhere: { '/': page(), '/shop': page() } },
  ));

test.each<[string, Answers, RegExp]>([
  [
    'a file in place of a page',
    { '/': { headers: { 'content-type': 'text/plain' }, body: 'closed' } },
    /no page of this site/,
  ],
  [
    'a page that never ends',
    { '/': { after: Infinity, body: '<p>half' } },
    /has not ended after 15 seconds|did not come within 15 seconds/,
  ],
])(
  '%s ends in a reason',
  (_, answers, reason) =>
    inRoom(
      () => answers,
      async ({ tab }) => {
        expect(await tab.getByRole('button', { name: 'Back to the page' }).isVisible()).toBe(true);
      },
      { waitFor: reason },
    ),
  40_000,
);
