import { drawnControls, endsNativeLook, keepsOwnLook } from '../facts/index.js';
import type { Page } from '../page/index.js';
import { typeOf } from './adjusted.js';
import { computedOf } from './computed.js';
import { Level, standingFirst, type Candidate } from './rank.js';
import { standingCandidates } from './standing.js';
import { elementOf, pseudoOf, type Target } from './types.js';

/** Whether a target is a control, or the button of one, whose native look a rule of the page may end. */
export function mayLookNative(target: Target): boolean {
  const element = elementOf(target);
  const pseudo = pseudoOf(target);
  if (pseudo) return pseudo === '::file-selector-button';
  return drawnControls.test(element.tag) && !keepsOwnLook.test(typeOf(element));
}

/** What kind of control a target is, by which its look hangs on more than rules: tag and type. */
export function controlKind(target: Target): string {
  const element = elementOf(target);
  return `${element.tag} ${typeOf(element)}${pseudoOf(target)}`;
}

/**
 * Whether a browser draws a control in the way of the device: no rule of the page, nor its style attribute, speaks of its
 * background or border, whatever the value (CSS UI 4 §7.2). `isLeftOut` names what is taken as though it were not there.
 */
export function looksNative(
  page: Page,
  target: Target,
  isLeftOut: (one: Candidate) => boolean = () => false,
): boolean {
  if (!mayLookNative(target) || computedOf(page, target, 'appearance') === 'none') return false;
  for (const longhand of endsNativeLook) {
    const candidates = standingCandidates(page, target, longhand);
    const first = standingFirst(
      candidates.some(isLeftOut) ? candidates.filter((one) => !isLeftOut(one)) : candidates,
    );
    if (first && first.level >= Level.Author && first.level !== Level.UserAgentImportant) return false;
  }
  return true;
}
