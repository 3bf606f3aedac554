import { makeOwnSheet, ownMark } from './own.js';

/** What is put into a live page while someone looks at it. */
export interface Stage {
  /** Frames elements; [] takes the frames away. */
  light(elements: readonly Element[], note?: string): void;
  /** Lays a draft over the page, loaded after all its sheets; '' takes it away. */
  tryDraft(css: string): void;
  /** Whether the next press of the pointer points at something instead of using the page. */
  setPicking(isPicking: boolean): void;
  /** Does something without what picking puts into the page, and puts it back. */
  aside<T>(work: () => T): T;
  /** Puts the draft behind all sheets again, where the page has thrown it out. */
  tend(): void;
  /** Takes everything out again. */
  leave(): void;
}

export interface StageEvents {
  /** Told of the element under the pointer while picking. */
  readonly onHover?: (element: Element) => void;
  /** Told when someone turns the wheel or presses an arrow key while picking: 1 outwards, −1 inwards. */
  readonly onClimb?: (by: 1 | -1) => void;
  /** Told of all elements under the pressed point, topmost first; [] where the lit one was taken by Enter. */
  readonly onPoint: (elements: readonly Element[]) => void;
}

/** Sets up the highlight, the picking and the trying in a document. */
export function enterStage(document: Document, events: StageEvents): Stage {
  const window = document.defaultView!;
  const layer = makeLayer(document);
  const sheet = makeOwnSheet(document);
  const picking = makeOwnSheet(document);
  const shield = makeOwnSheet(document);
  const own = [sheet, picking, shield];
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, ...own];
  /** All under a point, what takes no pointer and frames among them; topmost first. */
  const elementsAt = ({ clientX, clientY }: MouseEvent) => {
    // Sheets are switched only where there is something to shield: it can make the browser style the page anew.
    const isShielded = shield.cssRules.length > 0;
    if (isShielded) shield.disabled = true;
    const found = deepElementsAt(document, clientX, clientY);
    if (isShielded) shield.disabled = false;
    return found.filter((element) => !element.closest(`[${ownMark}]`));
  };
  let isPicking = false;
  let lit: { elements: readonly Element[]; note: string } = { elements: [], note: '' };
  const draw = () => drawFrames(document, layer, lit.elements, lit.note);
  const listeners = listenersOf(document, events, { isPicking: () => isPicking, draw, elementsAt });
  for (const [type, listener] of listeners)
    document.addEventListener(type, listener, { capture: true, passive: false });
  window.addEventListener('resize', draw);
  return {
    light(elements, note = '') {
      lit = { elements, note };
      draw();
    },
    tryDraft(css) {
      sheet.replaceSync(css.replace(/@import[^;]*;/g, ''));
      draw();
    },
    setPicking(on) {
      isPicking = on;
      replace(picking, on ? pickingRule(document) : '');
      // What is pressed in a frame is its own page's to hear.
      replace(shield, on && hasFrames(document) ? `${frames} { pointer-events: none !important }` : '');
    },
    aside(work) {
      const inUse = [picking, shield].filter(({ cssRules }) => cssRules.length > 0);
      for (const one of inUse) one.disabled = true;
      try {
        return work();
      } finally {
        for (const one of inUse) one.disabled = false;
      }
    },
    tend() {
      const { adoptedStyleSheets: all } = document;
      if (own.some((one, i) => all.at(i - own.length) !== one))
        document.adoptedStyleSheets = [...all.filter((one) => !own.includes(one)), ...own];
      if (!layer.host.isConnected) document.documentElement.append(layer.host);
    },
    leave() {
      for (const [type, listener] of listeners)
        document.removeEventListener(type, listener, { capture: true });
      window.removeEventListener('resize', draw);
      document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => !own.includes(one));
      layer.host.remove();
    },
  };
}

/** Puts a text into a sheet, an empty one only where something stands: each change makes the browser style the page anew. */
function replace(sheet: CSSStyleSheet, css: string): void {
  if (css || sheet.cssRules.length > 0) sheet.replaceSync(css);
}

const frames = `:is(iframe, frame, object, embed):not([${ownMark}])`;
const hasFrames = (document: Document) => document.querySelector(frames) !== null;

/** On pages of more elements a rule for all of them takes the browser longer than a person should wait. */
const mostForOneRule = 1500;

/**
 * Opens what takes no pointer to it, and shows that something is to be pressed. On a large page the rule names only those
 * that need it, by a class or their kind, and the pointer stays as it is.
 */
function pickingRule(document: Document): string {
  const all = document.getElementsByTagName('*');
  if (all.length <= mostForOneRule)
    return `:not([${ownMark}]) { cursor: crosshair !important; pointer-events: auto !important }`;
  const shut = new Set<string>();
  for (const element of all) {
    if (element.hasAttribute(ownMark) || getComputedStyle(element).pointerEvents !== 'none') continue;
    const [first] = element.classList;
    shut.add(first ? `.${CSS.escape(first)}` : CSS.escape(element.localName));
  }
  return shut.size ? `:is(${[...shut].join()}):not([${ownMark}]) { pointer-events: auto !important }` : '';
}

/** All under a point, topmost first; what stands in an open shadow tree before its host. */
function deepElementsAt(root: Document | ShadowRoot, x: number, y: number): Element[] {
  return root
    .elementsFromPoint(x, y)
    .filter((element) => element.getRootNode() === root)
    .flatMap((element) =>
      element.shadowRoot ? [...deepElementsAt(element.shadowRoot, x, y), element] : [element],
    );
}

interface Picking {
  readonly isPicking: () => boolean;
  readonly draw: () => void;
  readonly elementsAt: (event: MouseEvent) => readonly Element[];
}

type Listener = readonly [type: string, listener: (event: Event) => void];

/** So long after a press the clicks that belong to it have come, ms. */
const pressIsOver = 400;

/** What is listened to, before the page's own scripts hear of it. */
function listenersOf(
  document: Document,
  events: StageEvents,
  { isPicking, draw, elementsAt }: Picking,
): Listener[] {
  // What belongs to the press that took a thing, a click on it above all, is not the page's either.
  let isTaken = false;
  return [
    [
      'pointermove',
      (event) => {
        if (!isPicking()) return;
        const [top] = hasFrames(document)
          ? elementsAt(event as MouseEvent)
          : [event.composedPath()[0] as Element];
        if (top) events.onHover?.(top);
      },
    ],
    // While someone points the page's own scripts do not see the pointer, so nothing changes under it.
    ...['pointerover', 'pointerenter', 'mouseover', 'mouseenter', 'mousemove'].map((type): Listener => [
      type,
      (event) => isPicking() && event.stopImmediatePropagation(),
    ]),
    [
      'pointerdown',
      (event) => {
        isTaken = false;
        if (isPicking()) swallow(event);
      },
    ],
    // A control that is switched off gets no click, but this.
    [
      'pointerup',
      (event) => {
        if (!isPicking()) return;
        swallow(event);
        isTaken = true;
        window.setTimeout(() => (isTaken = false), pressIsOver);
        events.onPoint(elementsAt(event as MouseEvent));
      },
    ],
    ...['mousedown', 'mouseup', 'click', 'dblclick', 'auxclick', 'submit'].map((type): Listener => [
      type,
      (event) => (isPicking() || isTaken) && swallow(event),
    ]),
    [
      'wheel',
      (event) => {
        // With Alt, so that the page can still be scrolled.
        const { altKey, deltaY } = event as WheelEvent;
        if (!isPicking() || !altKey || deltaY === 0) return;
        swallow(event);
        events.onClimb?.(deltaY < 0 ? 1 : -1);
      },
    ],
    [
      'keydown',
      (event) => {
        const { key } = event as KeyboardEvent;
        if (!isPicking() || !/^(ArrowUp|ArrowDown|Enter)$/.test(key)) return;
        swallow(event);
        // Enter takes what is lit.
        if (key === 'Enter') return events.onPoint([]);
        events.onClimb?.(key === 'ArrowUp' ? 1 : -1);
      },
    ],
    ['scroll', draw],
  ];
}

function swallow(event: Event): void {
  event.preventDefault();
  event.stopImmediatePropagation();
}

interface Layer {
  readonly host: HTMLElement;
  readonly root: ShadowRoot;
}

/** Behind all elements of the page and in a shadow tree, so that neither styles the other. */
function makeLayer(document: Document): Layer {
  const host = document.createElement('div');
  host.setAttribute(ownMark, '');
  host.style.cssText = 'all: initial; position: fixed; inset: 0; pointer-events: none; z-index: 2147483647';
  const root = host.attachShadow({ mode: 'closed' });
  document.documentElement.append(host);
  return { host, root };
}

const frameStyle = `
  i { position: fixed; box-sizing: border-box; border: 2px dashed #b3008f; border-radius: 3px;
      background: repeating-linear-gradient(135deg, rgb(179 0 143 / 14%) 0 4px, transparent 4px 9px) }
  b { position: fixed; padding: 2px 8px; border-radius: 3px; background: #5c0049; color: #fff;
      font: 600 12px/1.5 sans-serif; white-space: nowrap }`;

function drawFrames(document: Document, { root }: Layer, elements: readonly Element[], note: string): void {
  const frames = elements.flatMap((element) => {
    const box = element.getBoundingClientRect();
    if (box.width === 0 && box.height === 0) return [];
    const frame = document.createElement('i');
    Object.assign(frame.style, {
      left: `${box.left}px`,
      top: `${box.top}px`,
      width: `${box.width}px`,
      height: `${box.height}px`,
    });
    return [{ frame, box }];
  });
  const style = document.createElement('style');
  style.textContent = frameStyle;
  root.replaceChildren(style, ...frames.map(({ frame }) => frame));
  if (!note || !frames.length) return;
  const label = document.createElement('b');
  label.textContent = note;
  const [{ box }] = frames;
  Object.assign(label.style, {
    left: `${Math.max(0, box.left)}px`,
    top: box.top > 26 ? `${box.top - 24}px` : `${box.bottom + 4}px`,
  });
  root.append(label);
  const room = document.documentElement.clientWidth - label.offsetWidth;
  if (box.left > room) label.style.left = `${Math.max(0, room)}px`;
}
