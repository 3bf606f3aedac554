import { browserSheet } from '../facts/index.js';
import { Gatherer, type Page, type PageElement, type Scope, type StyleBlock } from '../page/index.js';
import {
  matchContext,
  matches,
  matchesAny,
  packSpecificity,
  type MatchContext,
  type Selector,
} from '../selector/index.js';
import { parseStyleAttribute } from '../sheet/index.js';
import { longhandsOf, physicalNames, type Flow } from '../value/index.js';
import { Expander } from './expand.js';
import { hintsOf } from './hints.js';
import { compareCandidates, Level, type Candidate } from './rank.js';
import { AncestorNames, RuleIndex, type Bucket, type IndexedRule } from './rule-index.js';

/** A block that applies to a target, by the most specific of its selectors that match. */
export interface Applied {
  readonly block: StyleBlock;
  readonly selector: Selector;
  /** Place of the selector in the block's list. */
  readonly at: number;
  readonly proximity: number;
  readonly isBrowsers: boolean;
  readonly isDraft: boolean;
}

/** Candidates by longhand, winner first; shared by all targets to which the same blocks apply. */
export type Contested = ReadonlyMap<string, readonly Candidate[]>;

/** What all pages of one capture share. */
class Capture {
  readonly browsers: RuleIndex;
  readonly platforms: RuleIndex;
  readonly expander: Expander;

  constructor(page: Page) {
    const gatherer = new Gatherer(page.tree.names, page.tree.quirks, page.grammar);
    gatherer.add({
      label: 'the browser’s own sheet',
      css: browserSheet,
      status: 'loaded',
      how: 'added',
      media: '',
    });
    this.browsers = new RuleIndex(gatherer.result.blocks);
    this.platforms = new RuleIndex(page.styles.blocks);
    this.expander = new Expander(page.grammar);
  }
}

const captures = new WeakMap<object, Capture>();
const solutions = new WeakMap<Page, Solution>();

/** The one solution of a page, begun at the first question. */
export function solutionOf(page: Page): Solution {
  let solution = solutions.get(page);
  if (!solution) solutions.set(page, (solution = new Solution(page)));
  return solution;
}

const usualFlow: Flow = { writingMode: 'horizontal-tb', direction: 'ltr' };

/**
 * A page's rules matched against its targets, as far as anyone asked. A page with a draft takes what it
 * can from the solution of the same page without one.
 */
export class Solution {
  readonly #capture: Capture;
  readonly #draft?: RuleIndex;
  readonly #applied = new Map<string, readonly Applied[]>();
  readonly #contested = new Map<string, Contested>();
  readonly #ofTarget = new Map<string, Contested>();
  readonly #context: MatchContext;
  readonly #ancestors: AncestorNames;
  readonly #layerRanks: Int32Array;
  readonly #scopeRoots = new Map<Scope, readonly number[]>();
  readonly #physical = new Map<string, ReadonlyMap<string, string>>();

  constructor(private readonly page: Page) {
    let capture = captures.get(page.identity);
    if (!capture) captures.set(page.identity, (capture = new Capture(page)));
    this.#capture = capture;
    if (page.overlay) this.#draft = new RuleIndex(page.overlay.styles.blocks);
    this.#context = matchContext(page.tree);
    this.#ancestors = new AncestorNames(page.tree);
    this.#layerRanks = (page.overlay?.styles ?? page.styles).layers.ranks((condition) =>
      page.isActive(condition),
    );
  }

  /** The rank of what is not layered. */
  get outerLayer(): number {
    return this.#layerRanks[0];
  }

  /** Blocks that apply to an element (`pseudo` '') or its pseudo-element. */
  applied(row: number, pseudo: string): readonly Applied[] {
    const key = `${row}${pseudo}`;
    const known = this.#applied.get(key);
    if (known) return known;
    const platform = this.page.overlay
      ? solutionOf(this.page.bare).applied(row, pseudo)
      : [
          ...this.#match(this.#capture.browsers, row, pseudo, true, false),
          ...this.#match(this.#capture.platforms, row, pseudo, false, false),
        ];
    const all = this.#draft ? [...platform, ...this.#match(this.#draft, row, pseudo, false, true)] : platform;
    this.#applied.set(key, all);
    return all;
  }

  #match(index: RuleIndex, row: number, pseudo: string, isBrowsers: boolean, isDraft: boolean): Applied[] {
    const bucket = index.buckets.get(pseudo);
    if (!bucket) return [];
    this.#ancestors.moveTo(row);
    const best = new Map<StyleBlock, Applied>();
    for (const rules of this.#rulesFor(bucket, row)) {
      for (const rule of rules) {
        const proximity = this.#matchRule(rule, row, isBrowsers);
        if (proximity === undefined) continue;
        const { block, selector, at } = rule;
        const applied: Applied = { block, selector, at, proximity, isBrowsers, isDraft };
        const other = best.get(block);
        if (!other || isStronger(applied, other)) best.set(block, applied);
      }
    }
    return [...best.values()].sort((a, b) => a.block.order - b.block.order);
  }

  *#rulesFor(bucket: Bucket, row: number): Iterable<readonly IndexedRule[]> {
    const { tree } = this.page;
    const { byName, byAttribute } = bucket;
    if (tree.id[row] >= 0 && byName[tree.id[row]]) yield byName[tree.id[row]]!;
    for (const name of tree.classes[row]) if (byName[name]) yield byName[name]!;
    if (byName[tree.tag[row]]) yield byName[tree.tag[row]]!;
    if (byAttribute.size) {
      for (const name of tree.attributes[row].keys()) {
        const rules = byAttribute.get(name.toLowerCase());
        if (rules) yield rules;
      }
    }
    yield bucket.others;
  }

  /** The scope proximity of a match (−∞ without a scope), or undefined where the rule does not apply. */
  #matchRule({ block, selector, needs }: IndexedRule, row: number, isBrowsers: boolean): number | undefined {
    if (!isBrowsers && !this.page.isActive(block.condition)) return undefined;
    if (!this.#ancestors.hasAll(needs)) return undefined;
    if (!block.scope) return matches(selector, row, this.#context) ? -Infinity : undefined;
    return this.#matchScoped(selector, block.scope, row);
  }

  /** CSS Cascade 6 §2.5: the nearest root that has the element in scope and makes the selector match. */
  #matchScoped(selector: Selector, scope: Scope, row: number): number | undefined {
    const roots = new Set(this.#rootsOf(scope));
    const { tree } = this.page;
    for (let up = row, steps = 0; up >= 0; up = tree.parent[up], steps++) {
      if (!roots.has(up)) continue;
      const context = { tree, scopeRoot: up, anchor: -1 };
      if (!this.#inScope(row, up, scope, context)) continue;
      if (matches(selector, row, context)) return -steps;
    }
    return undefined;
  }

  #inScope(row: number, root: number, scope: Scope, context: MatchContext): boolean {
    if (!scope.limits.length) return true;
    const { tree } = this.page;
    for (let up = row; up >= 0; up = tree.parent[up]) {
      if (matchesAny(scope.limits, up, context)) return false;
      if (up === root) return true;
    }
    return true;
  }

  #rootsOf(scope: Scope): readonly number[] {
    const known = this.#scopeRoots.get(scope);
    if (known) return known;
    const { tree } = this.page;
    const roots: number[] = [];
    for (let row = 0; row < tree.size; row++) {
      if (!scope.roots) {
        if (row === (scope.rootElement?.index ?? 0)) roots.push(row);
      } else if (scope.parent) {
        if (scope.roots.some((selector) => this.#matchScoped(selector, scope.parent!, row) !== undefined))
          roots.push(row);
      } else if (matchesAny(scope.roots, row, this.#context)) roots.push(row);
    }
    this.#scopeRoots.set(scope, roots);
    return roots;
  }

  /** All candidates for all longhands of a target, physical names where flow-relative ones compete. */
  contested(row: number, pseudo: string): Contested {
    const targetKey = `${row}${pseudo}`;
    const known = this.#ofTarget.get(targetKey);
    if (known) return known;
    const flow = this.#flow(row);
    const own = pseudo === '' ? this.#ownCandidates(this.page.elements[row]) : [];
    const applied = this.applied(row, pseudo);
    const key = own.length
      ? targetKey
      : applied
          .map(
            (one) =>
              `${one.isBrowsers ? 'u' : one.isDraft ? 'd' : ''}${one.block.order}.${one.at}${one.block.scope ? `@${one.proximity}` : ''}`,
          )
          .join(' ') + (flow === usualFlow ? '' : `|${flow.writingMode} ${flow.direction}`);
    let contested = this.#contested.get(key);
    if (!contested) this.#contested.set(key, (contested = this.#contest(applied, own, flow)));
    this.#ofTarget.set(targetKey, contested);
    return contested;
  }

  #contest(
    applied: readonly Applied[],
    own: readonly [longhand: string, Candidate][],
    flow: Flow,
  ): Contested {
    const physical = this.#physicalNames(flow);
    const contested = new Map<string, Candidate[]>();
    const add = (longhand: string, candidate: Candidate) => {
      const name = physical.get(longhand) ?? longhand;
      const rivals = contested.get(name);
      if (rivals) rivals.push(candidate);
      else contested.set(name, [candidate]);
    };
    for (const one of applied) {
      for (const { declaration, longhands, at } of this.#capture.expander.expand(
        one.block,
        this.page,
        one.isBrowsers,
      )) {
        const candidate = this.#candidate(one, declaration, at);
        for (const longhand of longhands) add(longhand, candidate);
      }
    }
    for (const [longhand, candidate] of own) add(longhand, candidate);
    for (const rivals of contested.values()) rivals.sort(compareCandidates);
    return contested;
  }

  #candidate(one: Applied, declaration: Candidate['declaration'], at: number): Candidate {
    const { block, selector, isBrowsers, isDraft, proximity } = one;
    const { important } = declaration;
    const rank = isBrowsers ? 0 : this.#layerRanks[block.layer];
    const level = isBrowsers
      ? important
        ? Level.UserAgentImportant
        : Level.UserAgent
      : important
        ? Level.AuthorImportant
        : Level.Author;
    // A draft's blocks are numbered from 0 again; they stand as a whole before or after the platform's.
    const order = isDraft ? block.order + (this.page.overlay!.place === 'before' ? -1e9 : 1e9) : block.order;
    return {
      declaration,
      selector: block.selectors.length > 1 ? selector.text : block.selectorText,
      specificity: selector.specificity,
      layerName: isBrowsers ? '' : (this.page.overlay?.styles ?? this.page.styles).layers.nameOf(block.layer),
      dependsOn: block.container,
      level,
      attached: 0,
      layer: important ? -rank : rank,
      strength: packSpecificity(selector.specificity),
      proximity,
      order,
      at,
    };
  }

  /** What stands on the element itself: its style attribute and presentational hints. */
  #ownCandidates(element: PageElement): [string, Candidate][] {
    const style = this.page.tree.attributes[element.index].get('style');
    const hints = hintsOf(element);
    if (style === undefined && hints.length === 0) return [];
    const place = { line: element.place?.line ?? 0, column: element.place?.column ?? 0 };
    const plain = { layerName: '', dependsOn: '', strength: 0, proximity: -Infinity, order: 0 };
    const outer = this.#layerRanks[0];
    const own: [string, Candidate][] = hints.map(({ attribute, longhand, value }, at) => [
      longhand,
      {
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
    ]);
    parseStyleAttribute(style ?? '').declarations.forEach(({ property, value, important }, at) => {
      if (this.page.grammar.check(property, value)) return;
      const candidate: Candidate = {
        ...plain,
        level: important ? Level.AuthorImportant : Level.Author,
        attached: 1,
        layer: important ? -outer : outer,
        at,
        declaration: { origin: 'style-attribute', ...place, property, value, important },
      };
      for (const longhand of longhandsOf(property)) own.push([longhand, candidate]);
    });
    return own;
  }

  #physicalNames(flow: Flow): ReadonlyMap<string, string> {
    const key = `${flow.writingMode} ${flow.direction}`;
    let names = this.#physical.get(key);
    if (!names) this.#physical.set(key, (names = physicalNames(flow)));
    return names;
  }

  /** The name under which a longhand of this target is contested. */
  contestedName(row: number, longhand: string): string {
    return this.#physicalNames(this.#flow(row)).get(longhand) ?? longhand;
  }

  readonly #flows = new Map<number, Flow>();

  /** The writing mode and direction of an element: its own, or its nearest ancestor's. */
  #flow(row: number): Flow {
    const path: number[] = [];
    let at = row;
    for (; at >= 0 && !this.#flows.has(at); at = this.page.tree.parent[at]) path.push(at);
    let flow = at >= 0 ? this.#flows.get(at)! : usualFlow;
    while (path.length) {
      const next = path.pop()!;
      const writingMode = this.#ownKeyword(next, 'writing-mode') ?? flow.writingMode;
      const direction = this.#ownKeyword(next, 'direction') ?? flow.direction;
      const isUsual = writingMode === usualFlow.writingMode && direction === usualFlow.direction;
      flow = isUsual ? usualFlow : { writingMode, direction };
      this.#flows.set(next, flow);
    }
    return flow;
  }

  #ownKeyword(row: number, longhand: string): string | undefined {
    const candidates: Candidate[] = this.#ownCandidates(this.page.elements[row]).flatMap(([name, one]) =>
      name === longhand ? [one] : [],
    );
    for (const one of this.applied(row, '')) {
      for (const { declaration, longhands, at } of this.#capture.expander.expand(
        one.block,
        this.page,
        one.isBrowsers,
      )) {
        if (longhands.length === 1 && longhands[0] === longhand)
          candidates.push(this.#candidate(one, declaration, at));
      }
    }
    const value = candidates.sort(compareCandidates)[0]?.declaration.value.toLowerCase();
    if (value === undefined || /^(inherit|unset|revert|revert-layer)$/.test(value) || value.includes('('))
      return undefined;
    if (value === 'initial') return longhand === 'direction' ? 'ltr' : 'horizontal-tb';
    return value;
  }
}

function isStronger(a: Applied, b: Applied): boolean {
  const difference = packSpecificity(a.selector.specificity) - packSpecificity(b.selector.specificity);
  return difference > 0 || (difference === 0 && a.proximity > b.proximity);
}
