import { elementOf } from '../cascade/index.js';
import type { Held, Page } from '../page/index.js';
import { alikeTargets } from './reach.js';
import type { Wish } from './types.js';

/** For all of a kind the state is looked at on all that can be in it, not only on the one that was pointed at. */
export function heldByKind(page: Page, { held = [], reach }: Wish): readonly Held[] {
  return reach === 'alike' ? heldThere(page, held) : held;
}

/** The same states on another page, where an element of the first one stands for all of its kind. */
export function heldThere(page: Page, held: readonly Held[]): readonly Held[] {
  return held.flatMap((one): Held[] =>
    one.element
      ? alikeTargets(page, [one.element]).map((target) => ({ element: elementOf(target), state: one.state }))
      : [one],
  );
}
