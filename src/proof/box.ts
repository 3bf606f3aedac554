import {
  noEffectConditions,
  noEffectConditionsOfPseudo,
  type BoxFacts,
  type NoEffectCondition,
} from '../facts/index.js';
import { computedOf, elementOf, pseudoOf, valueOf, type Target } from '../cascade/index.js';
import type { Page, PageElement } from '../page/index.js';
import { isInherited } from '../value/index.js';

const replacedTags =
  /^(img|video|iframe|embed|object|canvas|audio|svg|input|textarea|select|button|meter|progress)$/;

const controls = /^(button|input|select|textarea|meter|progress)$/;

/** Whether a declaration takes a control's native look from it, though it says no other value (CSS UI 4 §7.2). */
export function changesNativeLook(page: Page, target: Target, longhand: string): boolean {
  return (
    !pseudoOf(target) &&
    controls.test(elementOf(target).tag) &&
    /^(border-(top|right|bottom|left)-|border-image|background-)/.test(longhand) &&
    computedOf(page, target, 'appearance') !== 'none'
  );
}

/** What the cascade says of a target's box, the adjustments of CSS 2 §9.7 and Flexbox 1 §4 made. */
export function boxFacts(page: Page, target: Target): BoxFacts {
  const element = elementOf(target);
  const pseudo = pseudoOf(target);
  const value = (longhand: string) => computedOf(page, target, longhand);
  const parent = boxAround(page, pseudo ? element : element.drawnIn);
  const type = typeOf(element);
  return {
    tag: pseudo ? '' : element.tag,
    pseudo: pseudo || undefined,
    display: value('display'),
    parentDisplay: parent ? computedOf(page, parent, 'display') : 'block',
    position: value('position'),
    float: value('float'),
    overflowX: value('overflow-x'),
    overflowY: value('overflow-y'),
    whiteSpace: value('text-wrap-mode'),
    borderCollapse: value('border-collapse'),
    content: pseudo ? value('content') : '',
    ownDisplay: valueOf(page, target, 'display').toLowerCase(),
    width: value('width'),
    height: value('height'),
    parentHeight: parentHeightOf(page, parent),
    offsets: ['top', 'right', 'bottom', 'left'].map(value),
    type: pseudo ? '' : type,
    flexWrap: value('flex-wrap'),
    textDecorationLine: value('text-decoration-line'),
    columnRuleStyle: value('column-rule-style'),
    backgroundImage: value('background-image'),
    transitionDuration: value('transition-duration'),
    animationName: value('animation-name'),
    columns: value('column-count') !== 'auto' || value('column-width') !== 'auto',
    appearance: value('appearance'),
    borderStyles: Object.fromEntries(
      ['top', 'right', 'bottom', 'left'].map((side) => [side, value(`border-${side}-style`)]),
    ),
    replaced: !pseudo && replacedTags.test(element.tag),
    on: {
      tag: element.tag,
      type,
      display: pseudo ? computedOf(page, element, 'display') : value('display'),
      hasPlaceholder: element.attributes.has('placeholder'),
      isForeign: page.tree.isHtml[element.index] === 0,
    },
  };
}

function typeOf({ tag, attributes }: PageElement): string {
  if (tag !== 'select') return (attributes.get('type') ?? '').toLowerCase();
  return attributes.has('multiple') || Number(attributes.get('size')) > 1 ? 'list' : 'drop-down';
}

/** The nearest box that is made: `display: contents` makes none (CSS Display 3 §2.5). */
function boxAround(page: Page, element: PageElement | null): PageElement | null {
  let box = element;
  while (box && computedOf(page, box, 'display') === 'contents') box = box.drawnIn;
  return box;
}

/** 'auto' only where the contents alone decide: stretched items have a height although none is written. */
function parentHeightOf(page: Page, parent: PageElement | null): string {
  if (!parent?.parent || page.tree.quirks) return '';
  const isStretched = /(flex|grid)$/.test(computedOf(page, parent.parent, 'display'));
  const isOut = /^(absolute|fixed)$/.test(computedOf(page, parent, 'position'));
  return isStretched || isOut ? '' : computedOf(page, parent, 'height');
}

/**
 * The first condition of the tables that keeps a longhand from working on this box; undefined where it may work.
 * Nothing is said of drawings' shapes, which follow other rules, nor of what contents may inherit. `isSame` is told
 * where the computed value does not change.
 */
export function noEffectOn(
  page: Page,
  target: Target,
  longhand: string,
  isSame = false,
): NoEffectCondition | undefined {
  const box = boxFacts(page, target);
  const element = elementOf(target);
  const pseudo = pseudoOf(target);
  if (!pseudo && box.on.isForeign && element.tag !== 'svg') return undefined;
  // Colours and lines of its own turn a control's native look off.
  const isDrawn = box.tag === 'input' && /^(checkbox|radio)$/.test(box.type);
  if (controls.test(box.tag) && !isDrawn && /^(background|border)-/.test(longhand)) return undefined;
  const isHandedOn = !pseudo && isInherited(longhand) && mayInherit(page, element, longhand);
  const isBox = pseudo === '' || /^::(before|after)$/.test(pseudo);
  const conditions = isBox ? noEffectConditions : noEffectConditionsOfPseudo;
  return conditions.find(
    ({ properties, when, isAdjusted, isShut }) =>
      (isSame || !isAdjusted) && (!isHandedOn || isShut) && properties.test(longhand) && when(box),
  );
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
