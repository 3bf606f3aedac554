// The outlines that `path()` draws from a text (SVG 2, the grammar for path data).
import { string } from 'css-tree';

/** How many numbers each command takes at a time. */
const amounts: Readonly<Record<string, number>> = {
  m: 2,
  l: 2,
  h: 1,
  v: 1,
  c: 6,
  s: 4,
  q: 4,
  t: 2,
  a: 7,
  z: 0,
};
/** The two of an arc that are one digit each, and need nothing between them. */
const flags = new Set([3, 4]);

const separators = /[ \t\r\n\f]*/y;
const comma = /[ \t\r\n\f]*,?[ \t\r\n\f]*/y;
const move = /m/iy;
const command = /[mlhvcsqtaz]/iy;
const number = /[-+]?(\d+(\.\d+)?|\.\d+)(e[-+]?\d+)?/iy;
const flag = /[01]/y;

/** Where the text of path data cannot be read on. */
interface Broken {
  /** So many letters could be read. */
  readonly readTo: number;
}

/** One command with its numbers, `L 10 20`; those that are written without their letter with it. */
type Step = readonly [command: string, ...numbers: string[]];

/** Reads path data, of which engines take all or nothing; `[]` for an empty text. */
export function readPathData(text: string): readonly Step[] | Broken {
  let at = 0;
  const take = (what: RegExp): string | undefined => {
    what.lastIndex = at;
    const [found] = what.exec(text) ?? [];
    if (found !== undefined) at += found.length;
    return found;
  };
  const steps: Step[] = [];
  take(separators);
  while (at < text.length) {
    // The first of all is a move.
    const letter = take(steps.length === 0 ? move : command);
    if (letter === undefined) return { readTo: at };
    // Behind the first place of a move come lines.
    const then = letter === 'M' ? 'L' : letter === 'm' ? 'l' : letter;
    for (let isFirst = true; isFirst || isNumber(text, at); isFirst = false) {
      const numbers = takeNumbers(amounts[letter.toLowerCase()], letter, take);
      if (!numbers) return { readTo: at };
      steps.push([isFirst ? letter : then, ...numbers]);
      if (numbers.length === 0) break;
    }
  }
  return steps;
}

function isNumber(text: string, at: number): boolean {
  number.lastIndex = at;
  return number.test(text);
}

function takeNumbers(
  amount: number,
  letter: string,
  take: (what: RegExp) => string | undefined,
): string[] | undefined {
  const numbers: string[] = [];
  take(separators);
  for (let i = 0; i < amount; i++) {
    const found = take(/a/i.test(letter) && flags.has(i) ? flag : number);
    // Engines keep single floats.
    if (found === undefined || Math.abs(Number(found)) > 3.4e38) return undefined;
    numbers.push(String(Number(Number(found).toPrecision(6))));
    take(comma);
  }
  return numbers;
}

/** `path(…)` with its text in one notation; undefined where the text is not path data. */
export function pathText(written: string): string | undefined {
  const [, rule = '', quoted] = wholePath.exec(written) ?? [];
  if (quoted === undefined) return undefined;
  const steps = readPathData(string.decode(quoted));
  if ('readTo' in steps) return undefined;
  const data = steps.map((step) => step.join(' ').replace(/^z$/, 'Z')).join(' ');
  return `path(${/^evenodd/i.test(rule) ? 'evenodd, ' : ''}"${data}")`;
}

const quotes = String.raw`"(?:[^"\\]|\\[^])*"|'(?:[^'\\]|\\[^])*'`;
const wholePath = new RegExp(String.raw`^path\(\s*((?:nonzero|evenodd)\s*,)?\s*(${quotes})\s*\)?$`, 'i');
const anyPath = new RegExp(String.raw`(?<![\w-])path\(\s*(?:(nonzero|evenodd)\s*,)?\s*(${quotes})`, 'gi');

/** What is wrong with the path data in a value; undefined where nothing is. `d` alone may have none. */
export function faultOfPaths(
  property: string,
  value: string,
): { readonly reason: string; readonly remedy: string } | undefined {
  for (const [, rule, quoted] of value.matchAll(anyPath)) {
    // A thing that moves along it fills nothing.
    if (rule && property.startsWith('offset'))
      return { reason: `path() takes no ${rule} in ${property}`, remedy: `Write path(${quoted}).` };
    const data = string.decode(quoted);
    const steps = readPathData(data);
    if (!('readTo' in steps)) {
      if (steps.length > 0 || property === 'd') continue;
      return { reason: 'path() draws nothing: its text is empty', remedy: 'Write a path, or none.' };
    }
    return faultAt(data.slice(0, steps.readTo), data.slice(steps.readTo));
  }
  return undefined;
}

function faultAt(before: string, rest: string): { readonly reason: string; readonly remedy: string } {
  const reason = rest
    ? `path() cannot be read from “${rest.slice(0, 20)}” on${before ? `, behind “${before.slice(-20)}”` : ''}`
    : `path() ends in the middle of a step: “${before.slice(-20)}”`;
  if (!before.trim()) return { reason, remedy: 'Begin with M and the place where the path begins: M 0 0.' };
  const remedy = /^[a-z]/i.test(rest)
    ? 'The letters of a path are M, L, H, V, C, S, Q, T, A and Z, each with its numbers before the next.'
    : 'Each letter wants its numbers: two for M, L and T, one for H and V, six for C, four for S and Q, seven for A.';
  return { reason, remedy };
}
