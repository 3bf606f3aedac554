/**
 * Where an address leads on a site that is passed on at another origin: its path from the root, with query and hash.
 * http and https, with `www.` and without, are the same site, as its own redirects have it. undefined for another site,
 * and for what is no address.
 */
export function pathInside(site: string, address: string): string | undefined {
  if (!URL.canParse(address) || !URL.canParse(site)) return undefined;
  const [own, to] = [new URL(site), new URL(address)];
  const bare = ({ hostname }: URL) => hostname.replace(/^www\./, '');
  const isWeb = /^(https?|wss?):$/.test(to.protocol);
  // A server on another port is another one, but for the usual ports of the two protocols.
  const isSamePort = own.port === to.port;
  if (!isWeb || bare(own) !== bare(to) || !isSamePort) return undefined;
  return to.pathname + to.search + to.hash;
}
