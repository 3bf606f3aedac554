import type { Page, PageElement, StyleBlock, StyleSet } from '../page/index.js';
import { packSpecificity, type HeldChange, type Tree } from '../selector/index.js';
import type { Flow } from '../value/index.js';
import { attributesRead } from './attributes.js';
import { Capture } from './capture.js';
import { containersHold, hasContainers } from './containers.js';
import { claimsOf, Contested, type Claims, type LonghandSet } from './contested.js';
import { flowKey, usualFlow } from './flow.js';
import { Flows } from './flows.js';
import { draftMatching } from './draft-matching.js';
import { type Applied, type Matcher, type MatchList } from './match-list.js';
import { matchedRows } from './matched-rows.js';
import type { Carrier } from './may-tell.js';
import { mayHaveOwn, ownClaims } from './own-claims.js';
import { countsPlaces, withPlace } from './places.js';
import { Level, type Candidate } from './rank.js';
import { StateAsking } from './state-asking.js';
import type { Target } from './types.js';
import {
  matchedFor,
  within,
  workedOutFor,
  type Context,
  type DraftTargets,
  type WorkedOut,
} from './worked-out.js';

const captures = new WeakMap<object, Capture>();
const solutions = new WeakMap<Page, Solution>();

/** The one solution of a page, begun at the first question. */
export function solutionOf(page: Page): Solution {
  let solution = solutions.get(page);
  if (!solution) solutions.set(page, (solution = new Solution(page)));
  return solution;
}

/**
 * The elements and pseudo-elements that a block of a page's draft matches, media queries left aside: in groups whose
 * contests are alike under all conditions. [] for none, and for a page without a draft.
 */
export function draftTargets(page: Page, block: StyleBlock): readonly (readonly Target[])[] {
  return solutionOf(page).draftTargets(block);
}

/** A draft's blocks are numbered from 0 again; they stand as a whole before or after the platform's. */
export const orderOf = ({ overlay }: Page, { block, owner }: Pick<Applied, 'block' | 'owner'>): number =>
  block.order + (owner === 'draft' ? (overlay!.place === 'before' ? -1e9 : 1e9) : 0);

const conditionsOfLists = new WeakMap<MatchList, readonly number[]>();

/** The conditions around the rules of a list, each once. */
function conditionsIn(list: MatchList): readonly number[] {
  let found = conditionsOfLists.get(list);
  if (!found) {
    const numbers = new Set<number>();
    for (const { block, owner } of list.applied)
      if (block.condition > 0 && owner !== 'browser') numbers.add(block.condition);
    conditionsOfLists.set(list, (found = [...numbers]));
  }
  return found;
}

const nothing: MatchList = { id: -1, applied: [] };

/**
 * The claims on a page's targets under its conditions, as far as anyone asked. Targets that the same rules
 * match share their contests.
 */
export class Solution {
  readonly #capture: Capture;
  readonly #matching: Matcher;
  readonly #draft?: Matcher;
  readonly #workedOut: WorkedOut;
  /** By flow, then by the draft's and the platform's list. */
  readonly #shared: Map<string, WeakMap<MatchList, WeakMap<MatchList, Contested>>>;
  /** Of elements, by row, as they were asked for. */
  readonly #ofRows: (Contested | undefined)[] = [];
  /** Of elements with claims of their own, by row. */
  readonly #own = new Map<number, Contested>();
  /** Of elements and pseudo-elements that container queries tell from others that the same rules match. */
  readonly #contained = new Map<string, Contested>();
  readonly #contexts = new Map<number, Context>();
  readonly #contextsFor = new Map<LonghandSet, Map<number, Context>>();
  /** Attributes that make values, so that what the same rules match may look otherwise. */
  readonly #read: readonly string[];
  /** Whether values count elements among their siblings. */
  readonly #countsPlaces: boolean;
  readonly #flows: Flows;
  readonly #targets: DraftTargets;
  readonly #states: StateAsking;
  readonly #layerRanks: Int32Array;
  /** Of components, by number; each tree has layers of its own. */
  readonly #componentRanks: readonly Int32Array[];

  constructor(private readonly page: Page) {
    let capture = captures.get(page.identity);
    if (!capture) captures.set(page.identity, (capture = new Capture(page)));
    this.#capture = capture;
    const texts = [page.styles, ...page.components, page.overlay?.styles];
    const readers = texts.map(attributesRead);
    this.#countsPlaces = texts.some(countsPlaces);
    this.#read = [...new Set(readers.filter(({ size }) => size > 0).flatMap((names) => [...names]))];
    this.#matching = capture.matching(page.tree);
    this.#draft = draftMatching(page);
    this.#layerRanks = (page.overlay?.styles ?? page.styles).layers.ranks((condition) =>
      page.isActive(condition),
    );
    this.#componentRanks = page.components.map(({ layers }) =>
      layers.ranks((condition) => page.isActive(condition)),
    );
    const ranks = [this.#layerRanks, ...this.#componentRanks].map((one) => one.join(' ')).join('/');
    this.#workedOut = workedOutFor(capture, ranks);
    const { byPage } = this.#workedOut;
    let shared = byPage.get(page.alike);
    if (!shared) byPage.set(page.alike, (shared = new Map()));
    this.#shared = shared;
    this.#flows = new Flows(page, capture, { matching: this.#matching, draft: this.#draft, ranks }, (row) => {
      // Set under no flow-relative name, so any flow will do to ask for them.
      const claims = this.#contestedIn(row, '', usualFlow);
      this.#own.delete(row);
      return claims;
    });
    this.#states = new StateAsking(page, capture, this.#flows.mayDiffer);
    const drafted = matchedFor(this.#draft ?? this.#matching, ranks);
    // Where container queries are answered the groups hang on the sizes, which other conditions do not share.
    this.#targets = page.conditions.containers ? new Map() : drafted.targets;
  }

  /** The rank of what is not layered. */
  get outerLayer(): number {
    return this.#layerRanks[0];
  }

  /** All claims on a target, by physical longhand. */
  contested(row: number, pseudo: string): Contested {
    if (pseudo !== '') return this.#contestedIn(row, pseudo, this.#flows.of(row));
    return (this.#ofRows[row] ??= this.#contestedIn(row, pseudo, this.#flows.of(row)));
  }

  /** The name under which a longhand of this target is contested. */
  contestedName(row: number, longhand: string): string {
    return this.#capture.namesFor(this.#flows.of(row)).physical(longhand);
  }

  /** False only where holding a state changes nothing in which rules match a target: on that carrier, or on any. */
  mayTell(row: number, pseudo: string, change: HeldChange, carrier?: Carrier): boolean {
    const isOpen = this.page.tree.roots.length > 1 || this.#draft !== undefined;
    return isOpen || this.#states.mayTell(row, pseudo, change, carrier);
  }

  /** Whether a change may make container queries hold that did not, or the other way round. */
  mayTurnQueries(change: HeldChange): boolean {
    return this.#states.mayTurnQueries(change);
  }

  /** See `contextOf`. */
  context(row: number, pseudo: string): object {
    const path: number[] = [];
    let at = row;
    for (; at >= 0 && !this.#contexts.has(at); at = this.page.tree.flatParent[at]) path.push(at);
    let context = at >= 0 ? this.#contexts.get(at)! : this.#workedOut.contexts;
    for (const next of path.reverse()) {
      context = within(context, this.contested(next, ''));
      context = this.#withOwn(context, next);
      this.#contexts.set(next, context);
    }
    return pseudo ? within(context, this.contested(row, pseudo)) : context;
  }

  /** With what values may read of the element itself: attributes, its place; most have nothing of the kind. */
  #withOwn(context: Context, row: number): Context {
    if (this.#read.length === 0 && !this.#countsPlaces) return context;
    const element = this.page.elements[row];
    const { attributes } = element;
    const there = this.#read.filter((name) => attributes.has(name));
    const place = this.#countsPlaces ? withPlace(this.page, element, 'sibling-index() sibling-count()') : '';
    if (there.length === 0 && !place) return context;
    const key = place + JSON.stringify(there.map((name) => [name, attributes.get(name)]));
    const known = this.#workedOut.attributes;
    let one = known.get(key);
    if (!one) known.set(key, (one = {}));
    return within(context, one);
  }

  /** See `contextFor`. */
  contextFor(row: number, pseudo: string, names: LonghandSet): object {
    let known = this.#contextsFor.get(names);
    if (!known) this.#contextsFor.set(names, (known = new Map()));
    const path: number[] = [];
    let at = pseudo ? row : this.page.tree.flatParent[row];
    for (; at >= 0 && !known.has(at); at = this.page.tree.flatParent[at]) path.push(at);
    let context = at >= 0 ? known.get(at)! : this.#workedOut.contexts;
    for (const next of path.reverse()) {
      for (const claims of this.contested(next, '').saying(names)) context = within(context, claims);
      context = this.#withOwn(context, next);
      // Where one box ends and the next begins.
      context = within(context, names);
      known.set(next, context);
    }
    return within(this.#withOwn(context, row), this.contested(row, pseudo));
  }

  /** What matches a target: the platform's rules, and the draft's. */
  lists(row: number, pseudo: string): readonly MatchList[] {
    return [this.#matching.list(row, pseudo), this.#draft?.list(row, pseudo) ?? nothing];
  }

  /** Who matches the platform's rules in another tree of the same page. */
  matchingIn(tree: Tree): Matcher {
    return this.#capture.matching(tree);
  }

  /** What a rule claims on a target, as its media queries hold; undefined where they do not. */
  claimsAtWork(applied: Applied): Claims | undefined {
    const { block, owner } = applied;
    const isAwake = owner === 'browser' || this.page.isActive(block.condition);
    return isAwake ? this.#claimsOf(applied, false) : undefined;
  }

  /** See `draftTargets`. */
  draftTargets(block: StyleBlock): readonly (readonly Target[])[] {
    let groups = this.#targets.get(block);
    if (!groups)
      this.#targets.set(block, (groups = this.#draft ? this.#groupTargets(this.#draft, block) : []));
    return groups;
  }

  #groupTargets(draft: Matcher, block: StyleBlock): readonly (readonly Target[])[] {
    const groups = new Map<string, Target[]>();
    const { elements } = this.page;
    for (const { row, pseudo } of matchedRows(draft, elements.length, block)) {
      const element = elements[row];
      const target: Target = pseudo ? { element, pseudo } : element;
      const [list, drafted] = [this.#matching.list(row, pseudo), draft.list(row, pseudo)];
      const isAlone = this.#isContained(list, drafted) || (pseudo === '' && mayHaveOwn(this.page, row));
      const key = `${list.id} ${drafted.id} ${isAlone ? row : -1} ${this.#flows.sourceOf(row)}`;
      const alike = groups.get(key);
      if (alike) alike.push(target);
      else groups.set(key, [target]);
    }
    return [...groups.values()];
  }

  #contestedIn(row: number, pseudo: string, flow: Flow): Contested {
    if (pseudo === '') {
      const known = this.#own.get(row);
      if (known) return known;
    }
    const list = this.#matching.list(row, pseudo);
    const drafted = this.#draft?.list(row, pseudo) ?? nothing;
    if (pseudo === '' && mayHaveOwn(this.page, row)) {
      const own = ownClaims(this.page, this.page.elements[row], this.outerLayer);
      if (own.size) {
        const contested = this.#contest(list, drafted, own, flow, this.#containerFor(row, pseudo));
        this.#own.set(row, contested);
        return contested;
      }
    }
    if (this.#isContained(list, drafted)) {
      const key = `${row}${pseudo}`;
      let contested = this.#contained.get(key);
      if (!contested) {
        contested = this.#contest(list, drafted, undefined, flow, this.#containerFor(row, pseudo));
        this.#contained.set(key, contested);
      }
      return contested;
    }
    const key = flowKey(flow);
    let byDraft = this.#shared.get(key);
    if (!byDraft) this.#shared.set(key, (byDraft = new WeakMap()));
    let byList = byDraft.get(drafted);
    if (!byList) byDraft.set(drafted, (byList = new WeakMap()));
    let contested = byList.get(list);
    if (!contested) byList.set(list, (contested = this.#likeElsewhere(list, drafted, flow)));
    return contested;
  }

  /** Pages on which the same conditions hold around these rules share the contest. */
  #likeElsewhere(list: MatchList, drafted: MatchList, flow: Flow): Contested {
    let key = `${flowKey(flow)} `;
    for (const one of [list, drafted])
      for (const condition of conditionsIn(one)) key += this.page.isActive(condition) ? '1' : '0';
    const { contests } = this.#workedOut;
    let byList = contests.get(drafted);
    if (!byList) contests.set(drafted, (byList = new WeakMap()));
    let byKey = byList.get(list);
    if (!byKey) byList.set(list, (byKey = new Map()));
    let contested = byKey.get(key);
    if (!contested) byKey.set(key, (contested = this.#contest(list, drafted, undefined, flow)));
    return contested;
  }

  /** `within` is where the search for a container begins. */
  #contest(
    list: MatchList,
    drafted: MatchList,
    own: Claims | undefined,
    flow: Flow,
    within?: PageElement | null,
  ): Contested {
    const claims: Claims[] = own ? [own] : [];
    for (const { applied } of [list, drafted]) {
      for (const one of applied) {
        const { block, owner } = one;
        if (owner !== 'browser' && !this.page.isActive(block.condition)) continue;
        const isContained = block.containers.length > 0 && within !== undefined;
        const truth = isContained ? containersHold(this.page, block, within) : undefined;
        if (truth !== false) claims.push(this.#claimsOf(one, truth === true));
      }
    }
    return new Contested(claims, this.#capture.namesFor(flow));
  }

  /** Whether container queries around the rules of these lists are answered, each element by itself. */
  #isContained(list: MatchList, drafted: MatchList): boolean {
    return hasContainers(list) || hasContainers(drafted);
  }

  #containerFor(row: number, pseudo: string): PageElement | null {
    const element = this.page.elements[row];
    return pseudo ? element : element.drawnIn;
  }

  /** `isSettled` where the container queries around the rule are known to hold. */
  #claimsOf(applied: Applied, isSettled: boolean): Claims {
    const store = isSettled ? this.#workedOut.settled : this.#workedOut.claims;
    let claims = store.get(applied);
    if (!claims) {
      const expanded = this.#capture.expander.expand(applied.block, this.page, applied.owner === 'browser');
      claims = claimsOf(
        expanded.map(({ declaration, longhands, at }) => ({
          candidate: this.#candidate(applied, declaration, at, isSettled),
          longhands,
        })),
      );
      store.set(applied, claims);
    }
    return claims;
  }

  #candidate(
    applied: Applied,
    declaration: Candidate['declaration'],
    at: number,
    isSettled: boolean,
  ): Candidate {
    const { block, selector, owner, proximity, context } = applied;
    const { important } = declaration;
    const isBrowsers = owner === 'browser';
    const rank = isBrowsers ? 0 : this.#ranksOf(block)[block.layer];
    const [normal, raised] = isBrowsers
      ? [Level.UserAgent, Level.UserAgentImportant]
      : [Level.Author, Level.AuthorImportant];
    return {
      declaration,
      selector: block.selectors.length > 1 ? selector.text : block.selectorText,
      specificity: selector.specificity,
      layerName: isBrowsers ? '' : this.#stylesOf(block).layers.nameOf(block.layer),
      dependsOn: isSettled ? '' : block.containers.join(' and '),
      level: important ? raised : normal,
      context: important ? -context : context,
      attached: 0,
      layer: important ? -rank : rank,
      strength: packSpecificity(selector.specificity),
      proximity,
      order: orderOf(this.page, applied),
      at,
    };
  }

  #stylesOf({ component }: StyleBlock): StyleSet {
    if (component !== undefined) return this.page.components[component];
    return this.page.overlay?.styles ?? this.page.styles;
  }

  #ranksOf({ component }: StyleBlock): Int32Array {
    return component === undefined ? this.#layerRanks : this.#componentRanks[component];
  }
}
