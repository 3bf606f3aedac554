// What a text leaves open at its end, closed as a browser closes it there (CSS Syntax 3 §5).
import { kinds, readTokens, type Tokens } from './tokens.js';

/** What ends the last token, where the text stops inside of it, and closes what is opened from token `from` on; '' for most. */
export function closingOf(tokens: Tokens, from = 0): string {
  if (tokens.count === 0) return '';
  const open = openBrackets(tokens, from);
  return (
    endOfToken(tokens) +
    open
      .reverse()
      .map((at) => closerOf(tokens, at))
      .join('')
  );
}

/** What ends the last token, where the text stops inside of it. */
function endOfToken({ text, types, starts, count }: Tokens): string {
  const last = text.slice(starts[count - 1]);
  switch (types[count - 1]) {
    case kinds.Comment:
      return last.length >= 4 && last.endsWith('*/')
        ? ''
        : last.endsWith('*') && last.length > 2
          ? '/'
          : '*/';
    case kinds.String: {
      const quote = last[0];
      // css-tree ends a string at the end of the text as a browser does.
      return last.length > 1 && endsUnescaped(last, quote) ? '' : (endsInBackslash(last) ? '\n' : '') + quote;
    }
    case kinds.BadUrl:
      // The tokenizer passes over the sign behind an escape here, where a browser does not: spaces serve both.
      if (readTokens(`${text};`).count > count) return '';
      return `${endsInBackslash(last) ? 'fffd' : ''}  )`;
    case kinds.Url:
      return endsUnescaped(last, ')') ? '' : `${endsInBackslash(last) ? 'fffd ' : ''})`;
    default:
      // A backslash at the very end stands for a letter that is none (CSS Syntax 3 §4.3.7).
      return endsInBackslash(last) ? 'fffd ' : '';
  }
}

const endsInBackslash = (text: string) => /(?<!\\)(\\\\)*\\$/.test(text);

function endsUnescaped(text: string, sign: string): boolean {
  return text.endsWith(sign) && /^[^]*?(?:[^\\]|^)(?:\\\\)*$/.test(text.slice(0, -1));
}

function openBrackets({ types, closes, count }: Tokens, from: number): number[] {
  const open: number[] = [];
  for (let at = from; at < count; at++) if (closes[at] === count && opens(types[at])) open.push(at);
  return open;
}

const opens = (type: number) =>
  type === kinds.LeftCurlyBracket ||
  type === kinds.LeftParenthesis ||
  type === kinds.LeftSquareBracket ||
  type === kinds.Function;

function closerOf({ types }: Tokens, at: number): string {
  if (types[at] === kinds.LeftCurlyBracket) return '}';
  return types[at] === kinds.LeftSquareBracket ? ']' : ')';
}
