import {
  draftTargets,
  elementOf,
  variablesAround,
  namesReadIn,
  standingCandidates,
  withFunctions,
  type Target,
} from '../cascade/index.js';
import type { Held, Page, PageElement, StyleBlock } from '../page/index.js';
import { canBeIn } from '../selector/index.js';
import type { WrittenDeclaration } from '../sheet/index.js';
import { isInherited, physicalLonghandsOf } from '../value/index.js';
import { dependenciesOf, dependenciesOfPlain, askedBeside, nativeLookAround } from './dependencies.js';
import { handsDownUnasked } from './handed-down.js';
import { isMoved, isPlainOn } from './plain.js';
import { placeOf, Reached } from './reached.js';
import { filed, isPlainRule, saysElse, stepsBack, type Said } from './state-rules.js';
import { rowsInAllStates, statesOf, type RuleStates } from './states.js';

/** Whether the keyboard reaches an element as its markup stands (HTML Standard §6.6.3). */
const isReached = ({ tag, attributes }: PageElement): boolean =>
  /^(button|input|select|textarea|summary)$/.test(tag) ||
  (/^(a|area)$/.test(tag) && attributes.has('href')) ||
  attributes.has('tabindex') ||
  (attributes.has('contenteditable') && attributes.get('contenteditable') !== 'false');

const isLink = ({ tag, attributes }: PageElement): boolean =>
  /^(a|area)$/.test(tag) && (attributes.has('href') || attributes.has('xlink:href'));

/** States in which the browser's own sheet looks different, and on what (HTML Standard §15.3). */
const browserStates = [
  { properties: /^outline-/, state: ':focus-visible', isFor: isReached },
  { properties: /^color$/, state: ':active', isFor: isLink },
];
type BrowserState = (typeof browserStates)[number];

/** So many other states are looked at for one declaration. */
const mostStates = 120;
/** And so many in one proof: a draft of thousands of lines is not looked at for hours. */
const mostInAll = 6000;
/** So many pairs of states are looked at beside. */
const mostPairs = 12;

/** States that are held at once, and what a person reads of them. */
export interface OtherState {
  readonly held: readonly Held[];
  readonly words: readonly string[];
}

/** Whether what encloses some boxes is asked too, and what stands in them; neither by default. */
interface Way {
  readonly climbs?: boolean;
  readonly descends?: boolean;
}

export interface OtherStatesFound {
  readonly states: readonly OtherState[];
  /** Whether these are all; else there are more than are looked at. */
  readonly isAll: boolean;
}

/** Rules that name a state, of a page and its draft, by the longhands that they set. */
export class OtherStates {
  /** Of the draft's rules. */
  readonly #states = new Map<StyleBlock, RuleStates>();
  readonly #matched = new Map<StyleBlock, readonly PageElement[]>();
  readonly #reached = new Map<StyleBlock, Reached>();
  readonly #outer = new WeakMap<readonly Held[], readonly (readonly Held[])[]>();
  #looked = 0;

  constructor(private readonly laid: Page) {}

  /**
   * The states under which another rule sets what a declaration sets, or what its value is made of, on what it matches or,
   * where that is inherited, on what encloses it: what changes nothing as the page stands may matter there. Each set once; none for most.
   * Pauses now and then.
   */
  *beside(
    block: StyleBlock,
    { property, value, important }: WrittenDeclaration,
  ): Generator<undefined, OtherStatesFound> {
    const own = physicalLonghandsOf(property);
    const meant = { own: new Set(own), text: value };
    // What is important is not moved; without it an animation would move what else stands there.
    const always = [
      ...own,
      ...(important && isMoved(this.laid, own) ? ['animation-name'] : []),
      ...nativeLookAround(this.#matchedBy(block), own),
    ];
    let names = new Set([
      ...always,
      ...this.#variablesFor(block, own, value),
      ...own.flatMap(dependenciesOf),
      ...askedBeside(this.laid),
    ]);
    // What is the same at rest may part where an animation moves what it hangs on.
    if (
      isMoved(
        this.laid,
        [...names].filter((name) => name === 'color' || name === 'font-size'),
      )
    )
      names.add('animation-name');
    yield;
    // What is handed down as the current colour is another one in boxes inside that have their own.
    const descends = own.some(handsDownUnasked);
    let rules = yield* this.#rulesFor(block, { ...meant, names }, { climbs: true, descends });
    const isPlain = rules.size > 0 && this.#isPlain(block, { property, value });
    if (isPlain) names = new Set([...always, ...own.flatMap(dependenciesOfPlain)]);
    const climbs = [...names].some((one) => one.startsWith('--') || isInherited(one));
    yield;
    const way = isPlain ? { climbs } : { climbs, descends };
    if (isPlain) rules = yield* this.#rulesFor(block, { ...meant, names }, way);
    const rows = this.#rowsOf(block, way);
    const sets = new Map<string, OtherState>();
    const [back, forth]: { rule: StyleBlock; state: OtherState }[][] = [[], []];
    const browsers = browserStates.find(({ properties }) => [...names].some((one) => properties.test(one)));
    const targets = this.#matchedBy(block);
    const ring = browsers ? this.#inState(targets, browsers) : [];
    // What is handed down may come from a box in the state whose like inside is not in it.
    const mayComeFromOutside = /inherit|unset/i.test(value) || [...names].some(isInherited);
    const around = browsers && mayComeFromOutside ? this.#inState(enclosing(targets), browsers) : [];
    for (const held of [ring, around])
      if (browsers && held.length)
        sets.set(`${browsers.state} ${sets.size}`, { held, words: [browsers.state] });
    for (const rule of rules) {
      const { sets: all, words } = this.#statesFor(rule);
      const ways = mayComeFromOutside ? all.flatMap((held) => [held, ...this.#outermost(held)]) : all;
      for (const held of ways)
        // A state that is held elsewhere on the page only is no concern of these things.
        if (held.some(({ element }) => element && this.#isNear(rows, element)))
          for (const beside of stepsBack(rule) && ring.length ? [[], ring] : [[]]) {
            // Where a rule steps back the browser's own look shows, and that has states too.
            const both = [...held, ...beside];
            const named = beside.length ? [...words, browsers!.state] : words;
            const state = { held: both, words: named };
            sets.set(keyOf(both), state);
            if (beside.length === 0) (stepsBack(rule) ? back : forth).push({ rule, state });
          }
      yield;
    }
    const found = [...sets.values()].filter(({ held }) => held.length > 0);
    const states = found.slice(0, Math.max(0, Math.min(mostStates, mostInAll - this.#looked)));
    this.#looked += states.length;
    // What is under a rule that steps back shows where another one says something in a state of its own.
    const standing = back.filter(({ rule }) => this.#stands(block, own, rule));
    const pairs = standing.flatMap((one) => forth.map((other) => together(one.state, other.state)));
    const more = pairs.filter(({ held }) => !sets.has(keyOf(held))).slice(0, mostPairs);
    return { states: [...states, ...more], isAll: states.length === found.length };
  }

  /** Variables that the value reads, and that rules for what a rule matches read to set the same. */
  #variablesFor(block: StyleBlock, own: readonly string[], value: string): string[] {
    const rivals = variablesAround(this.laid, this.#targetsOf(block), own);
    return [...withFunctions(namesReadIn(value), this.laid.overlay!.styles), ...rivals];
  }

  /**
   * Whether a declaration and all that may stand in its place, in whatever state, say by their texts alone what the computed value is:
   * then sizes of fonts and colours further out are no concern of it.
   */
  #isPlain(block: StyleBlock, said: Pick<WrittenDeclaration, 'property' | 'value'>): boolean {
    // In states of its own other pseudo-elements may be meant.
    if (block.selectors.some(({ pseudo }) => pseudo) && this.#statesFor(block).sets.length > 0) return false;
    if (!isPlainOn(this.laid, this.#targetsOf(block), said)) return false;
    const own = physicalLonghandsOf(said.property);
    const names = isMoved(this.laid, own) ? [...own, 'animation-name'] : own;
    const rows = this.#rowsOf(block, {});
    for (const rule of this.#filed(names))
      if (rule !== block && this.#reachedBy(rule).isAmong(rows) && !isPlainRule(rule, own)) return false;
    return true;
  }

  /** Whether a rule says something of these longhands on what another one matches, as the page stands. */
  #stands(block: StyleBlock, longhands: readonly string[], { sheet, declarations }: StyleBlock): boolean {
    return draftTargets(this.laid, block).some(([target]) =>
      longhands.some((name) =>
        standingCandidates(this.laid, target, name).some(
          ({ declaration: said }) =>
            said.sheet === sheet &&
            declarations.some(({ property, value }) => property === said.property && value === said.value),
        ),
      ),
    );
  }

  /** The rules of page and draft that name a state and set any of these longhands; some more than once. */
  *#filed(names: Iterable<string>): Generator<StyleBlock> {
    const all = [this.laid.overlay!.styles, this.laid.styles].map(filed);
    for (const name of names) for (const one of all) yield* one.get(name) ?? [];
  }

  /** Rules that name a state and, in it or out of it, say something else of what a rule matches or of what encloses that. */
  *#rulesFor(block: StyleBlock, said: Said, way: Way): Generator<undefined, Set<StyleBlock>> {
    const rules = new Set<StyleBlock>();
    const passed = new Set<StyleBlock>([block]);
    // The words of a first line may stand in boxes further in.
    const mayBeInside = block.selectors.some(({ pseudo }) => pseudo.startsWith('::first-'));
    const rows = mayBeInside ? undefined : this.#rowsOf(block, way);
    for (const rule of this.#filed(said.names)) {
      if (passed.has(rule)) continue;
      passed.add(rule);
      if ((!rows || this.#reachedBy(rule).isAmong(rows)) && saysElse(rule, said)) rules.add(rule);
      if (passed.size % 100 === 0) yield;
    }
    return rules;
  }

  /** Rows that a rule may match in some states. */
  #reachedBy(rule: StyleBlock): Reached {
    const isDrafts = rule.sheet >= this.laid.styles.sheets.length;
    // What is kept of a page's rules keeps no draft.
    const page = isDrafts ? this.laid : this.laid.bare;
    const kept = isDrafts ? this.#reached : reachedKept(page);
    let found = kept.get(rule);
    if (!found) kept.set(rule, (found = new Reached(page, rule)));
    return found;
  }

  /** What a rule matches as the page stands, and the elements that it matches in its own states. */
  #targetsOf(block: StyleBlock): Target[] {
    return [...draftTargets(this.laid, block).flat(), ...this.#matchedBy(block)];
  }

  /** The same on those boxes only that stand in no other of them; [] where none do. */
  #outermost(held: readonly Held[]): readonly (readonly Held[])[] {
    let found = this.#outer.get(held);
    if (!found) this.#outer.set(held, (found = this.#findOutermost(held)));
    return found;
  }

  #findOutermost(held: readonly Held[]): (readonly Held[])[] {
    const { end } = this.laid.tree;
    const boxes = held.flatMap(({ element }) => element ?? []).sort((a, b) => a.index - b.index);
    const outermost = new Set<PageElement>();
    // What stands inside of another comes behind it, and before its end.
    let last = -1;
    for (const box of boxes) {
      if (box.index < last) continue;
      outermost.add(box);
      last = Math.max(last, end[box.index]);
    }
    const outer = held.filter(({ element }) => element && outermost.has(element));
    return outer.length < boxes.length ? [outer] : [];
  }

  /** In the order of the tree. */
  #rowsOf(block: StyleBlock, { climbs, descends }: Way): readonly number[] {
    const rows = new Set<number>();
    const { parent, end } = this.laid.tree;
    const matched = this.#matchedBy(block);
    for (const element of matched)
      for (let row = element.index; row >= 0 && !rows.has(row); row = climbs ? parent[row] : -1)
        rows.add(row);
    for (const { index } of descends ? matched : [])
      for (let row = index + 1; row < end[index]; row++) rows.add(row);
    return [...rows].sort((a, b) => a - b);
  }

  /** Whether a state on an element may concern any of the rows: on it, around it, inside or beside of it. */
  #isNear(rows: readonly number[], { index, parent }: PageElement): boolean {
    const { end } = this.laid.tree;
    const from = parent?.index ?? index;
    const at = placeOf(rows, from);
    return at < rows.length && rows[at] < end[from];
  }

  /** What a rule matches, in its own states too, and what carries these; each once. */
  #matchedBy(block: StyleBlock): readonly PageElement[] {
    let found = this.#matched.get(block);
    if (!found) this.#matched.set(block, (found = this.#findMatchedBy(block)));
    return found;
  }

  #findMatchedBy(block: StyleBlock): PageElement[] {
    const matched = draftTargets(this.laid, block).flat().map(elementOf);
    const { sets } = this.#statesFor(block);
    const carriers = sets.flatMap((held) => held.flatMap(({ element }) => element ?? []));
    const inStates = sets.length
      ? rowsInAllStates(this.laid, block).map((row) => this.laid.elements[row])
      : [];
    return [...new Set([...matched, ...carriers, ...inStates])];
  }

  #inState(elements: readonly PageElement[], { state, isFor }: BrowserState): readonly Held[] {
    const { tree } = this.laid;
    return elements
      .filter((element) => isFor(element) && canBeIn(state.slice(1), element.index, tree))
      .map((element) => ({ element, state }));
  }

  #statesFor(rule: StyleBlock): RuleStates {
    const kept = rule.sheet < this.laid.styles.sheets.length ? statesKept(this.laid.bare) : this.#states;
    let states = kept.get(rule);
    if (!states) kept.set(rule, (states = statesOf(this.laid, rule, true)));
    return states;
  }
}

const keyOf = (held: readonly Held[]): string =>
  held.map(({ element, state }) => `${element?.index} ${state}`).join();

const together = (one: OtherState, other: OtherState): OtherState => ({
  held: [...one.held, ...other.held],
  words: [...new Set([...one.words, ...other.words])],
});

/** What encloses some elements, without these. */
function enclosing(elements: readonly PageElement[]): PageElement[] {
  const found = new Set<PageElement>();
  for (const { drawnIn } of elements)
    for (let up = drawnIn; up && !found.has(up); up = up.drawnIn) found.add(up);
  for (const element of elements) found.delete(element);
  return [...found];
}

/** What is kept of a page's rules, the same for all drafts; that of a draft's goes with it. */
const keptFor = <Kept>(): ((page: Page) => Map<StyleBlock, Kept>) => {
  const known = new WeakMap<Page, Map<StyleBlock, Kept>>();
  return (page) => {
    let kept = known.get(page);
    if (!kept) known.set(page, (kept = new Map()));
    return kept;
  };
};

const statesKept = keptFor<RuleStates>();
const reachedKept = keptFor<Reached>();
