export { pageFrom, parsePage } from './parse-page.js';
export { Page, type DraftPlace, type Overlay } from './page.js';
export { PageElement, type MarkupPlace } from './element.js';
export type { Conditions, Held, Origin, PageSource, Sheet, SheetSource, SheetStatus } from './types.js';
export type { RuleCondition, Scope, StyleBlock, StyleSet } from './gather.js';
export { emptyStyleSet, Gatherer } from './gather.js';
export { nearestNames, parseMarkup, type Markup, type SheetMention } from './markup.js';
export { compileSelectors } from './held.js';
