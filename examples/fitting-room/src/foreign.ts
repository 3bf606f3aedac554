// Sheets of other hosts, which the page may use but not read: the room's server asks for them.
import { withUnread, type PageSource, type SheetSource } from 'yelto';
import type { ForeignText } from 'yelto/browser';
import type { ServerLink } from './server-link.js';

/** The source with all that could be had; what could not stays unread. */
export function withForeign(source: PageSource, link: ServerLink): Promise<PageSource> {
  return withUnread(source, (href) => textsFrom(href, link));
}

/** Of this visit; what has changed since is read when the room is opened again. */
const known = new Map<string, readonly SheetSource[]>();

/** The texts that were had, for holding states in them. */
export const foreignTexts = (): ForeignText[] =>
  [...known.values()].flat().flatMap(({ href, css, status }) => (status === 200 ? [{ href, css }] : []));

async function textsFrom(href: string, link: ServerLink): Promise<readonly SheetSource[]> {
  const there = known.get(href);
  if (there) return there;
  const list = await link.sheet(href).catch(() => []);
  if (list.some(({ status }) => status !== 0)) known.set(href, list);
  return list;
}
