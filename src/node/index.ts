export { captureBookmark, capturePage, type Captured, type RunScripts } from './capture.js';
export { openPage, type OpenOptions } from './open-page.js';
export { readDraft, saveToDraft } from './draft-file.js';
export {
  openRoom,
  type DraftState,
  type FittingRoom,
  type RoomNotice,
  type RoomPlan,
  type RoomRequest,
  type Saved,
} from './room/index.js';
