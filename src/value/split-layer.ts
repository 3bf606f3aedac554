import { fits, splitPosition, topLevelParts, topLevelPieces } from './parts.js';
import { initialValue } from './properties.js';

type Split = ReadonlyMap<string, string> | undefined;

/** What one layer of a shorthand may hold beside an image, a place with a size, ways of repeating and boxes. */
interface LayerKind {
  readonly image: string;
  readonly across: string;
  readonly down: string;
  readonly size: string;
  readonly repeat: string;
  readonly origin: string;
  readonly clip: string;
  readonly boxes: RegExp;
  /** A box that only the clip may name. */
  readonly clipOnly?: RegExp;
  /** Other longhands, each with its words. */
  readonly words: readonly (readonly [longhand: string, words: RegExp])[];
  /** Only the last layer may hold it. */
  readonly colour?: string;
}

/** CSS Backgrounds 3 §3.10. */
const background: LayerKind = {
  image: 'background-image',
  across: 'background-position-x',
  down: 'background-position-y',
  size: 'background-size',
  repeat: 'background-repeat',
  origin: 'background-origin',
  clip: 'background-clip',
  boxes: /^(border-box|padding-box|content-box)$/,
  clipOnly: /^(text|border-area)$/,
  words: [['background-attachment', /^(scroll|fixed|local)$/]],
  colour: 'background-color',
};

/** CSS Masking 1 §5.10. */
const mask: LayerKind = {
  image: 'mask-image',
  across: '-webkit-mask-position-x',
  down: '-webkit-mask-position-y',
  size: 'mask-size',
  repeat: 'mask-repeat',
  origin: 'mask-origin',
  clip: 'mask-clip',
  boxes: /^(border-box|padding-box|content-box|fill-box|stroke-box|view-box)$/,
  clipOnly: /^(no-clip|text)$/,
  words: [
    ['mask-composite', /^(add|subtract|intersect|exclude)$/],
    ['mask-mode', /^(alpha|luminance|match-source)$/],
  ],
};

const repeats = /^(repeat|repeat-x|repeat-y|no-repeat|space|round)$/;
const sizes = /^(auto|cover|contain)$/;
const places = /^(left|right|top|bottom|center)$/;

/**
 * The longhands of one layer of `background` or `mask`; undefined where a part is none that a layer can have. Only the last
 * may hold a colour.
 */
export const splitBackground = (longhands: readonly string[], layer: string, isLast = true): Split =>
  splitLayer(background, longhands, layer, isLast);
export const splitMask = (longhands: readonly string[], layer: string): Split =>
  splitLayer(mask, longhands, layer, true);

function splitLayer(kind: LayerKind, longhands: readonly string[], value: string, isLast: boolean): Split {
  const halves = topLevelPieces(value, '/');
  const front = topLevelParts(halves[0]);
  const back = halves.length > 1 ? topLevelParts(halves[1]) : [];
  if (halves.length > 2 || !front || !back) return undefined;
  const found: Found = { set: new Map(), position: [], repeat: [], box: [] };
  const size: string[] = [];
  while (back.length && size.length < 2 && isSize(back[0])) size.push(back.shift()!);
  for (const part of [...front, ...back]) if (!take(kind, found, part)) return undefined;
  const set = new Map<string, string>(longhands.map((name) => [name, initialValue(name)]));
  const { position, repeat, box } = found;
  if (kind.colour && found.set.has(kind.colour) && !isLast) return undefined;
  for (const [name, text] of found.set) set.set(name, text);
  if (size.length) set.set(kind.size, size.join(' '));
  if (repeat.length) set.set(kind.repeat, repeat.join(' '));
  if (box.length) {
    set.set(kind.origin, box[0]);
    if (!found.set.has(kind.clip)) set.set(kind.clip, box[1] ?? box[0]);
  }
  // The area of the border begins where the border does.
  else if (found.set.get(kind.clip)?.startsWith('border-area')) set.set(kind.origin, 'border-box');
  if (position.length) {
    const axes = splitPosition([kind.across, kind.down], position);
    if (!axes) return undefined;
    for (const [name, text] of axes) set.set(name, text);
  }
  return set;
}

interface Found {
  /** What one part alone says. */
  readonly set: Map<string, string>;
  readonly position: string[];
  readonly repeat: string[];
  readonly box: string[];
}

function take(kind: LayerKind, found: Found, part: string): boolean {
  const word = part.toLowerCase();
  const once = (longhand: string, text: string) =>
    !found.set.has(longhand) && !!found.set.set(longhand, text);
  if (repeats.test(word)) return found.repeat.push(word) <= 2;
  // As an old name of the mask has them.
  const box = word.replace(/^(border|padding|content)$/, '$1-box');
  if (kind.boxes.test(box)) return found.box.push(box) <= 2;
  if (kind.clipOnly?.test(word)) {
    const other = found.set.get(kind.clip);
    if (!other) return once(kind.clip, word);
    return other !== word && !!found.set.set(kind.clip, [other, word].sort().join(' '));
  }
  const [owner] = kind.words.find(([, words]) => words.test(word)) ?? [];
  if (owner) return once(owner, word);
  if (places.test(word) || isLength(part)) return found.position.push(part) <= 4;
  if (fits(kind.image, part)) return once(kind.image, part);
  return kind.colour !== undefined && fits(kind.colour, part) && once(kind.colour, part);
}

const isSize = (part: string) => sizes.test(part.toLowerCase()) || isLength(part);
const isLength = (part: string) => fits('background-position-x', part) && !places.test(part.toLowerCase());
