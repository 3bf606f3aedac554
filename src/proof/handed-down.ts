import {
  computedOf,
  elementOf,
  pseudoOf,
  registeredProperty,
  specifiedFrom,
  standingCandidates,
  type Target,
} from '../cascade/index.js';
import type { Page, PageElement } from '../page/index.js';
import { isInherited } from '../value/index.js';
import { dependenciesOf } from './dependencies.js';

/** Whether a longhand's value may be the current colour, which is handed down as such (CSS Color 4 §9.3). */
const mayBeCurrent = (longhand: string): boolean =>
  longhand !== 'color' && dependenciesOf(longhand).includes('color');

/** The same on a page: of variables only those that are registered are more than their texts. */
export const handsDownColours = (page: Page, longhand: string): boolean =>
  mayBeCurrent(longhand) && (!longhand.startsWith('--') || registeredProperty(page, longhand) !== undefined);

/** The same of a longhand that boxes inside take without saying so. */
export const handsDownUnasked = (longhand: string): boolean =>
  isInherited(longhand) && !longhand.startsWith('--') && mayBeCurrent(longhand);

/**
 * Whether boxes inside of a target take a value from it, and have another one without a declaration, although the target has the
 * same: a text's own colour is the box's own wherever it is handed down to.
 */
export function changesInside(
  view: Page,
  target: Target,
  longhand: string,
  without: (target: Target, longhand: string) => string,
): boolean {
  // What a pseudo-element hands down nobody takes.
  if (pseudoOf(target)) return false;
  const outer = elementOf(target);
  const colour = computedOf(view, outer, 'color');
  const isOther = (inner: Target): boolean =>
    computedOf(view, inner, 'color') !== colour &&
    computedOf(view, inner, longhand) !== without(inner, longhand);
  const taking = new Map<PageElement | null, boolean>([[outer, true]]);
  const isTaking = (element: PageElement): boolean => {
    let found = taking.get(element);
    if (found === undefined) {
      const { drawnIn } = element;
      found = drawnIn !== null && isTaking(drawnIn) && takes(view, element, longhand);
      taking.set(element, found);
    }
    return found;
  };
  const { elements, tree } = view;
  for (let row = outer.index; row < tree.end[outer.index]; row++) {
    const element = elements[row];
    if (!isTaking(element)) continue;
    if (element !== outer && isOther(element)) return true;
    for (const pseudo of generated) {
      const inner = { element, pseudo };
      if (isThere(view, inner) && takes(view, inner, longhand) && isOther(inner)) return true;
    }
  }
  return false;
}

const generated = ['::before', '::after', '::marker'];

/** Whether a pseudo-element has a colour of its own, and a box. */
function isThere(view: Page, target: Target): boolean {
  if (standingCandidates(view, target, 'color').length === 0) return false;
  return pseudoOf(target) === '::marker' || !/^(none|normal)$/.test(computedOf(view, target, 'content'));
}

/** Whether a box's value is that of what encloses it. */
const takes = (view: Page, target: Target, longhand: string): boolean =>
  specifiedFrom(view, target, longhand, standingCandidates(view, target, longhand)).inheritsFrom !==
  undefined;
