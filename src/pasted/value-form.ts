import { string, url } from 'css-tree';
import { asksForPlace, isSubstituted, withPlaces } from '../cascade/index.js';
import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import {
  amountText,
  calculate,
  calculateText,
  colourText,
  computedText,
  initialValue,
  isCustomProperty,
  isInherited,
  nowhere,
  topLevelPieces,
} from '../value/index.js';

/**
 * A longhand's value in one notation, whoever wrote it: numbers without what they may leave out, calculations done, colours
 * by what they show, strings by what they hold, words by what they stand for. Texts to be compared by `isSameForm`.
 */
export function valueForm(longhand: string, value: string): string {
  const word = value.trim().toLowerCase();
  if (isCustomProperty(longhand)) return partsText(value);
  if (word === 'initial' || (word === 'unset' && !isInherited(longhand)))
    return valueForm(longhand, initialValue(longhand) || '-');
  if (word === 'unset') return 'inherit';
  if (/^(inherit|revert|revert-layer)$/.test(word)) return word;
  if (isSubstituted(value)) return partsText(value);
  if (longhand === 'font-family') return familyForm(value);
  if (!asksForPlace(value)) return partsText(computedText(longhand, value, nowhere));
  // A browser puts brackets where there were none: what comes to the same somewhere is the same text.
  const placed = withPlaces(value, (isCount) => (isCount ? 11 : 7));
  return `${partsText(computedText(longhand, placed, nowhere))}${between}by its place`;
}

/** Fonts without those that are named again; but one of one width alone is another than two of them (CSS Fonts 4 §2.1.3). */
function familyForm(value: string): string {
  const families = topLevelPieces(computedText('font-family', value, nowhere), ',').map(partsText);
  const once = [...new Set(families)];
  return (once.join() === 'monospace' ? families : once).join(`${between},${between}`);
}

/** A text with white space only where it says something: comments left out, strings in one kind of quotes. */
export const plainText = (text: string): string => partsText(text).toLowerCase();

const between = '\n';

/** How far numbers may be apart that were rounded, as a share of them; whole ones are not. */
const rounding = 1e-4;
/** How far two colours may be apart in each channel, of 255, where one was written in another space. */
const shade = 1;

/** Whether two forms say the same but for rounding. */
export function isSameForm(one: string, other: string): boolean {
  if (one === other) return true;
  if (!one.includes(between) && !other.includes(between)) return isSamePart(one, other);
  const [mine, theirs] = [one.split(between), other.split(between)];
  return mine.length === theirs.length && mine.every((part, i) => isSamePart(part, theirs[i]));
}

function isSamePart(one: string, other: string): boolean {
  if (one === other) return true;
  if (one.startsWith('#') || other.startsWith('#'))
    return colour.test(one) && colour.test(other) && isSameColour(one, other);
  const [, number, unit] = amount.exec(one) ?? [];
  const [, second, otherUnit] = amount.exec(other) ?? [];
  if (number === undefined || second === undefined || unit !== otherUnit) return false;
  const [mine, theirs] = [Number(number), Number(second)];
  if (Number.isInteger(mine) && Number.isInteger(theirs)) return mine === theirs;
  return Math.abs(mine - theirs) <= Math.abs(mine) * rounding;
}

function isSameColour(one: string, other: string): boolean {
  const [mine, theirs] = [one, other].map((text) => parseInt(text.slice(1), 16));
  return [24, 16, 8, 0].every(
    (shift) => Math.abs(((mine >>> shift) & 255) - ((theirs >>> shift) & 255)) <= shade,
  );
}

const colour = /^#[\da-f]{8}$/;
const amount = /^(-?[\d.]+(?:e[+-]?\d+)?)([a-z%]*)$/;

function partsText(value: string): string {
  const tokens = readTokens(value);
  return partsIn(tokens, 0, tokens.count).join(between);
}

/** What stands in more brackets than these is compared as it is written. */
const deepest = 100;
/** Nor are brackets looked for that say nothing in calculations of more parts. */
const mostParts = 1000;

function partsIn(tokens: Tokens, from: number, to: number, depth = 0): string[] {
  const parts: string[] = [];
  for (let at = skipSpace(tokens, from, to); at < to; at = skipSpace(tokens, after(tokens, at), to)) {
    for (const part of partsAt(tokens, at, depth)) parts.push(part);
  }
  return parts;
}

function partsAt(tokens: Tokens, at: number, depth: number): string[] {
  const end = after(tokens, at);
  const text = tokenText(tokens, at, end);
  if (depth > deepest) return [text];
  switch (tokens.types[at]) {
    case kinds.String:
      return [JSON.stringify(string.decode(text))];
    case kinds.Url:
      return [`url(${JSON.stringify(url.decode(text))})`];
    case kinds.Ident:
    case kinds.Hash:
      return [colourText(text) ?? text];
    case kinds.Function:
      return functionParts(tokens, at, text, depth);
    case kinds.Number:
    case kinds.Percentage:
    case kinds.Dimension:
      return [numberText(text)];
    default:
      return tokens.closes[at] === 0
        ? [text]
        : [tokenText(tokens, at), ...partsIn(tokens, at + 1, closeOf(tokens, at), depth + 1), 'end'];
  }
}

const closeOf = (tokens: Tokens, open: number) => Math.min(tokens.closes[open], tokens.count);

/** Zero is zero in every unit; whole numbers keep all their digits. */
function numberText(text: string): string {
  const [, whole, unit] = /^([-+]?\d+)([a-z%]*)$/i.exec(text) ?? [];
  if (whole && Number(whole) !== 0 && !/^(m?s|in|cm|mm|q|pt|pc|deg|g?rad|turn|dp.*|x)$/i.test(unit))
    return `${Number(whole)}${unit.toLowerCase()}`;
  const known = calculateText(text, () => undefined);
  return known ? amountText(known).replace(/^0\D*$/, '0') : text;
}

/** What the functions of filters are where nothing stands in their brackets (Filter Effects 1 §6). */
const usual =
  /^(blur\(\n0|hue-rotate\(\n0|(brightness|contrast|grayscale|invert|opacity|saturate|sepia)\(\n1)$/;

function functionParts(tokens: Tokens, at: number, text: string, depth: number): string[] {
  const shown = colourText(text);
  if (shown) return [shown];
  const name = tokenText(tokens, at).toLowerCase();
  const close = closeOf(tokens, at);
  const inner = skipSpace(tokens, at + 1, close);
  if (name === 'url(' && tokens.types[inner] === kinds.String)
    return [`url(${JSON.stringify(string.decode(tokenText(tokens, inner)))})`];
  const known = calculate(tokens, at, () => undefined);
  if (known) return [amountText(known)];
  const written = partsIn(tokens, at + 1, close, depth + 1);
  const parts = isMath.test(name) && written.length <= mostParts ? withoutSpareBrackets(written) : written;
  if (usual.test([name, ...parts].join(between))) return [name, 'end'];
  const moved = plainTransform(name, parts);
  if (moved) return moved;
  return [name, ...(name.endsWith('gradient(') ? shortStops(parts) : parts), 'end'];
}

const isMath = /^(-webkit-)?(calc|min|max|clamp|round|mod|rem|abs|sign)\($/;

/** Transforms along one axis as those along two, and those along three that leave the third alone (CSS Transforms 2 §13). */
const plainTransforms: Readonly<Record<string, (...amounts: readonly string[]) => string[] | undefined>> = {
  'translate(': (x, y = '0') => ['translate(', x, y],
  'translatex(': (x) => ['translate(', x, '0'],
  'translatey(': (y) => ['translate(', '0', y],
  'translate3d(': (x, y, z) => (z === '0' ? ['translate(', x, y] : undefined),
  'scale(': (x, y = x) => ['scale(', x, y],
  'scalex(': (x) => ['scale(', x, '1'],
  'scaley(': (y) => ['scale(', '1', y],
  'scale3d(': (x, y, z) => (z === '1' ? ['scale(', x, y] : undefined),
  'skew(': (x, y = '0') => ['skew(', x, y],
  'skewx(': (x) => ['skew(', x, '0'],
  'skewy(': (y) => ['skew(', '0', y],
  'rotatez(': (angle) => ['rotate(', angle],
};

/** undefined for what is no transform, or has calculations in it. */
function plainTransform(name: string, parts: readonly string[]): string[] | undefined {
  const amounts = parts.filter((part) => part !== ',');
  if (!Object.hasOwn(plainTransforms, name) || parts.length !== amounts.length * 2 - 1) return undefined;
  const plain = plainTransforms[name](...amounts);
  return plain && [...plain, 'end'];
}

/** A calculation without brackets around what comes first anyway: a product, unless something is divided by it. */
function withoutSpareBrackets(parts: readonly string[]): string[] {
  const open = parts.findIndex((part, at) => part === '(' && parts[at - 1] !== '/' && isProduct(parts, at));
  if (open < 0) return [...parts];
  const end = endOf(parts, open);
  return withoutSpareBrackets([
    ...parts.slice(0, open),
    ...parts.slice(open + 1, end),
    ...parts.slice(end + 1),
  ]);
}

function isProduct(parts: readonly string[], open: number): boolean {
  for (
    let at = open + 1;
    at < endOf(parts, open);
    at = parts[at].endsWith('(') ? endOf(parts, at) + 1 : at + 1
  )
    if (/^[-+]$/.test(parts[at])) return false;
  return true;
}

/** Where the brackets end that a part opens. */
function endOf(parts: readonly string[], open: number): number {
  let depth = 0;
  for (let at = open; at < parts.length; at++) {
    if (parts[at].endsWith('(')) depth++;
    if (parts[at] === 'end' && --depth === 0) return at;
  }
  return parts.length;
}

/** A gradient without what it is anyway: downwards, from the first colour at nothing to the last at all (CSS Images 3 §3). */
function shortStops(parts: readonly string[]): string[] {
  const stops: string[][] = [[]];
  let depth = 0;
  for (const part of parts) {
    if (part.endsWith('(')) depth++;
    if (part === 'end') depth--;
    if (part === ',' && depth === 0) stops.push([]);
    else stops[stops.length - 1].push(part);
  }
  if (/^(to\nbottom|180deg)$/.test(stops[0].join(between))) stops.shift();
  const first = stops.findIndex(([front]) => colour.test(front));
  for (const [at, place] of [
    [first, '0'],
    [stops.length - 1, '100%'],
  ] as const) {
    if (stops[at]?.length === 2 && stops[at][1] === place) stops[at].pop();
  }
  return stops.flatMap((stop) => [',', ...stop]).slice(1);
}
