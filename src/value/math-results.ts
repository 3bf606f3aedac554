// What the functions of calculations beside sums, products and limits come to (CSS Values 4, mathematical expressions).

/** A number and its unit; '' for none. */
export type Measure = readonly [unit: string, number: number];

/** Units of which nothing is left open: percentages are of something else, and may be of less than nothing. */
const known = new Set(['', 'px', 'deg', 's', 'dppx']);

const stepped: Readonly<Record<string, (steps: number) => number>> = {
  nearest: (steps) => Math.floor(steps + 0.5),
  up: Math.ceil,
  down: Math.floor,
  'to-zero': Math.trunc,
};

/** Of parts with one unit, in that unit. */
const ofEqualUnits: Readonly<Record<string, (...numbers: readonly number[]) => number>> = {
  mod: (number, step) => number - step * Math.floor(number / step),
  rem: (number, step) => number % step,
  abs: Math.abs,
};

/** Of any number of parts: there may be more than a call takes arguments. */
const hypot = (numbers: readonly number[]): number => {
  const most = numbers.reduce((found, one) => Math.max(found, Math.abs(one)), 0);
  return most && most * Math.sqrt(numbers.reduce((sum, one) => sum + (one / most) ** 2, 0));
};

/** Of plain numbers. */
const ofNumbers: Readonly<Record<string, (...numbers: readonly number[]) => number>> = {
  sqrt: Math.sqrt,
  pow: Math.pow,
  exp: Math.exp,
  log: (number, base) => (base === undefined ? Math.log(number) : Math.log(number) / Math.log(base)),
};

const ofAngles: Readonly<Record<string, (radians: number) => number>> = {
  sin: Math.sin,
  cos: Math.cos,
  tan: Math.tan,
};

/** Whether a function, by its name in lower case and without its bracket, is one of these. */
export const isOtherMath = (name: string): boolean =>
  name === 'round' ||
  name === 'sign' ||
  name === 'hypot' ||
  [ofEqualUnits, ofNumbers, ofAngles].some((table) => Object.hasOwn(table, name));

/**
 * What a function comes to; undefined where that cannot be told from its parts, which must have the same unit, or is no finite number.
 * `way` is how `round()` rounds, where that is said.
 */
export function mathResult(name: string, parts: readonly Measure[], way = 'nearest'): Measure | undefined {
  const [unit, first] = parts[0] ?? [];
  if (unit === undefined || first === undefined || !known.has(unit)) return undefined;
  if (parts.some(([other]) => other !== unit)) return undefined;
  const result = found(
    name,
    unit,
    parts.map(([, number]) => number),
    way,
  );
  return result && Number.isFinite(result[1]) ? [result[0], result[1] + 0] : undefined;
}

function found(name: string, unit: string, numbers: readonly number[], way: string): Measure | undefined {
  const [first, second] = numbers;
  if (name === 'round') {
    // Lengths have no step of their own.
    const step = Math.abs(second ?? (unit === '' ? 1 : NaN));
    return [unit, stepped[way] ? stepped[way](first / step) * step : NaN];
  }
  if (name === 'sign') return ['', Math.sign(first)];
  if (name === 'hypot') return [unit, hypot(numbers)];
  if (Object.hasOwn(ofEqualUnits, name)) return [unit, ofEqualUnits[name](...numbers)];
  if (unit === '' && Object.hasOwn(ofNumbers, name)) return ['', ofNumbers[name](...numbers)];
  const radians = unit === 'deg' ? (first * Math.PI) / 180 : unit === '' ? first : undefined;
  if (radians !== undefined && Object.hasOwn(ofAngles, name)) return ['', ofAngles[name](radians)];
  return undefined;
}
