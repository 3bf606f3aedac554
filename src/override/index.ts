export { writeOverride } from './write-override.js';
export { addToDraft } from './draft.js';
export type { Alternative, Override, Wish } from './types.js';
