export { Names, htmlNamespace, type HeldChange, type Tree, type TreeRoot } from './tree.js';
export {
  listIn,
  packSpecificity,
  specificityText,
  type AttributeTest,
  type Combinator,
  type Compound,
  type Selector,
  type Specificity,
  type Test,
  type Through,
} from './types.js';
export type { SelectorScope } from './parse.js';
export { parseSelectors, readSelectors, specificityOf } from './read.js';
export {
  asksForHost,
  matchContext,
  matches,
  matchesAny,
  matchesNames,
  statesHold,
  type MatchContext,
} from './match.js';
export { canBeIn } from './pseudo-class.js';
export { positionOf } from './positions.js';
export { ownParts, partsSeen, slotsOf, type SeenPart } from './trees.js';
export {
  partRows,
  rowsAmong,
  rowsCarrying,
  rowsAskedFor,
  rowsMatched,
  rowsNamed,
  rowsReached,
  selectRows,
} from './select.js';
export { isSteady } from './steady.js';
export { selectorTexts } from './syntax.js';
