import { readTokens, YeltoError, type TokenRange } from '../text/index.js';
import { SelectorParser, type SelectorScope } from './parse.js';
import { problemIn, SelectorFault, type SelectorProblem } from './syntax.js';
import { greatest } from './compound-draft.js';
import { Names } from './tree.js';
import type { Selector, Specificity } from './types.js';

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

/**
 * The specificity of a selector, of a list that of its strongest one (Selectors 4 §17).
 * @throws YeltoError on an invalid selector.
 */
export function specificityOf(selector: string): Specificity {
  return greatest(parseSelectors(selector, { names: new Names(), quirks: false }));
}
