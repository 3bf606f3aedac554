import { colourText } from './colour.js';

/** Whether two values mean the same: spelling, letter case, spaces, units of zero and the notation of colours aside. */
export function isSameValue(a: string, b: string): boolean {
  const [left, right] = [normal(a), normal(b)];
  if (left === right) return true;
  const [leftColour, rightColour] = [colourText(left), colourText(right)];
  return leftColour !== undefined && leftColour === rightColour;
}

function normal(value: string): string {
  return value
    .trim()
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .replace(/\s*([,/()])\s*/g, '$1')
    .replace(
      /(^|[\s,(])([+-]?)0*(\d*\.\d+)/g,
      (_, before, sign, number) => before + sign + number.replace(/^\./, '0.').replace(/0+$/, ''),
    )
    .replace(/(^|[\s,(])[+-]?0(px|em|rem|pt|cm|mm|in|q|ch|ex|vw|vh)(?=$|[\s,)])/g, '$10');
}
