import { parseSetCookie, stringifySetCookie } from 'cookie';

/**
 * A site's cookies as the run's own origin keeps them: without the site's domain, which it does not have. All else stays;
 * browsers take names under `localhost` as safe, so that `Secure` and the prefixes that ask for it hold (RFC 6265bis §4.1.3).
 */
export function ownCookies(headers: readonly string[]): string[] {
  return headers.map((text) => {
    const cookie = parseSetCookie(text, { decode: (value) => value });
    if (cookie?.domain === undefined) return text;
    return stringifySetCookie({ ...cookie, domain: undefined }, { encode: (value) => value });
  });
}
