// A page in the person's own tab, which opened this window by the bookmark.
import { isGenuine, type ToRoom } from 'yelto/browser';
import { invitation } from './invitation.js';
import { PageLink, type PageEnd, type PageEvents } from './page-link.js';

/** A page that asks to be fitted; nothing is told to it before the person agrees. */
export interface AskingPage {
  readonly origin: string;
  readonly address: string;
}

/** So long a page may take to answer, ms, and how often it is asked. */
const longestAnswer = 5000;
const askAgain = 250;

/**
 * The page that opened this window.
 * Rejects, with the reason, where the link between the two windows was cut or nobody answers.
 */
export function askingPage(): Promise<AskingPage> {
  const opener = window.opener as Window | null;
  if (!opener)
    return Promise.reject(
      new Error(
        'This site cuts the link between windows, so the room cannot reach its page. Save the page instead: yelto capture --bookmark, pressed in the same tab.',
      ),
    );
  return new Promise((done, failed) => {
    const ask = () => opener.postMessage({ kind: 'join', yelto: invitation.join }, '*');
    const stop = () => {
      clearInterval(again);
      clearTimeout(late);
      window.removeEventListener('message', hear);
    };
    const hear = ({ source, origin, data }: MessageEvent) => {
      const message = data as (ToRoom & { yelto?: unknown }) | null;
      if (source !== opener || message?.kind !== 'ready' || message.yelto !== invitation.join) return;
      if (!URL.canParse(message.address) || new URL(message.address).origin !== origin) return;
      stop();
      done({ origin, address: message.address });
    };
    window.addEventListener('message', hear);
    const again = setInterval(ask, askAgain);
    const late = setTimeout(() => {
      stop();
      failed(new Error('The page in the other tab does not answer. Press the bookmark on it once more.'));
    }, longestAnswer);
    ask();
  });
}

export class TabLink extends PageLink {
  protected readonly end: PageEnd;

  constructor({ origin }: AskingPage, events: Partial<PageEvents>) {
    super(events);
    this.end = { window: window.opener as Window | null, origin, token: invitation.join };
    window.addEventListener('message', this.#hearLeaving);
    this.send({ kind: 'join' }, origin);
  }

  /** A document that goes away is no window's any more when its last word comes. */
  #hearLeaving = (event: MessageEvent): void => {
    const { origin, token } = this.end;
    if (isGenuine<ToRoom>(event, { source: null, origin, token }) && event.data.kind === 'no page')
      this.events.onNoPage?.('That page was left. Press the bookmark on the page that you want to fit.');
  };

  override leave(): void {
    window.removeEventListener('message', this.#hearLeaving);
    super.leave();
  }

  protected hasJoined(): void {
    // Nothing waits for it.
  }

  open(): void {
    // The tab is the person's: they go where they want, and press the bookmark there.
  }
}
