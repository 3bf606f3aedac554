import { topLevelParts } from './parts.js';

/** Four rows of four numbers, one behind the other. */
type Matrix = readonly number[];

const identity: Matrix = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];

const times = (a: Matrix, b: Matrix): Matrix =>
  a.map((_, at) => {
    const row = at - (at % 4);
    return [0, 1, 2, 3].reduce((sum, i) => sum + a[row + i] * b[(at % 4) + 4 * i], 0);
  });

/** The identity with some of its numbers, by their places, replaced. */
const withNumbers = (numbers: Readonly<Record<number, number>>): Matrix =>
  identity.map((number, at) => numbers[at] ?? number);

const moved = (x: number, y: number, z: number): Matrix => withNumbers({ 3: x, 7: y, 11: z });
const grown = (x: number, y: number, z: number): Matrix => withNumbers({ 0: x, 5: y, 10: z });
const slanted = (x: number, y: number): Matrix => withNumbers({ 1: Math.tan(x), 4: Math.tan(y) });

/** About an axis (CSS Transforms 2 §12.1); one of no length turns nothing. */
function turned(x: number, y: number, z: number, angle: number): Matrix {
  const length = Math.hypot(x, y, z);
  if (length === 0) return identity;
  const [a, b, c] = [x / length, y / length, z / length];
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const t = 1 - cos;
  return withNumbers({
    0: t * a * a + cos,
    1: t * a * b - sin * c,
    2: t * a * c + sin * b,
    4: t * a * b + sin * c,
    5: t * b * b + cos,
    6: t * b * c - sin * a,
    8: t * a * c - sin * b,
    9: t * b * c + sin * a,
    10: t * c * c + cos,
  });
}

/** The functions of CSS Transforms 1 §10 and 2 §11, by what their arguments are: numbers, CSS px or radians. */
const functions: Readonly<Record<string, (...args: number[]) => Matrix>> = {
  matrix: (a, b, c, d, e, f) => withNumbers({ 0: a, 1: c, 3: e, 4: b, 5: d, 7: f }),
  matrix3d: (...numbers) => numbers.map((_, at) => numbers[(at % 4) * 4 + Math.floor(at / 4)]),
  translate: (x, y = 0) => moved(x, y, 0),
  translatex: (x) => moved(x, 0, 0),
  translatey: (y) => moved(0, y, 0),
  translatez: (z) => moved(0, 0, z),
  translate3d: moved,
  scale: (x, y = x) => grown(x, y, 1),
  scalex: (x) => grown(x, 1, 1),
  scaley: (y) => grown(1, y, 1),
  scalez: (z) => grown(1, 1, z),
  scale3d: grown,
  rotate: (angle) => turned(0, 0, 1, angle),
  rotatex: (angle) => turned(1, 0, 0, angle),
  rotatey: (angle) => turned(0, 1, 0, angle),
  rotatez: (angle) => turned(0, 0, 1, angle),
  rotate3d: turned,
  // Nearer than a pixel nothing comes.
  perspective: (depth) => withNumbers({ 14: -1 / Math.max(depth, 1) }),
  skew: (x, y = 0) => slanted(x, y),
  skewx: (x) => slanted(x, 0),
  skewy: (y) => slanted(0, y),
};

/** A number, CSS px or an angle in degrees, as a number or in radians; undefined where layout or a font knows more. */
function numberOf(text: string): number | undefined {
  const [, number, unit] = /^(-?[\d.]+(?:e[-+]?\d+)?)(px|deg)?$/.exec(text.trim()) ?? [];
  if (number === undefined) return undefined;
  return unit === 'deg' ? (Number(number) * Math.PI) / 180 : Number(number);
}

function matrixOf(text: string): Matrix | undefined {
  if (text === 'perspective(none)') return identity;
  const [, name, inner] = /^([a-z0-9]+)\((.*)\)$/.exec(text) ?? [];
  const make = name === undefined || !Object.hasOwn(functions, name) ? undefined : functions[name];
  const numbers = inner?.split(',').map(numberOf) ?? [];
  if (!make || numbers.includes(undefined)) return undefined;
  const matrix = make(...(numbers as number[]));
  return matrix.length === 16 && matrix.every(Number.isFinite) ? matrix : undefined;
}

/** As engines tell it, six digits of each number; what is left over of a full turn is nothing. */
const numberText = (number: number): string =>
  Math.abs(number) < 1e-10 ? '0' : String(Number(number.toPrecision(6)));

/**
 * The computed functions of a transformation, those side by side that numbers alone tell as the one matrix that they come to
 * (CSS Transforms 1 §9); what changes nothing beside others is left out. `none` stays, as what is not transformed at all holds
 * nothing that is placed within it.
 */
export function transformText(text: string): string {
  const told: (string | Matrix)[] = [];
  for (const piece of topLevelParts(text) ?? [text]) {
    const matrix = matrixOf(piece);
    const last = told.at(-1);
    if (matrix && last !== undefined && typeof last !== 'string') told[told.length - 1] = times(last, matrix);
    else told.push(matrix ?? piece);
  }
  const texts = told.map((one) =>
    typeof one === 'string' ? one : `matrix3d(${one.map(numberText).join()})`,
  );
  const still = `matrix3d(${identity.join()})`;
  const moving = texts.filter((one) => one !== still);
  return moving.length > 0 || texts.length === 0 ? moving.join(' ') : still;
}
