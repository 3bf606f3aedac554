import { topLevelPieces } from './parts.js';
import { placeText, spacedWords } from './place-text.js';

/** What stands in a function’s brackets, piece by piece between commas, as a text in one notation. */
type Notation = (pieces: readonly string[]) => string;

/** Functions that may be written in several ways, by name; one more is one more row. */
const notations: readonly (readonly [names: RegExp, notation: Notation])[] = [
  [/^(repeating-)?linear-gradient$/, linearText],
  [/^(repeating-)?radial-gradient$/, radialText],
  [/^(repeating-)?conic-gradient$/, conicText],
  [/^polygon$/, (points) => points.filter((one) => one !== 'nonzero').join(',')],
  [/^(circle|ellipse)$/, ([text]) => roundText(text)],
  [/^inset$/, ([text]) => boxText(text)],
  [/^(grayscale|invert|sepia|opacity)$/, ([text]) => String(Math.min(1, text === '' ? 1 : Number(text)))],
  [/^(brightness|contrast|saturate)$/, ([text]) => (text === '' ? '1' : text)],
  [/^blur$/, ([text]) => (text === '' ? '0' : text)],
  [/^hue-rotate$/, ([text]) => (text === '' || text === '0' ? '0deg' : text)],
  [/^counters?$/, (pieces) => pieces.join(',').replace(/,decimal$/, '')],
];

/** A text in one notation whose outermost functions are so too, each by its name. */
export function inOneNotation(text: string): string {
  if (!text.includes('(')) return text;
  let result = '';
  let rest = 0;
  for (const { index, 1: name } of text.matchAll(/(?<![\w-])([a-z][a-z-]*)\(/g)) {
    if (index < rest) continue;
    const notation = notations.find(([names]) => names.test(name))?.[1];
    if (!notation) continue;
    const open = index + name.length + 1;
    const close = closing(text, open);
    const pieces = topLevelPieces(text.slice(open, close), ',').map((one) => one.trim());
    result += text.slice(rest, open) + notation(pieces.length ? pieces : ['']);
    rest = close;
  }
  return result + text.slice(rest);
}

/** Where the bracket closes that was opened just before. */
function closing(text: string, from: number): number {
  let depth = 1;
  for (let at = from; at < text.length; at++) {
    if (text[at] === '(') depth++;
    if (text[at] === ')' && --depth === 0) return at;
  }
  return text.length;
}

/** CSS Images 3: downwards, unless another way is said; corners by their side first. */
function linearText([first, ...more]: readonly string[]): string {
  const { words, space } = apart(first);
  const way = words.join(' ');
  const isWay = /^to |^-?[\d.]+(deg)?$|^calc\(/.test(way) || (way === '' && space !== '');
  if (!isWay) return stopsText([first, ...more]).join(',');
  const corner = way.replace(/^to (top|bottom) (left|right)$/, 'to $2 $1').replace(/^-?0$/, '0deg');
  const said = /^(to bottom|180deg)$/.test(corner) ? '' : corner;
  return headed([said, spaceText(space, more)], more);
}

/** CSS Images 3: an ellipse that reaches the farthest corner, around the middle. */
function radialText([first, ...more]: readonly string[]): string {
  const { words, space } = apart(first);
  const at = words.indexOf('at');
  const shape = at < 0 ? words : words.slice(0, at);
  const isShape = (word: string) => /^(circle|ellipse|(closest|farthest)-(side|corner))$/.test(word);
  const isSaid =
    words.length === 0 || at >= 0 || shape.some(isShape) || /^[\d.]+(px|%)?$/.test(shape[0] ?? '');
  if (!isSaid) return stopsText([first, ...more]).join(',');
  const sizes = shape.filter((word) => !/^(circle|ellipse|farthest-corner)$/.test(word));
  const isByCircle = sizes.length === 0 || /^(closest|farthest)-/.test(sizes[0]);
  if (shape.includes('circle') && isByCircle) sizes.unshift('circle');
  return headed([...sizes, aroundText(at < 0 ? [] : words.slice(at + 1)), spaceText(space, more)], more);
}

/** CSS Images 4: from the top, around the middle. */
function conicText([first, ...more]: readonly string[]): string {
  const { words, space } = apart(first);
  const at = words.indexOf('at');
  const front = at < 0 ? words : words.slice(0, at);
  if (words.length > 0 && at < 0 && front[0] !== 'from') return stopsText([first, ...more]).join(',');
  const from = /^from 0(deg)?$/.test(front.join(' ')) ? '' : front.join(' ');
  return headed([from, aroundText(at < 0 ? [] : words.slice(at + 1)), spaceText(space, more)], more);
}

const headed = (said: readonly string[], stops: readonly string[]): string =>
  [said.filter(Boolean).join(' '), ...stopsText(stops)].filter(Boolean).join(',');

/** A colour with two places is it twice. */
const stopsText = (stops: readonly string[]): string[] =>
  stops.flatMap((stop) => {
    const [colour, ...places] = spacedWords(stop);
    return places.length === 2 ? places.map((place) => `${colour} ${place}`) : [stop];
  });

/** The words of a gradient’s front, without the space in which its colours are mixed. */
function apart(text: string): { words: string[]; space: string } {
  const words = spacedWords(text);
  const at = words.indexOf('in');
  if (at < 0) return { words, space: '' };
  let end = at + 2;
  if (words[end + 1] === 'hue') end += 2;
  return { words: [...words.slice(0, at), ...words.slice(end)], space: words.slice(at, end).join(' ') };
}

/** CSS Color 4: old notations are mixed in sRGB, others in Oklab, unless it is said. */
function spaceText(space: string, stops: readonly string[]): string {
  const isNew = stops.some((stop) => /^(ok)?l(ab|ch)\(|^color\(/.test(stop));
  return space === (isNew ? 'in oklab' : 'in srgb') ? '' : space.replace(/ shorter hue$/, '');
}

/** Around the middle, unless another place is said. */
function aroundText(words: readonly string[]): string {
  const place = words.length ? placeText(words) : '50% 50%';
  return place === '50% 50%' ? '' : `at ${place}`;
}

/** CSS Shapes 1 §3.1: as far as the closest side, unless it is said. */
function roundText(text: string): string {
  const words = spacedWords(text);
  const at = words.indexOf('at');
  const radii = (at < 0 ? words : words.slice(0, at)).join(' ');
  const said = radii.replace(/^closest-side( closest-side)?$/, '');
  return [said, at < 0 ? '' : `at ${placeText(words.slice(at + 1))}`].filter(Boolean).join(' ');
}

/** CSS Shapes 1 §3.1: sides as they are around a box, and corners that are round by nothing are not. */
function boxText(text: string): string {
  const words = spacedWords(text.replace('/', ' / '));
  const at = words.indexOf('round');
  const sides = shortest(at < 0 ? words : words.slice(0, at));
  const corners = at < 0 ? [] : words.slice(at + 1);
  const slash = corners.indexOf('/');
  const [across, down] = slash < 0 ? [corners, corners] : [corners.slice(0, slash), corners.slice(slash + 1)];
  const [x, y] = [shortest(across).join(' '), shortest(down).join(' ')];
  const round = x === y ? (x === '0' ? '' : x) : `${x}/${y}`;
  return sides.join(' ') + (round && ` round ${round}`);
}

/** Sides that are as the one across from them, left out. */
export function shortest(all: readonly string[]): string[] {
  const sides = [...all];
  if (sides.length === 4 && sides[3] === sides[1]) sides.pop();
  if (sides.length === 3 && sides[2] === sides[0]) sides.pop();
  if (sides.length === 2 && sides[1] === sides[0]) sides.pop();
  return sides;
}
