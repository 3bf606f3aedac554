import { noEffectConditions, type BoxFacts, type NoEffectCondition } from '../facts/index.js';
import { contest, elementOf, fillVariables, pseudoOf, valueOf, type Target } from '../cascade/index.js';
import type { Page, PageElement } from '../page/index.js';

const replacedTags =
  /^(img|video|iframe|embed|object|canvas|audio|svg|input|textarea|select|button|meter|progress)$/;

/** What the cascade says of a target's box, the adjustments of CSS 2 §9.7 and Flexbox 1 §4 made. */
export function boxFacts(page: Page, target: Target): BoxFacts {
  const element = elementOf(target);
  const pseudo = pseudoOf(target);
  const value = (longhand: string) => valueOf(page, target, longhand).toLowerCase();
  const parent = pseudo ? element : element.parent;
  const parentDisplay = parent ? valueOf(page, parent, 'display').toLowerCase() : 'block';
  const position = value('position') || 'static';
  const float = position === 'absolute' || position === 'fixed' ? 'none' : value('float') || 'none';
  const isItem = /(flex|grid)$/.test(parentDisplay);
  const blockified =
    position === 'absolute' || position === 'fixed' || float !== 'none' || isItem || !element.parent;
  const display = value('display') || 'inline';
  return {
    tag: pseudo ? '' : element.tag,
    pseudo: pseudo || undefined,
    display: blockified ? asBlock(display) : display,
    parentDisplay,
    position,
    float,
    overflowX: value('overflow-x') || 'visible',
    overflowY: value('overflow-y') || 'visible',
    whiteSpace: whiteSpaceOf(page, target),
    borderCollapse: value('border-collapse'),
    content: pseudo ? value('content') : '',
    ownDisplay: display,
    width: value('width'),
    height: value('height'),
    parentHeight: parentHeightOf(page, parent),
    offsets: ['top', 'right', 'bottom', 'left'].map(value),
    type: pseudo ? '' : (element.attributes.get('type') ?? '').toLowerCase(),
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
  };
}

/** 'auto' only where the contents alone decide: stretched items have a height although none is written. */
function parentHeightOf(page: Page, parent: PageElement | null): string {
  if (!parent?.parent || page.tree.quirks) return '';
  const isStretched = /(flex|grid)$/.test(valueOf(page, parent.parent, 'display'));
  const isOut = /^(absolute|fixed)$/.test(valueOf(page, parent, 'position'));
  return isStretched || isOut ? '' : valueOf(page, parent, 'height').toLowerCase();
}

/** `white-space` is a shorthand; the declaration that wins its wrapping part says whether lines break. */
function whiteSpaceOf(page: Page, target: Target): string {
  const { entries } = contest(page, target, 'text-wrap-mode');
  if (entries.length === 0) return 'normal';
  return (fillVariables(page, target, entries[0].declaration.value, new Set()) ?? 'normal').toLowerCase();
}

function asBlock(display: string): string {
  const outer: Record<string, string> = {
    inline: 'block',
    'inline-block': 'block',
    'inline-flex': 'flex',
    'inline-grid': 'grid',
    'inline-table': 'table',
  };
  return outer[display] ?? display;
}

/** The first condition of the table that keeps a longhand from working on this box. */
export function noEffectOn(box: BoxFacts, longhand: string): NoEffectCondition | undefined {
  return noEffectConditions.find(({ properties, when }) => properties.test(longhand) && when(box));
}
