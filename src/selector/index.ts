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
export type { SelectorScope } from './parse.js';
export { parseSelectors, readSelectors, specificityOf } from './read.js';
export { matchContext, matches, matchesAny, matchesNames, type MatchContext } from './match.js';
export { rowsNamed, selectRows } from './select.js';
export { selectorTexts } from './syntax.js';
