// Where layout makes a property useless: sizes, places, alignment, tables.
import type { BoxFacts, NoEffectCondition } from './no-effect.js';

const isInline = (box: BoxFacts) => box.display === 'inline' && !box.replaced && !isItem(box) && !isOut(box);
const isOut = (box: BoxFacts) =>
  box.float !== 'none' || box.position === 'absolute' || box.position === 'fixed';
const isFlex = (display: string) => display.endsWith('flex');
/** Of the first draft of flex boxes, in which engines space items, and heed what they begin with. */
const isOldFlex = (display: string) => /^-webkit-(inline-)?box$/.test(display);
const isGrid = (display: string) => display.endsWith('grid');
/** Browsers lay out what is inside of these by themselves, with what the box says of flex lines. */
const isControl = (box: BoxFacts) => /^(button|input|select|textarea|meter|progress|fieldset)$/.test(box.tag);
const isItem = (box: BoxFacts) => isFlex(box.parentDisplay) || isGrid(box.parentDisplay);
const isBlockContainer = (box: BoxFacts) =>
  /^(block|inline-block|flow-root|list-item|table-cell|table-caption)$/.test(box.display);
const isTablePart = (box: BoxFacts) => /^table-(row|column|header|footer)/.test(box.display);

export const noEffectOnLayout: readonly NoEffectCondition[] = [
  {
    properties: /^((min-|max-)?(width|height|inline-size|block-size))$/,
    when: isInline,
    why: 'the box is inline, and the size of an inline box comes from its text',
    remedy: 'display: inline-block',
    section: 'CSS 2 §10.3.1',
  },
  {
    properties: /^margin-(top|bottom|block-start|block-end)$/,
    when: (box) => isInline(box) && !box.isVertical,
    why: 'the box is inline, and margins above and below an inline box do not move anything',
    remedy: 'display: inline-block',
    section: 'CSS 2 §8.3',
  },
  {
    properties: /^margin-(left|right|block-start|block-end)$/,
    when: (box) => isInline(box) && box.isVertical,
    why: 'the box is inline and its lines run downwards, so margins to its left and right do not move anything',
    remedy: 'display: inline-block',
    section: 'CSS Writing Modes 4 §6.1; CSS 2 §8.3',
  },
  {
    properties: /^(transform|rotate|scale|translate)$/,
    when: isInline,
    why: 'inline boxes cannot be transformed',
    remedy: 'display: inline-block',
    section: 'CSS Transforms 1 §3',
  },
  {
    properties: /^(overflow-x|overflow-y|text-align|text-indent|text-overflow)$/,
    when: isInline,
    why: 'it applies to boxes that hold lines of text, and this box is inline',
    remedy: 'display: inline-block',
    section: 'CSS Overflow 3 §3.1; CSS Text 3 §7',
  },
  {
    properties: /^(top|right|bottom|left|inset-.*)$/,
    when: (box) => box.position === 'static',
    why: 'the box is not positioned, and offsets move only positioned boxes',
    remedy: 'position: relative',
    section: 'CSS Positioned Layout 3 §3',
  },
  {
    properties: /^position-(anchor|area|try-.*|visibility)$/,
    when: (box) => !/^(absolute|fixed)$/.test(box.position),
    why: 'only a box that is taken out of the flow is placed beside an anchor',
    remedy: 'position: absolute',
    section: 'CSS Anchor Positioning 1',
  },
  {
    properties: /^z-index$/,
    when: (box) => box.position === 'static' && !isItem(box),
    why: 'the box is not positioned, so it has no place in the stack',
    remedy: 'position: relative',
    section: 'CSS 2 §9.9.1',
  },
  {
    properties: /^(align-content|column-gap)$/,
    when: (box) =>
      !isControl(box) &&
      !box.columns &&
      !isFlex(box.display) &&
      !isOldFlex(box.display) &&
      !isGrid(box.display) &&
      !isBlockContainer(box),
    why: 'the box lays out nothing that could be spread or spaced',
    remedy: 'display: flex',
    section: 'CSS Box Alignment 3 §5, §8',
  },
  {
    properties: /^justify-content$/,
    when: (box) => !isControl(box) && !isFlex(box.display) && !isGrid(box.display) && !box.columns,
    why: 'the box is neither a flex nor a grid container',
    remedy: 'display: flex',
    section: 'CSS Box Alignment 3 §5.1.1',
  },
  {
    properties: /^row-gap$/,
    when: (box) =>
      !isControl(box) &&
      !isFlex(box.display) &&
      !isOldFlex(box.display) &&
      !isGrid(box.display) &&
      !box.columns,
    why: 'the box is neither a flex nor a grid container',
    remedy: 'display: flex',
    section: 'CSS Box Alignment 3 §8',
  },
  {
    // `justify-items` places blocks in a block too, in today's engines.
    properties: /^align-items$/,
    when: (box) => !isControl(box) && !isFlex(box.display) && !isGrid(box.display),
    why: 'the box is neither a flex nor a grid container, so it has no items to align',
    remedy: 'display: flex',
    section: 'CSS Box Alignment 3 §6',
  },
  {
    properties: /^flex-(direction|wrap)$/,
    when: (box) => !isControl(box) && !isFlex(box.display),
    why: 'the box is not a flex container',
    remedy: 'display: flex',
    section: 'CSS Flexbox 1 §5',
  },
  {
    properties: /^flex-(grow|shrink)$/,
    when: (box) => !isFlex(box.parentDisplay),
    why: 'its parent is not a flex container',
    remedy: '',
    section: 'CSS Flexbox 1 §7',
  },
  {
    properties: /^flex-basis$/,
    when: (box) => !isFlex(box.parentDisplay) && !isOldFlex(box.parentDisplay),
    why: 'its parent is not a flex container',
    remedy: '',
    section: 'CSS Flexbox 1 §7',
  },
  {
    properties: /^(order|align-self)$/,
    when: (box) => !isItem(box) && !isOut(box),
    why: 'its parent is neither a flex nor a grid container',
    remedy: '',
    section: 'CSS Flexbox 1 §5.4; CSS Box Alignment 3 §6',
  },
  {
    properties: /^grid-(template|auto)-/,
    when: (box) => !isGrid(box.display),
    why: 'the box is not a grid container',
    remedy: 'display: grid',
    section: 'CSS Grid 2 §7',
  },
  {
    properties: /^grid-(row|column)-(start|end)$/,
    when: (box) => !isGrid(box.parentDisplay),
    why: 'its parent is not a grid container',
    remedy: '',
    section: 'CSS Grid 2 §8',
  },
  {
    properties: /^(float|clear)$/,
    when: isItem,
    why: 'items of a flex or grid container do not float',
    remedy: '',
    section: 'CSS Flexbox 1 §3',
  },
  {
    properties: /^float$/,
    when: (box) => box.position === 'absolute' || box.position === 'fixed',
    why: 'an absolutely positioned box does not float',
    remedy: 'position: static',
    section: 'CSS 2 §9.7',
  },
  {
    properties: /^vertical-align$/,
    when: (box) => isOut(box) || isItem(box) || !/^(inline|table-cell)/.test(box.display),
    why: 'it lines up inline boxes and table cells, and this box is neither',
    remedy: '',
    section: 'CSS 2 §10.8.1',
  },
  {
    properties: /^text-overflow$/,
    when: (box) => box.overflowX === 'visible',
    why: 'text that sticks out is cut only where the overflow is not visible',
    remedy: 'overflow: hidden',
    section: 'CSS Overflow 4 §4.1',
  },
  {
    properties: /^text-overflow$/,
    when: (box) => box.whiteSpace !== 'nowrap',
    why: 'the text wraps, so nothing sticks out',
    remedy: 'white-space: nowrap',
    section: 'CSS Overflow 4 §4.1',
  },
  {
    properties: /^table-layout$/,
    when: (box) =>
      box.display !== 'table' && box.display !== 'inline-table' && !/^(table-caption)$/.test(box.display),
    why: 'it applies to tables, and this box is not one',
    remedy: '',
    section: 'CSS 2 §17',
  },
  {
    properties: /^margin-/,
    when: (box) => /^table-(?!caption)/.test(box.display),
    why: 'parts of a table have no margins',
    remedy: '',
    section: 'CSS 2 §8.3',
  },
  {
    properties: /^writing-mode$/,
    when: isTablePart,
    isAdjusted: true,
    isShut: true,
    why: 'rows and columns of a table run as the table does',
    remedy: '',
    section: 'CSS Writing Modes 4 §3.2',
  },
  {
    properties: /^padding-/,
    when: isTablePart,
    why: 'rows and columns of a table have no padding; their cells have',
    remedy: '',
    section: 'CSS 2 §8.4',
  },
  {
    properties: /^column-(count|width)$/,
    when: (box) => isFlex(box.display) || isGrid(box.display) || box.display === 'table' || isInline(box),
    why: 'only block containers are divided into columns',
    remedy: 'display: block',
    section: 'CSS Multi-column 1 §3',
  },
  {
    properties: /^(align-content|flex-line-pack)$/,
    when: (box) => isFlex(box.display) && box.flexWrap === 'nowrap',
    why: 'its items stand in one line, so there are no lines to spread',
    remedy: 'flex-wrap: wrap',
    section: 'CSS Flexbox 1 §8.4',
  },
  {
    properties: /^(justify-self)$/,
    when: (box) => isFlex(box.parentDisplay),
    why: 'a flex container places its items along the line by itself; margin: auto moves a single one',
    remedy: 'margin-left: auto',
    section: 'CSS Box Alignment 3 §6.1',
  },
  {
    properties: /^(min-|max-)?width$/,
    when: (box) => !box.isVertical && /^table-(row-group|header-group|footer-group)$/.test(box.display),
    why: 'groups of table rows take their size from their rows',
    remedy: '',
    section: 'CSS 2 §17.5.2',
  },
  {
    properties: /^(width|min-width|max-width)$/,
    when: (box) => !box.isVertical && box.display === 'table-row',
    why: 'a table row is as wide as its table; its cells have widths',
    remedy: '',
    section: 'CSS 2 §17.5.2',
  },
  {
    properties: /^(height|min-height|max-height)$/,
    when: (box) => !box.isVertical && /^table-column(-group)?$/.test(box.display),
    why: 'a table column is as high as its table; its rows have heights',
    remedy: '',
    section: 'CSS 2 §10.5',
  },
  {
    properties: /^(-webkit-border-(horizontal|vertical)-spacing|border-spacing)$/,
    when: (box) => box.borderCollapse === 'collapse',
    why: 'the table’s borders are collapsed, so there is no space between cells',
    remedy: 'border-collapse: separate',
    section: 'CSS 2 §17.6.1',
  },
  {
    properties: /^((column|row)-rule-(color|style|width)|column-fill|column-span)$/,
    when: (box) => !box.columns && !isFlex(box.display) && !isGrid(box.display),
    why: 'the box is not divided into columns',
    remedy: 'column-count: 2',
    section: 'CSS Multi-column 1 §4',
  },
  {
    properties: /^column-rule-(color|width)$/,
    when: (box) => box.columnRuleStyle === 'none',
    why: 'the line between the columns has no style, so it is not drawn',
    remedy: 'column-rule-style: solid',
    section: 'CSS Multi-column 1 §4',
  },
  {
    properties: /^row-rule-(color|width)$/,
    when: (box) => box.rowRuleStyle === 'none',
    why: 'the line between the rows has no style, so it is not drawn',
    remedy: 'row-rule-style: solid',
    section: 'CSS Gap Decorations 1',
  },
  {
    properties:
      /^(scroll-snap-type|scroll-behavior|overscroll-behavior-[xy]|scrollbar-gutter|scroll-padding-.*)$/,
    when: (box) =>
      box.overflowX === 'visible' && box.overflowY === 'visible' && !/^(html|body)$/.test(box.tag),
    why: 'the box does not scroll',
    remedy: 'overflow: auto',
    section: 'CSS Overflow 3 §3',
  },
  {
    properties:
      /^(width|height|(min|max)-(width|height)|(margin|padding)-.*|border-.*|background-.*|box-shadow|overflow-[xy]|position|top|right|bottom|left|z-index|float|outline-.*)$/,
    when: (box) => box.display === 'contents',
    why: 'the box itself is not made (display: contents), only its contents are',
    remedy: 'display: block',
    section: 'CSS Display 3 §2.5',
  },
  {
    properties: /^(-webkit-line-clamp)$/,
    when: (box) => box.display !== '-webkit-box' && box.display !== '-webkit-inline-box',
    why: 'engines cut lines only in a box with display: -webkit-box and -webkit-box-orient: vertical',
    remedy: 'display: -webkit-box',
    section: 'CSS Overflow 4 §5',
  },
  {
    properties: /^table-layout$/,
    when: (box) => /^(inline-)?table$/.test(box.display) && box.width === 'auto',
    why: 'a table whose width is auto is laid out by its contents',
    remedy: 'width: 100%',
    section: 'CSS 2 §17.5.2.1',
  },
  {
    properties: /^height$/,
    when: (box) => /^[\d.]+%$/.test(box.height) && box.parentHeight === 'auto' && !isOut(box) && !isItem(box),
    isOfValue: true,
    why: 'it is a share of its parent’s height, and that comes from the contents',
    remedy: '',
    section: 'CSS 2 §10.5',
  },
  {
    properties: /^overflow-[xy]$/,
    when: isTablePart,
    why: 'rows and columns of a table cannot scroll or cut what sticks out',
    remedy: '',
    section: 'CSS Overflow 3 §3.1',
  },
  {
    // Corners are those of its outline and shadow too.
    properties: /^border-(top|right|bottom|left)-(color|style|width)$/,
    when: (box) => isTablePart(box) && box.borderCollapse === 'separate',
    why: 'where a table’s borders are separate, only its cells and the table itself have borders',
    remedy: '',
    section: 'CSS 2 §17.6.1',
  },
  {
    properties: /^(color|text-.*|font-.*|line-height|letter-spacing|padding-.*|vertical-align)$/,
    when: (box) => /^table-column(-group)?$/.test(box.display),
    why: 'a column passes on only its width, background and visibility; the cells are not inside it',
    remedy: '',
    section: 'CSS 2 §17.3',
  },
  {
    properties: /^overflow-[xy]$/,
    when: (box) => /^(inline-)?table$/.test(box.display),
    isAdjusted: true,
    why: 'a table does not scroll, and hides what sticks out on all sides or on none; a box around it can do both',
    remedy: '',
    section: 'CSS 2 §11.1.1',
  },
  {
    properties: /^display$/,
    when: (box) => isOut(box) && /^inline(-block)?$/.test(box.ownDisplay),
    isAdjusted: true,
    why: 'a floated or absolutely positioned box is a block, whatever its display says',
    remedy: '',
    section: 'CSS 2 §9.7',
  },
  {
    properties: /^display$/,
    when: (box) => isItem(box) && !isOut(box) && /^inline(-block)?$/.test(box.ownDisplay),
    isAdjusted: true,
    why: 'the items of a flex or grid container are blocks, whatever their display says',
    remedy: '',
    section: 'CSS Flexbox 1 §4; CSS Grid 2 §6',
  },
];
