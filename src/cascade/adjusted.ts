import { drawnControls } from '../facts/index.js';
import type { PageElement } from '../page/index.js';
import { initialValue, topLevelPieces } from '../value/index.js';
import { asBlock, asInline, boxAbove, isInRuby, isItem } from './box-kinds.js';
import { parentOf, type Values } from './surroundings.js';
import { elementOf, pseudoOf, type Target } from './types.js';
import { specifiedFrom } from './value.js';

type Adjust = (values: Values, target: Target, text: string) => string;

/** What one property's computed value takes from another's. */
export function adjusted(values: Values, target: Target, longhand: string, text: string): string {
  const adjust = adjustFor(longhand);
  return adjust ? adjust(values, target, text) : text;
}

/** Whether other properties may have a say in a longhand's computed value at all. */
export const mayBeAdjusted = (longhand: string): boolean => adjustFor(longhand) !== null;

function adjustFor(longhand: string): Adjust | null {
  let adjust = known.get(longhand);
  if (adjust === undefined) known.set(longhand, (adjust = adjustOf(longhand)));
  return adjust;
}

/** By longhand; null for most, which take nothing. */
const known = new Map<string, Adjust | null>();

function adjustOf(longhand: string): Adjust | null {
  if (longhand === 'display') return displayOf;
  if (longhand === 'position') return positionOf;
  if (longhand === 'writing-mode') return writingModeOf;
  // A drawing’s text has no columns; as engines have it.
  if (/^column-(count|width|height|gap|fill|span|wrap)$/.test(longhand))
    return (values, target, text) => (isTextOfDrawing(values, target) ? initialValue(longhand) : text);
  if (longhand === 'float') return floatOf;
  if (/^border-(top|right|bottom|left)-width$/.test(longhand)) {
    const style = longhand.replace('width', 'style');
    return (values, target, text) =>
      isDrawnMark(values, target) || /^(none|hidden)$/.test(values.valueOf(target, style)) ? '0' : text;
  }
  if (ofMarks.test(longhand))
    return (values, target, text) =>
      isDrawnMark(values, target) ? drawnText(values, target, longhand) : text;
  if (longhand === 'line-height')
    return (values, target, text) => (isDrawnInOneLine(values, target) ? 'normal' : text);
  if (/^min-(width|height)$/.test(longhand))
    return (values, target, text) => (text === 'auto' && !isItem(values, target) ? '0' : text);
  if (longhand === 'overflow-x' || longhand === 'overflow-y')
    return (values, target, text) => overflowOf(values, target, longhand, text);
  if (longhand === 'resize') return (_values, _target, text) => (text === 'auto' ? 'both' : text);
  if (longhand === 'text-align') return alignmentOf;
  if (layered.test(longhand)) {
    const images = longhand.startsWith('background') ? 'background-image' : 'mask-image';
    return (values, target, text) => perLayer(text, values.valueOf(target, images));
  }
  if (notInDrawings.test(longhand))
    return (values, target, text) =>
      isOfDrawing(values, target) ? initialValue(longhand) : markOf(values, target, text);
  if (longhand === 'justify-items') return itemsOf;
  if (longhand === 'content') return (_, __, text) => (/^(none|normal)$/.test(text) ? 'normal' : text);
  return null;
}

/** Groups, rows and columns of a table run as what they stand in does (CSS Writing Modes 4 §3.2). */
function writingModeOf(values: Values, target: Target, text: string): string {
  const isPart = (display: string) => /^table-(row|column|header|footer)/.test(display);
  // What becomes a block is none; what is said is asked for first, as a line's kind hangs on its writing mode.
  if (!isPart(specified(values, target, 'display')) || !isPart(values.valueOf(target, 'display')))
    return text;
  const around = boxAbove(values, target);
  return around ? values.valueOf(around, 'writing-mode') : text;
}

/** Within a drawing nothing is positioned, as engines have it; what stands in the top layer always is (CSS Position 4 §3.1). */
function positionOf(values: Values, target: Target, text: string): string {
  if (isInDrawing(values, target)) return 'static';
  return pseudoOf(target) === '::backdrop' && !isOutOfFlow(text) ? 'absolute' : text;
}

/** What `legacy` comes to hangs on what stands further out (CSS Box Alignment 3 §6.2). */
function itemsOf(values: Values, target: Target, text: string): string {
  if (text !== 'legacy') return text;
  const parent = parentOf(target);
  const above = parent ? values.valueOf(parent, 'justify-items') : 'normal';
  return above.startsWith('legacy ') ? above : 'normal';
}

/** What engines take back of a drawing's text. */
const notInDrawings = /^text-(decoration-skip-ink|emphasis-style|underline-(offset|position))$/;

const isOfDrawing = ({ page }: Values, target: Target): boolean =>
  !pseudoOf(target) && page.tree.namespaceOf(elementOf(target).index).endsWith('/svg');

/** Whether it stands within a drawing, and is not the drawing itself. */
function isInDrawing(values: Values, target: Target): boolean {
  const { parent } = elementOf(target);
  return parent !== null && isOfDrawing(values, target) && isOfDrawing(values, parent);
}

const isTextOfDrawing = (values: Values, target: Target) =>
  elementOf(target).tag === 'text' && isInDrawing(values, target);

const layered =
  /^(background-(position-[xy]|size|repeat|attachment|origin|clip|blend-mode)|mask-(size|repeat|origin|clip|composite|mode)|-webkit-mask-position-[xy])$/;

/** CSS Backgrounds 3 §3.1: as many as there are images, begun anew where there are fewer. */
function perLayer(text: string, images: string): string {
  const amount = topLevelPieces(images, ',').length;
  if (amount === 1 && !text.includes(',')) return text;
  const own = topLevelPieces(text, ',');
  return Array.from({ length: amount }, (_, i) => own[i % own.length]).join(',');
}

/** What sets boxes as well as their words is not handed on into tables, in today's engines. */
export const endsAtTables = (alignment: string): boolean => /^-webkit-(left|right|center)$/.test(alignment);

/** CSS Text 3 §7.1; cells of a table's head are centred where nothing else is said further out. */
function alignmentOf(values: Values, target: Target, text: string): string {
  if (!pseudoOf(target) && elementOf(target).tag === 'table' && endsAtTables(text)) return 'start';
  if (!/^(-webkit-match-parent|match-parent|-internal-center)$/.test(text)) return text;
  const parent = parentOf(target);
  const above = parent ? values.valueOf(parent, 'text-align') : 'start';
  if (parent && text === '-webkit-match-parent' && (above === 'start' || above === 'end')) {
    const isLeftToRight = values.valueOf(parent, 'direction') !== 'rtl';
    return (above === 'start') === isLeftToRight ? 'left' : 'right';
  }
  return text === '-internal-center' && above === 'start' ? 'center' : above;
}

/** Marks of which nothing is said but how they are filled are dots in lines, and sesames downwards (CSS Text Decoration 3 §4.1). */
function markOf(values: Values, target: Target, text: string): string {
  if (text !== 'filled' && text !== 'open') return text;
  const mark = values.valueOf(target, 'writing-mode') === 'horizontal-tb' ? 'dot' : 'sesame';
  return text === 'open' ? `open ${mark}` : mark;
}

const isOutOfFlow = (position: string) => position === 'absolute' || position === 'fixed';

/** Of these there is nothing left to show without their own box (CSS Display 3, appendix B). */
const unusual =
  /^(br|wbr|meter|progress|canvas|embed|object|audio|iframe|img|video|frame|frameset|input|textarea|select)$/;

function displayOf(values: Values, target: Target, text: string): string {
  const own = standingDisplay(values, target, text);
  const drawn = ofControl(own);
  return drawn !== own && values.valueOf(target, 'appearance') !== 'none' ? drawn : own;
}

/** By where it stands: CSS 2 §9.7, Flexbox 1 §4, Grid 2 §6. */
function standingDisplay(values: Values, target: Target, text: string): string {
  if (text === 'contents' && !pseudoOf(target)) {
    const { tag, parent } = elementOf(target);
    if (unusual.test(tag)) return 'none';
    // Only what groups others can do without a box of its own (CSS Display 3, appendix B).
    if (isOfDrawing(values, target))
      return isInDrawing(values, target) && /^(svg|g|use|tspan)$/.test(tag) ? text : 'none';
    return parent ? text : 'block';
  }
  const own = withoutMath(values, target, text);
  const [block, inline] = [asBlock(own), asInline(own)];
  // Most boxes are blocks, and none of them stands in ruby.
  if (block === own && (inline === own || !isInRuby(values, target))) return own;
  if (/^(text|foreignObject)$/i.test(elementOf(target).tag) && isInDrawing(values, target))
    return /^(table|ruby)-/.test(own) ? own : 'block';
  if (isOutOfFlow(values.valueOf(target, 'position')) || isItem(values, target)) return block;
  const floats = specified(values, target, 'float') !== 'none';
  if (isInRuby(values, target)) return floats ? asInline(block) : inline;
  if (floats || isLegend(target) || parentOf(target) === null) return block;
  return own === 'inline' && turnsLines(values, target) ? 'inline-block' : own;
}

/** What is positioned does not float; nor does what stands within ruby, as engines have it. */
function floatOf(values: Values, target: Target, text: string): string {
  if (text === 'none' || isOutOfFlow(values.valueOf(target, 'position'))) return 'none';
  return isInRuby(values, target) && values.valueOf(target, 'display') !== 'none' ? 'none' : text;
}

/** Only what is a formula is laid out as one (MathML Core §3.1.1). */
function withoutMath({ page }: Values, target: Target, text: string): string {
  if (!/(^| )math$/.test(text)) return text;
  const isFormula = page.tree.namespaceOf(elementOf(target).index).endsWith('/MathML');
  if (isFormula && !pseudoOf(target)) return text;
  return text === 'math' ? 'inline' : 'block';
}

/** Whether it is the heading of a fieldset, which is a block (HTML Standard §15.3.13). */
function isLegend(target: Target): boolean {
  const { tag, parent } = elementOf(target);
  return !pseudoOf(target) && tag === 'legend' && parent?.tag === 'fieldset';
}

/** Whether its lines run another way than those around it (CSS Writing Modes 4 §3.2). */
function turnsLines(values: Values, target: Target): boolean {
  const mode = values.valueOf(target, 'writing-mode');
  const parent = boxAbove(values, target);
  return parent !== null && values.valueOf(parent, 'writing-mode') !== mode;
}

/** What check boxes and round ones are not given while the browser draws them, widths of their lines aside. */
const ofMarks = /^(border-((top|right|bottom|left)-(style|color)|.*-radius|image-.*)|padding-.*)$/;

/** The `type` of an element in lower case; of a `select` `drop-down` or `list`. */
export function typeOf({ tag, attributes }: PageElement): string {
  if (tag !== 'select') return (attributes.get('type') ?? '').toLowerCase();
  return attributes.has('multiple') || Number(attributes.get('size')) > 1 ? 'list' : 'drop-down';
}

/** Whether it is a check box or a round one. */
export const isMark = (element: PageElement): boolean =>
  element.tag === 'input' && /^(checkbox|radio)$/.test(typeOf(element));

/** `appearance: none` ends it that the browser draws them. */
const isDrawnMark = (values: Values, target: Target): boolean =>
  isControl(values, target) && isMark(elementOf(target));

function drawnText(values: Values, target: Target, longhand: string): string {
  if (longhand.endsWith('-radius') && typeOf(elementOf(target)) === 'radio') return '50%';
  return longhand.endsWith('-color') ? values.valueOf(target, 'color') : initialValue(longhand);
}

/** Drop-downs, and buttons that are inputs, have one line of its usual height while the browser draws them. */
function isDrawnInOneLine(values: Values, target: Target): boolean {
  if (!isControl(values, target)) return false;
  const element = elementOf(target);
  const type = typeOf(element);
  return type === 'drop-down' || (element.tag === 'input' && /^(button|submit|reset)$/.test(type));
}

/** What the browser draws as a control, which `appearance: none` ends. */
function isControl(values: Values, target: Target): boolean {
  if (pseudoOf(target) || !drawnControls.test(elementOf(target).tag)) return false;
  return values.valueOf(target, 'appearance') !== 'none';
}

/** What looks like a control is a box of its own, and no table and no item of a list; as engines have it. */
function ofControl(text: string): string {
  if (/^(list-item|table)$/.test(text)) return 'block';
  return /^(inline$|inline-table$|table-)/.test(text) ? 'inline-block' : text;
}

/** CSS Overflow 3 §3.1: `visible` beside a value that scrolls is `auto`; `clip` stays, as engines have it: a box may scroll one way. */
function overflowOf(values: Values, target: Target, longhand: string, text: string): string {
  if (/^(inline-)?table$/.test(values.valueOf(target, 'display')))
    return ofTable(values, target, longhand, text);
  if (text !== 'visible') return text;
  // What is typed into always scrolls (HTML Standard §15.5.4).
  if (!pseudoOf(target) && elementOf(target).tag === 'textarea')
    return values.valueOf(target, 'display') === 'none' ? text : 'auto';
  const beside = otherOverflow(values, target, longhand);
  return /^(visible|clip)$/.test(beside) ? text : 'auto';
}

/** Tables do not scroll, and hide on all sides or on none; as engines have it. */
function ofTable(values: Values, target: Target, longhand: string, text: string): string {
  const beside = otherOverflow(values, target, longhand);
  if (/^(visible|clip)$/.test(text) && /^(visible|clip)$/.test(beside)) return text;
  return text === 'hidden' && beside === 'hidden' ? text : 'visible';
}

/** As it is specified in the other direction. */
const otherOverflow = (values: Values, target: Target, longhand: string) =>
  specified(values, target, longhand === 'overflow-x' ? 'overflow-y' : 'overflow-x');

/** A keyword as it is specified, before other properties change it. */
function specified(values: Values, target: Target, longhand: string): string {
  const candidates = values.candidates(target, longhand);
  return (
    specifiedFrom(values.page, target, longhand, candidates).value ?? initialValue(longhand)
  ).toLowerCase();
}
