export { parseSheet, parseStyleAttribute } from './parse.js';
export type {
  AtRule,
  Content,
  DeclarationRun,
  QualifiedRule,
  SheetSyntax,
  SyntaxFault,
  WrittenDeclaration,
} from './rules.js';
export { authoredPlace } from './authored.js';
export { mapHref } from './map-href.js';
export { askedSettings, type MediaSetting } from './media-settings.js';
export { combine, truthOf, type Condition, type Truth } from './condition.js';
export {
  parseContainer,
  possibleTruths,
  variablesAsked,
  type Axis,
  type ContainerCondition,
} from './container.js';
export { mediaInChoices, parseChoice, type ChoiceLeaf } from './choice.js';
export type { StyleLeaf } from './style-query.js';
export { holds, parseMedia, truthOfMedia, widthsOf, type MediaQuery } from './media.js';
export { mediaFault, whyNeverHolds, type MediaFault } from './media-faults.js';
export type { MediaConditions } from './media-features.js';
export { readLayerNames } from './layer-names.js';
export { isSupportsCondition, supports, type Abilities } from './supports.js';
export { deepestImport, parseImport, parseNamespace, resolveHref, tooDeep, type Import } from './imports.js';
