import { ident, string, url } from 'css-tree';
import { readLayerNames } from './layer-names.js';
import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import type { AtRule } from './rules.js';

/** The status of a sheet that was not asked for, as imports within imports went too deep: HTTP's "loop detected". */
export const tooDeep = 508;

/** Imports within imports that are read; a server may make up one for each that is asked for. */
export const deepestImport = 32;

/** An `@import` (CSS Cascade 5 §2.2). */
export interface Import {
  readonly href: string;
  /** The layer's name, from the outermost one inwards; undefined without `layer`, [] for one without a name. */
  readonly layer?: readonly string[];
  readonly supports?: string;
  readonly media: string;
}

/** Reads an `@import`'s prelude; undefined when it names no address. */
export function parseImport(rule: AtRule): Import | undefined {
  if (rule.contents) return undefined;
  const tokens = readTokens(rule.prelude);
  let at = skipSpace(tokens, 0);
  const href = addressAt(tokens, at);
  if (href === undefined) return undefined;
  at = skipSpace(tokens, after(tokens, at));
  let layer: readonly string[] | undefined;
  if (/^layer\(?$/i.test(tokenText(tokens, at))) {
    const isNamed = tokens.types[at] === kinds.Function;
    const names = isNamed ? readLayerNames(tokenText(tokens, at + 1, tokens.closes[at])) : [[]];
    layer = names?.length === 1 ? names[0] : undefined;
    // What names no layer is read as a media query, of a kind that never holds.
    if (layer) at = skipSpace(tokens, after(tokens, at));
  }
  let supports: string | undefined;
  if (/^supports\($/i.test(tokenText(tokens, at))) {
    supports = tokenText(tokens, at + 1, tokens.closes[at]).trim();
    at = skipSpace(tokens, after(tokens, at));
  }
  return { href, layer, supports, media: tokenText(tokens, at, tokens.count).trim() };
}

/** The address that a string or `url()` holds at this token. */
function addressAt(tokens: Tokens, at: number): string | undefined {
  const written = tokenText(tokens, at);
  if (tokens.types[at] === kinds.String) return string.decode(written);
  if (tokens.types[at] === kinds.Url) return url.decode(written);
  if (tokens.types[at] !== kinds.Function || !/^url\($/i.test(written)) return undefined;
  const inner = skipSpace(tokens, at + 1);
  // No engine takes anything behind the address yet.
  const isAlone = skipSpace(tokens, inner + 1) === tokens.closes[at];
  return tokens.types[inner] === kinds.String && isAlone
    ? string.decode(tokenText(tokens, inner))
    : undefined;
}

/** Reads an `@namespace`'s prelude; the prefix is '' for the default one (CSS Namespaces 3 §2). */
export function parseNamespace(rule: AtRule): { prefix: string; address: string } | undefined {
  if (rule.contents) return undefined;
  const tokens = readTokens(rule.prelude);
  let at = skipSpace(tokens, 0);
  const isPrefixed = tokens.types[at] === kinds.Ident;
  const prefix = isPrefixed ? ident.decode(tokenText(tokens, at)) : '';
  if (isPrefixed) at = skipSpace(tokens, at + 1);
  const address = addressAt(tokens, at);
  const isAlone = skipSpace(tokens, after(tokens, at)) >= tokens.count;
  return address === undefined || !isAlone ? undefined : { prefix, address };
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
