import { browserSheet } from '../facts/index.js';
import { Gatherer, type Page, type PageElement, type StyleBlock } from '../page/index.js';
import { packSpecificity, type Tree } from '../selector/index.js';
import { parseStyleAttribute } from '../sheet/index.js';
import { longhandsOf, type Flow } from '../value/index.js';
import { Contested, FlowNames, type Claim } from './contested.js';
import { Expander } from './expand.js';
import { hintsOf } from './hints.js';
import { Matching, type Applied, type MatchList } from './matching.js';
import { Level, type Candidate } from './rank.js';
import { RuleIndex } from './rule-index.js';
import type { Target } from './types.js';

/** What all pages of one capture share: the rules of browser and platform, filed, and who matches them. */
class Capture {
  readonly expander: Expander;
  /** Whether any element may have another flow than left to right and down; most pages have none. */
  readonly mayFlowDiffer: boolean;
  readonly #indexes;
  readonly #matchings = new WeakMap<Tree, Matching>();

  constructor(page: Page) {
    const gatherer = new Gatherer(page.tree.names, page.tree.quirks, page.grammar);
    gatherer.add({
      label: 'the browser’s own sheet',
      css: browserSheet,
      status: 'loaded',
      how: 'added',
      media: '',
    });
    this.#indexes = [
      { owner: 'browser', index: new RuleIndex(gatherer.result.blocks) },
      { owner: 'platform', index: new RuleIndex(page.styles.blocks) },
    ] as const;
    this.expander = new Expander(page.grammar);
    this.mayFlowDiffer =
      page.styles.blocks.some(setsFlow) ||
      page.elements.some(
        ({ attributes }) =>
          attributes.has('dir') || /direction|writing-mode|all/i.test(attributes.get('style') ?? ''),
      );
  }

  /** One matching a tree: the same for all widths, another where other states are held. */
  matching(tree: Tree): Matching {
    let matching = this.#matchings.get(tree);
    if (!matching) this.#matchings.set(tree, (matching = new Matching(tree, this.#indexes)));
    return matching;
  }
}

const captures = new WeakMap<object, Capture>();
const solutions = new WeakMap<Page, Solution>();
const draftMatchings = new WeakMap<object, WeakMap<Tree, Matching>>();

/** What was worked out over one matching for one order of layers, for all conditions alike. */
interface WorkedOut {
  readonly claims: Map<Applied, readonly Claim[]>;
  readonly contests: Map<string, Contested>;
}

const allWorkedOut = new WeakMap<Matching, Map<string, WorkedOut>>();

function workedOut(matching: Matching, ranks: string): WorkedOut {
  let byRanks = allWorkedOut.get(matching);
  if (!byRanks) allWorkedOut.set(matching, (byRanks = new Map()));
  let found = byRanks.get(ranks);
  if (!found) byRanks.set(ranks, (found = { claims: new Map(), contests: new Map() }));
  return found;
}

/** Whether a rule may change the writing mode or the direction. */
function setsFlow({ declarations }: StyleBlock): boolean {
  return declarations.some(({ property }) => /^(direction|all|(-webkit-)?writing-mode)$/i.test(property));
}

/** The one solution of a page, begun at the first question. */
export function solutionOf(page: Page): Solution {
  let solution = solutions.get(page);
  if (!solution) solutions.set(page, (solution = new Solution(page)));
  return solution;
}

/** A draft's rules are matched once for each tree, whatever the width. */
function draftMatching(page: Page): Matching | undefined {
  if (!page.overlay) return undefined;
  const { styles } = page.overlay;
  let byTree = draftMatchings.get(styles);
  if (!byTree) draftMatchings.set(styles, (byTree = new WeakMap()));
  let matching = byTree.get(page.tree);
  if (!matching)
    byTree.set(
      page.tree,
      (matching = new Matching(page.tree, [{ owner: 'draft', index: new RuleIndex(styles.blocks) }])),
    );
  return matching;
}

/** The elements and pseudo-elements that each block of a page's draft matches, media queries left aside. */
export function draftTargets(page: Page): ReadonlyMap<StyleBlock, readonly Target[]> {
  const matching = draftMatching(page);
  return matching ? matching.targets((row) => page.elements[row]) : new Map();
}

const usualFlow: Flow = { writingMode: 'horizontal-tb', direction: 'ltr' };
const nothing: MatchList = { id: -1, applied: [] };

/**
 * The claims on a page's targets under its conditions, as far as anyone asked. Targets that the same rules
 * match share their contests.
 */
export class Solution {
  readonly #capture: Capture;
  readonly #matching: Matching;
  readonly #draft?: Matching;
  readonly #workedOut: WorkedOut;
  readonly #platformClaims: Map<Applied, readonly Claim[]>;
  /** By flow, then by number of the platform's and the draft's list. */
  readonly #shared = new Map<Flow, Map<number, Contested>>();
  readonly #own = new Map<string, Contested>();
  readonly #flowNames = new Map<Flow, FlowNames>();
  readonly #flows = new Map<number, Flow>();
  readonly #layerRanks: Int32Array;
  readonly #mayFlowDiffer: boolean;

  constructor(private readonly page: Page) {
    let capture = captures.get(page.identity);
    if (!capture) captures.set(page.identity, (capture = new Capture(page)));
    this.#capture = capture;
    this.#matching = capture.matching(page.tree);
    this.#draft = draftMatching(page);
    this.#layerRanks = (page.overlay?.styles ?? page.styles).layers.ranks((condition) =>
      page.isActive(condition),
    );
    const ranks = this.#layerRanks.join(' ');
    this.#platformClaims = workedOut(this.#matching, ranks).claims;
    this.#workedOut = workedOut(this.#draft ?? this.#matching, ranks);
    this.#mayFlowDiffer = capture.mayFlowDiffer || (page.overlay?.styles.blocks.some(setsFlow) ?? false);
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
    return this.#namesFor(this.#flow(row)).physical(longhand);
  }

  #contestedIn(row: number, pseudo: string, flow: Flow): Contested {
    const list = this.#matching.list(row, pseudo);
    const drafted = this.#draft?.list(row, pseudo) ?? nothing;
    const own = pseudo === '' ? this.#ownClaims(this.page.elements[row]) : [];
    if (own.length) {
      const key = `${row} ${flow.writingMode} ${flow.direction}`;
      let contested = this.#own.get(key);
      if (!contested) this.#own.set(key, (contested = this.#contest(list, drafted, own, flow)));
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
    let key = `${list.id} ${drafted.id} ${flow.writingMode} ${flow.direction} `;
    for (const { applied } of [list, drafted]) {
      for (const { block, owner } of applied)
        if (block.condition > 0 && owner !== 'browser')
          key += this.page.isActive(block.condition) ? '1' : '0';
    }
    const { contests } = this.#workedOut;
    let contested = contests.get(key);
    if (!contested) contests.set(key, (contested = this.#contest(list, drafted, [], flow)));
    return contested;
  }

  #contest(list: MatchList, drafted: MatchList, own: readonly Claim[], flow: Flow): Contested {
    const claims: (readonly Claim[])[] = own.length ? [own] : [];
    for (const { applied } of [list, drafted]) {
      for (const one of applied) {
        if (one.owner === 'browser' || this.page.isActive(one.block.condition))
          claims.push(this.#claimsOf(one));
      }
    }
    return new Contested(claims, this.#namesFor(flow));
  }

  #claimsOf(applied: Applied): readonly Claim[] {
    const store = applied.owner === 'draft' ? this.#workedOut.claims : this.#platformClaims;
    let claims = store.get(applied);
    if (!claims) {
      claims = this.#capture.expander
        .expand(applied.block, this.page, applied.owner === 'browser')
        .map(({ declaration, longhands, at }) => ({
          candidate: this.#candidate(applied, declaration, at),
          longhands,
        }));
      store.set(applied, claims);
    }
    return claims;
  }

  #candidate(applied: Applied, declaration: Candidate['declaration'], at: number): Candidate {
    const { block, selector, owner, proximity } = applied;
    const { important } = declaration;
    const isBrowsers = owner === 'browser';
    const rank = isBrowsers ? 0 : this.#layerRanks[block.layer];
    const [normal, raised] = isBrowsers
      ? [Level.UserAgent, Level.UserAgentImportant]
      : [Level.Author, Level.AuthorImportant];
    // A draft's blocks are numbered from 0 again; they stand as a whole before or after the platform's.
    const shift = owner === 'draft' ? (this.page.overlay!.place === 'before' ? -1e9 : 1e9) : 0;
    return {
      declaration,
      selector: block.selectors.length > 1 ? selector.text : block.selectorText,
      specificity: selector.specificity,
      layerName: isBrowsers ? '' : (this.page.overlay?.styles ?? this.page.styles).layers.nameOf(block.layer),
      dependsOn: block.container,
      level: important ? raised : normal,
      attached: 0,
      layer: important ? -rank : rank,
      strength: packSpecificity(selector.specificity),
      proximity,
      order: block.order + shift,
      at,
    };
  }

  /** What stands on the element itself: its style attribute and presentational hints. */
  #ownClaims(element: PageElement): readonly Claim[] {
    const attributes = this.page.tree.attributes[element.index];
    if (attributes.size === 0) return [];
    const style = attributes.get('style');
    const hints = hintsOf(element);
    if (style === undefined && hints.length === 0) return [];
    const place = { line: element.place?.line ?? 0, column: element.place?.column ?? 0 };
    const plain = { layerName: '', dependsOn: '', strength: 0, proximity: -Infinity, order: 0 };
    const outer = this.outerLayer;
    const claims: Claim[] = hints.map(({ attribute, longhand, value }, at) => ({
      longhands: [longhand],
      candidate: {
        ...plain,
        level: Level.Hint,
        attached: 0,
        layer: outer,
        at,
        declaration: {
          origin: 'presentational-hint',
          ...place,
          property: attribute,
          value,
          important: false,
        },
      },
    }));
    parseStyleAttribute(style ?? '').declarations.forEach(({ property, value, important }, at) => {
      if (this.page.grammar.check(property, value)) return;
      const level = important ? Level.AuthorImportant : Level.Author;
      const layer = important ? -outer : outer;
      const declaration = { origin: 'style-attribute', ...place, property, value, important } as const;
      claims.push({
        longhands: longhandsOf(property),
        candidate: { ...plain, level, attached: 1, layer, at, declaration },
      });
    });
    return claims;
  }

  #namesFor(flow: Flow): FlowNames {
    let names = this.#flowNames.get(flow);
    if (!names) this.#flowNames.set(flow, (names = new FlowNames(flow)));
    return names;
  }

  /** The writing mode and direction of an element: its own, or its nearest ancestor's. */
  #flow(row: number): Flow {
    if (!this.#mayFlowDiffer) return usualFlow;
    const known = this.#flows.get(row);
    if (known) return known;
    const path: number[] = [];
    let at = row;
    for (; at >= 0 && !this.#flows.has(at); at = this.page.tree.parent[at]) path.push(at);
    let flow = at >= 0 ? this.#flows.get(at)! : usualFlow;
    while (path.length) {
      const next = path.pop()!;
      // These two are set under no flow-relative name, so any flow will do to ask for them.
      const claims = this.#contestedIn(next, '', usualFlow);
      const writingMode = keyword(claims.get('writing-mode'), 'horizontal-tb') ?? flow.writingMode;
      const direction = keyword(claims.get('direction'), 'ltr') ?? flow.direction;
      const isUsual = writingMode === usualFlow.writingMode && direction === usualFlow.direction;
      if (isUsual) flow = usualFlow;
      else if (writingMode !== flow.writingMode || direction !== flow.direction)
        flow = { writingMode, direction };
      this.#flows.set(next, flow);
    }
    return flow;
  }
}

/** The winner's own keyword; undefined where it is inherited or not plain. */
function keyword(candidates: readonly Candidate[] | undefined, initial: string): string | undefined {
  const value = candidates?.[0].declaration.value.toLowerCase();
  if (value === undefined || /^(inherit|unset|revert|revert-layer)$/.test(value) || value.includes('('))
    return undefined;
  return value === 'initial' ? initial : value;
}
