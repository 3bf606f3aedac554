export { openPage, type OpenOptions } from './open-page.js';
export { readDraft, saveToDraft } from './draft-file.js';
