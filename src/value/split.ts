import { splitBackground } from './split-background.js';
import { splitFlex, splitFont, splitWhiteSpace } from './split-words.js';
import { fits, splitPosition, topLevelParts, topLevelPieces, zip } from './parts.js';
import { canonicalProperty, initialValue, isLonghand, longhandsOf } from './properties.js';

type Split = ReadonlyMap<string, string> | undefined;

/** Shorthands whose parts go to the sides or ends in order (CSS Box 4 §3.2, CSS Box Alignment 3 §6.3, …). */
const fourSides = /^(margin|padding|inset|border-(width|style|color)|scroll-(margin|padding))$/;
const twoEnds =
  /^(gap|overflow|overscroll-behavior|contain-intrinsic-size|(margin|padding|inset|scroll-margin|scroll-padding)-(block|inline)|border-(block|inline)-(width|style|color)|place-(content|items|self)|border-spacing)$/;
/** Shorthands whose parts are told apart by their grammar, in any order (`||`). */
const anyOrder =
  /^(border(-(top|right|bottom|left|block|inline|(block|inline)-(start|end)))?|outline|list-style|flex-flow|text-decoration|text-wrap|font-variant|column-rule|columns|text-emphasis|-webkit-text-stroke)$/;

/**
 * The longhands' own values in a shorthand's value, e.g. `margin: 1px 2px` → `margin-top: 1px`…; parts that
 * are not written get their initial value. A longhand gives itself. undefined where the value cannot be
 * split here: it holds `var()`, or the shorthand has a grammar of its own (CSS Cascade 5 §2.1).
 */
export function splitShorthand(property: string, value: string): Split {
  const name = canonicalProperty(property);
  const longhands = longhandsOf(name);
  if (isLonghand(name) && longhands.length <= 1) return new Map([[name, value]]);
  if (/(^|[^\w-])(var|env|attr|if)\(/i.test(value)) return undefined;
  if (/^(initial|inherit|unset|revert|revert-layer)$/i.test(value))
    return new Map(longhands.map((one) => [one, value]));
  if (name === 'font') return splitFont(longhands, value);
  const parts = topLevelParts(value);
  if (name === 'border-radius') return splitRadius(longhands, value);
  const ofLayer = layered[name];
  if (ofLayer) return splitLayers(longhands, value, ofLayer);
  if (name === 'container') return splitContainer(longhands, value);
  if (name.startsWith('grid-')) return splitGridLines(name, longhands, value);
  if (parts === undefined) return undefined;
  if (fourSides.test(name) && parts.length <= 4) {
    const [top, right = top, bottom = top, left = right] = parts;
    return zip(longhands, [top, right, bottom, left]);
  }
  if (twoEnds.test(name)) return splitEnds(longhands, parts);
  if (name === 'list-style' && value.trim().toLowerCase() === 'none')
    return zip(
      longhands,
      longhands.map((one) => (one === 'list-style-position' ? 'outside' : 'none')),
    );
  if (/^(border|mask-border)-image$/.test(name) && value.trim().toLowerCase() === 'none')
    return zip(longhands, longhands.map(initialValue));
  if (name === 'white-space') return splitWhiteSpace(longhands, parts);
  if (name === 'flex') return splitFlex(parts);
  if (anyOrder.test(name)) return splitByGrammar(longhands, parts);
  return undefined;
}

/** CSS Backgrounds 3 §4.1: horizontal radii, and behind a slash the vertical ones. */
function splitRadius(longhands: readonly string[], value: string): Split {
  const axes = value.split('/').map((axis) => topLevelParts(axis));
  if (axes.length > 2 || axes.some((axis) => axis === undefined || axis.length > 4)) return undefined;
  const [across, down] = axes.map((axis) => {
    const [first, second = first, third = first, fourth = second] = axis!;
    return [first, second, third, fourth];
  });
  return zip(
    longhands,
    across.map((radius, i) => (down ? `${radius} ${down[i]}` : radius)),
  );
}

/** Shorthands that list layers or motions, each with the longhands of one. */
const layered: Readonly<
  Record<string, (longhands: readonly string[], layer: string, isLast: boolean) => Split>
> = {
  background: splitBackground,
  'background-position': (longhands, layer) => {
    const parts = topLevelParts(layer);
    return parts && splitPosition(longhands, parts);
  },
  transition: (longhands, layer) =>
    splitMotion(longhands, layer, [
      'transition-timing-function',
      'transition-behavior',
      'transition-property',
    ]),
  animation: (longhands, layer) =>
    splitMotion(longhands, layer, [
      'animation-timing-function',
      'animation-iteration-count',
      'animation-direction',
      'animation-fill-mode',
      'animation-play-state',
      'animation-name',
    ]),
};

function splitLayers(
  longhands: readonly string[],
  value: string,
  ofLayer: (longhands: readonly string[], layer: string, isLast: boolean) => Split,
): Split {
  const layers = topLevelPieces(value, ',');
  const split = layers.map((layer, at) => ofLayer(longhands, layer, at === layers.length - 1));
  if (split.some((one) => one === undefined)) return undefined;
  // A colour lies under all layers, written with the last.
  const textOf = (name: string) =>
    name === 'background-color' ? split.at(-1)!.get(name)! : split.map((one) => one!.get(name)).join(', ');
  const isReset = (name: string) => /^animation-(timeline|range)/.test(name);
  return new Map(longhands.map((name) => [name, isReset(name) ? initialValue(name) : textOf(name)]));
}

/** CSS Transitions 1 §2.5, CSS Animations 1 §3.9: the first time is the duration, the second one the delay; names come last. */
function splitMotion(longhands: readonly string[], layer: string, words: readonly string[]): Split {
  const split = new Map<string, string>(longhands.map((name) => [name, initialValue(name)]));
  const parts = topLevelParts(layer);
  if (!parts) return undefined;
  const [kind] = words[0].split('-');
  const times = parts.filter((part) => /^[-+]?[\d.]+(e[-+]?\d+)?m?s$/i.test(part));
  if (times.length > 2) return undefined;
  // No duration is negative: then that time is the delay, wherever it stands.
  const [duration, delay] = times[0]?.startsWith('-') ? [times[1], times[0]] : times;
  if (duration) split.set(`${kind}-duration`, duration);
  if (delay) split.set(`${kind}-delay`, delay);
  const taken = new Set<string>();
  for (const part of parts.filter((one) => !times.includes(one))) {
    const owner = words.find((name) => !taken.has(name) && fits(name, part));
    if (!owner) return undefined;
    taken.add(owner);
    split.set(owner, part);
  }
  return split;
}

/** CSS Contain 3 §3.3: names, and behind a slash the type. */
function splitContainer(longhands: readonly string[], value: string): Split {
  const [names, type = 'normal', ...more] = topLevelPieces(value, '/');
  return more.length ? undefined : zip(longhands, [names, type]);
}

/** CSS Grid 2 §8.4: lines between slashes; a name stands for the line across from it too. */
function splitGridLines(name: string, longhands: readonly string[], value: string): Split {
  const lines = topLevelPieces(value, '/');
  if (!/^grid-(row|column|area)$/.test(name) || lines.length > longhands.length) return undefined;
  const isName = (line: string) => /^-?[_a-z][\w-]*$/i.test(line) && !/^(auto|span)$/i.test(line);
  const across = (at: number) => (at === 3 ? 1 : 0);
  for (let at = lines.length; at < longhands.length; at++)
    lines.push(isName(lines[across(at)]) ? lines[across(at)] : 'auto');
  return zip(longhands, lines);
}

/** One value for both ends, or one for each; a value may be of several words (CSS Box Alignment 3 §6.3). */
function splitEnds(longhands: readonly string[], parts: readonly string[]): Split {
  // `border-spacing` is a longhand too, told by its two axes.
  const [start, end] = longhands.length === 3 ? [longhands[0], longhands[0]] : longhands;
  const ends = [...parts.keys()].flatMap((at): [string, string][] => {
    const [first, second] = [parts.slice(0, at + 1).join(' '), parts.slice(at + 1).join(' ')];
    if (!fits(start, first) || (second !== '' && !fits(end, second))) return [];
    return [[first, second || first]];
  });
  const found = ends.at(-1);
  if (!found) return undefined;
  const [first, second] = found;
  // Content has no baseline across: it goes to the start there (§5.3).
  const other = start === 'align-content' && first === second && /baseline/i.test(second) ? 'start' : second;
  return zip(longhands, longhands.length === 3 ? [parts.join(' '), first, other] : [first, other]);
}

/** Parts in any order; several words of one longhand stand for it together, and a `none` is for what has no other part. */
function splitByGrammar(longhands: readonly string[], parts: readonly string[]): Split {
  const split = new Map<string, string>();
  const isNone = (part: string) => /^(none|normal)$/i.test(part);
  // The four sides of `border` share one part; elsewhere the first longhand that fits takes it.
  const kind = (name: string) => name.slice(name.lastIndexOf('-'));
  for (const part of [...parts.filter((one) => !isNone(one)), ...parts.filter(isNone)]) {
    const joined = longhands.find(
      (name) => split.has(name) && !name.startsWith('border-') && fits(name, `${split.get(name)} ${part}`),
    );
    const free = longhands.filter(
      (name) => !split.has(name) && !name.startsWith('border-image') && fits(name, part),
    );
    if (free.length) {
      for (const name of free)
        if (name.startsWith('border-') ? kind(name) === kind(free[0]) : name === free[0])
          split.set(name, part);
    } else if (joined) split.set(joined, `${split.get(joined)} ${part}`);
    else return undefined;
  }
  for (const name of longhands) if (!split.has(name)) split.set(name, initialValue(name));
  return split;
}
