import type { ContainerSize, PageSource, SheetSource } from '../page/index.js';

/** Marks what Yelto itself puts into a page; it is left out of every reading. */
export const ownMark = 'data-yelto';

/** Marks elements on which a pseudo-class is kept on. */
export const heldMark = 'data-yelto-held';

/**
 * Reads a live document, as it is now, into a page's source: its markup, the texts of its sheets and the
 * window's conditions. Elements keep their order, so that `page.elements[i]` is the i-th element of
 * `liveElements(document)`. A sheet whose text cannot be fetched is given without one, and counts as missing.
 */
export async function readDocument(
  document: Document,
  name: string = document.location.href,
): Promise<PageSource> {
  const window = document.defaultView;
  const width = window?.innerWidth || 1280;
  const height = window?.innerHeight || 800;
  return {
    name,
    html: readMarkup(document),
    sheets: await readSheets(document),
    conditions: { width, height, preferences: readPreferences(window), containers: readContainers(document) },
  };
}

/** All elements in document order, Yelto's own left out. */
export function liveElements(document: Document): Element[] {
  return [...document.querySelectorAll('*')].filter((element) => !element.closest(`[${ownMark}]`));
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

function readMarkup(document: Document): string {
  const root = document.documentElement.cloneNode(true) as HTMLElement;
  for (const own of root.querySelectorAll(`[${ownMark}]`)) own.remove();
  for (const marked of root.querySelectorAll(`[${heldMark}]`)) marked.removeAttribute(heldMark);
  root.removeAttribute(heldMark);
  const mode = document.compatMode === 'BackCompat' ? '' : '<!DOCTYPE html>\n';
  return mode + root.outerHTML;
}

/** By whole address, as the document resolves it. */
async function readSheets(document: Document): Promise<SheetSource[]> {
  const open = [...document.querySelectorAll<HTMLLinkElement>('link[rel~="stylesheet" i][href]')].map(
    ({ href }) => href,
  );
  for (const style of document.querySelectorAll('style'))
    open.push(...importsIn(style.textContent ?? '', document.baseURI));
  const sheets = new Map<string, SheetSource>();
  for (let href = open.shift(); href !== undefined; href = open.shift()) {
    if (sheets.has(href)) continue;
    const { css, status } = await fetchSheet(href);
    sheets.set(href, { href, css, status });
    open.push(...importsIn(css, href));
  }
  return [...sheets.values()];
}

/** The addresses that a text imports, and perhaps some that stand in a comment: one too many does no harm. */
function importsIn(css: string, base: string): string[] {
  return [...css.matchAll(/@import\s+(?:url\(\s*)?["']?([^"')\s;]+)/gi)].flatMap(([, href]) => {
    try {
      return [new URL(href, base).href];
    } catch {
      return [];
    }
  });
}

async function fetchSheet(href: string): Promise<{ css: string; status: number }> {
  try {
    const answer = await fetch(href);
    const isSheet = answer.ok && !/^text\/html/i.test(answer.headers.get('content-type') ?? '');
    return { css: isSheet ? await answer.text() : '', status: isSheet ? answer.status : 404 };
  } catch {
    return { css: '', status: 404 };
  }
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
