export { capturePage, type Captured, type RunScripts } from './capture.js';
export { openPage, type OpenOptions } from './open-page.js';
export { readDraft, saveToDraft } from './draft-file.js';
