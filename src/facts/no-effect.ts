// Where a property cannot do anything on a box, by the standards. One more condition is one more row.

/** What is known of a box when a condition is asked; computed values in lower case. */
export interface BoxFacts {
  readonly tag: string;
  readonly pseudo?: string;
  readonly display: string;
  readonly parentDisplay: string;
  readonly position: string;
  readonly float: string;
  readonly overflowX: string;
  readonly whiteSpace: string;
  readonly borderCollapse: string;
  readonly content: string;
  /** Images, videos, frames and other boxes whose content is not the page's. */
  readonly replaced: boolean;
}

export interface NoEffectCondition {
  readonly properties: RegExp;
  readonly when: (box: BoxFacts) => boolean;
  /** Follows "has no effect: ", in plain words. */
  readonly why: string;
  /** A declaration that makes the property work, or '' when only another box can help. */
  readonly remedy: string;
  /** The standard and section that say so. */
  readonly section: string;
}

const isInline = (box: BoxFacts) => box.display === 'inline' && !box.replaced && !isItem(box) && !isOut(box);
const isOut = (box: BoxFacts) =>
  box.float !== 'none' || box.position === 'absolute' || box.position === 'fixed';
const isFlex = (display: string) => display.endsWith('flex');
const isGrid = (display: string) => display.endsWith('grid');
const isItem = (box: BoxFacts) => isFlex(box.parentDisplay) || isGrid(box.parentDisplay);
const isTablePart = (box: BoxFacts) => /^table-(row|column|header|footer)/.test(box.display);

export const noEffectConditions: readonly NoEffectCondition[] = [
  {
    properties: /^((min-|max-)?(width|height|inline-size|block-size))$/,
    when: isInline,
    why: 'the box is inline, and the size of an inline box comes from its text',
    remedy: 'display: inline-block',
    section: 'CSS 2 §10.3.1',
  },
  {
    properties: /^margin-(top|bottom|block-start|block-end)$/,
    when: isInline,
    why: 'the box is inline, and margins above and below an inline box do not move anything',
    remedy: 'display: inline-block',
    section: 'CSS 2 §8.3',
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
    properties: /^z-index$/,
    when: (box) => box.position === 'static' && !isItem(box),
    why: 'the box is not positioned, so it has no place in the stack',
    remedy: 'position: relative',
    section: 'CSS 2 §9.9.1',
  },
  {
    properties: /^(justify-content|align-content|row-gap|column-gap)$/,
    when: (box) =>
      !isFlex(box.display) &&
      !isGrid(box.display) &&
      box.display !== 'block' &&
      box.display !== 'inline-block',
    why: 'the box lays out nothing that could be spread or spaced',
    remedy: 'display: flex',
    section: 'CSS Box Alignment 3 §5, §8',
  },
  {
    properties: /^(justify-content|row-gap)$/,
    when: (box) => box.display === 'block' || box.display === 'inline-block',
    why: 'the box is neither a flex nor a grid container',
    remedy: 'display: flex',
    section: 'CSS Box Alignment 3 §5.1.1, §8',
  },
  {
    properties: /^(align-items|justify-items)$/,
    when: (box) => !isFlex(box.display) && !isGrid(box.display),
    why: 'the box is neither a flex nor a grid container, so it has no items to align',
    remedy: 'display: flex',
    section: 'CSS Box Alignment 3 §6',
  },
  {
    properties: /^flex-(direction|wrap)$/,
    when: (box) => !isFlex(box.display),
    why: 'the box is not a flex container',
    remedy: 'display: flex',
    section: 'CSS Flexbox 1 §5',
  },
  {
    properties: /^(flex-(grow|shrink|basis))$/,
    when: (box) => !isFlex(box.parentDisplay),
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
    when: (box) => !/^(nowrap|pre)$/.test(box.whiteSpace),
    why: 'the text wraps, so nothing sticks out',
    remedy: 'white-space: nowrap',
    section: 'CSS Overflow 4 §4.1',
  },
  {
    properties: /^(object-fit|object-position)$/,
    when: (box) => !box.replaced,
    why: 'it fits images and videos into their box, and this is neither',
    remedy: '',
    section: 'CSS Images 3 §5.5',
  },
  {
    properties:
      /^(border-collapse|table-layout|-webkit-border-(horizontal|vertical)-spacing|border-spacing|caption-side)$/,
    when: (box) =>
      box.display !== 'table' && box.display !== 'inline-table' && !/^(table-caption)$/.test(box.display),
    why: 'it applies to tables, and this box is not one',
    remedy: '',
    section: 'CSS 2 §17',
  },
  {
    properties: /^(list-style-(type|position|image))$/,
    when: (box) => box.display !== 'list-item' && !/^(ul|ol|menu|dir)$/.test(box.tag),
    why: 'the box is not a list item, so it has no marker',
    remedy: 'display: list-item',
    section: 'CSS Lists 3 §3',
  },
  {
    properties: /^margin-/,
    when: (box) => /^table-(?!caption)/.test(box.display),
    why: 'parts of a table have no margins',
    remedy: '',
    section: 'CSS 2 §8.3',
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
];
