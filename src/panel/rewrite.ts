import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';

/**
 * A sheet's text without its comments. Two tokens that only a comment kept apart stay two: a space comes between
 * them, which in a value means the same. Returns how many were left out.
 */
export function withoutComments(css: string): { text: string; dropped: number } {
  const tokens = readTokens(css);
  let text = '';
  // Tokens join with those beside them only; further back the text may begin within one.
  let last: string[] = [];
  let dropped = 0;
  let wasComment = false;
  for (let at = 0; at < tokens.count; at++) {
    if (tokens.types[at] === kinds.Comment) {
      dropped++;
      wasComment = true;
      continue;
    }
    const piece = tokenText(tokens, at);
    if (wasComment && wouldJoin(last.join(''), piece)) text += ' ';
    text += piece;
    last = [...last.slice(-2), piece];
    wasComment = false;
  }
  return { text: tidied(text), dropped };
}

/** Empty lines that comments left behind; strings hold no bare line ends. */
function tidied(text: string): string {
  return text
    .replace(/[ \t]+$/gm, (space, at: number, whole: string) => (whole[at - 1] === '\\' ? space : ''))
    .replace(/\n{3,}/g, '\n\n')
    .replace(/\{\n\n+/g, '{\n');
}

/** Whether the end of a text and the next piece would be read as other tokens than they are. */
function wouldJoin(before: string, piece: string): boolean {
  if (before === '' || /\s$/.test(before) || /^\s/.test(piece)) return false;
  const [apart, joined] = [readTokens(`${before}/**/${piece}`), readTokens(before + piece)];
  const kept = kindsOf(apart).filter((kind) => kind !== kinds.Comment);
  const now = kindsOf(joined);
  return kept.length !== now.length || kept.some((kind, i) => kind !== now[i]);
}

const kindsOf = ({ types, count }: Tokens) => [...types.subarray(0, count)];

/** The same sheet with as little white space as it can be written with; comments are left out. */
export function tightened(css: string): string {
  const tokens = readTokens(withoutComments(css).text);
  // A brace that closes nothing ends no declaration.
  const ends = new Set(tokens.closes.subarray(0, tokens.count));
  const pieces: string[] = [];
  // Up to there a value is handed on as it is written; of a variable to the letter, as queries compare it so (CSS Conditional 5 §5.3).
  let kept = 0;
  let isOfVariable = false;
  for (let at = 0; at < tokens.count; at++) {
    if (at >= kept) {
      kept = endOfKept(tokens, at);
      isOfVariable = tokens.types[at] === kinds.Ident;
    }
    const type = tokens.types[at];
    const piece = tokenText(tokens, at);
    if (type !== kinds.WhiteSpace) {
      const isEnd = type === kinds.RightCurlyBracket && at >= kept;
      if (isEnd && ends.has(at) && pieces.at(-1) === ';') pieces.pop();
      pieces.push(isEnd ? '}\n' : piece);
      continue;
    }
    // A backslash at the end of a line escapes nothing; without the line's end it would escape what comes next.
    if (pieces.at(-1) === '\\') {
      pieces.push(piece);
      continue;
    }
    const next = tokens.types[at + 1];
    const mayGo = at + 1 < kept ? false : mayVanish(tokens, at);
    const isBehindEnd = pieces.length === 0 || (pieces.at(-1)!.endsWith('\n') && at >= kept);
    if (mayGo || isBehindEnd || next === kinds.EOF) continue;
    pieces.push(isOfVariable && at < kept ? piece : ' ');
  }
  const text = pieces.join('');
  return text === '' || text.endsWith('\n') ? text : `${text}\n`;
}

/** Where what stands in brackets, or as a variable's value, ends; the place itself where neither begins there. */
function endOfKept(tokens: Tokens, at: number): number {
  const { types } = tokens;
  if (types[at] === kinds.Ident && tokenText(tokens, at).startsWith('--')) {
    const colon = skipSpace(tokens, at + 1);
    if (types[colon] !== kinds.Colon) return at;
    let end = skipSpace(tokens, colon + 1);
    while (end < tokens.count && types[end] !== kinds.Semicolon && types[end] !== kinds.RightCurlyBracket)
      end = after(tokens, end);
    return end;
  }
  const opens = [kinds.Function, kinds.LeftParenthesis, kinds.LeftSquareBracket].includes(types[at]);
  return opens ? after(tokens, at) : at;
}

/** White space beside these means nothing, wherever they stand. */
function mayVanish({ types }: Tokens, at: number): boolean {
  const around = [types[at - 1], types[at + 1]];
  return (
    around.includes(kinds.LeftCurlyBracket) ||
    around.includes(kinds.RightCurlyBracket) ||
    around.includes(kinds.Semicolon)
  );
}

/** `</style` written so that an HTML parser does not end the element there; inside CSS it means the same. */
export function safeInStyle(css: string): string {
  return css.replace(/<\/(?=style)/gi, '<\\/');
}

/**
 * `<` and `>` inside strings and names as escapes (CSS Syntax 3 §2.1), for a box
 * that turns these signs into entities. What is left of them is told by the caller.
 */
export function withoutAngles(css: string): string {
  const tokens = readTokens(css);
  let text = '';
  for (let at = 0; at < tokens.count; at++) {
    const type = tokens.types[at];
    const piece = tokenText(tokens, at);
    const isWord = type === kinds.String || type === kinds.Ident || type === kinds.Hash || type === kinds.Url;
    if (!isWord) text += piece;
    else text += piece.replace(/\\?>/g, '\\3e ').replace(/\\?</g, '\\3c ');
  }
  return text;
}

/** Whether a text still holds a sign that such a box would turn into an entity. */
export function hasAngles(css: string): boolean {
  const tokens = readTokens(css);
  for (let at = 0; at < tokens.count; at++)
    if (tokens.types[at] !== kinds.Comment && /[<>]/.test(tokenText(tokens, at))) return true;
  return false;
}
