import { asksForAnchor, mayLookNative, type LonghandSet, type Target } from '../cascade/index.js';
import { endsNativeLook } from '../facts/index.js';
import type { Page, StyleSet } from '../page/index.js';
import { hangsOnFlow, physicalLonghandsOf } from '../value/index.js';

const boxKinds = ['display', 'position', 'float', 'writing-mode'];
/** Longhands of which keywords alone are the values. */
const wordsOnly =
  /^(display|position|float|clear|visibility|direction|writing-mode|cursor|box-sizing|overflow-[xy]|white-space-collapse|text-(align|transform|wrap-mode|decoration-(line|style))|font-(style|weight|family)|list-style-(type|position)|border-.*-style|(flex|grid-auto)-(direction|flow|wrap)|(align|justify)-.*|pointer-events|object-fit)$/;

const dependencies = new Map<string, readonly string[]>();
const ofPlain = new Map<string, readonly string[]>();

/** Which other longhands a longhand's computed value may take something from (CSS Cascade 5 §4.4), on a box or above it. */
export function dependenciesOf(longhand: string): readonly string[] {
  let found = dependencies.get(longhand);
  if (!found) {
    found = [...fontsAndColoursOf(longhand), ...dependenciesOfPlain(longhand)];
    dependencies.set(longhand, found);
  }
  return found;
}

/** The same where all that may be said of it hangs on nothing but its text. */
export function dependenciesOfPlain(longhand: string): readonly string[] {
  let found = ofPlain.get(longhand);
  if (!found) ofPlain.set(longhand, (found = boxesOf(longhand)));
  return found;
}

/** What is a share of a size, or may be the current colour. */
function fontsAndColoursOf(longhand: string): string[] {
  const found: string[] = [];
  const isColour = /color$/.test(longhand);
  // Lengths in em; colours by the current one.
  // A lone monospace family is of another size.
  if (!isColour && !wordsOnly.test(longhand)) found.push('font-size', 'font-family');
  if (isColour || /^--|fill|stroke|shadow|image|filter|source/.test(longhand))
    found.push('color', 'color-scheme');
  return found;
}

/** What a value is nothing without, or another beside, whatever it says. */
function boxesOf(longhand: string): string[] {
  const found: string[] = [];
  const isColour = /color$/.test(longhand);
  if (longhand.startsWith('background-') && !isColour) found.push('background-image');
  if (/^(-webkit-)?mask-/.test(longhand)) found.push('mask-image');
  if (/^(display|float|writing-mode|min-(width|height))$/.test(longhand)) found.push(...boxKinds);
  if (/^overflow-/.test(longhand)) found.push('overflow-x', 'overflow-y');
  if (/^(border-.*|outline|column-rule)-width$/.test(longhand))
    found.push(longhand.replace('width', 'style'));
  if (hangsOnFlow(longhand)) found.push('direction', 'writing-mode');
  if (longhand === 'text-align') found.push('direction');
  return found;
}

/** What any property's value may hang on: variables, animations, which side is the start, and what containers there are. */
export const isUsedEverywhere = (longhand: string): boolean =>
  /^(direction|writing-mode|animation-.*|container-(name|type)|--.*)$/.test(longhand);

const concerns = new Map<string, LonghandSet>();

/** All longhands that on what encloses a thing may have a say in what becomes of a property on it; one object for each property. */
export function concernsOf(property: string): LonghandSet {
  let found = concerns.get(property);
  if (!found) {
    const own = physicalLonghandsOf(property);
    const names = new Set([
      ...own,
      ...own.flatMap(dependenciesOf),
      ...boxKinds,
      ...ofFonts,
      ...ofAnchors,
      ...ofNativeLook,
      'font-size',
      'color',
      'color-scheme',
    ]);
    found = { has: (longhand) => names.has(longhand) || isUsedEverywhere(longhand) };
    concerns.set(property, found);
  }
  return found;
}

const ofNativeLook: readonly string[] = [...endsNativeLook, 'appearance'];

/** What it hangs on whether a declaration of some longhands takes any of these targets the look that browsers draw; [] where they draw none. */
export const nativeLookAround = (
  targets: readonly Target[],
  longhands: readonly string[],
): readonly string[] =>
  longhands.some((one) => endsNativeLook.has(one)) && targets.some(mayLookNative) ? ofNativeLook : [];

/** What units such as `ch` and `lh` are shares of (CSS Values 4 §6.1.1). */
const ofFonts: readonly string[] = [
  'font-family',
  'font-weight',
  'font-style',
  'font-stretch',
  'line-height',
];

const ofAnchors: readonly string[] = ['position', 'position-anchor'];

const fontUnits = /\dr?(ch|ex|cap|ic|lh)\b/i;
const askedSets = new WeakMap<StyleSet, readonly string[]>();

/** What values hang on beside, whatever the longhand, where a page or its draft measures anything by what the font knows, or by an anchor. */
export const askedBeside = ({ styles, overlay }: Page): readonly string[] => [
  ...askedIn(styles),
  ...(overlay ? askedIn(overlay.styles) : []),
];

/** What anything that these rules say is a share of, or taken from. */
function askedIn(styles: StyleSet): readonly string[] {
  let found = askedSets.get(styles);
  if (!found) {
    const says = (isMeant: (value: string) => boolean) =>
      styles.blocks.some(({ declarations }) => declarations.some(({ value }) => isMeant(value)));
    found = [
      ...(says((value) => fontUnits.test(value)) ? ofFonts : []),
      ...(says(asksForAnchor) ? ofAnchors : []),
    ];
    askedSets.set(styles, found);
  }
  return found;
}
