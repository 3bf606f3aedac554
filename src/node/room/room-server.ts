import { createServer, type IncomingMessage } from 'node:http';
import sirv from 'sirv';
import { WebSocketServer, type WebSocket } from 'ws';
import { YeltoError } from '../../text/index.js';
import { DraftStore, type DraftState } from './draft-store.js';
import { isOwnHost, isToken, listenLocally, refuse } from './guard.js';
import { readForeignSheet } from '../foreign-sheet.js';
import { closeServer } from './site-server.js';

/** What the room tells its server. */
export type RoomRequest =
  | { readonly kind: 'save'; readonly id: number; readonly text: string; readonly base: string }
  | { readonly kind: 'undo' | 'redo'; readonly id: number }
  /** What stood in the panel before, to be kept beside the draft. */
  | { readonly kind: 'backup'; readonly id: number; readonly text: string }
  /** A sheet of another host, which the page may not read. */
  | { readonly kind: 'sheet'; readonly id: number; readonly address: string };

/** What the server tells the room. `draft` comes unasked, at the beginning and when the file changed outside. */
export type RoomNotice =
  | { readonly kind: 'draft'; readonly state: DraftState; readonly file: string; readonly rooms: number }
  | { readonly kind: 'answer'; readonly id: number; readonly result: unknown }
  | { readonly kind: 'failed'; readonly id: number; readonly message: string; readonly remedy: string };

export interface RoomServer {
  readonly port: number;
  close(): Promise<void>;
}

interface RoomOptions {
  /** The name that it answers to. */
  readonly host: string;
  /** Folder of the room's built files. */
  readonly files: string;
  readonly draft: string;
  readonly token: string;
  readonly port: number;
  /** The live site: its sheets, as it is passed on, are asked for at its own address. */
  readonly site?: string;
  /** The origin at which the site is passed on, once it is. */
  readonly passedOn: () => string;
}

/** The room's page is framed by nobody, and tells nobody where it stands. */
const closedHeaders = {
  'x-frame-options': 'DENY',
  'referrer-policy': 'no-referrer',
  'cross-origin-resource-policy': 'same-origin',
};

/** Text that a room may send at once, bytes. */
const largestMessage = 8_000_000;

/**
 * Serves the room's page and keeps its draft. The files of the page are open to this machine; everything else
 * goes over one web socket, which wants the run's token, the room's own origin and the run's name.
 */
export async function serveRoom(options: RoomOptions): Promise<RoomServer> {
  const { host, files, draft, token, port, site, passedOn } = options;
  const rooms = new Set<WebSocket>();
  const notify = (state: DraftState, but?: WebSocket) => {
    for (const room of rooms)
      if (room !== but) send(room, { kind: 'draft', state, file: draft, rooms: rooms.size });
  };
  const store = await DraftStore.open(draft, (state) => notify(state));
  const pages = sirv(files, { dev: true, dotfiles: false });
  const server = createServer((request, response) => {
    if (!isOwnHost(request, host, portOf()))
      return refuse(response, 421, 'This server answers to the name of its run alone.');
    for (const [name, value] of Object.entries(closedHeaders)) response.setHeader(name, value);
    if (request.method !== 'GET' && request.method !== 'HEAD')
      return refuse(response, 405, 'Only reading is possible here.');
    pages(request, response, () => refuse(response, 404, 'There is nothing here.'));
  });
  const portOf = () => (server.address() as { port: number }).port;
  const sockets = new WebSocketServer({ noServer: true, maxPayload: largestMessage });
  server.on('upgrade', (request, socket, head) => {
    if (!isAllowed(request, host, portOf(), token)) return socket.end('HTTP/1.1 403 Forbidden\r\n\r\n');
    sockets.handleUpgrade(request, socket, head, (room) => {
      rooms.add(room);
      notify(store.state);
      room.on('close', () => {
        rooms.delete(room);
        notify(store.state);
      });
      room.on('error', () => room.terminate());
      room.on('message', (data) => void answer(room, String(data)));
    });
  });

  async function answer(room: WebSocket, text: string): Promise<void> {
    const request = readRequest(text);
    if (!request) return room.close(1008, 'not a request');
    try {
      const result = await work(request, room);
      send(room, { kind: 'answer', id: request.id, result });
    } catch (error) {
      const { message, remedy } =
        error instanceof YeltoError ? error : { message: (error as Error).message, remedy: undefined };
      send(room, { kind: 'failed', id: request.id, message, remedy: remedy ?? '' });
    }
  }

  async function work(request: RoomRequest, room: WebSocket): Promise<unknown> {
    switch (request.kind) {
      case 'save': {
        const saved = await store.save(request.text, request.base);
        if (saved.kind === 'saved') notify(saved.state, room);
        return saved;
      }
      case 'undo':
      case 'redo': {
        const state = await store[request.kind]();
        notify(state, room);
        return state;
      }
      case 'backup':
        return store.backUp(request.text);
      case 'sheet':
        return readForeignSheet(request.address, site, atSite(request.address, site, passedOn()));
    }
  }

  const taken = await listenLocally(server, port);
  return {
    port: taken,
    async close() {
      for (const room of rooms) room.terminate();
      await store.close();
      await closeServer(server);
    },
  };
}

/** An address at which the site is passed on, as the site's own: it may lead elsewhere from there. */
function atSite(address: string, site: string | undefined, passedOn: string): string {
  const isPassedOn = site !== undefined && address.startsWith(`${passedOn}/`);
  return isPassedOn ? new URL(site).origin + address.slice(passedOn.length) : address;
}

function send(room: WebSocket, notice: RoomNotice): void {
  room.send(JSON.stringify(notice));
}

/** A browser sends the origin of the page that opens a socket and does not let the page change it. */
function isAllowed(request: IncomingMessage, name: string, port: number, token: string): boolean {
  const { origin, host } = request.headers;
  const asked = new URL(request.url ?? '/', 'http://127.0.0.1');
  return (
    isOwnHost(request, name, port) &&
    origin === `http://${host}` &&
    asked.pathname === '/link' &&
    isToken(asked.searchParams.get('token'), token)
  );
}

function readRequest(text: string): RoomRequest | undefined {
  try {
    const { kind, id, text: draft, base, address } = JSON.parse(text) as Record<string, unknown>;
    if (typeof id !== 'number') return undefined;
    if (kind === 'save' && typeof draft === 'string' && typeof base === 'string')
      return { kind, id, text: draft, base };
    if (kind === 'undo' || kind === 'redo') return { kind, id };
    if (kind === 'backup' && typeof draft === 'string') return { kind, id, text: draft };
    if (kind === 'sheet' && typeof address === 'string') return { kind, id, address };
  } catch {
    // Not JSON.
  }
  return undefined;
}
