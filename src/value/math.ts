import { after, kinds, nearest, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';

/** What a calculation gives; `mixed` is a length and a percentage together (CSS Values 4 §10.9). */
type MathType =
  'number' | 'length' | 'percentage' | 'mixed' | 'angle' | 'time' | 'frequency' | 'resolution' | 'flex';

/** One plain token of each type, which a grammar takes wherever it would take the calculation. */
const stand: Readonly<Record<MathType, readonly string[]>> = {
  number: ['1'],
  length: ['1px'],
  percentage: ['1%'],
  mixed: ['1px', '1%'],
  angle: ['1deg'],
  time: ['1s'],
  frequency: ['1hz'],
  resolution: ['1dppx'],
  flex: ['1fr'],
};

const units: readonly (readonly [RegExp, MathType])[] = [
  [/^(px|cm|mm|in|pt|pc|q|r?(em|ex|ch|cap|ic|lh)|[sld]?v(w|h|i|b|min|max)|cq(w|h|i|b|min|max))$/, 'length'],
  [/^(deg|grad|rad|turn)$/, 'angle'],
  [/^(s|ms)$/, 'time'],
  [/^(hz|khz)$/, 'frequency'],
  [/^(dpi|dpcm|dppx|x)$/, 'resolution'],
  [/^fr$/, 'flex'],
];

/** Those that people write, for who mistypes one. */
const usualUnits = 'px em rem vw vh dvh svh lvh vmin vmax ch lh pt cm mm in cqw deg turn rad s ms fr'.split(
  ' ',
);

/** What is probably meant by the first number whose unit no browser knows; undefined where all are known. */
export function unknownUnitIn(value: string): { text: string; meant: readonly string[] } | undefined {
  const tokens = readTokens(value);
  for (let at = 0; at < tokens.count; at++) {
    if (tokens.types[at] !== kinds.Dimension || operandType(tokens, at)) continue;
    const text = tokenText(tokens, at);
    const [, number, unit] = /^([+-]?[\d.]+(?:e[+-]?\d+)?)([^]*)$/i.exec(text)!;
    return { text, meant: nearest(unit.toLowerCase(), usualUnits).map((one) => number + one) };
  }
  return undefined;
}

const mathFunction =
  /^(-webkit-)?(calc|min|max|clamp|abs|sign|round|mod|rem|sin|cos|tan|asin|acos|atan|atan2|pow|sqrt|hypot|log|exp|progress|random|sibling-index|sibling-count)\($/i;

/** A value with each `calc-size()` that is written as one replaced by a plain length (CSS Values 5 §11). */
export function withoutCalcSize(value: string): string {
  if (!/calc-size\(/i.test(value)) return value;
  const tokens = readTokens(value);
  let text = '';
  for (let at = 0; at < tokens.count;) {
    const isOne = tokens.types[at] === kinds.Function && /^calc-size\($/i.test(tokenText(tokens, at));
    const next = isOne ? after(tokens, at) : at + 1;
    const written = tokenText(tokens, at, next);
    text += isOne && calcSize.test(written) && areUnitsKnown(tokens, at, next) ? '1px' : written;
    at = next;
  }
  return text;
}

function areUnitsKnown(tokens: Tokens, from: number, to: number): boolean {
  for (let at = from; at < to; at++)
    if (tokens.types[at] === kinds.Dimension && !operandType(tokens, at)) return false;
  return true;
}

const calcSize = /^calc-size\((?!\s*none\s*,)[^,]+,[^,]*[^,\s][^,]*\)$/i;

/**
 * The value with each calculation replaced by a plain token of its type: one text, or two where a length and
 * a percentage are mixed and both must fit. undefined where a calculation's types do not go together.
 */
export function withoutMath(value: string): readonly string[] | undefined {
  if (!/\(/.test(value)) return [value];
  const tokens = readTokens(value);
  let texts = [''];
  for (let at = 0; at < tokens.count;) {
    const text = tokenText(tokens, at);
    if (tokens.types[at] === kinds.Function && mathFunction.test(text)) {
      const type = functionType(tokens, at);
      if (!type) return undefined;
      const plain = stand[type];
      const both = Math.max(plain.length, texts.length);
      // Before it a sign may stand, which is not its own, and behind its bracket a word may follow at once.
      texts = Array.from(
        { length: both },
        (_, i) => `${texts[i % texts.length]} ${plain[i % plain.length]} `,
      );
      at = after(tokens, at);
    } else {
      texts = texts.map((before) => before + text);
      at++;
    }
  }
  return texts;
}

function functionType(tokens: Tokens, open: number): MathType | undefined {
  const name = tokenText(tokens, open).slice(0, -1).toLowerCase().replace('-webkit-', '');
  const close = tokens.closes[open];
  if (name.startsWith('sibling-')) return skipSpace(tokens, open + 1, close) >= close ? 'number' : undefined;
  const parts = argumentTypes(tokens, open, name);
  if (!parts || parts.length === 0) return undefined;
  const joined = parts.reduce<MathType | undefined>(
    (sum, part) => (sum && part ? added(sum, part) : undefined),
    parts[0],
  );
  switch (name) {
    case 'sign':
    case 'progress':
      return joined && 'number';
    case 'sin':
    case 'cos':
    case 'tan':
      return joined === 'number' || joined === 'angle' ? 'number' : undefined;
    case 'asin':
    case 'acos':
    case 'atan':
      return joined === 'number' ? 'angle' : undefined;
    case 'atan2':
      return joined && 'angle';
    case 'pow':
    case 'sqrt':
    case 'log':
    case 'exp':
      return joined === 'number' ? 'number' : undefined;
    default:
      return joined;
  }
}

/** How often `random()` is drawn anew (CSS Values 5 §10). */
const sharing =
  /^((auto|--[^\s()]+|property-scoped|element-scoped|property-index-scoped)\s*)+$|^fixed\s+\S+$/;

/** How many arguments a function takes, words left aside; any number from one on for those that are not here. */
const amounts: Readonly<Record<string, readonly [least: number, most: number]>> = {
  ...Object.fromEntries(
    ['calc', 'abs', 'sign', 'sin', 'cos', 'tan', 'asin', 'acos', 'atan', 'sqrt', 'exp'].map((one) => [
      one,
      [1, 1],
    ]),
  ),
  ...Object.fromEntries(['mod', 'rem', 'pow', 'atan2'].map((one) => [one, [2, 2]])),
  clamp: [3, 3],
  progress: [3, 3],
  round: [1, 2],
  log: [1, 2],
  random: [2, 3],
};

/** The type of each argument; keywords of `round()` and `clamp(none, …)` are passed over. undefined where there are too few or too many. */
function argumentTypes(tokens: Tokens, open: number, name: string): (MathType | undefined)[] | undefined {
  const close = tokens.closes[open];
  const types: (MathType | undefined)[] = [];
  let amount = 0;
  let start = open + 1;
  for (let at = start; at <= close; at = at < close ? after(tokens, at) : at + 1) {
    if (at < close && tokens.types[at] !== kinds.Comma) continue;
    const text = tokenText(tokens, start, at).trim().toLowerCase();
    const isFirst = start === open + 1;
    const isWord =
      isFirst &&
      ((name === 'random' && sharing.test(text)) ||
        (name === 'round' && /^(nearest|up|down|to-zero)$/.test(text)));
    // A clamp may be open at its ends.
    const isOpenEnd = name === 'clamp' && text === 'none' && amount !== 1;
    if (!isWord) amount++;
    if (!isWord && !isOpenEnd) types.push(sumType(tokens, start, at));
    start = at + 1;
  }
  // Only a number is rounded to whole ones.
  if (name === 'round' && amount === 1 && types[0] !== 'number') return undefined;
  const [least, most] = amounts[name] ?? [1, Infinity];
  return amount < least || amount > most ? undefined : types;
}

function added(a: MathType, b: MathType): MathType | undefined {
  if (a === b) return a;
  const pair = new Set([a, b]);
  return ['length', 'percentage', 'mixed'].filter((type) => pair.has(type as MathType)).length === 2
    ? 'mixed'
    : undefined;
}

/** `a + b - c`: white space must stand on both sides of the sign. */
function sumType(tokens: Tokens, from: number, to: number): MathType | undefined {
  let sum: MathType | undefined;
  let start = from;
  for (let at = from; at <= to; at = at < to ? after(tokens, at) : at + 1) {
    const isSign = at < to && tokens.types[at] === kinds.Delim && /^[+-]$/.test(tokenText(tokens, at));
    if (at < to && !isSign) continue;
    const isSpaced = (i: number) => tokens.types[i] === kinds.WhiteSpace || tokens.types[i] === kinds.Comment;
    if (isSign && !(isSpaced(at - 1) && isSpaced(at + 1))) return undefined;
    const part = productType(tokens, start, at);
    if (!part) return undefined;
    sum = start === from ? part : added(sum!, part);
    if (!sum) return undefined;
    start = at + 1;
  }
  return sum;
}

function productType(tokens: Tokens, from: number, to: number): MathType | undefined {
  let at = skipSpace(tokens, from, to);
  let product = at < to ? operandType(tokens, at) : undefined;
  at = skipSpace(tokens, at < to ? after(tokens, at) : at, to);
  while (product && at < to) {
    const sign = tokenText(tokens, at);
    const next = skipSpace(tokens, at + 1, to);
    const factor = next < to ? operandType(tokens, next) : undefined;
    if (!factor) return undefined;
    if (sign === '*') product = product === 'number' ? factor : factor === 'number' ? product : undefined;
    else if (sign === '/')
      product = factor === 'number' ? product : factor === product ? 'number' : undefined;
    else return undefined;
    at = skipSpace(tokens, after(tokens, next), to);
  }
  return product;
}

function operandType(tokens: Tokens, at: number): MathType | undefined {
  const text = tokenText(tokens, at).toLowerCase();
  switch (tokens.types[at]) {
    case kinds.Number:
      return 'number';
    case kinds.Percentage:
      return 'percentage';
    case kinds.Dimension: {
      const unit = text.replace(/^[+-]?[\d.]+(e[+-]?\d+)?/, '');
      return units.find(([shape]) => shape.test(unit))?.[1];
    }
    case kinds.Ident:
      // Constants, and the channels of a relative colour.
      return /^(e|pi|-?infinity|nan|alpha|[a-z])$/.test(text) ? 'number' : undefined;
    case kinds.LeftParenthesis:
      return sumType(tokens, at + 1, tokens.closes[at]);
    case kinds.Function:
      return mathFunction.test(text)
        ? functionType(tokens, at)
        : /^(anchor|anchor-size)\($/.test(text)
          ? 'length'
          : undefined;
    default:
      return undefined;
  }
}
