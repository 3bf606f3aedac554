import { string, url } from 'css-tree';
import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { amountOf, amountText, calculate, type Amount } from './amount.js';
import { colourText, hangsOnScheme, systemColour, type Scheme } from './colour.js';
import { keywordValue } from './keyword-value.js';

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
  /** Of the window, CSS px. */
  readonly width: number;
  readonly height: number;
}

/** Longhands in which a word may be a colour. */
const colourful =
  /(^|-)colou?r$|shadow|^fill$|^stroke$|image$|^filter$|^backdrop-filter$|^mask|^text-emphasis-color$|^-webkit-text-fill|^scrollbar-color$/;
/** Longhands whose words keep their letter case: names that the author chose (CSS Values 4 §4.2). */
const ownWords =
  /^(animation-name|container-name|counter-(reset|set|increment)|grid-(area|row|column|template)|view-transition-name|font-family|anchor-name|will-change|transition-property|content|quotes|list-style-type)/;

/**
 * A longhand's valid value as a text that is equal for equal computed values (CSS Cascade 5 §4.4): lengths in px,
 * calculations done, colours in one notation, words by what they stand for. CSS-wide keywords and `var()` must
 * be dealt with before. What only layout or fonts know stays as written.
 */
export function computedText(longhand: string, value: string, around: Surroundings): string {
  if (longhand.startsWith('--')) return value.trim();
  if (longhand === 'font-family') return familyText(value);
  const keyword = keywordValue(longhand, value.trim().toLowerCase(), around);
  if (keyword !== undefined) return keyword;
  const tokens = readTokens(value);
  const pieces: string[] = [];
  for (let at = skipSpace(tokens, 0); at < tokens.count; at = skipSpace(tokens, after(tokens, at))) {
    pieces.push(pieceText(longhand, tokens, at, around));
  }
  return polished(longhand, joined(pieces), around);
}

function joined(pieces: readonly string[]): string {
  let text = '';
  for (const piece of pieces) {
    const isTight = text === '' || /[,/(]$/.test(text) || /^[,/)]/.test(piece);
    text += isTight ? piece : ` ${piece}`;
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
      return ownWords.test(longhand) ? written : word;
    }
    case kinds.Function: {
      if (/^light-dark\(/i.test(written)) return schemeText(longhand, tokens, at, around);
      const colour = colourText(written);
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
      return functionText(tokenText(tokens, at).toLowerCase().slice(0, -1), joined(inner));
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

function amountIn(longhand: string, amount: Amount, around: Surroundings): string {
  const percent = amount.get('%');
  const fontSize = longhand === 'font-size' || longhand === 'line-height' ? around.fontSize() : undefined;
  if (percent !== undefined && fontSize !== undefined) {
    const rest = new Map([...amount].filter(([unit]) => unit !== '%'));
    return amountText(rest.set('px', (rest.get('px') ?? 0) + (percent / 100) * fontSize));
  }
  if (percent !== undefined && /opacity$|^scale$|^zoom$/.test(longhand))
    return amountText(new Map([['', percent / 100]]));
  const plain = amount.get('');
  if (
    plain !== undefined &&
    amount.size === 1 &&
    /^(z-index|order|column-count|orphans|widows)$/.test(longhand)
  )
    return String(Math.round(plain) + 0);
  return amountText(amount);
}

/** Finishing touches where one value has several notations. */
function polished(longhand: string, text: string, around: Surroundings): string {
  if (/opacity$/.test(longhand))
    return String(Math.min(1, Math.max(0, Number(text))) || Number(text) || text);
  if (/^border-.*-radius$/.test(longhand)) return /^(\S+) \1$/.exec(text)?.[1] ?? text;
  if (/^(box|text)-shadow$/.test(longhand)) return shadowText(text, longhand, around);
  if (longhand === 'background-size' || longhand === 'mask-size')
    return text.replace(/(^|,)(\S+) auto(?=$|,)/g, '$1$2');
  if (longhand === 'letter-spacing' && text === '0') return 'normal';
  if (/^(background|mask)-position-[xy]$/.test(longhand)) return positionText(text);
  if (/^(object-position|transform-origin|perspective-origin)$/.test(longhand)) return pairText(text);
  if (/^background-repeat|^mask-repeat/.test(longhand)) return text.replace(/(^|,)(\S+) \2(?=$|,)/g, '$1$2');
  return text;
}

/** CSS Backgrounds 3 §6.1: the colour first, blur and spread told, the current colour where none is written. */
function shadowText(text: string, longhand: string, around: Surroundings): string {
  return text
    .split(/,(?![^(]*\))/)
    .map((shadow) => {
      const parts = shadow.trim().split(' ');
      if (parts.length === 1) return parts[0];
      const isAmount = (part: string) => /^-?[\d.]/.test(part);
      const sizes = parts.filter(isAmount);
      while (sizes.length < (longhand === 'box-shadow' ? 4 : 3)) sizes.push('0');
      const colour = parts.find((part) => !isAmount(part) && part !== 'inset') ?? around.colour();
      return [colour, ...sizes, ...(parts.includes('inset') ? ['inset'] : [])].join(' ');
    })
    .join(',');
}

const edges: Readonly<Record<string, string>> = {
  left: '0%',
  top: '0%',
  center: '50%',
  right: '100%',
  bottom: '100%',
};

/** CSS Backgrounds 3 §3.6: words are percentages, also from the other edge. */
function positionText(text: string): string {
  return text
    .split(',')
    .map((one) => {
      if (edges[one]) return edges[one];
      const [, edge, offset] = /^(left|top|right|bottom) (.+)$/.exec(one) ?? [];
      if (!edge) return one;
      return edge === 'left' || edge === 'top' ? offset : `100% - ${offset}`;
    })
    .join(',');
}

function pairText(text: string): string {
  const parts = text.split(' ');
  const isVertical = (part: string | undefined) => part === 'top' || part === 'bottom';
  if (parts.length === 1) parts.splice(isVertical(parts[0]) ? 0 : 1, 0, 'center');
  if (isVertical(parts[0]) || parts[1] === 'left' || parts[1] === 'right')
    [parts[0], parts[1]] = [parts[1], parts[0]];
  return parts.map((part) => edges[part] ?? part).join(' ');
}

/** Names in quotes or without, spaces folded (CSS Fonts 4 §2.1). */
function familyText(value: string): string {
  const tokens = readTokens(value);
  const names: string[] = [];
  let words: string[] = [];
  for (let at = 0; at <= tokens.count; at++) {
    const type = tokens.types[at];
    if (at === tokens.count || type === kinds.Comma) {
      names.push(words.join(' '));
      words = [];
    } else if (type === kinds.String) words.push(string.decode(tokenText(tokens, at)));
    else if (type !== kinds.WhiteSpace && type !== kinds.Comment) words.push(tokenText(tokens, at));
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
