import type { LiveNode, LiveTree } from '../page/index.js';
import type { Originals } from './hold.js';
import { heldMark, liveElements, shadowOf } from './own.js';

const html = 'http://www.w3.org/1999/xhtml';

/**
 * The document's tree as it stands, without what is held on; elements keep their order, `nodes[i]` is the i-th of
 * `liveElements`.
 */
export function readTree(document: Document, originals?: Originals): LiveTree {
  const elements = liveElements(document);
  const numbers = new Map(elements.map((element, index) => [element, index]));
  const contentOf = (children: NodeListOf<ChildNode>) =>
    [...children].flatMap((child): (string | number)[] => {
      const number = numbers.get(child as unknown as Element);
      if (number !== undefined) return [number];
      // Text, and what XML marks as such.
      return child.nodeType === 3 || child.nodeType === 4 ? [child.nodeValue ?? ''] : [];
    });
  const shadowIn = (element: Element) => {
    const root = shadowOf(element);
    if (!root) return {};
    const isManual = root.slotAssignment === 'manual';
    return {
      shadow: contentOf(root.childNodes),
      ...(root.mode === 'closed' ? { isClosed: true } : {}),
      ...(isManual ? { assigned: assignedIn(root) } : {}),
    };
  };
  const assignedIn = (root: ShadowRoot) =>
    [...root.querySelectorAll('slot')].flatMap((slot) =>
      slot.assignedNodes().map((node) => ({
        slot: numbers.get(slot) ?? -1,
        // A text has no number, but what stands in the slot gives way to it.
        element: numbers.get(node as Element) ?? -1,
      })),
    );
  const nodes = elements.map((element): LiveNode => {
    const { localName, namespaceURI, attributes, childNodes, parentElement } = element;
    return {
      parent: parentElement ? (numbers.get(parentElement) ?? -1) : -1,
      tag: localName,
      ...(namespaceURI === html ? {} : { namespace: namespaceURI ?? '' }),
      attributes: ownAttributes(attributes, originals?.get(element)),
      content: contentOf(childNodes),
      ...(isCustom(element) ? { isDefined: element.matches(':defined') } : {}),
      ...shadowIn(element),
    };
  });
  return { quirks: document.compatMode === 'BackCompat', nodes };
}

const isCustom = (element: Element) =>
  element.namespaceURI === html && (element.localName.includes('-') || element.hasAttribute('is'));

function ownAttributes(
  attributes: NamedNodeMap,
  originals: ReadonlyMap<string, string | null> | undefined,
): [name: string, value: string][] {
  return [...attributes].flatMap(({ name, value }): [string, string][] => {
    if (name === heldMark) return [];
    const own = originals?.has(name) ? originals.get(name)! : value;
    return own === null ? [] : [[name, own]];
  });
}
