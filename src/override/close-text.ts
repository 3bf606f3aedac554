import { parseSheet } from '../sheet/index.js';
import { kinds, readTokens, tokenText, type Tokens } from '../text/index.js';

/**
 * A text with its end closed, so that a rule written behind it is one: comments, strings and blocks that the end cuts off (CSS
 * Syntax 3 §4, §5), and what would take the next rule for its own block. The same text where nothing is open.
 */
export function closed(css: string): string {
  const text = css + missing(readTokens(css));
  return ['', ';', ' {}'].map((end) => text + end).find(letsRulesIn) ?? text;
}

function missing(tokens: Tokens): string {
  const { types, closes, count } = tokens;
  let text = '';
  if (count > 0) text += missingOf(types[count - 1], tokenText(tokens, count - 1));
  for (let at = count - 1; at >= 0; at--) {
    if (closes[at] !== count) continue;
    if (types[at] === kinds.LeftCurlyBracket) text += /\s$/.test(tokens.text + text) ? '}' : ' }';
    else text += types[at] === kinds.LeftSquareBracket ? ']' : ')';
  }
  return text;
}

function missingOf(type: number, token: string): string {
  if (type === kinds.Comment) return token.length >= 4 && token.endsWith('*/') ? '' : ' */';
  if (type === kinds.Url) return token.endsWith(')') ? '' : ')';
  if (type !== kinds.String) return '';
  return token.length > 1 && token.endsWith(token[0]) ? '' : token[0];
}

/** Whether a rule that is written behind a text is read as one. */
function letsRulesIn(css: string): boolean {
  const last = parseSheet(`${css}\nx {}`).contents.at(-1);
  return last?.kind === 'rule' && last.start > css.length;
}
