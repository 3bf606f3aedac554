import { string, url } from 'css-tree';
import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { amountOf, amountText, calculate, type Amount } from './amount.js';
import { colourText, computedColour, hangsOnScheme, systemColour, type Scheme } from './colour.js';
import { inPlainWords } from './notation.js';
import { isKeyword, keywordValue, lineWidths } from './keyword-value.js';
import { pathText } from './path-data.js';
import { polished } from './polished.js';
import { remembering } from './remembered-text.js';

/** What the computed value of a longhand hangs on beside its own text, each asked only when it is needed. */
export interface Surroundings {
  /** CSS px: of the element, for `font-size` itself of its parent; undefined where the text cannot tell. */
  readonly fontSize: () => number | undefined;
  readonly rootFontSize: () => number | undefined;
  /** Of the parent, 1 to 1000. */
  readonly parentWeight: () => number;
  /** The computed `color` of the element, as `computedText` has it. */
  readonly colour: () => string;
  /** In which colours the element is drawn. */
  readonly scheme: () => Scheme;
  /** The font of the element, in one word (of the root for units such as `rch`; for `font-size` itself of its parent), which units such as `ch` hang on. */
  readonly font?: (unit: string) => string | undefined;
  /** CSS px of a line of the element or, for `rlh`, of the root; undefined where the font alone knows. */
  readonly lineHeight?: (unit: string) => number | undefined;
  /** Of the window, CSS px. */
  readonly width: number;
  readonly height: number;
}

/** Nothing is known of an element here: values are compared as texts in one notation. */
export const nowhere: Surroundings = {
  fontSize: () => undefined,
  rootFontSize: () => undefined,
  parentWeight: () => 400,
  colour: () => 'currentcolor',
  scheme: () => 'light',
  width: NaN,
  height: NaN,
};

/** Longhands in which a word may be a colour. */
const colourful =
  /(^|-)colou?r$|shadow|^fill$|^stroke$|image(-source)?$|^filter$|^backdrop-filter$|^scrollbar-color$/;

/** Whether the value of a longhand may hold a colour. */
export const takesColours = (longhand: string): boolean => colourful.test(longhand);
/** Longhands whose words keep their letter case: names that the author chose (CSS Values 4 §4.2). */
const ownWords =
  /^(animation-name|container-name|counter-(reset|set|increment)|grid-(area|row|column|template)|view-transition-name|font-family|anchor-name|will-change|transition-property|content|quotes|list-style-type)/;

/**
 * A longhand's valid value as a text that is equal for equal computed values (CSS Cascade 5 §4.4): lengths in px,
 * calculations done, colours in one notation, words by what they stand for. CSS-wide keywords and `var()` must
 * be dealt with before. What only layout or fonts know stays as written.
 */
export const computedText = (longhand: string, value: string, around: Surroundings): string =>
  longhand.startsWith('--') ? value.trim() : rememberedText(longhand, value, around);

const rememberedText = remembering((longhand, written, around) => {
  if (longhand === 'font-family') return familyText(written);
  const value = inPlainWords(written);
  const keyword = keywordValue(longhand, value.trim().toLowerCase(), around);
  if (keyword !== undefined) return keyword;
  const tokens = readTokens(value);
  const pieces: string[] = [];
  for (let at = skipSpace(tokens, 0); at < tokens.count; at = skipSpace(tokens, after(tokens, at))) {
    pieces.push(pieceText(longhand, tokens, at, around));
  }
  return polished(longhand, joined(pieces), around);
});

function joined(pieces: readonly string[]): string {
  let text = '';
  let last = '(';
  for (const piece of pieces) {
    if (piece === '') continue;
    const isTight = /[,/(]/.test(last) || /^[,/)]/.test(piece);
    text += isTight ? piece : ` ${piece}`;
    last = piece[piece.length - 1];
  }
  return text;
}

function pieceText(longhand: string, tokens: Tokens, at: number, around: Surroundings): string {
  const type = tokens.types[at];
  const written = tokenText(tokens, at, after(tokens, at));
  const pixelsOf = pixelsIn(around);
  switch (type) {
    case kinds.Number:
    case kinds.Percentage:
    case kinds.Dimension:
      return amountIn(longhand, amountOf(written, type, pixelsOf)!, around);
    case kinds.Hash:
      return colourText(written) ?? written.toLowerCase();
    case kinds.Url:
      return `url(${JSON.stringify(url.decode(written))})`;
    case kinds.String:
      return JSON.stringify(string.decode(written));
    case kinds.Ident: {
      const word = written.toLowerCase();
      if (colourful.test(longhand)) {
        if (word === 'currentcolor') return around.colour();
        if (hangsOnScheme(word)) return systemColour(word, around.scheme()) ?? word;
        return colourText(word) ?? word;
      }
      // Of lines in gaps there may be a list.
      if (longhand.endsWith('-rule-width')) return lineWidths[word] ?? word;
      return ownWords.test(longhand) && !isKeyword(longhand, word) ? written : word;
    }
    case kinds.Function: {
      if (/^path\(/i.test(written)) return pathText(written) ?? written;
      if (/^light-dark\(/i.test(written)) return schemeText(longhand, tokens, at, around);
      const colour = computedColour(written);
      if (colour !== undefined) return colour;
      const amount = calculate(tokens, at, pixelsOf);
      if (amount) return amountIn(longhand, amount, around);
      const inner: string[] = [];
      const close = Math.min(tokens.closes[at], tokens.count);
      for (
        let one = skipSpace(tokens, at + 1, close);
        one < close;
        one = skipSpace(tokens, after(tokens, one), close)
      )
        inner.push(pieceText(longhand, tokens, one, around));
      const text = functionText(tokenText(tokens, at).toLowerCase().slice(0, -1), joined(inner));
      return (colourful.test(longhand) ? computedColour(text) : undefined) ?? text;
    }
    default:
      return written;
  }
}

/** `light-dark()`: one of its two colours (CSS Color 5 §12). */
function schemeText(longhand: string, tokens: Tokens, at: number, around: Surroundings): string {
  const close = Math.min(tokens.closes[at], tokens.count);
  const colours: string[] = [];
  for (
    let one = skipSpace(tokens, at + 1, close);
    one < close;
    one = skipSpace(tokens, after(tokens, one), close)
  )
    if (tokens.types[one] !== kinds.Comma) colours.push(pieceText(longhand, tokens, one, around));
  return colours[around.scheme() === 'dark' ? 1 : 0] ?? '';
}

/** Functions that are another's short form (CSS Transforms 1 §11, Filter Effects 1 §6). */
function functionText(name: string, inner: string): string {
  if (/^translate[xy]$/.test(name))
    return name === 'translatex' ? `translate(${inner},0)` : `translate(0,${inner})`;
  if (name === 'translate' && !inner.includes(',')) return `translate(${inner},0)`;
  if (name === 'scale' && !inner.includes(',')) return `scale(${inner},${inner})`;
  if (/^(brightness|contrast|grayscale|invert|opacity|saturate|sepia)$/.test(name))
    return `${name}(${shareText(inner || '1')})`;
  return `${name}(${inner})`;
}

/** A percentage as a plain number, where both mean the same. */
function shareText(text: string): string {
  const found = /^(-?[\d.]+)%$/.exec(text);
  return found ? amountText(new Map([['', Number(found[1]) / 100]])) : text;
}

/** What hangs on a font that the text does not tell is the same in the same font only. */
function withFonts(amount: Amount, around: Surroundings): Amount {
  if (![...amount.keys()].some((unit) => fontUnits.test(unit))) return amount;
  return new Map(
    [...amount].map(([unit, number]) => [
      fontUnits.test(unit) ? `${unit}(${around.font?.(unit) ?? 'font'})` : unit,
      number,
    ]),
  );
}

/** Shares of a size of fonts: in px, or in `em` where the text does not tell it. */
function sharesOfSize(written: Amount, percent: number, fontSize: number | undefined): Amount {
  const amount = new Map([...written].filter(([unit]) => unit !== '%'));
  const [unit, share] = fontSize === undefined ? ['em', percent / 100] : ['px', (percent / 100) * fontSize];
  return amount.set(unit, (amount.get(unit) ?? 0) + share);
}

function amountIn(longhand: string, written: Amount, around: Surroundings): string {
  const percent = written.get('%');
  if (percent !== undefined && /^(font-size|line-height)$/.test(longhand))
    return amountText(withFonts(sharesOfSize(written, percent, around.fontSize()), around));
  const amount = withFonts(written, around);
  if (percent !== undefined && /opacity$|threshold$|^scale$|^zoom$/.test(longhand))
    return amountText(new Map([['', percent / 100]]));
  const plain = amount.size === 1 ? amount.get('') : undefined;
  if (plain !== undefined && /^(z-index|order|column-count|orphans|widows)$/.test(longhand))
    return String(Math.round(plain) + 0);
  // SVG 2 §8.10: a number is one of CSS px.
  if (plain !== undefined && /^stroke-(width|dasharray|dashoffset)$/.test(longhand))
    return amountText(new Map([['px', plain]]));
  return amountText(amount);
}

/** CSS Fonts 4 §2.1.1. */
const genericFamilies =
  /^(serif|sans-serif|cursive|fantasy|monospace|system-ui|math|ui-(serif|sans-serif|monospace|rounded)|-webkit-body)$/i;

/** Names in quotes or without, spaces folded; what names a generic family only without them keeps them (CSS Fonts 4 §2.1). */
function familyText(value: string): string {
  const tokens = readTokens(value);
  const names: string[] = [];
  let words: string[] = [];
  let isPlain = true;
  for (let at = 0; at <= tokens.count; at++) {
    const type = tokens.types[at];
    if (at === tokens.count || type === kinds.Comma) {
      const name = words.join(' ');
      const isGeneric = genericFamilies.test(name);
      names.push(!isGeneric ? name : isPlain ? name.toLowerCase() : `"${name}"`);
      words = [];
      isPlain = true;
    } else if (type === kinds.String) {
      words.push(string.decode(tokenText(tokens, at)));
      isPlain = false;
    } else if (type !== kinds.WhiteSpace && type !== kinds.Comment) words.push(tokenText(tokens, at));
  }
  return names.join(', ');
}

/** CSS Values 4 §6.1: units that hang on fonts and on the window. */
function pixelsIn(around: Surroundings): (unit: string) => number | undefined {
  return (unit) => {
    switch (unit) {
      case 'em':
        return around.fontSize();
      case 'rem':
        return around.rootFontSize();
      case 'lh':
      case 'rlh':
        return around.lineHeight?.(unit);
      case 'vw':
      case 'svw':
      case 'lvw':
      case 'dvw':
      case 'vi':
        return around.width / 100;
      case 'vh':
      case 'svh':
      case 'lvh':
      case 'dvh':
      case 'vb':
        return around.height / 100;
      case 'vmin':
        return Math.min(around.width, around.height) / 100;
      case 'vmax':
        return Math.max(around.width, around.height) / 100;
      default:
        return undefined;
    }
  };
}

/** CSS Values 4 §6.1.1: units that the font knows. */
const fontUnits = /^r?(em|ch|ex|cap|ic|lh)$/;
