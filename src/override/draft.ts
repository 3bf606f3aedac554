import {
  parseSheet,
  type AtRule,
  type Content,
  type QualifiedRule,
  type WrittenDeclaration,
} from '../sheet/index.js';
import { kinds, readTokens, skipSpace, tokenText } from '../text/index.js';
import { Grammar, physicalLonghandsOf } from '../value/index.js';
import { closed } from './close-text.js';

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
 * included; what its end cuts off is closed.
 */
export function addToDraft(draft: string, css: string): string {
  let text = closed(draft);
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

/** A prelude token by token: comments aside, and white space where it parts nothing. */
function plain(prelude: string): string {
  const tokens = readTokens(prelude);
  let text = '';
  for (let at = skipSpace(tokens, 0); at < tokens.count;) {
    const next = skipSpace(tokens, at + 1);
    const isParted = next > at + 1 && next < tokens.count;
    const isComma = tokens.types[at] === kinds.Comma || tokens.types[next] === kinds.Comma;
    text += tokenText(tokens, at) + (isParted && !isComma ? ' ' : '');
    at = next;
  }
  return text;
}

/** The last of equal rules counts. Each layer without a name is another one. */
function findSame(contents: readonly Content[], wanted: Content): QualifiedRule | AtRule | undefined {
  if (wanted.kind === 'declarations') return undefined;
  return contents.findLast((one): one is QualifiedRule | AtRule => {
    if (one.kind !== wanted.kind) return false;
    const sameName =
      one.kind === 'rule' ||
      (wanted.kind === 'at-rule' &&
        one.name === wanted.name &&
        !(one.name === 'layer' && one.prelude === ''));
    return sameName && plain(one.prelude) === plain(wanted.prelude);
  });
}

/** The longhands that a property sets, in whichever direction lines and letters run. */
const setBy = ({ property }: WrittenDeclaration) => physicalLonghandsOf(property);

/** Whether a declaration sets any of what others set. */
function meets(one: WrittenDeclaration, others: readonly WrittenDeclaration[]): boolean {
  const set = new Set(setBy(one));
  return others.some((other) => setBy(other).some((longhand) => set.has(longhand)));
}

const grammar = new Grammar();

/**
 * Whether a rule can be written into `existing` instead of behind everything: both hold plain declarations only, the new ones
 * are such as browsers use and do not meet each other, and nothing that stands behind it sets any of the same.
 */
function mayMerge(contents: readonly Content[], existing: Content, added: QualifiedRule): boolean {
  const isFlat = (one: Content) =>
    one.kind !== 'rule' || one.contents.every(({ kind }) => kind === 'declarations');
  if (!isFlat(existing) || !isFlat(added)) return false;
  const fresh = declarationsIn([added]);
  const behind = declarationsIn(contents.slice(contents.indexOf(existing) + 1));
  return fresh.every(
    (one, at) => !grammar.check(one.property, one.value) && !meets(one, [...behind, ...fresh.slice(at + 1)]),
  );
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
    // What is important there beats what is not, wherever that stands.
    const same = old.filter(
      (one) => one.property.toLowerCase() === property.toLowerCase() && (important || !one.important),
    );
    const last = same[same.length - 1];
    // In its place where nothing in the rule sets it again further down, and no fallback stands before it.
    if (same.length === 1 && isLastOf(old, last)) edits.push({ from: last.start, to: last.end, text });
    else {
      edits.push(...same.map((one) => leavingOut(draft, one, close)));
      appended += `  ${text};\n`;
    }
  }
  if (appended) edits.push(appendEdit(draft, existing, close, appended));
  return edits
    .sort((a, b) => b.from - a.from)
    .reduce((text, edit) => text.slice(0, edit.from) + edit.text + text.slice(edit.to), draft);
}

const isLastOf = (all: readonly WrittenDeclaration[], one: WrittenDeclaration): boolean =>
  !meets(one, all.slice(all.indexOf(one) + 1));

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
  { contents, start, preludeTokens: { from, to, tokens } }: QualifiedRule,
  close: number,
  appended: string,
): Edit {
  const lineStart = draft.lastIndexOf('\n', close - 1) + 1;
  const isOwnLine = draft.slice(lineStart, close).trim() === '';
  const last = declarationsIn(contents).at(-1);
  const behind = last?.end ?? start + tokens.starts[to] - tokens.starts[from] + 1;
  const rest = draft.slice(behind, close);
  const said = rest.replace(/\/\*[^]*?\*\//g, '').trim();
  if (last && said === '') return { from: behind, to: close, text: `;${rest.trimEnd()}\n${appended}` };
  // What is broken there ends before what is added begins.
  if (said !== '' && !said.endsWith(';'))
    return { from: behind, to: close, text: `${rest.trimEnd()};\n${appended}` };
  return isOwnLine
    ? { from: lineStart, to: close, text: appended }
    : { from: close, to: close, text: `\n${appended}` };
}
