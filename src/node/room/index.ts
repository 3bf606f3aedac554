export { openRoom, type FittingRoom, type RoomPlan } from './open-room.js';
export type { RoomNotice, RoomRequest } from './room-server.js';
export type { DraftState, Saved } from './draft-store.js';
