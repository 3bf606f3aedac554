export {
  askedConditions,
  parsePage,
  withUnread,
  type ReadSheet,
  type AskedConditions,
  type Conditions,
  type ContainerSize,
  type Held,
  type MarkupPlace,
  type Origin,
  type Page,
  type PageElement,
  type PageSource,
  type Setting,
  type Sheet,
  type LiveNode,
  type LiveTree,
  type SheetSource,
  type StandingStates,
  type StyleSource,
  type SheetStatus,
} from './page/index.js';
export {
  contest,
  animationsOn,
  contests,
  describeTarget,
  elementOf,
  explain,
  findMentions,
  ladder,
  priceOf,
  pseudoOf,
  sourceLabel,
  valueOf,
  writtenRule,
  type Animation,
  type Contest,
  type Criterion,
  type Declaration,
  type Entry,
  type Explanation,
  type Mention,
  type Price,
  type Target,
} from './cascade/index.js';
export {
  componentsOf,
  hooks,
  witnessOf,
  type Witness,
  summarise,
  toggledStates,
  type Component,
  type Hook,
  type Summary,
  type ToggledState,
  type UsedValue,
  type UsedVariable,
} from './hook/index.js';
export {
  addToDraft,
  reaches,
  writeOverride,
  type Alternative,
  type Elsewhere,
  type Instead,
  type Override,
  type Reach,
  type Wish,
} from './override/index.js';
export { compare, drift, type Comparison, type Difference, type Drifted } from './drift/index.js';
export { claimsAbout, claimsOf, type Claim } from './proof/index.js';
export { setAside, type SetAside } from './pasted/index.js';
export { confirm, type Step } from './proof/index.js';
export {
  prove,
  proveInSteps,
  type Aside,
  type Outcome,
  type Proof,
  type ProofOptions,
  type ProofStep,
  type Verdict,
} from './proof/index.js';
export { pack, readPanel, type Packed } from './panel/index.js';
export { panelProfiles, type Grade, type PanelProfile } from './facts/index.js';
export { specificityOf, specificityText, type Specificity } from './selector/index.js';
export {
  contrastOf,
  groupedLonghands,
  hexOf,
  isLonghand,
  keywordsOf,
  longhandsOf,
  propertyNames,
} from './value/index.js';
export { count, list, placeText, YeltoError, type Fault, type Place } from './text/index.js';
