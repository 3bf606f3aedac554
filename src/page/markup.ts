import { html, type DefaultTreeAdapterTypes } from 'parse5';
import { htmlNamespace, Names, type Tree } from '../selector/index.js';
import { assignSlots, Forest, shadowNodes } from './shadow-trees.js';
import type { Fault } from '../text/index.js';
import { PageElement } from './element.js';
import { givenAnyway, NotingParser } from './markup-faults.js';
import type { LiveTree } from './types.js';

type Node = DefaultTreeAdapterTypes.ChildNode;
type Element = DefaultTreeAdapterTypes.Element;

/** A `<link>` or `<style>` of the markup, in document order. */
export interface SheetMention {
  readonly element: PageElement;
  readonly href?: string;
  readonly css: string;
}

export interface Markup {
  readonly elements: readonly PageElement[];
  readonly tree: Tree;
  readonly mentions: readonly SheetMention[];
  readonly base?: string;
  readonly faults: readonly Fault[];
}

/** Columns of the tree while it grows. */
interface Growing {
  readonly elements: PageElement[];
  readonly namespaces: string[];
  readonly hasText: number[];
  readonly rawText: string[];
  readonly mentions: SheetMention[];
  readonly ends: number[];
  readonly unclosed: PageElement[];
  /** Where the tags of elements begin, added up: what is equal to the same of all tags leaves none over. */
  readonly tags: { starts: number; ends: number };
  readonly forest: Forest;
  base?: string;
}

/**
 * Reads markup as a browser does (HTML Standard §13.2), scripts taken as working. Never throws: every
 * text is a document.
 */
export function parseMarkup(name: string, source: string): Markup {
  const parser = new NotingParser(source);
  const document = parser.read();
  const growing = growElements(document);
  const quirks = document.mode === html.DOCUMENT_MODE.QUIRKS;
  return {
    elements: growing.elements,
    tree: buildTree(growing, quirks),
    mentions: growing.mentions,
    base: growing.base,
    faults: parser.faults(name, growing),
  };
}

/** The same from a document's tree, as it stands. */
export function markupOf({ quirks, nodes }: LiveTree): Markup {
  const made = nodes.map(({ tag, namespace = htmlNamespace, attributes, isDefined, isClosed, assigned }) => ({
    isDefined,
    isClosed,
    assigned,
    nodeName: tag,
    tagName: tag,
    namespaceURI: namespace,
    attrs: attributes.map(([name, value]) => ({ name, value })),
    childNodes: [] as unknown[],
    shadowNodes: undefined as unknown[] | undefined,
  }));
  const contentOf = (content: readonly (string | number)[]) =>
    content.map((one) => (typeof one === 'number' ? made[one] : { nodeName: '#text', value: one }));
  nodes.forEach(({ content, shadow }, i) => {
    made[i].childNodes.push(...contentOf(content));
    if (shadow) made[i].shadowNodes = contentOf(shadow);
  });
  // What a parser's nodes have beside these is asked of none.
  const document = { childNodes: made.slice(0, 1) } as unknown as DefaultTreeAdapterTypes.Document;
  const growing = growElements(document);
  return {
    elements: growing.elements,
    tree: buildTree(growing, quirks),
    mentions: growing.mentions,
    base: growing.base,
    faults: [],
  };
}

function isElement(node: Node): node is Element {
  return 'tagName' in node;
}

/** Walks without recursion, so that markup nested a million deep is read like any other. */
function growElements(document: DefaultTreeAdapterTypes.Document): Growing {
  const growing: Growing = {
    elements: [],
    namespaces: [],
    hasText: [],
    rawText: [],
    mentions: [],
    ends: [],
    unclosed: [],
    tags: { starts: 0, ends: 0 },
    forest: new Forest(),
  };
  growTree(growing, document.childNodes, null);
  // Each shadow tree behind all that its host stands among.
  for (let tree = growing.forest.next(); tree; tree = growing.forest.next())
    growTree(growing, tree.nodes, tree.host);
  assignSlots(growing);
  return growing;
}

/** One node tree, whose topmost elements stand in `host`. */
function growTree(growing: Growing, nodes: readonly Node[], host: PageElement | null): void {
  const tops = growing.forest.begin(host, growing.elements.length);
  interface Frame {
    readonly nodes: readonly Node[];
    at: number;
    readonly element: PageElement | null;
    readonly children: PageElement[];
    readonly texts: (string | PageElement)[];
  }
  const frames: Frame[] = [{ nodes, at: 0, element: null, children: tops, texts: [] }];
  while (frames.length) {
    const frame = frames[frames.length - 1];
    if (frame.at >= frame.nodes.length) {
      if (frame.element) growing.ends[frame.element.index] = growing.elements.length;
      frames.pop();
      continue;
    }
    const node = frame.nodes[frame.at++];
    if (node.nodeName === '#text') {
      const { value } = node as DefaultTreeAdapterTypes.TextNode;
      frame.texts.push(value);
      if (frame.element && value !== '') growing.hasText[frame.element.index] = 1;
    }
    if (!isElement(node)) continue;
    const children: PageElement[] = [];
    const texts: (string | PageElement)[] = [];
    const element = addElement(growing, node, { parent: frame.element ?? host, host, children, texts });
    frame.children.push(element);
    frame.texts.push(element);
    frames.push({ nodes: shadowNodes(node).own, at: 0, element, children, texts });
  }
  growing.forest.end(growing.elements.length);
}

function addElement(
  growing: Growing,
  node: Element,
  around: {
    readonly parent: PageElement | null;
    readonly host: PageElement | null;
    readonly children: PageElement[];
    readonly texts: (string | PageElement)[];
  },
): PageElement {
  const { inner, isClosed = false, assigned } = shadowNodes(node);
  const attributes = new Map(
    node.attrs.map((attr) => [attr.prefix ? `${attr.prefix}:${attr.name}` : attr.name, attr.value]),
  );
  const location = node.sourceCodeLocation;
  const start = location?.startTag ?? location;
  const element = new PageElement({
    index: growing.elements.length,
    tag: node.tagName,
    id: attributes.get('id') ?? '',
    classes: [...new Set((attributes.get('class') ?? '').split(/[\t\n\f\r ]+/).filter(Boolean))],
    attributes,
    ...around,
    shadow: inner && [],
    isClosed,
    slots: growing.forest.slots,
    place: start
      ? { line: start.startLine, column: start.startCol, start: start.startOffset, end: start.endOffset }
      : undefined,
  });
  growing.elements.push(element);
  if (!givenAnyway.has(node.tagName)) {
    if (start) growing.tags.starts += start.startOffset + 1;
    if (location?.endTag) growing.tags.ends += location.endTag.startOffset + 1;
  }
  if (inner) growing.forest.add(element, inner);
  if (assigned) growing.forest.assign(element, assigned);
  const { isDefined = inner !== undefined } = node as { isDefined?: boolean };
  if (isDefined) growing.forest.define(element);
  growing.namespaces.push(node.namespaceURI);
  growing.hasText.push(0);
  growing.rawText.push(node.childNodes.map((child) => ('value' in child ? child.value : '')).join(''));
  if (location && !location.endTag && !mayStayOpen(node)) growing.unclosed.push(element);
  noteSheet(growing, node, element);
  return element;
}

const openByRule = new Set(
  `area base basefont bgsound br col embed frame hr img input link meta param source track wbr html head body li dt dd p
  rt rp optgroup option colgroup caption thead tbody tfoot tr td th`.split(/\s+/),
);

/** Whether HTML lets the end tag be left out (HTML Standard §13.1.2.4). */
function mayStayOpen(node: Element): boolean {
  return node.namespaceURI !== htmlNamespace || openByRule.has(node.tagName);
}

function noteSheet(growing: Growing, node: Element, element: PageElement): void {
  const get = (name: string) => element.attributes.get(name);
  if (node.tagName === 'base' && growing.base === undefined) growing.base = get('href');
  // Formulas have no sheets of their own, drawings do.
  if (node.tagName === 'style' && !/MathML$/.test(node.namespaceURI)) {
    const type = get('type')?.toLowerCase() ?? '';
    if (type !== '' && type !== 'text/css') return;
    growing.mentions.push({ element, css: growing.rawText[element.index] });
  }
  if (node.tagName === 'link' && node.namespaceURI === htmlNamespace) {
    const relations = (get('rel') ?? '').toLowerCase().split(/[\t\n\f\r ]+/);
    const type = get('type')?.toLowerCase().split(';')[0].trim() ?? '';
    if (!relations.includes('stylesheet') || !get('href') || (type !== '' && type !== 'text/css')) return;
    growing.mentions.push({ element, href: get('href')!.trim(), css: '' });
  }
}

function buildTree(growing: Growing, quirks: boolean): Tree {
  const { elements, namespaces } = growing;
  const size = elements.length;
  const names = new Names();
  const fold = (name: string) => (quirks ? name.toLowerCase() : name);
  const column = () => new Int32Array(size).fill(-1);
  const [parent, previous, next, firstChild, tag, exactTag, id] = [
    column(),
    column(),
    column(),
    column(),
    column(),
    column(),
    column(),
  ];
  const classes: number[][] = [];
  const joinSiblings = (children: readonly PageElement[]) =>
    children.forEach((child, i) => {
      if (i > 0) previous[child.index] = children[i - 1].index;
      if (i + 1 < children.length) next[child.index] = children[i + 1].index;
    });
  elements.forEach((element, row) => {
    const isTop = element.parent === element.host;
    parent[row] = isTop ? -1 : element.parent!.index;
    firstChild[row] = element.children[0]?.index ?? -1;
    joinSiblings(element.children);
    if (element.shadow) joinSiblings(element.shadow);
    tag[row] = names.intern(element.tag.toLowerCase());
    exactTag[row] = names.intern(element.tag);
    if (element.id !== '') id[row] = names.intern('#' + fold(element.id));
    classes.push(element.classes.map((name) => names.intern('.' + fold(name))));
  });
  return {
    names,
    quirks,
    size,
    parent,
    previous,
    next,
    firstChild,
    end: Int32Array.from(growing.ends),
    tag,
    exactTag,
    id,
    classes,
    attributes: elements.map(({ attributes }) => attributes),
    isHtml: Uint8Array.from(namespaces, (namespace) => (namespace === htmlNamespace ? 1 : 0)),
    hasText: Uint8Array.from(growing.hasText),
    ownTextOf: (row) => growing.rawText[row],
    textsIn: (row) =>
      elements[row].allTextPieces.map(({ text, element: { index } }) => ({ text, row: index })),
    tagOf: (row) => elements[row].tag,
    namespaceOf: (row) => namespaces[row],
    ...growing.forest.columns(elements, parent),
    held: new Map(),
  };
}
