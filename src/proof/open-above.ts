// Values that come from above, where they hang on container queries that cannot be answered.
import {
  computedFrom,
  elementOf,
  pseudoOf,
  specifiedFrom,
  standingCandidates,
  type Candidate,
  type Target,
} from '../cascade/index.js';
import type { Page, PageElement, StyleSet } from '../page/index.js';

/** Whether a candidate counts only while a container query holds that cannot be answered. */
export const isOpen = ({ dependsOn }: Candidate): boolean => dependsOn !== '';

/**
 * What becomes of a declaration where the value of a target with it, or the one without it, comes from above and may be several things
 * there; undefined where nothing is open. `counts` is what would be said if nothing were.
 */
export function fateBelow(
  page: Page,
  target: Target,
  longhand: string,
  lists: readonly [readonly Candidate[], readonly Candidate[]],
  counts: boolean,
): 'counts' | 'unknown' | undefined {
  if (![page.styles, page.overlay?.styles].some((styles) => styles && asksContainers(styles)))
    return undefined;
  const [here, beside] = lists.map((list) => specifiedFrom(page, target, longhand, list).inheritsFrom);
  // Then it says something of what encloses the target too, if it counts at all.
  if (here === beside) return counts && here && openAbove(page, target, longhand) ? 'unknown' : undefined;
  const [values, others] = lists.map((list) => valuesOf(page, target, longhand, list));
  if (values.size === 1 && others.size === 1) return undefined;
  return [...values].some((one) => others.has(one)) ? 'unknown' : 'counts';
}

/** What a longhand may come to where these candidates compete for it on a target. */
function valuesOf(
  page: Page,
  target: Target,
  longhand: string,
  candidates: readonly Candidate[],
): ReadonlySet<string> {
  const from = specifiedFrom(page, target, longhand, candidates).inheritsFrom;
  return from ? valuesAt(page, from, longhand) : new Set([computedFrom(page, target, longhand, candidates)]);
}

function valuesAt(page: Page, element: PageElement, longhand: string): ReadonlySet<string> {
  const all = standingCandidates(page, element, longhand);
  const lists = all.some(isOpen) ? [all, all.filter((one) => !isOpen(one))] : [all];
  return new Set(lists.flatMap((list) => [...valuesOf(page, element, longhand, list)]));
}

/** The container query that cannot be answered of a rule on what encloses a target, the nearest; '' for none. */
export function openAbove(page: Page, target: Target, longhand: string): string {
  let above = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  for (; above; above = above.drawnIn) {
    const open = standingCandidates(page, above, longhand).find(isOpen);
    if (open) return open.dependsOn;
  }
  return '';
}

const asked = new WeakMap<StyleSet, boolean>();

function asksContainers(styles: StyleSet): boolean {
  let found = asked.get(styles);
  if (found === undefined) {
    found = styles.blocks.some(({ containers }) => containers.length > 0);
    asked.set(styles, found);
  }
  return found;
}
