import { mediaFeature, type MediaConditions } from './media-features.js';
import type { Comparison } from './feature.js';
import { askedBy, type MediaQuery } from './media.js';

/** One side of a feature that a media query asks about: a change of the conditions. */
export interface MediaSetting {
  /** Whether it is the window's width alone. */
  readonly isWidth: boolean;
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

function setting(words: string, apply: MediaSetting['apply'], isWidth = false): MediaSetting {
  return { words, apply, isWidth };
}

function featureSettings({ name, value, wanted }: Comparison): MediaSetting[] {
  if (/(^|-)width$/.test(name))
    return sidesOf(wanted).map((width) => setting('', (one) => ({ ...one, width }), true));
  if (/(^|-)height$/.test(name))
    return sidesOf(wanted).map((height) =>
      setting(`in a window ${height} px high`, (one) => ({ ...one, height })),
    );
  if (name === 'orientation')
    return [
      setting('in an upright window', (one) => ({ ...one, height: Math.max(one.height, one.width) })),
      setting('in a wide window', (one) => ({ ...one, height: Math.min(one.height, one.width - 1) })),
    ];
  if (name.endsWith('aspect-ratio') && wanted)
    return [1, -1, 0].map((more) =>
      setting(`in a window of about ${value}`, (one) => ({
        ...one,
        height: Math.max(1, (more < 0 ? Math.floor : Math.ceil)(one.width / wanted) + more),
      })),
    );
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
