import type { StyleBlock } from '../page/index.js';
import { MatchLists, type Applied, type Matcher, type MatchList } from './match-list.js';

/** What matches where one rule has more declarations than it had: the same targets, and the rule as it is now. */
export class MendedMatching implements Matcher {
  readonly #made = new MatchLists();
  readonly #lists = new Map<MatchList, MatchList>();
  readonly #mended = new Map<Applied, Applied>();

  constructor(
    private readonly before: Matcher,
    private readonly block: StyleBlock,
    private readonly mended: StyleBlock,
  ) {}

  get pseudos(): ReadonlySet<string> {
    return this.before.pseudos;
  }

  list(row: number, pseudo: string): MatchList {
    const before = this.before.list(row, pseudo);
    let list = this.#lists.get(before);
    if (!list) this.#lists.set(before, (list = this.#mend(before)));
    return list;
  }

  #mend(before: MatchList): MatchList {
    if (!before.applied.some(({ block }) => block === this.block)) return before;
    const applied = before.applied.map((one) => (one.block === this.block ? this.#asNow(one) : one));
    return this.#made.of(applied);
  }

  /** Equal lists have the very same parts. */
  #asNow(one: Applied): Applied {
    let now = this.#mended.get(one);
    if (!now) this.#mended.set(one, (now = { ...one, block: this.mended }));
    return now;
  }
}
