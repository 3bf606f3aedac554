import type { LiveBox } from './messages.js';

const sides = ['top', 'right', 'bottom', 'left'] as const;

/** What the layout knows of an element; undefined where it has no box. */
export function measureBox(element: Element, indexOf: (element: Element) => number): LiveBox | undefined {
  const window = element.ownerDocument.defaultView;
  if (!window) return undefined;
  const style = window.getComputedStyle(element);
  const box = element.getBoundingClientRect();
  if (style.display === 'none' || (box.width === 0 && box.height === 0)) return undefined;
  const px = (name: string) => parseFloat(style.getPropertyValue(name)) || 0;
  const covering = coveringChild(element, window);
  return {
    width: box.width,
    height: box.height,
    margin: sides.map((side) => px(`margin-${side}`)),
    border: sides.map((side) => px(`border-${side}-width`)),
    padding: sides.map((side) => px(`padding-${side}`)),
    behind: colourBehind(element, window),
    coveredBy: covering ? indexOf(covering) : -1,
    font: style.fontFamily,
  };
}

/** The nearest background that is not see-through; '' behind an image or a half-transparent one. */
function colourBehind(element: Element, window: Window): string {
  for (let at: Element | null = element; at; at = at.parentElement) {
    const { backgroundColor, backgroundImage } = window.getComputedStyle(at);
    if (backgroundImage !== 'none') return '';
    if (/^rgba?\(0, 0, 0, 0\)$|^transparent$/.test(backgroundColor)) continue;
    return /^rgb\(/.test(backgroundColor) ? backgroundColor : '';
  }
  return 'rgb(255, 255, 255)';
}

/** A child with a solid background over all of the element's box. */
function coveringChild(element: Element, window: Window): Element | undefined {
  const own = element.getBoundingClientRect();
  return [...element.children].find((child) => {
    const box = child.getBoundingClientRect();
    const covers =
      box.left <= own.left + 1 &&
      box.top <= own.top + 1 &&
      box.right >= own.right - 1 &&
      box.bottom >= own.bottom - 1;
    return covers && /^rgb\(/.test(window.getComputedStyle(child).backgroundColor);
  });
}
