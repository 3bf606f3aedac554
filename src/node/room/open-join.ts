import { hostOfKey } from './guard.js';
import { joinKey } from './join-key.js';
import { builtRoom, inUse, type FittingRoom } from './open-room.js';
import { serveRoom } from './room-server.js';

export interface JoinPlan {
  /** The CSS file of the draft; made at the first change. */
  readonly draft: string;
  /** Where the key is kept. Default: the user's configuration folder. */
  readonly folder?: string;
}

/** See `openJoinRoom` in `index.ts`. */
export async function openJoinRoom({ draft, folder }: JoinPlan): Promise<Omit<FittingRoom, 'site'>> {
  const files = await builtRoom();
  const { key, port } = await joinKey(folder);
  const host = hostOfKey(key);
  const room = await inUse(
    'room',
    port,
    () => serveRoom({ files, host, draft, token: key, port, passedOn: () => '' }),
    'End the other yelto try --join, or the program that has it: the bookmark leads there.',
  );
  return {
    // Behind the hash it is sent to no server and stands in no log.
    address: `http://${host}:${room.port}/#first&token=${key}`,
    close: () => room.close(),
  };
}
