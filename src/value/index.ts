export { contrastOf, hexOf, isOpaque } from './contrast.js';
export {
  longhandNames,
  canonicalProperty,
  initialValue,
  isCustomProperty,
  isInherited,
  isLonghand,
  isProperty,
  longhandsOf,
  nearestProperties,
  propertyNames,
  hangsOnFlow,
  physicalInSomeFlow,
  physicalLonghandsOf,
  physicalNames,
  type Flow,
} from './properties.js';
export { Grammar, keywordsOf, type ValueFault } from './grammar.js';
export { canBeInitial, fitsSyntax, isSyntax, registeredText } from './registered-syntax.js';
export { splitShorthand } from './split.js';
export { groupedLonghands } from './grouped.js';
export { amountText, calculate, calculateText, type Amount } from './amount.js';
export { fontSizes } from './keyword-value.js';
export { isSameValue } from './same.js';
export { computedText, nowhere, takesColours, type Surroundings } from './computed-text.js';
export { colourText, hangsOnScheme, readColour, withContrasts, type Scheme } from './colour.js';
export { topLevelPieces } from './parts.js';
