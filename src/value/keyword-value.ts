import { amountText } from './amount.js';
import type { Surroundings } from './computed-text.js';
import { keywordsOf } from './grammar.js';
import { positionAreaOf } from './position-area.js';
import { isProperty } from './properties.js';

/** CSS Fonts 4 §2.5: the sizes that words stand for where `medium` is 16 px, as engines have them. */
export const fontSizes: Readonly<Record<string, number>> = {
  'xx-small': 9,
  'x-small': 10,
  small: 13,
  medium: 16,
  large: 18,
  'x-large': 24,
  'xx-large': 32,
  'xxx-large': 48,
};

/** CSS Fonts 4 §2.3. */
const stretches: Readonly<Record<string, string>> = {
  'ultra-condensed': '50%',
  'extra-condensed': '62.5%',
  condensed: '75%',
  'semi-condensed': '87.5%',
  normal: '100%',
  'semi-expanded': '112.5%',
  expanded: '125%',
  'extra-expanded': '150%',
  'ultra-expanded': '200%',
};

/** CSS Containment 2 §3. */
const containments: Readonly<Record<string, string>> = {
  content: 'layout paint style',
  strict: 'layout paint size style',
};

/** CSS Backgrounds 3 §3.3, as engines have them. */
export const lineWidths: Readonly<Record<string, string>> = { thin: '1px', medium: '3px', thick: '5px' };

const sizes = /^((min|max)-)?(width|height|(inline|block)-size)$/;
/** Sizing 4 §3, as they were once written. */
const ofOldSize: Readonly<Record<string, string>> = {
  '-webkit-fill-available': 'stretch',
  '-webkit-min-content': 'min-content',
  '-webkit-max-content': 'max-content',
  '-webkit-fit-content': 'fit-content',
};

/** A longhand's value that is one word, as what it stands for; undefined where the word stands for itself. */
export function keywordValue(longhand: string, word: string, around: Surroundings): string | undefined {
  switch (longhand) {
    case 'font-size':
      return fontSizeOf(word, around);
    case 'font-weight':
      return weightOf(word, around);
    case 'font-stretch':
      return stretches[word];
    case 'animation-duration':
      return word === 'auto' ? '0s' : undefined;
    case 'baseline-shift':
      return word === 'baseline' ? '0' : undefined;
    case 'paint-order':
      return paintOrderOf(word);
    case 'overflow-x':
    case 'overflow-y':
      return word === 'overlay' ? 'auto' : undefined;
    case 'unicode-bidi':
      return word.startsWith('-webkit-') ? word.slice('-webkit-'.length) : undefined;
    case 'contain':
      return containments[word] ?? word.split(/\s+/).sort().join(' ');
    case 'touch-action':
      return word === 'manipulation' ? 'pan-x pan-y pinch-zoom' : word.split(/\s+/).sort().join(' ');
    case 'display':
      return displayOf(word);
    case 'background-clip':
      return word.replace(/(?<![\w-])text\s+border-area/g, 'border-area text');
    case 'initial-letter':
      return word.replace(/^(drop|raise)\s+(.*)$/, '$2 $1');
    case 'position-area':
      return positionAreaOf(word);
    case 'grid-auto-flow':
      return flowOf(word);
    case 'writing-mode':
      return /^tb(-rl)?$/.test(word)
        ? 'vertical-rl'
        : /^(lr|rl)(-tb)?$/.test(word)
          ? 'horizontal-tb'
          : undefined;
    case '-webkit-box-orient':
      return ({ 'inline-axis': 'horizontal', 'block-axis': 'vertical' } as Record<string, string>)[word];
    case 'font-variant-numeric':
    case 'font-variant-ligatures':
    case 'font-variant-east-asian':
      return word.split(/\s+/).sort().join(' ');
    case 'zoom':
      return word === 'normal' || word === 'reset' ? '1' : undefined;
    case 'text-orientation':
    case '-webkit-text-orientation':
      return word === 'sideways-right' ? 'sideways' : undefined;
    case 'text-size-adjust':
      return word === 'none' ? '100%' : undefined;
    case 'caret-color':
      return word === 'auto' ? around.colour() : undefined;
    case 'word-spacing':
      return word === 'normal' ? '0' : undefined;
    case 'text-decoration-line':
      return word.split(/\s+/).sort().join(' ');
    case 'text-align':
      return word === '-webkit-auto' ? 'start' : undefined;
    case 'overflow-clip-margin':
      // It is the box that is meant where none is named.
      return /^padding-box( [\d.]+(px)?)?$|^[\d.]+(px)? padding-box$/.test(word)
        ? word.replace(/ ?padding-box ?/, '').replace(/^(0px)?$/, '0')
        : undefined;
    default:
      if (sizes.test(longhand)) return ofOldSize[word];
      return /-width$/.test(longhand) ? lineWidths[word] : undefined;
  }
}

/** CSS Display 3 §2: two words, and the one that is short for them. */
function displayOf(written: string): string | undefined {
  const words = written.replace(/^-webkit-(inline-)?flex$/, '$1flex').split(/\s+/);
  if (written === 'flow') return 'block';
  if (words.length === 1) return words[0] === written ? undefined : words[0];
  if (words.includes('list-item'))
    return ['inline', 'flow-root', 'list-item'].filter((word) => words.includes(word)).join(' ');
  const outer = words.find((word) => /^(block|inline)$/.test(word)) ?? 'block';
  const inner = words.find((word) => word !== outer);
  if (inner === 'flow') return outer;
  if (inner === 'flow-root') return outer === 'block' ? 'flow-root' : 'inline-block';
  if (inner === 'ruby' || inner === 'math') return outer === 'inline' ? inner : `block ${inner}`;
  return outer === 'block' ? inner : `inline-${inner}`;
}

/** SVG 2 §13.8: what is not named is painted behind, in the usual order. */
function paintOrderOf(written: string): string {
  if (written === 'normal') return written;
  const words = written.split(/\s+/);
  return [...words, ...['fill', 'stroke', 'markers'].filter((word) => !words.includes(word))].join(' ');
}

/** CSS Grid 2 §7.7: rows are filled where nothing is said. */
function flowOf(written: string): string {
  const axis = /column/.test(written) ? 'column' : 'row';
  return /dense/.test(written) ? `${axis} dense` : axis;
}

function fontSizeOf(word: string, around: Surroundings): string | undefined {
  if (Object.hasOwn(fontSizes, word)) return amountText(new Map([['px', fontSizes[word]]]));
  if (!/^(larger|smaller|math)$/.test(word)) return undefined;
  const size = around.fontSize();
  // MathML Core §2.1.5.1: what stands beside no formula has no other depth than its parent.
  if (word === 'math') return size === undefined ? around.font?.('em') : amountText(new Map([['px', size]]));
  return size === undefined
    ? `${word}(${around.font?.('em') ?? 'font'})`
    : amountText(new Map([['px', word === 'larger' ? size * 1.2 : size / 1.2]]));
}

/** CSS Fonts 4 §2.4.1. */
function weightOf(word: string, around: Surroundings): string | undefined {
  switch (word) {
    case 'normal':
      return '400';
    case 'bold':
      return '700';
    case 'bolder': {
      const weight = around.parentWeight();
      if (weight < 350) return '400';
      return weight < 550 ? '700' : String(Math.max(900, weight));
    }
    case 'lighter': {
      const weight = around.parentWeight();
      if (weight < 100) return String(weight);
      if (weight < 550) return '100';
      return weight < 750 ? '400' : '700';
    }
    default:
      return undefined;
  }
}

const keywords = new Map<string, ReadonlySet<string>>();

/** Whether a word, in lower case, is one of a longhand's own, and not a name of the author's. */
export function isKeyword(longhand: string, word: string): boolean {
  if (longhand === 'transition-property' && isProperty(word)) return true;
  let own = keywords.get(longhand);
  if (!own) keywords.set(longhand, (own = new Set(keywordsOf(longhand).map((one) => one.toLowerCase()))));
  return own.has(word) || (longhand === 'list-style-type' && counterStyles.test(word));
}

/** CSS Counter Styles 3 §6: names that every browser knows. */
const counterStyles =
  /^(disc|circle|square|disclosure-(open|closed)|decimal(-leading-zero)?|(lower|upper)-(roman|latin|alpha|armenian)|lower-greek|arabic-indic|armenian|bengali|cambodian|khmer|cjk-(decimal|earthly-branch|heavenly-stem|ideographic)|devanagari|georgian|gujarati|gurmukhi|hebrew|(hira|kata)gana(-iroha)?|kannada|lao|malayalam|mongolian|myanmar|oriya|persian|tamil|telugu|thai|tibetan|ethiopic-(halehame(-(am|ti-e[rt]))?|numeric)|(simp|trad)-chinese-(in)?formal|japanese-(in)?formal|korean-hangul-formal|korean-hanja-(in)?formal)$/;
