// What was probably meant by a value that its property does not take.
import { kinds, nearest, readTokens, tokenText } from '../text/index.js';

/** Longer values are not looked at: nobody writes them by hand. */
const longest = 200;

/** One slip put right in some way; [] where it is of another kind. */
type Mending = (value: string, words: () => readonly string[]) => readonly string[];

const bareNumber = /(?<![\w.#-])(\d*\.?\d+)(?![\w.%(])/g;
const withUnit = (number: string): string => (Number(number) ? `${number}px` : number);

const mendings: readonly Mending[] = [
  // A space before the unit.
  (value) => [value.replace(/(\d)\s+(px|r?em|%|[sld]?v[hw]|m?s|deg|fr|ch|pt)(?![\w-])/gi, '$1$2')],
  (value, words) => {
    const tokens = readTokens(value);
    return Array.from({ length: tokens.count }, (_, at) => at)
      .filter((at) => tokens.types[at] === kinds.Ident)
      .flatMap((at) => {
        const written = tokenText(tokens, at);
        const start = tokens.starts[at];
        return nearest(written.toLowerCase(), words()).map(
          (word) => value.slice(0, start) + word + value.slice(start + written.length),
        );
      });
  },
  // No space around the sign in a calculation.
  (value) =>
    /(calc|min|max|clamp)\(/i.test(value)
      ? [value.replace(/(?<=[\w%)])\s*([-+])\s*(?=[\d.(])/g, ' $1 ').replace(/(?<=\))\s*([-+])\s*/g, ' $1 ')]
      : [],
  // No unit: on all numbers, or on one of them, the last before the others.
  (value) => [
    value.replace(bareNumber, withUnit),
    ...[...value.matchAll(bareNumber)]
      .reverse()
      .map(
        ({ 0: number, index }) =>
          value.slice(0, index) + withUnit(number) + value.slice(index + number.length),
      ),
  ],
  // A comma in a number, or between what wants none.
  (value) => [value.replace(/(?<=\d),(?=\d)/g, '.'), value.replace(/\s*,\s*/g, ' ')],
  (value) => [value.replace(/(?<![\w#-])([\da-f]{6}|[\da-f]{3})(?![\w-])/gi, '#$1')],
];

/**
 * A value that the property takes, and that is one slip away from this one: a word spelled otherwise, a number without its unit or with a
 * space before it, a sign in a calculation without its spaces, commas where none belong, a colour without its `#`. undefined where none is
 * found.
 */
export function nearValue(
  value: string,
  words: () => readonly string[],
  isTaken: (value: string) => boolean,
): string | undefined {
  if (value.length > longest) return undefined;
  // Of one word alone what is near it is told, and of a number that it wants a unit.
  for (const mend of /^[\w.%-]+$/.test(value) ? mendings.slice(-1) : mendings) {
    const found = mend(value, words).find((one) => one !== value && isTaken(one));
    if (found !== undefined) return found;
  }
  return undefined;
}
