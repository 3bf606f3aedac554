import { fits, splitPosition, topLevelParts } from './parts.js';
import { initialValue } from './properties.js';

const repeats = /^(repeat|repeat-x|repeat-y|no-repeat|space|round)$/;
const boxes = /^(border-box|padding-box|content-box|border-area|text)$/;
const sizes = /^(auto|cover|contain)$/;
const places = /^(left|right|top|bottom|center)$/;

/**
 * CSS Backgrounds 3 §3.10: the longhands of one layer of `background`; undefined where a part is none that a layer can have.
 * Only the last may hold a colour.
 */
export function splitBackground(
  longhands: readonly string[],
  value: string,
  isLast = true,
): ReadonlyMap<string, string> | undefined {
  const halves = value.split(/\/(?![^(]*\))/);
  const front = topLevelParts(halves[0]);
  const back = halves.length > 1 ? topLevelParts(halves[1]) : [];
  if (halves.length > 2 || !front || !back) return undefined;
  const found: Found = { position: [], repeat: [], box: [] };
  const size: string[] = [];
  while (back.length && size.length < 2 && isSize(back[0])) size.push(back.shift()!);
  for (const part of [...front, ...back]) if (!take(found, part)) return undefined;
  const set = new Map<string, string>(longhands.map((name) => [name, initialValue(name)]));
  const put = (name: string, text: string | undefined) => {
    if (text !== undefined) set.set(name, text);
  };
  if (found.colour && !isLast) return undefined;
  put('background-color', found.colour);
  put('background-image', found.image);
  put('background-attachment', found.attachment);
  put('background-size', size.length ? size.join(' ') : undefined);
  put('background-repeat', found.repeat.length ? found.repeat.join(' ') : undefined);
  put('background-origin', found.box[0]);
  put('background-clip', found.box[1] ?? found.box[0]);
  if (found.position.length) {
    const axes = splitPosition(['background-position-x', 'background-position-y'], found.position);
    if (!axes) return undefined;
    for (const [name, text] of axes) set.set(name, text);
  }
  return set;
}

interface Found {
  colour?: string;
  image?: string;
  attachment?: string;
  readonly position: string[];
  readonly repeat: string[];
  readonly box: string[];
}

function take(found: Found, part: string): boolean {
  const word = part.toLowerCase();
  if (repeats.test(word)) return found.repeat.push(word) <= 2;
  if (boxes.test(word)) return found.box.push(word) <= 2;
  if (/^(scroll|fixed|local)$/.test(word)) return (found.attachment = word) !== '';
  if (places.test(word) || isLength(part)) return found.position.push(part) <= 4;
  if (fits('background-image', part)) return (found.image = part) !== '';
  if (fits('background-color', part)) return (found.colour = part) !== '';
  return false;
}

const isSize = (part: string) => sizes.test(part.toLowerCase()) || isLength(part);
const isLength = (part: string) => fits('background-position-x', part) && !places.test(part.toLowerCase());
