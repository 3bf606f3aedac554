// Where a property cannot do anything on a box, by the standards. One more condition is one more row in one of
// the three tables.
import { noEffectOnLayout } from './no-effect-layout.js';
import { noEffectOnLook } from './no-effect-look.js';
import { noEffectOnPseudo } from './no-effect-pseudo.js';

/** What is known of a box when a condition is asked; computed values in lower case. */
export interface BoxFacts {
  readonly tag: string;
  readonly pseudo?: string;
  readonly display: string;
  readonly parentDisplay: string;
  /** Whether its lines run downwards (CSS Writing Modes 4 §3.1). */
  readonly isVertical: boolean;
  readonly position: string;
  readonly float: string;
  readonly overflowX: string;
  readonly overflowY: string;
  readonly whiteSpace: string;
  readonly borderCollapse: string;
  readonly content: string;
  /** The display that is written, before a float or a flex container makes a block of it. */
  readonly ownDisplay: string;
  readonly width: string;
  readonly height: string;
  /** '' where the parent's height does not come from its contents alone, or is not known. */
  readonly parentHeight: string;
  /** top, right, bottom, left. */
  readonly offsets: readonly string[];
  /** The `type` of an input; of a select `drop-down` or `list`. */
  readonly type: string;
  readonly flexWrap: string;
  readonly textDecorationLine: string;
  readonly columnRuleStyle: string;
  readonly rowRuleStyle: string;
  readonly backgroundImage: string;
  readonly transitionDuration: string;
  readonly animationName: string;
  readonly columns: boolean;
  readonly appearance: string;
  readonly borderStyles: Readonly<Record<string, string>>;
  /** Images, videos, frames and other boxes whose content is not the page's. */
  readonly replaced: boolean;
  /** The element itself, or for a pseudo-element the one that it belongs to. */
  readonly on: {
    readonly tag: string;
    readonly type: string;
    readonly display: string;
    readonly hasPlaceholder: boolean;
    /** An element of a drawing or a formula. */
    readonly isForeign: boolean;
  };
}

export interface NoEffectCondition {
  readonly properties: RegExp;
  readonly when: (box: BoxFacts) => boolean;
  /** Follows "has no effect: ", in plain words. */
  readonly why: string;
  /** A declaration that makes the property work, or '' when only another box can help. */
  readonly remedy: string;
  /** Asked only where the computed value is the same with the declaration and without it. */
  readonly isAdjusted?: true;
  /** What is inside the box gets nothing of the value either, though the property is inherited. */
  readonly isShut?: true;
  /** It is this value that does nothing: what would stand in its place may do something. */
  readonly isOfValue?: true;
  /** It is the name that does nothing: the same longhand written by another name works. */
  readonly isOfName?: true;
  /** The standard and section that say so. */
  readonly section: string;
}

/** The first that fits counts. A condition must be sure: '' as a fact means that it is not known. */
export const noEffectConditions: readonly NoEffectCondition[] = [
  ...noEffectOnPseudo,
  ...noEffectOnLayout,
  ...noEffectOnLook,
];

/** The conditions for pseudo-elements other than `::before` and `::after`, whose boxes are not like an element's. */
export const noEffectConditionsOfPseudo = noEffectOnPseudo;
