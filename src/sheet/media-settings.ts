import { mediaFeature, type MediaConditions } from './media-features.js';
import type { Comparison } from './feature.js';
import { askedBy, type MediaQuery } from './media.js';

/** One side of a feature that a media query asks about: a change of the conditions. */
export interface MediaSetting {
  /** Whether it is the window's width alone. */
  readonly isWidth: boolean;
  /** Whether it makes the window fit another side of it, so that it comes after what says that side. */
  readonly isShape: boolean;
  /** For a person, `in print`; '' for a width. */
  readonly words: string;
  readonly apply: <T extends MediaConditions>(conditions: T) => T;
}

/** Each side of every feature that a media query list asks about (Media Queries 5), each once; [] for none. */
export function askedSettings(query: MediaQuery): MediaSetting[] {
  const { features, media } = askedBy(query);
  return [...media.flatMap(mediumSettings), ...features.flatMap(featureSettings)];
}

function mediumSettings(name: string): MediaSetting[] {
  if (name !== 'print' && name !== 'screen') return [];
  return [
    setting('in print', (one) => ({ ...one, medium: 'print' })),
    setting('on a screen', (one) => ({ ...one, medium: 'screen' })),
  ];
}

function setting(
  words: string,
  apply: MediaSetting['apply'],
  { isWidth = false, isShape = false } = {},
): MediaSetting {
  return { words, apply, isWidth, isShape };
}

/** The same shape of a window got from its width, and from its height: either may be asked about as well. */
const shape = (
  words: string,
  heightFor: (one: MediaConditions) => number,
  widthFor: (one: MediaConditions) => number,
): MediaSetting[] => [
  setting(words, (one) => ({ ...one, height: heightFor(one) }), { isShape: true }),
  setting(words, (one) => ({ ...one, width: widthFor(one) }), { isShape: true }),
];

function featureSettings({ name, value, wanted }: Comparison): MediaSetting[] {
  if (/(^|-)width$/.test(name))
    return sidesOf(wanted).map((width) => setting('', (one) => ({ ...one, width }), { isWidth: true }));
  if (/(^|-)height$/.test(name))
    return sidesOf(wanted).map((height) =>
      setting(`in a window ${height} px high`, (one) => ({ ...one, height })),
    );
  if (name === 'orientation')
    return [
      ...shape(
        'in an upright window',
        ({ width, height }) => Math.max(height, width),
        ({ width, height }) => Math.min(height, width),
      ),
      ...shape(
        'in a wide window',
        ({ width, height }) => Math.min(height, width - 1),
        ({ width, height }) => Math.max(width, height + 1),
      ),
    ];
  if (name.endsWith('aspect-ratio') && wanted) {
    const beside = (side: number, more: number) =>
      Math.max(1, (more < 0 ? Math.floor : Math.ceil)(side) + more);
    return [1, -1, 0].flatMap((more) =>
      shape(
        `in a window of about ${value}`,
        ({ width }) => beside(width / wanted, more),
        ({ height }) => beside(height * wanted, more),
      ),
    );
  }
  if (/resolution$|pixel-ratio$/.test(name) && wanted)
    return [wanted, wanted + 0.1, Math.max(0.1, wanted - 0.1)].map((amount) =>
      preference('resolution', `${amount}dppx`),
    );
  const known = mediaFeature.usualWord(name);
  if (!known) return [];
  const sides = new Set([value || (known.other ?? known.usual), known.usual, known.other ?? known.usual]);
  return [...sides].map((side) => preference(name, side));
}

function preference(feature: string, value: string): MediaSetting {
  const words = feature === 'prefers-color-scheme' ? `in ${value} colours` : `where ${feature} is ${value}`;
  return setting(words, (one) => ({ ...one, preferences: { ...one.preferences, [feature]: value } }));
}

/** Whole px just before, at and behind an edge; at least 1. */
function sidesOf(edge: number | undefined): number[] {
  if (edge === undefined) return [];
  const sides = [Math.ceil(edge) - 1, Math.floor(edge), Math.ceil(edge), Math.floor(edge) + 1];
  return [...new Set(sides.map((one) => Math.max(1, one)))];
}
