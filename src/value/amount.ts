import { isOtherMath, mathResult, type Measure } from './math-results.js';
import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';

/** A sum of amounts by unit: `calc(50% - 10px)` is 50 of '%' and −10 of 'px'; a plain number has the unit ''. */
export type Amount = ReadonlyMap<string, number>;

/** CSS px of one unit on this element; undefined where only fonts or layout know. */
export type PixelsOf = (unit: string) => number | undefined;

/** CSS Values 4 §6.2 and §7: units that are a fixed share of another. */
const fixedUnits: Readonly<Record<string, readonly [unit: string, times: number]>> = {
  px: ['px', 1],
  in: ['px', 96],
  cm: ['px', 96 / 2.54],
  mm: ['px', 96 / 25.4],
  q: ['px', 96 / 101.6],
  pt: ['px', 96 / 72],
  pc: ['px', 16],
  deg: ['deg', 1],
  grad: ['deg', 0.9],
  rad: ['deg', 180 / Math.PI],
  turn: ['deg', 360],
  s: ['s', 1],
  ms: ['s', 0.001],
  dppx: ['dppx', 1],
  x: ['dppx', 1],
  dpi: ['dppx', 1 / 96],
  dpcm: ['dppx', 2.54 / 96],
};

/** The amount that one token is; undefined for other tokens. */
export function amountOf(text: string, type: number, pixelsOf: PixelsOf): Amount | undefined {
  const number = parseFloat(text);
  switch (type) {
    case kinds.Number:
      return new Map([['', number]]);
    case kinds.Percentage:
      return new Map([['%', number]]);
    case kinds.Dimension: {
      const unit = text.replace(/^[+-]?(\d*\.)?\d+(e[+-]?\d+)?/i, '').toLowerCase();
      const [base, times] = fixedUnits[unit] ?? [];
      if (base !== undefined) return new Map([[base, number * times!]]);
      const pixels = pixelsOf(unit);
      return pixels === undefined ? new Map([[unit, number]]) : new Map([['px', number * pixels]]);
    }
    default:
      return undefined;
  }
}

/** An amount as text, `50%+-10px`; parts in order of unit, zero parts left out beside others. */
export function amountText(amount: Amount): string {
  const parts = [...amount].filter(([, number]) => rounded(number) !== 0);
  if (parts.length === 0) {
    // Zero is zero in every length; a percentage of zero is another computed value.
    const [unit] = amount.keys();
    return unit === 'px' || unit === undefined ? '0' : `0${unit}`;
  }
  return parts
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([unit, number]) => `${rounded(number)}${unit}`)
    .join('+');
}

/** Engines keep single floats; what differs less is the same. */
const rounded = (number: number) => Number(number.toPrecision(5)) + 0;

/** The amount that a text is, a calculation or a single number with its unit; undefined for any other text. */
export function calculateText(text: string, pixelsOf: PixelsOf): Amount | undefined {
  const tokens = readTokens(text);
  if (tokens.count === 0 || after(tokens, 0) < tokens.count) return undefined;
  return tokens.types[0] === kinds.Function
    ? calculate(tokens, 0, pixelsOf)
    : amountOf(text, tokens.types[0], pixelsOf);
}

/** Calculations in calculations; engines take no more. */
const deepest = 100;

interface Reading {
  readonly tokens: Tokens;
  readonly pixelsOf: PixelsOf;
  /** So many brackets are around. */
  readonly depth: number;
}

/** CSS Values 4 §10: the sum that a calculation is; undefined where it cannot be told from the text. */
export const calculate = (tokens: Tokens, open: number, pixelsOf: PixelsOf): Amount | undefined =>
  resultOf({ tokens, pixelsOf, depth: 0 }, open);

function resultOf(reading: Reading, open: number): Amount | undefined {
  const { tokens, depth } = reading;
  if (depth > deepest) return undefined;
  const name = tokenText(tokens, open)
    .slice(0, -1)
    .toLowerCase()
    .replace(/^-webkit-/, '');
  const close = Math.min(tokens.closes[open], tokens.count);
  if (name === 'calc' || name === '') return sum(reading, open + 1, close);
  if (isOtherMath(name)) return otherResult(reading, name, open + 1, close);
  if (!/^(min|max|clamp)$/.test(name)) return undefined;
  const parts = argumentsOf(tokens, open + 1, close).map(([from, to]) => sum(reading, from, to));
  const units = new Set(parts.flatMap((part) => (part?.size === 1 ? [...part.keys()] : ['?', '!'])));
  if (units.size !== 1) return undefined;
  const [unit] = units;
  const numbers = parts.map((part) => part!.get(unit)!);
  // There may be more of them than a call takes arguments.
  if (name === 'min') return new Map([[unit, numbers.reduce((least, one) => Math.min(least, one))]]);
  if (name === 'max') return new Map([[unit, numbers.reduce((most, one) => Math.max(most, one))]]);
  return numbers.length === 3
    ? new Map([[unit, Math.max(numbers[0], Math.min(numbers[1], numbers[2]))]])
    : undefined;
}

function otherResult(reading: Reading, name: string, from: number, to: number): Amount | undefined {
  const { tokens } = reading;
  const [first, ...more] = argumentsOf(tokens, from, to);
  const word = tokenText(tokens, ...first)
    .trim()
    .toLowerCase();
  const isWay = name === 'round' && /^(nearest|up|down|to-zero)$/.test(word);
  const parts: Measure[] = [];
  for (const [start, end] of isWay ? more : [first, ...more]) {
    const part = sum(reading, start, end);
    if (part?.size !== 1) return undefined;
    parts.push(...part);
  }
  const result = mathResult(name, parts, isWay ? word : undefined);
  return result && new Map([result]);
}

function argumentsOf(tokens: Tokens, from: number, to: number): [number, number][] {
  const parts: [number, number][] = [];
  let start = from;
  for (let at = from; at < to; at = after(tokens, at)) {
    if (tokens.types[at] !== kinds.Comma) continue;
    parts.push([start, at]);
    start = at + 1;
  }
  return [...parts, [start, to]];
}

function sum(reading: Reading, from: number, to: number): Amount | undefined {
  const { tokens } = reading;
  const total = new Map<string, number>();
  let sign = 1;
  let start = from;
  for (let at = from; at <= to; at = at < to ? after(tokens, at) : at + 1) {
    const text = at < to && tokens.types[at] === kinds.Delim ? tokenText(tokens, at) : '';
    if (at < to && text !== '+' && text !== '-') continue;
    // Without a space on either side it is no sign (CSS Values 4 §10.1).
    if (at < to && !(isSpaceBeside(tokens, at, -1) && isSpaceBeside(tokens, at, 1))) return undefined;
    const part = product(reading, start, at);
    if (!part) return undefined;
    for (const [unit, number] of part) total.set(unit, (total.get(unit) ?? 0) + sign * number);
    sign = text === '-' ? -1 : 1;
    start = at + 1;
  }
  return total;
}

/** Whether a space stands before or behind a token, comments apart. */
function isSpaceBeside(tokens: Tokens, at: number, step: 1 | -1): boolean {
  let beside = at + step;
  while (tokens.types[beside] === kinds.Comment) beside += step;
  return tokens.types[beside] === kinds.WhiteSpace;
}

function product(reading: Reading, from: number, to: number): Amount | undefined {
  const { tokens } = reading;
  let at = skipSpace(tokens, from, to);
  if (at >= to) return undefined;
  let result = operand(reading, at);
  at = skipSpace(tokens, after(tokens, at), to);
  while (result && at < to) {
    const sign = tokenText(tokens, at);
    const next = skipSpace(tokens, at + 1, to);
    const factor = next < to ? operand(reading, next) : undefined;
    if (!factor || (sign !== '*' && sign !== '/')) return undefined;
    const [plain, other] = isPlain(factor) ? [factor, result] : [result, factor];
    if (!isPlain(plain) || (sign === '/' && plain !== factor)) return undefined;
    const times = sign === '*' ? plain.get('')! : 1 / plain.get('')!;
    result = new Map([...other].map(([unit, number]) => [unit, number * times]));
    at = skipSpace(tokens, after(tokens, next), to);
  }
  return result;
}

const isPlain = (amount: Amount) => amount.size === 1 && amount.has('');

function operand({ tokens, pixelsOf, depth }: Reading, at: number): Amount | undefined {
  const type = tokens.types[at];
  const within = { tokens, pixelsOf, depth: depth + 1 };
  if (type === kinds.LeftParenthesis)
    return depth < deepest ? sum(within, at + 1, Math.min(tokens.closes[at], tokens.count)) : undefined;
  if (type === kinds.Function) return resultOf(within, at);
  return amountOf(tokenText(tokens, at), type, pixelsOf);
}
