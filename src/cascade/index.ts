export { animationsOn } from './animation.js';
export { longhandsChangedBy, mayBeChangedBy } from './changed-by.js';
export { contest, contests } from './contest.js';
export { isOfComponent, sourceLabel } from './entries.js';
export { longhandValue } from './longhand-value.js';
export { isMark, typeOf } from './adjusted.js';
export { controlKind, looksNative, mayLookNative } from './native-look.js';
export {
  askedByText,
  computedFrom,
  isValueAlready,
  computedOf,
  computedWithout,
  toldByText,
} from './computed.js';
export { Remembered } from './remembered.js';
export { registeredProperty } from './registered.js';
export { asksForAnchor } from './anchors.js';
export { unfilledOn, type Unfilled } from './unfilled.js';
export { filledValue, specifiedFrom, valueOf } from './value.js';
export { Level, rolledBack, standingFirst, type Candidate } from './rank.js';
export { isSubstituted, namesReadIn, variablesIn } from './substitute.js';
export { asksForPlace, withPlaces } from './places.js';
export { withFunctions } from './author-functions.js';
export { variablesAskedIn } from './style-queries.js';
export { fillVariables } from './variables.js';
export { variableReaders } from './variable-readers.js';
export {
  elementOf,
  pseudoOf,
  type Animation,
  type Contest,
  type Criterion,
  type Declaration,
  type Entry,
  type Target,
} from './types.js';
export {
  priceOf,
  reasonAgainstWinner,
  type Price,
  alikeInContest,
  contestedOf,
  contextFor,
  contextOf,
  physicalLonghand,
  requirementFor,
  standingCandidates,
  type Requirement,
} from './standing.js';
export {
  declarationText,
  describeTarget,
  entryPlace,
  explain,
  writtenRule,
  inlineSetting,
  ruleText,
  type Explanation,
} from './explain.js';
export { findMentions, type Mention } from './find.js';
export { ladder } from './ladder.js';
export { draftTargets } from './solution.js';
export { isEverSaid, isPlainlySaid, saysPlainly } from './plainly-said.js';
export type { LonghandSet } from './contested.js';
export { isFirmlyUndone, isOvertaken, isUnbeaten } from './firm.js';
export { isUnknownQuery } from './containers.js';
export {
  conditionsAround,
  variablesAround,
  type ConditionsAround,
  type ConditionsByLonghand,
} from './around.js';
export { sharesSizes } from './shared-sizes.js';
