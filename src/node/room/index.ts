import type { JoinPlan } from './open-join.js';
import type { FittingRoom, RoomPlan } from './open-room.js';

export type { FittingRoom, JoinPlan, RoomPlan };
export type { RoomNotice, RoomRequest } from './room-server.js';
export type { DraftState, Saved } from './draft-store.js';

/**
 * Opens the fitting room on a site: two servers on this machine, one that passes the site on and one for the
 * room and its draft, with different origins and different tokens. Their parts are read when this is called.
 * @throws YeltoError when the page is not there, the room was not built, or a port is taken.
 */
export async function openRoom(plan: RoomPlan): Promise<FittingRoom> {
  return (await import('./open-room.js')).openRoom(plan);
}

/**
 * Opens a fitting room for pages in the person's own tabs: its address, opened once in a browser, gives a bookmark; that,
 * pressed on a page, opens the room beside it. The room stands at the same name and port each time.
 * @throws YeltoError when its key cannot be kept, the room was not built, or its port is taken.
 */
export async function openJoinRoom(plan: JoinPlan): Promise<Omit<FittingRoom, 'site'>> {
  return (await import('./open-join.js')).openJoinRoom(plan);
}
