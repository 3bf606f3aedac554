import type { Page } from '../page/index.js';
import { animationsOn } from './animation.js';
import { standingContest, standingEntries } from './entries.js';
import type { Contest, Target } from './types.js';

/**
 * All declarations that compete for one longhand of one target (CSS Cascade 5 §6), the winner first.
 * `entries` is [] when nobody sets it. Where the target has none itself and the property is inherited, the
 * entries are those of the nearest ancestor that has any, named in `inheritedFrom`. An animation of the
 * target that sets the property is named in `animatedBy`.
 * @throws YeltoError for an unknown property, and for a shorthand: ask for one of its longhands.
 */
export function contest(page: Page, target: Target, property: string): Contest {
  const standing = standingContest(page, target, property);
  const animatedBy = animationsOn(page, target).get(standing.property);
  return animatedBy ? { ...standing, animatedBy } : standing;
}

/** The contests of every longhand that any declaration sets on the target itself, in order of name; [] for none. */
export function contests(page: Page, target: Target): Contest[] {
  const all = standingEntries(page, target);
  const animations = animationsOn(page, target);
  if (animations.size === 0) return all.map(({ property, entries }) => ({ property, target, entries }));
  return all.map(({ property, entries }) => {
    const animatedBy = animations.get(property);
    return animatedBy ? { property, target, entries, animatedBy } : { property, target, entries };
  });
}
