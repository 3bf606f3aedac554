import type { Page, StyleSet } from '../page/index.js';
import { positionOf } from '../selector/index.js';
import { after, kinds, readTokens, tokenText } from '../text/index.js';
import { elementOf, type Target } from './types.js';

/** Whether a value counts the element among its siblings (CSS Values 5 §9). */
export const asksForPlace = (value: string): boolean =>
  value.includes('(') && /(?<![\w-])sibling-(index|count)\(/i.test(value);

/** A value with each `sibling-index()` and `sibling-count()` as the number that it is for a target. */
export const withPlace = (page: Page, target: Target, value: string): string =>
  withPlaces(value, (isCount) => placeOf(page, target, isCount));

/** The same with the number that is asked for by itself. */
export function withPlaces(value: string, placeOf: (isCount: boolean) => number): string {
  if (!asksForPlace(value)) return value;
  const tokens = readTokens(value);
  let text = '';
  for (let at = 0; at < tokens.count;) {
    const [, what] =
      (tokens.types[at] === kinds.Function && /^sibling-(index|count)\($/i.exec(tokenText(tokens, at))) || [];
    text += what ? placeOf(what.toLowerCase() === 'count') : tokenText(tokens, at);
    at = what ? after(tokens, at) : at + 1;
  }
  return text;
}

function placeOf(page: Page, target: Target, isCount: boolean): number {
  const { index } = elementOf(target);
  const place = positionOf(page.tree, index, 'fromStart', false);
  return isCount ? place + positionOf(page.tree, index, 'fromEnd', false) - 1 : place;
}

const asking = new WeakMap<StyleSet, boolean>();

/** Whether any value of a text's rules counts elements among their siblings; false for most. */
export function countsPlaces(styles: StyleSet | undefined): boolean {
  if (!styles) return false;
  let found = asking.get(styles);
  if (found === undefined) {
    // One more declaration asks at most more.
    const blocks = styles.mends ? [styles.mends.mended] : styles.blocks;
    found =
      (styles.mends !== undefined && countsPlaces(styles.mends.styles)) ||
      blocks.some(({ declarations }) => declarations.some(({ value }) => asksForPlace(value)));
    asking.set(styles, found);
  }
  return found;
}
