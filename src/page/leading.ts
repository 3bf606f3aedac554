// What of a sheet stands before its own rules, and with it what the sheet imports.
import { Names, readSelectors, type SelectorScope } from '../selector/index.js';
import { parseImport, parseNamespace, parseSheet, type AtRule, type Content } from '../sheet/index.js';
import { atRuleFault } from './at-rules.js';
import { readKeyframes } from './keyframes.js';
import { parseRegistered } from './registered.js';
import { parseScope } from './scope.js';

/**
 * Imports stand before all other rules but `@charset` and, before the first of them, `@layer` statements (CSS Cascade 5
 * §2.2); what is not valid counts for nothing. Returns how many contents stand there.
 */
export function countLeading(contents: readonly Content[], selectors: SelectorScope): number {
  let hasImport = false;
  const behind = contents.findIndex((content) => {
    if (isDropped(content, selectors)) return false;
    if (!mayStandFirst(content) || (hasImport && content.name === 'layer')) return true;
    hasImport ||= content.name === 'import';
    return false;
  });
  return behind < 0 ? contents.length : behind;
}

/** The same with the namespaces behind the imports (CSS Namespaces 3 §2). */
export function countWithNamespaces(
  contents: readonly Content[],
  from: number,
  selectors: SelectorScope,
): number {
  const behind = contents.findIndex(
    (content, at) => at >= from && !isNamespace(content) && !isDropped(content, selectors),
  );
  return behind < 0 ? contents.length : behind;
}

/** How many contents of a sheet stand where imports are read, and how many of all where namespaces are too. */
export function countHead(contents: readonly Content[]): { imports: number; namespaces: number } {
  const selectors = { names: new Names(), quirks: false };
  const imports = countLeading(contents, selectors);
  return { imports, namespaces: countWithNamespaces(contents, imports, selectors) };
}

const isNamespace = (content: Content) => content.kind === 'at-rule' && content.name === 'namespace';

export const mayStandFirst = (content: Content): content is AtRule =>
  content.kind === 'at-rule' &&
  (/^(import|charset)$/.test(content.name) || (content.name === 'layer' && !content.contents));

/** The addresses that a sheet imports, as written; of those that stand too late, where browsers ignore them, none. */
export function importedHrefs(css: string): string[] {
  // Most sheets import nothing, and then there is nothing to read; else what follows the last one is left out.
  const last = css.toLowerCase().lastIndexOf('@import');
  if (last < 0) return [];
  const end = css.indexOf(';', last);
  const { contents } = parseSheet(end < 0 ? css : css.slice(0, end + 1));
  return contents
    .slice(0, countHead(contents).imports)
    .flatMap((rule) => (isImport(rule) ? (parseImport(rule)?.href ?? []) : []));
}

const isImport = (content: Content): content is AtRule =>
  content.kind === 'at-rule' && content.name === 'import';

/** Whether browsers make no rule of it. */
function isDropped(content: Content, selectors: SelectorScope): boolean {
  if (content.kind === 'declarations') return true;
  if (content.kind === 'rule') return !Array.isArray(readSelectors(content.preludeTokens, selectors));
  const { name, prelude } = content;
  if (atRuleFault(content)) return true;
  switch (name) {
    case 'namespace':
      return !parseNamespace(content);
    case 'property':
      return !parseRegistered(content, 0);
    case 'keyframes':
    case '-webkit-keyframes':
      return !readKeyframes(content, () => true);
    case 'scope':
      return !isScope(prelude, selectors);
    default:
      return name.startsWith('-') && name !== '-webkit-keyframes';
  }
}

function isScope(prelude: string, selectors: SelectorScope): boolean {
  try {
    parseScope(prelude, { selectors });
    return true;
  } catch {
    return false;
  }
}
