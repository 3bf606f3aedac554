// What a browser sends to a room's servers, sent by hand.
import { once } from 'node:events';
import { request } from 'node:http';
import type { LookupFunction } from 'node:net';
import { WebSocket } from 'ws';
import type { FittingRoom, RoomNotice } from 'yelto/node';
import { until } from './room.js';

/** One request as it is, without what `fetch` makes of it. */
export function ask(
  address: string,
  headers: Record<string, string> = {},
  path?: string,
  { method, body }: { method?: string; body?: string } = {},
) {
  return new Promise<{ status: number; headers: Record<string, unknown>; body: string }>(
    (resolve, reject) => {
      const url = new URL(address);
      const sent = request(
        {
          host: '127.0.0.1',
          port: url.port,
          path: path ?? url.pathname + url.search,
          method,
          headers: { host: url.host, ...headers },
        },
        (response) => {
          const chunks: Buffer[] = [];
          response.on('data', (chunk: Buffer) => chunks.push(chunk));
          response.on('end', () =>
            resolve({
              status: response.statusCode ?? 0,
              headers: response.headers,
              body: Buffer.concat(chunks).toString(),
            }),
          );
        },
      );
      sent.on('error', reject).end(body);
    },
  );
}

/** Browsers take names under `localhost` for this machine; the system's resolver may know none. */
export const onThisMachine = ((
  _name: string,
  options: { all?: boolean },
  tell: (...answer: unknown[]) => void,
) =>
  options.all
    ? tell(null, [{ address: '127.0.0.1', family: 4 }])
    : tell(null, '127.0.0.1', 4)) as LookupFunction;

export const partsOf = ({ address }: Pick<FittingRoom, 'address'>) => {
  const { origin, hash, host } = new URL(address);
  return { origin, host, asked: new URLSearchParams(hash.slice(1)) };
};

/** A room's socket; rejects when it is refused. */
export async function link(
  room: Pick<FittingRoom, 'address'>,
  { token, origin }: { token?: string; origin?: string } = {},
) {
  const parts = partsOf(room);
  const socket = new WebSocket(`ws://${parts.host}/link?token=${token ?? parts.asked.get('token')}`, {
    origin: origin ?? parts.origin,
    lookup: onThisMachine,
  });
  const notices: RoomNotice[] = [];
  socket.on('message', (data) => notices.push(JSON.parse(String(data)) as RoomNotice));
  await once(socket, 'open');
  let count = 0;
  const tell = async (message: object) => {
    const id = count++;
    socket.send(JSON.stringify({ ...message, id }));
    const answered = () => notices.find((one) => one.kind !== 'draft' && one.id === id);
    await until(() => answered() !== undefined, 'an answer');
    const answer = answered()!;
    return answer.kind === 'answer'
      ? (answer.result as { kind?: string; theirs?: string; text?: string })
      : answer;
  };
  return { socket, notices, tell };
}
