// The web socket to the room's server, which keeps the draft in its file.
import type { SheetSource } from 'yelto';
import { invitation } from './invitation.js';

export interface DraftState {
  readonly text: string;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** What is wrong with its file, in words; '' for nothing. */
  readonly trouble: string;
}

export interface ServerEvents {
  /** At the beginning, and whenever somebody else changed the draft. */
  readonly onDraft: (state: DraftState, file: string, rooms: number) => void;
  readonly onLink: (isOpen: boolean) => void;
}

export type Saved =
  | { readonly kind: 'saved'; readonly state: DraftState }
  | { readonly kind: 'changed meanwhile'; readonly theirs: string };

type Notice =
  | { readonly kind: 'draft'; readonly state: DraftState; readonly file: string; readonly rooms: number }
  | { readonly kind: 'answer'; readonly id: number; readonly result: unknown }
  | { readonly kind: 'failed'; readonly id: number; readonly message: string; readonly remedy: string };

export class ServerLink {
  readonly #waiting = new Map<number, { done: (result: unknown) => void; failed: (error: Error) => void }>();
  #socket?: WebSocket;
  #count = 0;

  constructor(private readonly events: ServerEvents) {
    this.#open();
  }

  save = (text: string, base: string) => this.#ask<Saved>({ kind: 'save', text, base });
  undo = () => this.#ask<DraftState>({ kind: 'undo' });
  redo = () => this.#ask<DraftState>({ kind: 'redo' });
  /** Keeps what stood in the panel; resolves to the file's name. */
  backup = (text: string) => this.#ask<string>({ kind: 'backup', text });
  /** A sheet of another host with all that it imports. */
  sheet = (address: string) => this.#ask<SheetSource[]>({ kind: 'sheet', address });

  #open(): void {
    const socket = new WebSocket(`ws://${location.host}/link?token=${invitation.token}`);
    this.#socket = socket;
    socket.addEventListener('open', () => this.events.onLink(true));
    socket.addEventListener('message', ({ data }) => this.#hear(JSON.parse(String(data)) as Notice));
    socket.addEventListener('close', () => {
      this.events.onLink(false);
      for (const { failed } of this.#waiting.values())
        failed(new Error('The room’s server does not answer.'));
      this.#waiting.clear();
      setTimeout(() => this.#open(), 1000);
    });
  }

  #hear(notice: Notice): void {
    switch (notice.kind) {
      case 'draft':
        return this.events.onDraft(notice.state, notice.file, notice.rooms);
      case 'answer':
        this.#waiting.get(notice.id)?.done(notice.result);
        break;
      case 'failed':
        this.#waiting
          .get(notice.id)
          ?.failed(new Error([notice.message, notice.remedy].filter(Boolean).join(' ')));
    }
    this.#waiting.delete(notice.id);
  }

  #ask<T>(request: object): Promise<T> {
    return new Promise((done, failed) => {
      if (this.#socket?.readyState !== WebSocket.OPEN)
        return failed(new Error('The room’s server does not answer.'));
      const id = this.#count++;
      this.#waiting.set(id, { done: (result) => done(result as T), failed });
      this.#socket.send(JSON.stringify({ ...request, id }));
    });
  }
}
