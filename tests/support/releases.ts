// What platforms do between two releases of a page, one edit at a time.
import { minified, rewriterNames } from './minified.js';

/** A page and its sheets, as a platform sends them. */
export interface Release {
  readonly html: string;
  readonly sheets: readonly string[];
}

/** What platforms do between two releases. */
export const edits: Readonly<Record<string, (release: Release) => Release>> = {
  rename: ({ html, sheets }) => ({
    html: html.replace(/\bnote\b/g, 'hint'),
    sheets: sheets.map((css) => css.replace(/\.note\b/g, '.hint')),
  }),
  prefix: ({ html, sheets }) => ({
    html: html.replace(
      /class="([^"]*)"/g,
      (_, names: string) => `class="${names.replace(/\bbtn\b/, 'pw-btn')}"`,
    ),
    sheets: sheets.map((css) => css.replace(/\.btn\b/g, '.pw-btn')),
  }),
  move: ({ html, sheets }) => ({
    html: html.replace(/<body>(<div class="card"[^]*?<\/div>)([^]*)<\/body>/, '<body>$2$1</body>'),
    sheets,
  }),
  wrap: ({ html, sheets }) => ({
    html: html.replace(/<body>([^]*)<\/body>/, '<body><div class="page">$1</div></body>'),
    sheets,
  }),
  reorder: ({ html, sheets }) => ({ html, sheets: [...sheets].reverse() }),
  ...Object.fromEntries(
    rewriterNames.map((by) => [
      `made small ${by}`,
      ({ html, sheets }: Release) => ({ html, sheets: sheets.map((css) => minified(css, by)) }),
    ]),
  ),
  inline: ({ html, sheets }) => ({
    html: html.replace('<p class="note"', '<p style="color: teal" class="note"'),
    sheets,
  }),
  firm: ({ html, sheets }) => ({
    html,
    sheets: sheets.map((css, i) => (i ? css.replace(/(: [^:;{}!]+);/, '$1 !important;') : css)),
  }),
  strengthen: ({ html, sheets }) => ({
    html,
    sheets: [...sheets, '#main .note { color: navy; padding: 3px } body .btn { font-size: 13px }'],
  }),
  drop: ({ html, sheets }) => ({ html, sheets: sheets.slice(0, -1) }),
  grow: ({ html, sheets }) => ({
    html: html
      .replace('<li class="item">', '<li class="item">new</li>$&')
      .replace('<body>', '$&<p class="note item">new</p>'),
    sheets,
  }),
  shrink: ({ html, sheets }) => ({
    html: html.replace(/<b class="item">words<\/b>|<p class="note">x<\/p>/, ''),
    sheets,
  }),
  retag: ({ html, sheets }) => ({
    html: html
      .replace(/<section\b/g, '<article')
      .replace(/<\/section>/g, '</article>')
      .replace(/<b\b/g, '<strong')
      .replace(/<\/b>/g, '</strong>'),
    sheets,
  }),
  layer: ({ html, sheets }) => ({
    html,
    // Imports stand before all else.
    sheets: sheets.map((css, i) =>
      i ? css.replace(/^((?:@import [^;]*;\s*)*)([^]*)$/, '$1@layer platform { $2 }') : css,
    ),
  }),
  soften: ({ html, sheets }) => ({ html, sheets: sheets.map((css) => css.replace(/ !important/g, '')) }),
  double: ({ html, sheets }) => ({
    html,
    sheets: sheets.map((css) => css.replace(/\.(card|item|btn)\b(?!-)/g, '.$1.$1')),
  }),
  variable: ({ html, sheets }) => ({ html, sheets: sheets.map((css) => css.replace(/--gap\b/g, '--space')) }),
  shut: ({ html, sheets }) => ({ html: html.replace(/ open\b/g, '').replace(/ hidden\b/g, ''), sheets }),
};
