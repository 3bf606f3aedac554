import { splitShorthand } from '../value/index.js';
import { Remembered } from './remembered.js';
import type { Declaration } from './types.js';

/** One longhand's part of a declaration's value: `solid` of `border: 1px solid red` for `border-top-style`. */
export function longhandValue(declaration: Declaration, longhand: string): string | undefined {
  if (declaration.origin === 'presentational-hint') return declaration.value;
  const split = splits.of(declaration).parts;
  return split?.get(longhand) ?? (split?.size === 1 ? [...split.values()][0] : logicalPart(split, longhand));
}

/** A declaration is asked for each of its longhands; matching it with the grammars is slow. */
const splits = new Remembered(({ property, value }) => ({ parts: splitShorthand(property, value) }));

/** The part of a flow-relative shorthand for a physical longhand, in the usual flow. */
function logicalPart(split: ReadonlyMap<string, string> | undefined, longhand: string): string | undefined {
  if (!split) return undefined;
  const corners: Record<string, string> = {
    'top-left': 'start-start',
    'top-right': 'start-end',
    'bottom-left': 'end-start',
    'bottom-right': 'end-end',
  };
  const corner = longhand.replace(/(top|bottom)-(left|right)/, (place) => corners[place]);
  if (corner !== longhand) return split.get(corner);
  const sides: Record<string, string> = {
    top: 'block-start',
    bottom: 'block-end',
    left: 'inline-start',
    right: 'inline-end',
  };
  const logical = longhand.replace(/top|bottom|left|right/, (side) => sides[side]);
  return split.get(logical) ?? split.get(`inset-${logical}`);
}
