import {
  HeldLooks,
  looksAt,
  type DraftPlace,
  type Held,
  type Look,
  type Page,
  type StyleBlock,
} from '../page/index.js';
import { Lines } from '../text/index.js';
import { DeclarationProof, type Rule, type Shared } from './declaration-proof.js';
import { OtherStates } from './other-states.js';
import { pieceVerdicts } from './pieces.js';
import { RelevantLooks } from './relevant.js';
import { Remedies } from './remedies.js';
import { statesOf } from './states.js';
import type { ProofOptions, Verdict } from './types.js';

/** The proof of a draft on one page, declaration by declaration. */
export class PageProof {
  readonly #shared: Shared;
  readonly #plain: readonly Look[];
  /** Place of the look at the page as it stands. */
  readonly #asItStands: number;

  constructor(
    page: Page,
    private readonly draft: string,
    options: ProofOptions,
    mostRemedies?: number,
  ) {
    const place: DraftPlace = options.panel?.place && options.panel.place !== 'after' ? 'before' : 'after';
    const laid = page.withDraft(draft, place);
    const plain = looksAt(laid, options.widths);
    this.#shared = {
      page,
      laid,
      lines: new Lines(draft),
      options,
      looksFor: looker(plain),
      remedies: new Remedies(laid, mostRemedies),
      others: new OtherStates(laid),
      relevant: new RelevantLooks(laid, plain),
    };
    this.#plain = plain;
    this.#asItStands = plain.findIndex(
      ({ view, words, extra }) => !extra && words === '' && view.conditions.width === page.conditions.width,
    );
  }

  /** How many declarations there are. */
  get amount(): number {
    return this.#blocks.reduce((sum, { declarations }) => sum + declarations.length, 0);
  }

  /** The proof of each declaration, found when it is asked for. */
  *declarations(): Generator<DeclarationProof> {
    for (const block of this.#blocks) {
      const rule = this.#rule(block);
      for (const written of block.declarations) yield new DeclarationProof(this.#shared, rule, written);
    }
  }

  /** Verdicts on what is no declaration. */
  pieces(): Verdict[] {
    return pieceVerdicts(this.#shared.laid, this.draft);
  }

  /** The verdict on each declaration, found when it is asked for; behind them those on what is none. Between them `undefined` for a pause. */
  *verdicts(): Generator<Verdict | undefined> {
    for (const one of this.declarations()) yield yield* one.steps();
    yield* this.pieces();
  }

  get #blocks(): readonly StyleBlock[] {
    return this.#shared.laid.overlay!.styles.blocks;
  }

  #rule(block: StyleBlock): Rule {
    const { page, options, looksFor } = this.#shared;
    const { held } = options;
    const states = held ? { sets: [held], words: [] } : statesOf(page, block);
    // What is asked for is looked at alone; else the page as it stands comes first.
    const lists = [...new Set((held ? states.sets : [[], ...states.sets]).map(looksFor))];
    return { block, states, lists, first: this.#firstAwake(block) };
  }

  /** Place of the look at the page as it stands, if a rule's media queries hold there; else of the first in which they do; −1 for none. */
  #firstAwake({ condition }: StyleBlock): number {
    const isAwake = ({ view }: Look) => view.isActive(condition);
    return isAwake(this.#plain[this.#asItStands]) ? this.#asItStands : this.#plain.findIndex(isAwake);
  }
}

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
