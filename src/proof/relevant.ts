import { conditionsAround, draftTargets } from '../cascade/index.js';
import type { Look, Page, StyleBlock } from '../page/index.js';

/**
 * Of looks those that may show different things of a rule: where all conditions around what it matches hold alike, one
 * look stands for the rest, and for their stretch of widths.
 */
export function relevantLooks(looks: readonly Look[], block: StyleBlock): Look[] {
  const byTree = new Map<object, readonly number[]>();
  const found = new Map<string, Look>();
  const trees: object[] = [];
  for (const look of looks) {
    const { view } = look;
    let numbers = byTree.get(view.tree);
    if (!numbers) {
      trees.push(view.tree);
      byTree.set(view.tree, (numbers = conditionsFor(view, block)));
    }
    let key = `${trees.indexOf(view.tree)} `;
    for (const number of numbers) key += view.isActive(number) ? '1' : '0';
    const known = found.get(key);
    found.set(
      key,
      known
        ? { ...known, from: Math.min(known.from, look.from), to: Math.max(known.to, look.to) }
        : look,
    );
  }
  return [...found.values()];
}

function conditionsFor(view: Page, block: StyleBlock): number[] {
  const { keyframes, registered, layers } = view.overlay!.styles;
  const numbers = new Set([
    block.condition,
    ...layers.conditions,
    ...keyframes.map(({ condition }) => condition),
    ...registered.map(({ condition }) => condition),
  ]);
  for (const target of (draftTargets(view).get(block) ?? []).flat())
    for (const number of conditionsAround(view, target)) numbers.add(number);
  numbers.delete(0);
  return [...numbers];
}
