import type { PanelProfile } from '../facts/index.js';
import { parseSheet, type Content } from '../sheet/index.js';
import { count } from '../text/index.js';
import { putBehind } from './behind.js';
import { closed } from './close.js';
import { readBox, type Box } from './read-box.js';
import { hasAngles, safeInStyle, tightened, withoutAngles, withoutComments } from './rewrite.js';

/** Text for a panel. */
export interface Packed {
  /** What to paste, in place of all that stands in the box. */
  readonly text: string;
  /** The size of `text` as the box counts it: characters (UTF-16 code units) or bytes of UTF-8. */
  readonly size: number;
  /** What was done to the draft to suit the box, in plain words; [] for nothing. */
  readonly changes: readonly string[];
  /** What the box will not take or will change; [] when all is well. */
  readonly warnings: readonly string[];
}

/**
 * Turns a draft into the text that a panel takes. What stands in the panel now (`standing`) is kept, and the draft is
 * put behind it, so that the page looks as with both. Packing the same draft again changes nothing more. Nothing is
 * cut off to fit a limit: text that is too long comes whole, with a warning.
 */
export function pack(draft: string, panel: PanelProfile, standing = ''): Packed {
  const changes: string[] = [];
  const warnings: string[] = [];
  const box = readBox(standing, panel);
  let css = box.css.trim() === '' ? draft : putBehind(box.css, draft, changes, warnings);
  css = closed(css);
  if (panel.comments === false) {
    const { text, dropped } = withoutComments(css);
    if (dropped) changes.push(`left out ${count(dropped, 'comment')}`);
    css = text;
  }
  if (panel.imports === false) css = withoutImports(css, changes, warnings);
  if (panel.escaped) css = withoutAngles(css);
  css = css.trim() + (css.trim() ? '\n' : '');
  let text = inBox(css, panel, box);
  if (panel.limit !== undefined && sizeOf(text, panel) > panel.limit) {
    const rules = tightened(css);
    const tight = inBox(rules, panel, box);
    // A text of comments alone stays one.
    if (rules && tight.length < text.length) {
      changes.push('took out white space to come under the limit');
      text = tight;
    }
  }
  if (panel.wrapped && text && !box.before) changes.push('put into a <style> element');
  const size = sizeOf(text, panel);
  warnings.push(...boxWarnings(css, panel), ...sizeWarnings(size, panel));
  return { text, size, changes, warnings };
}

/** The CSS in a panel's text: wrapping and escapes undone. */
export function readPanel(text: string, panel: PanelProfile): string {
  return readBox(text, panel).css;
}

function sizeOf(text: string, { countedIn = 'characters' }: PanelProfile): number {
  return countedIn === 'bytes' ? new TextEncoder().encode(text).length : text.length;
}

/** The text as it stands in the box, in its `<style>` element where it needs one, with what else stands there. */
function inBox(css: string, { wrapped }: PanelProfile, { before, after }: Box): string {
  if (!wrapped) return css;
  if (css === '' && before === '') return after;
  const end = after || '</style>\n';
  return `${before || '<style>\n'}${safeInStyle(css)}${end.endsWith('\n') ? end : `${end}\n`}`;
}

function boxWarnings(css: string, { escaped, prefix }: PanelProfile): string[] {
  const warnings: string[] = [];
  if (escaped && hasAngles(css))
    warnings.push(
      'The box turns > into &gt;, which ends a selector: write a space for it where a descendant is enough.',
    );
  if (prefix)
    warnings.push(
      `The box puts "${prefix.trim()}" before every selector, so each gets stronger and reaches only inside it.`,
    );
  return warnings;
}

function sizeWarnings(size: number, { limit, countedIn }: PanelProfile): string[] {
  if (limit === undefined || size <= limit) return [];
  const unit = countedIn === 'bytes' ? 'byte' : 'character';
  return [`The box takes ${count(limit, unit)}; this text has ${size}, ${size - limit} too many.`];
}

function withoutImports(text: string, changes: string[], warnings: string[]): string {
  const isImport = (content: Content) => content.kind === 'at-rule' && content.name === 'import';
  const imports = parseSheet(text).contents.filter(isImport);
  if (!imports.length) return text;
  let result = text;
  for (const content of imports.toReversed())
    if (content.kind === 'at-rule')
      result =
        result.slice(0, content.start) + result.slice(content.end + (result[content.end] === ';' ? 1 : 0));
  changes.push(`left out ${count(imports.length, '@import')}`);
  warnings.push('The box does not take @import; what it would have loaded is missing.');
  return result;
}
