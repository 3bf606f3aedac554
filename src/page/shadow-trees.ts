import type { DefaultTreeAdapterTypes } from 'parse5';
import { htmlNamespace, type Tree, type TreeRoot } from '../selector/index.js';
import type { PageElement } from './element.js';
import type { LiveNode } from './types.js';

type Node = DefaultTreeAdapterTypes.ChildNode;
type Element = DefaultTreeAdapterTypes.Element;

/** Elements that may have a shadow tree beside those with a hyphen in their name (DOM §4.9 "attach a shadow root"). */
const usualHosts = new Set(
  'article aside blockquote body div footer h1 h2 h3 h4 h5 h6 header main nav p section span'.split(' '),
);

/** An element's own children, and those of its shadow tree; `inner` undefined without one. */
interface Contents {
  readonly own: readonly Node[];
  readonly inner?: readonly Node[];
  readonly isClosed?: boolean;
  readonly assigned?: LiveNode['assigned'];
}

/** What only a live document says. */
interface ReadNode extends Pick<LiveNode, 'isClosed' | 'assigned'> {
  readonly shadowNodes?: readonly Node[];
}

/**
 * What stands in an element and in its shadow tree: of a live document as it was read, of markup as `<template
 * shadowrootmode>` declares it (HTML Standard §13.2.6.4.4); the first one counts, a second stays a template.
 */
export function shadowNodes(node: Element): Contents {
  const { shadowNodes: live, isClosed, assigned } = node as ReadNode;
  if (live) return { own: node.childNodes, inner: live, isClosed, assigned };
  const isHost =
    node.namespaceURI === htmlNamespace && (node.tagName.includes('-') || usualHosts.has(node.tagName));
  const template = isHost ? node.childNodes.find(isDeclaration) : undefined;
  if (!template) return { own: node.childNodes };
  return {
    own: node.childNodes.filter((child) => child !== template),
    inner: (template as DefaultTreeAdapterTypes.Template).content.childNodes,
    isClosed: modeOf(template)?.toLowerCase() === 'closed',
  };
}

const modeOf = (node: Node) => (node as Element).attrs.find(({ name }) => name === 'shadowrootmode')?.value;

const isDeclaration = (node: Node) =>
  node.nodeName === 'template' && /^(open|closed)$/i.test(modeOf(node) ?? '');

/** The trees of a document while they grow: its own, and each shadow tree behind those before it. */
export class Forest {
  /** Which slot shows an element. */
  readonly slots = new Map<PageElement, PageElement>();
  /** Slots that show something of outside in place of what stands in them. */
  readonly #isFilled = new Set<PageElement>();
  readonly #defined = new Set<number>();
  readonly #assigned = new Map<PageElement, NonNullable<LiveNode['assigned']>>();
  readonly #waiting: { readonly host: PageElement; readonly nodes: readonly Node[] }[] = [];
  readonly #roots: TreeRoot[] = [];
  readonly #numbers = new Map<number, number>();
  #begun = { host: -1, start: 0 };

  /** A shadow tree to be grown. */
  add(host: PageElement, nodes: readonly Node[]): void {
    this.#waiting.push({ host, nodes });
  }

  /** What scripts gave to the slots of a tree, by number. */
  assign(host: PageElement, given: NonNullable<LiveNode['assigned']>): void {
    this.#assigned.set(host, given);
  }

  assignedIn(host: PageElement): LiveNode['assigned'] {
    return this.#assigned.get(host);
  }

  /** A custom element that a script has defined. */
  define({ index }: PageElement): void {
    this.#defined.add(index);
  }

  next(): { readonly host: PageElement; readonly nodes: readonly Node[] } | undefined {
    return this.#waiting.shift();
  }

  /** Where the topmost elements of the tree belong. */
  begin(host: PageElement | null, start: number): PageElement[] {
    this.#begun = { host: host?.index ?? -1, start };
    return (host?.shadow ?? []) as PageElement[];
  }

  end(end: number): void {
    const { host } = this.#begun;
    if (host >= 0) this.#numbers.set(host, this.#roots.length);
    this.#roots.push({ ...this.#begun, end });
  }

  /** What a tree of columns says of them. */
  columns(
    elements: readonly PageElement[],
    parent: Int32Array,
  ): Pick<Tree, 'root' | 'roots' | 'shadow' | 'isDefined' | 'flatParent'> {
    const root = new Int32Array(elements.length);
    this.#roots.forEach(({ start, end }, number) => root.fill(number, start, end));
    const isPlain = this.#roots.length === 1;
    const flatParent = isPlain ? parent : Int32Array.from(elements, (element) => this.#flatParent(element));
    return {
      root,
      roots: this.#roots,
      shadow: (row) => this.#numbers.get(row) ?? -1,
      isDefined: (row) => this.#defined.has(row),
      flatParent,
    };
  }

  /** −1 also for what no slot shows. */
  #flatParent(element: PageElement): number {
    const { parent, host } = element;
    const slot = this.slots.get(element);
    if (slot) return slot.index;
    if (!parent) return -1;
    const isHidden = parent !== host && (parent.shadow !== undefined || this.#isFilled.has(parent));
    return isHidden ? -1 : parent.index;
  }

  fill(slot: PageElement): void {
    this.#isFilled.add(slot);
  }
}

/** Gives each child of a host its slot (DOM §4.2.2.4): as scripts said, or by name, of several the first in the tree. */
export function assignSlots({
  elements,
  hasText,
  forest,
}: {
  readonly elements: readonly PageElement[];
  readonly hasText: readonly number[];
  readonly forest: Forest;
}): void {
  for (const host of elements) {
    if (!host.shadow) continue;
    const assigned = forest.assignedIn(host);
    for (const { slot, element } of assigned ?? []) {
      if (element >= 0) forest.slots.set(elements[element], elements[slot]);
      forest.fill(elements[slot]);
    }
    if (assigned) continue;
    const slots = slotsIn(host.shadow);
    for (const child of host.children) {
      const slot = slots.get(child.attributes.get('slot') ?? '');
      if (!slot) continue;
      forest.slots.set(child, slot);
      forest.fill(slot);
    }
    // White space counts too.
    const unnamed = slots.get('');
    if (unnamed && hasText[host.index]) forest.fill(unnamed);
  }
}

function slotsIn(tops: readonly PageElement[]): Map<string, PageElement> {
  const slots = new Map<string, PageElement>();
  const open = [...tops].reverse();
  while (open.length) {
    const element = open.pop()!;
    const name = element.attributes.get('name') ?? '';
    if (element.tag === 'slot' && !slots.has(name)) slots.set(name, element);
    open.push(...element.children.toReversed());
  }
  return slots;
}
