/** Marks what Yelto itself puts into a page; it is left out of every reading. */
export const ownMark = 'data-yelto';

/** Marks elements on which a pseudo-class is kept on. */
export const heldMark = 'data-yelto-held';

const ownSheets = new WeakSet<CSSStyleSheet>();

/** Makes a sheet of the document's own kind that no reading takes for the page's. */
export function makeOwnSheet(document: Document, css = ''): CSSStyleSheet {
  const window = document.defaultView as unknown as { CSSStyleSheet: typeof CSSStyleSheet };
  const sheet = new window.CSSStyleSheet();
  sheet.replaceSync(css);
  ownSheets.add(sheet);
  return sheet;
}

export function isOwnSheet(sheet: CSSStyleSheet): boolean {
  return ownSheets.has(sheet) || (sheet.ownerNode as Element | null)?.closest?.(`[${ownMark}]`) != null;
}

const closedRoots = new WeakMap<Element, ShadowRoot>();

/** From now on a closed shadow tree is read like an open one; only what drives the browser can hand it over. */
export const knowClosed = (root: ShadowRoot): void => void closedRoots.set(root.host, root);

/** An element's shadow tree, where it may be looked into; null without one. */
export const shadowOf = (element: Element): ShadowRoot | null =>
  element.shadowRoot ?? closedRoots.get(element) ?? null;

/**
 * All elements in document order, and behind them those of each shadow tree that may be looked into, in the order of their
 * hosts; Yelto's own left out.
 */
export function liveElements(document: Document): Element[] {
  const elements = elementsOf(document);
  // The list grows while it is walked: trees in trees.
  for (const element of elements) {
    const root = shadowOf(element);
    if (root) elements.push(...elementsOf(root));
  }
  return elements;
}

/** Each element asked what encloses it takes a large page longer than the browser to tell which are Yelto's. */
function elementsOf(root: Document | ShadowRoot): Element[] {
  const all = [...root.querySelectorAll('*')];
  const own = new Set(root.querySelectorAll(`[${ownMark}], [${ownMark}] *`));
  return own.size ? all.filter((element) => !own.has(element)) : all;
}

/** The shadow trees of a document that may be looked into, in the order of their hosts. */
export const liveShadows = (document: Document): ShadowRoot[] =>
  liveElements(document).flatMap((element) => shadowOf(element) ?? []);

/** What encloses an element; of the topmost in a shadow tree its host. */
export function elementAbove(element: Element): Element | null {
  if (element.parentElement) return element.parentElement;
  const root = element.getRootNode();
  return 'host' in root ? (root as ShadowRoot).host : null;
}
