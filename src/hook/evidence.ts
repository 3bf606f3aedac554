import type { Page, PageElement } from '../page/index.js';

/**
 * What another capture is to a page: another load of the same release, another page of it, or one whose sheets were built
 * anew. Only the last can tell that a name outlives a release.
 */
export interface Witness {
  /** The other capture's name. */
  readonly name: string;
  readonly kind: 'load' | 'page' | 'build';
  /** What it is and what it proves, whole sentences. */
  readonly words: string;
}

const proofs: Readonly<Record<Witness['kind'], string>> = {
  load: 'another load of the same release: its sheets are the same. A name that differs is made anew at each load; one that is equal may still change with the next release.',
  page: 'another page of the same release: its sheets are the same. A name that is equal is not of one page alone; it may still change with the next release.',
  build: 'another build: its sheets are others. A name that is equal has outlived a build.',
};

const witnesses = new WeakMap<object, WeakMap<object, Witness>>();

/** What another capture proves of the names of a page. */
export function witnessOf(page: Page, other: Page): Witness {
  let ofPage = witnesses.get(page.identity);
  if (!ofPage) witnesses.set(page.identity, (ofPage = new WeakMap()));
  let witness = ofPage.get(other.identity);
  if (!witness) ofPage.set(other.identity, (witness = compare(page, other)));
  return witness;
}

function compare(page: Page, other: Page): Witness {
  const kind = !isSameBuild(page, other) ? 'build' : titleOf(page) === titleOf(other) ? 'load' : 'page';
  return { name: other.name, kind, words: `${other.name} is ${proofs[kind]}` };
}

/** A release's sheets have other texts than the one's before; two pages of one may load different ones of them. */
function isSameBuild(page: Page, other: Page): boolean {
  const textsOf = ({ sheets }: Page) =>
    sheets.flatMap(({ css, href, status }) => (href !== undefined && status === 'loaded' ? [css] : []));
  const [own, theirs] = [textsOf(page), textsOf(other)];
  const [few, many] = own.length <= theirs.length ? [own, new Set(theirs)] : [theirs, new Set(own)];
  return few.length > 0 && few.every((css) => many.has(css));
}

const titleOf = (page: Page) =>
  `${page.elements[0]?.attributes.get('lang') ?? ''} ${page.elements.find(({ tag }) => tag === 'title')?.text.trim() ?? ''}`;

/**
 * The same element in another capture: at the same place (same tags and same numbers among them, from the
 * root), as long as it looks related; else the most alike one of the same tag. undefined where there is none.
 */
export function counterpart(element: PageElement, other: Page): PageElement | undefined {
  const placed = atSamePlace(element, other);
  if (placed && (likeness(element, placed) > 0 || isBare(element) || isBare(placed))) return placed;
  let best: PageElement | undefined;
  let most = 1;
  for (const candidate of other.elements) {
    if (candidate.tag !== element.tag) continue;
    const found = likeness(element, candidate);
    if (found > most) [best, most] = [candidate, found];
  }
  return best ?? placed;
}

function atSamePlace(element: PageElement, other: Page): PageElement | undefined {
  const path: { tag: string; nth: number; isTop: boolean }[] = [];
  for (let at: PageElement | null = element; at; at = at.parent) {
    const { tag } = at;
    // Whether it is among the topmost in its component's own tree.
    const isTop = at.parent?.shadow?.includes(at) ?? false;
    const beside = isTop ? at.parent?.shadow : at.parent?.children;
    path.unshift({ tag, nth: beside?.filter((one) => one.tag === tag).indexOf(at) ?? 0, isTop });
  }
  let found: PageElement | undefined = other.elements[0];
  for (const { tag, nth, isTop } of path.slice(1)) {
    const among: readonly PageElement[] | undefined = isTop ? found?.shadow : found?.children;
    found = among?.filter((one) => one.tag === tag)[nth];
  }
  return found?.tag === element.tag ? found : undefined;
}

const isBare = ({ classes, id }: PageElement) => classes.length === 0 && !id;

/** How much two elements have in common: names, telling attributes, text. */
function likeness(a: PageElement, b: PageElement): number {
  let common = a.id && a.id === b.id ? 3 : 0;
  for (const name of a.classes) if (b.classes.includes(name)) common += 2;
  for (const [name, value] of a.attributes)
    if (/^(data-|role$|name$|type$|href$|aria-label$)/.test(name) && b.attributes.get(name) === value)
      common++;
  if (a.text && a.text.length < 200 && a.text === b.text) common += 2;
  return common;
}
