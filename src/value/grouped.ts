import { longhandsOf } from './properties.js';

const told = [
  'background',
  'border',
  'border-radius',
  'border-color',
  'border-style',
  'border-width',
  'margin',
  'padding',
  'font',
  'outline',
  'inset',
  'transition',
  'animation',
  'overflow',
];

/** Longhands told by their shorthand, where all of it is there; for a person to read. */
export function groupedLonghands(longhands: readonly string[]): string[] {
  let names = [...longhands];
  for (const shorthand of told) {
    const parts = longhandsOf(shorthand);
    if (parts.length && parts.every((part) => names.includes(part)))
      names = [shorthand, ...names.filter((name) => !parts.includes(name))];
  }
  return names;
}
