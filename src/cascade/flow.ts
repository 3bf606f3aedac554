import type { PageElement, StyleBlock, StyleSet } from '../page/index.js';
import type { Flow } from '../value/index.js';
import type { MatchList } from './match-list.js';

export const usualFlow: Flow = { writingMode: 'horizontal-tb', direction: 'ltr' };
const textOf = ({ writingMode, direction }: Flow) => `${writingMode} ${direction}`;
const usualText = textOf(usualFlow);
export const flowKey = (flow: Flow) => (flow === usualFlow ? usualText : textOf(flow));

const flowSetters = new WeakMap<StyleBlock, boolean>();

/** Whether a rule may change the writing mode or the direction. */
export function setsFlow(block: StyleBlock): boolean {
  let sets = flowSetters.get(block);
  if (sets === undefined) {
    sets = block.declarations.some(({ property }) =>
      /^(direction|all|(-webkit-)?writing-mode)$/i.test(property),
    );
    flowSetters.set(block, sets);
  }
  return sets;
}

const flowStyles = new WeakMap<StyleSet, boolean>();

/** Whether any rule of a text may. */
export function stylesSetFlow(styles: StyleSet): boolean {
  let sets = flowStyles.get(styles);
  if (sets === undefined) flowStyles.set(styles, (sets = styles.blocks.some(setsFlow)));
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
