import type { Page, PageElement } from '../page/index.js';

/** The element at the same place in another capture: same tags and same numbers among them, from the root. */
export function counterpart(element: PageElement, other: Page): PageElement | undefined {
  const path: { tag: string; nth: number }[] = [];
  for (let at: PageElement | null = element; at; at = at.parent) {
    const { tag } = at;
    const nth = at.parent ? at.parent.children.filter((child) => child.tag === tag).indexOf(at) : 0;
    path.unshift({ tag, nth });
  }
  let found: PageElement | undefined = other.elements[0];
  for (const { tag, nth } of path.slice(1)) {
    found = found?.children.filter((child) => child.tag === tag)[nth];
  }
  return found?.tag === element.tag ? found : undefined;
}
