import { after, closingOf, kinds, readTokens, skipSpace, type Tokens } from '../text/index.js';

/**
 * A sheet's text with all that its end leaves open closed, as a browser closes it at the end of a sheet (CSS Syntax 3
 * §5): comment, string, brackets, blocks, an at-rule without its semicolon, a selector without a block. Whatever is
 * put behind it is read as though it began a sheet of its own.
 */
export function closed(css: string): string {
  const tokens = readTokens(css);
  if (tokens.count === 0) return css;
  return css + closingOf(tokens) + endOfStatement(tokens);
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
