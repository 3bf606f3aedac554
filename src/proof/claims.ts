import {
  animationsOn,
  contest,
  draftTargets,
  elementOf,
  pseudoOf,
  type Contest,
  type Declaration,
  type Target,
} from '../cascade/index.js';
import type { Page } from '../page/index.js';
import { Lines } from '../text/index.js';
import { longhandsOf } from '../value/index.js';

/**
 * What the cascade says of one thing, in a form that a browser can contradict: that these longhands have the values that
 * this declaration gives them. Where that is so, saying the same once more with the utmost strength changes nothing.
 */
export interface Claim {
  /** Place of the element in `page.elements`, and its pseudo-element; '' for none. */
  readonly index: number;
  readonly pseudo: string;
  /** Of the winning declaration, as written. */
  readonly property: string;
  readonly value: string;
  readonly longhands: readonly string[];
  /** The declaration of the draft that the claim bears upon, counted from 1; undefined for none. */
  readonly of?: { readonly line: number; readonly column: number };
}

/** So many things are asked of for one declaration; its others are matched by the same rule. */
const mostTargets = 12;

/**
 * Who wins, as the page stands, of the longhands that a draft sets, on what it matches: for each declaration of the draft
 * that is awake. What nobody of the page's or the draft's says, and what moves, is left out. [] for an empty draft.
 */
export function claimsAbout(page: Page, draft: string): Claim[] {
  const laid = page.withDraft(draft);
  const lines = new Lines(draft);
  return laid.overlay!.styles.blocks.flatMap((block) => {
    if (!laid.isActive(block.condition)) return [];
    const targets = draftTargets(laid, block).flat().slice(0, mostTargets);
    return block.declarations.flatMap(({ property, value, start }) =>
      laid.grammar.check(property, value)
        ? []
        : targets.flatMap((target) => claimsOn(laid, target, longhandsOf(property), lines.at(start))),
    );
  });
}

/** The same of contests that stand on a page: what is said to govern a thing. */
export function claimsOf(page: Page, contests: readonly Contest[]): Claim[] {
  return contests.flatMap(({ target, property }) => claimsOn(page, target, [property]));
}

function claimsOn(page: Page, target: Target, longhands: readonly string[], of?: Claim['of']): Claim[] {
  const moving = animationsOn(page, target);
  const byWinner = new Map<Declaration, string[]>();
  for (const longhand of longhands) {
    if (longhand.startsWith('--')) continue;
    const { entries, inheritedFrom, property } = contest(page, target, longhand);
    const [top] = entries;
    if (!top || inheritedFrom || top.dependsOn || moving.has(property)) continue;
    const { origin, value } = top.declaration;
    // `revert` goes back to others from where it stands, which cannot be said elsewhere.
    if ((origin !== 'author' && origin !== 'style-attribute') || /^revert/i.test(value.trim())) continue;
    const known = byWinner.get(top.declaration);
    if (known) known.push(property);
    else byWinner.set(top.declaration, [property]);
  }
  return [...byWinner].map(([{ property, value }, names]) => ({
    index: elementOf(target).index,
    pseudo: pseudoOf(target),
    property,
    value,
    longhands: names,
    of: of && { line: of.line, column: of.column },
  }));
}
