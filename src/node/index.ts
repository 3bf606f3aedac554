export { captureBookmark, capturePage, type Captured, type CaptureOptions } from './capture.js';
export { ownFile } from './own-files.js';
export type { CapturedSheet } from './capture-note.js';
export type { LiveOptions } from './live/read-live.js';
export { openPage, type OpenOptions } from './open-page.js';
export { readDraft, saveToDraft } from './draft-file.js';
export {
  openJoinRoom,
  openRoom,
  type DraftState,
  type FittingRoom,
  type JoinPlan,
  type RoomNotice,
  type RoomPlan,
  type RoomRequest,
  type Saved,
} from './room/index.js';
