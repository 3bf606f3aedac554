export { contest, contests, sourceLabel } from './contest.js';
export { fillVariables, longhandValue, valueOf, variablesIn } from './value.js';
export {
  elementOf,
  pseudoOf,
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
  requirementFor,
  standingCandidates,
  type Requirement,
} from './standing.js';
export {
  declarationText,
  describeTarget,
  entryPlace,
  explain,
  ruleText,
  type Explanation,
} from './explain.js';
export { ladder } from './ladder.js';
export { draftTargets } from './solution.js';
