import {
  aliases,
  inherited,
  logicalProperties,
  shorthands,
  uninherited,
  type LogicalFamily,
} from '../facts/index.js';
import { nearest } from '../text/index.js';

/** Longhands that `all` sets: every one but `direction`, `unicode-bidi` and custom properties (CSS Cascade 5 §3.2). */
const allLonghands: readonly string[] = [...Object.keys(inherited), ...Object.keys(uninherited)].filter(
  (name) => name !== 'direction' && name !== 'unicode-bidi',
);

export function isCustomProperty(name: string): boolean {
  return name.startsWith('--') && name.length > 2;
}

/** Names as most people write them stand for themselves. */
const asWritten = new Set([
  ...Object.keys(inherited),
  ...Object.keys(uninherited),
  ...Object.keys(shorthands).filter((name) => !Object.hasOwn(aliases, name)),
]);

/** The name as the tables know it: lower case (custom properties keep theirs), legacy names replaced. */
export function canonicalProperty(name: string): string {
  if (asWritten.has(name) || isCustomProperty(name)) return name;
  const lower = name.toLowerCase();
  return Object.hasOwn(aliases, lower) ? aliases[lower] : lower;
}

/** The shorthand of today that an old name stands for, `transition` for `-webkit-transition`; any other name as it is. */
export function presentName(canonical: string): string {
  const present = canonical.replace(/^-webkit-/, '');
  const isShorthand = present !== canonical && Object.hasOwn(shorthands, present);
  return isShorthand && shorthands[present].join() === shorthands[canonical]?.join() ? present : canonical;
}

/** Whether any property has this name, custom properties included. */
export function isProperty(name: string): boolean {
  const canonical = canonicalProperty(name);
  return (
    isCustomProperty(canonical) ||
    canonical === 'all' ||
    isLonghand(canonical) ||
    Object.hasOwn(shorthands, canonical)
  );
}

export function isLonghand(name: string): boolean {
  const canonical = canonicalProperty(name);
  return (
    isCustomProperty(canonical) ||
    Object.hasOwn(inherited, canonical) ||
    Object.hasOwn(uninherited, canonical)
  );
}

/** The longhands that a property sets, as declared (logical ones stay logical); [] for an unknown name. */
export function longhandsOf(name: string): readonly string[] {
  const canonical = canonicalProperty(name);
  if (isCustomProperty(canonical)) return [canonical];
  if (canonical === 'all') return allLonghands;
  if (Object.hasOwn(shorthands, canonical)) return shorthands[canonical];
  return isLonghand(canonical) ? [canonical] : [];
}

/** Every longhand that engines know, in order of name; custom properties and shorthands left aside. */
export function longhandNames(): readonly string[] {
  return [...Object.keys(inherited), ...Object.keys(uninherited)].sort();
}

/** Whether an element without a declaration takes the value of its parent (CSS Cascade 5 §7.2). */
export function isInherited(longhand: string): boolean {
  return isCustomProperty(longhand) || Object.hasOwn(inherited, longhand);
}

/** The initial value, '' where no short text says it; custom properties have none. */
export function initialValue(longhand: string): string {
  return inherited[longhand] ?? uninherited[longhand] ?? '';
}

/** Properties whose names begin so, in order of name, those of one maker left out; [] for none. */
export function propertyNames(beginning: string): string[] {
  const start = beginning.trim().toLowerCase();
  return [...Object.keys(shorthands), ...Object.keys(inherited), ...Object.keys(uninherited)]
    .filter((name) => name.startsWith(start) && (start.startsWith('-') || !name.startsWith('-')))
    .sort();
}

/** Up to three properties spelled like `name`. */
export function nearestProperties(name: string): string[] {
  return nearest(name.toLowerCase(), [
    ...Object.keys(shorthands),
    ...Object.keys(inherited),
    ...Object.keys(uninherited),
  ]).filter((near) => !near.startsWith('-'));
}

/** How an element's lines and letters run; decides which physical property a logical one stands for. */
export interface Flow {
  readonly writingMode: string;
  readonly direction: string;
}

type Pairs = readonly (readonly [logical: string, physical: string])[];

const blockSides: Readonly<Record<string, readonly [start: string, end: string]>> = {
  'horizontal-tb': ['top', 'bottom'],
  'vertical-rl': ['right', 'left'],
  'vertical-lr': ['left', 'right'],
  'sideways-rl': ['right', 'left'],
  'sideways-lr': ['left', 'right'],
};

/** CSS Writing Modes 4 §6.2–6.4: which physical side each flow-relative side is. */
function flowSides(flow: Flow): Record<'block-start' | 'block-end' | 'inline-start' | 'inline-end', string> {
  const [blockStart, blockEnd] = blockSides[flow.writingMode] ?? blockSides['horizontal-tb'];
  const isHorizontal = blockStart === 'top';
  const forwards = (flow.direction === 'rtl') === (flow.writingMode === 'sideways-lr');
  const [first, last] = isHorizontal ? ['left', 'right'] : ['top', 'bottom'];
  return {
    'block-start': blockStart,
    'block-end': blockEnd,
    'inline-start': forwards ? first : last,
    'inline-end': forwards ? last : first,
  };
}

function familyPairs(family: LogicalFamily, flow: Flow): Pairs {
  const sides = flowSides(flow);
  const isHorizontal = sides['block-start'] === 'top' || sides['block-start'] === 'bottom';
  switch (family.kind) {
    case 'side':
      return Object.entries(sides);
    case 'axis':
      return [
        ['inline', isHorizontal ? 'width' : 'height'],
        ['block', isHorizontal ? 'height' : 'width'],
      ];
    case 'overflow-axis':
      return [
        ['inline', isHorizontal ? 'x' : 'y'],
        ['block', isHorizontal ? 'y' : 'x'],
      ];
    case 'corner':
      return ['start', 'end'].flatMap((block) =>
        ['start', 'end'].map((inline) => {
          const both = [
            sides[`block-${block}` as 'block-start'],
            sides[`inline-${inline}` as 'inline-start'],
          ];
          const vertical = both.find((side) => side === 'top' || side === 'bottom');
          const horizontal = both.find((side) => side === 'left' || side === 'right');
          return [`${block}-${inline}`, `${vertical}-${horizontal}`] as const;
        }),
      );
  }
}

/**
 * The physical longhand that each flow-relative longhand competes with in this flow
 * (CSS Logical Properties 1 §4.1).
 */
export function physicalNames(flow: Flow): ReadonlyMap<string, string> {
  const names = new Map<string, string>();
  for (const family of logicalProperties) {
    for (const [logical, physical] of familyPairs(family, flow)) {
      names.set(family.logical.replace('*', logical), family.physical.replace('*', physical));
    }
  }
  return names;
}

const inSomeFlow = new Map<string, readonly string[]>();

/** The physical longhands that one may stand for in some flow: each of the sides, say; itself where none does. */
export function physicalInSomeFlow(longhand: string): readonly string[] {
  if (inSomeFlow.size === 0)
    for (const writingMode of Object.keys(blockSides))
      for (const direction of ['ltr', 'rtl'])
        for (const [logical, physical] of physicalNames({ writingMode, direction }))
          inSomeFlow.set(logical, [...new Set([...(inSomeFlow.get(logical) ?? []), physical])]);
  return inSomeFlow.get(longhand) ?? [longhand];
}

const setInSomeFlow = new Map<string, readonly string[]>();

/** The physical longhands that a property may set in one direction of writing or another; [] for an unknown name. */
export function physicalLonghandsOf(property: string): readonly string[] {
  let found = setInSomeFlow.get(property);
  if (!found) {
    found = longhandsOf(property).flatMap(physicalInSomeFlow);
    // Variables have as many names as people give them.
    if (!isCustomProperty(property)) setInSomeFlow.set(property, found);
  }
  return found;
}

const flowFamilies = new Set<string>();

/** Whether what a longhand is, or what competes with it, hangs on how lines and letters run. */
export function hangsOnFlow(longhand: string): boolean {
  if (flowFamilies.size === 0)
    for (const [logical, physical] of physicalNames({ writingMode: 'horizontal-tb', direction: 'ltr' }))
      flowFamilies.add(logical).add(physical);
  return flowFamilies.has(longhand);
}
