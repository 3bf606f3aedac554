import type { Lexer } from 'css-tree';

/**
 * Whether a property's grammar takes a value. The call stack is not noted for each that does not fit: that takes longer than
 * finding out.
 */
export function fitsGrammar(lexer: Lexer, property: string, value: string): boolean {
  const { stackTraceLimit } = Error;
  Error.stackTraceLimit = 0;
  try {
    return lexer.matchProperty(property, value).error === null;
  } finally {
    Error.stackTraceLimit = stackTraceLimit;
  }
}
