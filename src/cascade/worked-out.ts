import type { StyleBlock } from '../page/index.js';
import type { Capture } from './capture.js';
import type { Claims, Contested } from './contested.js';
import type { Applied, Matcher, MatchList } from './match-list.js';
import type { Target } from './types.js';

/** What was worked out over the rules of one capture for one order of layers, for all conditions and states alike. */
export interface WorkedOut {
  readonly claims: WeakMap<Applied, Claims>;
  /** The same where the container queries around a rule are known to hold. */
  readonly settled: WeakMap<Applied, Claims>;
  /** By the draft's list, by the platform's, and by flow and the conditions that hold around their rules. */
  readonly contests: WeakMap<MatchList, WeakMap<MatchList, Map<string, Contested>>>;
  /** The same contests by what `page.alike` gives, by flow, and by both lists: for pages that ask about the same again. */
  readonly byPage: WeakMap<object, Map<string, WeakMap<MatchList, WeakMap<MatchList, Contested>>>>;
  readonly contexts: Context;
  /** One object for each set of attributes that values read, by what they are. */
  readonly attributes: Map<string, object>;
}

/** The same over one matching. */
export interface Matched {
  /** For each row the nearest box, itself included, that may turn the flow; −1 for none. */
  readonly flowSources: (number | undefined)[];
  readonly targets: DraftTargets;
}

/** A target's contest below those of all that encloses it. */
export interface Context {
  readonly inside: WeakMap<object, Context>;
}

/** By block, in groups whose contests are alike. */
export type DraftTargets = Map<StyleBlock, readonly (readonly Target[])[]>;

const known = new WeakMap<object, Map<string, unknown>>();

/** Begun where nothing is known yet. */
function forRanks<T>(of: object, ranks: string, begun: () => T): T {
  let byRanks = known.get(of) as Map<string, T> | undefined;
  if (!byRanks) known.set(of, (byRanks = new Map()));
  let found = byRanks.get(ranks);
  if (!found) byRanks.set(ranks, (found = begun()));
  return found;
}

/** `ranks` is the order of the layers, in words. */
export const workedOutFor = (capture: Capture, ranks: string): WorkedOut =>
  forRanks(capture, ranks, () => ({
    claims: new WeakMap(),
    settled: new WeakMap(),
    contests: new WeakMap(),
    byPage: new WeakMap(),
    contexts: { inside: new WeakMap() },
    attributes: new Map(),
  }));

export const matchedFor = (matcher: Matcher, ranks: string): Matched =>
  forRanks(matcher, ranks, () => ({ flowSources: [], targets: new Map() }));

/** The context of a target with that contest, with such rules, or with attributes that values read, inside of another. */
export function within(context: Context, what: object): Context {
  let found = context.inside.get(what);
  if (!found) context.inside.set(what, (found = { inside: new WeakMap() }));
  return found;
}
