import { placeInSheet, type Page, type PageElement, type StyleBlock, type StyleSet } from '../page/index.js';
import { rowsMatched } from '../selector/index.js';
import { ident, string } from 'css-tree';
import { parseStyleAttribute, type AtRule, type Content, type WrittenDeclaration } from '../sheet/index.js';
import { computedText, isSameValue, longhandsOf, nowhere, readColour } from '../value/index.js';
import { after, kinds, readTokens, tokenText } from '../text/index.js';
import { namesReadIn } from './substitute.js';

/** One place in a sheet or in the markup that mentions what was looked for. */
export interface Mention {
  readonly kind:
    'selector' | 'property' | 'value' | 'colour' | 'variable set' | 'variable read' | 'at-rule' | 'markup';
  /** Index into `page.sheets`; undefined in the markup. */
  readonly sheet?: number;
  /** From 1. */
  readonly line: number;
  readonly column: number;
  /** What stands there: `selector { property: value }`, `@keyframes name { to { property: value } }`, or the element's start tag. */
  readonly text: string;
  /**
   * The elements that the rule matches under the page's conditions, or the one that mentions it; [] for at-rules that style none by
   * themselves.
   */
  readonly governs: readonly PageElement[];
}

/**
 * Every place that mentions a name (`.card`, `#top`, `card`, `data-kind`), a property, a variable (`--accent`), a
 * colour in any notation or another value, in load order, the markup last: in rules, in frames and other at-rules, and in the sheets of
 * components. [] for none, and for an empty text.
 */
export function findMentions(page: Page, sought: string): Mention[] {
  const text = sought.trim();
  if (text === '') return [];
  const wanted: Sought = { text, isColour: isColour(text) };
  const finder = new Finder(page, wanted);
  for (const styles of [page.styles, ...page.components]) finder.inSheets(styles);
  return finder.found.concat(inMarkup(page, wanted));
}

interface Sought {
  readonly text: string;
  readonly isColour: boolean;
}

const isColour = (text: string): boolean => readColour(text) !== undefined;

/** Where a declaration stands. */
interface Around {
  readonly sheet: number;
  /** What it stands in, the outermost first: `@keyframes spin`, `to`. */
  readonly within: readonly string[];
  readonly governs: () => readonly PageElement[];
}

class Finder {
  readonly #found: (Mention & { readonly sheet: number; readonly start: number })[] = [];

  constructor(
    private readonly page: Page,
    private readonly sought: Sought,
  ) {}

  /** In the order in which they are written. */
  get found(): Mention[] {
    return this.#found
      .toSorted((a, b) => a.sheet - b.sheet || a.start - b.start)
      .map(({ start: _, ...mention }) => mention);
  }

  inSheets({ blocks, otherRules }: StyleSet): void {
    for (const block of blocks) {
      const { sheet, selectorText, declarations, start } = block;
      const around = { sheet, within: [selectorText], governs: onceMatched(this.page, block) };
      if (isNamedIn(selectorText, this.sought.text)) this.#note('selector', start, selectorText, around);
      this.#inDeclarations(declarations, around);
    }
    for (const { sheet, rule } of otherRules) this.#inAtRule(rule, sheet);
  }

  #inAtRule({ name, prelude, start, contents = [] }: AtRule, sheet: number): void {
    const front = `@${name} ${prelude}`.trim();
    const around = { sheet, within: [front], governs: () => [] };
    const isMade = name === 'function' && prelude.startsWith(`${this.sought.text}(`);
    if (isMade || isNamedIn(prelude, this.sought.text)) this.#note('at-rule', start, front, around);
    this.#inContents(contents, around);
  }

  #inContents(contents: readonly Content[], around: Around): void {
    for (const content of contents) {
      if (content.kind === 'declarations') this.#inDeclarations(content.declarations, around);
      else {
        const front = content.kind === 'rule' ? content.prelude : `@${content.name} ${content.prelude}`;
        this.#inContents(content.contents ?? [], { ...around, within: [...around.within, front.trim()] });
      }
    }
  }

  #inDeclarations(declarations: readonly WrittenDeclaration[], around: Around): void {
    const { within } = around;
    for (const { property, value, start } of declarations) {
      const kind = kindOf(this.page, property, value, this.sought);
      if (!kind) continue;
      const written = within.reduceRight((inner, front) => `${front} { ${inner} }`, `${property}: ${value}`);
      this.#note(kind, start, written, around);
    }
  }

  #note(kind: Mention['kind'], start: number, text: string, { sheet, governs }: Around): void {
    const place = placeInSheet(this.page.sheets[sheet], start);
    this.#found.push({ kind, sheet, start, ...place, text, governs: governs() });
  }
}

function inMarkup(page: Page, sought: Sought): Mention[] {
  return page.elements.flatMap((element) => {
    const tag = mentionIn(page, element, sought);
    if (!tag) return [];
    const { line = 0, column = 0 } = element.place ?? {};
    return [{ kind: 'markup' as const, line, column, text: tag, governs: [element] }];
  });
}

function kindOf(
  page: Page,
  property: string,
  value: string,
  { text, isColour: isOfColour }: Sought,
): Exclude<Mention['kind'], 'selector' | 'at-rule' | 'markup'> | undefined {
  if (text.startsWith('--')) {
    if (property === text) return 'variable set';
    const read = namesReadIn(value);
    return read.includes(text) ? 'variable read' : read.includes(`${text}(`) ? 'value' : undefined;
  }
  const name = text.toLowerCase();
  const own = property.toLowerCase();
  if (own === name || longhandsOf(own).includes(name)) return 'property';
  if (isOfColour && holdsColour(page, property, value, text)) return 'colour';
  const word = name.replace(/^["']|["']$/g, '');
  // Most values hold nothing of it, which is cheap to see.
  const mayHold = value.includes('\\') || value.toLowerCase().includes(word);
  return (!isOfColour && isSameValue(value, text)) || (mayHold && partsOf(value).includes(word))
    ? 'value'
    : undefined;
}

/** Whether a value has that colour somewhere, and not only a name that is spelt like it: there no other colour could stand. */
function holdsColour({ grammar }: Page, property: string, value: string, colour: string): boolean {
  return coloursIn(value).some(({ written, meant }) => {
    if (!isSameValue(meant, colour)) return false;
    const fault = grammar.check(property, value.replace(written, '#010203'));
    // Of what is no property, as in `@property`, nobody knows better.
    return fault === undefined || fault.kind === 'property';
  });
}

/** A value's colours, those inside of gradients and shadows too; calculations in them done. */
function coloursIn(value: string): { readonly written: string; readonly meant: string }[] {
  const tokens = readTokens(value);
  const found: { written: string; meant: string }[] = [];
  for (let at = 0; at < tokens.count; at++) {
    const type = tokens.types[at];
    if (type !== kinds.Ident && type !== kinds.Hash && type !== kinds.Function) continue;
    const written = tokenText(tokens, at, after(tokens, at));
    const isCalculated = type === kinds.Function && /[(\s,](calc|min|max|clamp)\(/i.test(written);
    const meant = isCalculated ? computedText('color', written, nowhere) : written;
    if (readColour(meant) === undefined) continue;
    found.push({ written, meant });
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

function mentionIn(page: Page, { tag, id, classes, attributes }: PageElement, sought: Sought): string {
  const { text } = sought;
  const plain = text.replace(/^[.#]/, '');
  const isNamed =
    (text[0] !== '#' && classes.includes(plain)) || (text[0] !== '.' && id === plain) || attributes.has(text);
  const style = attributes.get('style') ?? '';
  const isStyled =
    style !== '' &&
    parseStyleAttribute(style).declarations.some(({ property, value }) =>
      kindOf(page, property, value, sought),
    );
  // Old attributes style too: bgcolor="red", fill="red", width="200".
  const said = [...attributes].filter(
    ([name, value]) =>
      !/^(id|class|style)$/.test(name) &&
      value !== '' &&
      (value === text || (sought.isColour && isColour(value) && isSameValue(value, text))),
  );
  if (!isNamed && !isStyled && said.length === 0) return '';
  const shown = [...attributes].filter(
    (one) => /^(id|class|style)$/.test(one[0]) || one[0] === text || said.some(([name]) => name === one[0]),
  );
  return `<${[tag, ...shown.map(([name, value]) => `${name}="${value}"`)].join(' ')}>`;
}

function onceMatched(
  page: Page,
  { selectors, condition, component }: StyleBlock,
): () => readonly PageElement[] {
  let found: readonly PageElement[] | undefined;
  const bare = selectors.map((one) => ({ ...one, pseudo: '' }));
  const isHome = (number: number) =>
    component === undefined ? number === 0 : number > 0 && page.componentOf(number) === component;
  const inAll = () =>
    page.tree.roots.flatMap((_, number) => (isHome(number) ? rowsMatched(page.tree, bare, number) : []));
  return () => (found ??= page.isActive(condition) ? inAll().map((row) => page.elements[row]) : []);
}
