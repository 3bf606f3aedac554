// Sheets of other hosts, which the page may use but not read: the room's server asks for them.
import type { PageSource, SheetSource } from 'yelto';
import type { ServerLink } from './server-link.js';

/** The source with all that could be had; what could not stays unread. Each address is asked for once. */
export async function withForeign(source: PageSource, link: ServerLink): Promise<PageSource> {
  const addresses = [
    ...(source.styles ?? []).filter(({ status }) => status === 'unread').map(({ href }) => href),
    ...(source.sheets ?? []).filter(({ status }) => status === 0).map(({ href }) => href),
  ].filter((href) => href !== undefined);
  if (addresses.length === 0) return source;
  const read = new Map<string, SheetSource>();
  for (const list of await Promise.all([...new Set(addresses)].map((href) => textsFrom(href, link))))
    for (const one of list) if (one.status !== 0) read.set(one.href, one);
  return {
    ...source,
    styles: source.styles?.map((style) => {
      const found = style.status === 'unread' && style.href ? read.get(style.href) : undefined;
      return found ? { ...style, css: found.css, status: 'loaded' } : style;
    }),
    sheets: [...(source.sheets ?? []).filter(({ href }) => !read.has(href)), ...read.values()],
  };
}

/** Of this visit; what has changed since is read when the room is opened again. */
const known = new Map<string, readonly SheetSource[]>();

async function textsFrom(href: string, link: ServerLink): Promise<readonly SheetSource[]> {
  const there = known.get(href);
  if (there) return there;
  const list = await link.sheet(href).catch(() => []);
  if (list.some(({ status }) => status !== 0)) known.set(href, list);
  return list;
}
