import { isFirmlyUndone, isUnbeaten, type Declaration } from '../cascade/index.js';
import {
  HeldLooks,
  looksAt,
  type DraftPlace,
  type Held,
  type Look,
  type Page,
  type StyleBlock,
} from '../page/index.js';
import type { WrittenDeclaration } from '../sheet/index.js';
import { count, Lines } from '../text/index.js';
import { judge, winsUnbeaten, type Drafted, type Judgement } from './judge.js';
import { Looking, type Sighting } from './look.js';
import { OtherStates } from './other-states.js';
import { pieceVerdicts } from './pieces.js';
import { RelevantLooks } from './relevant.js';
import { Remedies } from './remedies.js';
import { statesOf, type RuleStates } from './states.js';
import type { ProofOptions, Verdict } from './types.js';

/** One rule of the draft, with what is held for it. */
interface Rule {
  readonly block: StyleBlock;
  readonly states: RuleStates;
  readonly lists: readonly HeldLooks[];
}

/** The proof of a draft on one page, declaration by declaration. */
export class PageProof {
  readonly #laid: Page;
  readonly #lines: Lines;
  readonly #looksFor: (held: readonly Held[]) => HeldLooks;
  readonly #remedies: Remedies;
  readonly #others: OtherStates;
  readonly #relevant: RelevantLooks;
  readonly #plain: readonly Look[];
  /** Place of the look at the page as it stands. */
  readonly #asItStands: number;

  constructor(
    private readonly page: Page,
    private readonly draft: string,
    private readonly options: ProofOptions,
    mostRemedies?: number,
  ) {
    const place: DraftPlace = options.panel?.place && options.panel.place !== 'after' ? 'before' : 'after';
    this.#laid = page.withDraft(draft, place);
    this.#lines = new Lines(draft);
    const plain = looksAt(this.#laid, options.widths);
    this.#looksFor = looker(plain);
    this.#remedies = new Remedies(this.#laid, mostRemedies);
    this.#others = new OtherStates(this.#laid);
    this.#relevant = new RelevantLooks(this.#laid, plain);
    this.#plain = plain;
    this.#asItStands = plain.findIndex(
      ({ view, words, extra }) => !extra && words === '' && view.conditions.width === page.conditions.width,
    );
  }

  /** How many declarations there are. */
  get amount(): number {
    return this.#laid.overlay!.styles.blocks.reduce((sum, { declarations }) => sum + declarations.length, 0);
  }

  /** The verdict on each declaration, found when it is asked for; behind them those on what is none. */
  *verdicts(): Generator<Verdict> {
    for (const block of this.#laid.overlay!.styles.blocks) {
      const rule = this.#rule(block);
      for (const written of block.declarations) yield this.#verdict(rule, written);
    }
    yield* pieceVerdicts(this.#laid, this.draft);
  }

  #rule(block: StyleBlock): Rule {
    const { held } = this.options;
    const states = held ? { sets: [held], words: [] } : statesOf(this.page, block);
    // What is asked for is looked at alone; else the page as it stands comes first.
    const lists = [...new Set((held ? states.sets : [[], ...states.sets]).map(this.#looksFor))];
    return { block, states, lists };
  }

  /** Place of the look at the page as it stands, if a rule's media queries hold there; else of the first in which they do; −1 for none. */
  #firstAwake({ condition }: StyleBlock): number {
    const isAwake = ({ view }: Look) => view.isActive(condition);
    return isAwake(this.#plain[this.#asItStands]) ? this.#asItStands : this.#plain.findIndex(isAwake);
  }

  /** What is said of a declaration that counts in the first look that concerns it, where other conditions can only add to that. */
  #winsAnyway(
    now: readonly Sighting[],
    lists: readonly HeldLooks[],
    drafted: Drafted,
  ): Judgement | undefined {
    const { block, declaration } = drafted;
    if (!now.some(({ counts }) => counts.length > 0)) return undefined;
    if (!lists.every(({ view }) => isUnbeaten(view, block, declaration))) return undefined;
    return winsUnbeaten(this.#laid, drafted, now);
  }

  #verdict({ block, states, lists }: Rule, written: WrittenDeclaration): Verdict {
    const { page } = this;
    const { property, value, important, start, end } = written;
    const { sheet } = this.#laid.overlay!;
    const declaration: Declaration = {
      origin: 'author',
      sheet,
      ...this.#lines.at(start),
      property,
      value,
      important,
    };
    const base = {
      declaration,
      selector: block.selectorText,
      page: page.name,
      conditions: page.conditions,
    };
    const fault = page.grammar.check(property, value);
    if (fault) return { ...base, outcome: 'invalid', why: fault.reason, remedy: fault.remedy || undefined };
    const drafted: Drafted = { declaration, block, states, start, end };
    const looking = new Looking(declaration, block);
    const seenIn = (looks: readonly Look[]) => looks.map((look) => looking.at(look));
    const seenUnder = (list: HeldLooks) => {
      const seen = seenIn(this.#relevant.of(list, block, written));
      // The looks beside these are under the same conditions.
      return seen.every(({ isSettled }) => isSettled)
        ? seen
        : [...seen, ...seenIn(this.#relevant.extra(list, block, written))];
    };
    const judged = (sightings: readonly Sighting[], of = drafted): Judgement =>
      judge(this.#laid, of, sightings, this.#remedies);
    const first = this.#firstAwake(block);
    const now = first < 0 ? [] : seenIn(lists.map((list) => list.at(first)));
    const won = this.#winsAnyway(now, lists, drafted);
    if (won) return { ...base, ...won };
    const sightings = isUndoneAnyway(now, declaration) ? now : lists.flatMap(seenUnder);
    const judgement = judged(sightings);
    // What is equal at one size of the window only counts at others.
    const seenResized = (seen: readonly Sighting[]) => {
      const equal = seen.filter(({ same, isSettled }) => same.length > 0 && !isSettled);
      return seenIn(
        this.#relevant.resized(
          equal.map(({ look }) => look),
          block,
          written,
        ),
      );
    };
    const sized = isIdle(judgement) ? seenResized(sightings) : [];
    const found = sized.some(({ counts }) => counts.length) ? judged([...sightings, ...sized]) : judgement;
    // That nothing is seen hangs on more properties than its own.
    if (found.outcome === 'no-effect') {
      const looks = lists.flatMap((list) => this.#relevant.ofBoxes(list, block, written));
      return { ...base, ...judged(seenIn(looks)) };
    }
    if (this.options.held || !isIdle(found)) return { ...base, ...found };
    // It may still count while another rule's state is held.
    let open: Judgement | undefined;
    const { states: others, isAll } = this.#others.beside(block, written);
    for (const { held, words } of others) {
      for (const own of [[], ...states.sets]) {
        const named = own.length ? [...new Set([...states.words, ...words])] : words;
        const under = seenUnder(this.#looksFor([...own, ...held]));
        const isOpen = !under.some(({ counts }) => counts.length > 0);
        const more = isOpen ? [...under, ...seenResized(under)] : under;
        if (more.some(({ counts }) => counts.length)) {
          const beside = { ...drafted, states: { ...states, words: named } };
          return { ...base, ...judged([...sightings, ...more], beside) };
        }
        if (more.some(({ unknown }) => unknown.length)) open ??= judged([...sightings, ...more]);
      }
    }
    return { ...base, ...(open ?? (isAll ? found : undecided(found, others.length))) };
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

/** Without the focus on what is switched off in the same breath (HTML Standard §6.6.2). */
function possible(held: readonly Held[]): readonly Held[] {
  const off = held.flatMap(({ element, state }) => (element && state === ':disabled' ? [element] : []));
  const isOff = ({ element, state }: Held) =>
    /^:focus/.test(state) && element !== undefined && off.includes(element);
  return off.length ? held.filter((one) => !isOff(one)) : held;
}

/** Looks for a set of held states; rules that need the same states share them. */
function looker(plain: readonly Look[]): (held: readonly Held[]) => HeldLooks {
  const made = new Map<string, HeldLooks>();
  return (wanted) => {
    const held = possible(wanted);
    const key = held.map(({ selector, element, state }) => `${element?.index ?? selector} ${state}`).join();
    let looks = made.get(key);
    if (!looks) made.set(key, (looks = new HeldLooks(plain, held)));
    return looks;
  };
}
