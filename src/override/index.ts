export { exactSelector, writeOverride } from './write-override.js';
export { addToDraft } from './draft.js';
export { reaches, type Reach } from './reach.js';
export type { Alternative, Counted, Elsewhere, Instead, Override, Wish } from './types.js';
