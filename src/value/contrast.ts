import { formatHex, wcagContrast } from 'culori';
import { readColour } from './colour.js';

/**
 * The contrast of a colour against another, 1 to 21 (WCAG 2.2, relative luminance); undefined where either is
 * no plain colour or lets the other shine through.
 */
export function contrastOf(colour: string, behind: string): number | undefined {
  const [front, back] = [readColour(colour), readColour(behind)];
  if (!front || !back || (front.alpha ?? 1) < 1 || (back.alpha ?? 1) < 1) return undefined;
  return wcagContrast(front, back);
}

/** A plain colour in six hexadecimal digits, `#2f6f8f`; undefined for what is no colour. */
export function hexOf(value: string): string | undefined {
  const colour = readColour(value);
  return colour && formatHex(colour);
}

/** Whether a text is a colour that nothing shines through. */
export function isOpaque(value: string): boolean {
  const colour = readColour(value);
  return colour !== undefined && (colour.alpha ?? 1) === 1;
}
