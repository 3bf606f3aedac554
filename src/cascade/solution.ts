import type { Page, PageElement, StyleBlock, StyleSet } from '../page/index.js';
import { packSpecificity, type HeldChange, type Tree } from '../selector/index.js';
import type { Flow } from '../value/index.js';
import { Capture } from './capture.js';
import { containersHold, hasContainers, type ContainerFacts } from './containers.js';
import { claimsOf, Contested, type Claims } from './contested.js';
import { flowKey, listSetsFlow, setsFlow, setsOwnFlow, usualFlow } from './flow.js';
import { mayTell } from './held-matching.js';
import { type Applied, type Matcher, type MatchList } from './match-list.js';
import { Matching } from './matching.js';
import { mayHaveOwn, ownClaims } from './own-claims.js';
import { Level, type Candidate } from './rank.js';
import { RuleIndex } from './rule-index.js';
import { TreeMatching } from './tree-matching.js';
import type { Target } from './types.js';

const captures = new WeakMap<object, Capture>();
const solutions = new WeakMap<Page, Solution>();
const draftMatchings = new WeakMap<object, WeakMap<Tree, Matcher>>();

/** What was worked out over one matching for one order of layers, for all conditions alike. */
interface WorkedOut {
  readonly claims: Map<Applied, Claims>;
  readonly contests: Map<string, Contested>;
  /** For each row the nearest box, itself included, that may turn the flow; −1 for none. */
  readonly flowSources: (number | undefined)[];
  targets?: DraftTargets;
  readonly contexts: Context;
}

/** A target's contest below those of all that encloses it. */
interface Context {
  readonly inside: Map<Contested, Context>;
}

/** By block, in groups whose contests are alike. */
type DraftTargets = ReadonlyMap<StyleBlock, readonly (readonly Target[])[]>;

const allWorkedOut = new WeakMap<Matcher, Map<string, WorkedOut>>();

function workedOut(matching: Matcher, ranks: string): WorkedOut {
  let byRanks = allWorkedOut.get(matching);
  if (!byRanks) allWorkedOut.set(matching, (byRanks = new Map()));
  let found = byRanks.get(ranks);
  if (!found)
    byRanks.set(
      ranks,
      (found = {
        claims: new Map(),
        contests: new Map(),
        flowSources: [],
        contexts: { inside: new Map() },
      }),
    );
  return found;
}

/** The one solution of a page, begun at the first question. */
export function solutionOf(page: Page): Solution {
  let solution = solutions.get(page);
  if (!solution) solutions.set(page, (solution = new Solution(page)));
  return solution;
}

/** A draft's rules are matched once for each tree, whatever the width. */
function draftMatching(page: Page): Matcher | undefined {
  if (!page.overlay) return undefined;
  const { styles } = page.overlay;
  let byTree = draftMatchings.get(styles);
  if (!byTree) draftMatchings.set(styles, (byTree = new WeakMap()));
  let matching = byTree.get(page.tree);
  if (!matching) byTree.set(page.tree, (matching = matchDraft(page.tree, new RuleIndex(styles.blocks))));
  return matching;
}

/** A draft is a sheet of the document, and reaches parts of its components. */
function matchDraft(tree: Tree, index: RuleIndex): Matcher {
  const draft = new Matching(tree, [{ owner: 'draft', index }]);
  return tree.roots.length === 1
    ? draft
    : new TreeMatching(tree, (number) => (number === 0 ? draft : undefined));
}

/**
 * The elements and pseudo-elements that each block of a page's draft matches, media queries left aside: in
 * groups whose contests are alike under all conditions.
 */
export function draftTargets(page: Page): DraftTargets {
  return solutionOf(page).draftTargets;
}

const nothing: MatchList = { id: -1, applied: [] };

/**
 * The claims on a page's targets under its conditions, as far as anyone asked. Targets that the same rules
 * match share their contests.
 */
export class Solution {
  readonly #capture: Capture;
  readonly #matching: Matcher;
  /** By which it is told what may turn the flow. */
  readonly #flowMatching: Matcher;
  readonly #draft?: Matcher;
  readonly #workedOut: WorkedOut;
  readonly #platformClaims: Map<Applied, Claims>;
  /** By flow, then by number of the platform's and the draft's list. */
  readonly #shared = new Map<Flow, Map<number, Contested>>();
  /** Of elements with claims of their own, by row. */
  readonly #own = new Map<number, Contested>();
  /** Of elements and pseudo-elements that container queries tell from others that the same rules match. */
  readonly #contained = new Map<string, Contested>();
  readonly #contexts = new Map<number, Context>();
  readonly #flows = new Map<number, Flow>();
  #ownTargets?: DraftTargets;
  #above?: { readonly row: number; readonly names: ReadonlySet<number> };
  readonly #layerRanks: Int32Array;
  /** Of components, by number; each tree has layers of its own. */
  readonly #componentRanks: readonly Int32Array[];
  readonly #mayFlowDiffer: boolean;
  readonly #flowSources: (number | undefined)[];

  constructor(private readonly page: Page) {
    let capture = captures.get(page.identity);
    if (!capture) captures.set(page.identity, (capture = new Capture(page)));
    this.#capture = capture;
    this.#matching = capture.matching(page.tree);
    this.#draft = draftMatching(page);
    this.#layerRanks = (page.overlay?.styles ?? page.styles).layers.ranks((condition) =>
      page.isActive(condition),
    );
    this.#componentRanks = page.components.map(({ layers }) =>
      layers.ranks((condition) => page.isActive(condition)),
    );
    const ranks = [this.#layerRanks, ...this.#componentRanks].map((one) => one.join(' ')).join('/');
    const platform = workedOut(this.#matching, ranks);
    this.#platformClaims = platform.claims;
    this.#workedOut = this.#draft ? workedOut(this.#draft, ranks) : platform;
    this.#flowMatching = this.#matching.flowsAs ?? this.#matching;
    const draftTurns = page.overlay?.styles.blocks.some(setsFlow) ?? false;
    this.#mayFlowDiffer = capture.mayFlowDiffer || draftTurns;
    this.#flowSources = (draftTurns ? this.#workedOut : workedOut(this.#flowMatching, ranks)).flowSources;
  }

  /** The rank of what is not layered. */
  get outerLayer(): number {
    return this.#layerRanks[0];
  }

  /** All claims on a target, by physical longhand. */
  contested(row: number, pseudo: string): Contested {
    return this.#contestedIn(row, pseudo, this.#flow(row));
  }

  /** The name under which a longhand of this target is contested. */
  contestedName(row: number, longhand: string): string {
    return this.#capture.namesFor(this.#flow(row)).physical(longhand);
  }

  /** False only where holding a state changes nothing in which rules match a target. */
  mayTell(row: number, pseudo: string, change: HeldChange, isOwn: boolean): boolean {
    const { tree } = this.page;
    if (tree.roots.length > 1 || this.#draft) return true;
    const told = this.#capture.told(change);
    if (told.setsFlow && this.#mayFlowDiffer) return true;
    return mayTell(told, change, tree, { row, pseudo, above: this.#namesAbove(row), isOwn });
  }

  #namesAbove(row: number): ReadonlySet<number> {
    if (this.#above?.row === row) return this.#above.names;
    const { tree } = this.page;
    const names = new Set<number>();
    for (let up = tree.parent[row]; up >= 0; up = tree.parent[up])
      for (const name of [tree.tag[up], tree.id[up], ...tree.classes[up]]) names.add(name);
    this.#above = { row, names };
    return names;
  }

  /** See `contextOf`. */
  context(row: number, pseudo: string): object {
    const path: number[] = [];
    let at = row;
    for (; at >= 0 && !this.#contexts.has(at); at = this.page.tree.flatParent[at]) path.push(at);
    let context = at >= 0 ? this.#contexts.get(at)! : this.#workedOut.contexts;
    for (const next of path.reverse()) {
      context = inner(context, this.contested(next, ''));
      this.#contexts.set(next, context);
    }
    return pseudo ? inner(context, this.contested(row, pseudo)) : context;
  }

  /** What matches a target: the platform's rules, and the draft's. */
  lists(row: number, pseudo: string): readonly MatchList[] {
    return [this.#matching.list(row, pseudo), this.#draft?.list(row, pseudo) ?? nothing];
  }

  /** See `draftTargets`. Empty for a page without a draft. */
  get draftTargets(): DraftTargets {
    // Where container queries are answered the groups hang on the sizes, which other conditions do not share.
    if (this.page.conditions.containers) return (this.#ownTargets ??= this.#groupTargets());
    return (this.#workedOut.targets ??= this.#groupTargets());
  }

  #groupTargets(): DraftTargets {
    const groups = new Map<StyleBlock, Map<string, Target[]>>();
    if (!this.#draft) return new Map();
    const { pseudos } = this.#draft;
    for (const element of this.page.elements) {
      const row = element.index;
      for (const pseudo of pseudos) {
        const drafted = this.#draft.list(row, pseudo);
        if (!drafted.applied.length) continue;
        const target: Target = pseudo ? { element, pseudo } : element;
        const list = this.#matching.list(row, pseudo);
        const isAlone = this.#isContained(list, drafted) || (pseudo === '' && mayHaveOwn(this.page, row));
        const own = isAlone ? row : -1;
        const key = `${list.id} ${drafted.id} ${own} ${this.#flowSource(row)}`;
        for (const { block } of drafted.applied) {
          let ofBlock = groups.get(block);
          if (!ofBlock) groups.set(block, (ofBlock = new Map()));
          const alike = ofBlock.get(key);
          if (alike) alike.push(target);
          else ofBlock.set(key, [target]);
        }
      }
    }
    return new Map([...groups].map(([block, ofBlock]) => [block, [...ofBlock.values()]]));
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
    let byLists = this.#shared.get(flow);
    if (!byLists) this.#shared.set(flow, (byLists = new Map()));
    const key = list.id * 0x100000 + drafted.id + 1;
    let contested = byLists.get(key);
    if (!contested) byLists.set(key, (contested = this.#likeElsewhere(list, drafted, flow)));
    return contested;
  }

  /** Pages on which the same conditions hold around these rules share the contest. */
  #likeElsewhere(list: MatchList, drafted: MatchList, flow: Flow): Contested {
    let key = `${list.id} ${drafted.id} ${flowKey(flow)} `;
    for (const { applied } of [list, drafted]) {
      for (const { block, owner } of applied)
        if (block.condition > 0 && owner !== 'browser')
          key += this.page.isActive(block.condition) ? '1' : '0';
    }
    const { contests } = this.#workedOut;
    let contested = contests.get(key);
    if (!contested) contests.set(key, (contested = this.#contest(list, drafted, undefined, flow)));
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
        if (block.containers.length && within !== undefined) {
          if (containersHold(this.page, block, within, this.#containerFacts) === false) continue;
        }
        claims.push(this.#claimsOf(one));
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

  readonly #containerFacts: ContainerFacts = ({ index }) => {
    const claims = this.contested(index, '');
    const written = (longhand: string, part: number) => {
      const winner = claims.get(longhand)?.[0].declaration;
      if (!winner) return '';
      // `container: name / type`
      const isBoth = winner.property.toLowerCase() === 'container';
      return (isBoth ? winner.value.split('/')[part] : winner.value)?.trim() ?? '';
    };
    return { type: written('container-type', 1), names: written('container-name', 0) };
  };

  #claimsOf(applied: Applied): Claims {
    const store = applied.owner === 'draft' ? this.#workedOut.claims : this.#platformClaims;
    let claims = store.get(applied);
    if (!claims) {
      const expanded = this.#capture.expander.expand(applied.block, this.page, applied.owner === 'browser');
      claims = claimsOf(
        expanded.map(({ declaration, longhands, at }) => ({
          candidate: this.#candidate(applied, declaration, at),
          longhands,
        })),
      );
      store.set(applied, claims);
    }
    return claims;
  }

  #candidate(applied: Applied, declaration: Candidate['declaration'], at: number): Candidate {
    const { block, selector, owner, proximity, context } = applied;
    const { important } = declaration;
    const isBrowsers = owner === 'browser';
    const rank = isBrowsers ? 0 : this.#ranksOf(block)[block.layer];
    const [normal, raised] = isBrowsers
      ? [Level.UserAgent, Level.UserAgentImportant]
      : [Level.Author, Level.AuthorImportant];
    // A draft's blocks are numbered from 0 again; they stand as a whole before or after the platform's.
    const shift = owner === 'draft' ? (this.page.overlay!.place === 'before' ? -1e9 : 1e9) : 0;
    return {
      declaration,
      selector: block.selectors.length > 1 ? selector.text : block.selectorText,
      specificity: selector.specificity,
      layerName: isBrowsers ? '' : this.#stylesOf(block).layers.nameOf(block.layer),
      dependsOn: block.containers.join(' and '),
      level: important ? raised : normal,
      context: important ? -context : context,
      attached: 0,
      layer: important ? -rank : rank,
      strength: packSpecificity(selector.specificity),
      proximity,
      order: block.order + shift,
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

  /** The nearest box up from here, itself included, that may turn the flow; −1 for none. */
  #flowSource(row: number): number {
    if (!this.#mayFlowDiffer) return -1;
    const flowSources = this.#flowSources;
    const own = flowSources[row];
    if (own !== undefined) return own;
    const path: number[] = [];
    let source = -1;
    for (let at = row; at >= 0; at = this.page.tree.flatParent[at]) {
      const known = flowSources[at];
      if (known !== undefined) {
        source = known;
        break;
      }
      path.push(at);
      if (this.#mayTurn(at)) {
        source = at;
        break;
      }
    }
    for (const at of path) flowSources[at] = source;
    return source;
  }

  #mayTurn(row: number): boolean {
    return (
      listSetsFlow(this.#flowMatching.list(row, '')) ||
      (this.#draft !== undefined && listSetsFlow(this.#draft.list(row, ''))) ||
      setsOwnFlow(this.page.elements[row])
    );
  }

  /** The writing mode and direction of an element: its own, or its nearest ancestor's. */
  #flow(row: number): Flow {
    const path: number[] = [];
    let source = this.#flowSource(row);
    for (; source >= 0 && !this.#flows.has(source);) {
      path.push(source);
      const above = this.page.tree.flatParent[source];
      source = above < 0 ? -1 : this.#flowSource(above);
    }
    let flow = source >= 0 ? this.#flows.get(source)! : usualFlow;
    while (path.length) {
      const next = path.pop()!;
      // These two are set under no flow-relative name, so any flow will do to ask for them.
      const claims = this.#contestedIn(next, '', usualFlow);
      this.#own.delete(next);
      const writingMode = keyword(claims.get('writing-mode'), 'horizontal-tb') ?? flow.writingMode;
      const direction = keyword(claims.get('direction'), 'ltr') ?? flow.direction;
      flow = this.#capture.flow(writingMode, direction);
      this.#flows.set(next, flow);
    }
    return flow;
  }
}

function inner(context: Context, contested: Contested): Context {
  let found = context.inside.get(contested);
  if (!found) context.inside.set(contested, (found = { inside: new Map() }));
  return found;
}

/** The winner's own keyword; undefined where it is inherited or not plain. */
function keyword(candidates: readonly Candidate[] | undefined, initial: string): string | undefined {
  const value = candidates?.[0].declaration.value.toLowerCase();
  if (value === undefined || /^(inherit|unset|revert|revert-layer)$/.test(value) || value.includes('('))
    return undefined;
  return value === 'initial' ? initial : value;
}
