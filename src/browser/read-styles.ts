import type { SheetSource, StyleSource } from '../page/index.js';
import { deepestImport, mapHref, tooDeep } from '../sheet/index.js';
import { withoutMarks } from './hold.js';
import { isOwnSheet, liveShadows, makeOwnSheet } from './own.js';
import { isReplaced } from './stand-in.js';

/** The sheets of a document in the order of the cascade, and the texts of those that they import. */
export interface ReadStyles {
  readonly styles: readonly StyleSource[];
  readonly imported: readonly SheetSource[];
  /** Which of them count in which shadow tree. */
  readonly shadowStyles: readonly { readonly host: number; readonly styles: readonly number[] }[];
}

/** Rules as they stood when they were looked at; undefined where the browser does not let them be read. */
interface Snapshot {
  readonly sheet: CSSStyleSheet;
  readonly isOff: boolean;
  readonly media: string;
  readonly rules?: readonly string[];
  readonly imports: readonly {
    readonly href: string;
    readonly isTooDeep: boolean;
    readonly inner?: Snapshot;
  }[];
}

/**
 * Reads the styles that a document has, whoever put them in: the sheets of its elements, then those that scripts
 * adopted. The text of a file or of a `<style>` is taken where it says what the document has, as it tells places.
 * A sheet that the browser does not let the page read is `unread`, with its address.
 */
export async function readStyles(
  document: Document,
  numberOf: (element: Element) => number,
): Promise<ReadStyles> {
  // What stands now, all at once; texts come later.
  const shadows = liveShadows(document).map((root) => ({ root, sheets: sheetsOf(root) }));
  const own = snapshotsOf(sheetsOf(document));
  // A sheet that many trees adopt is read once.
  const inside = snapshotsOf([...new Set(shadows.flatMap(({ sheets }) => sheets))]);
  const missing = missingLinks(document, numberOf);
  const imported = new Map<string, SheetSource>();
  const read = (snapshots: readonly Snapshot[]) => readSheets(snapshots, { document, imported, numberOf });
  const [styles, innerStyles] = await Promise.all([read(own), read(inside)]);
  for (const one of missing) {
    const behind = styles.findIndex(({ owner = Infinity }) => owner > one.owner);
    styles.splice(behind < 0 ? styles.length : behind, 0, one);
  }
  const places = new Map(inside.map(({ sheet }, i) => [sheet, styles.length + i]));
  const shadowStyles = shadows.map(({ root, sheets }) => ({
    host: numberOf(root.host),
    styles: sheets.map((sheet) => places.get(sheet)!),
  }));
  return { styles: [...styles, ...innerStyles], imported: [...imported.values()], shadowStyles };
}

const sheetsOf = (root: DocumentOrShadowRoot): CSSStyleSheet[] =>
  [...root.styleSheets, ...root.adoptedStyleSheets].filter((sheet) => !isOwnSheet(sheet));

const snapshotsOf = (sheets: readonly CSSStyleSheet[]): Snapshot[] =>
  sheets.map((sheet) => snapshotOf(sheet));

async function readSheets(
  snapshots: readonly Snapshot[],
  to: {
    readonly document: Document;
    readonly imported: Map<string, SheetSource>;
    readonly numberOf: (element: Element) => number;
  },
): Promise<StyleSource[]> {
  const { document, imported, numberOf } = to;
  // All at once: one that never comes keeps nobody waiting but itself.
  const files = await Promise.all(
    snapshots.map(({ sheet, rules }) => (rules ? textAt(sheet.href) : undefined)),
  );
  const embedded = new Map<Node, number>();
  const styles: StyleSource[] = [];
  for (const [i, one] of snapshots.entries()) {
    const { sheet, isOff, media } = one;
    const owner = sheet.ownerNode as Element | null;
    // Of what the page may not read it may not fetch the text either.
    const file = files[i];
    const read = readSnapshot(one, file ? file.text : (owner?.textContent ?? undefined), document);
    const map = read && sheet.href && read.css === file?.text ? await mapOf(read.css, sheet.href) : undefined;
    await readImports(one, imported, document);
    styles.push({
      ...(owner ? { owner: numberOf(owner) } : {}),
      ...(sheet.href ? { href: sheet.href } : { label: labelOf(owner, read?.isByScript, embedded) }),
      ...(read?.isByScript ? { isByScript: true } : {}),
      css: read?.css ?? '',
      ...(map ? { map } : {}),
      media,
      status: isOff ? 'disabled' : !read ? 'unread' : isRefused(one, file) ? 'missing' : 'loaded',
    });
  }
  return styles;
}

/** `embedded` counts the `<style>` elements of each tree. */
function labelOf(owner: Element | null, isByScript = false, embedded: Map<Node, number>): string {
  if (!owner) return 'a sheet put in by a script';
  const root = owner.getRootNode();
  const number = (embedded.get(root) ?? 0) + 1;
  embedded.set(root, number);
  return `<style> ${number}${isByScript ? ', filled by a script' : ''}`;
}

function snapshotOf(sheet: CSSStyleSheet, depth = 0): Snapshot {
  const plain = { sheet, isOff: sheet.disabled && !isReplaced(sheet), media: sheet.media.mediaText };
  try {
    const rules = [...sheet.cssRules];
    const imports = rules.flatMap((rule) => {
      if (!isImport(rule)) return [];
      const isTooDeep = depth >= deepestImport;
      const inner = isTooDeep ? undefined : rule.styleSheet;
      const href = inner?.href ?? new URL(rule.href, sheet.href ?? document.baseURI).href;
      return [{ href, isTooDeep, inner: inner ? snapshotOf(inner, depth + 1) : undefined }];
    });
    return { ...plain, rules: rules.map(({ cssText }) => withoutMarks(cssText)), imports };
  } catch {
    return { ...plain, imports: [] };
  }
}

const isImport = (rule: CSSRule): rule is CSSImportRule => rule.type === 3;

/** The text that says what the sheet has; undefined where nobody may read it. */
function readSnapshot(
  { rules, sheet }: Snapshot,
  text: string | undefined,
  document: Document,
): { css: string; isByScript: boolean } | undefined {
  if (!rules) return undefined;
  if (text !== undefined && saysTheSame(text, rules, document)) return { css: text, isByScript: false };
  // The file's rules, but not its text: scripts, or a file that the page may not fetch.
  return { css: rules.join('\n'), isByScript: sheet.href === null };
}

/** Imports are left out of a sheet that is made here; they are compared by what they lead to. */
function saysTheSame(text: string, rules: readonly string[], document: Document): boolean {
  const read = [...makeOwnSheet(document, text).cssRules].map(({ cssText }) => cssText);
  const standing = rules.filter((rule) => !rule.startsWith('@import'));
  return read.length === standing.length && read.every((rule, i) => rule === standing[i]);
}

async function readImports(
  { imports }: Snapshot,
  found: Map<string, SheetSource>,
  document: Document,
): Promise<void> {
  for (const { href, inner, isTooDeep } of imports) {
    if (found.has(href)) continue;
    if (!inner) {
      found.set(href, { href, css: '', status: isTooDeep ? tooDeep : 404 });
      continue;
    }
    const file = inner.rules && (await textAt(href));
    const read = readSnapshot(inner, file?.text, document);
    const status = !read ? 0 : isRefused(inner, file) ? 404 : 200;
    const map = read && read.css === file?.text ? await mapOf(read.css, href) : undefined;
    found.set(href, { href, css: read?.css ?? '', status, ...(map ? { map } : {}) });
    await readImports(inner, found, document);
  }
}

/** So long a text is waited for, ms: the rules are there without it. */
const longestWait = 5000;

interface FileAnswer {
  /** undefined for an answer that is no sheet. */
  readonly text?: string;
  readonly status: number;
}

/** The browser has it already; undefined where the page may not fetch it. */
async function textAt(href: string | null): Promise<FileAnswer | undefined> {
  if (!href) return undefined;
  try {
    const answer = await fetch(href, { cache: 'force-cache', signal: AbortSignal.timeout(longestWait) });
    return { text: answer.ok ? await answer.text() : undefined, status: answer.status };
  } catch {
    return undefined;
  }
}

/** The source map that a file's text names, as far as the page may have it. */
async function mapOf(css: string, href: string): Promise<string | undefined> {
  const named = mapHref(css);
  if (named === undefined || !URL.canParse(named, href)) return undefined;
  const map = await textAt(new URL(named, href).href);
  return map?.text;
}

/** A browser may have an empty sheet for an answer that says there is none. */
const isRefused = ({ rules }: Snapshot, file: FileAnswer | undefined) =>
  rules?.length === 0 && file !== undefined && file.status >= 400;

/** Links to sheets that the browser did not get, or has not got yet. */
function missingLinks(
  document: Document,
  numberOf: (element: Element) => number,
): (StyleSource & { readonly owner: number })[] {
  const had = new Set<unknown>([...document.styleSheets].map(({ ownerNode }) => ownerNode));
  const links = [...document.querySelectorAll<HTMLLinkElement>('link[rel~="stylesheet" i][href]')];
  return links
    .filter((link) => !had.has(link) && !link.disabled && !/\balternate\b/i.test(link.rel))
    .map((link) => ({ owner: numberOf(link), href: link.href, css: '', status: 'missing' as const }));
}
