// The other end of the script in the site's page: what the room asks, and what it hears. Messages count only from
// that window, from the page's origin and with its token; whatever they hold is data, never an order.
import {
  isGenuine,
  type CheckAnswer,
  type ForeignText,
  type LiveBox,
  type LiveClaim,
  type LiveHold,
  type ToPage,
  type ToRoom,
  type WhatIf,
} from 'yelto/browser';

export interface PageEvents {
  readonly onReady: (address: string) => void;
  /** There is no page: why, in words. */
  readonly onNoPage: (reason: string) => void;
  /** The page stays, and wanted to go there. */
  readonly onLeft: (address: string) => void;
  readonly onPage: (page: Extract<ToRoom, { kind: 'page' }>) => void;
  readonly onHover: (index: number) => void;
  readonly onPoint: (indices: readonly number[]) => void;
  readonly onClimb: (by: 1 | -1) => void;
  readonly onScrolled: (y: number) => void;
}

/** Where a page is, and how it is told from others. */
export interface PageEnd {
  readonly window: Window | null;
  readonly origin: string;
  readonly token: string;
}

export abstract class PageLink {
  readonly #asked = new Map<number, (answer: unknown) => void>();
  #count = 0;
  /** Before the page's script is there nobody would hear. */
  #isReady = false;
  #follows = 0;
  /** The reading that the room's numbers are of. */
  reading = 0;

  constructor(protected readonly events: Partial<PageEvents>) {
    window.addEventListener('message', this.#hear);
  }

  protected abstract readonly end: PageEnd;
  /** Told when the page says that it is there, or that there is none. */
  protected abstract hasJoined(): void;
  /** Shows a page of the site again, whatever is there now. */
  abstract open(address: string): void;

  leave(): void {
    window.removeEventListener('message', this.#hear);
  }

  protected get isReady(): boolean {
    return this.#isReady;
  }

  /** The page that was there is not any more. */
  protected lose(): void {
    this.#isReady = false;
  }

  read = (): void => this.#tell({ kind: 'read' });
  light = (indices: readonly number[], note?: string): void =>
    this.#tell({ kind: 'light', reading: this.reading, indices, note });
  tryDraft = (css: string): void => this.#tell({ kind: 'draft', css });
  setPicking = (on: boolean): void => this.#tell({ kind: 'pick', on });
  hold = (holds: readonly LiveHold[], foreign: readonly ForeignText[]): void =>
    this.#tell({ kind: 'hold', reading: this.reading, holds, foreign });

  suppose = (what?: WhatIf): void => this.#tell({ kind: 'suppose', reading: this.reading, what });
  follow = (indices: readonly number[]): void =>
    this.#tell({ kind: 'follow', reading: this.reading, indices, id: ++this.#follows });
  /** Whether what a page says of followed things is of those that are followed now. */
  isOfNow = (id: number): boolean => id === this.#follows;
  scroll = (y: number): void => this.#tell({ kind: 'scroll', y });

  /** What the browser says of each claim; undefined where it does not answer within two seconds. */
  check = (claims: readonly LiveClaim[]): Promise<readonly CheckAnswer[] | undefined> =>
    this.#ask(2000, (id) => ({ kind: 'check', reading: this.reading, claims, id }));

  /** undefined where the element has no box, or the page does not answer within a second. */
  measure = (index: number): Promise<LiveBox | undefined> =>
    this.#ask(1000, (id) => ({ kind: 'measure', reading: this.reading, index, id }));

  #ask<T>(wait: number, request: (id: number) => ToPage): Promise<T | undefined> {
    const id = this.#count++;
    return new Promise((answer) => {
      this.#asked.set(id, answer as (answer: unknown) => void);
      setTimeout(() => this.#answer(id, undefined), wait);
      this.#tell(request(id));
    });
  }

  #answer(id: number, answer: unknown): void {
    this.#asked.get(id)?.(answer);
    this.#asked.delete(id);
  }

  #tell(message: ToPage): void {
    if (this.#isReady) this.send(message, this.end.origin);
  }

  protected send(message: ToPage, origin: string): void {
    this.end.window?.postMessage({ ...message, yelto: this.end.token }, origin);
  }

  #hear = (event: MessageEvent): void => {
    const { window: source, origin, token } = this.end;
    if (!isGenuine<ToRoom>(event, { source, origin, token })) return;
    const message = event.data;
    switch (message.kind) {
      case 'ready':
        // The page may say anything of where it is; the room opens that address again, to compare.
        if (!URL.canParse(message.address) || new URL(message.address).origin !== origin) return;
        this.#isReady = true;
        this.hasJoined();
        return this.events.onReady?.(message.address);
      case 'no page':
        this.hasJoined();
        return this.events.onNoPage?.(String(message.reason));
      case 'left':
        return this.events.onLeft?.(String(message.address));
      case 'page':
        return this.events.onPage?.(message);
      case 'hover':
        return this.events.onHover?.(Number(message.index));
      case 'point':
        return this.events.onPoint?.(message.indices.map(Number));
      case 'climb':
        return this.events.onClimb?.(message.by);
      case 'scrolled':
        return this.events.onScrolled?.(Number(message.y));
      case 'measured':
        return this.#answer(message.id, message.box);
      case 'checked':
        return this.#answer(message.id, message.answers);
    }
  };
}
