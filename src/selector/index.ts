export { Names, htmlNamespace, type Tree } from './tree.js';
export {
  packSpecificity,
  specificityText,
  type AttributeTest,
  type Combinator,
  type Compound,
  type Selector,
  type Specificity,
  type Test,
} from './types.js';
export { parseSelectors, type SelectorScope } from './parse.js';
export { matchContext, matches, matchesAny, matchesNames, type MatchContext } from './match.js';
export { selectRows } from './select.js';
