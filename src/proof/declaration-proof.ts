import { isFirmlyUndone, isOvertaken, isUnbeaten, type Declaration } from '../cascade/index.js';
import type { Held, HeldLooks, Look, Page, StyleBlock } from '../page/index.js';
import type { WrittenDeclaration } from '../sheet/index.js';
import { count, type Lines } from '../text/index.js';
import { finished } from './finished.js';
import { isAllRead, isSeenAtWork, judge, winsUnbeaten, type Drafted, type Judgement } from './judge.js';
import { Looking, type Sighting } from './look.js';
import type { OtherStates } from './other-states.js';
import type { RelevantLooks } from './relevant.js';
import type { Remedies } from './remedies.js';
import type { RuleStates } from './states.js';
import { isAtWork, type ProofOptions, type Verdict } from './types.js';

/** One rule of the draft, with what is held for it. */
export interface Rule {
  readonly block: StyleBlock;
  readonly states: RuleStates;
  readonly lists: readonly HeldLooks[];
  /** Place of the look that comes first: at the page as it stands, if the rule's media queries hold there; −1 where they never do. */
  readonly first: number;
}

/** What the proofs of all declarations of a draft on one page share. */
export interface Shared {
  readonly page: Page;
  /** The page with the draft. */
  readonly laid: Page;
  readonly lines: Lines;
  readonly options: ProofOptions;
  readonly looksFor: (held: readonly Held[]) => HeldLooks;
  readonly remedies: Remedies;
  readonly others: OtherStates;
  readonly relevant: RelevantLooks;
}

/** The proof of one declaration of a draft on one page: found when it is asked for, and once. */
export class DeclarationProof {
  readonly declaration: Declaration;
  readonly #drafted: Drafted;
  readonly #looking: Looking;
  #first?: readonly Sighting[];
  #verdict?: Verdict;
  #overtaken?: boolean;

  constructor(
    private readonly shared: Shared,
    private readonly rule: Rule,
    private readonly written: WrittenDeclaration,
  ) {
    const { laid, lines } = shared;
    const { block, states } = rule;
    const { property, value, important, start, end } = written;
    const { sheet } = laid.overlay!;
    this.declaration = { origin: 'author', sheet, ...lines.at(start), property, value, important };
    this.#drafted = { declaration: this.declaration, block, states, start, end };
    this.#looking = new Looking(this.declaration, block);
  }

  /** Whether it wins, at least in part, which may be told sooner than the verdict; undefined where it cannot be told. */
  get isAtWork(): boolean | undefined {
    const { laid } = this.shared;
    if (!this.#verdict && !this.#fault()) {
      if (isSeenAtWork(laid, this.#drafted, this.#seenFirst())) return true;
      if (isAllRead(laid) && this.#isOvertaken) return false;
    }
    return this.verdict.outcome === 'cannot-tell' ? undefined : isAtWork(this.verdict);
  }

  get verdict(): Verdict {
    return finished(this.steps());
  }

  /** Finds the verdict, and pauses behind each set of states: on large pages one declaration may take seconds. */
  *steps(): Generator<undefined, Verdict> {
    return (this.#verdict ??= yield* this.#found());
  }

  #fault() {
    return this.shared.page.grammar.check(this.written.property, this.written.value);
  }

  *#found(): Generator<undefined, Verdict> {
    const { page } = this.shared;
    const base = {
      declaration: this.declaration,
      selector: this.rule.block.selectorText,
      page: page.name,
      conditions: page.conditions,
    };
    const fault = this.#fault();
    if (fault) return { ...base, outcome: 'invalid', why: fault.reason, remedy: fault.remedy || undefined };
    return { ...base, ...(this.#losesAnyway() ?? this.#winsAnyway() ?? (yield* this.#judgement())) };
  }

  /** What is seen in the look that comes first, once for each list. */
  #seenFirst(): readonly Sighting[] {
    const { first, lists } = this.rule;
    return (this.#first ??= first < 0 ? [] : this.#seenIn(lists.map((list) => list.at(first))));
  }

  #seenIn(looks: readonly Look[]): Sighting[] {
    return looks.map((look) => this.#looking.at(look));
  }

  #seenUnder(list: HeldLooks): Sighting[] {
    const { relevant } = this.shared;
    const { block } = this.rule;
    const seen = this.#seenIn(relevant.of(list, block, this.written));
    // The looks beside these are under the same conditions.
    return seen.every(({ isSettled }) => isSettled)
      ? seen
      : [...seen, ...this.#seenIn(relevant.extra(list, block, this.written))];
  }

  /** What is equal at one size of the window, or in one kind of colours, only counts in others. */
  #seenOtherwise(seen: readonly Sighting[]): Sighting[] {
    const { relevant } = this.shared;
    const equal = seen.filter(({ same, isSettled }) => same.length > 0 && !isSettled);
    const looks = equal.map(({ look }) => look);
    return this.#seenIn([
      ...relevant.resized(looks, this.rule.block, this.written),
      ...relevant.recoloured(looks, this.rule.block, this.written),
    ]);
  }

  #judged(sightings: readonly Sighting[], of = this.#drafted): Judgement {
    return judge(this.shared.laid, of, sightings, this.shared.remedies);
  }

  /**
   * What is said of a declaration that others stand before in any case, where the first look shows that it would make a difference: it counts
   * nowhere, and nobody need look closely elsewhere.
   */
  #losesAnyway(): Judgement | undefined {
    const { relevant } = this.shared;
    const { block, first, lists } = this.rule;
    if (first < 0 || !this.#isOvertaken) return undefined;
    const [list] = lists;
    const seen = this.#looking.beatenIn(list.at(first));
    if (!seen) return undefined;
    const looks = relevant.of(list, block, this.written).filter(({ view }) => view !== seen.look.view);
    const extra = relevant.extra(list, block, this.written);
    return this.#judged([seen, ...[...looks, ...extra].map((look) => this.#looking.glimpse(look))]);
  }

  /** What is said of a declaration that counts in the first look that concerns it, where other conditions can only add to that. */
  #winsAnyway(): Judgement | undefined {
    const now = this.#seenFirst();
    if (!now.some(({ counts }) => counts.length > 0)) return undefined;
    const { block, lists } = this.rule;
    if (!lists.every(({ view }) => isUnbeaten(view, block, this.declaration))) return undefined;
    return winsUnbeaten(this.shared.laid, this.#drafted, now);
  }

  *#judgement(): Generator<undefined, Judgement> {
    const { relevant, options } = this.shared;
    const { block, lists } = this.rule;
    const now = this.#seenFirst();
    yield;
    const sightings = isUndoneAnyway(now, this.declaration) ? now : yield* this.#seenUnderAll();
    const judgement = this.#judged(sightings);
    if (isIdle(judgement) && this.#isOvertaken) return judgement;
    const others = isIdle(judgement) ? this.#seenOtherwise(sightings) : [];
    const found = others.some(({ counts }) => counts.length)
      ? this.#judged([...sightings, ...others])
      : judgement;
    // That nothing is seen hangs on more properties than its own.
    if (found.outcome === 'no-effect')
      return this.#judged(this.#seenIn(lists.flatMap((list) => relevant.ofBoxes(list, block, this.written))));
    return options.held || !isIdle(found) ? found : yield* this.#besideOthers(found, sightings);
  }

  *#seenUnderAll(): Generator<undefined, Sighting[]> {
    const seen: Sighting[] = [];
    for (const list of this.rule.lists) {
      seen.push(...this.#seenUnder(list));
      yield;
    }
    return seen;
  }

  /** Whether others stand before it wherever it matches, in any state. */
  get #isOvertaken(): boolean {
    const { block, states } = this.rule;
    this.#overtaken ??= states.sets.length === 0 && isOvertaken(this.shared.laid, block, this.declaration);
    return this.#overtaken;
  }

  /** What is said of a declaration that is idle as it stands: it may still count while another rule's state is held. */
  *#besideOthers(found: Judgement, sightings: readonly Sighting[]): Generator<undefined, Judgement> {
    const { others, looksFor } = this.shared;
    const { block, states } = this.rule;
    let open: Judgement | undefined;
    const { states: beside, isAll } = yield* others.beside(block, this.written);
    for (const { held, words } of beside)
      for (const own of [[], ...states.sets]) {
        const under = this.#seenUnder(looksFor([...own, ...held]));
        const isOpen = !under.some(({ counts }) => counts.length > 0);
        const more = isOpen ? [...under, ...this.#seenOtherwise(under)] : under;
        if (more.some(({ counts }) => counts.length)) {
          const named = own.length ? [...new Set([...states.words, ...words])] : words;
          const drafted = { ...this.#drafted, states: { ...states, words: named } };
          return this.#judged([...sightings, ...more], drafted);
        }
        if (more.some(({ unknown }) => unknown.length)) open ??= this.#judged([...sightings, ...more]);
        yield;
      }
    return open ?? (isAll ? found : undecided(found, beside.length));
  }
}

/** Whether another line of the draft undoes a declaration wherever it matches, under other conditions too. */
const isUndoneAnyway = (now: readonly Sighting[], declaration: Declaration): boolean =>
  now.some(({ own }) => own.length > 0) &&
  now.every(
    ({ look, own, counts, same, beaten, animated, unknown }) =>
      [counts, same, beaten, animated, unknown].every((spots) => spots.length === 0) &&
      own.every(({ targets: [one] }) => isFirmlyUndone(look.view, one, declaration)),
  );

/** What is said where a declaration changes nothing in the states that were looked at, and there are more of them. */
const undecided = ({ why, remedy, conditions }: Judgement, amount: number): Judgement => ({
  outcome: 'cannot-tell',
  conditions,
  why: `${why}; that is so in ${count(amount, 'state')} in which other rules say something else, and there are more than are looked at`,
  remedy,
});

const isIdle = ({ outcome }: Judgement) => outcome === 'needless' || outcome === 'loses';
