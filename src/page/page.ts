import { selectRows, type Tree } from '../selector/index.js';
import { holds, widthsOf, type MediaQuery } from '../sheet/index.js';
import type { Fault } from '../text/index.js';
import { Grammar } from '../value/index.js';
import { declarationFaults } from './declaration-faults.js';
import type { PageElement } from './element.js';
import { Gatherer } from './gather.js';
import { ofValues, type StyleBlock, type StyleSet } from './style-set.js';
import { holdStates, withStates } from './held.js';
import { usualConditions, type Conditions, type Held, type Setting, type Sheet } from './types.js';

/** Where a draft is loaded, seen from the platform's sheets. */
export type DraftPlace = 'after' | 'before';

/** The owner's rules laid over a page. */
export interface Overlay {
  readonly styles: StyleSet;
  readonly place: DraftPlace;
  /** Index of the draft in `page.sheets`. */
  readonly sheet: number;
}

/** For the platform's sheets of a capture, what was laid over them last. */
const lastLaid = new WeakMap<StyleSet, Overlay>();

/** All that pages of the same capture share. */
interface Shared {
  readonly name: string;
  readonly html: string;
  readonly elements: readonly PageElement[];
  readonly bareTree: Tree;
  readonly styles: StyleSet;
  readonly components: readonly StyleSet[];
  readonly componentOf: Int32Array;
  readonly grammar: Grammar;
  readonly markupFaults: readonly Fault[];
  readonly settings: readonly Setting[];
}

/**
 * A frozen picture of generated markup with its sheets, in load order, and the conditions it is looked at
 * under. Made by `parsePage`.
 */
export class Page {
  readonly name: string;
  /**
   * In document order, as `querySelectorAll('*')` gives them; the `html` element is first. Behind them stand the elements
   * of each shadow tree, in the order of their hosts.
   */
  readonly elements: readonly PageElement[];
  readonly conditions: Conditions;
  /** @internal */
  readonly tree: Tree;
  /** @internal */
  readonly overlay?: Overlay;
  /** @internal The same page without its draft; itself where there is none. */
  readonly bare: Page;
  readonly #shared: Shared;
  readonly #like?: Page;
  #answers?: readonly boolean[];
  #active?: Uint8Array;
  #faults?: readonly Fault[];

  /** @internal */
  constructor(
    shared: Shared,
    conditions: Conditions,
    laid: {
      readonly overlay?: Overlay;
      readonly bare?: Page;
      readonly tree?: Tree;
      /** A page with the same sheets for which the same queries hold. */
      readonly like?: Page;
    } = {},
  ) {
    const { overlay } = laid;
    this.#shared = shared;
    this.#like = laid.like;
    this.name = shared.name;
    this.elements = shared.elements;
    this.conditions = conditions;
    this.overlay = overlay;
    this.bare = laid.bare ?? this;
    this.tree = laid.bare?.tree ?? laid.tree ?? holdStates(shared.bareTree, conditions.held);
  }

  /** The markup that the page was made from. */
  get html(): string {
    return this.#shared.html;
  }

  /** The platform's settings that feed values of the page; [] where none are known. */
  get settings(): readonly Setting[] {
    return this.#shared.settings;
  }

  /** In load order: an imported sheet before the one that imports it, a draft last. */
  get sheets(): readonly Sheet[] {
    return this.#ownStyles.sheets;
  }

  /** What was wrong with markup and sheets, and how it was read nevertheless; [] when nothing was. */
  get faults(): readonly Fault[] {
    const { markupFaults, styles, grammar } = this.#shared;
    const placed = styles.faults.map((fault) =>
      fault.file === undefined ? { ...fault, file: this.name } : fault,
    );
    this.#faults ??= [...markupFaults, ...placed, ...declarationFaults(styles, grammar)];
    return this.#faults;
  }

  /** @internal The rules of the platform's sheets. */
  get styles(): StyleSet {
    return this.#shared.styles;
  }

  /** @internal The rules of its components' shadow trees; trees with the same sheets share them. */
  get components(): readonly StyleSet[] {
    return this.#shared.components;
  }

  /** @internal The component whose rules count in the tree with this number; −1 for none. */
  componentOf(tree: number): number {
    return this.#shared.componentOf[tree] ?? -1;
  }

  /** @internal */
  get grammar(): Grammar {
    return this.#shared.grammar;
  }

  /** @internal What stays the same under other conditions and other drafts. */
  get identity(): object {
    return this.#shared;
  }

  get #ownStyles(): StyleSet {
    return this.overlay?.styles ?? this.styles;
  }

  /** Whether each distinct media query of page and draft holds. */
  get #mediaAnswers(): readonly boolean[] {
    const like = this.#like;
    return (this.#answers ??= like
      ? like.#mediaAnswers
      : queries(this.#ownStyles).media.map((media) => holds(media, this.conditions)));
  }

  get #actives(): Uint8Array {
    const like = this.#like;
    return (this.#active ??= like ? like.#actives : activeConditions(this.#ownStyles, this.#mediaAnswers));
  }

  /** @internal Equal for pages of one capture and draft whose conditions all hold alike. */
  get activity(): string {
    return this.#mediaAnswers.map((answer) => (answer ? '1' : '0')).join('');
  }

  /** @internal One object for pages of one capture and draft that differ in states alone. */
  get alike(): object {
    return this.#actives;
  }

  /** @internal Whether the condition with this number holds. */
  isActive(condition: number): boolean {
    return this.#actives[condition] === 1;
  }

  /**
   * Elements that a selector list matches, in document order; [] for none. A pseudo-element counts for its
   * element, and `::part()` gives the parts. Looked for in the document's own tree, or in the shadow tree of `inside`.
   * @throws YeltoError on an invalid selector.
   */
  select(selector: string, inside?: PageElement): PageElement[] {
    const home = inside ? this.tree.shadow(inside.index) : 0;
    if (home < 0) return [];
    return selectRows(this.tree, selector, home).map((row) => this.elements[row]);
  }

  /** The same tree and sheets under other conditions; what is not given stays. */
  under(conditions: Partial<Conditions>): Page {
    const merged: Conditions = {
      ...this.conditions,
      ...definedOnly(conditions),
      containers: this.#containersAt(conditions),
    };
    const { overlay } = this;
    // Where the same states are held the tree is the same, and what was matched in it stays good.
    const tree = merged.held === this.conditions.held ? this.tree : undefined;
    // No media query asks for states.
    const isAlike = Object.keys(conditions).every((name) => name === 'held');
    const bare = new Page(this.#shared, merged, { tree, like: isAlike ? this.bare : undefined });
    if (!overlay) return bare;
    return new Page(this.#shared, merged, { overlay, bare, like: isAlike ? this : undefined });
  }

  /**
   * @internal This page, its draft included, under the conditions of another one of the same capture, with the same media
   * queries.
   */
  beside(view: Page): Page {
    const { overlay } = this;
    return overlay
      ? new Page(this.#shared, view.conditions, { overlay, bare: view.bare, like: view })
      : view.bare;
  }

  /** @internal This page's tree, with the states that are held in it, under the conditions of another one of the same capture and draft. */
  heldUnder(view: Page): Page {
    const { overlay, tree } = this;
    const conditions: Conditions = { ...view.conditions, held: this.conditions.held };
    const bare = new Page(this.#shared, conditions, { tree, like: view.bare });
    return overlay ? new Page(this.#shared, conditions, { overlay, bare, like: view }) : bare;
  }

  /** @internal Its tree with one more state held, which is not kept: of the many that are tried few are asked for again. */
  treeWith(held: Held): Tree {
    return withStates(this.#shared.bareTree, [...this.conditions.held, held]);
  }

  /** Containers keep their sizes only as long as the window keeps its own. */
  #containersAt({ width, height, containers }: Partial<Conditions>): Conditions['containers'] {
    if (containers) return containers;
    const { conditions } = this;
    const isSame =
      (width ?? conditions.width) === conditions.width && (height ?? conditions.height) === conditions.height;
    return isSame ? conditions.containers : undefined;
  }

  /** The page with a draft loaded before or after its sheets, in place of an earlier draft. */
  withDraft(css: string, place: DraftPlace = 'after', label = 'draft'): Page {
    const overlay = this.#laidLast(css, place, label) ?? this.#lay(css, place, label);
    return new Page(this.#shared, this.conditions, { overlay, bare: this.bare });
  }

  /** A draft that was just laid over the same sheets: one proof does so more than once. */
  #laidLast(css: string, place: DraftPlace, label: string): Overlay | undefined {
    const last = lastLaid.get(this.#shared.styles);
    if (last?.place !== place) return undefined;
    const { css: text, label: name } = last.styles.sheets[last.sheet];
    return text === css && name === label ? last : undefined;
  }

  #lay(css: string, place: DraftPlace, label: string): Overlay {
    const { bareTree, grammar, styles } = this.#shared;
    const comesFirst = place === 'before';
    const gatherer = new Gatherer(bareTree.names, bareTree.quirks, grammar, undefined, styles, comesFirst);
    gatherer.add({ label, css, status: 'loaded', how: 'added', media: '' });
    // Sheets that the draft imports stand before it.
    const laid = gatherer.result;
    const overlay: Overlay = { styles: laid, place, sheet: laid.sheets.length - 1 };
    lastLaid.set(styles, overlay);
    return overlay;
  }

  /** @internal The page with one more declaration in a rule of its draft, behind one that ends at that offset. */
  withDeclaration(block: StyleBlock, end: number, property: string, value: string): Page {
    const { overlay } = this;
    const added = { property, value, important: false, start: end, end };
    const { declarations } = block;
    const at = declarations.findIndex((one) => one.end === end) + 1;
    const mended = { ...block, declarations: declarations.toSpliced(at, 0, added) };
    const blocks = overlay!.styles.blocks.map((one) => (one === block ? mended : one));
    const styles = { ...overlay!.styles, blocks, mends: { styles: overlay!.styles, block, mended } };
    return new Page(this.#shared, this.conditions, { overlay: { ...overlay!, styles }, bare: this.bare });
  }

  /** @internal The page as it would be without some of its rules. */
  withoutBlocks(blocks: ReadonlySet<StyleBlock>): Page {
    const { styles } = this.#shared;
    const rest = { ...styles, blocks: styles.blocks.filter((block) => !blocks.has(block)) };
    return new Page({ ...this.#shared, styles: rest }, this.conditions, { tree: this.tree });
  }

  /**
   * The widths (CSS px, rising) at which rules of the page or its draft begin or cease to count, all other conditions as they
   * are; [] where none do.
   */
  get widths(): number[] {
    const { media } = queries(this.#ownStyles);
    const { height } = this.conditions;
    const asked = new Set(media.flatMap((one) => widthsOf(one, height)));
    const { blocks, keyframes, registered } = this.#ownStyles;
    const ofRules = [...blocks, ...keyframes, ...registered].map(({ condition }) => condition);
    const inUse = [...new Set([...ofRules, ...ofValues(this.#ownStyles)])];
    const activeAt = (width: number) => {
      const answers = media.map((one) => holds(one, { ...this.conditions, width }));
      const active = activeConditions(this.#ownStyles, answers);
      return inUse.map((condition) => active[condition]).join('');
    };
    return [...asked]
      .filter((width) => width > 0 && Number.isFinite(width))
      .filter(
        (width) =>
          activeAt(width - nextTo) !== activeAt(width + nextTo) ||
          activeAt(width) !== activeAt(width + nextTo),
      )
      .sort((a, b) => a - b);
  }
}

/** So far apart, px, two widths are told apart, and nobody asks for one in between. */
const nextTo = 0.05;

function definedOnly(conditions: Partial<Conditions>): Partial<Conditions> {
  return Object.fromEntries(Object.entries(conditions).filter(([, value]) => value !== undefined));
}

/** The distinct media queries of a set of rules, and for each condition which of them it is; −1 for none. */
interface Queries {
  readonly media: readonly MediaQuery[];
  readonly at: Int32Array;
}

const queriesOf = new WeakMap<StyleSet, Queries>();

function queries(styles: StyleSet): Queries {
  let found = queriesOf.get(styles);
  if (!found) {
    const numbers = new Map<MediaQuery, number>();
    const at = Int32Array.from(styles.conditions, ({ media }) => {
      if (!media) return -1;
      if (!numbers.has(media)) numbers.set(media, numbers.size);
      return numbers.get(media)!;
    });
    queriesOf.set(styles, (found = { media: [...numbers.keys()], at }));
  }
  return found;
}

/** For each condition whether it holds; parents stand before their children. */
function activeConditions(styles: StyleSet, answers: readonly boolean[]): Uint8Array {
  const { at } = queries(styles);
  const active = new Uint8Array(styles.conditions.length);
  styles.conditions.forEach(({ parent, constant }, i) => {
    const own = at[i] < 0 ? (constant ?? true) : answers[at[i]];
    active[i] = own && (parent < 0 || active[parent]) ? 1 : 0;
  });
  return active;
}

export { usualConditions };
