import {
  parseSheet,
  type AtRule,
  type Content,
  type QualifiedRule,
  type WrittenDeclaration,
} from '../sheet/index.js';
import { longhandsOf } from '../value/index.js';

/** A change to the text between two offsets. */
interface Edit {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

/**
 * Adds rules to a draft's text, so that they stand as though they were written behind it. Into the rule with the same
 * selector (and under the same at-rule) where that changes nothing else: a declared property gets its new value,
 * others are added. Otherwise the rule comes last. All other text stays as it stands, comments and broken parts
 * included.
 */
export function addToDraft(draft: string, css: string): string {
  let text = draft;
  for (const content of parseSheet(css).contents) text = addContent(text, content, css);
  return text;
}

function addContent(draft: string, content: Content, css: string): string {
  if (content.kind === 'declarations') return draft;
  const { contents } = parseSheet(draft);
  const existing = findSame(contents, content);
  if (content.kind === 'rule' && existing?.kind === 'rule' && mayMerge(contents, existing, content))
    return mergeRule(draft, existing, content);
  if (content.kind === 'at-rule' && existing?.kind === 'at-rule') {
    const [inner, ...others] = content.contents ?? [];
    const twin = inner && others.length === 0 ? findSame(existing.contents ?? [], inner) : undefined;
    const isAlone = inner?.kind === 'rule' && twin?.kind === 'rule';
    if (isAlone && mayMerge(existing.contents!, twin, inner) && mayMerge(contents, existing, inner))
      return mergeRule(draft, twin, inner);
  }
  const written = css.slice(content.start, content.end).trim();
  const space = draft.trim() === '' ? '' : draft.endsWith('\n\n') ? '' : draft.endsWith('\n') ? '\n' : '\n\n';
  const end = content.kind === 'at-rule' && !content.contents ? ';' : '';
  return `${draft}${space}${written}${end}\n`;
}

/** The tokens that matter, as far as a text shows them: comments and white space aside. */
const plain = (text: string) =>
  text
    .replace(/\/\*[^]*?\*\//g, '')
    .replace(/\s+/g, ' ')
    .replace(/\s*,\s*/g, ',')
    .trim();

/** The last of equal rules counts. A rule that the text's end cuts off is left alone. */
function findSame(contents: readonly Content[], wanted: Content): QualifiedRule | AtRule | undefined {
  if (wanted.kind === 'declarations') return undefined;
  return contents.findLast((one): one is QualifiedRule | AtRule => {
    if (one.kind !== wanted.kind) return false;
    const sameName = one.kind === 'rule' || (wanted.kind === 'at-rule' && one.name === wanted.name);
    return sameName && plain(one.prelude) === plain(wanted.prelude);
  });
}

/**
 * Whether a rule can be written into `existing` instead of behind everything: both hold plain declarations only, and
 * nothing that stands behind it sets any of the same.
 */
function mayMerge(contents: readonly Content[], existing: Content, added: QualifiedRule): boolean {
  const isFlat = (one: Content) =>
    one.kind !== 'rule' || one.contents.every(({ kind }) => kind === 'declarations');
  if (!isFlat(existing) || !isFlat(added)) return false;
  const set = new Set(declarationsIn([added]).flatMap(({ property }) => longhandsOf(property)));
  const behind = declarationsIn(contents.slice(contents.indexOf(existing) + 1));
  return !behind.some(({ property }) => longhandsOf(property).some((longhand) => set.has(longhand)));
}

/** All declarations in contents, however deep. */
function declarationsIn(contents: readonly Content[]): WrittenDeclaration[] {
  return contents.flatMap((content) =>
    content.kind === 'declarations' ? content.declarations : declarationsIn(content.contents ?? []),
  );
}

function mergeRule(draft: string, existing: QualifiedRule, added: QualifiedRule): string {
  const old = declarationsIn(existing.contents);
  const close = draft[existing.end - 1] === '}' ? existing.end - 1 : existing.end;
  const fresh = declarationsIn(added.contents);
  const edits: Edit[] = [];
  let appended = '';
  for (const { property, value, important } of fresh) {
    const text = `${property}: ${value}${important ? ' !important' : ''}`;
    const same = old.filter((one) => one.property.toLowerCase() === property.toLowerCase());
    const last = same[same.length - 1];
    // In its place where nothing in the rule sets it again further down, and no fallback stands before it.
    if (same.length === 1 && isLastOf(old, last)) edits.push({ from: last.start, to: last.end, text });
    else {
      edits.push(...same.map((one) => leavingOut(draft, one, close)));
      appended += `  ${text};\n`;
    }
  }
  if (appended) edits.push(appendEdit(draft, old, close, appended));
  return edits
    .sort((a, b) => b.from - a.from)
    .reduce((text, edit) => text.slice(0, edit.from) + edit.text + text.slice(edit.to), draft);
}

function isLastOf(all: readonly WrittenDeclaration[], one: WrittenDeclaration): boolean {
  const set = new Set(longhandsOf(one.property));
  return !all
    .slice(all.indexOf(one) + 1)
    .some(({ property }) => longhandsOf(property).some((longhand) => set.has(longhand)));
}

/** Takes a declaration out, with its semicolon and the line that it stood on alone. */
function leavingOut(draft: string, { start, end }: WrittenDeclaration, close: number): Edit {
  const rest = /^\s*;/.exec(draft.slice(end, close))?.[0].length ?? 0;
  const lineStart = draft.lastIndexOf('\n', start - 1) + 1;
  const isAlone = draft.slice(lineStart, start).trim() === '' && draft[end + rest] === '\n';
  return isAlone
    ? { from: lineStart, to: end + rest + 1, text: '' }
    : { from: start, to: end + rest, text: '' };
}

/** Puts declarations before the closing brace, behind a semicolon. */
function appendEdit(
  draft: string,
  old: readonly WrittenDeclaration[],
  close: number,
  appended: string,
): Edit {
  const lineStart = draft.lastIndexOf('\n', close - 1) + 1;
  const isOwnLine = draft.slice(lineStart, close).trim() === '';
  const last = old[old.length - 1];
  const needsSemicolon =
    last &&
    !draft
      .slice(last.end, close)
      .replace(/\/\*[^]*?\*\//g, '')
      .includes(';');
  if (needsSemicolon) {
    const rest = draft.slice(last.end, close);
    return { from: last.end, to: close, text: `;${rest.trimEnd()}\n${appended}` };
  }
  return isOwnLine
    ? { from: lineStart, to: close, text: appended }
    : { from: close, to: close, text: `\n${appended}` };
}
