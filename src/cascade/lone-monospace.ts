// A lone `font-family: monospace` is drawn smaller, as engines have it of old: where it begins or ends, a size that no
// length says is another one. No standard tells of it; the sizes are those of today's engines.

/** How a box's size was said: by one of the words for sizes, by a length, or as a share of the parent's. */
export interface Sizing {
  readonly word?: string;
  readonly isAbsolute: boolean;
}

/** At first everything is of medium size. */
export const initialSizing: Sizing = { word: 'medium', isAbsolute: false };

/** CSS px of the words for sizes in a lone monospace family. */
export const monospaceSizes: Readonly<Record<string, number>> = {
  'xx-small': 9,
  'x-small': 10,
  small: 12,
  medium: 13,
  large: 16,
  'x-large': 20,
  'xx-large': 26,
  'xxx-large': 39,
};

/** What a size that is a share of another becomes where such a family begins. */
export const monospaceShare = monospaceSizes.medium / 16;

/** The root's size in `rem` is a length to engines, what else is measured by its font is not. */
const share = /^(larger|smaller|[-+.\d]+(e[-+]?\d+)?(%|em|r?ex|r?ch|r?cap|r?ic|r?lh))$/;

/** How a specified `font-size` says the size of a box; `above` tells how its parent's was said. */
export function sizingOf(value: string, above: () => Sizing): Sizing {
  const said = value.trim().toLowerCase();
  const word = said === 'initial' ? 'medium' : said;
  if (Object.hasOwn(monospaceSizes, word)) return { word, isAbsolute: false };
  return { isAbsolute: !share.test(word) || above().isAbsolute };
}
