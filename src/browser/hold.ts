import { heldMark, makeOwnSheet } from './own.js';

/** States that also hold for every enclosing box (Selectors 4 §9.1–9.3). */
const climbing: Readonly<Record<string, string>> = {
  hover: 'hover',
  active: 'active',
  focus: 'focus-within',
};

/** A state, `:hover` or `.is-open`, and who carries it. */
export interface HeldOn {
  readonly element: Element;
  readonly state: string;
}

/** Keeps states on in a live document; a later call takes the place of an earlier one. */
export interface Holder {
  hold(holds: readonly HeldOn[]): void;
  /** Sees to it that the page does not lose what is held. */
  tend(): void;
}

/**
 * Pseudo-classes cannot be switched on from outside, so every rule that names one is laid over the page once
 * more with a mark in its place, which weighs the same. Classes and attributes are set for real.
 */
export function makeHolder(document: Document): Holder {
  const sheet = makeOwnSheet(document);
  document.adoptedStyleSheets = [sheet, ...document.adoptedStyleSheets];
  let undo: (() => void)[] = [];
  return {
    hold(holds) {
      for (const back of undo) back();
      undo = [];
      const pseudos = new Set<string>();
      for (const { element, state } of holds) {
        if (state.startsWith('.')) undo.push(addClass(element, state.slice(1)));
        else if (state.startsWith('[')) undo.push(setAttribute(element, state));
        else undo.push(...mark(element, state.replace(/^:+/, ''), pseudos));
      }
      sheet.replaceSync([...pseudos].length ? markedRules(document, [...pseudos]).join('\n') : '');
    },
    tend() {
      if (!document.adoptedStyleSheets.includes(sheet))
        document.adoptedStyleSheets = [sheet, ...document.adoptedStyleSheets];
    },
  };
}

function addClass(element: Element, name: string): () => void {
  if (element.classList.contains(name)) return () => undefined;
  element.classList.add(name);
  return () => element.classList.remove(name);
}

function setAttribute(element: Element, state: string): () => void {
  const [, name, value = ''] = /^\[([\w-]+)(?:[~|^$*]?=["']?([^"'\]]*)["']?)?\]$/.exec(state) ?? [];
  if (!name) return () => undefined;
  const before = element.getAttribute(name);
  element.setAttribute(name, value);
  return () => (before === null ? element.removeAttribute(name) : element.setAttribute(name, before));
}

function mark(element: Element, pseudo: string, pseudos: Set<string>): (() => void)[] {
  const backs: (() => void)[] = [];
  const add = (one: Element, name: string) => {
    pseudos.add(name);
    const words = new Set((one.getAttribute(heldMark) ?? '').split(' ').filter(Boolean));
    one.setAttribute(heldMark, [...words.add(name)].join(' '));
    backs.push(() => one.removeAttribute(heldMark));
  };
  add(element, pseudo);
  if (pseudo === 'focus-visible') add(element, 'focus');
  const above = climbing[pseudo] ?? (pseudo === 'focus-visible' ? 'focus-within' : undefined);
  for (let up: Element | null = above ? element : null; up && above; up = up.parentElement) add(up, above);
  return backs;
}

/** The texts of all rules that name one of the pseudo-classes, with the mark in its place. */
function markedRules(document: Document, pseudos: readonly string[]): string[] {
  const named = new RegExp(`:(${pseudos.join('|')})(?![\\w-])`, 'g');
  const texts: string[] = [];
  for (const sheet of [...document.styleSheets, ...document.adoptedStyleSheets]) {
    let rules: CSSRuleList;
    try {
      rules = sheet.cssRules;
    } catch {
      // A sheet from another origin cannot be read; its states stay as they are.
      continue;
    }
    for (const rule of rules)
      if (!(rule instanceof document.defaultView!.CSSImportRule) && named.test(rule.cssText)) {
        named.lastIndex = 0;
        texts.push(rule.cssText.replace(named, `[${heldMark}~="$1"]`));
      }
    named.lastIndex = 0;
  }
  return texts;
}
