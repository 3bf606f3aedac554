import { ownParts } from '../selector/index.js';
import { variableReaders } from '../cascade/index.js';
import type { Page, PageElement } from '../page/index.js';

/** What components of one kind offer to the sheet of a page. */
export interface Component {
  /** Their tag. */
  readonly tag: string;
  readonly hosts: readonly PageElement[];
  /** Names that `::part()` takes, those that they pass on from components inside them among them; [] for none. */
  readonly parts: readonly string[];
  /** Variables that their rules read, and whether anything on the page sets them. */
  readonly variables: readonly { readonly name: string; readonly isSet: boolean }[];
}

/** The components of a page that have a shadow tree, in the order in which they first stand; [] for none. */
export function componentsOf(page: Page): Component[] {
  const byTag = new Map<string, PageElement[]>();
  for (const element of page.elements) {
    if (!element.shadow) continue;
    const known = byTag.get(element.tag);
    if (known) known.push(element);
    else byTag.set(element.tag, [element]);
  }
  const set = new Set(
    [page.styles, ...page.components].flatMap(({ blocks }) =>
      blocks.flatMap(({ declarations }) =>
        declarations.map(({ property }) => property).filter((name) => name.startsWith('--')),
      ),
    ),
  );
  return [...byTag].map(([tag, hosts]) => ({
    tag,
    hosts,
    parts: [...new Set(hosts.flatMap((host) => partsOf(page, host)))].sort(),
    variables: [...new Set(hosts.flatMap((host) => variablesReadIn(page, host)))]
      .sort()
      .map((name) => ({ name, isSet: set.has(name) })),
  }));
}

/** Names by which something inside an element's shadow tree is a part to the tree around it; [] for none. */
export function partsOf({ tree, elements }: Page, host: PageElement): string[] {
  const root = tree.shadow(host.index);
  if (root < 0) return [];
  const { start, end } = tree.roots[root];
  return elements.slice(start, end).flatMap((element) => {
    const exported = (element.attributes.get('exportparts') ?? '').split(',').flatMap((text) => {
      const [from, to = from] = text.split(':').map((name) => name.trim());
      return element.shadow && to ? [to] : [];
    });
    return [...ownParts(tree, element.index), ...exported];
  });
}

/** Variables that the rules of an element's shadow tree read; [] for none. */
export function variablesReadIn(page: Page, host: PageElement): string[] {
  const number = page.componentOf(page.tree.shadow(host.index));
  if (number < 0) return [];
  return [...variableReaders(page.components[number]).keys()];
}

/** Components inside which a selector matches something, nearest to the document first; [] for none. */
export function componentsHolding(page: Page, selector: string): PageElement[] {
  return page.elements.filter((element) => element.shadow && page.select(selector, element).length > 0);
}
