import { variableReaders, namesReadIn, withFunctions } from '../cascade/index.js';
import type { Page, PageElement, StyleSet } from '../page/index.js';
import { nearest } from '../text/index.js';

const readers = new WeakMap<object, ReadonlySet<string>>();

/** Whether any declaration of a page or its draft, wherever it matches, reads a variable, also through others. */
export function isRead(page: Page, name: string): boolean {
  return readNames(page.bare).has(name) || (page.overlay !== undefined && readNames(page).has(name));
}

/** Names like one that nobody reads which are read, `--accent` for `--acent`, of the page before those of its draft; [] for none. */
export const nearRead = (page: Page, name: string): readonly string[] =>
  [page.bare, page].map((one) => nearest(name, readNames(one))).find((names) => names.length > 0) ?? [];

/** The variables that are read; what reads them only for a variable that nobody reads counts too. */
function readNames(page: Page): ReadonlySet<string> {
  const key = page.overlay?.styles ?? page.identity;
  let names = readers.get(key);
  if (!names) {
    const sets = page.overlay ? [page.overlay.styles] : [page.styles, ...page.components];
    const read = [...sets.flatMap(namesReadBy), ...page.elements.flatMap(namesReadOn)];
    names = new Set(withFunctions(read, page.overlay?.styles ?? page.styles));
    readers.set(key, names);
  }
  return names;
}

/** By rules, by the frames of animations, and by queries about styles (CSS Conditional 5 §5.3). */
const namesReadBy = (styles: StyleSet): string[] => [
  ...variableReaders(styles).keys(),
  ...styles.keyframes.flatMap(({ values }) => values.flatMap(namesReadIn)),
  ...styles.blocks.flatMap(({ containers }) =>
    containers.flatMap((query) => query.match(/--[^\s:()]+/g) ?? []),
  ),
];

/** By its style attribute, and by attributes that are styles themselves (SVG 2 §6.6). */
const namesReadOn = ({ attributes }: PageElement): string[] => [...attributes.values()].flatMap(namesReadIn);
