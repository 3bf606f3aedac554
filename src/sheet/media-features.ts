import { calculateText } from '../value/index.js';
import type { Comparison, Operator, Truth } from './media.js';

/** What a page is looked at with. */
export interface MediaConditions {
  /** Width and height of the window, CSS px. */
  readonly width: number;
  readonly height: number;
  readonly medium: 'screen' | 'print';
  /** Media features by name where they differ from the usual: `prefers-color-scheme: dark`, `hover: none`, … */
  readonly preferences: Readonly<Record<string, string>>;
}

/** Features with a word for a value, and the word that holds unless the conditions say otherwise (Media Queries 5). */
const words: Readonly<Record<string, { readonly usual: string; readonly none?: string }>> = {
  'prefers-color-scheme': { usual: 'light' },
  'prefers-reduced-motion': { usual: 'no-preference', none: 'no-preference' },
  'prefers-reduced-transparency': { usual: 'no-preference', none: 'no-preference' },
  'prefers-reduced-data': { usual: 'no-preference', none: 'no-preference' },
  'prefers-contrast': { usual: 'no-preference', none: 'no-preference' },
  'forced-colors': { usual: 'none', none: 'none' },
  'inverted-colors': { usual: 'none', none: 'none' },
  hover: { usual: 'hover', none: 'none' },
  'any-hover': { usual: 'hover', none: 'none' },
  pointer: { usual: 'fine', none: 'none' },
  'any-pointer': { usual: 'fine', none: 'none' },
  scripting: { usual: 'enabled', none: 'none' },
  update: { usual: 'fast', none: 'none' },
  'overflow-block': { usual: 'scroll', none: 'none' },
  'overflow-inline': { usual: 'scroll', none: 'none' },
  'display-mode': { usual: 'browser' },
  'color-gamut': { usual: 'srgb' },
  'dynamic-range': { usual: 'standard' },
  'video-dynamic-range': { usual: 'standard' },
};

/** Features with a number for a value. */
const numbers: Readonly<Record<string, (conditions: MediaConditions) => number>> = {
  width: ({ width }) => width,
  height: ({ height }) => height,
  'device-width': ({ width }) => width,
  'device-height': ({ height }) => height,
  'aspect-ratio': ({ width, height }) => width / height,
  'device-aspect-ratio': ({ width, height }) => width / height,
  resolution: density,
  '-webkit-device-pixel-ratio': density,
  color: () => 8,
  'color-index': () => 0,
  monochrome: () => 0,
  grid: () => 0,
  '-webkit-transform-3d': () => 1,
};

/** Dots for a CSS px; paper has its own, as browsers print. */
function density({ medium, preferences }: MediaConditions): number {
  return medium === 'print' ? 300 / 96 : (resolution(preferences.resolution ?? '1dppx') ?? 1);
}

/** What paper is like, where the conditions do not say otherwise (Media Queries 5 §4.5, §4.6). */
const onPaper: Readonly<Record<string, string>> = { update: 'none', 'overflow-block': 'paged' };

/** CSS px of one unit; relative ones at the initial font size (Media Queries 4 §1.3, CSS Values 4 §6). */
const pixels: Readonly<Record<string, number>> = {
  px: 1,
  em: 16,
  rem: 16,
  ex: 8,
  ch: 8,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
  pt: 96 / 72,
  pc: 16,
};

function length(value: string): number | undefined {
  if (value.includes('(')) {
    const amount = calculateText(value.trim(), (unit) => pixels[unit]);
    return amount?.size === 1 ? amount.get('px') : undefined;
  }
  const found = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)([a-z]*)$/.exec(value.trim().toLowerCase());
  if (!found) return undefined;
  const [, amount, unit] = found;
  if (unit === '') return Number(amount) === 0 ? 0 : undefined;
  return Object.hasOwn(pixels, unit) ? Number(amount) * pixels[unit] : undefined;
}

function resolution(value: string): number | undefined {
  const found = /^([\d.]+)(dppx|x|dpi|dpcm)$/.exec(value.trim());
  if (!found) return undefined;
  const amount = Number(found[1]);
  if (found[2] === 'dpi') return amount / 96;
  return found[2] === 'dpcm' ? (amount * 2.54) / 96 : amount;
}

function ratio(value: string): number | undefined {
  const found = /^([\d.]+)\s*(?:\/\s*([\d.]+))?$/.exec(value.trim());
  return found ? Number(found[1]) / Number(found[2] ?? 1) : undefined;
}

/** The number that a feature is compared with, in CSS px, dppx or plain; undefined for words. */
function numberOf(feature: string, value: string): number | undefined {
  if (/(^|-)(width|height)$/.test(feature)) return length(value);
  if (feature.endsWith('aspect-ratio')) return ratio(value);
  if (feature === 'resolution') return resolution(value);
  return /^[+-]?[\d.]+$/.test(value.trim()) ? Number(value) : undefined;
}

function compareNumbers(actual: number, operator: Operator, wanted: number): boolean {
  switch (operator) {
    case 'has':
      return actual !== 0;
    case '=':
      return actual === wanted;
    case '<':
      return actual < wanted;
    case '<=':
      return actual <= wanted;
    case '>':
      return actual > wanted;
    case '>=':
      return actual >= wanted;
  }
}

function compare({ name: feature, operator, value, wanted }: Comparison, conditions: MediaConditions): Truth {
  if (feature === 'orientation') {
    if (operator === 'has') return true;
    if (!/^(portrait|landscape)$/.test(value)) return undefined;
    return operator === '='
      ? value === (conditions.height >= conditions.width ? 'portrait' : 'landscape')
      : undefined;
  }
  if (Object.hasOwn(words, feature)) {
    if (operator !== 'has' && operator !== '=') return undefined;
    const { usual, none } = words[feature];
    const paper = conditions.medium === 'print' ? onPaper[feature] : undefined;
    const actual = conditions.preferences[feature] ?? paper ?? usual;
    if (operator === 'has') return actual !== none;
    if (feature === 'color-gamut')
      return value === actual || (value === 'srgb' && /^(p3|rec2020)$/.test(actual));
    return value === actual;
  }
  if (!Object.hasOwn(numbers, feature)) return undefined;
  if (operator === 'has') return numbers[feature](conditions) !== 0;
  return wanted === undefined ? undefined : compareNumbers(numbers[feature](conditions), operator, wanted);
}

/**
 * For a feature with words for values, the word that usually holds, and another for which a bare `(feature)` holds
 * where it usually does not, or the other way round; undefined for other features.
 */
function usualWord(feature: string): { usual: string; other?: string } | undefined {
  if (!Object.hasOwn(words, feature)) return undefined;
  const { usual, none } = words[feature];
  if (none === undefined) return { usual };
  if (usual !== none) return { usual, other: none };
  const others: Readonly<Record<string, string>> = {
    'prefers-contrast': 'more',
    'forced-colors': 'active',
    'inverted-colors': 'inverted',
  };
  return { usual, other: others[feature] ?? 'reduce' };
}

/** Media features: comparing one with the conditions, and lengths in CSS px (undefined for other text). */
export const mediaFeature = { compare, length, numberOf, usualWord };
