import type { StyleBlock } from '../page/index.js';
import { asksForHost, type Compound, type Selector } from '../selector/index.js';
import { looksAround } from './kinds.js';
import type { Applied, RuleOwner } from './match-list.js';

/** One selector of one block, filed under the rarest name of its last compound. */
export interface IndexedRule {
  readonly block: StyleBlock;
  readonly selector: Selector;
  readonly owner: RuleOwner;
  /** Place of the selector in the block's list. */
  readonly at: number;
  /** Names that must stand on ancestors; a quick way to say no. */
  readonly needs: readonly number[];
  /** Whether it is to be asked of each element, and not once for all that have the same names on and above them. */
  readonly looksAround: boolean;
  /** As it applies to what stands in its own tree and in no scope; made when it is first needed, for all matchers. */
  plainly?: Applied;
}

/** Rules for elements, or for one pseudo-element. */
export interface Bucket {
  /** By number of the id, class or tag. */
  readonly byName: (IndexedRule[] | undefined)[];
  readonly byAttribute: Map<string, IndexedRule[]>;
  /** Rules whose last compound asks for `:root`. */
  readonly roots: IndexedRule[];
  readonly others: IndexedRule[];
}

/** Rules by pseudo-element ('' for elements) and by the rightmost compound's rarest name. */
export class RuleIndex {
  readonly buckets = new Map<string, Bucket>();
  readonly selectors: readonly Selector[];
  /** What reaches out of the tree that the rules stand in: to its host, to what its slots show, into parts of hosts in it. */
  readonly hosts: IndexedRule[] = [];
  readonly slotted: IndexedRule[] = [];
  readonly parts: IndexedRule[] = [];

  constructor(
    blocks: readonly StyleBlock[],
    private readonly owner: RuleOwner,
  ) {
    this.selectors = blocks.flatMap(({ selectors }) => selectors);
    for (const block of blocks) block.selectors.forEach((selector, at) => this.#file(block, selector, at));
  }

  #file(block: StyleBlock, selector: Selector, at: number): void {
    const { owner } = this;
    const needs = neededNames(selector);
    const rule: IndexedRule = { block, selector, owner, at, needs, looksAround: looksAround(selector) };
    const last = selector.compounds[selector.compounds.length - 1];
    if (selector.through) {
      (selector.through.kind === 'part' ? this.parts : this.slotted).push(rule);
      return;
    }
    // The host may be what a scope begins at.
    const isOfScope =
      block.scope && last.tests.some((test) => test.kind === 'pseudo-class' && test.name === 'scope');
    if (isOfScope || last.tests.some(asksForHost)) this.hosts.push(rule);
    if (last.tests.some(({ kind }) => kind === 'host')) return;
    let bucket = this.buckets.get(selector.pseudo);
    if (!bucket)
      this.buckets.set(
        selector.pseudo,
        (bucket = { byName: [], byAttribute: new Map(), roots: [], others: [] }),
      );
    const name = ownName(last);
    if (name >= 0) {
      (bucket.byName[name] ??= []).push(rule);
      return;
    }
    const keys = keysOf(last);
    if (!keys) (isRootOnly(last) ? bucket.roots : bucket.others).push(rule);
    else {
      for (const key of keys) {
        if (typeof key === 'number') (bucket.byName[key] ??= []).push(rule);
        else if (bucket.byAttribute.has(key)) bucket.byAttribute.get(key)!.push(rule);
        else bucket.byAttribute.set(key, [rule]);
      }
    }
  }
}

function isRootOnly({ tests }: Compound): boolean {
  return tests.some((test) => test.kind === 'pseudo-class' && test.name === 'root');
}

/** An id or a class that a compound asks for; −1 for none. */
const ownName = ({ ids, classes }: Compound): number => ids[0] ?? classes[classes.length - 1] ?? -1;

/**
 * Names of which a matching element has at least one; undefined where none is sure. Several only for
 * `:is()`, whose alternatives each file the rule.
 */
function keysOf(compound: Compound): Set<number | string> | undefined {
  const name = ownName(compound);
  if (name >= 0) return new Set([name]);
  for (const test of compound.tests) {
    if (test.kind !== 'any' || test.list.length === 0) continue;
    const alternatives = test.list.map(({ compounds }) => keysOf(compounds[compounds.length - 1]));
    if (alternatives.every((keys) => keys !== undefined))
      return new Set(alternatives.flatMap((keys) => [...keys!]));
  }
  if (compound.tag >= 0) return new Set([compound.tag]);
  for (const test of compound.tests) {
    if (test.kind === 'attribute' && test.attribute.namespace === '')
      return new Set([test.attribute.lowerName]);
  }
  return undefined;
}

const none: readonly number[] = [];

function neededNames({ compounds, combinators }: Selector): readonly number[] {
  // Most selectors are one compound of names.
  if (compounds.length === 1 && compounds[0].tests.length === 0) return none;
  const needs: number[] = [];
  const collect = (compound: Compound): void => {
    needs.push(...compound.ids, ...compound.classes);
    if (compound.tag >= 0) needs.push(compound.tag);
    for (const test of compound.tests) {
      // An `&` that stands for one selector needs what that one needs.
      if (test.kind !== 'any' || test.list.length !== 1) continue;
      const [only] = test.list;
      collect(only.compounds[only.compounds.length - 1]);
      needs.push(...neededNames(only));
    }
  };
  compounds.forEach((compound, i) => {
    if (combinators[i] === ' ' || combinators[i] === '>') collect(compound);
  });
  const last = compounds[compounds.length - 1];
  for (const test of last.tests)
    if (test.kind === 'any' && test.list.length === 1) needs.push(...neededNames(test.list[0]));
  return needs;
}
