import parsePolicy from 'content-security-policy-parser';

/** What would keep the page out of the room's frame, or tell others of it. */
const dropped = [
  'frame-ancestors',
  'sandbox',
  'require-trusted-types-for',
  'trusted-types',
  'upgrade-insecure-requests',
  'report-uri',
  'report-to',
];

/**
 * A content policy that lets the one script in and the room frame the page; all else stays as it was (CSP 3 §6.7). A list
 * that already goes by nonces or hashes gets the script's nonce; another one its address, as a nonce would switch
 * `'unsafe-inline'` off.
 */
export function loosened(header: string, { nonce, script }: { nonce: string; script: string }): string {
  return header
    .split(',')
    .map((one) => {
      const policy = new Map(parsePolicy(one));
      for (const name of dropped) policy.delete(name);
      const scripts = policy.get('script-src') ?? policy.get('default-src');
      const admit = (sources: readonly string[]) => {
        const goesByNonce = sources.some((source) => /^'(nonce-|sha\d+-|strict-dynamic')/i.test(source));
        return [...sources.filter(isNotNone), goesByNonce ? `'nonce-${nonce}'` : script];
      };
      if (scripts) policy.set('script-src', admit(scripts));
      const elements = policy.get('script-src-elem');
      if (elements) policy.set('script-src-elem', admit(elements));
      // The page's script reads the sheets again, which the page itself loaded from there.
      const connects = policy.get('connect-src') ?? policy.get('default-src');
      if (connects) policy.set('connect-src', [...connects.filter(isNotNone), "'self'"]);
      return [...policy].map(([name, sources]) => [name, ...sources].join(' ')).join('; ');
    })
    .filter(Boolean)
    .join(', ');
}

const isNotNone = (source: string) => source.toLowerCase() !== "'none'";
