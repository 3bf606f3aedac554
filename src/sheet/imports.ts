import { ident, string, url } from 'css-tree';
import { after, kinds, readTokens, skipSpace, tokenText } from '../text/index.js';
import { parseSheet } from './parse.js';
import type { AtRule } from './rules.js';

/** An `@import` (CSS Cascade 5 §2.2). */
export interface Import {
  readonly href: string;
  /** undefined without `layer`; '' for a layer without a name. */
  readonly layer?: string;
  readonly supports?: string;
  readonly media: string;
}

/** Reads an `@import`'s prelude; undefined when it names no address. */
export function parseImport(rule: AtRule): Import | undefined {
  const tokens = readTokens(rule.prelude);
  let at = skipSpace(tokens, 0);
  const written = tokenText(tokens, at);
  let href: string;
  if (tokens.types[at] === kinds.String) href = string.decode(written);
  else if (tokens.types[at] === kinds.Url) href = url.decode(written);
  else if (/^(url|src)\($/i.test(written) && tokens.types[at] === kinds.Function) {
    const inner = skipSpace(tokens, at + 1);
    if (tokens.types[inner] !== kinds.String) return undefined;
    href = string.decode(tokenText(tokens, inner));
  } else return undefined;
  at = skipSpace(tokens, after(tokens, at));
  let layer: string | undefined;
  if (/^layer\(?$/i.test(tokenText(tokens, at))) {
    const isNamed = tokens.types[at] === kinds.Function;
    layer = isNamed ? ident.decode(tokenText(tokens, at + 1, tokens.closes[at]).trim()) : '';
    at = skipSpace(tokens, after(tokens, at));
  }
  let supports: string | undefined;
  if (/^supports\($/i.test(tokenText(tokens, at))) {
    supports = tokenText(tokens, at + 1, tokens.closes[at]).trim();
    at = skipSpace(tokens, after(tokens, at));
  }
  return { href, layer, supports, media: tokenText(tokens, at, tokens.count).trim() };
}

/** The addresses that a sheet imports, as written. */
export function importedHrefs(css: string): string[] {
  return parseSheet(css)
    .contents.filter((content) => content.kind === 'at-rule' && content.name === 'import')
    .flatMap((rule) => parseImport(rule as AtRule)?.href ?? []);
}

/** An address seen from another one; relative addresses stay relative to the page. */
export function resolveHref(base: string, href: string): string {
  if (/^[a-z][a-z\d+.-]*:/i.test(href)) return href;
  if (/^[a-z][a-z\d+.-]*:\/\//i.test(base)) return new URL(href, base).href;
  if (href.startsWith('/')) return href;
  const segments = base.split('/').slice(0, -1);
  for (const segment of href.split('/')) {
    if (segment === '.') continue;
    if (segment === '..' && segments.length && segments[segments.length - 1] !== '..') segments.pop();
    else segments.push(segment);
  }
  return segments.join('/');
}
