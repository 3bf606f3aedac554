import { lexer } from 'css-tree';
import { splitPosition, topLevelParts, zip } from './parts.js';
import { splitBackground } from './split-background.js';
import { canonicalProperty, initialValue, isLonghand, longhandsOf } from './properties.js';

/** Shorthands whose parts go to the sides or ends in order (CSS Box 4 §3.2, CSS Box Alignment 3 §6.3, …). */
const fourSides = /^(margin|padding|inset|border-(width|style|color)|scroll-(margin|padding))$/;
const twoEnds =
  /^(gap|overflow|overscroll-behavior|(margin|padding|inset|scroll-margin|scroll-padding)-(block|inline)|border-(block|inline)-(width|style|color)|place-(content|items|self)|border-spacing)$/;
/** Shorthands whose parts are told apart by their grammar, in any order (`||`). */
const anyOrder =
  /^(border(-(top|right|bottom|left|block|inline|(block|inline)-(start|end)))?|outline|list-style|flex-flow|text-decoration|column-rule|columns|text-emphasis|-webkit-text-stroke)$/;

/**
 * The longhands' own values in a shorthand's value, e.g. `margin: 1px 2px` → `margin-top: 1px`…; parts that
 * are not written get their initial value. A longhand gives itself. undefined where the value cannot be
 * split here: it holds `var()`, or the shorthand has a grammar of its own (CSS Cascade 5 §2.1).
 */
export function splitShorthand(property: string, value: string): ReadonlyMap<string, string> | undefined {
  const name = canonicalProperty(property);
  const longhands = longhandsOf(name);
  if (isLonghand(name) && longhands.length <= 1) return new Map([[name, value]]);
  if (/(^|[^\w-])(var|env|attr|if)\(/i.test(value)) return undefined;
  if (/^(initial|inherit|unset|revert|revert-layer)$/i.test(value))
    return new Map(longhands.map((one) => [one, value]));
  if (name === 'font') return splitFont(longhands, value);
  const parts = topLevelParts(value);
  if (name === 'border-radius') return splitRadius(longhands, value);
  if (name === 'background') return splitBackground(longhands, value);
  if (parts === undefined) return undefined;
  if (fourSides.test(name) && parts.length <= 4) {
    const [top, right = top, bottom = top, left = right] = parts;
    return zip(longhands, [top, right, bottom, left]);
  }
  if (twoEnds.test(name) && parts.length <= 2) {
    const [first, second = first] = parts;
    return zip(longhands, longhands.length === 3 ? [value, first, second] : [first, second]);
  }
  if (name === 'list-style' && value.trim().toLowerCase() === 'none')
    return zip(
      longhands,
      longhands.map((one) => (one === 'list-style-position' ? 'outside' : 'none')),
    );
  if (/^(border|mask-border)-image$/.test(name) && value.trim().toLowerCase() === 'none')
    return zip(longhands, longhands.map(initialValue));
  if (name === 'white-space') return splitWhiteSpace(longhands, parts);
  if (name === 'transition') return splitTransition(longhands, parts);
  if (name === 'flex') return splitFlex(parts);
  if (name === 'background-position') return splitPosition(longhands, parts);
  if (anyOrder.test(name)) return splitByGrammar(longhands, parts);
  return undefined;
}

/** CSS Backgrounds 3 §4.1: horizontal radii, and behind a slash the vertical ones. */
function splitRadius(longhands: readonly string[], value: string): ReadonlyMap<string, string> | undefined {
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

/** CSS Transitions 1 §2.5, one transition: the first time is the duration, the second one the delay. */
function splitTransition(
  longhands: readonly string[],
  parts: readonly string[],
): ReadonlyMap<string, string> | undefined {
  const split = new Map<string, string>(longhands.map((name) => [name, initialValue(name)]));
  const times = parts.filter((part) => /^-?[\d.]+m?s$/i.test(part));
  const others = parts.filter((part) => !times.includes(part));
  if (times.length > 2) return undefined;
  if (times[0]) split.set('transition-duration', times[0]);
  if (times[1]) split.set('transition-delay', times[1]);
  for (const part of others) {
    const isEasing =
      /^(ease|linear|ease-in|ease-out|ease-in-out|step-start|step-end|(cubic-bezier|steps|linear)\()/i;
    if (isEasing.test(part)) split.set('transition-timing-function', part);
    else if (/^(normal|allow-discrete)$/i.test(part)) split.set('transition-behavior', part);
    else split.set('transition-property', part);
  }
  return split;
}

/** CSS Text 4 §3: the old words, each for two longhands. */
const whiteSpaces: Readonly<Record<string, readonly [collapse: string, wrap: string]>> = {
  normal: ['collapse', 'wrap'],
  nowrap: ['collapse', 'nowrap'],
  pre: ['preserve', 'nowrap'],
  'pre-wrap': ['preserve', 'wrap'],
  'pre-line': ['preserve-breaks', 'wrap'],
  'break-spaces': ['break-spaces', 'wrap'],
};

function splitWhiteSpace(
  longhands: readonly string[],
  parts: readonly string[],
): ReadonlyMap<string, string> | undefined {
  const words = parts.map((part) => part.toLowerCase());
  const old = words.length === 1 ? whiteSpaces[words[0]] : undefined;
  const collapse =
    old?.[0] ?? words.find((word) => /^(collapse|preserve|preserve-breaks|break-spaces)$/.test(word));
  const wrap = old?.[1] ?? words.find((word) => /^(wrap|nowrap)$/.test(word));
  return new Map(
    longhands.map((name) => [
      name,
      (name === 'white-space-collapse' ? collapse : name === 'text-wrap-mode' ? wrap : undefined) ??
        initialValue(name),
    ]),
  );
}

/** CSS Flexbox 1 §7.1.1: common values of `flex`. */
function splitFlex(parts: readonly string[]): ReadonlyMap<string, string> | undefined {
  const names = ['flex-grow', 'flex-shrink', 'flex-basis'];
  const isNumber = (part: string | undefined) => part !== undefined && /^[\d.]+$/.test(part);
  if (parts.length === 1 && parts[0] === 'none') return zip(names, ['0', '0', 'auto']);
  if (parts.length === 1 && parts[0] === 'auto') return zip(names, ['1', '1', 'auto']);
  if (!isNumber(parts[0]) || parts.length > 3) return undefined;
  const shrink = isNumber(parts[1]) ? parts[1] : '1';
  const basis = parts[isNumber(parts[1]) ? 2 : 1] ?? '0%';
  return zip(names, [parts[0], shrink, basis]);
}

/** CSS Fonts 4 §2.7: what stands before the size is told apart by its grammar, what follows it is the family. */
function splitFont(longhands: readonly string[], value: string): ReadonlyMap<string, string> | undefined {
  const found =
    /^(.*?)((?:[\d.]+(?:[a-z]+|%)|(?:calc|clamp|min|max)\([^]*?\)|(?:xx?-)?(?:small|large)|xxx-large|medium|larger|smaller))(?:\s*\/\s*([^\s,]+))?\s+([^]+)$/i.exec(
      value,
    );
  if (!found) return undefined;
  const [, front, size, lineHeight = 'normal', family] = found;
  const split = new Map<string, string>(longhands.map((name) => [name, initialValue(name)]));
  split.set('font-size', size).set('line-height', lineHeight).set('font-family', family);
  for (const part of front.trim().split(/\s+/).filter(Boolean)) {
    const owner = ['font-style', 'font-variant-caps', 'font-weight', 'font-stretch'].find(
      (name) => part !== 'normal' && fits(name, part),
    );
    if (owner) split.set(owner, part);
  }
  return split;
}

function splitByGrammar(
  longhands: readonly string[],
  parts: readonly string[],
): ReadonlyMap<string, string> | undefined {
  const split = new Map<string, string>();
  for (const part of parts) {
    const free = longhands.filter(
      (name) => !split.has(name) && !name.startsWith('border-image') && fits(name, part),
    );
    if (free.length === 0) return undefined;
    // The four sides of `border` share one part; elsewhere the first longhand that fits takes it.
    const kind = (name: string) => name.slice(name.lastIndexOf('-'));
    for (const name of free)
      if (name.startsWith('border-') ? kind(name) === kind(free[0]) : name === free[0]) split.set(name, part);
  }
  for (const name of longhands) if (!split.has(name)) split.set(name, initialValue(name));
  return split;
}

function fits(longhand: string, part: string): boolean {
  return lexer.matchProperty(longhand, part).error === null;
}
