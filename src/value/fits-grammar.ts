import type { Lexer } from 'css-tree';
import { fitsInPieces } from './long-values.js';

/** Characters from which a value without commas may be a list that is looked at in pieces. */
const longValue = 60;

/** After so many steps the package gives up, whether or not a value fits. */
const mostSteps = 15_000;

/**
 * Whether a property's grammar takes a value; of what is too long to be told, even in pieces, it is not denied. The call stack is not
 * noted for each that does not fit: that takes longer than finding out.
 */
export function fitsGrammar(lexer: Lexer, property: string, value: string): boolean {
  const { stackTraceLimit } = Error;
  Error.stackTraceLimit = 0;
  const known = new Map<string, boolean>();
  const fits = (text: string): boolean => {
    const { error, iterations } = lexer.matchProperty(property, text);
    return error === null || iterations >= mostSteps;
  };
  try {
    if (value.length < longValue && !value.includes(',')) return fits(value);
    // Of long lists many items are the same.
    const fitsOnce = (text: string) => {
      let isFit = known.get(text);
      if (isFit === undefined) known.set(text, (isFit = fits(text)));
      return isFit;
    };
    return fitsInPieces(value, fitsOnce, property === 'font');
  } finally {
    Error.stackTraceLimit = stackTraceLimit;
  }
}
