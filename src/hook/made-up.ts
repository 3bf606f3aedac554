import { letterTables } from '../facts/index.js';

/** How a part of a name came about, as far as its letters tell. */
export type Making = 'word' | 'unsure' | 'made-up';

/** Alphabets that builds draw from: bits that each sign of theirs costs, and how much rarer they are than words. */
const alphabets: readonly { readonly pattern: RegExp; readonly bits: number; readonly rarity: number }[] = [
  { pattern: /^[0-9a-f]+$/, bits: 4, rarity: 8 },
  { pattern: /^[a-z]+$/, bits: Math.log2(26), rarity: 13 },
  { pattern: /^[a-z0-9]+$/, bits: Math.log2(36), rarity: 7 },
  { pattern: /^[a-zA-Z]+$/, bits: Math.log2(52), rarity: 8 },
  { pattern: /^[a-zA-Z0-9]+$/, bits: Math.log2(62), rarity: 7 },
];

/**
 * Weighs two explanations of a part of a name (a stretch without hyphens and underscores): that a person put
 * it together from words, or that a build drew its signs by chance. `likely` are the bits in favour of chance
 * that its place in the name brings along. Parts of fewer than four signs are too short to tell.
 */
export function makingOf(part: string, likely = 0): Making {
  // `a11y` and `i18n` stand for longer words; `utf8` and `html5` are words with a number of their own.
  if (/^[a-z]\d{1,2}[a-z]$/i.test(part) || (likely === 0 && /^[a-z]{2,5}\d$/i.test(part))) return 'word';
  // `16x9`, `2xlarge` and `270deg` are sizes.
  if (part.length < 4 || /^\d+(x(\d+|s|l|large|small)?|deg|px|r?em|v[hw]|m?s|fr|k|p)$/.test(part))
    return 'word';
  // Four letters are an abbreviation more often than a mark: `wcag`, `ctrl`.
  if (likely === 0 && /^[a-z]{4}$/.test(part)) return 'word';
  const chance = Math.min(
    ...alphabets
      .filter(({ pattern }) => pattern.test(part))
      .map(({ bits, rarity }) => bits * part.length + rarity - likely),
  );
  const excess = wordBits(part) - chance;
  if (!(excess > 0)) return 'word';
  return excess < 3 ? 'unsure' : 'made-up';
}

/** Bits that a part costs when it is read as words, each with a capital or after a number, as people write them. */
function wordBits(part: string): number {
  let bits = 0;
  // Each piece: a run of capitals, a capitalised or a plain word, a number.
  const pieces = part.match(/[A-Z]+(?![a-z])|[A-Z]?[a-z]+|\d+|[^A-Za-z\d]/g) ?? [];
  pieces.forEach((piece, i) => {
    if (/^\d/.test(piece)) {
      // Numbers close a name (`h2`, `col12`); further on they are rare.
      bits += (i === 0 ? 6 : 3) + Math.log2(10) * piece.length + (i < pieces.length - 1 ? 5 : 0);
    } else {
      if (i > 0) bits += /^\d/.test(pieces[i - 1]) ? 1 : 2.5;
      if (/^[A-Z]+$/.test(piece)) bits += 2 + piece.length;
      bits += surprise(piece.toLowerCase());
    }
  });
  return bits;
}

/** Names are English more often than not. */
const otherLanguage = 2;

/** Bits that a word costs in the language that it fits best. */
function surprise(word: string): number {
  let least = Infinity;
  letterTables.forEach((table, i) => {
    const bits = surpriseIn(table, word) + (i > 0 ? otherLanguage : 0);
    if (bits < least) least = bits;
  });
  return least;
}

function surpriseIn(table: string, word: string): number {
  let bits = 0;
  let pair = 0;
  for (let i = 0; i <= word.length; i++) {
    const at = i === word.length ? 0 : word.charCodeAt(i) - 96;
    // A sign that is no letter of the tables.
    if (at < 0 || at > 26) return bits + 6 * word.length;
    bits += digits[table.charCodeAt(pair * 27 + at)];
    pair = (pair % 27) * 27 + at;
  }
  return bits;
}

/** The values of hexadecimal digits by their code. */
const digits = Array.from({ length: 103 }, (_, code) => parseInt(String.fromCharCode(code), 16) || 0);
