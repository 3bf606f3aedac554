import { isGapRule, splitGapRule } from './split-gap-rule.js';
import { splitGrid, splitGridLines, splitGridTemplate } from './split-grid.js';
import { splitBackground, splitMask } from './split-layer.js';
import {
  splitBorderImage,
  splitFlex,
  splitFont,
  splitOffset,
  splitTextBox,
  splitSynthesis,
  splitWhiteSpace,
} from './split-words.js';
import { inPlainWords } from './notation.js';
import { presentValue } from './present-value.js';
import { fits, splitPosition, topLevelParts, topLevelPieces, zip } from './parts.js';
import { canonicalProperty, initialValue, isLonghand, longhandsOf, presentName } from './properties.js';

type Split = ReadonlyMap<string, string> | undefined;

/** Shorthands whose parts go to the sides or ends in order (CSS Box 4 §3.2, CSS Box Alignment 3 §6.3, …). */
const fourSides = /^(margin|padding|inset|border-(width|style|color)|scroll-(margin|padding)|corner-shape)$/;
const twoEnds =
  /^((grid-)?gap|overflow|overscroll-behavior|contain-intrinsic-size|interest-delay|corner-(top|right|bottom|left|(block|inline)-(start|end))-shape|(margin|padding|inset|scroll-margin|scroll-padding)-(block|inline)|border-(block|inline)-(width|style|color)|place-(content|items|self)|border-spacing)$/;
/** Shorthands whose parts are told apart by their grammar, in any order (`||`). */
const anyOrder =
  /^(border(-(top|right|bottom|left|block|inline|(block|inline)-(start|end)))?|-webkit-border-(before|after|start|end)|outline|list-style|flex-flow|text-decoration|text-wrap|font-variant|columns|(view|scroll)-timeline|text-emphasis|-webkit-text-stroke)$/;

/**
 * The longhands' own values in a shorthand's value, e.g. `margin: 1px 2px` → `margin-top: 1px`…; parts that
 * are not written get their initial value. A longhand gives itself. undefined where the value cannot be
 * split here: it holds `var()`, or the shorthand has a grammar of its own (CSS Cascade 5 §2.1).
 */
export function splitShorthand(property: string, written: string): Split {
  const value = inPlainWords(written);
  const name = presentName(canonicalProperty(property));
  const longhands = longhandsOf(name);
  if (isLonghand(name) && longhands.length <= 1) return new Map([[name, presentValue(property, value)]]);
  if (/(^|[^\w\x80-\uffff-])(var|env|attr|if)\(/i.test(value)) return undefined;
  if (/^(initial|inherit|unset|revert|revert-layer)$/i.test(value))
    return new Map(longhands.map((one) => [one, value]));
  if (name === 'font') return splitFont(longhands, value);
  if (isGapRule(name)) return splitGapRule(name, longhands, value);
  const parts = topLevelParts(value);
  if (name === 'border-radius')
    return splitRadius(longhands, /^-webkit-/i.test(property) ? acrossAndDown(value) : value);
  const ofLayer = layered[name];
  if (ofLayer) return splitLayers(longhands, value, ofLayer);
  if (name === 'columns') return splitColumns(longhands, value);
  if (name === 'marker') return zip(longhands, [value, value, value]);
  if (name === 'offset') return splitOffset(longhands, value);
  if (name === 'position-try') return splitTry(longhands, value);
  if (name === 'container') return splitContainer(longhands, value);
  if (name === 'grid') return splitGrid(longhands, value);
  if (name === 'grid-template') return splitGridTemplate(longhands, value);
  if (/^(border-image|-webkit-mask-box-image)$/.test(name))
    return splitBorderImage(longhands, value, /^-webkit-(border|mask-box)-image$/i.test(property));
  if (/^grid-(row|column|area)$/.test(name)) return splitGridLines(longhands, value);
  if (parts === undefined) return undefined;
  if (fourSides.test(name) && parts.length <= 4) {
    const [top, right = top, bottom = top, left = right] = parts;
    return zip(longhands, [top, right, bottom, left]);
  }
  if (twoEnds.test(name)) return splitEnds(longhands, parts);
  if (name === 'white-space') return splitWhiteSpace(longhands, parts);
  if (name === 'text-box') return splitTextBox(longhands, parts);
  if (name === 'animation-range') return splitRange(longhands, parts);
  if (name === 'font-synthesis') return splitSynthesis(longhands, parts);
  if (name === 'flex') return splitFlex(parts);
  if (anyOrder.test(name)) return splitByGrammar(longhands, parts);
  return undefined;
}

/** Under its old name two radii are one across and one down, in all corners; as engines have it. */
function acrossAndDown(value: string): string {
  const parts = topLevelParts(value);
  return parts?.length === 2 ? parts.join(' / ') : value;
}

/** CSS Anchor Positioning 1: which place to try first, where that is said, and the places. */
function splitTry(longhands: readonly string[], value: string): Split {
  const [, order = 'normal', places] = /^(?:(normal|most-[a-z-]+)\s+)?([^]+)$/i.exec(value) ?? [];
  return places === undefined ? undefined : zip(longhands, [order, places]);
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
  mask: splitMask,
  'background-position': splitPlace,
  'mask-position': splitPlace,
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

function splitPlace(longhands: readonly string[], layer: string): Split {
  const parts = topLevelParts(layer);
  return parts && splitPosition(longhands, parts);
}

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
  const times = parts.filter(isTime);
  // Before any time `auto` is the duration, elsewhere it is a name.
  const first = parts.findIndex((part) => isTime(part) || /^auto$/i.test(part));
  if (kind === 'animation' && first >= 0 && !isTime(parts[first])) times.unshift(...parts.splice(first, 1));
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

/** A sum of times is one too. */
const isTime = (part: string) =>
  /^[-+]?[\d.]+(e[-+]?\d+)?m?s$/i.test(part) ||
  /^(calc|min|max|clamp)\([^]*\d(e[-+]?\d+)?m?s(?![\w-])/i.test(part);

/** CSS Contain 3 §3.3: names, and behind a slash the type. */
function splitContainer(longhands: readonly string[], value: string): Split {
  const [names, type = 'normal', ...more] = topLevelPieces(value, '/');
  return more.length ? undefined : zip(longhands, [names, type]);
}

/** CSS Multi-column 2 §3.3: width and count in any order, and behind a slash the height. */
function splitColumns(longhands: readonly string[], value: string): Split {
  const [both, height] = topLevelPieces(value, '/');
  const split = splitByGrammar(longhands.slice(0, 2), topLevelParts(both) ?? []);
  if (!split) return undefined;
  const rest = longhands.slice(2).map((name): [string, string] => [name, initialValue(name)]);
  return new Map([...split, ...rest, ...(height ? ([['column-height', height]] as const) : [])]);
}

/** CSS Scroll-driven Animations 1 §3.3: a range that is named at its start ends with itself. */
function splitRange(longhands: readonly string[], parts: readonly string[]): Split {
  const ends = splitEnds(longhands, parts);
  const [start, end] = longhands;
  if (!ends || !fits(start, parts.join(' '))) return ends;
  const isNamed = /^(?!normal$)[a-z-]+$/i.test(parts[0]);
  return zip([start, end], [parts.join(' '), isNamed ? parts[0] : 'normal']);
}

/** One value for both ends, or one for each; a value may be of several words (CSS Box Alignment 3 §6.3). */
function splitEnds(longhands: readonly string[], parts: readonly string[]): Split {
  // `border-spacing` is a longhand too, told by its two axes.
  if (longhands.length === 3) return zip(longhands, [parts.join(' '), parts[0], parts[1] ?? parts[0]]);
  const [start, end] = longhands;
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
  return zip(longhands, [first, other]);
}

/** Parts in any order; several words of one longhand stand for it together, and a `none` is for what has no other part. */
function splitByGrammar(longhands: readonly string[], parts: readonly string[]): Split {
  const split = new Map<string, string>();
  const isNone = (part: string) => /^(none|normal|auto)$/i.test(part);
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
  // One `none` of `list-style` is for the image and the marker (CSS Lists 3 §3.5).
  const isBare = parts.some(isNone) && longhands.includes('list-style-type');
  for (const name of longhands)
    if (!split.has(name)) split.set(name, isBare && name === 'list-style-type' ? 'none' : initialValue(name));
  return split;
}
