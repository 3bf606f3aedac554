import { lexer as upstream } from 'css-tree';
import {
  grammarPatches,
  neverNegative,
  refusedTexts,
  refusedWords,
  sizesWithoutFitContent,
  takesCalcSize,
  takesOwnNames,
} from '../facts/index.js';
import { nearest, shorten } from '../text/index.js';
import { fitsGrammar } from './fits-grammar.js';
import { faultOfAreas } from './grid-areas.js';
import { faultOfPaths } from './path-data.js';
import { nearValue } from './near-value.js';
import { lexer } from './lexer.js';
import { unknownUnitIn, withoutCalcSize, withoutMath } from './math.js';
import { topLevelPieces } from './parts.js';
import { hasUnknownUnit, holdsStraySign, inKnownWords } from './notation.js';
import { slipIn } from './substitution-functions.js';
import {
  isCustomProperty,
  canonicalProperty,
  isProperty,
  longhandsOf,
  nearestProperties,
  presentName,
} from './properties.js';

/** Why a declaration is dropped by a browser, and the likely spelling. */
export interface ValueFault {
  readonly kind: 'property' | 'value';
  readonly reason: string;
  readonly remedy: string;
}

/** Names of functions whose result is known only on the page (CSS Variables 1 §3; CSS Values 5). */
const substitutions = /(^|[^\w\x80-\uffff#@-])(var|env|attr|if|--[\w-]+)\(/i;
/** A value with what stands in quotes and comments left out; what is not closed holds all that follows. */
const withoutTexts = (value: string): string =>
  /["']|\/\*/.test(value)
    ? value.replace(/"(\\[^]|[^"\\])*("|$)|'(\\[^]|[^'\\])*('|$)|\/\*[^]*?(\*\/|$)/g, ' ')
    : value;

/** Of which no grammar is known; engines have it (CSS Shapes 2 §4.5). */
const undecided = /^(border-shape|(-webkit-)?(clip-path|shape-outside)|offset(-path)?)$/;
const wideKeywords = /^(initial|inherit|unset|revert|revert-layer)$/i;

/** Values with a vendor's mark that every engine takes (Compatibility Standard §3). */
const commonVendorWords =
  /^-webkit-(?:box|inline-box|flex|inline-flex|sticky|center|left|right|auto|link|match-parent|fill-available|(?:min|max|fit)-content|isolate|isolate-override|plaintext|optimize-contrast|baseline-middle|grab|grabbing|zoom-in|zoom-out|body|control|small-control|mini-control|text|nowrap|activelink|focus-ring-color|(?:repeating-)?(?:linear|radial)-gradient|gradient|image-set|cross-fade|crisp-edges|transform|transition|animation|box-shadow|filter|box-sizing|border-radius|appearance|mask|mask-image|mask-size|mask-position|text-fill-color|user-select|clip-path|backdrop-filter)$/;

/** Checks declarations against the grammars of the properties, each distinct one once. */
export class Grammar {
  readonly #known = new Map<string, ValueFault | undefined>();

  /** undefined when a browser would use the declaration, else why not. `value` is without `!important`. */
  check(property: string, value: string): ValueFault | undefined {
    const key = `${property}:${value}`;
    if (this.#known.has(key)) return this.#known.get(key);
    const fault = checkDeclaration(property, value);
    this.#known.set(key, fault);
    return fault;
  }
}

/** Old names with values of their own; all others take those of today's. */
const oldValues =
  /^((page|-webkit-column)-break-.*|-webkit-(mask(-(clip|origin|composite|position))?|background-(clip|origin)|perspective))$/;

function checkDeclaration(property: string, written: string): ValueFault | undefined {
  // A name that ends in an escaped bracket is no function, though the grammars would take it for one.
  const value = inKnownWords(written.replaceAll('\\(', '\\28 '));
  if (isCustomProperty(property)) return slipFault(written, true);
  if (!isProperty(property)) {
    return {
      kind: 'property',
      reason: `there is no property "${property}"`,
      // Of a framework's faults few are shown, and looking for near names takes longer than finding them.
      get remedy() {
        const near = nearestProperties(property);
        return near.length ? `Did you mean ${near.join(' or ')}?` : '';
      },
    };
  }
  if (value === '')
    return { kind: 'value', reason: `"${property}" has no value`, remedy: 'Write a value after the colon.' };
  // A substitution makes the value valid until it is computed, as long as it is written well.
  if (substitutions.test(withoutTexts(value))) return slipFault(written, false);
  if (wideKeywords.test(value)) return undefined;
  if (undecided.test(property.toLowerCase()) && /(^|\s)shape\(/i.test(value)) return undefined;
  if (value.length > longValue) {
    if (nestingOf(value) > deepestNesting) return valueFault(property, written);
    // Lists of thousands of items are machine-made; checking them takes longer than anyone waits.
    if ((value.match(/,/g)?.length ?? 0) > longestList) return undefined;
  }
  if (property.toLowerCase() === 'all') return valueFault(property, written);
  const name = property.toLowerCase();
  const canonical = presentName(canonicalProperty(property));
  const foreign = takesOwnNames.test(canonical)
    ? []
    : (value.toLowerCase().match(/(?<![\w-])-(moz|ms|o|khtml|webkit)-[\w-]+/g) ?? []);
  if (foreign.some((word) => !commonVendorWords.test(word))) return valueFault(property, written);
  if (hasUnknownUnit(value)) return valueFault(property, written);
  const isValid = oldValues.test(name)
    ? matches(name, value)
    : matches(canonical, value) && !refusedIn(canonical, value);
  if (!isValid) return valueFault(property, written);
  const ofTexts = faultOfAreas(canonical, value) ?? faultOfPaths(canonical, value);
  return ofTexts && { kind: 'value', ...ofTexts };
}

/** Characters from which a value is looked at for its nesting and the length of its lists. */
const longValue = 100;
/** Engines refuse calculations that are nested deeper. */
const deepestNesting = 100;
const longestList = 1000;

function nestingOf(value: string): number {
  let depth = 0;
  let deepest = 0;
  for (const sign of value.match(/[()]/g) ?? []) {
    depth += sign === '(' ? 1 : -1;
    deepest = Math.max(deepest, depth);
  }
  return deepest;
}

/** The largest size is never `auto`. */
const autoSize = /calc-size\(\s*auto\s*,/i;

function matches(property: string, value: string): boolean {
  if (grammarPatches[property] === undefined) {
    // What the grammar tables do not know stays undecided, and counts as valid: the engine knows the name.
    if (!upstream.getProperty(property)) return true;
    if (refusedIn(property, value)) return false;
  }
  const isOfContent = takesCalcSize.test(property) && !(property.startsWith('max-') && autoSize.test(value));
  const plain = withoutMath(isOfContent ? withoutCalcSize(value) : value);
  return plain !== undefined && plain.every((text) => !holdsStraySign(text) && fits(property, alike(text)));
}

/** Whether it fits, by property and value: found once, whatever page asks. */
const fitting = new Map<string, boolean>();

function fits(property: string, value: string): boolean {
  const key = `${property}:${value}`;
  let isFit = fitting.get(key);
  if (isFit === undefined) fitting.set(key, (isFit = fitsGrammar(lexer, property, value)));
  return isFit;
}

/** The same for all values that differ in lengths above zero and in colours as numbers, which no grammar tells apart. */
const alike = (value: string): string =>
  value
    .replace(/(?<![\w#.)+-])(?![0.]+[a-z])(\d+(\.\d+)?|\.\d+)(px|r?em)(?![\w-])/gi, '1px')
    .replace(/(?<![\w-])#([0-9a-f]{3,4}|[0-9a-f]{6}|[0-9a-f]{8})(?![\w-])/gi, '#fff');

/** What stands in functions follows rules of its own: a curve may go below zero. */
function withoutBrackets(value: string): string {
  const inner = value.replace(/\([^()]+\)/g, '()');
  return inner === value ? value : withoutBrackets(inner);
}

/** Words and signs that the upstream grammar takes and engines do not. */
function refusedIn(property: string, value: string): boolean {
  const words = value.toLowerCase().match(/(?<![\w("'-])-?[a-z][\w-]*(?![\w(-])/g) ?? [];
  if (refusedTexts[property]?.test(withoutBrackets(value))) return true;
  const refused = refusedWords[property];
  if (refused && words.some((word) => refused.test(word))) return true;
  if (
    !takesOwnNames.test(property) &&
    words.some(
      (word) =>
        word === '-webkit-text' || (word === '-webkit-focus-ring-color' && !property.startsWith('outline')),
    )
  )
    return true;
  if (/fit-content\(/i.test(value) && sizesWithoutFitContent.test(property)) return true;
  return neverNegative.test(property) && /(^|[\s,/])-(\d|\.\d)/.test(value.replace(/\([^()]*\)/g, '()'));
}

function valueFault(property: string, value: string): ValueFault {
  return {
    kind: 'value',
    get reason() {
      const [odd, place] = oddItem(property, value) ?? [];
      return odd === undefined
        ? `"${shorten(value, 60)}" is not a value for "${property}"`
        : `"${shorten(odd, 60)}", number ${place} in the list, is not a value for "${property}"`;
    },
    get remedy() {
      const [text] = oddItem(property, value) ?? [value];
      const isTaken = (one: string) => checkDeclaration(property, one) === undefined;
      const meant = nearValue(value, () => wordsOf(property), isTaken);
      if (meant !== undefined) return `Did you mean ${meant}?`;
      const near = nearest(text.toLowerCase(), keywordsOf(property)).filter(isTaken);
      return near.length ? `Did you mean ${near.join(' or ')}?` : hint(text);
    },
  };
}

/** What is said of a function that stands for another text and is not written as such; undefined where all are. */
function slipFault(value: string, isVariable: boolean): ValueFault | undefined {
  const slip = slipIn(value, isVariable);
  return (
    slip && {
      kind: 'value',
      reason: `"${shorten(slip.text, 60)}" is not written as it must be: ${slip.why}`,
      remedy: slip.meant ? `Did you mean ${slip.meant}?` : '',
    }
  );
}

/** The first item of a list that is no value by itself, and its number; undefined where none is, or no other one is either. */
function oddItem(property: string, value: string): readonly [item: string, place: number] | undefined {
  const items = topLevelPieces(value, ',');
  if (items.length < 2) return undefined;
  const isOdd = items.map((item) => checkDeclaration(property, item) !== undefined);
  const at = isOdd.indexOf(true);
  return at < 0 || isOdd.every(Boolean) ? undefined : [items[at], at + 1];
}

function hint(value: string): string {
  if (/^-?[\d.]+$/.test(value) && value !== '0') return `A length needs its unit, as in ${value}px.`;
  if (/^[\d.]+\s+(px|em|rem|%|vh|vw)$/i.test(value))
    return 'There must be no space between the number and its unit.';
  const odd = unknownUnitIn(value);
  if (odd) {
    const meant = odd.meant.length ? ` Did you mean ${odd.meant.join(' or ')}?` : '';
    return `${odd.text} has a unit that no browser knows.${meant}`;
  }
  if (/[“”‘’]/.test(value)) return 'Use straight quotes.';
  if (/!\s*\w+$/.test(value)) return 'Only !important may stand after the value.';
  return '';
}

const knownWords = new Map<string, readonly string[]>();

/** The keywords of a property and of what it is a shorthand for; found once. */
function wordsOf(property: string): readonly string[] {
  let words = knownWords.get(property);
  if (!words) {
    words = [...new Set([property, ...longhandsOf(property)].flatMap(keywordsOf))];
    knownWords.set(property, words);
  }
  return words;
}

/** The keywords in a property's grammar, colour names included; [] where it has none. */
export function keywordsOf(property: string): string[] {
  const words = new Set<string>();
  const seen = new Set<unknown>();
  const collect = (node: unknown, depth: number): void => {
    if (typeof node !== 'object' || node === null || seen.has(node) || depth > 12) return;
    seen.add(node);
    const { type, name, syntax } = node as { type?: string; name?: string; syntax?: unknown };
    if (type === 'Keyword' && name) words.add(name);
    if (type === 'Type' && name) collect(lexer.getType(name)?.syntax, depth + 1);
    if (type === 'Property' && name) collect(lexer.getProperty(name)?.syntax, depth + 1);
    if (syntax && type !== 'Keyword') collect(syntax, depth + 1);
    for (const term of (node as { terms?: unknown[] }).terms ?? []) collect(term, depth + 1);
    const { term } = node as { term?: unknown };
    collect(term, depth + 1);
  };
  collect(lexer.getProperty(canonicalProperty(property))?.syntax, 0);
  return [...words];
}
