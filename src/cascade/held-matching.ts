import type { StyleBlock } from '../page/index.js';
import type { HeldChange, Tree } from '../selector/index.js';
import { setsFlow } from './flow.js';
import {
  areAlike,
  MatchLists,
  strongest,
  type Applied,
  type Matcher,
  type MatchList,
  type RuleOwner,
} from './match-list.js';
import { Matching } from './matching.js';
import { Mentions } from './mentions.js';
import { RuleIndex } from './rule-index.js';

/** Rules of one owner, with what each names. */
interface Filed {
  readonly owner: RuleOwner;
  readonly blocks: readonly StyleBlock[];
  readonly mentions: Mentions;
}

/** The rules that a change can be told by, filed for themselves. */
export interface Told {
  readonly blocks: ReadonlySet<StyleBlock>;
  readonly indexes: readonly RuleIndex[];
  /** Whether any of them may turn the flow. */
  readonly setsFlow: boolean;
}

/** Finds the rules that a held state may make match something else; those of equal changes are found once. */
export class ToldApart {
  readonly #filed: readonly Filed[];
  readonly #known = new Map<string, Told>();
  /** Looked at first: a change is asked about for one target after the other. */
  readonly #byChange = new WeakMap<HeldChange, Told>();

  constructor(owners: readonly { readonly owner: RuleOwner; readonly blocks: readonly StyleBlock[] }[]) {
    this.#filed = owners.map(({ owner, blocks }) => ({ owner, blocks, mentions: new Mentions(blocks) }));
  }

  by(change: HeldChange): Told {
    let told = this.#byChange.get(change);
    if (!told) this.#byChange.set(change, (told = this.#find(change)));
    return told;
  }

  #find(change: HeldChange): Told {
    const key = [change.classes, change.attributes, change.states]
      .map((set) => [...set].sort().join())
      .join(' ');
    let told = this.#known.get(key);
    if (!told) {
      const each = this.#filed.map(({ owner, mentions }) => ({ owner, touched: mentions.of(change) }));
      const blocks = new Set(each.flatMap(({ touched }) => [...touched]));
      told = {
        blocks,
        setsFlow: [...blocks].some(setsFlow),
        indexes: each.map(({ owner, touched }) => new RuleIndex([...touched], owner)),
      };
      this.#known.set(key, told);
    }
    return told;
  }
}

/**
 * Which rules match while states are held: what matched without them, but for the rules that name what they change. Only
 * those are asked again, and only of the elements that somebody looks at.
 */
export class HeldMatching implements Matcher {
  readonly #lists = new Map<string, (MatchList | undefined)[]>();
  readonly #made = new MatchLists();
  readonly flowsAs?: Matcher;
  readonly #rest = new Map<MatchList, readonly Applied[]>();
  readonly bare;

  constructor(tree: Tree, without: Matcher, told: Told) {
    const again = new Matching(tree, told.indexes, true);
    this.bare = { matcher: without, touched: told.blocks, again };
    if (!told.setsFlow) this.flowsAs = without.flowsAs ?? without;
  }

  get pseudos(): ReadonlySet<string> {
    return this.bare.matcher.pseudos;
  }

  list(row: number, pseudo: string): MatchList {
    let lists = this.#lists.get(pseudo);
    if (!lists) this.#lists.set(pseudo, (lists = []));
    return (lists[row] ??= this.#find(row, pseudo));
  }

  #find(row: number, pseudo: string): MatchList {
    const { matcher, again } = this.bare;
    const before = matcher.list(row, pseudo);
    const rest = this.#untouched(before);
    const { applied } = again.list(row, pseudo);
    const all = applied.length ? strongest([...rest, ...applied]) : rest;
    // Where the states change nothing it is the very same list, and all that was worked out of that holds on.
    return areAlike(all, before.applied) ? before : this.#made.of(all);
  }

  #untouched(list: MatchList): readonly Applied[] {
    let rest = this.#rest.get(list);
    if (!rest)
      this.#rest.set(list, (rest = list.applied.filter(({ block }) => !this.bare.touched.has(block))));
    return rest;
  }
}
