import { heldMark, isOwnSheet, liveShadows, ownMark } from './own.js';
import { elementsInStates } from './read-states.js';
import { isReplaced } from './stand-in.js';

/** How long nothing may change before the page is read again, and how long it may go on changing, ms. */
const quietFor = 150;
const longest = 1500;
/** How often the styles are looked at: no event tells of a rule that a script puts in. */
const lookEvery = 100;
/** After so many looks it is asked whether there are other shadow trees, and what is chosen, typed or shown on top. */
const lookRarelyEvery = 5;

/** Sees that a document, or the styles that it has, become others. */
export interface Watch {
  /** Whether something has changed that was not called back for yet. */
  readonly isChanged: boolean;
  /** Does something to the page; what it did itself is no change of the page's, `isMine` told apart from what scripts answer. */
  without<T>(work: () => T, isMine?: (record: MutationRecord) => boolean): T;
  /** The same for what brings no state about: no element need be asked for its own. */
  withoutTurning<T>(work: () => T): T;
  leave(): void;
}

/**
 * Calls back when a document has changed and been quiet for a moment, and at the latest after a while of changing.
 * `tend` is called often, to put back what a page threw out.
 */
export function watchDocument(document: Document, onQuiet: () => void, tend: () => void): Watch {
  const window = document.defaultView!;
  let timer = 0;
  let since = 0;
  const changed = () => {
    window.clearTimeout(timer);
    since ||= Date.now();
    const wait = Math.max(0, Math.min(quietFor, since + longest - Date.now()));
    timer = window.setTimeout(() => {
      since = 0;
      onQuiet();
    }, wait);
  };
  const observer = new window.MutationObserver((records) => {
    if (records.some((record) => !isOurs(record))) changed();
  });
  let roots: readonly (Document | ShadowRoot)[] = [];
  /** Shadow trees that have come since are watched too. */
  const observeAll = () => {
    const now = [document, ...liveShadows(document)];
    for (const root of now)
      if (!roots.includes(root))
        observer.observe(root, { subtree: true, childList: true, attributes: true, characterData: true });
    if (!areSame(now, roots)) roots = now;
  };
  observeAll();
  let known = stylesOf(roots);
  let knownStates = roots.flatMap(elementsInStates);
  /** What is typed and chosen, and what a script shows on top, is told by no record. */
  const lookAtStates = (isMine = false) => {
    const states = roots.flatMap(elementsInStates);
    if (areSame(states, knownStates)) return;
    knownStates = states;
    if (!isMine) changed();
  };
  let ticks = 0;
  const ticking = window.setInterval(() => {
    tend();
    // Looking for them takes longer than looking at what is known.
    if (++ticks % lookRarelyEvery === 0) {
      observeAll();
      lookAtStates();
    }
    const now = stylesOf(roots);
    if (now.length !== known.length || now.some((one, i) => !isSame(one, known[i]))) {
      known = now;
      changed();
    }
  }, lookEvery);
  /** Records that have not been told yet are looked at now. */
  const look = (isMine = (_: MutationRecord) => false) => {
    if (observer.takeRecords().some((record) => !isOurs(record) && !isMine(record))) changed();
  };
  return {
    get isChanged() {
      look();
      lookAtStates();
      return since > 0;
    },
    without(work, isMine = () => true) {
      look();
      lookAtStates();
      try {
        return work();
      } finally {
        look(isMine);
        lookAtStates(true);
      }
    },
    withoutTurning(work) {
      look();
      try {
        return work();
      } finally {
        look(() => true);
      }
    },
    leave() {
      observer.disconnect();
      window.clearInterval(ticking);
      window.clearTimeout(timer);
    },
  };
}

const areSame = (some: readonly object[], others: readonly object[]): boolean =>
  some.length === others.length && some.every((one, i) => one === others[i]);

function isOurs({ target, attributeName, addedNodes, removedNodes }: MutationRecord): boolean {
  if (attributeName === heldMark) return true;
  const isOwn = (node: Node) => (node as Element).closest?.(`[${ownMark}]`) != null;
  const moved = [...addedNodes, ...removedNodes];
  return isOwn(target) || (moved.length > 0 && moved.every(isOwn));
}

/** What tells cheaply that a document's styles are others. */
interface StyleState {
  readonly sheet: CSSStyleSheet;
  readonly isOff: boolean;
  readonly media: string;
  /** −1 where they may not be read. */
  readonly rules: number;
}

function stylesOf(roots: readonly (Document | ShadowRoot)[]): StyleState[] {
  return roots
    .flatMap((root) => [...root.styleSheets, ...root.adoptedStyleSheets])
    .filter((sheet) => !isOwnSheet(sheet))
    .map((sheet) => ({
      sheet,
      isOff: sheet.disabled && !isReplaced(sheet),
      media: sheet.media.mediaText,
      rules: amountOfRules(sheet),
    }));
}

function amountOfRules(sheet: CSSStyleSheet): number {
  try {
    return sheet.cssRules.length;
  } catch {
    return -1;
  }
}

const isSame = (a: StyleState, b: StyleState) =>
  a.sheet === b.sheet && a.isOff === b.isOff && a.media === b.media && a.rules === b.rules;

/** How long a page must keep still to be taken as done, and how long that is waited for at most, ms. */
const still = { quiet: 500, longest: 3000 };

/** Resolves when a document, whose scripts may be building it, has kept still for a moment; at the latest after a while. */
export function whenStill(document: Document): Promise<void> {
  const window = document.defaultView!;
  return new Promise((done) => {
    const end = () => {
      watch.leave();
      window.clearTimeout(latest);
      done();
    };
    let timer = window.setTimeout(end, still.quiet);
    const latest = window.setTimeout(end, still.longest);
    const again = () => {
      window.clearTimeout(timer);
      timer = window.setTimeout(end, still.quiet);
    };
    const watch = watchDocument(document, again, () => undefined);
  });
}
