import { hangsOnWindow, measureOf, type Measure, type Page, type StyleBlock } from '../page/index.js';
import { parseStyleAttribute, type WrittenDeclaration } from '../sheet/index.js';
import { isInherited, physicalLonghandsOf } from '../value/index.js';
import type { MatchList } from './match-list.js';
import { withFunctions } from './author-functions.js';
import { solutionOf } from './solution.js';
import { askedBy } from './style-queries.js';
import { namesReadIn } from './substitute.js';
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
  const [own, above] = [new Gathered(page), new Gathered(page)];
  for (const target of targets) {
    const { index } = elementOf(target);
    const pseudo = pseudoOf(target);
    for (const list of solution.lists(index, pseudo)) own.addList(list);
    if (!pseudo) own.addRow(index);
    for (let at = pseudo ? index : parent[index]; at >= 0 && above.addRow(at); at = parent[at])
      for (const list of solution.lists(at, '')) above.addList(list);
  }
  const isSized = own.sized.size > 0 || above.sized.size > 0;
  const measures = isSized ? [...own.measures(), ...above.measures()] : [];
  const measure = {
    ofWidth: measures.some(({ ofWidth }) => ofWidth),
    ofHeight: measures.some(({ ofHeight }) => ofHeight),
  };
  return {
    own: own.filed,
    above: above.filed,
    ownSized: own.sized,
    aboveSized: above.sized,
    measure,
    handed: new Set([...own.handed, ...above.handed]),
  };
}

/**
 * The variables that rules for some targets read for any of these longhands, whatever conditions hold, and those that
 * variables are made of, there and on what encloses the targets; what encloses them is asked about inherited longhands too.
 */
export function variablesAround(
  page: Page,
  targets: Iterable<Target>,
  longhands: readonly string[],
): ReadonlySet<string> {
  const solution = solutionOf(page);
  const [own, above] = [new Set<MatchList>(), new Set<MatchList>()];
  const seen = new Set<number>();
  for (const target of targets) {
    const { index } = elementOf(target);
    const pseudo = pseudoOf(target);
    for (const list of solution.lists(index, pseudo)) own.add(list);
    let at = pseudo ? index : page.tree.parent[index];
    for (; at >= 0 && !seen.has(at); at = page.tree.parent[at]) {
      seen.add(at);
      for (const list of solution.lists(at, '')) above.add(list);
    }
  }
  const found = new Set<string>();
  const { styles, overlay } = page;
  const ask = (lists: Iterable<MatchList>, names: readonly string[]) => {
    for (const list of lists)
      for (const name of names)
        for (const variable of withFunctions(readBy(list).get(name) ?? [], overlay?.styles ?? styles))
          found.add(variable);
  };
  ask(own, longhands);
  ask(above, longhands.filter(isInherited));
  // A set that grows is gone through to its end.
  for (const name of found) for (const lists of [own, above]) ask(lists, [name]);
  return found;
}

const readInLists = new WeakMap<MatchList, ReadonlyMap<string, readonly string[]>>();

/** The declarations of a rule that read variables, or stand under queries about them: which, and for what. */
const readings = ofBlock((block) =>
  block.declarations.flatMap(({ property, value }) => {
    const read = [...namesReadIn(value), ...askedBy(block)];
    return read.length ? [{ names: physicalLonghandsOf(property), read }] : [];
  }),
);

/** The variables that the rules of a list read, by the physical longhands and variables that they set. */
function readBy(list: MatchList): ReadonlyMap<string, readonly string[]> {
  let found = readInLists.get(list);
  if (!found) {
    const byName = new Map<string, string[]>();
    for (const block of blocksIn(list))
      for (const { names, read } of readings(block))
        for (const name of names) byName.set(name, [...(byName.get(name) ?? []), ...read]);
    readInLists.set(list, (found = byName));
  }
  return found;
}

/** What lists of rules and style attributes say, each of them once. */
class Gathered {
  readonly filed: ConditionsByLonghand[] = [];
  readonly sized = new Set<string>();
  readonly handed = new Set<string>();
  readonly #lists = new Set<MatchList>();
  readonly #rows = new Set<number>();

  constructor(private readonly page: Page) {}

  addList(list: MatchList): void {
    if (this.#lists.has(list)) return;
    this.#lists.add(list);
    const { filed, sized, handed } = saidBy(list);
    if (filed.size > 0) this.filed.push(filed);
    for (const name of sized) this.sized.add(name);
    for (const name of handed) this.handed.add(name);
  }

  /** Whether the row is a new one. */
  addRow(row: number): boolean {
    if (this.#rows.has(row)) return false;
    this.#rows.add(row);
    const style = this.page.elements[row].attributes.get('style');
    if (style) {
      for (const name of sizedBy.byAttribute(style)) this.sized.add(name);
      for (const name of handedBy.byAttribute(style)) this.handed.add(name);
    }
    return true;
  }

  measures(): Measure[] {
    return measuresOf(this.page, [...this.#lists], [...this.#rows]);
  }
}

/** What the rules of a list say, whatever it is asked for. */
interface Said {
  readonly filed: ConditionsByLonghand;
  readonly sized: readonly string[];
  readonly handed: readonly string[];
}

const known = new WeakMap<MatchList, Said>();

function saidBy(list: MatchList): Said {
  let said = known.get(list);
  if (!said)
    known.set(
      list,
      (said = { filed: file(list), sized: sizedBy.byRules(list), handed: handedBy.byRules(list) }),
    );
  return said;
}

const measured = new WeakMap<MatchList, Measure>();
const measureOfBlock = ofBlock(({ declarations }) =>
  measureOf(declarations.map(({ value }) => value).join(' ')),
);

/** By which sizes of the window rules and style attributes measure anything. */
function measuresOf(page: Page, lists: readonly MatchList[], rows: readonly number[]): Measure[] {
  const ofLists = lists.map((list) => {
    let found = measured.get(list);
    if (!found) {
      const ofBlocks = blocksIn(list).map(measureOfBlock);
      const ofWidth = ofBlocks.some((one) => one.ofWidth);
      const ofHeight = ofBlocks.some((one) => one.ofHeight);
      measured.set(list, (found = { ofWidth, ofHeight }));
    }
    return found;
  });
  return [...ofLists, ...rows.map((row) => measureOf(page.tree.attributes[row].get('style') ?? ''))];
}

const longhandsSet = ofBlock(({ declarations }) => [
  ...new Set(declarations.flatMap(({ property }) => physicalLonghandsOf(property))),
]);

function file(list: MatchList): ConditionsByLonghand {
  const found = new Map<string, Set<number>>();
  for (const block of blocksIn(list)) {
    if (block.condition === 0) continue;
    for (const name of longhandsSet(block)) {
      const numbers = found.get(name);
      if (numbers) numbers.add(block.condition);
      else found.set(name, new Set([block.condition]));
    }
  }
  return found;
}

/** The rules of a list that people have written. */
const blocksIn = ({ applied }: MatchList): StyleBlock[] =>
  applied.flatMap(({ block, owner }) => (owner === 'browser' ? [] : block));

/** What is told of a rule by what it says, once: held states make many lists of the same rules. */
function ofBlock<T extends object>(find: (block: StyleBlock) => T): (block: StyleBlock) => T {
  const known = new WeakMap<StyleBlock, T>();
  return (block) => {
    let found = known.get(block);
    if (!found) known.set(block, (found = find(block)));
    return found;
  };
}

/** Names of longhands that declarations of some kind set, by lists of rules and in style attributes. */
class Naming {
  readonly #ofBlock = ofBlock(({ declarations }) => this.#names(declarations));

  constructor(private readonly isMeant: (value: string) => boolean) {}

  byRules(list: MatchList): readonly string[] {
    return blocksIn(list).flatMap(this.#ofBlock);
  }

  byAttribute(style: string): readonly string[] {
    return this.isMeant(style) ? this.#names(parseStyleAttribute(style).declarations) : [];
  }

  #names(declarations: readonly WrittenDeclaration[]): readonly string[] {
    return declarations.flatMap(({ property, value }) =>
      this.isMeant(value) ? physicalLonghandsOf(property) : [],
    );
  }
}

const sizedBy = new Naming(hangsOnWindow);
const handedBy = new Naming((value) => /inherit|unset/i.test(value));
