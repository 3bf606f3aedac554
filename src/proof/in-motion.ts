import {
  animationsOn,
  elementOf,
  longhandValue,
  pseudoOf,
  standingCandidates,
  standingFirst,
  type Candidate,
  type Target,
} from '../cascade/index.js';
import type { Page } from '../page/index.js';
import { initialValue, isInherited } from '../value/index.js';
import type { Spot } from './look.js';

/** What values hang on that an animation may move: colours on the text's, shares on the size of the font. */
const handles = [
  { longhand: 'color', hangsOn: /currentcolor/i },
  { longhand: 'font-size', hangsOn: /[\d.](em|ex|ch|cap|ic|lh)\b/i },
] as const;

/**
 * Whether two values that are equal now, the first candidate's and the one that would stand without it, part while an animation
 * that goes on moves what one of them hangs on, or is handed down from (CSS Animations 1 §4.4).
 */
export function isApartInMotion(
  page: Page,
  target: Target,
  longhand: string,
  candidates: readonly Candidate[],
): boolean {
  if (page.overlay!.styles.keyframes.length === 0) return false;
  const texts = [candidates, candidates.slice(1)].map((list) => {
    const shown = standingFirst(list)?.declaration;
    if (!shown) return isInherited(longhand) ? 'inherit' : initialValue(longhand);
    return longhandValue(shown, longhand) ?? shown.value;
  });
  const [isTaken, wouldBeTaken] = texts.map((text) => isTakenFromAbove(text, longhand));
  // What is handed down moves where the box above is moved, and what is said holds still.
  const above = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  if (isTaken !== wouldBeTaken && above && isMoving(page, above, longhand)) return true;
  return handles.some(({ longhand: handle, hangsOn }) => {
    // The current colour is handed down as such, a share of a size as what it came to (CSS Color 4 §9.3).
    const [here, there] = texts.map((text) =>
      hangsOn.test(handle === 'color' ? saidAbove(page, target, longhand, text) : text),
    );
    return here !== there && handle !== longhand && isMoving(page, target, handle);
  });
}

/** A text, or what the box says that it is handed down from. */
function saidAbove(page: Page, target: Target, longhand: string, text: string): string {
  const above = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  if (!above || longhand === 'color' || !isTakenFromAbove(text, longhand)) return text;
  const said = standingFirst(standingCandidates(page, above, longhand))?.declaration;
  if (!said)
    return isInherited(longhand) ? saidAbove(page, above, longhand, 'inherit') : initialValue(longhand);
  return saidAbove(page, above, longhand, longhandValue(said, longhand) ?? said.value);
}

/** The name of an animation that goes on and moves what a declaration says, on any of its targets; undefined for none. */
export function moverOf(page: Page, spots: readonly Spot[]): string | undefined {
  if (page.overlay!.styles.keyframes.length === 0) return undefined;
  for (const { targets, longhands } of spots)
    for (const target of targets) {
      const moving = animationsOn(page, target);
      const mover = longhands.map((longhand) => moving.get(longhand)).find((one) => one?.lasting);
      if (mover) return mover.name;
    }
  return undefined;
}

/**
 * Whether a text takes the value of the box above; a text's own colour that is the current one does so too (CSS Color 4 §9.3), and a size
 * of fonts that is a share of the one above moves with it.
 */
const isTakenFromAbove = (text: string, longhand: string): boolean =>
  /^inherit$/i.test(text) ||
  (/^unset$/i.test(text) && isInherited(longhand)) ||
  (/^currentcolor$/i.test(text) && longhand === 'color') ||
  (longhand === 'font-size' && /[\d.](em|ex|ch|cap|ic|%)|^(larger|smaller)$/i.test(text));

/** Whether an animation that goes on moves a longhand of a target, or of the box that it takes it from. */
function isMoving(page: Page, target: Target, longhand: string): boolean {
  const [top] = standingCandidates(page, target, longhand);
  if (top?.declaration.important) return false;
  if (animationsOn(page, target).get(longhand)?.lasting) return true;
  const isTaken = isInherited(longhand) && (!top || /^(inherit|unset)$/i.test(top.declaration.value));
  const above = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  return isTaken && above !== null && isMoving(page, above, longhand);
}
