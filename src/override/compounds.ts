import type { Hook } from '../hook/index.js';
import { contentHooksOn, hooksOn } from '../hook/index.js';
import type { Page, PageElement } from '../page/index.js';
import { selectRows, type Specificity, type Tree } from '../selector/index.js';
import { both, maskOf, sizeOf, type Mask } from './masks.js';

/** A compound that could be part of the selector, with the elements that it matches. */
export interface Candidate {
  readonly text: string;
  readonly specificity: Specificity;
  /** The elements that it matches, and how many they are. */
  readonly mask: Mask;
  readonly size: number;
  readonly hooks: readonly Hook[];
  /** What is risky about its names: 0 for steady ones only. */
  readonly risk: number;
  /** Whether it depends on a place among neighbours. */
  readonly positional: boolean;
  readonly compounds: number;
  /** Steps from the target up to the names' elements, added up. */
  readonly distance: number;
}

/** Added to a selector's risk. */
export const risks = {
  /** What it finds by another thing: one that it holds, or one that stands before it. */
  relation: 0.5,
  /** A place at either end of the neighbours, and one that is counted. */
  place: 5,
  count: 6,
} as const;

export function plus(a: Specificity, b: Specificity): Specificity {
  return [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
}

const specificityOf: Readonly<Record<Hook['kind'], Specificity>> = {
  part: [0, 0, 1],
  id: [1, 0, 0],
  class: [0, 1, 0],
  attribute: [0, 1, 0],
  tag: [0, 0, 1],
};

const masksOf = new WeakMap<Tree, Map<string, Mask>>();

/** Makes candidates over one page, asking for each name's elements once. */
export class CompoundMaker {
  readonly #masks: Map<string, Mask>;
  readonly #ofElement = new Map<PageElement, Candidate[]>();
  readonly #contents = new Map<PageElement, Candidate[]>();

  constructor(
    private readonly page: Page,
    private readonly pages: readonly Page[],
    private readonly avoid: readonly string[],
  ) {
    let masks = masksOf.get(page.tree);
    if (!masks) masksOf.set(page.tree, (masks = new Map()));
    this.#masks = masks;
  }

  /** The elements that a selector matches. */
  mask(selector: string): Mask {
    let mask = this.#masks.get(selector);
    if (!mask)
      this.#masks.set(selector, (mask = maskOf(this.page.tree.size, selectRows(this.page.tree, selector))));
    return mask;
  }

  /** One element alone. */
  only({ index }: PageElement): Mask {
    return maskOf(this.page.tree.size, [index]);
  }

  /** Single names on one element, fleeting and avoided ones left out, the surest first. */
  singles(element: PageElement): Candidate[] {
    const known = this.#ofElement.get(element);
    if (known) return known;
    const singles = this.#usable(hooksOn(this.pages, element));
    this.#ofElement.set(element, singles);
    return singles;
  }

  /** Attributes of an element's content, the surest first: they tell it from its like where names do not. */
  contents(element: PageElement): Candidate[] {
    let known = this.#contents.get(element);
    if (!known) this.#contents.set(element, (known = this.#usable(contentHooksOn(this.pages, element))));
    return known;
  }

  #usable(hooks: readonly Hook[]): Candidate[] {
    return hooks
      .filter(
        ({ grade, name, selector }) =>
          grade !== 'fleeting' && !this.avoid.includes(name) && !this.avoid.includes(selector),
      )
      .map((hook): Candidate => ({
        text: hook.selector,
        specificity: specificityOf[hook.kind],
        mask: this.mask(hook.selector),
        size: hook.reach,
        hooks: [hook],
        risk: riskOf(hook),
        positional: hook.role === 'position',
        compounds: 1,
        distance: 0,
      }));
  }

  /** Single names and pairs of them on one element. */
  compounds(element: PageElement): Candidate[] {
    const singles = this.singles(element);
    const pairs: Candidate[] = [];
    singles.forEach((a, i) => {
      for (const b of singles.slice(i + 1)) pairs.push(joined(a, b));
    });
    const classes = singles.filter(({ hooks: [{ kind }] }) => kind === 'class' || kind === 'tag');
    // All names together: what makes a kind is sometimes no less.
    const whole = classes.length > 2 ? [classes.reduce(joined)] : [];
    return [...singles, ...pairs, ...whole];
  }
}

/** A name that numbers one thing or tells a place is worse than one that may be renamed. */
const riskOfRole: Readonly<Record<string, number>> = {
  // A tag alone lasts, but hits whatever else gets that tag, here or on another page.
  tag: 1.5,
  utility: 1.5,
  content: 2,
  text: 3,
  instance: 3,
  position: risks.place,
  // It comes and goes: worse than counting.
  state: 3 * risks.place,
};

function riskOf({ kind, grade, role, name }: Hook): number {
  const ofRole = riskOfRole[role];
  if (ofRole !== undefined && (role === 'tag' || grade !== 'steady')) return ofRole;
  if (grade !== 'steady') return 1;
  // Of names that last as long, what a thing is called comes before the role that it plays.
  return kind === 'attribute' && /^(role|type)=/.test(name) ? 0.25 : 0;
}

function isTag(hooks: readonly Hook[]): boolean {
  return hooks.every(({ kind }) => kind === 'tag');
}

/** Two names on the same element, the tag in front and the id before classes. */
function joined(a: Candidate, b: Candidate): Candidate {
  const order = (one: Candidate) => ['tag', 'id', 'class', 'attribute'].indexOf(one.hooks[0].kind);
  const [first, second] = order(a) <= order(b) ? [a, b] : [b, a];
  const mask = both(a.mask, b.mask);
  return {
    text: first.text + second.text,
    specificity: plus(a.specificity, b.specificity),
    mask,
    size: sizeOf(mask),
    hooks: [...first.hooks, ...second.hooks],
    risk: [a, b].reduce((sum, { hooks, risk }) => sum + (isTag(hooks) ? 0 : risk), 0),
    positional: a.positional || b.positional,
    compounds: 1,
    distance: 0,
  };
}
