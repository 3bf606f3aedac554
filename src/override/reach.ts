import { elementOf, pseudoOf, type Target } from '../cascade/index.js';
import { shapeOf } from '../hook/index.js';
import type { Page, PageElement } from '../page/index.js';
import { count } from '../text/index.js';

/** How far an override may go: from the target alone to all of its kind on all pages. */
export interface Reach {
  /** For a person: `all 6 in ul.cards`. */
  readonly words: string;
  /** On the first page, the target included. */
  readonly at: readonly Target[];
  /** On all pages given. */
  readonly total: number;
  /** What to write as the wish's reach, with `at` as its targets. */
  readonly reach: 'only' | 'alike';
}

/** What makes an element one of a kind. */
interface Kind {
  readonly tag: string;
  /** Lasting class names; of `card card--big` only `card`, as the other one marks a variant of the kind. */
  readonly names: readonly string[];
  /** The names of its variant. */
  readonly variants: readonly string[];
  /** Where it has no lasting name of its own, the kind of the box that it stands in. */
  readonly within?: Kind;
  readonly pseudo: string;
  /** Tags of the components that it stands in, the nearest first; '' outside of all. */
  readonly components: string;
}

function kindOf(target: Target): Kind {
  const { tag, classes, parent } = elementOf(target);
  const lasting = classes.filter((name) => /^(component|part)$/.test(shapeOf(name).role));
  const variants = lasting.filter((name) =>
    classes.some((base) => base !== name && name.startsWith(`${base}--`)),
  );
  const names = lasting.filter((name) => !variants.includes(name));
  const within = names.length === 0 && parent ? kindOf(parent) : undefined;
  const pseudo = pseudoOf(target);
  return { tag, names, variants, within, pseudo, components: componentsAround(elementOf(target)) };
}

function componentsAround({ host }: PageElement): string {
  return host ? `${host.tag} ${componentsAround(host)}` : '';
}

function isOfKind(element: PageElement, { tag, names, within, components }: Kind): boolean {
  if (componentsAround(element) !== components) return false;
  if (element.tag !== tag || !names.every((name) => element.classes.includes(name))) return false;
  return !within || (element.parent !== null && isOfKind(element.parent, within));
}

/** `b in li.card`. */
function kindWords({ tag, names, within }: Kind): string {
  return tag + names.map((name) => `.${name}`).join('') + (within ? ` in ${kindWords(within)}` : '');
}

function targetsOf(page: Page, kind: Kind): Target[] {
  const { pseudo } = kind;
  return page.elements
    .filter((element) => isOfKind(element, kind))
    .map((element) => (pseudo ? { element, pseudo } : element));
}

/**
 * All of the same kind, in document order: same tag and all lasting class names of a target; of a target without
 * such a name, in boxes of the same kind.
 */
export function alikeTargets(page: Page, at: readonly Target[]): Target[] {
  const found = new Map<string, Target>();
  for (const target of at) {
    const kind = kindOf(target);
    for (const one of targetsOf(page, kind)) found.set(`${elementOf(one).index}${kind.pseudo}`, one);
  }
  return [...found.values()];
}

/**
 * The steps between "only this" and "all of its kind on all pages", the narrowest first: one for each
 * enclosing box with more of the kind in it than the step before. With nothing like it, one step.
 */
export function reaches(pages: Page | readonly Page[], target: Target): Reach[] {
  const all = Array.isArray(pages) ? (pages as readonly Page[]) : [pages as Page];
  const [page] = all;
  const steps: Reach[] = [{ words: 'only this one', at: [target], total: 1, reach: 'only' }];
  const own = kindOf(target);
  const kind = targetsOf(page, own);
  const variant = own.variants.length
    ? targetsOf(page, { ...own, names: [...own.names, ...own.variants] })
    : kind;
  if (variant.length > 1 && variant.length < kind.length) {
    const words = `all ${variant.length} with ${own.variants.join(' and ')}`;
    steps.push({ words, at: variant, total: variant.length, reach: 'only' });
  }
  for (
    let up = elementOf(target).parent;
    up && steps[steps.length - 1].at.length < kind.length;
    up = up.parent
  ) {
    const within = kind.filter((one) => isInside(elementOf(one), up));
    if (within.length <= steps[steps.length - 1].at.length) continue;
    if (within.length === kind.length) break;
    const words = `all ${within.length} in ${boxName(up)}`;
    steps.push({ words, at: within, total: within.length, reach: 'only' });
  }
  const total = all.reduce((sum, one) => sum + alikeTargets(one, [target]).length, 0);
  if (kind.length > 1 || total > 1) {
    const everywhere = all.length > 1 ? `, ${count(total, 'element')} on all pages` : '';
    const name = kindWords(own);
    const here = kind.length === 1 ? `the one ${name}` : `all ${kind.length} ${name}`;
    steps.push({ words: `${here} on the page${everywhere}`, at: kind, total, reach: 'alike' });
  }
  return steps;
}

/** A box by its tag and its id or first lasting name. */
export function boxName({ tag, id, classes }: PageElement): string {
  const name = classes.find((one) => /^(component|part)$/.test(shapeOf(one).role));
  return tag + (id && shapeOf(id).grade === 'steady' ? `#${id}` : name ? `.${name}` : '');
}

function isInside(element: PageElement, box: PageElement): boolean {
  for (let up: PageElement | null = element; up; up = up.parent) if (up === box) return true;
  return false;
}
