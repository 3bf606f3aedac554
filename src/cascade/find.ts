import { placeInSheet, type Page, type PageElement, type StyleBlock } from '../page/index.js';
import { rowsMatched } from '../selector/index.js';
import { ident, string } from 'css-tree';
import { isSameValue, longhandsOf, readColour } from '../value/index.js';
import { after, kinds, readTokens, tokenText } from '../text/index.js';
import { variablesIn } from './variables.js';

/** One place in a sheet or in the markup that mentions what was looked for. */
export interface Mention {
  readonly kind: 'selector' | 'property' | 'value' | 'colour' | 'variable set' | 'variable read' | 'markup';
  /** Index into `page.sheets`; undefined in the markup. */
  readonly sheet?: number;
  /** From 1. */
  readonly line: number;
  readonly column: number;
  /** What stands there: `selector { property: value }`, or the element's start tag. */
  readonly text: string;
  /** The elements that the rule matches under the page's conditions, or the one that mentions it. */
  readonly governs: readonly PageElement[];
}

/**
 * Every place that mentions a name (`.card`, `#top`, `card`, `data-kind`), a property, a variable (`--accent`), a
 * colour in any notation or another value, in load order, the markup last. [] for none, and for an empty text.
 */
export function findMentions(page: Page, sought: string): Mention[] {
  const text = sought.trim();
  if (text === '') return [];
  const colour = readColour(text) !== undefined;
  const found: Mention[] = [];
  for (const block of page.styles.blocks) {
    const governs = onceMatched(page, block);
    if (isNamedIn(block.selectorText, text)) {
      const place = placeInSheet(page.sheets[block.sheet], block.start);
      found.push({
        kind: 'selector',
        sheet: block.sheet,
        ...place,
        text: block.selectorText,
        governs: governs(),
      });
    }
    for (const { property, value, start } of block.declarations) {
      const kind = kindOf(property, value, text, colour);
      if (!kind) continue;
      const place = placeInSheet(page.sheets[block.sheet], start);
      const written = `${block.selectorText} { ${property}: ${value} }`;
      found.push({ kind, sheet: block.sheet, ...place, text: written, governs: governs() });
    }
  }
  for (const element of page.elements) {
    const tag = mentionIn(element, text, colour);
    if (!tag) continue;
    const { line = 0, column = 0 } = element.place ?? {};
    found.push({ kind: 'markup', line, column, text: tag, governs: [element] });
  }
  return found;
}

function kindOf(
  property: string,
  value: string,
  text: string,
  isColour: boolean,
): Exclude<Mention['kind'], 'selector' | 'markup'> | undefined {
  if (text.startsWith('--')) {
    if (property === text) return 'variable set';
    return variablesIn(value).includes(text) ? 'variable read' : undefined;
  }
  const name = text.toLowerCase();
  const own = property.toLowerCase();
  if (own === name || longhandsOf(own).includes(name)) return 'property';
  if (isColour) return coloursIn(value).some((one) => isSameValue(one, text)) ? 'colour' : undefined;
  const word = name.replace(/^["']|["']$/g, '');
  // Most values hold nothing of it, which is cheap to see.
  const mayHold = value.includes('\\') || value.toLowerCase().includes(word);
  return isSameValue(value, text) || (mayHold && partsOf(value).includes(word)) ? 'value' : undefined;
}

/** A value's colours, as written, those inside of gradients and shadows too. */
function coloursIn(value: string): string[] {
  const tokens = readTokens(value);
  const found: string[] = [];
  for (let at = 0; at < tokens.count; at++) {
    const type = tokens.types[at];
    if (type !== kinds.Ident && type !== kinds.Hash && type !== kinds.Function) continue;
    const text = tokenText(tokens, at, after(tokens, at));
    if (readColour(text) === undefined) continue;
    found.push(text);
    at = after(tokens, at) - 1;
  }
  return found;
}

/** Words, numbers and quoted names of a value, lower-cased, without their quotes. */
function partsOf(value: string): string[] {
  const tokens = readTokens(value);
  const parts: string[] = [];
  for (let at = 0; at < tokens.count; at++) {
    const text = tokenText(tokens, at);
    if (tokens.types[at] === kinds.String) parts.push(string.decode(text).toLowerCase());
    else if (!/^[\s,()]*$/.test(text)) parts.push(text.toLowerCase());
  }
  return parts;
}

/** Whether a selector has the name as a whole, with its sign or without, escaped or in quotes. */
function isNamedIn(selector: string, text: string): boolean {
  const wanted = text.replace(/^[.#]/, '');
  if (!selector.includes(wanted) && !selector.includes('\\')) return false;
  const tokens = readTokens(selector);
  for (let at = 0; at < tokens.count; at++) {
    const written = tokenText(tokens, at);
    switch (tokens.types[at]) {
      case kinds.Ident: {
        const isClass = at > 0 && tokenText(tokens, at - 1) === '.';
        if (ident.decode(written) === wanted && text[0] !== '#' && (text[0] !== '.' || isClass)) return true;
        break;
      }
      case kinds.Hash:
        if (ident.decode(written.slice(1)) === wanted && text[0] !== '.') return true;
        break;
      case kinds.String:
        if (string.decode(written) === text) return true;
    }
  }
  return /[^\w.#-]/.test(text) && selector.includes(text);
}

function mentionIn({ tag, id, classes, attributes }: PageElement, text: string, isColour: boolean): string {
  const style = attributes.get('style') ?? '';
  const plain = text.replace(/^[.#]/, '');
  const isNamed =
    (text[0] !== '#' && classes.includes(plain)) || (text[0] !== '.' && id === plain) || attributes.has(text);
  const isStyled =
    style !== '' &&
    (isColour ? coloursIn(style).some((one) => isSameValue(one, text)) : isNamedIn(style, text));
  if (!isNamed && !isStyled) return '';
  const shown = [...attributes].filter(([name]) => /^(id|class|style)$/.test(name) || name === text);
  return `<${[tag, ...shown.map(([name, value]) => `${name}="${value}"`)].join(' ')}>`;
}

function onceMatched(page: Page, { selectors, condition }: StyleBlock): () => readonly PageElement[] {
  let found: readonly PageElement[] | undefined;
  const bare = selectors.map((one) => ({ ...one, pseudo: '' }));
  return () =>
    (found ??= page.isActive(condition) ? rowsMatched(page.tree, bare).map((row) => page.elements[row]) : []);
}
