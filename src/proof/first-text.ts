import {
  computedFrom,
  computedOf,
  elementOf,
  pseudoOf,
  specifiedFrom,
  standingCandidates,
  type Target,
} from '../cascade/index.js';
import type { Page, PageElement } from '../page/index.js';
import { isInherited } from '../value/index.js';

/** Whether a target is a first line or a first letter: words that may stand in boxes further in. */
export function isFirstText(target: Target): boolean {
  const pseudo = pseudoOf(target);
  return pseudo === '::first-line' || pseudo === '::first-letter';
}

/**
 * Whether the words of a first line or a first letter stand in a box further in that has another value: then it is taken
 * from them although the value is the same one on the outer box (CSS Pseudo-Elements 4 §2.1.1, §2.2.1).
 */
export function changesWordsWithin(view: Page, target: Target, longhand: string): boolean {
  if (!isFirstText(target) || !isInherited(longhand)) return false;
  const candidates = standingCandidates(view, target, longhand);
  const { inheritsFrom, value = '' } = specifiedFrom(view, target, longhand, candidates);
  // What is handed down comes from the box further in.
  if (inheritsFrom || (longhand === 'color' && /^currentcolor$/i.test(value))) return false;
  const isLetter = pseudoOf(target) === '::first-letter';
  // Engines leave a line's letters as the box further in has made them.
  if (!isLetter && longhand === 'text-transform' && computedOf(view, target, longhand) === 'none')
    return false;
  const holder = holderOf(view, elementOf(target), isLetter);
  if (!holder) return false;
  if (longhand === 'font-size' && ofOwnSize.test(value)) return !/^(1em|100%)$/i.test(value);
  return computedOf(view, holder, longhand) !== computedFrom(view, holder, longhand, candidates.slice(0, 1));
}

/** Sizes that are shares of the one that is handed down. */
const ofOwnSize = /^([\d.+-]+(em|%|ex|ch)|larger|smaller)$/i;

/** The box further in whose own font the first words have; undefined where they stand in the box itself, or nobody knows. */
function holderOf(view: Page, host: PageElement, isLetter: boolean): PageElement | undefined {
  const display = (element: PageElement) => computedOf(view, element, 'display');
  const isBlock = (element: PageElement) => /^(block|flow-root|list-item)$/.test(display(element));
  const isOut = (element: PageElement) =>
    display(element) === 'none' ||
    computedOf(view, element, 'float') !== 'none' ||
    /^(absolute|fixed)$/.test(computedOf(view, element, 'position'));
  const isBoxless = (element: PageElement) => display(element) === 'contents';
  const isInline = (element: PageElement) => display(element) === 'inline';
  // A box that holds no words has the first line to itself.
  const isBehindOthers = (element: PageElement) => {
    const siblings = element.drawnIn!.children;
    const before = siblings.slice(0, siblings.indexOf(element));
    const isPassedOver = (one: PageElement) =>
      isOut(one) || isBoxless(one) || (isInline(element) && isInline(one));
    return !before.every(isPassedOver);
  };
  for (const { text, element } of host.textPieces) {
    if (text.trim() === '') continue;
    const within: PageElement[] = [];
    for (let up: PageElement | null = element; up && up !== host; up = up.drawnIn) within.unshift(up);
    if (within.some(isOut)) continue;
    const boxes = within.filter((one) => !isBoxless(one));
    const depth = boxes.findIndex((one) => !isBlock(one));
    const blocks = depth < 0 ? boxes : boxes.slice(0, depth);
    if (!boxes.slice(blocks.length).every(isInline) || boxes.some(isBehindOthers)) return undefined;
    return isLetter ? boxes.at(-1) : blocks.at(-1);
  }
  return undefined;
}
