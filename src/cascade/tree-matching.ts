import { ownParts, partsSeen, slotsOf, type Tree } from '../selector/index.js';
import { MatchLists, type Applied, type Matcher, type MatchList } from './match-list.js';
import type { Matching } from './matching.js';

/**
 * The rules of a document and of its shadow trees together: each counts in its own tree, and reaches out of it to the host
 * (`:host`), to what a slot shows (`::slotted()`) and into parts of hosts (`::part()`), CSS Scoping 1 §3 and CSS Shadow
 * Parts 1 §3.
 */
export class TreeMatching implements Matcher {
  readonly #lists = new Map<string, (MatchList | undefined)[]>();
  readonly #made = new MatchLists();
  /** What is of one tree alone, as it is numbered here. */
  readonly #same = new Map<MatchList, MatchList>();

  constructor(
    private readonly tree: Tree,
    /** By number of the tree; undefined for one without rules. Trees of one component share theirs. */
    private readonly matchingOf: (tree: number) => Matching | undefined,
  ) {}

  get pseudos(): ReadonlySet<string> {
    return new Set(this.tree.roots.flatMap((_, number) => [...(this.matchingOf(number)?.pseudos ?? [])]));
  }

  list(row: number, pseudo: string): MatchList {
    let lists = this.#lists.get(pseudo);
    if (!lists) this.#lists.set(pseudo, (lists = []));
    return (lists[row] ??= this.#find(row, pseudo));
  }

  #find(row: number, pseudo: string): MatchList {
    const own = this.matchingOf(this.tree.root[row])?.list(row, pseudo);
    const reaching = this.#reaching(row, pseudo);
    if (reaching.length || !own) return this.#made.of([...(own?.applied ?? []), ...reaching]);
    let same = this.#same.get(own);
    if (!same) this.#same.set(own, (same = this.#made.of(own.applied)));
    return same;
  }

  #reaching(row: number, pseudo: string): Applied[] {
    const { tree } = this;
    const found: Applied[] = [];
    const home = tree.root[row];
    if (home > 0) {
      const seen = partsSeen(tree, row);
      for (const part of seen) {
        const outside = tree.root[part.host];
        found.push(...(this.matchingOf(outside)?.ofPart(row, part, outside, pseudo) ?? []));
      }
      // `:host::part()`, from inside.
      const names = ownParts(tree, row);
      const own = { host: tree.roots[home].host, out: 0, names };
      if (names.length) found.push(...(this.matchingOf(home)?.ofPart(row, own, home, pseudo) ?? []));
    }
    // A slot that another slot shows is not what is shown; in the document it is like any element.
    const slots = home > 0 && tree.tagOf(row) === 'slot' ? [] : slotsOf(tree, row);
    slots.forEach((slot, i) => {
      found.push(...(this.matchingOf(tree.root[slot])?.ofSlotted(row, slot, i + 1, pseudo) ?? []));
    });
    const shadow = tree.shadow(row);
    if (shadow >= 0) found.push(...(this.matchingOf(shadow)?.ofHost(shadow, pseudo) ?? []));
    return found;
  }
}
