import { Lines } from '../text/index.js';
import type { Sheet } from './types.js';

const linesOf = new WeakMap<Sheet, Lines>();

/** The 1-based line and column of an offset in a sheet's text. */
export function placeInSheet(sheet: Sheet, offset: number): { line: number; column: number } {
  let lines = linesOf.get(sheet);
  if (!lines) linesOf.set(sheet, (lines = new Lines(sheet.css)));
  return lines.at(offset);
}
