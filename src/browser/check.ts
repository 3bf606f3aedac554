import { heldMark, liveShadows, makeOwnSheet } from './own.js';

/** A claim of the cascade's about one element of a live document. */
export interface LiveClaim {
  readonly index: number;
  readonly pseudo: string;
  readonly property: string;
  readonly value: string;
  readonly longhands: readonly string[];
}

/** What the browser shows instead of what was claimed. */
export interface Contradiction {
  readonly longhand: string;
  /** Computed values: as shown, and as the claim would have it. */
  readonly shown: string;
  readonly claimed: string;
}

/** undefined where the browser agrees; `unasked` where it could not be asked. */
export type CheckAnswer = Contradiction | 'unasked' | undefined;

/**
 * Asks a browser about claims: a declaration that wins changes nothing when it is said once more, on the element itself
 * and as important, which beats all else but transitions (CSS Cascade 5 §6.1); these are ended first. What is written
 * for that is taken back before anything is drawn.
 */
export function checkClaims(
  document: Document,
  claims: readonly { readonly claim: LiveClaim; readonly element: Element | undefined }[],
): CheckAnswer[] {
  const window = document.defaultView!;
  endTransitions(document);
  const probe = makeOwnSheet(document);
  // What is asked of elements is written on them: a sheet, for which a large page is styled anew, is put in for pseudo-elements alone. One of
  // the document does not reach into shadow trees: the same one stands in each.
  const isProbed = claims.some(({ claim }) => claim.pseudo !== '');
  const roots: DocumentOrShadowRoot[] = isProbed ? [document, ...liveShadows(document)] : [];
  for (const root of roots) root.adoptedStyleSheets = [...root.adoptedStyleSheets, probe];
  try {
    return claims.map(({ claim, element }) => {
      if (!element?.isConnected || !('style' in element)) return 'unasked';
      return claim.pseudo
        ? checkPseudo(window, element as HTMLElement, claim, probe)
        : checkElement(window, element as HTMLElement, claim);
    });
  } finally {
    for (const root of roots)
      root.adoptedStyleSheets = root.adoptedStyleSheets.filter((one) => one !== probe);
  }
}

function endTransitions(document: Document): void {
  const { CSSTransition } = document.defaultView as unknown as {
    CSSTransition?: typeof globalThis.CSSTransition;
  };
  if (!CSSTransition) return;
  for (const animation of document.getAnimations())
    if (animation instanceof CSSTransition) animation.finish();
}

function checkElement(window: Window, element: HTMLElement, claim: LiveClaim): CheckAnswer {
  const { property, value, longhands } = claim;
  const style = window.getComputedStyle(element);
  const read = () => longhands.map((name) => style.getPropertyValue(name));
  const own = element.getAttribute('style');
  element.style.setProperty('transition', 'none', 'important');
  const shown = read();
  const before = longhands.map(
    (name) => [name, element.style.getPropertyValue(name), element.style.getPropertyPriority(name)] as const,
  );
  element.style.setProperty(property, value, 'important');
  const claimed = read();
  // Back to what was, and looked at, so that nothing begins to move.
  for (const [name, text, priority] of before) {
    if (text) element.style.setProperty(name, text, priority);
    else element.style.removeProperty(name);
  }
  read();
  if (own === null) element.removeAttribute('style');
  else element.setAttribute('style', own);
  // A policy may forbid the attribute to be written as a text.
  if (own && element.style.length === 0) element.style.cssText = own;
  return firstOther(longhands, shown, claimed);
}

/** A pseudo-element has no attribute: a rule says it, which stronger ones may beat; then nothing can be told. */
function checkPseudo(
  window: Window,
  element: HTMLElement,
  claim: LiveClaim,
  probe: CSSStyleSheet,
): CheckAnswer {
  const { property, value, longhands, pseudo } = claim;
  const own = element.getAttribute(heldMark);
  element.setAttribute(heldMark, [own ?? '', 'checked'].join(' ').trim());
  const strong = `[${heldMark}~="checked"]${':not(#\\39 #\\39 #\\39 )'.repeat(4)}${pseudo}`;
  const style = window.getComputedStyle(element, pseudo);
  const read = (declared: string) => {
    probe.replaceSync(declared ? `${strong} { transition: none !important; ${declared} }` : '');
    return longhands.map((name) => style.getPropertyValue(name));
  };
  const said = (text: string) => longhands.map((name) => `${name}: ${text} !important;`).join(' ');
  const shown = read('');
  const claimed = read(`${property}: ${value} !important`);
  const others = ['initial', 'inherit', 'unset'].map((word) => read(said(word)));
  read('');
  if (own === null) element.removeAttribute(heldMark);
  else element.setAttribute(heldMark, own);
  const isHeard = others.some((list) => list.some((text, i) => text !== shown[i]));
  return isHeard ? firstOther(longhands, shown, claimed) : 'unasked';
}

function firstOther(
  longhands: readonly string[],
  shown: readonly string[],
  claimed: readonly string[],
): Contradiction | undefined {
  const at = shown.findIndex((text, i) => text !== claimed[i]);
  return at < 0 ? undefined : { longhand: longhands[at], shown: shown[at], claimed: claimed[at] };
}
