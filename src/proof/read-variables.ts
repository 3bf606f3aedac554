import { elementOf, variableReaders, variablesIn } from '../cascade/index.js';
import type { Page } from '../page/index.js';

const readers = new WeakMap<object, ReadonlySet<string>>();

/** Whether any declaration of a page or its draft, wherever it matches, reads a variable, also through others. */
export function isRead(page: Page, name: string): boolean {
  return readNames(page.bare).has(name) || (page.overlay !== undefined && readNames(page).has(name));
}

/** The variables that are read; what reads them only for a variable that nobody reads counts too. */
function readNames(page: Page): ReadonlySet<string> {
  const key = page.overlay?.styles ?? page.identity;
  let names = readers.get(key);
  if (!names) {
    const sets = page.overlay ? [page.overlay.styles] : [page.styles, ...page.components];
    const found = new Set(sets.flatMap((styles) => [...variableReaders(styles).keys()]));
    for (const target of page.elements)
      for (const one of variablesIn(elementOf(target).attributes.get('style') ?? '')) found.add(one);
    readers.set(key, (names = found));
  }
  return names;
}
