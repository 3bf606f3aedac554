import { pseudoClasses, standingStates } from '../facts/index.js';
import type { Tree } from '../selector/index.js';
import type { StandingStates } from './types.js';

/** The tree with the states in which a living document has its elements; what is no element of it is left out. */
export function withStanding(tree: Tree, standing: readonly StandingStates[] = []): Tree {
  if (standing.length === 0) return tree;
  const held = new Map<string, Set<number>>();
  const told = new Map<number, ReadonlySet<string>>();
  for (const { index, states } of standing) {
    if (!(index >= 0 && index < tree.size)) continue;
    for (const name of states) {
      if (pseudoClasses[name] !== 'held' && !name.startsWith('state(')) continue;
      const rows = held.get(name);
      if (rows) rows.add(index);
      else held.set(name, new Set([index]));
    }
    if (tree.isHtml[index] && standingStates.control.test(tree.tagOf(index)))
      told.set(index, new Set(states));
  }
  return { ...tree, held, told };
}
