import {
  conditionsAround,
  contextOf,
  isValueAlready,
  looksNative,
  physicalLonghand,
  type Target,
} from '../cascade/index.js';
import { endsNativeLook } from '../facts/index.js';
import { hangsOnWindow, type Page } from '../page/index.js';
import { splitShorthand } from '../value/index.js';
import type { Wish } from './types.js';

/** Looking at the values of more targets than this would take longer than it is worth. */
const mostTargets = 200;

/** A wish without what stands so already. */
export interface Narrowed {
  readonly set: Wish['set'];
  /** What the page shows anyway, as declarations; [] where all was news. */
  readonly needless: readonly string[];
}

/**
 * Leaves out declarations that every target has already in every view, and turns a shorthand of which one part
 * changes into that part. A wish of which nothing would be left stays as it is.
 */
export function narrow(views: readonly Page[], targets: readonly Target[], set: Wish['set']): Narrowed {
  if (targets.length > mostTargets) return { set, needless: [] };
  const kept: Record<string, string> = {};
  const needless: string[] = [];
  for (const [property, value] of Object.entries(set)) {
    // Lengths in em change their meaning with the font size.
    const isLoose = 'font-size' in set && /[\d.](em|ex|ch|lh)\b/i.test(value);
    const changed = isLoose ? undefined : changedParts(views, targets, property, value);
    if (changed?.size === 0) needless.push(`${property}: ${value}`);
    else if (changed) Object.assign(kept, joined(property, changed) ?? { [property]: value });
    else kept[property] = value;
  }
  return Object.keys(kept).length ? { set: kept, needless } : { set, needless };
}

/** The longhands that get another value on some target; undefined where that cannot be told from the text. */
function changedParts(
  views: readonly Page[],
  targets: readonly Target[],
  property: string,
  value: string,
): Map<string, string> | undefined {
  if (property.startsWith('--')) return undefined;
  const parts = splitShorthand(property, value);
  if (!parts) return undefined;
  const changed = new Map<string, string>();
  const asked = telling(views, targets, value).map((view) => ({ view, targets: distinct(view, targets) }));
  for (const [longhand, part] of parts) {
    if (part === undefined) return undefined;
    const isSame = asked.every(({ view, targets }) =>
      targets.every((target) => isValueAlready(view, target, longhand, part)),
    );
    if (!isSame) changed.set(longhand, part);
  }
  const endsLook = (longhand: string) =>
    targets.some((target) => endsNativeLook.has(physicalLonghand(views[0], target, longhand)));
  // A control is drawn in another way for what is said of it, though it says the value that is there.
  const drawn = [...parts].filter(([longhand]) => endsLook(longhand));
  const isDrawn =
    drawn.length > 0 && views.some((view) => targets.some((target) => looksNative(view, target)));
  if (isDrawn && ![...changed.keys()].some(endsLook))
    for (const [longhand, part] of drawn) changed.set(longhand, part!);
  return changed;
}

/** Of some views of a page those that may show different things of the targets, with such a value and without. */
function telling(views: readonly Page[], targets: readonly Target[], value: string): readonly Page[] {
  const [page] = views;
  const { own, above, ownSized, aboveSized } = conditionsAround(page, targets);
  if (ownSized.size || aboveSized.size || hangsOnWindow(value)) return views;
  const { layers, registered } = page.overlay?.styles ?? page.styles;
  const numbers = new Set([...layers.conditions, ...registered.map(({ condition }) => condition)]);
  for (const byLonghand of [...own, ...above])
    for (const some of byLonghand.values()) for (const number of some) numbers.add(number);
  const keyOf = (view: Page) =>
    [...numbers].map((number) => (view.isActive(number) ? '1' : '0')).join('') +
    (view.conditions.preferences['prefers-color-scheme'] ?? '');
  return [...new Map(views.toReversed().map((view) => [keyOf(view), view])).values()];
}

/** One of each set of targets that look the same on a view. */
function distinct(view: Page, targets: readonly Target[]): readonly Target[] {
  if (targets.length === 1) return targets;
  return [...new Map(targets.map((target) => [contextOf(view, target), target])).values()];
}

/** One longhand, or one side of all four borders alike; undefined where the shorthand is as short. */
function joined(property: string, changed: ReadonlyMap<string, string>): Record<string, string> | undefined {
  const entries = [...changed];
  if (entries.length === 1) return { [entries[0][0]]: entries[0][1] };
  const of = /^border-(?:top|right|bottom|left)-(color|style|width)$/;
  const kinds = new Set(entries.map(([longhand]) => of.exec(longhand)?.[1]));
  const values = new Set(entries.map(([, value]) => value));
  const [kind] = kinds;
  if (property === 'border' && entries.length === 4 && kinds.size === 1 && values.size === 1 && kind)
    return { [`border-${kind}`]: entries[0][1] };
  return undefined;
}
