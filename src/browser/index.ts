export { joinRoom, type Invitation } from './join-room.js';
export { checkClaims, type CheckAnswer, type Contradiction, type LiveClaim } from './check.js';
export {
  isGenuine,
  type LiveBox,
  type LiveHold,
  type Sealed,
  type ToPage,
  type ToRoom,
  type WhatIf,
} from './messages.js';
export { knowClosed, liveElements } from './own.js';
export { markupWithShadows, readDocument } from './read-document.js';
export { saveCapture, type CaptureFile } from './save-capture.js';
export { enterStage, type Stage, type StageEvents } from './stage.js';
export type { ForeignText } from './stand-in.js';
export { whenStill } from './watch.js';
