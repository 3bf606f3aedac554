import { ownMark } from './own.js';

/** The text of a sheet that the page may use but not read, as somebody else could have it. */
export interface ForeignText {
  /** Its whole address. */
  readonly href: string;
  readonly css: string;
}

const replaced = new WeakSet<CSSStyleSheet>();

/** Whether a sheet is off for the moment, as one that says the same stands in for it. */
export const isReplaced = (sheet: CSSStyleSheet): boolean => replaced.has(sheet);

/**
 * Puts readable sheets in place of those that the page may not read, where they stand, so that their rules can be
 * rewritten. Where the page's policy lets no such sheet in, all stays as it is. Returns what takes them away again.
 */
export function standInFor(document: Document, texts: readonly ForeignText[]): () => void {
  const backs: (() => void)[] = [];
  for (const sheet of document.styleSheets) {
    const text = texts.find(({ href }) => href === sheet.href);
    const owner = sheet.ownerNode as Element | null;
    if (!text || !owner || sheet.disabled || isReadable(sheet)) continue;
    const style = document.createElement('style');
    style.setAttribute(ownMark, '');
    style.media = sheet.media.mediaText;
    style.textContent = withWholeAddresses(text);
    owner.after(style);
    if (!style.sheet) {
      style.remove();
      continue;
    }
    replaced.add(sheet);
    sheet.disabled = true;
    backs.push(() => {
      style.remove();
      sheet.disabled = false;
      replaced.delete(sheet);
    });
  }
  return () => backs.forEach((back) => back());
}

function isReadable(sheet: CSSStyleSheet): boolean {
  try {
    return sheet.cssRules.length >= 0;
  } catch {
    return false;
  }
}

/** Addresses in a sheet are seen from its own (CSS Values 4 §4.5.1). */
function withWholeAddresses({ href, css }: ForeignText): string {
  const whole = (address: string) => (URL.canParse(address, href) ? new URL(address, href).href : address);
  return css
    .replace(
      /url\(\s*(?:"([^"]*)"|'([^']*)'|([^"')\s]*))\s*\)/gi,
      (_, double?: string, single?: string, bare?: string) =>
        `url("${whole(double ?? single ?? bare ?? '')}")`,
    )
    .replace(
      /(@import\s+)(["'])([^"']*)\2/gi,
      (_, front: string, quote: string, address: string) => `${front}${quote}${whole(address)}${quote}`,
    );
}
