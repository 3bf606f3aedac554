// How the values of attributes are read that style (HTML Standard §2.3.4, §2.3.6, §15.3); undefined where an attribute
// says nothing.
import { colorsNamed } from 'culori';

/** Reads an attribute's text, white space at its ends taken off; `other` gives an attribute beside it. */
export type HintValue = (
  written: string,
  other: (attribute: string) => string | undefined,
) => string | undefined;

/** "Rules for parsing dimension values": `10`, `10px` and `1.5` are px, `30%` a share. */
export const dimension: HintValue = (written) => {
  const found = /^(\d+(?:\.\d+)?)(%?)/.exec(written);
  return found ? Number(found[1]) + (found[2] || 'px') : undefined;
};

/** The same where nothing is not a size. */
export const nonzero: HintValue = (written, other) =>
  Number.parseFloat(written) > 0 ? dimension(written, other) : undefined;

/** "Rules for parsing non-negative integers", in px. */
export const pixels: HintValue = (written) => {
  const found = /^\+?(\d+)/.exec(written);
  return found ? `${Number(found[1])}px` : undefined;
};

/** A border's width: nothing written is one px, and what is no number none. */
export const borderPixels: HintValue = (written, other) =>
  pixels(written, other) ?? (written ? '0px' : '1px');

export const image: HintValue = (written) =>
  written ? `url("${written.replaceAll('"', '%22')}")` : undefined;

export const asIs: HintValue = (written) => written || undefined;

/** The words of a table, in any case; nothing for others. */
export const words =
  (table: Readonly<Record<string, string>>): HintValue =>
  (written) =>
    Object.hasOwn(table, written.toLowerCase()) ? table[written.toLowerCase()] : undefined;

/** The same word whatever is written. */
export const always =
  (value: string): HintValue =>
  () =>
    value;

/** "Rules for parsing a legacy colour value". */
export const colour: HintValue = (written) => {
  if (written === '' || written.toLowerCase() === 'transparent') return undefined;
  if (/^#[0-9a-f]{3}$/i.test(written)) return written;
  if (/^[a-z]+$/i.test(written) && Object.hasOwn(colorsNamed, written.toLowerCase()))
    return written.toLowerCase();
  let digits = [...written]
    .map((letter) => (letter > '\uffff' ? '00' : letter))
    .join('')
    .slice(0, 128)
    .replace(/^#/, '')
    .replace(/[^0-9a-f]/gi, '0');
  while (digits.length === 0 || digits.length % 3) digits += '0';
  const size = digits.length / 3;
  let parts = [0, 1, 2].map((at) => digits.slice(at * size, (at + 1) * size).slice(-8));
  while (parts[0].length > 2 && parts.every((part) => part.startsWith('0')))
    parts = parts.map((part) => part.slice(1));
  return `#${parts.map((part) => part.slice(0, 2).padStart(2, '0')).join('')}`;
};

/** HTML Standard §15.3.4: 1 to 7, or steps from 3. */
export const fontSize: HintValue = (written) => {
  const found = /^([+-]?)(\d+)/.exec(written);
  if (!found) return undefined;
  const step = Number(found[2]);
  const size = found[1] === '+' ? 3 + step : found[1] === '-' ? 3 - step : step;
  return fontSizes[Math.min(7, Math.max(1, size)) - 1];
};
const fontSizes = ['x-small', 'small', 'medium', 'large', 'x-large', 'xx-large', 'xxx-large'];

/** The shape that width and height come to; written on `width`. */
const shapeBy =
  (size: RegExp): HintValue =>
  (written, other) => {
    const [width, height] = [written, (other('height') ?? '').trim()].map((text) => size.exec(text)?.[1]);
    return width && height ? `auto ${Number(width)} / ${Number(height)}` : undefined;
  };

/** The shape of a picture that says both of its sizes (HTML Standard §15.4.3); shares say none. */
export const shape = shapeBy(/^\+?(\d+(?:\.\d+)?)(?![\d.]*%)/);

/** The same of a canvas, whose sizes are whole numbers. */
export const wholeShape = shapeBy(/^\+?(\d+)/);
