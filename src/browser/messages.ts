import type { PageSource } from '../page/index.js';
import type { CheckAnswer, LiveClaim } from './check.js';
import type { ForeignText } from './stand-in.js';

/**
 * What the room asks of the page's script; each message carries the token that the script was given. Elements are named
 * by their number in a reading of the page, which comes along as `reading`.
 */
export type ToPage =
  /** The room is there: the page says where it is, and is read. */
  | { readonly kind: 'join' }
  | { readonly kind: 'read' }
  | {
      readonly kind: 'light';
      readonly reading: number;
      readonly indices: readonly number[];
      readonly note?: string;
    }
  | { readonly kind: 'draft'; readonly css: string }
  | { readonly kind: 'pick'; readonly on: boolean }
  | {
      readonly kind: 'hold';
      readonly reading: number;
      readonly holds: readonly LiveHold[];
      readonly foreign: readonly ForeignText[];
    }
  | { readonly kind: 'suppose'; readonly reading: number; readonly what?: WhatIf }
  | { readonly kind: 'scroll'; readonly y: number }
  /** Which elements the room keeps its eye on while the page changes. */
  | {
      readonly kind: 'follow';
      readonly reading: number;
      readonly indices: readonly number[];
      readonly id: number;
    }
  | {
      readonly kind: 'check';
      readonly reading: number;
      readonly claims: readonly LiveClaim[];
      readonly id: number;
    }
  | { readonly kind: 'measure'; readonly reading: number; readonly index: number; readonly id: number };

/** What the page's script reports; it can ask for nothing. */
export type ToRoom =
  | { readonly kind: 'ready'; readonly address: string }
  /** In place of a page that cannot be shown. */
  | { readonly kind: 'no page'; readonly reason: string }
  /** The page wanted to leave for another site, and was held back. */
  | { readonly kind: 'left'; readonly address: string }
  | {
      readonly kind: 'page';
      readonly source: PageSource;
      readonly reading: number;
      readonly followed: Followed;
    }
  | { readonly kind: 'hover'; readonly index: number }
  | { readonly kind: 'point'; readonly indices: readonly number[] }
  | { readonly kind: 'climb'; readonly by: 1 | -1 }
  | { readonly kind: 'scrolled'; readonly y: number }
  | { readonly kind: 'measured'; readonly id: number; readonly box?: LiveBox }
  /** One answer for each claim. */
  | { readonly kind: 'checked'; readonly id: number; readonly answers: readonly CheckAnswer[] };

/** What became of the things that the room follows, in the page's latest reading. */
export interface Followed {
  /** Of the room's message. */
  readonly id: number;
  /** −1 for what is gone. */
  readonly indices: readonly number[];
}

/** A change for trying only, never part of a draft: would the override hold? */
export interface WhatIf {
  readonly index: number;
  readonly what: 'longer text' | 'one more' | 'gone' | 'class' | 'attribute';
  /** The class, or `[name=value]`. */
  readonly detail?: string;
}

/** A state that is kept on in the live page: `:hover`, `.is-open`, `[aria-expanded="true"]`. */
export interface LiveHold {
  readonly index: number;
  readonly state: string;
}

/** What only the browser knows of a box, CSS px. */
export interface LiveBox {
  readonly width: number;
  readonly height: number;
  /** Top, right, bottom, left. */
  readonly margin: readonly number[];
  readonly border: readonly number[];
  readonly padding: readonly number[];
  /** The colour that stands behind its text, where it is plain: `rgb(…)`. */
  readonly behind: string;
  /** The element whose background covers this one's wholly; −1 for none. */
  readonly coveredBy: number;
  /** The font that is really used, as far as the browser tells. */
  readonly font: string;
}

export type Sealed<T> = T & { readonly yelto: string };

/** Whether a message comes from the given window and origin and carries the token. */
export function isGenuine<T>(
  event: MessageEvent,
  from: { readonly source: unknown; readonly origin: string; readonly token: string },
): event is MessageEvent<Sealed<T>> {
  const data = event.data as { yelto?: unknown; kind?: unknown } | null;
  return (
    event.source === from.source &&
    event.origin === from.origin &&
    typeof data === 'object' &&
    data !== null &&
    data.yelto === from.token &&
    typeof data.kind === 'string'
  );
}
