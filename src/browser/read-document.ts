import type { ContainerSize, PageSource } from '../page/index.js';
import type { Unheld } from './hold.js';
import { liveElements, liveShadows } from './own.js';
import { readStates } from './read-states.js';
import { readStyles } from './read-styles.js';
import { readTree } from './read-tree.js';

/**
 * Reads a live document, as it is now, into a page's source: its tree, the styles that it has, and the window's
 * conditions. Elements keep their order, so that `page.elements[i]` is the i-th element of `liveElements(document)`.
 * A sheet of another host that the page may not read is given without its text, as `unread`.
 */
export async function readDocument(
  document: Document,
  name: string = document.location.href,
  unheld?: Unheld,
): Promise<PageSource> {
  const window = document.defaultView;
  const tree = readTree(document, unheld?.originals);
  const elements = liveElements(document);
  const numbers = new Map(elements.map((element, index) => [element, index]));
  const { styles, imported, shadowStyles } = await readStyles(
    document,
    (element) => numbers.get(element) ?? -1,
  );
  const width = window?.innerWidth || 1280;
  const height = window?.innerHeight || 800;
  return {
    name,
    html: '',
    tree,
    standing: readStates(
      elements,
      [...styles, ...imported].map(({ css }) => css),
      unheld?.states,
    ),
    styles,
    ...(shadowStyles.length ? { shadowStyles } : {}),
    sheets: imported,
    conditions: { width, height, preferences: readPreferences(window), containers: readContainers(document) },
  };
}

/**
 * The markup of a document as it stands, its shadow trees written as declared ones (HTML Standard §8.5.4);
 * undefined where it has none.
 */
export function markupWithShadows(document: Document): string | undefined {
  const shadowRoots = liveShadows(document);
  const { doctype, documentElement: root } = document;
  if (!shadowRoots.length || !('getHTML' in root)) return undefined;
  const inner = root.getHTML({ shadowRoots });
  const outer = (root.cloneNode(false) as Element).outerHTML;
  const close = outer.lastIndexOf('</');
  const front = doctype ? new XMLSerializer().serializeToString(doctype) : '';
  return front + outer.slice(0, close) + inner + outer.slice(close);
}

/** The content boxes of all containers, which only the layout knows. */
function readContainers(document: Document): ContainerSize[] {
  return liveElements(document).flatMap((element, index) => {
    const style = document.defaultView?.getComputedStyle(element);
    if (!style || !/size/.test(style.containerType)) return [];
    const inside = (one: string, other: string) => parseFloat(one) + parseFloat(other) || 0;
    const width = element.clientWidth - inside(style.paddingLeft, style.paddingRight);
    const height = element.clientHeight - inside(style.paddingTop, style.paddingBottom);
    return [{ index, width, height }];
  });
}

/** Media features that a window answers for itself, and the words each can have. */
const preferenceWords: Readonly<Record<string, readonly string[]>> = {
  'prefers-color-scheme': ['dark', 'light'],
  'prefers-reduced-motion': ['reduce', 'no-preference'],
  'prefers-contrast': ['more', 'less', 'no-preference'],
  hover: ['hover', 'none'],
  pointer: ['fine', 'coarse', 'none'],
};

function readPreferences(window: Window | null): Record<string, string> {
  const preferences: Record<string, string> = {};
  for (const [feature, words] of Object.entries(preferenceWords)) {
    const held = words.find((word) => window?.matchMedia(`(${feature}: ${word})`).matches);
    if (held) preferences[feature] = held;
  }
  return preferences;
}
