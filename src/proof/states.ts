import { pseudoClasses } from '../facts/index.js';
import { shapeOf } from '../hook/index.js';
import type { Held, Page } from '../page/index.js';

/** A selector without its states, for asking what it would match if they held. */
interface Stripped {
  readonly held: readonly Held[];
  /** States as a person reads them, e.g. `:hover on .due-row`. */
  readonly words: readonly string[];
}

/**
 * The states that a selector needs held to match: pseudo-classes that a person brings about, and class
 * names that mark a state, are nowhere in the markup and known to the platform's sheets, so that a script
 * adds them.
 */
export function statesIn(page: Page, selector: string): Stripped {
  const held: Held[] = [];
  const words: string[] = [];
  const { inMarkup, inSheets } = classNames(page);
  for (const found of selector.matchAll(/:(?!:)[a-z-]+|\.[\w-]+/g)) {
    const [state] = found;
    if (selector[found.index - 1] === ':') continue;
    const isPerson = pseudoClasses[state.slice(1)] === 'held' && state[0] === ':';
    const isScript =
      state[0] === '.' &&
      !inMarkup.has(state.slice(1)) &&
      inSheets.has(state) &&
      shapeOf(state.slice(1)).role === 'state';
    if (!isPerson && !isScript) continue;
    const carrier = carrierOf(selector, found.index, state);
    held.push({ selector: carrier, state });
    words.push(`${state} on ${carrier}`);
  }
  return { held, words };
}

/** The part of the selector up to and including the compound that carries the state, other states left out. */
function carrierOf(selector: string, at: number, state: string): string {
  const before = selector.slice(0, at).replace(/^.*,/s, '');
  const after = /^(?:\.[\w-]+|\[[^\]]*\]|#[\w-]+)*/.exec(selector.slice(at + state.length))?.[0] ?? '';
  const text = (before + after)
    .replace(/:(hover|active|focus|focus-visible|focus-within|visited|target)\b/g, '')
    .trim();
  return text === '' || /[\s>+~(]$/.test(before + after) ? `${text || ''} *`.trim() : text;
}

interface ClassNames {
  readonly inMarkup: ReadonlySet<string>;
  /** With their dots. */
  readonly inSheets: ReadonlySet<string>;
}

const known = new WeakMap<object, ClassNames>();

/** The class names of a capture, in its markup and in its sheets' selectors; gathered once. */
function classNames(page: Page): ClassNames {
  let names = known.get(page.identity);
  if (!names) {
    const inMarkup = new Set(page.elements.flatMap(({ classes }) => classes));
    const inSheets = new Set(
      page.styles.blocks.flatMap(({ selectorText }) => selectorText.match(/\.[\w-]+/g) ?? []),
    );
    known.set(page.identity, (names = { inMarkup, inSheets }));
  }
  return names;
}
