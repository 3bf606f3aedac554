import type { Command } from 'commander';
import type { Conditions, ContainerSize, Held, Page } from '../page/index.js';
import { parseHeld } from '../page/index.js';
import { YeltoError } from '../text/index.js';

/** Options that say under which conditions a page is looked at. */
export interface ConditionOptions {
  readonly width?: string;
  readonly height?: string;
  readonly print?: boolean;
  readonly prefers?: readonly string[];
  readonly touch?: boolean;
  readonly hold?: readonly string[];
  readonly container?: readonly string[];
}

export function collect(value: string, before: readonly string[] = []): string[] {
  return [...before, value];
}

export function addConditionOptions(command: Command): Command {
  return command
    .option('--width <px>', 'look at the page in a window of this width', '1280')
    .option('--height <px>', 'and of this height', '800')
    .option('--print', 'look at it as it is printed')
    .option(
      '--prefers <word>',
      'dark, light, reduced-motion, more-contrast…, or a media feature as in "resolution: 2dppx"; may be repeated',
      collect,
    )
    .option('--touch', 'look at it where a finger points, and nothing hovers')
    .option(
      '--hold <state>',
      'keep a state on, as in ".row:hover" or ".menu.is-open"; may be repeated',
      collect,
    )
    .option(
      '--container <size>',
      'the width of a container, as in ".cards 480", for container queries; may be repeated',
      collect,
    );
}

/** What a person calls a preference, as a media feature and its value (Media Queries 5 §12). */
const preferenceWords: Readonly<Record<string, readonly [feature: string, value: string]>> = {
  dark: ['prefers-color-scheme', 'dark'],
  light: ['prefers-color-scheme', 'light'],
  'reduced-motion': ['prefers-reduced-motion', 'reduce'],
  'reduced-transparency': ['prefers-reduced-transparency', 'reduce'],
  'reduced-data': ['prefers-reduced-data', 'reduce'],
  'more-contrast': ['prefers-contrast', 'more'],
  'less-contrast': ['prefers-contrast', 'less'],
  'forced-colors': ['forced-colors', 'active'],
};

/** @throws YeltoError for a size that is none and a preference that nobody knows. */
export function readConditions(options: ConditionOptions): Partial<Conditions> {
  return {
    width: sizeIn('--width', options.width ?? '1280'),
    height: sizeIn('--height', options.height ?? '800'),
    medium: options.print ? 'print' : 'screen',
    preferences: readPreferences(options),
    held: heldStates(options.hold ?? []),
    containers: containerSizes(options.container),
  };
}

function sizeIn(option: string, text: string): number {
  const size = Number(text);
  if (!(size >= 1 && size <= 100_000))
    throw new YeltoError(`${option} takes a number of CSS px, not "${text}".`);
  return size;
}

function readPreferences({ prefers = [], touch }: ConditionOptions): Record<string, string> {
  const found: Record<string, string> = touch
    ? { hover: 'none', 'any-hover': 'none', pointer: 'coarse', 'any-pointer': 'coarse' }
    : {};
  for (const text of prefers) {
    const [, feature, value] = /^([a-z-]+)\s*:\s*([\w./-]+)$/i.exec(text.trim()) ?? [];
    const [name, wanted] = preferenceWords[text.trim().toLowerCase()] ?? [feature, value];
    if (name === undefined)
      throw new YeltoError(`--prefers "${text}" is nothing that a page can ask for.`, {
        text,
        remedy: `Write one of ${Object.keys(preferenceWords).join(', ')}; or a media feature with its value, as in "hover: none".`,
      });
    if (found[name] !== undefined && found[name] !== wanted)
      throw new YeltoError(`--prefers asks for ${name} to be ${found[name]} and ${wanted} at once.`, {
        text,
        remedy: 'Take one of the two.',
      });
    found[name] = wanted;
  }
  return found;
}

/** `.cards 480`: what the selector matches is 480 CSS px wide inside; `.cards 480 300` is 300 high as well. */
function containerSizes(texts: readonly string[] | undefined): ContainerSize[] | undefined {
  return texts?.map((text) => {
    const [, selector, width, height] = /^(.+?)\s+([\d.]+)(?:\s+([\d.]+))?$/.exec(text.trim()) ?? [];
    if (selector === undefined) {
      throw new YeltoError(`--container "${text}" gives no size.`, {
        remedy: 'Write a selector and a width in CSS px, as in ".cards 480".',
      });
    }
    return { selector, width: Number(width), height: height === undefined ? undefined : Number(height) };
  });
}

/** `.row:hover` holds `:hover` on `.row`; `.menu.is-open` holds the last class on the rest. */
export function heldStates(texts: readonly string[], option = '--hold'): Held[] {
  return texts.map((text) => {
    const held = parseHeld(text);
    if (held) return held;
    throw new YeltoError(`${option} "${text}" names no state.`, {
      remedy: 'Write a selector and the state behind it, as in ".row:hover" or ".menu.is-open".',
    });
  });
}

/**
 * An option that matches nothing on any of the pages would be passed over in silence.
 * @throws YeltoError that names it.
 */
export function checkConditions(pages: readonly Page[], options: ConditionOptions): void {
  const isThere = (selector: string) => pages.some((page) => page.select(selector).length > 0);
  const names = [...new Set(pages.map(({ name }) => name))].join(', ');
  for (const [i, { selector = '*' }] of heldStates(options.hold ?? []).entries())
    if (!isThere(selector))
      throw new YeltoError(
        `--hold "${options.hold![i]}" holds nothing: nothing on ${names} matches ${selector}.`,
        {
          text: selector,
          remedy: 'Check the selector; yelto survey lists the names that there are.',
        },
      );
  for (const [i, { selector = '*' }] of (containerSizes(options.container) ?? []).entries())
    if (!isThere(selector))
      throw new YeltoError(
        `--container "${options.container![i]}" sizes nothing: nothing on ${names} matches ${selector}.`,
        { text: selector, remedy: 'Check the selector; yelto survey lists the names that there are.' },
      );
}
