import { elementOf, longhandsChangedBy, type Target } from '../cascade/index.js';
import { pseudoClasses } from '../facts/index.js';
import type { Held, Page, PageElement, StyleBlock } from '../page/index.js';
import { shapeOf } from './shape.js';

/** A state that the sheets know of and that would change a target if a script or a person brought it about. */
export interface ToggledState {
  /** The class, attribute or pseudo-class that is not there now: `.is-open`, `[aria-expanded="true"]`, `:hover`. */
  readonly state: string;
  /** The element that would carry it: the target's own, or one that encloses it. */
  readonly on: PageElement;
  readonly steps: number;
  /** The longhands that would get another winner on the target, in order of name. */
  readonly changes: readonly string[];
  /** To hold it: `page.under({ held: [held] })`. */
  readonly held: Held;
}

/** States beyond these would be tried in vain on most pages. */
const mostStates = 60;

/**
 * From the sheets alone: the classes, attributes and pseudo-classes that are not there now and would change
 * this target, if the target or a box around it had them; the nearest first. [] for none.
 */
export function toggledStates(page: Page, target: Target): ToggledState[] {
  const states = statesInSheets(page).slice(0, mostStates);
  const found: ToggledState[] = [];
  let steps = 0;
  for (let on: PageElement | null = elementOf(target); on; on = on.parent, steps++) {
    for (const { state, beside } of states) {
      if (hasState(on, state) || !beside.some((names) => names.every((name) => isOn(on!, name)))) continue;
      const held = { element: on, state };
      const changes = longhandsChangedBy(page, target, held);
      if (changes.length) found.push({ state, on, steps, changes, held });
    }
  }
  return found;
}

interface StateInSheets {
  readonly state: string;
  /** For each compound that names it, the other plain names there, which its carrier must have. */
  readonly beside: readonly (readonly string[])[];
}

const known = new WeakMap<object, readonly StateInSheets[]>();

/** The states that the platform's selectors name: by pseudo-class, by the shape of a class, by telling attributes. */
function statesInSheets(page: Page): readonly StateInSheets[] {
  const before = known.get(page.identity);
  if (before) return before;
  const found = new Map<string, string[][]>();
  const judged = new Map<string, boolean>();
  const isOne = (name: string): boolean => {
    let is = judged.get(name);
    if (is === undefined) judged.set(name, (is = isState(name)));
    return is;
  };
  for (const text of page.styles.blocks.flatMap(textsOf)) {
    for (const [compound] of text.matchAll(/[^\s>+~,()]+/g)) {
      const names = compound.match(/::?[\w-]+|[.#][\w-]+|\[[^\]]*\]|^[a-z][\w-]*/gi) ?? [];
      for (const name of names) {
        if (!isOne(name)) continue;
        const rest = names.filter((one) => one !== name && !one.startsWith(':') && !isOne(one));
        const compounds = found.get(name);
        if (compounds) compounds.push(rest);
        else found.set(name, [rest]);
      }
    }
  }
  const states = [...found].map(([state, beside]) => ({ state, beside }));
  known.set(page.identity, states);
  return states;
}

/** What a rule's selectors say, those that it is nested in and those of its scopes too. */
function textsOf({ selectorText, fullSelector, scope }: StyleBlock): string[] {
  const texts = fullSelector === selectorText ? [selectorText] : [selectorText, fullSelector];
  for (let around = scope; around; around = around.parent)
    texts.push(...[...(around.roots ?? []), ...around.limits].map(({ text }) => text));
  return texts;
}

function isState(name: string): boolean {
  if (name.startsWith('::')) return false;
  if (name[0] === ':') return pseudoClasses[name.slice(1).toLowerCase()] === 'held';
  if (name[0] === '.') return shapeOf(name.slice(1)).role === 'state';
  return /^\[(aria-(expanded|selected|pressed|current|checked|hidden|busy|disabled)|open|hidden|data-(state|open|active|expanded|visible|selected|show))(=|\])/i.test(
    name,
  );
}

function hasState(element: PageElement, state: string): boolean {
  if (state[0] === '.') return element.classes.includes(state.slice(1));
  const [, name, value] = /^\[([\w-]+)(?:[~|^$*]?=["']?([^"'\]]*)["']?)?\]$/.exec(state) ?? [];
  return (
    name !== undefined &&
    (value === undefined ? element.attributes.has(name) : element.attributes.get(name) === value)
  );
}

function isOn(element: PageElement, name: string): boolean {
  if (name[0] === '.') return element.classes.includes(name.slice(1));
  if (name[0] === '#') return element.id === name.slice(1);
  if (name[0] === '[') return true;
  return element.tag.toLowerCase() === name.toLowerCase();
}
