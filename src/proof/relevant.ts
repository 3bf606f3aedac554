import { conditionsAround, draftTargets } from '../cascade/index.js';
import type { Look, Page, StyleBlock } from '../page/index.js';
import { isInherited, longhandsOf, physicalNames } from '../value/index.js';

const usual = physicalNames({ writingMode: 'horizontal-tb', direction: 'ltr' });

/**
 * Of looks those that may show different things of a declaration: where all conditions hold alike around rules that set
 * what it sets, on what it matches and on what encloses that, one look stands for the rest, and for their stretch of widths. Rules with the same conditions around share the answer.
 */
export class RelevantLooks {
  readonly #known = new WeakMap<readonly Look[], Map<string, readonly Look[]>>();

  of(looks: readonly Look[], block: StyleBlock, property: string): readonly Look[] {
    const numbers = new Map<object, readonly number[]>();
    for (const { view } of looks)
      if (!numbers.has(view.tree)) numbers.set(view.tree, conditionsFor(view, block, property));
    const key = [...numbers.values()].map((list) => list.join()).join(';');
    let byKey = this.#known.get(looks);
    if (!byKey) this.#known.set(looks, (byKey = new Map()));
    let found = byKey.get(key);
    if (!found) byKey.set(key, (found = distinct(looks, numbers)));
    return found;
  }
}

function distinct(looks: readonly Look[], numbers: ReadonlyMap<object, readonly number[]>): Look[] {
  const trees = [...numbers.keys()];
  const found = new Map<string, Look>();
  for (const look of looks) {
    const { view } = look;
    let key = `${trees.indexOf(view.tree)} `;
    for (const number of numbers.get(view.tree)!) key += view.isActive(number) ? '1' : '0';
    const known = found.get(key);
    found.set(
      key,
      known ? { ...known, from: Math.min(known.from, look.from), to: Math.max(known.to, look.to) } : look,
    );
  }
  return [...found.values()];
}

/** What other properties' values hang on (CSS Cascade 5 §4.4): sizes in em, the current colour, what kind of box it is. */
const always =
  /^(font-size|font-weight|color|display|position|float|direction|writing-mode|overflow-[xy]|text-align|animation-.*|border-.*-style|--.*)$/;

function conditionsFor(view: Page, block: StyleBlock, property: string): number[] {
  const names = new Set(longhandsOf(property).map((one) => usual.get(one) ?? one));
  const isOwn = (one: string) => names.has(one) || always.test(one);
  const isAbove = (one: string) => (names.has(one) && isInherited(one)) || always.test(one);
  const { keyframes, registered, layers } = view.overlay!.styles;
  const numbers = new Set([
    block.condition,
    ...layers.conditions,
    ...keyframes.map(({ condition }) => condition),
    ...registered.map(({ condition }) => condition),
  ]);
  for (const alike of draftTargets(view).get(block) ?? [])
    for (const target of alike)
      for (const number of conditionsAround(view, target, isOwn, isAbove)) numbers.add(number);
  numbers.delete(0);
  return [...numbers].sort((a, b) => a - b);
}
