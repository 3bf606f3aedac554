import {
  drawnControls,
  noEffectConditions,
  noEffectConditionsOfPseudo,
  type BoxFacts,
  type NoEffectCondition,
} from '../facts/index.js';
import {
  computedOf,
  contest,
  elementOf,
  isMark,
  longhandValue,
  pseudoOf,
  typeOf,
  valueOf,
  type Target,
} from '../cascade/index.js';
import type { Page, PageElement } from '../page/index.js';
import { isInherited } from '../value/index.js';

const replacedTags =
  /^(img|video|iframe|embed|object|canvas|audio|svg|input|textarea|select|button|meter|progress)$/;

const sides = ['top', 'right', 'bottom', 'left'];

/** What the cascade says of a target's box, the adjustments of CSS 2 §9.7 and Flexbox 1 §4 made. */
export function boxFacts(page: Page, target: Target): BoxFacts {
  return new Box(page, target);
}

/** Each fact is found when it is asked for: a condition asks for one or two of them. */
class Box implements BoxFacts {
  readonly #element: PageElement;
  readonly pseudo?: string;
  readonly tag: string;

  constructor(
    private readonly page: Page,
    private readonly target: Target,
  ) {
    this.#element = elementOf(target);
    this.pseudo = pseudoOf(target) || undefined;
    this.tag = this.pseudo ? '' : this.#element.tag;
  }

  #value(longhand: string): string {
    return computedOf(this.page, this.target, longhand);
  }

  get #parent(): PageElement | null {
    return boxAround(this.page, this.pseudo ? this.#element : this.#element.drawnIn);
  }

  get display() {
    const value = this.#value('display');
    // A replaced box cannot be a part of a table: it is an inline one (CSS Display 3 §2.4).
    return this.replaced && /^table-/.test(value) ? 'inline' : value;
  }
  get parentDisplay() {
    const parent = this.#parent;
    return parent ? computedOf(this.page, parent, 'display') : 'block';
  }
  get isVertical() {
    return isVertical(this.page, this.target);
  }
  get position() {
    return this.#value('position');
  }
  get float() {
    return this.#value('float');
  }
  get overflowX() {
    return this.#value('overflow-x');
  }
  get overflowY() {
    return this.#value('overflow-y');
  }
  get whiteSpace() {
    return this.#value('text-wrap-mode');
  }
  get borderCollapse() {
    return this.#value('border-collapse');
  }
  get content() {
    return this.pseudo ? this.#value('content') : '';
  }
  get ownDisplay() {
    return valueOf(this.page, this.target, 'display').toLowerCase();
  }
  get width() {
    return this.#value('width');
  }
  get height() {
    return this.#value('height');
  }
  get parentHeight() {
    return parentHeightOf(this.page, this.#parent);
  }
  get offsets() {
    return sides.map((side) => this.#value(side));
  }
  get type() {
    return this.pseudo ? '' : typeOf(this.#element);
  }
  get flexWrap() {
    return this.#value('flex-wrap');
  }
  get textDecorationLine() {
    return this.#value('text-decoration-line');
  }
  get columnRuleStyle() {
    return this.#value('column-rule-style');
  }
  get rowRuleStyle() {
    return this.#value('row-rule-style');
  }
  get backgroundImage() {
    return this.#value('background-image');
  }
  get transitionDuration() {
    return this.#value('transition-duration');
  }
  get animationName() {
    return this.#value('animation-name');
  }
  get columns() {
    return this.#value('column-count') !== 'auto' || this.#value('column-width') !== 'auto';
  }
  get appearance() {
    return this.#value('appearance');
  }
  get borderStyles() {
    return Object.fromEntries(sides.map((side) => [side, this.#value(`border-${side}-style`)]));
  }
  get replaced() {
    return !this.pseudo && replacedTags.test(this.#element.tag);
  }
  get on() {
    const element = this.#element;
    return {
      tag: element.tag,
      type: typeOf(element),
      display: computedOf(this.page, this.pseudo ? element : this.target, 'display'),
      hasPlaceholder: element.attributes.has('placeholder'),
      isForeign: this.page.tree.isHtml[element.index] === 0,
    };
  }
}

/** The nearest box that is made: `display: contents` makes none (CSS Display 3 §2.5). */
function boxAround(page: Page, element: PageElement | null): PageElement | null {
  let box = element;
  while (box && computedOf(page, box, 'display') === 'contents') box = box.drawnIn;
  return box;
}

/** 'auto' only where the contents alone decide: stretched items have a height although none is written. */
const isVertical = (page: Page, target: Target): boolean =>
  !computedOf(page, target, 'writing-mode').startsWith('horizontal');

function parentHeightOf(page: Page, parent: PageElement | null): string {
  // Where lines run downwards a height is what a width is elsewhere.
  if (!parent?.parent || page.tree.quirks || isVertical(page, parent)) return '';
  const isStretched = /(flex|grid)$/.test(computedOf(page, parent.parent, 'display'));
  const isOut = /^(absolute|fixed)$/.test(computedOf(page, parent, 'position'));
  return isStretched || isOut ? '' : computedOf(page, parent, 'height');
}

/**
 * The first condition of the tables that keeps a longhand from working on this box; undefined where it may work.
 * Nothing is said of drawings' shapes, which follow other rules, nor of what contents may inherit. `isSame` is told
 * where the computed value does not change, `written` where the declaration calls the longhand otherwise.
 */
export function noEffectOn(
  page: Page,
  target: Target,
  longhand: string,
  { isSame = false, written = longhand }: { isSame?: boolean; written?: string } = {},
): NoEffectCondition | undefined {
  const box = boxFacts(page, target);
  const element = elementOf(target);
  const pseudo = pseudoOf(target);
  if (!pseudo && page.tree.isHtml[element.index] === 0 && element.tag !== 'svg') return undefined;
  // Colours and lines of its own turn a control's native look off.
  if (drawnControls.test(box.tag) && !isMark(element) && /^(background|border)-/.test(longhand))
    return undefined;
  const isBox = pseudo === '' || /^::(before|after)$/.test(pseudo);
  const conditions = conditionsFor(longhand, written, isBox);
  if (conditions.length === 0) return undefined;
  const isHandedOn = !pseudo && isInherited(longhand) && mayInherit(page, element, longhand);
  const found = conditions.find(
    ({ when, isAdjusted, isShut }) => (isSame || !isAdjusted) && (!isHandedOn || isShut) && when(box),
  );
  return found && !pseudo && isTakenByName(page, element, longhand) ? undefined : found;
}

/** Whether a box right inside says `inherit` of a longhand, and so may show what its parent cannot. */
function isTakenByName(page: Page, element: PageElement, longhand: string): boolean {
  const inside: Target[] = ['::before', '::after'].map((pseudo) => ({ element, pseudo }));
  return [...inside, ...element.children].some((target) => {
    const [winner] = contest(page, target, longhand).entries;
    return winner !== undefined && longhandValue(winner.declaration, longhand)?.toLowerCase() === 'inherit';
  });
}

const byLonghand = [new Map<string, NoEffectCondition[]>(), new Map<string, NoEffectCondition[]>()];

/** The conditions that speak of a longhand or of its written name, for boxes or for pseudo-elements that are none. */
function conditionsFor(longhand: string, written: string, isBox: boolean): readonly NoEffectCondition[] {
  const known = byLonghand[Number(isBox)];
  const key = `${longhand} ${written}`;
  let found = known.get(key);
  if (!found) {
    const all = isBox ? noEffectConditions : noEffectConditionsOfPseudo;
    found = all.filter(({ properties, isOfName }) => properties.test(isOfName ? written : longhand));
    known.set(key, found);
  }
  return found;
}

/** Whether anything inside a box may take an inherited value from it and show it. */
function mayInherit(page: Page, { children }: PageElement, longhand: string): boolean {
  const shows = /^list-style/.test(longhand)
    ? /^list-item$/
    : /border-(spacing|collapse)|-spacing$/.test(longhand) && !/^(letter|word)/.test(longhand)
      ? /^(inline-)?table$/
      : undefined;
  if (!shows) return children.length > 0;
  return children.some(
    (child) => shows.test(computedOf(page, child, 'display')) || mayInherit(page, child, longhand),
  );
}
