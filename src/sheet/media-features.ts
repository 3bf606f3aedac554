import { calculateText } from '../value/index.js';
import type { Truth } from './condition.js';
import type { Comparison, Operator } from './feature.js';

/** What a page is looked at with. */
export interface MediaConditions {
  /** Width and height of the window, CSS px. */
  readonly width: number;
  readonly height: number;
  readonly medium: 'screen' | 'print';
  /** Media features by name where they differ from the usual: `prefers-color-scheme: dark`, `hover: none`, … */
  readonly preferences: Readonly<Record<string, string>>;
}

/** A feature with words for values. */
interface Words {
  /** All that may be asked for. */
  readonly words: string;
  /** What holds unless the conditions say otherwise; '' where none of the words does. */
  readonly usual: string;
  /** The word for which the feature alone, without a value, does not hold. */
  readonly none?: string;
}

const perhaps = { words: 'no-preference reduce', usual: 'no-preference', none: 'no-preference' };
const range = { words: 'standard high', usual: 'standard' };

/** Media Queries 5. */
const words: Readonly<Record<string, Words>> = {
  'prefers-color-scheme': { words: 'light dark', usual: 'light' },
  'prefers-reduced-motion': perhaps,
  'prefers-reduced-transparency': perhaps,
  'prefers-reduced-data': perhaps,
  'prefers-contrast': {
    words: 'no-preference more less custom',
    usual: 'no-preference',
    none: 'no-preference',
  },
  'forced-colors': { words: 'none active', usual: 'none', none: 'none' },
  'inverted-colors': { words: 'none inverted', usual: 'none', none: 'none' },
  hover: { words: 'none hover', usual: 'hover', none: 'none' },
  'any-hover': { words: 'none hover', usual: 'hover', none: 'none' },
  pointer: { words: 'none coarse fine', usual: 'fine', none: 'none' },
  'any-pointer': { words: 'none coarse fine', usual: 'fine', none: 'none' },
  scripting: { words: 'none initial-only enabled', usual: 'enabled', none: 'none' },
  scan: { words: 'interlace progressive', usual: '', none: '' },
  update: { words: 'none slow fast', usual: 'fast', none: 'none' },
  'overflow-block': { words: 'none scroll paged', usual: 'scroll', none: 'none' },
  'overflow-inline': { words: 'none scroll', usual: 'scroll', none: 'none' },
  'display-mode': {
    words: 'browser fullscreen standalone minimal-ui window-controls-overlay picture-in-picture',
    usual: 'browser',
  },
  'device-posture': { words: 'continuous folded', usual: 'continuous' },
  'color-gamut': { words: 'srgb p3 rec2020', usual: 'srgb' },
  'dynamic-range': range,
  'video-dynamic-range': range,
};

type Window = Pick<MediaConditions, 'width' | 'height'>;

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
  'horizontal-viewport-segments': () => 1,
  'vertical-viewport-segments': () => 1,
  grid: () => 0,
  '-webkit-transform-3d': () => 1,
};

/** Of these there is no more and no less, and nothing but 0 and 1. */
const flags = /^(grid|-webkit-transform-3d)$/;
const whole = /^(color|color-index|monochrome|(horizontal|vertical)-viewport-segments)$/;

/** Whether a feature may be compared with `<` and its like (Media Queries 4 §2.4.3). */
const isRange = (feature: string): boolean => Object.hasOwn(numbers, feature) && !flags.test(feature);

/** Dots for a CSS px; paper has its own, as browsers print. */
function density({ medium, preferences }: MediaConditions): number {
  return medium === 'print' ? 300 / 96 : (resolution(preferences.resolution ?? '1dppx') ?? 1);
}

/** What paper is like, where the conditions do not say otherwise (Media Queries 5 §4.5, §4.6). */
const onPaper: Readonly<Record<string, string>> = {
  update: 'none',
  'overflow-block': 'paged',
  'overflow-inline': 'none',
};

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

const pixelsIn = (unit: string): number | undefined =>
  Object.hasOwn(pixels, unit) ? pixels[unit] : undefined;

function length(value: string): number | undefined {
  if (value.includes('(')) {
    const amount = calculateText(value.trim(), pixelsIn);
    return amount?.size === 1 ? amount.get('px') : undefined;
  }
  const found = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)([a-z]*)$/.exec(value.trim().toLowerCase());
  if (!found) return undefined;
  const [, amount, unit] = found;
  if (unit === '') return Number(amount) === 0 ? 0 : undefined;
  return Object.hasOwn(pixels, unit) ? Number(amount) * pixels[unit] : undefined;
}

const perDot: Readonly<Record<string, number>> = { dppx: 1, x: 1, dpi: 1 / 96, dpcm: 2.54 / 96 };

function resolution(value: string): number | undefined {
  if (value.includes('(')) {
    const amount = calculateText(value.trim(), (unit) =>
      Object.hasOwn(perDot, unit) ? perDot[unit] : undefined,
    );
    return amount?.size === 1 ? amount.get('px') : undefined;
  }
  const found = /^(\d+\.?\d*|\.\d+)(dppx|x|dpi|dpcm)$/.exec(value.trim().toLowerCase());
  return found ? Number(found[1]) * perDot[found[2]] : undefined;
}

function ratio(value: string): number | undefined {
  const found = /^(\d+\.?\d*|\.\d+)\s*(?:\/\s*(\d+\.?\d*|\.\d+))?$/.exec(value.trim());
  return found ? Number(found[1]) / Number(found[2] ?? 1) : undefined;
}

function plainNumber(value: string): number | undefined {
  if (value.includes('(')) {
    const amount = calculateText(value.trim(), () => undefined);
    return amount?.size === 1 ? amount.get('') : undefined;
  }
  return /^[+-]?(\d+(\.\d+)?|\.\d+)(e[+-]?\d+)?$/i.test(value.trim()) ? Number(value) : undefined;
}

/** The number that a feature is compared with, in CSS px, dppx or plain; undefined for words. */
function numberOf(feature: string, value: string): number | undefined {
  if (/(^|-)(width|height)$/.test(feature)) return length(value);
  if (feature.endsWith('aspect-ratio')) return ratio(value);
  if (feature === 'resolution') return resolution(value);
  const amount = plainNumber(value);
  if (amount === undefined) return undefined;
  if (flags.test(feature)) return amount === 0 || amount === 1 ? amount : undefined;
  if (whole.test(feature) && !/^[+-]?\d+$/.test(value.trim()) && !value.includes('(')) return undefined;
  return amount;
}

/** Whether a range may be compared with a value. */
const isValue = (feature: string, value: string): boolean =>
  numberOf(feature, value) !== undefined || inWindow(feature, value, { width: 1, height: 1 }) !== undefined;

/** As engines compare: what differs by less than they can tell apart is equal; ratios of whole numbers are exact. */
function leastDifference(feature: string): number {
  if (feature.endsWith('aspect-ratio')) return 1e-9;
  return /(width|height)$/.test(feature) ? 1 / 64 : 0.001;
}

function compareNumbers(feature: string, actual: number, operator: Operator, wanted: number): boolean {
  if (operator !== 'has' && Math.abs(actual - wanted) < leastDifference(feature)) return /=/.test(operator);
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
    const { usual, none, words: all } = words[feature];
    const paper = conditions.medium === 'print' ? onPaper[feature] : undefined;
    const actual = conditions.preferences[feature] ?? paper ?? usual;
    if (operator === 'has') return actual !== none;
    if (!all.split(' ').includes(value)) return undefined;
    if (feature === 'color-gamut')
      return value === actual || (value === 'srgb' && /^(p3|rec2020)$/.test(actual));
    return value === actual;
  }
  if (!Object.hasOwn(numbers, feature)) return undefined;
  const actual = numbers[feature](conditions);
  if (operator === 'has') return actual !== 0;
  const number = wanted ?? inWindow(feature, value, conditions);
  return number === undefined ? undefined : compareNumbers(feature, actual, operator, number);
}

/** A length that takes something of the window, in CSS px; undefined for any other. */
function inWindow(feature: string, value: string, { width, height }: Window): number | undefined {
  if (!/(width|height)$/.test(feature)) return undefined;
  const sides: Readonly<Record<string, number>> = {
    w: width,
    i: width,
    h: height,
    b: height,
    min: Math.min(width, height),
    max: Math.max(width, height),
  };
  const pixelsOf = (unit: string): number | undefined => {
    const [, side] = /^[sld]?v(w|h|i|b|min|max)$/.exec(unit.toLowerCase()) ?? [];
    return side === undefined ? pixelsIn(unit.toLowerCase()) : sides[side] / 100;
  };
  const amount = calculateText(value.trim(), pixelsOf);
  return amount?.size === 1 ? amount.get('px') : undefined;
}

/**
 * For a feature with words for values, the word that usually holds, and another for which a bare `(feature)` holds
 * where it usually does not, or the other way round; undefined for other features.
 */
function usualWord(feature: string): { usual: string; other?: string } | undefined {
  if (!Object.hasOwn(words, feature)) return undefined;
  const { usual, none, words: all } = words[feature];
  if (usual === '') return undefined;
  if (none === undefined) return { usual, other: all.split(' ').find((word) => word !== usual) };
  if (usual !== none) return { usual, other: none };
  const others: Readonly<Record<string, string>> = {
    'prefers-contrast': 'more',
    'forced-colors': 'active',
    'inverted-colors': 'inverted',
  };
  return { usual, other: others[feature] ?? 'reduce' };
}

/** What may be asked of a feature with words for values; undefined for other features. */
const wordsOf = (feature: string): readonly string[] | undefined =>
  feature === 'orientation'
    ? ['portrait', 'landscape']
    : Object.hasOwn(words, feature)
      ? words[feature].words.split(' ')
      : undefined;

/** All features that can be asked for by name, of ranges also the least and the most; other makers' left aside. */
const names = (): string[] =>
  ['orientation', ...Object.keys(words), ...Object.keys(numbers)]
    .filter((name) => !name.startsWith('-'))
    .flatMap((name) => (isRange(name) ? [name, `min-${name}`, `max-${name}`] : [name]));

/** Media features: comparing one with the conditions, and lengths in CSS px (undefined for other text). */
export const mediaFeature = {
  compare,
  inWindow,
  isRange,
  isValue,
  length,
  names,
  numberOf,
  usualWord,
  wordsOf,
};
