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

/** All elements in document order, Yelto's own left out. */
export function liveElements(document: Document): Element[] {
  return [...document.querySelectorAll('*')].filter((element) => !element.closest(`[${ownMark}]`));
}
