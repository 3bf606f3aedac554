import type { FittingRoom, RoomPlan } from './open-room.js';

export type { FittingRoom, RoomPlan };
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
