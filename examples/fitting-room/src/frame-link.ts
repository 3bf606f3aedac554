// A page that is passed on from this machine, in a frame of the room.
import { invitation, siteOrigin } from './invitation.js';
import { PageLink, type PageEnd, type PageEvents } from './page-link.js';

/** So long a page may take to come, and a document that is there to join the room, ms. */
const longestOpening = 15_000;
const longestJoining = 3000;

export class FrameLink extends PageLink {
  #wait: ReturnType<typeof setTimeout>;
  /** Whether the document that is being loaded has joined; and whether one is there that has not yet. */
  #hasJoined = false;
  #isAwaited = false;

  constructor(
    private readonly frame: HTMLIFrameElement,
    events: Partial<PageEvents>,
  ) {
    super(events);
    frame.addEventListener('load', this.#loaded);
    this.#wait = this.#giveUp(longestOpening, 'It did not come within 15 seconds.');
  }

  protected get end(): PageEnd {
    return { window: this.frame.contentWindow, origin: siteOrigin, token: invitation.pageToken };
  }

  /** A document that is there and does not join is none of the site's pages; joining mostly comes first. */
  #loaded = (): void => {
    clearTimeout(this.#wait);
    if (this.#hasJoined) {
      this.#hasJoined = false;
      return;
    }
    this.lose();
    this.#isAwaited = true;
    this.#wait = this.#giveUp(
      longestJoining,
      'What the frame shows is no page of this site: a file, an error of the browser’s, or another site.',
    );
  };

  protected hasJoined(): void {
    this.#hasJoined = !this.#isAwaited;
    this.#isAwaited = false;
    clearTimeout(this.#wait);
  }

  #giveUp(wait: number, reason: string): ReturnType<typeof setTimeout> {
    return setTimeout(() => !this.isReady && this.events.onNoPage?.(reason), wait);
  }

  override leave(): void {
    clearTimeout(this.#wait);
    this.frame.removeEventListener('load', this.#loaded);
    super.leave();
  }

  open(address: string): void {
    this.frame.src = address;
  }
}
