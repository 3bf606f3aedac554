export { inherited } from './inherited.js';
export { uninherited } from './uninherited.js';
export { shorthands } from './shorthands.js';
export { aliases } from './aliases.js';
export { logicalProperties, type LogicalFamily } from './logical-properties.js';
export {
  grammarPatches,
  neverNegative,
  refusedTexts,
  refusedWords,
  sizesWithoutFitContent,
  takesCalcSize,
  takesOwnNames,
  typePatches,
} from './grammar-patches.js';
export { foreignAttributes } from './foreign-attributes.js';
export { canBeAnimated, changesInSteps } from './not-animated.js';
export { foldedAttributes } from './folded-attributes.js';
export { stateAttributes, standingStates, topLayerStates } from './living-states.js';
export {
  pseudoClasses,
  toldByAttribute,
  toldByState,
  toldOn,
  type PseudoClassKind,
} from './pseudo-classes.js';
export {
  isHighlight,
  isKnownPseudoElement,
  isPseudoElement,
  pseudoElementFacts,
  pseudoElementName,
  pseudoElements,
  type PseudoArgument,
  type PseudoElementFacts,
} from './pseudo-elements.js';
export { toggledAttributes, comesWithState, toggledPseudoClasses } from './toggled.js';
export { browserSheet, quirksSheet } from './browser-sheet.js';
export { presentationalHints, type PresentationalHint } from './presentational-hints.js';
export { letterTables } from './letters/index.js';
export { drawnControls, endsNativeLook, keepsOwnLook } from './native-look.js';
export { attributeRoles, type AttributeRole } from './attribute-roles.js';
export { namePatterns, type NamePattern, type Grade } from './name-patterns.js';
export {
  noEffectConditions,
  noEffectConditionsOfPseudo,
  type BoxFacts,
  type NoEffectCondition,
} from './no-effect.js';
export { drawnBeside } from './no-effect-pseudo.js';
export { saidByOwnBox } from './own-boxes.js';
export { panelProfiles, type PanelProfile } from './panel-profiles.js';
