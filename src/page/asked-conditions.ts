import type { MediaSetting } from '../sheet/index.js';
import { schemeLooks } from './extra-looks.js';
import { distinctSettings } from './looks.js';
import type { Page } from './page.js';
import { ofValues } from './style-set.js';
import type { Conditions } from './types.js';

/** Conditions that a page's sheets ask about, and under which it would look otherwise. */
export interface AskedConditions {
  /** For a person, `in print`, `in dark colours`. */
  readonly words: string;
  readonly conditions: Partial<Conditions>;
}

/**
 * Each change of medium, preference or height with which other rules would be in force, by itself or together with one or two of the
 * others; and of light to dark where a `color-scheme` leaves the choice (CSS Color Adjust 1 §2.1). [] for none.
 */
export function askedConditions(page: Page): AskedConditions[] {
  const own = page.conditions;
  const isAlike = (one: Conditions, other: Conditions) => JSON.stringify(one) === JSON.stringify(other);
  // A shape of the window is got from its height, as the width is the person's own.
  const settings = distinctSettings(page.styles).filter(
    ({ apply }) => apply(own).width === own.width && !isAlike(apply(own), own),
  );
  const used = conditionsInUse(page);
  const inForce = (conditions: Conditions) => {
    const view = page.under(conditions);
    return used.map((condition) => (view.isActive(condition) ? '1' : '0')).join('');
  };
  const matters = ({ apply }: MediaSetting) => {
    // Of the same feature there is one at a time.
    const others = settings.filter((other) => !isAlike(apply(other.apply(own)), apply(own)));
    const mixes = [
      own,
      ...others.map((other) => other.apply(own)),
      ...others.flatMap((other, at) => others.slice(at + 1).map((more) => more.apply(other.apply(own)))),
    ];
    return mixes.some((mix) => inForce(mix) !== inForce(apply(mix)));
  };
  const asked = settings.filter(matters).map(({ words, apply }) => ({ words, conditions: apply(own) }));
  const chosen = schemeLooks(page).map(({ words, view }) => ({ words, conditions: view.conditions }));
  return [...asked, ...chosen.filter(({ words }) => asked.every((one) => one.words !== words))];
}

/** Those around rules that say something. */
function conditionsInUse({ styles, grammar }: Page): number[] {
  const { blocks, keyframes, registered, layers } = styles;
  const found = new Set(layers.conditions);
  for (const { condition } of [...keyframes, ...registered]) found.add(condition);
  for (const condition of ofValues(styles)) found.add(condition);
  // Of the many rules under one condition the first will do.
  for (const { condition, declarations } of blocks)
    if (!found.has(condition) && declarations.some(({ property, value }) => !grammar.check(property, value)))
      found.add(condition);
  return [...found].filter((condition) => condition > 0);
}
