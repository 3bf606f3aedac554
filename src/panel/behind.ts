import { countHead } from '../page/index.js';
import { parseSheet, type Content } from '../sheet/index.js';
import { count, kinds, readTokens, tokenText } from '../text/index.js';
import { closed } from './close.js';
import { withoutAngles, withoutComments } from './rewrite.js';

/** A piece of a sheet at its top: a rule, an at-rule, with its text. */
interface Piece {
  readonly content: Content;
  readonly start: number;
  readonly end: number;
  /** Equal for pieces that are written alike, white space and comments aside. */
  readonly key: string;
}

/**
 * One text that looks as the standing text and behind it the draft look as two sheets: nothing of either is left out
 * but rules of the standing text that the draft says again to the letter, which the later one makes idle. `@charset`
 * and `@import` go to the top, where alone they are read. A text behind which the draft stands already stays as it is.
 */
export function putBehind(
  standingText: string,
  draftText: string,
  changes: string[],
  warnings: string[],
): string {
  const [standing, draft] = [closed(standingText), closed(draftText)];
  const own = piecesOf(draft);
  const there = piecesOf(standing);
  if (own.length === 0) return standing;
  const head = headOf(own);
  if (endsWith(there, own, head)) {
    changes.push('the draft stands in the box already');
    return standing;
  }
  const again = new Set(own.filter(({ content }) => isIdleBefore(content)).map(({ key }) => key));
  const lost = lastIndexOfLostHead(there);
  const idle = there.filter(({ key, content }, at) => at > lost && again.has(key) && isIdleBefore(content));
  const base = removed(standing, idle);
  const text = joined(withHead(base, head, draft, warnings), removed(draft, head));
  const kept = there.length - idle.length;
  if (kept) changes.push(`kept the ${count(kept, 'rule')} that stood in the box`);
  if (idle.length) changes.push(`put ${count(idle.length, 'rule')} that stood there and in the draft once`);
  return text;
}

function joined(base: string, rest: string): string {
  const front = base.trimEnd();
  const back = rest.trim();
  return front && back ? `${front}\n\n${back}\n` : `${front || back}\n`;
}

function piecesOf(css: string): Piece[] {
  return parseSheet(css).contents.flatMap((content): Piece[] => {
    if (content.kind === 'declarations') return [];
    const { start } = content;
    const isStatement = content.kind === 'at-rule' && !content.contents;
    const end = isStatement && css[content.end] === ';' ? content.end + 1 : content.end;
    return [{ content, start, end, key: keyOf(content) }];
  });
}

/** A rule as it is read: what white space, comments, and escapes for a panel's sake make of its text is left aside. */
function keyOf(content: Content): string {
  switch (content.kind) {
    case 'declarations':
      return content.declarations
        .map(({ property, value, important }) => `${property}:${plainText(value)}${important ? '!' : ''};`)
        .join('');
    case 'rule':
      return `${plainText(content.prelude)}{${content.contents.map(keyOf).join('')}}`;
    case 'at-rule':
      return `@${content.name} ${plainText(content.prelude)}${content.contents ? `{${content.contents.map(keyOf).join('')}}` : ';'}`;
  }
}

/** The tokens without comments, each stretch of white space one space; as a panel's needs may have rewritten it. */
function plainText(text: string): string {
  const tokens = readTokens(withoutAngles(withoutComments(text).text.replaceAll('<\\/', '</')));
  let plain = '';
  for (let at = 0; at < tokens.count; at++)
    plain += tokens.types[at] === kinds.WhiteSpace ? ' ' : tokenText(tokens, at);
  return plain.trim();
}

/** Whether the draft stands there already, at the end: as it is written, or with what is read only at the top put there. */
function endsWith(there: readonly Piece[], own: readonly Piece[], head: readonly Piece[]): boolean {
  const known = new Set(headOf(there).map(({ key }) => key));
  const isRead = ({ key, content }: Piece) => known.has(key) || (isCharset(content) && hasCharset(there));
  const stand = (pieces: readonly Piece[]) => {
    const tail = there.slice(there.length - pieces.length);
    return pieces.length <= there.length && pieces.every(({ key }, i) => key === tail[i].key);
  };
  return head.every(isRead) && (stand(own.filter((piece) => !head.includes(piece))) || stand(own));
}

/** The `@charset`, `@import` and `@namespace` that are read, each where it may stand. */
function headOf(pieces: readonly Piece[]): Piece[] {
  const { imports, namespaces } = countHead(pieces.map(({ content }) => content));
  return pieces.filter(
    ({ content }, at) => isHead(content) && at < (nameOf(content) === 'namespace' ? namespaces : imports),
  );
}

/** Where the last of them stands that no browser reads, behind rules; these rules must stay before it. −1 for none. */
function lastIndexOfLostHead(pieces: readonly Piece[]): number {
  const read = headOf(pieces);
  return pieces.findLastIndex((piece) => isHead(piece.content) && !read.includes(piece));
}

const nameOf = (content: Content): string => (content.kind === 'at-rule' ? content.name : '');

const isCharset = (content: Content) => content.kind === 'at-rule' && content.name === 'charset';

/** Of those a text has one, wherever it stands. */
const hasCharset = (pieces: readonly Piece[]) => pieces.some(({ content }) => isCharset(content));

/** At-rules that count only at the top of a sheet (CSS Cascade 5 §2, CSS Namespaces 3 §2). */
function isHead(content: Content): boolean {
  return content.kind === 'at-rule' && /^(charset|import|namespace)$/.test(content.name);
}

/**
 * Whether a rule does nothing where the very same stands again further down. Not so for what places a layer, as its
 * first mention counts, nor for what else is read by its place.
 */
function isIdleBefore(content: Content): boolean {
  if (content.kind === 'rule') return !content.contents.some((one) => !isIdleBefore(one));
  if (content.kind === 'declarations') return true;
  if (/^(keyframes|-webkit-keyframes|font-face|counter-style|property|function)$/.test(content.name))
    return true;
  return (
    /^(media|supports|container|scope)$/.test(content.name) &&
    (content.contents ?? []).every((one) => isIdleBefore(one))
  );
}

function removed(css: string, pieces: readonly Piece[]): string {
  let text = css;
  for (const { start, end } of [...pieces].sort((a, b) => b.start - a.start)) {
    const line = text.slice(end).match(/^[ \t]*\r?\n/)?.[0].length ?? 0;
    text = text.slice(0, start) + text.slice(end + line);
  }
  return text;
}

/** Puts the draft's `@charset`, `@import` and `@namespace` behind those of the standing text. */
function withHead(base: string, head: readonly Piece[], draft: string, warnings: string[]): string {
  const pieces = piecesOf(base);
  const known = new Set(headOf(pieces).map(({ key }) => key));
  const fresh = head.filter(({ key }) => !known.has(key));
  if (fresh.length === 0) return base;
  const texts = (name: string) =>
    fresh
      .filter(({ content }) => nameOf(content) === name)
      .map(({ start, end }) => draft.slice(start, end).replace(/;?$/, ';'));
  const charset = hasCharset(pieces) ? [] : texts('charset').slice(0, 1);
  const [imports, namespaces] = [texts('import'), texts('namespace')];
  const there = headOf(pieces);
  const behindImports = there.findLast(({ content }) => nameOf(content) !== 'namespace')?.end ?? 0;
  const at = Math.max(behindImports, there.at(-1)?.end ?? 0);
  if (imports.length && pieces.some(({ content }) => !isHead(content)))
    warnings.push(
      'An @import counts only at the top, so what it loads now stands before the rules of the box.',
    );
  const parts = [
    ...charset,
    base.slice(0, behindImports).trim(),
    ...imports,
    base.slice(behindImports, at).trim(),
    ...namespaces,
  ];
  return `${parts.filter(Boolean).join('\n')}\n\n${base.slice(at).trimStart()}`;
}
