import type { PanelProfile } from '../facts/index.js';
import type { Declaration } from '../cascade/index.js';
import type { Conditions, Held } from '../page/index.js';

/**
 * - `wins`: taking the declaration out would change a computed value of a thing that it matches, or give a control the
 *   browser's own look again; nothing of the platform's beats it anywhere.
 * - `partly`: the same, but somewhere the platform beats it.
 * - `loses`: it changes nothing, as the platform beats it wherever it matches.
 * - `needless`: it changes nothing, as the value is there without it or a later line of the draft undoes it. Of two that are so
 *   only for each other's sake the remedy says that one has to stay.
 * - `no-effect`: it may change a value, and nothing of it can be seen.
 * - `matches-nothing`: no element of the page is matched, whatever is held.
 * - `invalid`: a browser drops it.
 * - `cannot-tell`: a source that was not read, or the layout, decides; the reason is named.
 */
export type Outcome =
  'wins' | 'partly' | 'loses' | 'matches-nothing' | 'no-effect' | 'invalid' | 'needless' | 'cannot-tell';

/** Whether something of a declaration is seen, be it everywhere or not. */
export const isAtWork = ({ outcome }: Pick<Verdict, 'outcome'>): boolean =>
  outcome === 'wins' || outcome === 'partly';

/** What becomes of one declaration of a draft on one page. */
export interface Verdict {
  /** With line and column in the draft; for a piece that is no declaration, `property` is the piece. */
  readonly declaration: Declaration;
  /** The selector of its rule; '' where there is none. */
  readonly selector: string;
  /** The page's name. */
  readonly page: string;
  /** The conditions that the outcome is said of: where it falls short, or the page's own. */
  readonly conditions: Conditions;
  readonly outcome: Outcome;
  /** In plain words, a sentence without its full stop. */
  readonly why: string;
  /** What to write instead, or what to do; whole sentences. */
  readonly remedy?: string;
}

/** A sheet of a page that holds the draft already, and was not counted. */
export interface Aside {
  /** The page's name, and the sheet's. */
  readonly page: string;
  readonly sheet: string;
}

export interface Proof {
  /** Whether every declaration takes effect wherever it was looked at. */
  readonly ok: boolean;
  readonly verdicts: readonly Verdict[];
  /** What was pasted of the draft before; [] where no page has it. */
  readonly aside: readonly Aside[];
}

export interface ProofOptions {
  readonly panel?: Pick<PanelProfile, 'place'>;
  /** Window widths, CSS px. Default: one in each stretch between the widths of the media queries. */
  readonly widths?: readonly number[];
  /** States to keep on. Default: the states that the draft's selectors name, one rule at a time. */
  readonly held?: readonly Held[];
}
