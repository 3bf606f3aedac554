import {
  parseSheet,
  type AtRule,
  type Content,
  type QualifiedRule,
  type WrittenDeclaration,
} from '../sheet/index.js';

/** A change to the text between two offsets. */
interface Edit {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

/**
 * Adds a rule to a draft's text. Into the rule with the same selector (and under the same media query) when
 * there is one: a declared property gets its new value, others are added. Otherwise the rule comes last.
 * All other text stays as it stands, comments and broken parts included.
 */
export function addToDraft(draft: string, css: string): string {
  let text = draft;
  for (const content of parseSheet(css).contents) text = addContent(text, content, css);
  return text;
}

function addContent(draft: string, content: Content, css: string): string {
  if (content.kind === 'declarations') return draft;
  const existing = findSame(parseSheet(draft).contents, content);
  if (content.kind === 'rule' && existing?.kind === 'rule') return mergeRule(draft, existing, content);
  if (content.kind === 'at-rule' && existing?.kind === 'at-rule' && content.contents) {
    const inner = content.contents[0];
    const innerExisting = inner && findSame(existing.contents ?? [], inner);
    if (inner?.kind === 'rule' && innerExisting?.kind === 'rule')
      return mergeRule(draft, innerExisting, inner);
  }
  const written = css.slice(content.start, content.end).trim();
  const space = draft.trim() === '' ? '' : draft.endsWith('\n\n') ? '' : draft.endsWith('\n') ? '\n' : '\n\n';
  return `${draft}${space}${written}\n`;
}

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

function declarationsOf(rule: QualifiedRule): readonly WrittenDeclaration[] {
  return rule.contents.flatMap((content) => (content.kind === 'declarations' ? content.declarations : []));
}

function mergeRule(draft: string, existing: QualifiedRule, added: QualifiedRule): string {
  const old = declarationsOf(existing);
  const close = draft[existing.end - 1] === '}' ? existing.end - 1 : existing.end;
  const edits: Edit[] = [];
  let appended = '';
  for (const { property, value, important } of declarationsOf(added)) {
    const text = `${property}: ${value}${important ? ' !important' : ''}`;
    const same = old.findLast((one) => one.property.toLowerCase() === property.toLowerCase());
    if (same) edits.push({ from: same.start, to: same.end, text });
    else appended += `  ${text};\n`;
  }
  if (appended) edits.push(appendEdit(draft, old, close, appended));
  return edits
    .sort((a, b) => b.from - a.from)
    .reduce((text, edit) => text.slice(0, edit.from) + edit.text + text.slice(edit.to), draft);
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
