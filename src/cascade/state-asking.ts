import type { Page } from '../page/index.js';
import type { HeldChange } from '../selector/index.js';
import type { Capture } from './capture.js';
import type { Told } from './held-matching.js';
import { mayTell, rulesFor, type Carrier } from './may-tell.js';
import type { IndexedRule } from './rule-index.js';
import { mayTurnQueries, variablesAskedIn } from './style-queries.js';

/** Tells of states, before anything is matched, whether they may concern a target of a page without a draft. */
export class StateAsking {
  /** Of the target that was asked about last. */
  #last?: {
    readonly row: number;
    readonly pseudo: string;
    readonly above: ReadonlySet<number>;
    readonly rules: Map<Told, readonly IndexedRule[]>;
  };

  constructor(
    private readonly page: Page,
    private readonly capture: Capture,
    private readonly mayFlowDiffer: boolean,
  ) {}

  /** False only where holding a state changes nothing in which rules match a target: on that carrier, or on any. */
  mayTell(row: number, pseudo: string, change: HeldChange, carrier?: Carrier): boolean {
    const { tree } = this.page;
    const told = this.capture.told(change);
    if ((told.setsFlow && this.mayFlowDiffer) || this.mayTurnQueries(change)) return true;
    if (this.#last?.row !== row || this.#last.pseudo !== pseudo)
      this.#last = { row, pseudo, above: this.#namesAbove(row), rules: new Map() };
    const { above, rules } = this.#last;
    // The same change is asked about on one box after the other.
    let found = rules.get(told);
    if (!found) rules.set(told, (found = rulesFor(told, change, tree, { row, pseudo, above })));
    return carrier ? mayTell(found, change, tree, carrier) : found.length > 0;
  }

  /** Whether a change may make container queries hold that did not, or the other way round. */
  mayTurnQueries(change: HeldChange): boolean {
    const texts = [this.page.styles, ...this.page.components];
    const asked = texts.map(variablesAskedIn).filter(({ size }) => size > 0);
    if (asked.length === 0) return false;
    const { blocks } = this.capture.told(change);
    return [...blocks].some((block) => asked.some((names) => mayTurnQueries(block, names)));
  }

  #namesAbove(row: number): ReadonlySet<number> {
    const { tree } = this.page;
    const names = new Set<number>();
    for (let up = tree.parent[row]; up >= 0; up = tree.parent[up])
      for (const name of [tree.tag[up], tree.id[up], ...tree.classes[up]]) names.add(name);
    return names;
  }
}
