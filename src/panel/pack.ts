import type { PanelProfile } from '../facts/index.js';
import { addToDraft } from '../override/index.js';
import { parseSheet, type Content } from '../sheet/index.js';
import { after, count, kinds, readTokens, tokenText } from '../text/index.js';

/** Text for a panel. */
export interface Packed {
  /** What to paste, in place of all that stands in the box. */
  readonly text: string;
  /** Characters of `text`. */
  readonly size: number;
  /** What was done to the draft to suit the box, in plain words; [] for nothing. */
  readonly changes: readonly string[];
  /** What the box will not take or will change; [] when all is well. */
  readonly warnings: readonly string[];
}

/**
 * Turns a draft into the text that a panel takes. What stands in the panel now (`standing`) is kept: rules
 * of the draft with the same selector are merged into it, others are put behind. Nothing is cut off to fit a
 * limit: text that is too long comes whole, with a warning.
 */
export function pack(draft: string, panel: PanelProfile, standing = ''): Packed {
  const changes: string[] = [];
  const warnings: string[] = [];
  let text = standing.trim() === '' ? draft : mergeStanding(draft, readPanel(standing, panel), changes);
  if (panel.comments === false) text = withoutComments(text, changes);
  if (panel.imports === false) text = withoutImports(text, changes, warnings);
  text = text.trim() + (text.trim() ? '\n' : '');
  if (panel.limit !== undefined && wrapped(text, panel).length > panel.limit) text = tightened(text, changes);
  if (panel.escaped && />/.test(text)) {
    warnings.push(
      'The box turns > into &gt;, which ends a selector: write a space for it where a descendant is enough.',
    );
  }
  if (panel.prefix)
    warnings.push(
      `The box puts "${panel.prefix.trim()}" before every selector, so each gets stronger and reaches only inside it.`,
    );
  text = wrapped(text, panel);
  if (panel.wrapped) changes.push('put into a <style> element');
  if (panel.limit !== undefined && text.length > panel.limit) {
    warnings.push(
      `The box takes ${count(panel.limit, 'character')}; this text has ${text.length}, ${text.length - panel.limit} too many.`,
    );
  }
  return { text, size: text.length, changes, warnings };
}

function wrapped(text: string, { wrapped: inElement }: PanelProfile): string {
  return inElement && text ? `<style>\n${text}</style>\n` : text;
}

/** The CSS in a panel's text: wrapping and escapes undone. */
export function readPanel(text: string, panel: PanelProfile): string {
  let css = text.replace(/^\s*<style[^>]*>\n?/i, '').replace(/<\/style>\s*$/i, '');
  if (panel.escaped) css = css.replaceAll('&gt;', '>').replaceAll('&lt;', '<').replaceAll('&amp;', '&');
  return css;
}

function mergeStanding(draft: string, standing: string, changes: string[]): string {
  const merged = addToDraft(standing, draft);
  const kept = count(parseSheet(standing).contents.length, 'rule');
  changes.push(`kept the ${kept} that stood in the box`);
  return merged;
}

function withoutComments(text: string, changes: string[]): string {
  const tokens = readTokens(text);
  let result = '';
  let dropped = 0;
  for (let at = 0; at < tokens.count; at++) {
    if (tokens.types[at] === kinds.Comment) dropped++;
    else result += tokenText(tokens, at);
  }
  if (!dropped) return text;
  changes.push(`left out ${count(dropped, 'comment')}`);
  return result
    .replace(/[ \t]+$/gm, '')
    .replace(/\n{3,}/g, '\n\n')
    .replace(/\{\n\n+/g, '{\n');
}

function withoutImports(text: string, changes: string[], warnings: string[]): string {
  const isImport = (content: Content) => content.kind === 'at-rule' && content.name === 'import';
  const imports = parseSheet(text).contents.filter(isImport);
  let result = text;
  for (const content of imports.toReversed()) {
    if (content.kind === 'at-rule') result = result.slice(0, content.start) + result.slice(content.end + 1);
  }
  if (!imports.length) return text;
  changes.push(`left out ${count(imports.length, '@import')}`);
  warnings.push('The box does not take @import; what it would have loaded is missing.');
  return result;
}

/** The same rules with less white space, to come under a limit. */
function tightened(text: string, changes: string[]): string {
  const tokens = readTokens(text);
  let result = '';
  for (let at = 0; at < tokens.count; at = tokens.types[at] === kinds.Function ? after(tokens, at) : at + 1) {
    const type = tokens.types[at];
    const piece = type === kinds.Function ? tokenText(tokens, at, after(tokens, at)) : tokenText(tokens, at);
    if (type === kinds.Comment) continue;
    if (type !== kinds.WhiteSpace) {
      if (piece === '}') result = result.replace(/;$/, '');
      result += piece;
    } else if (result && !/[{};,]$/.test(result) && !/^[{};,]/.test(tokenText(tokens, at + 1))) result += ' ';
  }
  const tight = result.replace(/([{;])([\w-]+) ?: /g, '$1$2:').replace(/\}/g, '}\n');
  if (tight.length >= text.length) return text;
  changes.push('took out white space to come under the limit');
  return tight;
}
