import type { PageElement, StyleBlock, StyleSet } from '../page/index.js';
import type { Flow } from '../value/index.js';
import type { MatchList } from './match-list.js';

export const usualFlow: Flow = { writingMode: 'horizontal-tb', direction: 'ltr' };
const textOf = ({ writingMode, direction }: Flow) => `${writingMode} ${direction}`;
const usualText = textOf(usualFlow);
export const flowKey = (flow: Flow) => (flow === usualFlow ? usualText : textOf(flow));

const flowProperties = new Set(['direction', 'all', 'writing-mode', '-webkit-writing-mode']);
const flowLengths = new Set([...flowProperties].map(({ length }) => length));

/** Whether a rule may change the writing mode or the direction; asked of all rules of a page, most of which end with a number. */
export function setsFlow({ declarations }: StyleBlock): boolean {
  for (const { property } of declarations)
    if (flowLengths.has(property.length) && flowProperties.has(property.toLowerCase())) return true;
  return false;
}

const flowStyles = new WeakMap<StyleSet, boolean>();

/** Whether any rule of a text may. */
export function stylesSetFlow(styles: StyleSet): boolean {
  let sets = flowStyles.get(styles);
  if (sets === undefined) {
    const { mends } = styles;
    sets = mends ? stylesSetFlow(mends.styles) || setsFlow(mends.mended) : styles.blocks.some(setsFlow);
    flowStyles.set(styles, sets);
  }
  return sets;
}

const flowLists = new WeakMap<MatchList, boolean>();

/** Whether any rule of a list may. */
export function listSetsFlow(list: MatchList): boolean {
  let sets = flowLists.get(list);
  if (sets === undefined) flowLists.set(list, (sets = list.applied.some(({ block }) => setsFlow(block))));
  return sets;
}

/** Whether an element's own attributes may. */
export function setsOwnFlow({ attributes }: PageElement): boolean {
  if (attributes.size === 0) return false;
  const style = attributes.get('style');
  return attributes.has('dir') || (style !== undefined && /direction|writing-mode|all/i.test(style));
}
