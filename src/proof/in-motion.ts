import {
  animationsOn,
  elementOf,
  longhandValue,
  pseudoOf,
  specifiedFrom,
  standingCandidates,
  standingFirst,
  type Candidate,
  type Target,
} from '../cascade/index.js';
import type { Page, PageElement } from '../page/index.js';
import { initialValue, isInherited } from '../value/index.js';
import type { Spot } from './look.js';

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
  const texts = [candidates, candidates.slice(1)].map(
    (list) =>
      saidBy(page, target, longhand, list) ?? (isInherited(longhand) ? 'inherit' : initialValue(longhand)),
  );
  const [isTaken, wouldBeTaken] = texts.map((text) => isTakenFromAbove(text, longhand));
  // What is handed down moves where the box above is moved, and what is said holds still.
  const above = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  if (isTaken !== wouldBeTaken && above && isMoving(page, above, longhand)) return true;
  // What is handed down may come from the same declaration further out, which is not there without it.
  const leftOut = [undefined, candidates[0]?.declaration];
  const colours = texts.map((text, i) =>
    /currentcolor/i.test(saidAbove(page, target, longhand, text, leftOut[i])),
  );
  // The current colour is handed down as such, a share of a size as what it came to (CSS Color 4 §9.3).
  if (longhand !== 'color' && colours[0] !== colours[1] && isMoving(page, target, 'color')) return true;
  if (longhand === 'font-size') return false;
  const [here, there] = texts.map((text, i) => movedBySizeOf(page, target, longhand, text, leftOut[i]));
  return here !== there;
}

type Declaration = Candidate['declaration'];

/** What candidates say of a target, winner first, with variables filled in; undefined for nothing. */
function saidBy(
  page: Page,
  target: Target,
  longhand: string,
  candidates: readonly Candidate[],
): string | undefined {
  const said = standingFirst(candidates)?.declaration;
  if (!said) return undefined;
  const { inheritsFrom, value } = specifiedFrom(page, target, longhand, candidates);
  // A variable of nothing leaves what is handed down.
  return inheritsFrom ? 'inherit' : (value ?? said.value);
}

/** What is said of a target, with one declaration left out; undefined for nothing. */
function saidOf(page: Page, target: Target, longhand: string, leftOut?: Declaration): string | undefined {
  const standing = standingCandidates(page, target, longhand);
  return saidBy(
    page,
    target,
    longhand,
    standing.filter(({ declaration }) => declaration !== leftOut),
  );
}

/** A text, or what the box says that it is handed down from, where one declaration is left out. */
function saidAbove(
  page: Page,
  target: Target,
  longhand: string,
  text: string,
  leftOut?: Declaration,
): string {
  const above = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  if (!above || longhand === 'color' || !isTakenFromAbove(text, longhand)) return text;
  const said = saidOf(page, above, longhand, leftOut);
  if (said === undefined && !isInherited(longhand)) return initialValue(longhand);
  return saidAbove(page, above, longhand, said ?? 'inherit', leftOut);
}

const shares = /[\d.](em|ex|ch|cap|ic|lh)\b/i;

/** The box whose moving size of the font a text hangs on, or what it is handed down from; undefined where none moves it. */
function movedBySizeOf(
  page: Page,
  target: Target,
  longhand: string,
  text: string,
  leftOut?: Declaration,
): PageElement | undefined {
  const above = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  if (above && isTakenFromAbove(text, longhand)) {
    const said = saidOf(page, above, longhand, leftOut) ?? (isInherited(longhand) ? 'inherit' : '');
    return movedBySizeOf(page, above, longhand, said, leftOut);
  }
  if (!shares.test(text) || !isMoving(page, target, 'font-size')) return undefined;
  let sized = target;
  while (!isOwnSize(page, sized)) {
    const next = pseudoOf(sized) ? elementOf(sized) : elementOf(sized).drawnIn;
    if (!next) break;
    sized = next;
  }
  return elementOf(sized);
}

/** Whether a box says of which size its font is, or an animation of its own does. */
function isOwnSize(page: Page, target: Target): boolean {
  const said = standingFirst(standingCandidates(page, target, 'font-size'))?.declaration.value;
  return (
    (said !== undefined && !/^(inherit|unset)$/i.test(said)) ||
    animationsOn(page, target).get('font-size')?.lasting === true
  );
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
  const said = top && (longhandValue(top.declaration, longhand) ?? top.declaration.value);
  const isTaken = said === undefined ? isInherited(longhand) : isTakenFromAbove(said, longhand);
  const above = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  return isTaken && above !== null && isMoving(page, above, longhand);
}
