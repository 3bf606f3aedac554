import { after, kinds, readTokens, skipSpace, type Tokens } from '../text/index.js';

/**
 * A sheet's text with all that its end leaves open closed, as a browser closes it at the end of a sheet (CSS Syntax 3
 * §5): comment, string, brackets, blocks, an at-rule without its semicolon, a selector without a block. Whatever is
 * put behind it is read as though it began a sheet of its own.
 */
export function closed(css: string): string {
  const tokens = readTokens(css);
  if (tokens.count === 0) return css;
  return css + closing(tokens);
}

function closing(tokens: Tokens): string {
  let ends = endOfToken(tokens);
  const open = openBrackets(tokens);
  for (const at of open.reverse()) ends += closerOf(tokens, at);
  return ends + endOfStatement(tokens);
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

function openBrackets({ types, closes, count }: Tokens): number[] {
  const open: number[] = [];
  for (let at = 0; at < count; at++) if (closes[at] === count && opens(types[at])) open.push(at);
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

/** A rule that never got its block gets an empty one, an at-rule its semicolon. */
function endOfStatement(tokens: Tokens): string {
  let start = 0;
  for (let at = 0; at < tokens.count; at = after(tokens, at)) {
    const type = tokens.types[at];
    if (type === kinds.LeftCurlyBracket) start = after(tokens, at);
    else if (type === kinds.Semicolon && tokens.types[skipMarks(tokens, start)] === kinds.AtKeyword)
      start = at + 1;
  }
  const first = skipMarks(tokens, start);
  if (first >= tokens.count) return '';
  return tokens.types[first] === kinds.AtKeyword ? ';' : ' {}';
}

/** The first token that belongs to a rule: white space, comments and the old HTML marks stand between rules. */
function skipMarks(tokens: Tokens, from: number): number {
  let at = skipSpace(tokens, from);
  while (at < tokens.count && (tokens.types[at] === kinds.CDO || tokens.types[at] === kinds.CDC))
    at = skipSpace(tokens, at + 1);
  return at;
}
