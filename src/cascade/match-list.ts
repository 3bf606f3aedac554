import type { StyleBlock } from '../page/index.js';
import { packSpecificity, type Selector } from '../selector/index.js';

export type RuleOwner = 'browser' | 'platform' | 'draft';

/** A block that matches a target, by the most specific of its selectors that do. */
export interface Applied {
  readonly block: StyleBlock;
  readonly selector: Selector;
  /** Steps up to the scope's root, negative; −∞ without a scope. */
  readonly proximity: number;
  readonly owner: RuleOwner;
  /**
   * Where the rule's tree stands, seen from the target's own: 0 for that one, greater further out, less further in (the
   * context of CSS Cascade 5 §6.1).
   */
  readonly context: number;
}

/** The blocks that match a target, in order of appearance. Equal lists of one matcher are one object. */
export interface MatchList {
  /** Another for each list of a program. */
  readonly id: number;
  readonly applied: readonly Applied[];
}

/** Which rules match which targets. */
export interface Matcher {
  /** The pseudo-elements that any rule is for, and '' for the elements themselves. */
  readonly pseudos: ReadonlySet<string>;
  /** Another in which the same rules set writing modes and directions, and which knows more lists; itself without one. */
  readonly flowsAs?: Matcher;
  /** Where states are held: what matches without them, and the rules of which that says nothing. */
  readonly bare?: {
    readonly matcher: Matcher;
    readonly touched: ReadonlySet<StyleBlock>;
    readonly again: Matcher;
  };
  /** Among which rows all are that any rule matches, in the order of the tree; undefined where names do not tell. */
  readonly rows?: readonly number[];
  /** The list for an element (`pseudo` '') or its pseudo-element. */
  list(row: number, pseudo: string): MatchList;
}

/** Each block by its strongest selector, in order of appearance. */
export function strongest(found: readonly Applied[]): Applied[] {
  const sorted = found.toSorted(compareApplied);
  // The strongest of a block's selectors stands last.
  return sorted.filter((one, i) => sorted[i + 1]?.block !== one.block);
}

let made = 0;

/** Lists of rules, of which equal ones are one object. */
export class MatchLists {
  readonly #byHash = new Map<number, MatchList[]>();

  of(applied: readonly Applied[]): MatchList {
    let hash = applied.length;
    for (const { block } of applied) hash = (Math.imul(hash, 31) + block.order) | 0;
    const known = this.#byHash.get(hash);
    const same = known?.find((list) => areSame(list.applied, applied));
    if (same) return same;
    const list = { id: made++, applied };
    if (known) known.push(list);
    else this.#byHash.set(hash, [list]);
    return list;
  }
}

function areSame(some: readonly Applied[], others: readonly Applied[]): boolean {
  if (some.length !== others.length) return false;
  for (let i = 0; i < some.length; i++) if (some[i] !== others[i]) return false;
  return true;
}

/** Whether the same rules stand in both, each by the same of its selectors. */
export function areAlike(some: readonly Applied[], others: readonly Applied[]): boolean {
  return some.length === others.length && some.every((one, i) => isAlike(one, others[i]));
}

/** Whether it is the same rule, by the same of its selectors. */
export const isAlike = (one: Applied, other: Applied): boolean =>
  one.block === other.block &&
  one.selector === other.selector &&
  one.proximity === other.proximity &&
  one.context === other.context;

/** The browser's rules, then the others, by order of appearance; within a block the stronger and nearer selector last. */
function compareApplied(a: Applied, b: Applied): number {
  if (a.owner !== b.owner) return a.owner === 'browser' ? -1 : 1;
  return (
    a.block.order - b.block.order ||
    packSpecificity(a.selector.specificity) - packSpecificity(b.selector.specificity) ||
    (a.proximity === b.proximity ? 0 : a.proximity - b.proximity)
  );
}
