import type { Page, StyleBlock } from '../page/index.js';
import { canBeIn } from '../selector/index.js';
import { count } from '../text/index.js';
import { rowsInAllStates } from './states.js';

/** Why a rule never matches what it names, and what to do. */
interface NeverIn {
  readonly why: string;
  readonly remedy: string;
}

/**
 * Where things on the page have the names that a rule asks for, but can never be in the state that it asks for too (HTML Standard
 * §4.16.3); undefined where that is not why it matches nothing.
 */
export function neverIn(page: Page, { selectors }: Pick<StyleBlock, 'selectors'>): NeverIn | undefined {
  for (const selector of selectors) {
    const { tests } = selector.compounds[selector.compounds.length - 1];
    const states = tests.flatMap((test) => (test.kind === 'pseudo-class' ? test.name : []));
    const rows = states.length ? rowsInAllStates(page, { selectors: [selector] }) : [];
    const state = states.find(
      (name) => rows.length > 0 && rows.every((row) => !canBeIn(name, row, page.tree)),
    );
    if (state !== undefined) return told(page, rows, state);
  }
  return undefined;
}

function told(page: Page, rows: readonly number[], state: string): NeverIn {
  const tags = new Set(rows.map((row) => page.elements[row].tag.toLowerCase()));
  const named = `its names are on ${count(rows.length, 'element')}`;
  if (!/^focus/.test(state)) {
    const kinds = [...tags].slice(0, 3).map((tag) => `<${tag}>`);
    return {
      why: `${named}, but ${kinds.join(' and ')} can never be :${state}`,
      remedy: `Take :${state} out, or point at the thing that can be.`,
    };
  }
  return [...tags].every((tag) => /^i?frame$/.test(tag))
    ? {
        why: `${named}, but the focus goes to what is in a frame, never to the frame itself`,
        remedy: `Ask for :focus-within in place of :${state}.`,
      }
    : {
        why: `${named}, but what is switched off (disabled) takes no focus`,
        remedy: `Take :${state} out, or write the rule for :disabled.`,
      };
}
