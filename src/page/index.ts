export { inQuirks } from './quirks.js';
export { pageFrom, parsePage } from './parse-page.js';
export { withMarkup, withUnread, type ReadSheet } from './complete.js';
export { Page, type DraftPlace, type Overlay } from './page.js';
export { PageElement, type MarkupPlace } from './element.js';
export type {
  Conditions,
  ContainerSize,
  Held,
  LiveNode,
  LiveTree,
  Origin,
  PageSource,
  Setting,
  Sheet,
  SheetSource,
  SheetStatus,
  StandingStates,
  StyleSource,
} from './types.js';
export type {
  AuthorFunction,
  Keyframes,
  RegisteredProperty,
  RuleCondition,
  Scope,
  StyleBlock,
  StyleSet,
} from './style-set.js';
export { emptyStyleSet, ofValues } from './style-set.js';
export { abilitiesOf } from './abilities.js';
export { Gatherer } from './gather.js';
export { countHead, importedHrefs } from './leading.js';
export { namesInUse, nearestNames } from './names-in-use.js';
export { parseMarkup, type Markup, type SheetMention } from './markup.js';
export { hangsOnWindow, measureOf, recoloured, resized, schemeOfMeta, type Measure } from './extra-looks.js';
export { askedConditions, type AskedConditions } from './asked-conditions.js';
export { HeldLooks, looksAt, looksBetween, type Look } from './looks.js';
export { placeInSheet } from './place.js';
export { changeOf, compileSelectors, parseHeld, readState } from './held.js';
