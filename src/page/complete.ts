import { markupOf, parseMarkup, type Markup } from './markup.js';
import type { PageSource, SheetSource } from './types.js';

/** Asks for a sheet by its whole address; gives it and all that it imports, or [] where nobody could. */
export type ReadSheet = (address: string) => Promise<readonly SheetSource[]>;

/**
 * A source with the texts that a document could not read itself, sheets of other hosts, as far as `read` can have them;
 * the rest stays unread. Each address is asked for once.
 */
export async function withUnread(source: PageSource, read: ReadSheet): Promise<PageSource> {
  const addresses = [
    ...(source.styles ?? []).filter(({ status }) => status === 'unread').map(({ href }) => href),
    ...(source.sheets ?? []).filter(({ status }) => status === 0).map(({ href }) => href),
  ].filter((href) => href !== undefined);
  if (addresses.length === 0) return source;
  const texts = new Map<string, SheetSource>();
  for (const list of await Promise.all([...new Set(addresses)].map(read)))
    for (const one of list) if (one.status !== 0) texts.set(one.href, one);
  return {
    ...source,
    styles: source.styles?.map((style) => {
      const found = style.status === 'unread' && style.href ? texts.get(style.href) : undefined;
      return found ? { ...style, css: found.css, map: found.map, status: 'loaded' } : style;
    }),
    sheets: [...(source.sheets ?? []).filter(({ href }) => !texts.has(href)), ...texts.values()],
  };
}

/**
 * The source with the document's markup, in place of its tree where a parser makes the same of it: markup tells lines.
 * Where scripts built what no markup says, the tree stays.
 */
export function withMarkup(source: PageSource, html: string): PageSource {
  const { tree } = source;
  const says = tree === undefined || areAlike(parseMarkup(source.name, html), markupOf(tree));
  return { ...source, html, tree: says ? undefined : tree };
}

function areAlike({ elements: one, tree }: Markup, { elements: other, tree: live }: Markup): boolean {
  return (
    tree.quirks === live.quirks &&
    one.length === other.length &&
    one.every((element, i) => {
      const { tag, parent, attributes, ownText } = other[i];
      const isDefined = tree.isDefined(i) === live.isDefined(i);
      return (
        element.tag === tag &&
        element.parent?.index === parent?.index &&
        element.host?.index === other[i].host?.index &&
        isDefined &&
        tree.flatParent[i] === live.flatParent[i] &&
        element.ownText === ownText &&
        element.attributes.size === attributes.size &&
        [...attributes].every(([name, value]) => element.attributes.get(name) === value)
      );
    })
  );
}
