import { amountText } from './amount.js';
import type { Surroundings } from './computed-text.js';

/** CSS Fonts 4 §2.5: the sizes that words stand for where `medium` is 16 px, as engines have them. */
const fontSizes: Readonly<Record<string, number>> = {
  'xx-small': 9,
  'x-small': 10,
  small: 13,
  medium: 16,
  large: 18,
  'x-large': 24,
  'xx-large': 32,
  'xxx-large': 48,
};

const lineWidths: Readonly<Record<string, string>> = { thin: '1px', medium: '3px', thick: '5px' };

/** A longhand's value that is one word, as what it stands for; undefined where the word stands for itself. */
export function keywordValue(longhand: string, word: string, around: Surroundings): string | undefined {
  switch (longhand) {
    case 'font-size':
      return fontSizeOf(word, around);
    case 'font-weight':
      return weightOf(word, around);
    case 'word-spacing':
      return word === 'normal' ? '0' : undefined;
    case 'text-decoration-line':
      return word.split(/\s+/).sort().join(' ');
    default:
      return /-width$/.test(longhand) ? lineWidths[word] : undefined;
  }
}

function fontSizeOf(word: string, around: Surroundings): string | undefined {
  if (Object.hasOwn(fontSizes, word)) return amountText(new Map([['px', fontSizes[word]]]));
  if (word !== 'larger' && word !== 'smaller') return undefined;
  const size = around.fontSize();
  return size === undefined
    ? word
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
