import type { CDPSession } from 'playwright-core';

/**
 * Sends headers with each request that goes to the site itself, and with no other: they may hold a login. A redirect is a
 * request of its own.
 */
export async function sendToSiteOnly(
  session: CDPSession,
  site: string,
  headers: Readonly<Record<string, string>>,
): Promise<void> {
  if (Object.keys(headers).length === 0) return;
  const own = Object.entries(headers).map(([name, value]) => ({ name, value }));
  const names = new Set(own.map(({ name }) => name.toLowerCase()));
  session.on('Fetch.requestPaused', ({ requestId, request }) => {
    const isOwn = new URL(request.url).origin === site;
    const others = Object.entries(request.headers)
      .filter(([name]) => !names.has(name.toLowerCase()))
      .map(([name, value]) => ({ name, value }));
    void session
      .send('Fetch.continueRequest', { requestId, ...(isOwn ? { headers: [...others, ...own] } : {}) })
      // The page was left meanwhile.
      .catch(() => undefined);
  });
  await session.send('Fetch.enable', { patterns: [{ urlPattern: '*' }] });
}
