import { hangsOnWindow, measureOf, type Measure, type Page, type PageElement } from '../page/index.js';
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
  /** By which of its sizes. */
  readonly measure: Measure;
  /** The longhands that any of them take from the parent by name, `inherit`. */
  readonly handed: ReadonlySet<string>;
}

/** [] where no rule stands under a condition. */
export function conditionsAround(page: Page, targets: Iterable<Target>): ConditionsAround {
  const solution = solutionOf(page);
  const { parent } = page.tree;
  const [own, above] = [new Set<MatchList>(), new Set<MatchList>()];
  const [ownSized, aboveSized] = [new Set<string>(), new Set<string>()];
  const handed = new Set<string>();
  const rows = new Set<number>();
  const climbed = new Set<number>();
  for (const target of targets) {
    const { index } = elementOf(target);
    const pseudo = pseudoOf(target);
    rows.add(index);
    for (const list of solution.lists(index, pseudo)) own.add(list);
    if (!pseudo) for (const name of handedDown.byAttribute(page.elements[index])) handed.add(name);
    if (!pseudo) for (const name of sized.byAttribute(page.elements[index])) ownSized.add(name);
    for (let at = pseudo ? index : parent[index]; at >= 0 && !climbed.has(at); at = parent[at]) {
      climbed.add(at);
      for (const list of solution.lists(at, '')) above.add(list);
      for (const name of sized.byAttribute(page.elements[at])) aboveSized.add(name);
      for (const name of handedDown.byAttribute(page.elements[at])) handed.add(name);
    }
  }
  for (const list of own) for (const name of sized.byRules(list)) ownSized.add(name);
  for (const list of above) for (const name of sized.byRules(list)) aboveSized.add(name);
  for (const list of [...own, ...above]) for (const name of handedDown.byRules(list)) handed.add(name);
  const isSized = ownSized.size > 0 || aboveSized.size > 0;
  const measures = isSized ? measuresOf(page, [...own, ...above], [...rows, ...climbed]) : [];
  const measure = {
    ofWidth: measures.some(({ ofWidth }) => ofWidth),
    ofHeight: measures.some(({ ofHeight }) => ofHeight),
  };
  return { own: allFiled(own), above: allFiled(above), ownSized, aboveSized, measure, handed };
}

const measured = new WeakMap<MatchList, Measure>();

/** By which sizes of the window rules and style attributes measure anything. */
function measuresOf(page: Page, lists: readonly MatchList[], rows: readonly number[]): Measure[] {
  const ofLists = lists.map((list) => {
    let found = measured.get(list);
    if (!found) {
      const values = list.applied.flatMap(({ block, owner }) =>
        owner === 'browser' ? [] : block.declarations.map(({ value }) => value),
      );
      measured.set(list, (found = measureOf(values.join(' '))));
    }
    return found;
  });
  return [...ofLists, ...rows.map((row) => measureOf(page.tree.attributes[row].get('style') ?? ''))];
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

/** Names of longhands that declarations of some kind set, by lists of rules and in style attributes. */
class Naming {
  readonly #known = new WeakMap<MatchList, readonly string[]>();

  constructor(private readonly isMeant: (value: string) => boolean) {}

  byRules(list: MatchList): readonly string[] {
    let found = this.#known.get(list);
    if (!found) {
      const declarations = list.applied.flatMap(({ block, owner }) =>
        owner === 'browser' ? [] : block.declarations,
      );
      this.#known.set(list, (found = this.#names(declarations)));
    }
    return found;
  }

  byAttribute({ attributes }: PageElement): readonly string[] {
    const style = attributes.get('style');
    return style && this.isMeant(style) ? this.#names(parseStyleAttribute(style).declarations) : [];
  }

  #names(declarations: readonly WrittenDeclaration[]): readonly string[] {
    return declarations.flatMap(({ property, value }) =>
      this.isMeant(value) ? physicalLonghandsOf(property) : [],
    );
  }
}

const sized = new Naming(hangsOnWindow);
const handedDown = new Naming((value) => /inherit|unset/i.test(value));
