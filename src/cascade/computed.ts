import type { Page, PageElement } from '../page/index.js';
import {
  amountText,
  computedText,
  fontSizes,
  initialValue,
  isInherited,
  longhandsOf,
  registeredText,
  takesColours,
  withContrasts,
  type Surroundings,
} from '../value/index.js';
import { longhandValue } from './longhand-value.js';
import { initialSizing, monospaceShare, monospaceSizes, sizingOf, type Sizing } from './lone-monospace.js';
import { Level, type Candidate } from './rank.js';
import { Remembered } from './remembered.js';
import { ownColour, parentOf, surroundings, type Values } from './surroundings.js';
import { comesFromAbove, registeredProperty } from './registered.js';
import { adjusted, endsAtTables, mayBeAdjusted } from './adjusted.js';
import { sharedSizes } from './shared-sizes.js';
import { standingCandidates } from './standing.js';
import { elementOf, pseudoOf, type Declaration, type Target } from './types.js';
import { specifiedFrom } from './value.js';

const known = new WeakMap<Page, Computing>();

function computing(page: Page): Computing {
  let found = known.get(page);
  if (!found) known.set(page, (found = new Computing(page)));
  return found;
}

/**
 * The computed value of a longhand of a target (CSS Cascade 5 §4.4), as a text that is equal for equal values:
 * `#ff0000ff` for red, `16px` for 1em. What hangs on layout or fonts stays as written.
 */
export function computedOf(page: Page, target: Target, longhand: string): string {
  return computing(page).valueOf(target, longhand);
}

/** The same as though only these candidates, winner first, competed for it. */
export function computedFrom(
  page: Page,
  target: Target,
  longhand: string,
  candidates: readonly Candidate[],
): string {
  return computing(page).from(target, longhand, candidates);
}

/**
 * Whether a declaration of a longhand with this value would leave a target's value as it is, whatever other
 * properties make of it: a border's width counts although the border has no style yet.
 */
export function isValueAlready(page: Page, target: Target, longhand: string, value: string): boolean {
  const standing = standingCandidates(page, target, longhand);
  const values = computing(page);
  const then = values.plain(target, longhand, [wishFor(longhand, value), ...standing]);
  return values.plainOf(target, longhand) === then;
}

/** A text as the computed value of a registered variable of that syntax on a target (CSS Properties and Values 1 §2.4). */
export const computedAs = (page: Page, target: Target, syntax: string, text: string): string =>
  registeredText(syntax, text, surroundings(computing(page), target, '--'));

const plainCandidate = {
  layerName: '',
  context: 0,
  dependsOn: '',
  attached: 0,
  layer: 0,
  strength: 0,
  proximity: 0,
  order: 0,
  at: 0,
};
let lastWish: Candidate | undefined;

/** A declaration that stands before all others; the same one is asked of many targets. */
function wishFor(longhand: string, value: string): Candidate {
  const last = lastWish?.declaration;
  if (last?.property !== longhand || last.value !== value) {
    const declaration: Declaration = {
      origin: 'author',
      line: 0,
      column: 0,
      property: longhand,
      value,
      important: false,
    };
    lastWish = { ...plainCandidate, declaration, level: Level.Author };
  }
  return lastWish!;
}

/**
 * Computed values of a page as though one declaration, which matches these elements, did not stand in its sheets.
 */
export function computedWithout(
  page: Page,
  left: Declaration,
  matched: readonly Target[],
): (target: Target, longhand: string) => string {
  const touched = matched.map((target) => elementOf(target).index);
  const without = new Computing(page, {
    declaration: left,
    longhands: new Set(longhandsOf(left.property)),
    touched,
  });
  return (target, longhand) => without.valueOf(target, longhand);
}

/** What most boxes take from their parent: worked out from the root down, so that no nesting is too deep. */
const handedDown = new Set(['font-size', 'font-weight', 'color']);

/** The value of a variable that holds nothing (CSS Variables 1 §2). */
const empty = ' ';

const usedOtherwise = /^(min-(width|height)|border-(top|right|bottom|left)-width)$/;

/** The computed values of one page, each worked out once. */
class Computing implements Values {
  /** By row; a pseudo-element's longhands stand behind its name. */
  readonly #values: (Map<string, string> | undefined)[] = [];
  /** Of elements' fonts, where other conditions and drafts share them. */
  readonly #sizes?: (string | undefined)[];

  constructor(
    readonly page: Page,
    private readonly left?: {
      readonly declaration: Declaration;
      readonly longhands: ReadonlySet<string>;
      readonly touched: readonly number[];
    },
  ) {
    this.#sizes = left ? undefined : sharedSizes(page);
  }

  /** Whether leaving the declaration out cannot matter for a value; then the page's own values serve. */
  #isUntouched(target: Target, longhand: string): boolean {
    const { left } = this;
    if (!left) return false;
    if (handedDown.has(longhand) && !left.longhands.has(longhand)) return true;
    const { index } = elementOf(target);
    const { end } = this.page.tree;
    return !left.touched.some((row) => row <= index && index < end[row]);
  }

  candidates(target: Target, longhand: string): readonly Candidate[] {
    const all = standingCandidates(this.page, target, longhand);
    if (!this.left) return all;
    const left = this.left.declaration;
    const isLeft = ({ declaration: one }: Candidate) =>
      one.sheet === left.sheet && one.line === left.line && one.column === left.column;
    return all.some(isLeft) ? all.filter((one) => !isLeft(one)) : all;
  }

  valueOf(target: Target, longhand: string): string {
    if (this.#isUntouched(target, longhand)) return computing(this.page).valueOf(target, longhand);
    const pseudo = pseudoOf(target);
    if (longhand === 'font-size' && !pseudo && this.#sizes)
      return this.#sizeOf(elementOf(target), this.#sizes);
    const key = pseudo ? `${pseudo} ${longhand}` : longhand;
    const values = (this.#values[elementOf(target).index] ??= new Map());
    let value = values.get(key);
    if (value === undefined) {
      if (handedDown.has(longhand)) this.#warm(target, longhand);
      value = this.from(target, longhand, this.candidates(target, longhand));
      values.set(key, value);
    }
    return value;
  }

  #sizeOf(element: PageElement, sizes: (string | undefined)[]): string {
    let size = sizes[element.index];
    if (size === undefined) {
      this.#warm(element, 'font-size');
      size = this.from(element, 'font-size', this.candidates(element, 'font-size'));
      sizes[element.index] = size;
    }
    return size;
  }

  #warm(target: Target, longhand: string): void {
    const path: PageElement[] = [];
    const sizes = longhand === 'font-size' ? this.#sizes : undefined;
    const isKnown = ({ index }: PageElement) =>
      sizes ? sizes[index] !== undefined : this.#values[index]?.has(longhand);
    for (let up = parentOf(target); up && !isKnown(up); up = up.drawnIn) path.push(up);
    if (path.length > 1) for (const one of path.reverse()) this.valueOf(one, longhand);
  }

  from(target: Target, longhand: string, candidates: readonly Candidate[]): string {
    return adjusted(this, target, longhand, this.plain(target, longhand, candidates));
  }

  /** The same before other properties have their say, as it stands. */
  plainOf(target: Target, longhand: string): string {
    const pseudo = pseudoOf(target);
    const key = `${pseudo} ${longhand} plain`;
    const values = (this.#values[elementOf(target).index] ??= new Map());
    let value = values.get(key);
    if (value === undefined)
      values.set(key, (value = this.plain(target, longhand, this.candidates(target, longhand))));
    return value;
  }

  /** The same with these candidates. */
  plain(target: Target, longhand: string, candidates: readonly Candidate[]): string {
    const text = this.#handed(target, longhand, candidates);
    if (longhand === 'font-size') return this.#sized(target, text, candidates);
    if (!text.includes(ownColour)) return text;
    // In a variable the word stays the word, and is the colour of whoever reads it.
    if (longhand.startsWith('--')) return text.replaceAll(ownColour, 'currentcolor');
    return withContrasts(text.replaceAll(ownColour, this.valueOf(target, 'color')));
  }

  /** As it is handed down: the colour of the text is that of whoever has it in the end (CSS Color 4 §9.4). */
  #handed(target: Target, longhand: string, candidates: readonly Candidate[]): string {
    const settled = settledText(candidates[0], longhand);
    if (settled !== undefined) return settled;
    const specified = specifiedFrom(this.page, target, longhand, candidates);
    if (specified.inheritsFrom) {
      // The engine hands no content on, whatever the standard says.
      if (longhand === 'content') return 'normal';
      const source = this.#sourceOf(specified.inheritsFrom, longhand);
      // What is only used otherwise is handed on as it was computed.
      if (longhand !== 'color' && (takesColours(longhand) || usedOtherwise.test(longhand)))
        return this.#handed(source, longhand, this.candidates(source, longhand));
      const value = this.valueOf(source, longhand);
      return longhand === 'text-align' && endsAtTables(value) && hasTable(specified.inheritsFrom, source)
        ? 'start'
        : value;
    }
    const text = specified.value ?? '';
    // What shorthand and grammar cannot split is compared as it is written.
    if (text === '' && candidates.length && !longhand.startsWith('--'))
      return `?${candidates[0].declaration.property}:${candidates[0].declaration.value}`;
    // A variable of nothing is one, and another than none: who reads it takes nothing in place of a fallback.
    if (specified.from && text.trim() === '') return empty;
    const around = surroundings(this, target, longhand);
    const registered = longhand.startsWith('--') ? registeredProperty(this.page, longhand) : undefined;
    if (registered) return registeredText(registered.syntax, text, around);
    const found = computedText(longhand, text, around);
    return longhand === 'font-size' && /\dr?em\(/.test(found)
      ? this.#wholeSize(target, found, around)
      : found;
  }

  /** All of a size that the text does not tell is that size, the parent's or the root's. */
  #wholeSize(target: Target, text: string, around: Surroundings): string {
    const parent = parentOf(target);
    if (parent && text === computedText('font-size', '1em', around)) return this.valueOf(parent, 'font-size');
    return parent && text === computedText('font-size', '1rem', around)
      ? this.valueOf(this.page.elements[0], 'font-size')
      : text;
  }

  /** The size in its family: of a lone monospace it is another. */
  #sized(target: Target, text: string, candidates: readonly Candidate[]): string {
    const said = candidates.length > 0 ? candidates[0].declaration.value.trim().toLowerCase() : '';
    // What is filled in, or comes back, may be a word too.
    const isWord =
      Object.hasOwn(fontSizes, said) || /^(initial|revert(-layer)?)$|(var|if|--[^\s(),;:]+)\(/.test(said);
    if (!isWord && this.candidates(target, 'font-family').length === 0) return text;
    const parent = parentOf(target);
    const isMonospace = this.#isMonospace(target);
    const wasMonospace = parent !== null && this.#isMonospace(parent);
    if (!isMonospace && !wasMonospace) return text;
    const sizing = this.#sizing(target, candidates);
    if (sizing.word) return `${isMonospace ? monospaceSizes[sizing.word] : fontSizes[sizing.word]}px`;
    if (sizing.isAbsolute || isMonospace === wasMonospace || !text.endsWith('px')) return text;
    return amountText(
      new Map([['px', parseFloat(text) * (isMonospace ? monospaceShare : 1 / monospaceShare)]]),
    );
  }

  #isMonospace(target: Target): boolean {
    return this.valueOf(target, 'font-family') === 'monospace';
  }

  /** How a box's size was said, straight from the box that says it. */
  #sizing(target: Target, candidates: readonly Candidate[]): Sizing {
    const specified = specifiedFrom(this.page, target, 'font-size', candidates);
    if (specified.value !== undefined) {
      const parent = parentOf(target);
      const above = () =>
        parent ? this.#sizing(parent, this.candidates(parent, 'font-size')) : initialSizing;
      return sizingOf(specified.value, above);
    }
    if (!specified.inheritsFrom) return { isAbsolute: true };
    const source = this.#sourceOf(specified.inheritsFrom, 'font-size');
    return this.#sizing(source, this.candidates(source, 'font-size'));
  }

  /** Straight to the box that says an inherited value, as nesting may be deep. */
  #sourceOf(parent: PageElement, longhand: string): PageElement {
    let source = parent;
    if (!comesFromAbove(this.page, longhand)) return source;
    const isSaid = (box: PageElement) =>
      this.candidates(box, longhand).length > 0 ||
      (longhand === 'font-size' && this.candidates(box, 'font-family').length > 0);
    while (source.drawnIn && !isSaid(source)) source = source.drawnIn;
    return source;
  }
}

/** Whether a table is, or stands between, a box and one around it. */
function hasTable(box: PageElement, around: PageElement): boolean {
  for (let up: PageElement | null = box; up && up !== around; up = up.drawnIn)
    if (up.tag === 'table') return true;
  return false;
}

/** On what beside the text a computed value hangs. */
export type AsksFor = 'nothing' | 'sizes of fonts' | 'more';

interface Found {
  /** The computed value; undefined where the text alone does not tell it. */
  readonly text?: string;
  /** undefined where that is not known from the text. */
  readonly asksFor?: AsksFor;
}

/** By longhand. */
type Texts = Map<string, Found>;

const texts = new Remembered<Texts>(() => new Map());
const initialTexts: Texts = new Map();
const unknown: Found = {};

type Said = Pick<Candidate, 'declaration' | 'flowRelative'>;

function foundInText(candidate: Said | undefined, longhand: string): Found {
  if (longhand.startsWith('--')) return unknown;
  const byLonghand = candidate ? texts.of(candidate.declaration) : initialTexts;
  const key = candidate?.flowRelative ? `${candidate.flowRelative} ${longhand}` : longhand;
  let found = byLonghand.get(key);
  if (!found) byLonghand.set(key, (found = findInText(candidate, longhand)));
  return found;
}

/**
 * The computed value where it hangs on nothing but the declaration that wins, whatever the target: asked for once and
 * for all. undefined where it hangs on more.
 */
const settledText = (candidate: Said | undefined, longhand: string): string | undefined =>
  foundInText(candidate, longhand).text;

/**
 * The computed value of a longhand of any target on which a candidate stands first, or nothing does; undefined where it hangs on the target.
 */
export const toldByText = (candidate: Said | undefined, longhand: string): string | undefined =>
  longhand === 'font-size' || mayBeAdjusted(longhand) ? undefined : settledText(candidate, longhand);

/**
 * On what a candidate's computed value of a longhand hangs beside its text, or the initial value; undefined for variables, for what is taken
 * from elsewhere by name, and for what cannot be split into longhands.
 */
export const askedByText = (candidate: Said | undefined, longhand: string): AsksFor | undefined =>
  foundInText(candidate, longhand).asksFor;

const asksForMore = /(var|env|attr|if|sibling-(index|count)|anchor(-size)?|--[^\s(),;:]+)\(/i;
const wideKeyword = /^(inherit|initial|unset|revert|revert-layer|-internal-quirk-inherit)$/i;

function findInText(candidate: Said | undefined, longhand: string): Found {
  const declaration = candidate?.declaration;
  if (!declaration && isInherited(longhand)) return unknown;
  if (declaration && declaration.value.includes('(') && asksForMore.test(declaration.value)) return unknown;
  const value = declaration
    ? longhandValue(declaration, candidate?.flowRelative ?? longhand)
    : initialValue(longhand);
  if (!value || wideKeyword.test(value)) return unknown;
  let asksFor: AsksFor = 'nothing';
  const ofSizes = <T>(answer: T): T => {
    if (asksFor === 'nothing') asksFor = 'sizes of fonts';
    return answer;
  };
  const ofMore = <T>(answer: T): T => {
    asksFor = 'more';
    return answer;
  };
  const text = computedText(longhand, value, {
    fontSize: () => ofSizes(undefined),
    rootFontSize: () => ofSizes(undefined),
    parentWeight: () => ofMore(400),
    colour: () => ofMore('#000000ff'),
    scheme: () => ofMore('light'),
    font: () => ofMore(''),
    lineHeight: () => ofMore(undefined),
    get width() {
      return ofMore(0);
    },
    get height() {
      return ofMore(0);
    },
  });
  return (asksFor as AsksFor) === 'nothing' ? { text, asksFor } : { asksFor };
}
