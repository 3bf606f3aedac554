import type { Page, PageElement } from '../page/index.js';

/**
 * The same element in another capture: at the same place (same tags and same numbers among them, from the
 * root), as long as it looks related; else the most alike one of the same tag. undefined where there is none.
 */
export function counterpart(element: PageElement, other: Page): PageElement | undefined {
  const placed = atSamePlace(element, other);
  if (placed && (likeness(element, placed) > 0 || isBare(element) || isBare(placed))) return placed;
  let best: PageElement | undefined;
  let most = 1;
  for (const candidate of other.elements) {
    if (candidate.tag !== element.tag) continue;
    const found = likeness(element, candidate);
    if (found > most) [best, most] = [candidate, found];
  }
  return best ?? placed;
}

function atSamePlace(element: PageElement, other: Page): PageElement | undefined {
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

const isBare = ({ classes, id }: PageElement) => classes.length === 0 && !id;

/** How much two elements have in common: names, telling attributes, text. */
function likeness(a: PageElement, b: PageElement): number {
  let common = a.id && a.id === b.id ? 3 : 0;
  for (const name of a.classes) if (b.classes.includes(name)) common += 2;
  for (const [name, value] of a.attributes)
    if (/^(data-|role$|name$|type$|href$|aria-label$)/.test(name) && b.attributes.get(name) === value)
      common++;
  if (a.text && a.text.length < 200 && a.text === b.text) common += 2;
  return common;
}
