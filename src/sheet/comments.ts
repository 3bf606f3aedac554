import { kinds, tokenText, type Tokens } from '../text/index.js';
import type { SyntaxFault } from './rules.js';

const remedy = 'Put */ where the comment ends.';

/** What comments take along that nobody meant: one whose end is missing goes on to the next, or to the end of the text (CSS Syntax 3 §4.3.2). */
export function commentFaults(tokens: Tokens): SyntaxFault[] {
  const faults: SyntaxFault[] = [];
  for (let at = 0; at < tokens.count; at++) {
    if (tokens.types[at] !== kinds.Comment) continue;
    const text = tokenText(tokens, at);
    const offset = tokens.starts[at];
    if (text.length < 4 || !text.endsWith('*/'))
      faults.push({
        offset,
        message: 'the comment that begins here is never closed, so all that follows it is lost',
        remedy,
      });
    else if (/[;}][^]*\/\*/.test(text.slice(2)))
      faults.push({
        offset,
        message:
          'the comment that begins here goes on to the end of another one, so the rules between are lost',
        remedy,
      });
  }
  return faults;
}
