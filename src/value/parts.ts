import { after, kinds, readTokens, tokenText } from '../text/index.js';
import { fitsGrammar } from './fits-grammar.js';
import { lexer } from './lexer.js';
import { withoutMath } from './math.js';

/** Longhands with their values, in order. */
export function zip(names: readonly string[], values: readonly string[]): ReadonlyMap<string, string> {
  return new Map(names.map((name, i) => [name, values[i]]));
}

/** CSS Backgrounds 3 §3.6, one layer: one to four words and lengths, in either order where they are words. */
export function splitPosition(
  longhands: readonly string[],
  parts: readonly string[],
): ReadonlyMap<string, string> | undefined {
  const isDown = (part: string | undefined) => part === 'top' || part === 'bottom';
  const isAcross = (part: string | undefined) => part === 'left' || part === 'right';
  // Each axis: an edge, and behind it an offset where three or four are written.
  const axes: string[][] = [];
  for (const part of parts.map((one) => one.toLowerCase())) {
    const isWord = isDown(part) || isAcross(part) || part === 'center';
    const last = axes[axes.length - 1];
    if (!isWord && last && parts.length > 2 && last.length === 1) last.push(part);
    else axes.push([part]);
  }
  if (axes.length > 2) return undefined;
  let [across, down = ['center']] = axes;
  if (axes.length === 1 && isDown(across[0])) [across, down] = [['center'], across];
  else if (isDown(across[0]) || isAcross(down[0])) [across, down] = [down, across];
  return zip(longhands, [across.join(' '), down.join(' ')]);
}

/** A component value (CSS Syntax 3 §5.4.8): a word, a number, a string, a function or brackets with all that they hold, a sign. */
export interface ComponentValue {
  readonly text: string;
  /** Offset in the value. */
  readonly start: number;
}

/** A value's parts outside brackets, whether or not white space stands between them. */
export function componentValues(value: string): ComponentValue[] {
  const tokens = readTokens(value);
  const parts: ComponentValue[] = [];
  for (let at = 0; at < tokens.count; at = after(tokens, at)) {
    const type = tokens.types[at];
    if (type === kinds.WhiteSpace || type === kinds.Comment) continue;
    parts.push({ text: tokenText(tokens, at, after(tokens, at)), start: tokens.starts[at] });
  }
  return parts;
}

/** The texts of a value's parts; undefined where there is none, or a comma or slash stands among them. */
export function topLevelParts(value: string): string[] | undefined {
  const parts = componentValues(value).map(({ text }) => text);
  return parts.length && !parts.some((part) => part === ',' || part === '/') ? parts : undefined;
}

/** A value's pieces between a sign that stands outside brackets and strings. */
export function topLevelPieces(value: string, sign: ',' | '/' | ';'): string[] {
  const ends = componentValues(value).flatMap(({ text, start }) => (text === sign ? [start] : []));
  return [...ends, value.length].map((end, i) => value.slice(i ? ends[i - 1] + 1 : 0, end).trim());
}

/** Whether the grammar of a property takes a value. */
export function fits(property: string, value: string): boolean {
  return withoutMath(value)?.every((text) => fitsGrammar(lexer, property, text)) ?? false;
}
