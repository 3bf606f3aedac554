// The page on the stage, loaded once more beside it: with the person's own session, and without the draft.
import type { PageSource } from 'yelto';
import { withForeign } from './foreign.js';
import { FrameLink } from './frame-link.js';
import type { PageEvents, PageLink } from './page-link.js';
import type { Room } from './use-room.js';

/**
 * A page in a tab of its own is read as it stands there, without the draft that is tried.
 * Rejects, with the reason, where no page comes.
 */
export async function readAnew({ address, draft, openTab }: Room): Promise<PageSource> {
  const source = openTab
    ? await readBy((events) => openTab(events))
    : await inFrame((frame) =>
        readBy((events) => {
          const link = new FrameLink(frame, events);
          link.open(address);
          document.body.append(frame);
          return link;
        }),
      );
  return withForeign(source, draft.link);
}

async function readBy(open: (events: Partial<PageEvents>) => PageLink): Promise<PageSource> {
  let link: PageLink | undefined;
  try {
    return await new Promise<PageSource>((done, failed) => {
      link = open({
        onPage: ({ source: read }) => done(read),
        onNoPage: (reason) => failed(new Error(`The page could not be asked. ${reason}`)),
      });
    });
  } finally {
    link?.leave();
  }
}

async function inFrame<T>(work: (frame: HTMLIFrameElement) => Promise<T>): Promise<T> {
  const frame = document.createElement('iframe');
  frame.className = 'anew';
  frame.title = 'The page as it is now';
  frame.tabIndex = -1;
  frame.ariaHidden = 'true';
  try {
    return await work(frame);
  } finally {
    frame.remove();
  }
}
