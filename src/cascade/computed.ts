import { schemeOfMeta, type Page, type PageElement } from '../page/index.js';
import {
  computedText,
  initialValue,
  isInherited,
  longhandsOf,
  type Scheme,
  type Surroundings,
} from '../value/index.js';
import { longhandValue } from './longhand-value.js';
import { Level, type Candidate } from './rank.js';
import { Remembered } from './remembered.js';
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

const takesColour = /^(fill|stroke|.+-color)$/;

const usedOtherwise = /^(min-(width|height)|border-(top|right|bottom|left)-width)$/;

/** The computed values of one page, each worked out once. */
class Computing {
  /** By row; a pseudo-element's longhands stand behind its name. */
  readonly #values: (Map<string, string> | undefined)[] = [];

  constructor(
    readonly page: Page,
    private readonly left?: {
      readonly declaration: Declaration;
      readonly longhands: ReadonlySet<string>;
      readonly touched: readonly number[];
    },
  ) {}

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

  #warm(target: Target, longhand: string): void {
    const path: PageElement[] = [];
    for (let up = parentOf(target); up && !this.#values[up.index]?.has(longhand); up = up.drawnIn)
      path.push(up);
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
    const settled = settledText(candidates[0]?.declaration, longhand);
    if (settled !== undefined) return settled;
    const specified = specifiedFrom(this.page, target, longhand, candidates);
    if (specified.inheritsFrom) {
      // The engine hands no content on, whatever the standard says.
      if (longhand === 'content') return 'normal';
      const source = this.#sourceOf(specified.inheritsFrom, longhand);
      // The keyword is handed on, not the colour that it stands for there (CSS Color 4 §9.4).
      if (takesColour.test(longhand) && this.#isOwnColour(source, longhand))
        return this.valueOf(target, 'color');
      // What is only used otherwise is handed on as it was computed.
      return usedOtherwise.test(longhand)
        ? this.plain(source, longhand, this.candidates(source, longhand))
        : this.valueOf(source, longhand);
    }
    const text = specified.value ?? '';
    // What shorthand and grammar cannot split is compared as it is written.
    if (text === '' && candidates.length && !longhand.startsWith('--'))
      return `?${candidates[0].declaration.property}:${candidates[0].declaration.value}`;
    return computedText(longhand, text, surroundings(this, target, longhand));
  }

  /** Whether a colour is said to be that of the text. */
  #isOwnColour(target: PageElement, longhand: string): boolean {
    const specified = specifiedFrom(this.page, target, longhand, this.candidates(target, longhand));
    if (specified.inheritsFrom) return this.#isOwnColour(specified.inheritsFrom, longhand);
    return /^currentcolor$/i.test(specified.value ?? '');
  }

  /** Straight to the box that says an inherited value, as nesting may be deep. */
  #sourceOf(parent: PageElement, longhand: string): PageElement {
    let source = parent;
    if (!isInherited(longhand)) return source;
    while (source.drawnIn && this.candidates(source, longhand).length === 0) source = source.drawnIn;
    return source;
  }
}

/** By longhand. */
type Settled = Map<string, string | undefined>;

const settledTexts = new Remembered<Settled>(() => new Map());
const initialTexts: Settled = new Map();

/**
 * The computed value where it hangs on nothing but the declaration that wins, whatever the target: asked for once and
 * for all. undefined where it hangs on more.
 */
function settledText(declaration: Declaration | undefined, longhand: string): string | undefined {
  if (longhand.startsWith('--')) return undefined;
  const texts = declaration ? settledTexts.of(declaration) : initialTexts;
  let text = texts.get(longhand);
  if (text === undefined && !texts.has(longhand))
    texts.set(longhand, (text = textWithoutSurroundings(declaration, longhand)));
  return text;
}

const asksForMore = /(var|attr)\(/i;
const wideKeyword = /^(inherit|initial|unset|revert|revert-layer)$/i;

function textWithoutSurroundings(declaration: Declaration | undefined, longhand: string): string | undefined {
  if (!declaration && isInherited(longhand)) return undefined;
  if (declaration && asksForMore.test(declaration.value)) return undefined;
  const value = declaration ? longhandValue(declaration, longhand) : initialValue(longhand);
  if (!value || wideKeyword.test(value)) return undefined;
  let isAlone = true;
  const asked = <T>(answer: T): T => {
    isAlone = false;
    return answer;
  };
  const text = computedText(longhand, value, {
    fontSize: () => asked(undefined),
    rootFontSize: () => asked(undefined),
    parentWeight: () => asked(400),
    colour: () => asked('#000000ff'),
    scheme: () => asked('light'),
    get width() {
      return asked(0);
    },
    get height() {
      return asked(0);
    },
  });
  return isAlone ? text : undefined;
}

function parentOf(target: Target) {
  return pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
}

function surroundings(values: Computing, target: Target, longhand: string): Surroundings {
  const parent = parentOf(target);
  const { elements, conditions } = values.page;
  const scheme = () => schemeOf(values, target);
  const pixels = (text: string) =>
    /^[\d.]+px$/.test(text) ? parseFloat(text) : text === '0' ? 0 : undefined;
  return {
    width: conditions.width,
    height: conditions.height,
    fontSize: () => {
      if (longhand !== 'font-size') return pixels(values.valueOf(target, 'font-size'));
      return parent ? pixels(values.valueOf(parent, 'font-size')) : 16;
    },
    rootFontSize: () =>
      longhand === 'font-size' && !parent ? 16 : pixels(values.valueOf(elements[0], 'font-size')),
    parentWeight: () => (parent ? Number(values.valueOf(parent, 'font-weight')) || 400 : 400),
    colour: () => {
      if (longhand !== 'color') return values.valueOf(target, 'color');
      if (parent) return values.valueOf(parent, 'color');
      return scheme() === 'dark' ? '#ffffffff' : '#000000ff';
    },
    scheme,
  };
}

/** CSS Color Adjust 1 §2.2: what the person prefers, where the box allows for it; else the first that it does. */
function schemeOf(values: Computing, target: Target): Scheme {
  const { page } = values;
  const written = values.valueOf(target, 'color-scheme').toLowerCase();
  const allowed = (written === 'normal' ? schemeOfMeta(page.elements) : written).match(
    /(?<![\w-])(light|dark)(?![\w-])/g,
  );
  const preferred = page.conditions.preferences['prefers-color-scheme'] === 'dark' ? 'dark' : 'light';
  return !allowed || allowed.includes(preferred) ? (allowed ? preferred : 'light') : (allowed[0] as Scheme);
}

const blockified: Readonly<Record<string, string>> = {
  inline: 'block',
  'inline-block': 'block',
  'inline-flex': 'flex',
  'inline-grid': 'grid',
  'inline-table': 'table',
  'table-row-group': 'block',
  'table-header-group': 'block',
  'table-footer-group': 'block',
  'table-row': 'block',
  'table-cell': 'block',
  'table-column': 'block',
  'table-column-group': 'block',
  'table-caption': 'block',
};

/** What one property's computed value takes from another's. */
function adjusted(values: Computing, target: Target, longhand: string, text: string): string {
  const other = (name: string) => values.valueOf(target, name);
  if (longhand === 'display') return displayOf(values, target, text);
  if (longhand === 'float') return isOutOfFlow(other('position')) ? 'none' : text;
  if (/^border-(top|right|bottom|left)-width$/.test(longhand))
    return /^(none|hidden)$/.test(other(longhand.replace('width', 'style'))) ? '0' : text;
  if (/^min-(width|height)$/.test(longhand) && text === 'auto') return isItem(values, target) ? text : '0';
  if (longhand === 'overflow-x' || longhand === 'overflow-y')
    return overflowOf(values, target, longhand, text);
  if (longhand === 'text-align') return alignmentOf(values, target, text);
  if (longhand === 'content' && /^(none|normal)$/.test(text)) return 'normal';
  return text;
}

/** CSS Text 3 §7.1; cells of a table's head are centred where nothing else is said further out. */
function alignmentOf(values: Computing, target: Target, text: string): string {
  if (text !== 'match-parent' && text !== '-internal-center') return text;
  const parent = parentOf(target);
  const above = parent ? values.valueOf(parent, 'text-align') : 'start';
  return text === '-internal-center' && above === 'start' ? 'center' : above;
}

const isOutOfFlow = (position: string) => position === 'absolute' || position === 'fixed';

/** Of these there is nothing left to show without their own box (CSS Display 3, appendix B). */
const unusual =
  /^(br|wbr|meter|progress|canvas|embed|object|audio|iframe|img|video|frame|frameset|input|textarea|select)$/;

/** CSS 2 §9.7, Flexbox 1 §4, Grid 2 §6. */
function displayOf(values: Computing, target: Target, text: string): string {
  if (text === 'contents' && !pseudoOf(target)) {
    const { tag, parent } = elementOf(target);
    if (unusual.test(tag)) return 'none';
    return parent ? text : 'block';
  }
  const own = isControl(values, target) ? ofControl(text) : text;
  if (!Object.hasOwn(blockified, own)) return own;
  const isOut = isOutOfFlow(values.valueOf(target, 'position')) || values.valueOf(target, 'float') !== 'none';
  return isOut || isItem(values, target) || parentOf(target) === null ? blockified[own] : own;
}

/** What the browser draws as a control, which `appearance: none` ends. */
function isControl(values: Computing, target: Target): boolean {
  if (pseudoOf(target) || !/^(button|input|select|textarea|meter|progress)$/.test(elementOf(target).tag))
    return false;
  return values.valueOf(target, 'appearance') !== 'none';
}

/** Controls stay boxes of their own, and are no tables and no items of a list; as engines have it. */
function ofControl(text: string): string {
  if (/^(list-item|table)$/.test(text)) return 'block';
  return /^(inline$|inline-table$|table-)/.test(text) ? 'inline-block' : text;
}

function isItem(values: Computing, target: Target): boolean {
  let parent = parentOf(target);
  while (parent && values.valueOf(parent, 'display') === 'contents') parent = parent.drawnIn;
  return parent !== null && /(flex|grid)$/.test(values.valueOf(parent, 'display'));
}

/** CSS Overflow 3 §3.1: `visible` beside a value that scrolls is `auto`, `clip` is `hidden`. */
function overflowOf(values: Computing, target: Target, longhand: string, text: string): string {
  if (text !== 'visible' && text !== 'clip') return text;
  // What is typed into always scrolls (HTML Standard §15.5.4).
  if (text === 'visible' && !pseudoOf(target) && elementOf(target).tag === 'textarea') return 'auto';
  const other = longhand === 'overflow-x' ? 'overflow-y' : 'overflow-x';
  const candidates = values.candidates(target, other);
  const beside = specifiedFrom(values.page, target, other, candidates).value ?? initialValue(other);
  if (/^(visible|clip)$/.test(beside.toLowerCase())) return text;
  return text === 'visible' ? 'auto' : 'hidden';
}
