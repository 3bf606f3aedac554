// The page on the stage, loaded once more beside it: with the person's own session, and without the draft.
import type { PageSource } from 'yelto';
import { withForeign } from './foreign.js';
import { FrameLink } from './frame-link.js';
import type { Room } from './use-room.js';

/** Rejects, with the reason, where no page comes. */
export async function readAnew({ address, draft }: Room): Promise<PageSource> {
  const frame = document.createElement('iframe');
  frame.className = 'anew';
  frame.title = 'The page as it is now';
  frame.tabIndex = -1;
  frame.ariaHidden = 'true';
  let link: FrameLink | undefined;
  try {
    const source = await new Promise<PageSource>((done, failed) => {
      link = new FrameLink(frame, {
        onPage: ({ source: read }) => done(read),
        onNoPage: (reason) => failed(new Error(`The page could not be asked. ${reason}`)),
      });
      frame.src = address;
      document.body.append(frame);
    });
    return await withForeign(source, draft.link);
  } finally {
    link?.leave();
    frame.remove();
  }
}
