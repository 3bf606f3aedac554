import { makeFollower } from './follow.js';
import { makeHolder } from './hold.js';
import { measureBox } from './measure.js';
import { isGenuine, type ToPage, type ToRoom } from './messages.js';
import { readDocument } from './read-document.js';
import { enterStage } from './stage.js';
import { watchDocument } from './watch.js';
import { makeSupposer } from './what-if.js';

/** How the page's script finds its room. */
export interface Invitation {
  /** The room's origin. */
  readonly room: string;
  readonly token: string;
  /** The origin of the site itself, whose links are kept inside; '' for none. */
  readonly site: string;
}

/**
 * Joins a document to the room that frames it: reports what it is and what was pointed at, shows what the room
 * sends. Only messages from the framing window, the room's origin and with the token are heard. Does nothing in
 * a page that is not framed.
 */
export function joinRoom(document: Document, { room, token, site }: Invitation): void {
  const window = document.defaultView;
  if (!window || window.parent === window) return;
  const tell = (message: ToRoom) => window.parent.postMessage({ ...message, yelto: token }, room);
  // Elements are named by their number, so the room must have read the page as it is.
  let latest = 0;
  let reading = Promise.resolve();
  const follower = makeFollower(document);
  const report = () => {
    const own = ++latest;
    reading = (async () => {
      const followed = follower.found();
      const source = await readDocument(document);
      if (own === latest) tell({ kind: 'page', source, followed });
    })();
    return reading;
  };
  const stage = enterStage(document, {
    onHover: (index) => tell({ kind: 'hover', index }),
    onClimb: (by) => tell({ kind: 'climb', by }),
    onPoint: (indices) => {
      void (async () => {
        await (watch.isChanged ? report() : reading);
        tell({ kind: 'point', indices });
      })();
    },
  });
  const holder = makeHolder(document);
  const supposer = makeSupposer(document);
  const watch = watchDocument(
    document,
    () => document.readyState === 'complete' && void report(),
    () => {
      holder.tend();
      stage.tend();
    },
  );
  keepLinksInside(document, site);
  window.addEventListener('scroll', () => tell({ kind: 'scrolled', y: window.scrollY }), { passive: true });
  window.addEventListener('message', (event) => {
    if (!isGenuine<ToPage>(event, { source: window.parent, origin: room, token })) return;
    const message = event.data;
    switch (message.kind) {
      case 'read':
        return void report();
      case 'light':
        return stage.light(message.indices, message.note);
      case 'draft':
        return stage.tryDraft(message.css);
      case 'pick':
        return stage.setPicking(message.on);
      case 'hold':
        return holder.hold(message.holds);
      case 'suppose':
        supposer.suppose(message.what);
        return void report();
      case 'follow':
        return follower.follow(message.indices);
      case 'scroll':
        return window.scrollTo({ top: message.y, behavior: 'instant' });
      case 'measure':
        return tell({ kind: 'measured', id: message.id, box: measureBox(document, message.index) });
    }
  });
  tell({ kind: 'ready', address: document.location.href });
  if (document.readyState === 'complete') void report();
  else window.addEventListener('load', () => void report());
}

/** Links to the site by its own name lead to the copy that is passed on here. */
function keepLinksInside(document: Document, site: string): void {
  if (!site) return;
  document.addEventListener(
    'click',
    (event) => {
      const link = (event.target as Element | null)?.closest?.('a[href]') as HTMLAnchorElement | null;
      if (!link || new URL(link.href).origin !== site) return;
      link.href = link.href.slice(site.length) || '/';
    },
    { capture: true },
  );
}
