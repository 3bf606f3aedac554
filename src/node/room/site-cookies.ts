import { Cookie } from 'tough-cookie';

/**
 * A site's cookies as the run's own origin keeps them: without the site's domain, which it does not have. All else stays;
 * browsers take names under `localhost` as safe, so that `Secure` and the prefixes that ask for it hold (RFC 6265bis §4.1.3).
 * Read as loosely as browsers do: names and values may hold what the standard forbids to servers.
 */
export function ownCookies(headers: readonly string[]): string[] {
  return headers.map((text) => {
    const cookie = Cookie.parse(text, { loose: true });
    if (!cookie?.domain) return text;
    cookie.domain = null;
    return cookie.toString();
  });
}
