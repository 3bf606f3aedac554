import { kinds, skipSpace, tokenText, type Tokens } from '../text/index.js';
import type { StyleSet } from '../page/index.js';
import { fitsSyntax } from '../value/index.js';

/** What an `attr()` asks for: of which attribute, and as what. */
export interface AttributeAsked {
  readonly name: string;
  /** As a text, of a syntax such as `<number>`, or as a number with a unit. */
  readonly as: { readonly text: true } | { readonly syntax: string } | { readonly unit: string };
  /** Whether nothing is said of what it is, so that without the attribute it is an empty text. */
  readonly isBare: boolean;
}

/** What stands in the brackets of an `attr()`, up to its comma (CSS Values 5 §7.7); undefined where it asks for nothing. */
export function attributeAsked(tokens: Tokens, from: number, to: number): AttributeAsked | undefined {
  let first = skipSpace(tokens, from, to);
  // An attribute without a namespace may be written with a bar in front of it.
  if (tokenText(tokens, first) === '|') first++;
  if (first >= to || tokens.types[first] !== kinds.Ident) return undefined;
  const name = tokenText(tokens, first).toLowerCase();
  const kind = skipSpace(tokens, first + 1, to);
  if (kind >= to) return { name, as: { text: true }, isBare: true };
  const end = Math.min(tokens.closes[kind], to);
  const isLast = (at: number) => skipSpace(tokens, at, to) >= to;
  if (tokens.types[kind] === kinds.Function && /^type\($/i.test(tokenText(tokens, kind)))
    return isLast(end + 1)
      ? { name, as: { syntax: tokenText(tokens, kind + 1, end).trim() }, isBare: false }
      : undefined;
  const word = tokenText(tokens, kind);
  if (!isLast(kind + 1) || !(tokens.types[kind] === kinds.Ident || word === '%')) return undefined;
  return { name, as: /^raw-string$/i.test(word) ? { text: true } : { unit: word }, isBare: false };
}

/** A number in front, with nothing that would make it something else (CSS Syntax 3 §4.3.3). */
const leadingNumber = /^[-+]?(\d+(\.\d+)?|\.\d+)(e[-+]?\d+)?(?![\w%\\-]|[^\0-\x7f])/i;

/** What an attribute stands for; undefined where it is not there, or none of what is asked for. */
export function attributeFilling(
  { as, isBare }: AttributeAsked,
  said: string | undefined,
  hasFallback: boolean,
): string | undefined {
  if (said === undefined) return isBare && !hasFallback ? "''" : undefined;
  if ('text' in as) return `"${said.replace(/["\\]/g, '\\$&').replace(/\n/g, '\\a ')}"`;
  if ('unit' in as) {
    const [number] = leadingNumber.exec(said) ?? [];
    return number !== undefined && isUnit(as.unit) ? `${Number(number) + 0}${as.unit}` : undefined;
  }
  const text = said.trim();
  // Functions that read further are left alone: nobody writes them into markup.
  if (/(?<![\w-])(var|env|attr)\(|;/i.test(text)) return undefined;
  return as.syntax === '*' || fitsSyntax(as.syntax, text) ? text : undefined;
}

const isUnit = (unit: string): boolean =>
  unit === '%' ||
  ['<length>', '<angle>', '<time>', '<resolution>'].some((syntax) => fitsSyntax(syntax, `1${unit}`));

const reading = new WeakMap<StyleSet, boolean>();

/** Whether rules read attributes into more than the text of a box. */
export function readsAttributes(styles: StyleSet | undefined): boolean {
  if (!styles) return false;
  let found = reading.get(styles);
  if (found === undefined) {
    found = styles.blocks.some(({ declarations }) =>
      declarations.some(({ property, value }) => property !== 'content' && /(?<![\w-])attr\(/i.test(value)),
    );
    reading.set(styles, found);
  }
  return found;
}
