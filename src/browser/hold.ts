import { pseudoClasses, topLayerStates } from '../facts/index.js';
import { attributeBehind, bringAbout } from './bring-about.js';
import { elementAbove, heldMark, liveElements, liveShadows } from './own.js';
import { statesOf, type StatesBefore } from './read-states.js';
import { standInFor, type ForeignText } from './stand-in.js';

/** States that also hold for every enclosing box (Selectors 4 §9.1–9.3). */
const climbing: Readonly<Record<string, string>> = {
  hover: 'hover',
  active: 'active',
  focus: 'focus-within',
  'focus-within': 'focus-within',
};

/** Whether holding a state may bring others about: attributes and what form controls are in do. */
const bringsOthers = ({ state }: HeldOn): boolean =>
  !state.startsWith('.') && pseudoClasses[state.replace(/^:+/, '')] !== 'held';

/** A state, `:hover` or `.is-open`, and who carries it. */
export interface HeldOn {
  readonly element: Element;
  readonly state: string;
}

/** What elements' attributes are without what is held; null for one that is not there. */
export type Originals = ReadonlyMap<Element, ReadonlyMap<string, string | null>>;

/** What the page itself is like, where something is held in it. */
export interface Unheld {
  /** Attributes that are held on, with what the page itself says; null for nothing. */
  readonly originals: Originals;
  /** The states of elements before anything was held that may bring others with it; undefined where nothing is. */
  readonly states: StatesBefore | undefined;
}

/** Keeps states on in a live document; a later call takes the place of an earlier one. */
export interface Holder extends Unheld {
  /** `foreign`: texts of sheets that the page may not read, so that states are held in them too. */
  hold(holds: readonly HeldOn[], foreign?: readonly ForeignText[]): void;
  /** The same again for rules that have come since. */
  renew(): void;
  /** Whether anything is held. */
  readonly isHolding: boolean;
}

/**
 * Most pseudo-classes cannot be switched on from outside: in every rule that names one it becomes `:is(:hover, [mark])`,
 * where the rule stands, which weighs the same. Classes, attributes and states of form controls are set for real.
 */
export function makeHolder(document: Document): Holder {
  let undo: (() => void)[] = [];
  let named = new Set<string>();
  let states: StatesBefore | undefined;
  const originals = new Map<Element, Map<string, string | null>>();
  const keep = (element: Element, name: string) => {
    let known = originals.get(element);
    if (!known) originals.set(element, (known = new Map()));
    if (!known.has(name)) known.set(name, element.getAttribute(name));
  };
  const written = new Map<CSSStyleRule, string>();
  const rewrite = () => {
    if (named.size === 0) return;
    for (const rule of styleRules(document)) {
      const marked = withMarks(rule.selectorText, named);
      if (marked === rule.selectorText) continue;
      if (!written.has(rule)) written.set(rule, rule.selectorText);
      rule.selectorText = marked;
    }
  };
  return {
    hold(holds, foreign = []) {
      // What was held last goes first: each gives back what it found.
      for (const back of undo.reverse()) back();
      for (const [rule, text] of written) rule.selectorText = text;
      undo = [];
      written.clear();
      originals.clear();
      named = new Set();
      states = holds.some(bringsOthers) ? statesOf(liveElements(document)) : undefined;
      // What is shown on top is known before anything climbs.
      const climbs = ({ state }: HeldOn) => Number(/^:(hover|active|focus)/.test(state));
      for (const { element, state } of [...holds].sort((a, b) => climbs(a) - climbs(b))) {
        if (state.startsWith('.')) {
          keep(element, 'class');
          undo.push(addClass(element, state.slice(1)));
        } else if (state.startsWith('[')) {
          keep(element, /^\[([\w-]+)/.exec(state)?.[1] ?? '');
          undo.push(setAttribute(element, state));
        } else undo.push(...holdPseudoClass(element, state.replace(/^:+/, ''), keep, named));
      }
      if (named.size) undo.push(standInFor(document, foreign));
      rewrite();
    },
    renew: rewrite,
    get isHolding() {
      return undo.length > 0;
    },
    originals,
    get states() {
      return states;
    },
  };
}

/** A selector in which each of the pseudo-classes also stands for its mark; strings and escaped names stay. */
export function withMarks(selector: string, pseudos: ReadonlySet<string>): string {
  const done = /:is\(:[\w-]+, \[data-yelto-held~="[\w-]+"\]\)/;
  const named = new RegExp(
    `${done.source}|"(?:\\\\.|[^"\\\\])*"|\\\\.|(?<!:):(${[...pseudos].join('|')})(?![\\w-])`,
    'g',
  );
  return selector.replace(named, (whole, name?: string) =>
    name ? `:is(:${name}, [${heldMark}~="${name}"])` : whole,
  );
}

/** The text of a rule as it was before anything was held. */
export function withoutMarks(css: string): string {
  return css.replace(/:is\(:([\w-]+), \[data-yelto-held~="\1"\]\)/g, ':$1');
}

/** All style rules that may be read: in groups, nested, imported. */
function styleRules(document: Document): CSSStyleRule[] {
  const found: CSSStyleRule[] = [];
  const visit = (rules: () => CSSRuleList | undefined) => {
    let list: CSSRuleList | undefined;
    try {
      list = rules();
    } catch {
      // A sheet of another host; its states stay as they are.
    }
    for (const rule of list ?? []) {
      if ('selectorText' in rule && 'style' in rule && rule.type === 1) found.push(rule as CSSStyleRule);
      if (rule.type === 3) visit(() => (rule as CSSImportRule).styleSheet?.cssRules);
      else if ('cssRules' in rule) visit(() => rule.cssRules as CSSRuleList);
    }
  };
  for (const root of [document, ...liveShadows(document)])
    for (const sheet of [...root.styleSheets, ...root.adoptedStyleSheets]) visit(() => sheet.cssRules);
  return found;
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

function holdPseudoClass(
  element: Element,
  pseudo: string,
  keep: (element: Element, attribute: string) => void,
  pseudos: Set<string>,
): (() => void)[] {
  const backs: (() => void)[] = [];
  const attribute = attributeBehind(element, pseudo);
  if (attribute && !element.hasAttribute(attribute)) {
    keep(element, attribute);
    backs.push(setAttribute(element, `[${attribute}]`));
  }
  const back = bringAbout(element, pseudo);
  if (back) backs.push(back);
  const isReal = pseudoClasses[pseudo] !== 'held' && backs.length > 0;
  return isReal ? backs : [...backs, ...mark(element, pseudo, pseudos)];
}

/** Beyond what lies on top of all else no state of what is in it holds. */
const isOnTop = (element: Element): boolean =>
  topLayerStates.some((name) => element.matches(`:is(:${name}, [${heldMark}~="${name}"])`));

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
  for (
    let up: Element | null = above ? element : null;
    up && above;
    up = isOnTop(up) ? null : elementAbove(up)
  )
    add(up, above);
  return backs;
}
