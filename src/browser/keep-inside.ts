import { pathInside } from '../text/index.js';

/** What the Navigation API tells of a move that begins (HTML Standard §7.2.6). */
interface NavigateEvent extends Event {
  readonly hashChange: boolean;
  readonly downloadRequest: string | null;
  readonly destination: { readonly url: string; readonly sameDocument: boolean };
}

/**
 * Keeps a page that is passed on at another origin there: its own addresses, written out in links, forms and scripts, lead
 * to the copy. What leads to another site is held back, where the browser lets that be seen, and told to `onLeave`.
 */
export function keepInside(document: Document, site: string, onLeave: (address: string) => void): void {
  if (!site) return;
  const window = document.defaultView as Window & typeof globalThis;
  const { origin } = document.location;
  /** Here, what is of the site; undefined for all else. */
  const inside = (address: string): string | undefined => {
    const path = pathInside(site, new URL(address, document.baseURI).href);
    return path === undefined ? undefined : origin + path;
  };
  const here = (address: string): string => {
    try {
      return inside(address) ?? address;
    } catch {
      return address;
    }
  };
  keepRequests(window, here);
  keepLinks(document, here);
  (window as unknown as { navigation?: EventTarget }).navigation?.addEventListener('navigate', (event) => {
    const { destination, hashChange, downloadRequest, cancelable } = event as NavigateEvent;
    const { url, sameDocument } = destination;
    if (hashChange || sameDocument || downloadRequest !== null || !cancelable) return;
    if (!/^https?:/.test(url) || new URL(url).origin === origin) return;
    event.preventDefault();
    const own = inside(url);
    if (own === undefined) onLeave(url);
    else window.setTimeout(() => document.location.assign(own));
  });
}

/** What scripts ask of the site by its own name. */
function keepRequests(window: Window & typeof globalThis, here: (address: string) => string): void {
  const asText = (address: unknown) => here(String(address));
  window.fetch = new Proxy(window.fetch, {
    apply(fetch, own, [what, ...more]: Parameters<typeof window.fetch>) {
      const asked = what instanceof window.Request ? new window.Request(here(what.url), what) : asText(what);
      return Reflect.apply(fetch, own, [asked, ...more]) as unknown;
    },
  });
  const { prototype } = window.XMLHttpRequest;
  prototype.open = new Proxy(prototype.open, {
    apply: (open, own, [method, address, ...more]: unknown[]) =>
      Reflect.apply(open, own, [method, asText(address), ...more] as never) as unknown,
  });
  window.navigator.sendBeacon = new Proxy(window.navigator.sendBeacon, {
    apply: (send, own, [address, ...more]: unknown[]) =>
      Reflect.apply(send, own, [asText(address), ...more] as never) as unknown,
  });
  window.WebSocket = new Proxy(window.WebSocket, {
    construct: (Socket, [address, ...more]: unknown[], own) =>
      Reflect.construct(
        Socket,
        [asText(address).replace(/^http/, 'ws'), ...more],
        own as () => void,
      ) as WebSocket,
  });
  window.EventSource = new Proxy(window.EventSource, {
    construct: (Source, [address, ...more]: unknown[], own) =>
      Reflect.construct(Source, [asText(address), ...more], own as () => void) as EventSource,
  });
  for (const name of ['pushState', 'replaceState'] as const)
    window.history[name] = new Proxy(window.history[name], {
      apply: (change, own, [state, title, address]: unknown[]) =>
        Reflect.apply(change, own, [
          state,
          title,
          ...(address === undefined || address === null ? [] : [asText(address)]),
        ] as never) as unknown,
    });
}

/** For browsers that do not tell of navigations, and so that a link shows where it leads. */
function keepLinks(document: Document, here: (address: string) => string): void {
  document.addEventListener(
    'click',
    (event) => {
      const link = (event.target as Element | null)?.closest?.('a[href]') as HTMLAnchorElement | null;
      if (link?.href && here(link.href) !== link.href) link.href = here(link.href);
    },
    { capture: true },
  );
  document.addEventListener(
    'submit',
    (event) => {
      const form = event.target as HTMLFormElement;
      const action = form.getAttribute('action');
      if (action && here(action) !== action) form.setAttribute('action', here(action));
    },
    { capture: true },
  );
}
