import type { Page } from '../page/index.js';
import { longhandsOf, physicalNames } from '../value/index.js';
import { usualFlow } from './flow.js';
import type { MatchList } from './match-list.js';
import { solutionOf } from './solution.js';
import { elementOf, pseudoOf, type Target } from './types.js';

/** Numbers of conditions by the physical longhands, in the usual flow, that rules under them set. */
export type ConditionsByLonghand = ReadonlyMap<string, ReadonlySet<number>>;

/**
 * The conditions around the rules that match some targets (`own`), and all that encloses these (`above`): one for each
 * list of rules, as the same lists are met again and again.
 */
export interface ConditionsAround {
  readonly own: readonly ConditionsByLonghand[];
  readonly above: readonly ConditionsByLonghand[];
}

/** [] where no rule stands under a condition. */
export function conditionsAround(page: Page, targets: Iterable<Target>): ConditionsAround {
  const solution = solutionOf(page);
  const { parent } = page.tree;
  const [own, above] = [new Set<MatchList>(), new Set<MatchList>()];
  const climbed = new Set<number>();
  for (const target of targets) {
    const { index } = elementOf(target);
    const pseudo = pseudoOf(target);
    for (const list of solution.lists(index, pseudo)) own.add(list);
    for (let at = pseudo ? index : parent[index]; at >= 0 && !climbed.has(at); at = parent[at]) {
      climbed.add(at);
      for (const list of solution.lists(at, '')) above.add(list);
    }
  }
  return { own: allFiled(own), above: allFiled(above) };
}

const usualNames = physicalNames(usualFlow);

const allFiled = (lists: ReadonlySet<MatchList>) => [...lists].map(filed).filter(({ size }) => size > 0);

const known = new WeakMap<MatchList, ConditionsByLonghand>();

function filed(list: MatchList): ConditionsByLonghand {
  let found = known.get(list);
  if (!found) known.set(list, (found = file(list)));
  return found;
}

function file({ applied }: MatchList): ConditionsByLonghand {
  const found = new Map<string, Set<number>>();
  for (const { block, owner } of applied) {
    if (block.condition === 0 || owner === 'browser') continue;
    for (const { property } of block.declarations)
      for (const longhand of longhandsOf(property)) {
        const name = usualNames.get(longhand) ?? longhand;
        const numbers = found.get(name);
        if (numbers) numbers.add(block.condition);
        else found.set(name, new Set([block.condition]));
      }
  }
  return found;
}
