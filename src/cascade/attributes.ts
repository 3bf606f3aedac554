import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
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
  const first = skipSpace(tokens, from, to);
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

const reading = new WeakMap<StyleSet, ReadonlySet<string>>();
const nothing: ReadonlySet<string> = new Set();

/** The attributes that rules read into more than the text of a box; empty for most. */
export function attributesRead(styles: StyleSet | undefined): ReadonlySet<string> {
  if (!styles) return nothing;
  let found = reading.get(styles);
  if (!found) {
    // One more declaration reads at most more.
    const before = styles.mends ? attributesRead(styles.mends.styles) : nothing;
    const names = new Set(before);
    for (const { declarations } of styles.mends ? [styles.mends.mended] : styles.blocks)
      for (const { property, value } of declarations)
        if (property !== 'content') for (const name of namesRead(value)) names.add(name);
    reading.set(styles, (found = names));
  }
  return found;
}

function namesRead(value: string): string[] {
  if (!/(?<![\w-])attr\(/i.test(value)) return [];
  const tokens = readTokens(value);
  return Array.from({ length: tokens.count }, (_, at) => {
    const isRead = tokens.types[at] === kinds.Function && /^attr\($/i.test(tokenText(tokens, at));
    const asked = isRead ? attributeAsked(tokens, at + 1, firstComma(tokens, at)) : undefined;
    return asked ? [asked.name] : [];
  }).flat();
}

/** Where the fallback of a function begins, or its end. */
function firstComma(tokens: Tokens, at: number): number {
  const end = Math.min(tokens.closes[at], tokens.count);
  for (let one = at + 1; one < end; one = after(tokens, one))
    if (tokens.types[one] === kinds.Comma) return one;
  return end;
}
