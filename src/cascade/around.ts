import { hangsOnWindow, type Page, type PageElement } from '../page/index.js';
import { parseStyleAttribute, type WrittenDeclaration } from '../sheet/index.js';
import { physicalLonghandsOf } from '../value/index.js';
import type { MatchList } from './match-list.js';
import { solutionOf } from './solution.js';
import { elementOf, pseudoOf, type Target } from './types.js';

/** Numbers of conditions by the physical longhands that in some flow rules under them set. */
export type ConditionsByLonghand = ReadonlyMap<string, ReadonlySet<number>>;

/**
 * The conditions around the rules that match some targets (`own`), and all that encloses these (`above`): one for each
 * list of rules, as the same lists are met again and again.
 */
export interface ConditionsAround {
  readonly own: readonly ConditionsByLonghand[];
  readonly above: readonly ConditionsByLonghand[];
  /** The longhands, variables among them, that these rules and style attributes measure by the window's size. */
  readonly ownSized: ReadonlySet<string>;
  readonly aboveSized: ReadonlySet<string>;
}

/** [] where no rule stands under a condition. */
export function conditionsAround(page: Page, targets: Iterable<Target>): ConditionsAround {
  const solution = solutionOf(page);
  const { parent } = page.tree;
  const [own, above] = [new Set<MatchList>(), new Set<MatchList>()];
  const [ownSized, aboveSized] = [new Set<string>(), new Set<string>()];
  const climbed = new Set<number>();
  for (const target of targets) {
    const { index } = elementOf(target);
    const pseudo = pseudoOf(target);
    for (const list of solution.lists(index, pseudo)) own.add(list);
    if (!pseudo) for (const name of sizedIn(page.elements[index])) ownSized.add(name);
    for (let at = pseudo ? index : parent[index]; at >= 0 && !climbed.has(at); at = parent[at]) {
      climbed.add(at);
      for (const list of solution.lists(at, '')) above.add(list);
      for (const name of sizedIn(page.elements[at])) aboveSized.add(name);
    }
  }
  for (const list of own) for (const name of sized(list)) ownSized.add(name);
  for (const list of above) for (const name of sized(list)) aboveSized.add(name);
  return { own: allFiled(own), above: allFiled(above), ownSized, aboveSized };
}

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
      for (const name of physicalLonghandsOf(property)) {
        const numbers = found.get(name);
        if (numbers) numbers.add(block.condition);
        else found.set(name, new Set([block.condition]));
      }
  }
  return found;
}

const sizedLists = new WeakMap<MatchList, readonly string[]>();

function sized(list: MatchList): readonly string[] {
  let found = sizedLists.get(list);
  if (!found) {
    const declarations = list.applied.flatMap(({ block, owner }) =>
      owner === 'browser' ? [] : block.declarations,
    );
    sizedLists.set(list, (found = sizedNames(declarations)));
  }
  return found;
}

function sizedIn({ attributes }: PageElement): readonly string[] {
  const style = attributes.get('style');
  return style && hangsOnWindow(style) ? sizedNames(parseStyleAttribute(style).declarations) : [];
}

function sizedNames(declarations: readonly WrittenDeclaration[]): readonly string[] {
  return declarations.flatMap(({ property, value }) =>
    hangsOnWindow(value) ? physicalLonghandsOf(property) : [],
  );
}
