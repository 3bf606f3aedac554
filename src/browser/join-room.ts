import { checkClaims } from './check.js';
import { makeFollower } from './follow.js';
import { makeHolder, type Holder } from './hold.js';
import { keepInside } from './keep-inside.js';
import { measureBox } from './measure.js';
import { isGenuine, type ToPage, type ToRoom } from './messages.js';
import { Numbering } from './numbering.js';
import { readDocument } from './read-document.js';
import { enterStage, type Stage } from './stage.js';
import { watchDocument, type Watch } from './watch.js';
import { makeSupposer, type Supposer } from './what-if.js';

/** How the page's script finds its room. */
export interface Invitation {
  /** The room's origin. */
  readonly room: string;
  readonly token: string;
  /** The origin of the site itself, whose links are kept inside; '' for none. */
  readonly site: string;
  /** Why there is no page here; '' for a page. */
  readonly reason: string;
}

/**
 * Joins a document to the room in another window: reports what it is and what was pointed at, shows what the room
 * sends. Only messages from that window, the room's origin and with the token are heard. Without `peer` that is the
 * window that frames the document; then nothing is done in a page that is not framed.
 */
export function joinRoom(
  document: Document,
  { room, token, site, reason }: Invitation,
  peer: Window | null | undefined = document.defaultView?.parent,
): void {
  const window = document.defaultView;
  if (!window || !peer || peer === window) return;
  const tell = (message: ToRoom) => peer.postMessage({ ...message, yelto: token }, room);
  if (reason) return tell({ kind: 'no page', reason });
  const numbering = new Numbering(document);
  const follower = makeFollower();
  let followId = -1;
  let begun = 0;
  let reading = Promise.resolve();
  const report = () => {
    const own = ++begun;
    reading = (async () => {
      holder.renew();
      const elements = numbering.present;
      const source = await readDocument(document, document.location.href, holder);
      // A page that changed meanwhile is read anew already.
      if (own !== begun) return;
      tell({ kind: 'page', source, reading: numbering.use(elements), followed: followed() });
    })();
    return reading;
  };
  const followed = () => ({
    id: followId,
    indices: follower.among(numbering.present).map((element) => (element ? numbering.indexOf(element) : -1)),
  });
  const stage = enterStage(document, {
    onHover: (element) => tell({ kind: 'hover', index: numbering.indexOf(element) }),
    onClimb: (by) => tell({ kind: 'climb', by }),
    onPoint: (elements) => {
      void (async () => {
        await (watch.isChanged ? report() : reading);
        tell({
          kind: 'point',
          indices: elements.map((one) => numbering.indexOf(one)).filter((index) => index >= 0),
        });
      })();
    },
  });
  const holder = makeHolder(document);
  const supposer = makeSupposer(document);
  const watch = watchDocument(
    document,
    () => document.readyState === 'complete' && void report(),
    () => {
      stage.tend();
    },
  );
  const parts: Parts = {
    stage,
    holder,
    supposer,
    numbering,
    watch,
    window,
    tell,
    report: () => void report(),
    greet: () => tell({ kind: 'ready', address: document.location.href }),
    follow(elements, id) {
      follower.follow(elements);
      followId = id;
    },
  };
  keepInside(document, site, (address) => tell({ kind: 'left', address }));
  window.addEventListener('scroll', () => tell({ kind: 'scrolled', y: window.scrollY }), { passive: true });
  window.addEventListener('message', (event) => {
    if (!isGenuine<ToPage>(event, { source: peer, origin: room, token })) return;
    obey(event.data, parts);
  });
  parts.greet();
  if (peer !== window.parent)
    window.addEventListener('pagehide', () => tell({ kind: 'no page', reason: 'The page was left.' }));
  if (document.readyState === 'complete') void report();
  else window.addEventListener('load', () => void report());
}

interface Parts {
  readonly stage: Stage;
  readonly holder: Holder;
  readonly supposer: Supposer;
  readonly numbering: Numbering;
  readonly watch: Watch;
  readonly window: Window;
  tell(message: ToRoom): void;
  report(): void;
  greet(): void;
  follow(elements: readonly (Element | undefined)[], id: number): void;
}

/** Tells the attributes that are held now, or will be, from what the page's scripts answer to that with. */
function heldBy({ originals }: Holder): (record: MutationRecord) => boolean {
  const before = new Map(originals);
  return ({ target, attributeName }) =>
    [before, originals].some((held) => held.get(target as Element)?.has(attributeName ?? ''));
}

/** Does what the room asks. */
function obey(message: ToPage, parts: Parts): void {
  const { stage, holder, supposer, numbering, watch, window, tell, report, follow } = parts;
  const named = (indices: readonly number[], at: number) => numbering.elements(indices, at);
  const isThere = (element: Element | undefined): element is Element => element?.isConnected ?? false;
  switch (message.kind) {
    case 'join':
      parts.greet();
      return report();
    case 'read':
      return report();
    case 'light':
      return stage.light(named(message.indices, message.reading).filter(isThere), message.note);
    case 'draft':
      stage.tryDraft(message.css);
      return holder.renew();
    case 'pick':
      return stage.setPicking(message.on);
    case 'hold':
      if (message.holds.length === 0 && !holder.isHolding) return;
      return watch.without(
        () =>
          holder.hold(
            message.holds.flatMap(({ index, state }) =>
              named([index], message.reading)
                .filter(isThere)
                .map((element) => ({ element, state })),
            ),
            message.foreign,
          ),
        heldBy(holder),
      );
    case 'suppose':
      watch.without(() =>
        supposer.suppose(message.what && named([message.what.index], message.reading)[0], message.what),
      );
      return report();
    case 'follow':
      follow(named(message.indices, message.reading), message.id);
      // The room spoke of a page that it has seen; since then there may be another.
      if (message.reading !== numbering.latest) report();
      return;
    case 'scroll':
      return window.scrollTo({ top: message.y, behavior: 'instant' });
    case 'check': {
      const elements = named(
        message.claims.map(({ index }) => index),
        message.reading,
      );
      const asked = message.claims.map((claim, i) => ({ claim, element: elements[i] }));
      const answers = watch.withoutTurning(() => stage.aside(() => checkClaims(window.document, asked)));
      return tell({ kind: 'checked', id: message.id, answers });
    }
    case 'measure': {
      const [element] = named([message.index], message.reading);
      const box = element && measureBox(element, (one) => numbering.indexOf(one));
      return tell({ kind: 'measured', id: message.id, box });
    }
  }
}
