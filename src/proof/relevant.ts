import {
  conditionsAround,
  draftTargets,
  elementOf,
  pseudoOf,
  type ConditionsAround,
  type ConditionsByLonghand,
  type Target,
} from '../cascade/index.js';
import {
  hangsOnWindow,
  looksBetween,
  ofValues,
  measureOf,
  recoloured,
  resized,
  type HeldLooks,
  type Look,
  type Page,
  type StyleBlock,
} from '../page/index.js';
import type { WrittenDeclaration } from '../sheet/index.js';
import { isInherited, physicalLonghandsOf } from '../value/index.js';
import { dependenciesOf, askedBeside, isUsedEverywhere, nativeLookAround } from './dependencies.js';
import { handsDownUnasked } from './handed-down.js';

/** Properties in whose values colours stand, and variables. */
const takesColours =
  /colou?r|background|border|outline|shadow|image|fill|stroke|mask|filter|rule|text-(decoration|emphasis)|scheme|^all$|^--/i;

/**
 * Of looks those that may show different things of a declaration: where all conditions hold alike around rules that set
 * what it sets, on what it matches and on what encloses that, one look stands for the rest, and for their stretch of
 * widths. Conditions that hold in the very same looks count as one.
 */
export class RelevantLooks {
  /** Where each condition holds, over the plain looks: a column of ones and noughts; '' where it never changes. */
  readonly #columns = new Map<number, string>();
  readonly #parted = new Map<string, readonly Part[]>();
  readonly #partsOf = new WeakMap<ReadonlySet<number>, readonly Part[]>();
  readonly #further = new Map<string, readonly Look[]>();
  /** Places of the looks that are there for what is measured by the window. */
  readonly #sized: readonly number[];
  /** And of those for colours of the person's choice. */
  readonly #schemes: readonly number[];
  readonly #around = new WeakMap<
    object,
    { byBlock: Map<StyleBlock, Around>; byTargets: Map<string, Around> }
  >();

  /** `plain` are the looks that all the lists are made of: a held state changes no condition. */
  constructor(
    private readonly laid: Page,
    private readonly plain: readonly Look[],
  ) {
    const placesOf = (kind: Look['extra']) => plain.flatMap(({ extra }, at) => (extra === kind ? [at] : []));
    this.#sized = placesOf('size');
    this.#schemes = placesOf('scheme');
  }

  of(looks: HeldLooks, block: StyleBlock, declaration: WrittenDeclaration): Look[] {
    const numbers = this.#conditionsFor(looks.view, block, declaration);
    return [...this.#partsFor(looks, numbers), ...this.#between(numbers).map((look) => looks.during(look))];
  }

  /** Those beside them for what is measured by the window, and for colours of the person's choice. [] for most declarations. */
  extra(looks: HeldLooks, block: StyleBlock, declaration: WrittenDeclaration): Look[] {
    return [
      ...(this.#isSized(looks.view, block, declaration) ? this.#sized : []),
      ...(takesColours.test(declaration.property) ? this.#schemes : []),
    ].map((at) => looks.at(at));
  }

  /**
   * Of looks those that may show different things of the boxes that a rule is for: of what encloses them and of what stands in
   * them too, whatever the property.
   */
  ofBoxes(looks: HeldLooks, block: StyleBlock, { value }: WrittenDeclaration): Look[] {
    const { view } = looks;
    const { own, above, ownSized, aboveSized } = conditionsAround(view, withContents(view, block));
    const numbers = new Set([...this.#everywhere(view, block), ...[...own, ...above].flatMap(allIn)]);
    const isSized = hangsOnWindow(value) || ownSized.size > 0 || aboveSized.size > 0;
    const extra = [...(isSized ? this.#sized : []), ...this.#schemes];
    return [...this.#partsFor(looks, numbers), ...extra.map((at) => looks.at(at))];
  }

  /**
   * Some looks again, in windows of other sizes: under each set of conditions something may be equal by
   * luck. [] where nothing is measured by the window.
   */
  resized(looks: readonly Look[], block: StyleBlock, declaration: WrittenDeclaration): Look[] {
    const plain = looks.filter(({ extra }) => !extra);
    if (plain.length === 0 || !this.#isSized(plain[0].view, block, declaration)) return [];
    const measures = [
      measureOf(declaration.value),
      ...plain.map(({ view }) => this.#aroundOf(view, block).measure),
    ];
    const ofWidth = measures.some((one) => one.ofWidth);
    const ofHeight = measures.some((one) => one.ofHeight);
    return plain.flatMap((look) => {
      const { view } = look;
      const numbers = [...this.#conditionsFor(view, block, declaration)];
      const isAlike = (other: Page) => numbers.every((one) => other.isActive(one) === view.isActive(one));
      return resized(look, { ofWidth, ofHeight }, isAlike);
    });
  }

  /**
   * Some looks again, in colours of the other kind where the person has the choice: what is equal at another width, in print or on a
   * finer screen may be so by luck too. [] where nobody has it, and for what takes no colours.
   */
  recoloured(looks: readonly Look[], block: StyleBlock, declaration: WrittenDeclaration): Look[] {
    if (this.#schemes.length === 0 || !takesColours.test(declaration.property)) return [];
    return looks.flatMap((look) => {
      const { view, words } = look;
      // The page as it stands is looked at in both anyway.
      const isAsItStands = words === '' && view.conditions.width === this.laid.conditions.width;
      if (look.extra || isAsItStands) return [];
      const other = recoloured(look);
      const numbers = [...this.#conditionsFor(view, block, declaration)];
      return numbers.every((one) => other.view.isActive(one) === view.isActive(one)) ? [other] : [];
    });
  }

  /** Whether anything that is measured by the window has a say in a declaration's value, or in what it stands before. */
  #isSized(view: Page, block: StyleBlock, { property, value }: WrittenDeclaration): boolean {
    if (this.#sized.length === 0) return false;
    const { ownSized, aboveSized, handed } = this.#aroundOf(view, block);
    if (hangsOnWindow(value) || [...ownSized, ...aboveSized].some((name) => name.startsWith('--')))
      return true;
    const names = physicalLonghandsOf(property);
    const others = names.flatMap(dependenciesOf);
    const handedDown = names.filter(
      (name) => /inherit|unset/i.test(value) || isInherited(name) || handed.has(name),
    );
    return (
      [...names, ...others].some((name) => ownSized.has(name)) ||
      [...handedDown, ...others].some((name) => aboveSized.has(name))
    );
  }

  #partsFor(looks: HeldLooks, numbers: ReadonlySet<number>): Look[] {
    let parts = this.#partsOf.get(numbers);
    if (!parts) {
      const wanted = new Set<string>();
      for (const number of numbers) wanted.add(this.#columnOf(number));
      wanted.delete('');
      this.#partsOf.set(numbers, (parts = this.#partedBy([...wanted].sort())));
    }
    return parts.map(({ at, from, to }) => ({ ...looks.at(at), from, to }));
  }

  /** Those beside the plain ones that are about some conditions, where a page asks about more than is looked at in all. */
  #between(numbers: ReadonlySet<number>): readonly Look[] {
    const key = [...numbers].sort((a, b) => a - b).join();
    let found = this.#further.get(key);
    if (!found) this.#further.set(key, (found = looksBetween(this.laid, this.plain, numbers)));
    return found;
  }

  #columnOf(number: number): string {
    let column = this.#columns.get(number);
    if (column === undefined) {
      column = this.plain.map(({ view }) => (view.isActive(number) ? '1' : '0')).join('');
      if (!column.includes('0') || !column.includes('1')) column = '';
      this.#columns.set(number, column);
    }
    return column;
  }

  #partedBy(columns: readonly string[]): readonly Part[] {
    const name = columns.join();
    let parts = this.#parted.get(name);
    if (!parts) {
      const found = new Map<string, Part>();
      for (const [at, { from, to }] of this.plain.entries()) {
        let key = '';
        for (const column of columns) key += column[at];
        const known = found.get(key);
        if (known) found.set(key, { ...known, from: Math.min(known.from, from), to: Math.max(known.to, to) });
        else found.set(key, { at, from, to });
      }
      this.#parted.set(name, (parts = [...found.values()]));
    }
    return parts;
  }

  /** The conditions that matter to a rule wherever it matches. */
  #everywhere(view: Page, block: StyleBlock): number[] {
    const { keyframes, registered, layers } = view.overlay!.styles;
    return [
      block.condition,
      ...layers.conditions,
      ...keyframes.map(({ condition }) => condition),
      ...registered.map(({ condition }) => condition),
      ...ofValues(view.overlay!.styles),
    ];
  }

  #conditionsFor(
    view: Page,
    block: StyleBlock,
    { property, value }: WrittenDeclaration,
  ): ReadonlySet<number> {
    const around = this.#aroundOf(view, block);
    const isHandedDown = /inherit|unset/i.test(value);
    const key = `${block.condition} ${property} ${isHandedDown}`;
    let found = around.numbers.get(key);
    if (!found) {
      found = this.#findConditions(view, block, { property, isHandedDown, around });
      around.numbers.set(key, found);
    }
    return found;
  }

  #findConditions(
    view: Page,
    block: StyleBlock,
    asked: { readonly property: string; readonly isHandedDown: boolean; readonly around: Around },
  ): Set<number> {
    const { property, isHandedDown, around } = asked;
    const { own, above, always, handed } = around;
    const numbers = new Set(this.#everywhere(view, block));
    const add = (lists: readonly ConditionsByLonghand[], name: string) => {
      for (const byLonghand of lists) byLonghand.get(name)?.forEach((number) => numbers.add(number));
    };
    for (const number of always) numbers.add(number);
    const names = physicalLonghandsOf(property);
    for (const name of nativeLookAround(draftTargets(view, block).flat(), names)) add(own, name);
    for (const name of names) {
      add(own, name);
      if (isHandedDown || isInherited(name) || handed.has(name)) add(above, name);
    }
    for (const other of new Set([...names.flatMap(dependenciesOf), ...askedBeside(view)])) {
      add(own, other);
      add(above, other);
    }
    // What is handed down as the current colour is another one in boxes inside that have their own.
    const handedDown = names.filter(handsDownUnasked);
    if (handedDown.length > 0) {
      const inside = conditionsAround(view, withContents(view, block)).own;
      for (const name of ['color', ...handedDown]) add(inside, name);
    }
    return numbers;
  }

  #aroundOf(view: Page, block: StyleBlock): Around {
    let ofTree = this.#around.get(view.tree);
    if (!ofTree) this.#around.set(view.tree, (ofTree = { byBlock: new Map(), byTargets: new Map() }));
    let around = ofTree.byBlock.get(block);
    if (!around) {
      // Many rules are for the same things.
      const targets = draftTargets(view, block).flat();
      const key = targets.map((target) => `${elementOf(target).index}${pseudoOf(target)}`).join();
      around = ofTree.byTargets.get(key) ?? aroundOf(view, targets);
      ofTree.byTargets.set(key, around);
      ofTree.byBlock.set(block, around);
    }
    return around;
  }
}

/** With the conditions that matter to every property. */
interface Around extends ConditionsAround {
  readonly always: ReadonlySet<number>;
  /** What was found for properties, for these targets. */
  readonly numbers: Map<string, ReadonlySet<number>>;
}

function aroundOf(view: Page, targets: readonly Target[]): Around {
  const around = conditionsAround(view, targets);
  return {
    ...around,
    always: new Set([...around.own, ...around.above].flatMap(alwaysIn)),
    numbers: new Map(),
  };
}

const allIn = (byLonghand: ConditionsByLonghand): number[] =>
  [...byLonghand.values()].flatMap((numbers) => [...numbers]);

/** What a rule of the draft matches, and all that stands in it. */
function withContents(view: Page, block: StyleBlock): Target[] {
  const { elements, tree } = view;
  const rows = new Set<number>();
  const matched = draftTargets(view, block).flat();
  for (const { index } of matched.map(elementOf))
    for (let row = index; row < tree.end[index]; row++) rows.add(row);
  const inside = [...rows].flatMap((row): Target[] => {
    const element = elements[row];
    return [element, { element, pseudo: '::before' }, { element, pseudo: '::after' }];
  });
  return [...matched, ...inside];
}

const everywhere = new WeakMap<ConditionsByLonghand, readonly number[]>();

function alwaysIn(byLonghand: ConditionsByLonghand): readonly number[] {
  let found = everywhere.get(byLonghand);
  if (!found) {
    found = [...byLonghand].flatMap(([longhand, numbers]) =>
      isUsedEverywhere(longhand) ? [...numbers] : [],
    );
    everywhere.set(byLonghand, found);
  }
  return found;
}

/** Looks that show the same: the first of them, and their stretch of widths, CSS px. */
interface Part {
  readonly at: number;
  readonly from: number;
  readonly to: number;
}
