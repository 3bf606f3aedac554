import type { Scope } from '../page/index.js';
import {
  matchContext,
  matches,
  matchesAny,
  matchesNames,
  rowsAmong,
  statesHold,
  type SeenPart,
  type MatchContext,
  type Selector,
  type Tree,
} from '../selector/index.js';
import { Kinds } from './kinds.js';
import { MatchLists, strongest, type Applied, type Matcher, type MatchList } from './match-list.js';
import type { Bucket, IndexedRule, RuleIndex } from './rule-index.js';
import { AncestorNames, namesOf, Presence, Sieve } from './sieve.js';

/** What is settled for all elements of one situation, and the lists that the rest makes of it. */
interface Settled {
  readonly applied: readonly Applied[];
  /** To be asked of each element. */
  readonly around: readonly IndexedRule[];
  readonly lists: Branch;
}

/** What the rules that were asked of an element one by one make of the settled ones. */
interface Branch {
  list?: MatchList;
  next?: Map<Applied, Branch>;
}

/** Below all trees into which something may be assigned stands its own shadow tree. */
const innermost = -1_000_000;

/** Up to this many selectors are asked of each element by themselves. */
const fewRules = 60;
const none: readonly never[] = [];

/**
 * Which rules of some sheets match which targets of one tree, whatever the media queries around them say:
 * so one matching serves all widths. Each target is matched when it is first asked for; elements of one kind
 * and one situation share what was found out (see `Kinds`).
 */
export class Matching implements Matcher {
  readonly #lists = new Map<string, (MatchList | undefined)[]>();
  readonly #settled = new Map<string, (Settled | undefined)[]>();
  readonly #made = new MatchLists();
  readonly #scoped = new Map<IndexedRule, Map<number, Applied>>();
  readonly #scopeRoots = new Map<Scope, Map<number, boolean>>();
  readonly #ancestors?: AncestorNames;
  readonly #contexts: MatchContext[] = [];
  readonly #reaching = new Map<IndexedRule, Map<number, Applied>>();
  readonly #sieves = new Map<readonly IndexedRule[], Sieve>();
  /** Not worth working out for a few rules, which are asked of each element as they are. */
  readonly #sharing?: { readonly presence: Presence; readonly kinds: Kinds; readonly own: Uint8Array };

  constructor(
    private readonly tree: Tree,
    private readonly indexes: readonly RuleIndex[],
    /** Where only few elements will be asked for, working out what they share takes longer than it saves. */
    asksFew = false,
  ) {
    if (!asksFew) this.#ancestors = new AncestorNames(tree);
    const selectors = asksFew ? none : indexes.flatMap((index) => index.selectors);
    if (selectors.length > fewRules)
      this.#sharing = {
        presence: new Presence(tree),
        kinds: new Kinds(tree, selectors),
        own: new Uint8Array(tree.names.size),
      };
  }

  /** The pseudo-elements that any rule is for, and '' for the elements themselves. */
  get pseudos(): ReadonlySet<string> {
    return new Set(
      this.indexes.flatMap(({ buckets, hosts, slotted, parts }) => [
        ...buckets.keys(),
        ...[...hosts, ...slotted, ...parts].map(({ selector }) => selector.pseudo),
      ]),
    );
  }

  get rows(): readonly number[] | undefined {
    const { tree } = this;
    // From their own trees rules reach into others.
    if (tree.roots.length > 1) return undefined;
    return rowsAmong(
      tree,
      this.indexes.flatMap(({ selectors }) => selectors),
    );
  }

  /** The list for an element (`pseudo` '') or its pseudo-element. */
  list(row: number, pseudo: string): MatchList {
    const lists = rowsOf(this.#lists, pseudo);
    return (lists[row] ??= this.#find(row, pseudo));
  }

  #find(row: number, pseudo: string): MatchList {
    if (!this.#sharing) return this.#findAmongFew(row, pseudo);
    const { applied, around, lists } = this.#settledFor(row, pseudo);
    let at = lists;
    let found: Applied[] | undefined;
    for (const rule of around) {
      const one = this.#match(rule, row);
      if (!one) continue;
      (found ??= []).push(one);
      at = stepTo(at, one);
    }
    return (at.list ??= this.#listOf(found ? [...applied, ...found] : applied));
  }

  #findAmongFew(row: number, pseudo: string): MatchList {
    let found: Applied[] | undefined;
    for (const { buckets } of this.indexes) {
      const bucket = buckets.get(pseudo);
      if (!bucket) continue;
      this.#eachFiled(bucket, row, (rules) => {
        for (const rule of rules) {
          if (rule.needs.length) this.#ancestors?.moveTo(row);
          if (this.#ancestors?.hasAll(rule.needs) === false) continue;
          const one = this.#match(rule, row);
          if (one) (found ??= []).push(one);
        }
      });
    }
    return this.#listOf(found ?? none);
  }

  /** The one list of these rules, each block by its strongest selector. */
  #listOf(found: readonly Applied[]): MatchList {
    return this.#made.of(strongest(found));
  }

  #settledFor(row: number, pseudo: string): Settled {
    const all = rowsOf(this.#settled, pseudo);
    return (all[this.#sharing!.kinds.situationOf(row)] ??= this.#settle(row, pseudo));
  }

  /** All elements of a situation have the same names that rules ask for, and on the same ancestors. */
  #settle(row: number, pseudo: string): Settled {
    const applied: Applied[] = [];
    const around: IndexedRule[] = [];
    for (const rule of this.#sifted(row, pseudo)) {
      const { selector, block } = rule;
      const last = selector.compounds[selector.compounds.length - 1];
      if (!matchesNames(last, row, this.tree) || !this.#ancestors!.hasAll(rule.needs)) continue;
      if (rule.looksAround || block.scope) around.push(rule);
      else if (matches(selector, row, this.#contextOf(row))) applied.push(this.#plainly(rule));
    }
    return { applied, around, lists: {} };
  }

  /** The rules filed under any name of the element that pass their sieves, in no order. */
  #sifted(row: number, pseudo: string): readonly IndexedRule[] {
    const { own } = this.#sharing!;
    const ancestors = this.#ancestors!;
    const names = namesOf(this.tree, row);
    const passed: IndexedRule[] = [];
    ancestors.moveTo(row);
    for (const name of names) own[name] = 1;
    for (const { buckets } of this.indexes) {
      const bucket = buckets.get(pseudo);
      if (!bucket) continue;
      this.#eachFiled(bucket, row, (rules, key) =>
        this.#sieveOf(rules, key).sift(own, ancestors.counts, passed),
      );
    }
    for (const name of names) own[name] = 0;
    return passed;
  }

  /** The lists of rules filed under the names of the element, those under a tag, an id or a class with its number. */
  #eachFiled(
    { byName, byAttribute, roots, others }: Bucket,
    row: number,
    take: (rules: readonly IndexedRule[], key?: number) => void,
  ): void {
    const { tree } = this;
    take(others);
    for (const name of namesOf(tree, row)) {
      const rules = byName[name];
      if (rules) take(rules, name);
    }
    if (byAttribute.size)
      for (const name of tree.attributes[row].keys()) {
        const rules = byAttribute.get(name.toLowerCase());
        if (rules) take(rules);
      }
    if (row === 0) take(roots);
  }

  /** Of the rules that may match in this tree at all; most of a framework's rules never do. */
  #sieveOf(rules: readonly IndexedRule[], key: number | undefined): Sieve {
    const { presence } = this.#sharing!;
    let sieve = this.#sieves.get(rules);
    if (!sieve) {
      const alive = rules.filter(({ selector }) => presence.mayMatch(selector));
      this.#sieves.set(rules, (sieve = new Sieve(alive, key, presence.carriers)));
    }
    return sieve;
  }

  #match(rule: IndexedRule, row: number): Applied | undefined {
    if (rule.block.scope) return this.#matchInScope(rule, row);
    return matches(rule.selector, row, this.#contextOf(row)) ? this.#plainly(rule) : undefined;
  }

  /** For rules that stand in the same tree as an element. */
  #contextOf(row: number): MatchContext {
    const home = this.tree.root[row];
    return (this.#contexts[home] ??= matchContext(this.tree, home));
  }

  /** What the rules of the tree `home` say of its host. */
  ofHost(home: number, pseudo: string): Applied[] {
    const { host } = this.tree.roots[home];
    return this.#reached(({ hosts }) => hosts, pseudo, {
      context: innermost,
      reaches: (rule) => this.#matchesFrom(rule, host, home),
    });
  }

  /** What the rules of a slot's tree say of an element that it shows, `depth` trees further in. */
  ofSlotted(row: number, slot: number, depth: number, pseudo: string): Applied[] {
    const own = this.#contextOf(row);
    return this.#reached(({ slotted }) => slotted, pseudo, {
      context: -depth,
      reaches: (rule) => {
        const { through } = rule.selector;
        return (
          through?.kind === 'slotted' &&
          matchesAny(through.list, row, own) &&
          this.#matchesFrom(rule, slot, this.tree.root[slot])
        );
      },
    });
  }

  /** What the rules of the tree `home` say of a part of one of its hosts, or of its own host. */
  ofPart(row: number, { host, names, out }: SeenPart, home: number, pseudo: string): Applied[] {
    const own = this.#contextOf(row);
    const isOwnHost = this.tree.root[row] === home;
    return this.#reached(({ parts }) => parts, pseudo, {
      context: isOwnHost ? 0 : out,
      reaches: (rule) => {
        const { selector } = rule;
        return (
          selector.through?.kind === 'part' &&
          // From inside, engines take `:host::part()` as it is written, and nothing that stands for it.
          (!isOwnHost || selector.compounds.at(-1)!.tests.some(({ kind }) => kind === 'host')) &&
          selector.through.names.every((name) => names.includes(name)) &&
          statesHold(selector, row, own) &&
          this.#matchesFrom(rule, host, home)
        );
      },
    });
  }

  #matchesFrom(rule: IndexedRule, row: number, home: number): boolean {
    const { selector, block } = rule;
    if (block.scope) return this.#proximity(selector, block.scope, row, home) !== undefined;
    return matches(selector, row, (this.#contexts[home] ??= matchContext(this.tree, home)));
  }

  #reached(
    filed: (index: RuleIndex) => readonly IndexedRule[],
    pseudo: string,
    asked: { readonly context: number; readonly reaches: (rule: IndexedRule) => boolean },
  ): Applied[] {
    const { context, reaches } = asked;
    const found = this.indexes.flatMap((index) =>
      filed(index).flatMap((rule) =>
        rule.selector.pseudo === pseudo && reaches(rule) ? [this.#fromAfar(rule, context)] : [],
      ),
    );
    return strongest(found);
  }

  #fromAfar(rule: IndexedRule, context: number): Applied {
    const { block, selector, owner } = rule;
    let byContext = this.#reaching.get(rule);
    if (!byContext) this.#reaching.set(rule, (byContext = new Map()));
    let applied = byContext.get(context);
    if (!applied)
      byContext.set(context, (applied = { block, selector, proximity: -Infinity, owner, context }));
    return applied;
  }

  #plainly(rule: IndexedRule): Applied {
    const { block, selector, owner } = rule;
    return (rule.plainly ??= { block, selector, proximity: -Infinity, owner, context: 0 });
  }

  #matchInScope(rule: IndexedRule, row: number): Applied | undefined {
    const { block, selector, owner } = rule;
    const proximity = this.#proximity(selector, block.scope!, row, this.tree.root[row]);
    if (proximity === undefined) return undefined;
    let byProximity = this.#scoped.get(rule);
    if (!byProximity) this.#scoped.set(rule, (byProximity = new Map()));
    let applied = byProximity.get(proximity);
    if (!applied) byProximity.set(proximity, (applied = { block, selector, proximity, owner, context: 0 }));
    return applied;
  }

  /** CSS Cascade 6 §2.5: the nearest root that has the element in scope and makes the selector match. */
  #proximity(selector: Selector, scope: Scope, row: number, home: number): number | undefined {
    const { tree } = this;
    for (let up = row, steps = 0; up >= 0; up = this.#above(up, home), steps++) {
      if (!this.#isRoot(scope, up, home)) continue;
      const context = { tree, scopeRoot: up, anchor: -1, home };
      if (!this.#isInScope(row, up, scope, context) || !this.#isReached(scope, up, row, home)) continue;
      if (matches(selector, row, context)) return -steps;
    }
    return undefined;
  }

  /** The host counts as what encloses a shadow tree, for the rules of that tree. */
  #above(row: number, home: number): number {
    const { parent, root, roots } = this.tree;
    if (root[row] !== home) return -1;
    return parent[row] >= 0 ? parent[row] : roots[home].host;
  }

  /**
   * Whether a root of a nested scope counts for an element: the root of the outer scope by which it is one has
   * the element in scope too, so that what an outer scope shuts out stays out of the scopes inside it.
   */
  #isReached(scope: Scope, root: number, row: number, home: number): boolean {
    const { parent: outer, roots } = scope;
    if (!outer) return true;
    const { tree } = this;
    for (let up = root; up >= 0; up = this.#above(up, home)) {
      if (!this.#isRoot(outer, up, home)) continue;
      const context = { tree, scopeRoot: up, anchor: -1, home };
      const isBegun = !roots || matchesAny(roots, root, context);
      if (isBegun && this.#isInScope(row, up, outer, context) && this.#isReached(outer, up, row, home))
        return true;
    }
    return false;
  }

  #isInScope(row: number, root: number, scope: Scope, context: MatchContext): boolean {
    if (!scope.limits.length) return true;
    for (let up = row; up >= 0; up = this.#above(up, context.home)) {
      if (matchesAny(scope.limits, up, context)) return false;
      if (up === root) return true;
    }
    return true;
  }

  /** Each is found out once for each element, seen from each tree. */
  #isRoot(scope: Scope, row: number, home: number): boolean {
    let known = this.#scopeRoots.get(scope);
    if (!known) this.#scopeRoots.set(scope, (known = new Map()));
    const key = home * this.tree.size + row;
    let isRoot = known.get(key);
    if (isRoot === undefined) known.set(key, (isRoot = this.#beginsAt(scope, row, home)));
    return isRoot;
  }

  #beginsAt(scope: Scope, row: number, home: number): boolean {
    if (!scope.roots) return row === (scope.rootElement?.index ?? Math.max(0, this.tree.roots[home].host));
    if (scope.parent)
      return scope.roots.some(
        (selector) => this.#proximity(selector, scope.parent!, row, home) !== undefined,
      );
    return matchesAny(scope.roots, row, matchContext(this.tree, home));
  }
}

function rowsOf<T>(columns: Map<string, T[]>, pseudo: string): T[] {
  let rows = columns.get(pseudo);
  if (!rows) columns.set(pseudo, (rows = []));
  return rows;
}

function stepTo(branch: Branch, one: Applied): Branch {
  const steps = (branch.next ??= new Map());
  let next = steps.get(one);
  if (!next) steps.set(one, (next = {}));
  return next;
}
