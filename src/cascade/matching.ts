import type { PageElement, Scope, StyleBlock } from '../page/index.js';
import {
  matchContext,
  matches,
  matchesAny,
  packSpecificity,
  type MatchContext,
  type Selector,
  type Tree,
} from '../selector/index.js';
import { AncestorNames, Presence, type Bucket, type IndexedRule, type RuleIndex } from './rule-index.js';
import type { Target } from './types.js';

export type RuleOwner = 'browser' | 'platform' | 'draft';

/** A block that matches a target, by the most specific of its selectors that do. */
export interface Applied {
  readonly block: StyleBlock;
  readonly selector: Selector;
  /** Steps up to the scope's root, negative; −∞ without a scope. */
  readonly proximity: number;
  readonly owner: RuleOwner;
}

/** The blocks that match a target, in order of appearance. Equal lists are one object. */
export interface MatchList {
  readonly id: number;
  readonly applied: readonly Applied[];
}

interface Branch {
  list?: MatchList;
  readonly next: Map<Applied, Branch>;
}

/**
 * Which rules of some sheets match which targets of one tree, whatever the media queries around them say:
 * so one matching serves all widths. Each target is matched when it is first asked for.
 */
export class Matching {
  readonly #lists = new Map<string, (MatchList | undefined)[]>();
  readonly #root: Branch = { next: new Map() };
  readonly #plain = new Map<IndexedRule, Applied>();
  readonly #scoped = new Map<IndexedRule, Map<number, Applied>>();
  readonly #scopeRoots = new Map<Scope, ReadonlySet<number>>();
  readonly #ancestors: AncestorNames;
  readonly #context: MatchContext;
  readonly #presence: Presence;
  readonly #alive = new Map<readonly IndexedRule[], readonly IndexedRule[]>();
  #count = 0;
  #targets?: ReadonlyMap<StyleBlock, readonly Target[]>;

  constructor(
    private readonly tree: Tree,
    private readonly indexes: readonly { readonly owner: RuleOwner; readonly index: RuleIndex }[],
  ) {
    this.#ancestors = new AncestorNames(tree);
    this.#context = matchContext(tree);
    this.#presence = new Presence(tree);
  }

  /** The list for an element (`pseudo` '') or its pseudo-element. */
  list(row: number, pseudo: string): MatchList {
    let lists = this.#lists.get(pseudo);
    if (!lists) this.#lists.set(pseudo, (lists = []));
    return (lists[row] ??= this.#find(row, pseudo));
  }

  /** All targets by block, in document order; for few rules, as it asks every element. */
  targets(elementAt: (row: number) => PageElement): ReadonlyMap<StyleBlock, readonly Target[]> {
    if (this.#targets) return this.#targets;
    const targets = new Map<StyleBlock, Target[]>();
    const pseudos = new Set(this.indexes.flatMap(({ index }) => [...index.buckets.keys()]));
    for (let row = 0; row < this.tree.size; row++) {
      for (const pseudo of pseudos) {
        for (const { block } of this.list(row, pseudo).applied) {
          const target: Target = pseudo ? { element: elementAt(row), pseudo } : elementAt(row);
          const known = targets.get(block);
          if (known) known.push(target);
          else targets.set(block, [target]);
        }
      }
    }
    return (this.#targets = targets);
  }

  #find(row: number, pseudo: string): MatchList {
    this.#ancestors.moveTo(row);
    const applied: Applied[] = [];
    for (const { owner, index } of this.indexes) {
      const bucket = index.buckets.get(pseudo);
      if (!bucket) continue;
      const found: Applied[] = [];
      this.#collect(bucket, row, owner, found);
      found.sort(compareApplied);
      // The strongest of a block's selectors stands last.
      for (let i = 0; i < found.length; i++)
        if (found[i + 1]?.block !== found[i].block) applied.push(found[i]);
    }
    let branch = this.#root;
    for (const one of applied) {
      let next = branch.next.get(one);
      if (!next) branch.next.set(one, (next = { next: new Map() }));
      branch = next;
    }
    return (branch.list ??= { id: this.#count++, applied });
  }

  #collect(bucket: Bucket, row: number, owner: RuleOwner, found: Applied[]): void {
    const { tree } = this;
    const { byName, byAttribute } = bucket;
    const take = (rules: readonly IndexedRule[] | undefined): void => {
      if (!rules) return;
      for (const rule of this.#live(rules)) {
        const applied = this.#match(rule, row, owner);
        if (applied) found.push(applied);
      }
    };
    if (tree.id[row] >= 0) take(byName[tree.id[row]]);
    for (const name of tree.classes[row]) take(byName[name]);
    take(byName[tree.tag[row]]);
    if (byAttribute.size)
      for (const name of tree.attributes[row].keys()) take(byAttribute.get(name.toLowerCase()));
    if (row === 0) take(bucket.roots);
    take(bucket.others);
  }

  /** The rules of a list that may match in this tree; most of a framework's rules never do. */
  #live(rules: readonly IndexedRule[]): readonly IndexedRule[] {
    let live = this.#alive.get(rules);
    if (!live)
      this.#alive.set(rules, (live = rules.filter(({ selector }) => this.#presence.mayMatch(selector))));
    return live;
  }

  #match(rule: IndexedRule, row: number, owner: RuleOwner): Applied | undefined {
    if (!this.#ancestors.hasAll(rule.needs)) return undefined;
    const { block, selector } = rule;
    if (block.scope) return this.#matchInScope(rule, row, owner);
    if (!matches(selector, row, this.#context)) return undefined;
    let applied = this.#plain.get(rule);
    if (!applied) this.#plain.set(rule, (applied = { block, selector, proximity: -Infinity, owner }));
    return applied;
  }

  #matchInScope(rule: IndexedRule, row: number, owner: RuleOwner): Applied | undefined {
    const { block, selector } = rule;
    const proximity = this.#proximity(selector, block.scope!, row);
    if (proximity === undefined) return undefined;
    let byProximity = this.#scoped.get(rule);
    if (!byProximity) this.#scoped.set(rule, (byProximity = new Map()));
    let applied = byProximity.get(proximity);
    if (!applied) byProximity.set(proximity, (applied = { block, selector, proximity, owner }));
    return applied;
  }

  /** CSS Cascade 6 §2.5: the nearest root that has the element in scope and makes the selector match. */
  #proximity(selector: Selector, scope: Scope, row: number): number | undefined {
    const roots = this.#rootsOf(scope);
    const { tree } = this;
    for (let up = row, steps = 0; up >= 0; up = tree.parent[up], steps++) {
      if (!roots.has(up)) continue;
      const context = { tree, scopeRoot: up, anchor: -1 };
      if (this.#isInScope(row, up, scope, context) && matches(selector, row, context)) return -steps;
    }
    return undefined;
  }

  #isInScope(row: number, root: number, scope: Scope, context: MatchContext): boolean {
    if (!scope.limits.length) return true;
    for (let up = row; up >= 0; up = this.tree.parent[up]) {
      if (matchesAny(scope.limits, up, context)) return false;
      if (up === root) return true;
    }
    return true;
  }

  #rootsOf(scope: Scope): ReadonlySet<number> {
    const known = this.#scopeRoots.get(scope);
    if (known) return known;
    const roots = new Set<number>();
    for (let row = 0; row < this.tree.size; row++) {
      const isRoot = !scope.roots
        ? row === (scope.rootElement?.index ?? 0)
        : scope.parent
          ? scope.roots.some((selector) => this.#proximity(selector, scope.parent!, row) !== undefined)
          : matchesAny(scope.roots, row, this.#context);
      if (isRoot) roots.add(row);
    }
    this.#scopeRoots.set(scope, roots);
    return roots;
  }
}

/** By order of appearance; within a block the stronger and nearer selector last. */
function compareApplied(a: Applied, b: Applied): number {
  return (
    a.block.order - b.block.order ||
    packSpecificity(a.selector.specificity) - packSpecificity(b.selector.specificity) ||
    (a.proximity === b.proximity ? 0 : a.proximity - b.proximity)
  );
}
