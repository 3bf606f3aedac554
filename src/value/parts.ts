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

/** Parts between white space outside brackets and strings; undefined where a top-level comma or slash stands. */
export function topLevelParts(value: string): string[] | undefined {
  const parts: string[] = [];
  let depth = 0;
  let part = '';
  for (const piece of value.match(/"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'|\s+|[^]/g) ?? []) {
    if (piece === '(' || piece === '[') depth++;
    if (piece === ')' || piece === ']') depth--;
    if (depth === 0 && (piece === ',' || piece === '/')) return undefined;
    if (depth === 0 && /^\s/.test(piece)) {
      if (part) parts.push(part);
      part = '';
    } else part += piece;
  }
  if (part) parts.push(part);
  return parts.length ? parts : undefined;
}

/** A value's pieces between a sign that stands outside brackets and strings. */
export function topLevelPieces(value: string, sign: ',' | '/'): string[] {
  const pieces = [''];
  let depth = 0;
  for (const piece of value.match(/"(?:\\.|[^"\\])*"|'(?:\\.|[^'\\])*'|url\([^"')]*\)|[^]/g) ?? []) {
    if (piece === '(' || piece === '[') depth++;
    if (piece === ')' || piece === ']') depth--;
    if (depth === 0 && piece === sign) pieces.push('');
    else pieces[pieces.length - 1] += piece;
  }
  return pieces.map((piece) => piece.trim());
}

/** Whether the grammar of a property takes a value. */
export function fits(property: string, value: string): boolean {
  return withoutMath(value)?.every((text) => fitsGrammar(lexer, property, text)) ?? false;
}
