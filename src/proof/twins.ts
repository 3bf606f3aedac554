import {
  computedOf,
  contestedOf,
  looksNative,
  mayLookNative,
  standingCandidates,
  standingFirst,
  type Candidate,
  type Declaration,
  type Target,
} from '../cascade/index.js';
import { endsNativeLook } from '../facts/index.js';
import type { Page } from '../page/index.js';
import { isDrafts, isSame } from './hanging.js';
import type { Sighting } from './look.js';

/**
 * Where a needless declaration is so only as long as another one of the draft stands, which may be needless for its sake: that
 * one, in words. undefined where what is needless may go whatever else goes.
 */
export function twinWords(awake: readonly Sighting[], own: Declaration): string | undefined {
  const asked = new Set<object>();
  for (const { look, same } of awake)
    for (const { targets, longhands } of same)
      for (const target of targets) {
        const contested = contestedOf(look.view, target);
        if (asked.has(contested) && !mayLookNative(target)) continue;
        asked.add(contested);
        const words = twinOf(look.view, target, longhands, own);
        if (words) return words;
      }
  return undefined;
}

function twinOf(
  view: Page,
  target: Target,
  longhands: readonly string[],
  own: Declaration,
): string | undefined {
  const others = (longhand: string) =>
    standingCandidates(view, target, longhand).filter(({ declaration }) => !isSame(declaration, own));
  const drafted = (one: Candidate | undefined): one is Candidate => one !== undefined && isDrafts(view, one);
  const next = longhands.map((longhand) => standingFirst(others(longhand))).find(drafted);
  if (next) return `line ${next.declaration.line} of the draft sets the same value`;
  const isEnded =
    longhands.some((longhand) => endsNativeLook.has(longhand)) &&
    looksNative(view, target, (one) => isDrafts(view, one));
  if (!isEnded) return undefined;
  const enders = [...endsNativeLook].filter((longhand) => others(longhand).some(drafted));
  // What says another value than the page is no twin: it stays.
  const isAsOnPage = (longhand: string) =>
    computedOf(view, target, longhand) === computedOf(view.bare, target, longhand);
  if (!enders.every(isAsOnPage)) return undefined;
  const [ender] = enders.flatMap(others).filter(drafted);
  return ender && `line ${ender.declaration.line} of the draft ends the browser’s own look of it already`;
}
