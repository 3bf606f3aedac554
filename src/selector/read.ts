import { readTokens, YeltoError, type TokenRange } from '../text/index.js';
import { SelectorParser, type SelectorScope } from './parse.js';
import { problemIn, SelectorFault, type SelectorProblem } from './syntax.js';
import type { Selector } from './types.js';

/**
 * Compiles a selector list (Selectors 4 §3).
 * @throws YeltoError with the column in the text when any selector of the list is invalid; then a browser
 * drops the whole rule.
 */
export function parseSelectors(text: string, scope: SelectorScope): Selector[] {
  const tokens = readTokens(text);
  const read = readSelectors({ tokens, from: 0, to: tokens.count }, scope);
  if (Array.isArray(read)) return read;
  const { message, column, remedy } = read;
  throw new YeltoError(message, { line: 1, column, text, remedy: remedy() });
}

/** The same for a stretch of a sheet's tokens; what is wrong is returned, not thrown. */
export function readSelectors(range: TokenRange, scope: SelectorScope): Selector[] | SelectorProblem {
  try {
    return new SelectorParser(range.tokens, scope).list(range.from, range.to, 0);
  } catch (fault) {
    if (fault instanceof SelectorFault) return problemIn(range, fault);
    throw fault;
  }
}
