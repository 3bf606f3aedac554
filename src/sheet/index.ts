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
export { holds, mediaFault, parseMedia, truthOf, widthsOf, type MediaQuery, type Truth } from './media.js';
export type { MediaConditions } from './media-features.js';
export { supports, type Abilities } from './supports.js';
export {
  deepestImport,
  importedHrefs,
  parseImport,
  parseNamespace,
  resolveHref,
  tooDeep,
  type Import,
} from './imports.js';
