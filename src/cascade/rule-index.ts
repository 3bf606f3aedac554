import { pseudoClasses } from '../facts/index.js';
import type { StyleBlock } from '../page/index.js';
import { asksForHost, type Compound, type Selector, type Tree } from '../selector/index.js';
import { sightOf, type Sight } from './kinds.js';
import type { Applied } from './match-list.js';

/** One selector of one block, filed under the rarest name of its last compound. */
export interface IndexedRule {
  readonly block: StyleBlock;
  readonly selector: Selector;
  /** Place of the selector in the block's list. */
  readonly at: number;
  /** Names that must stand on ancestors; a quick way to say no. */
  readonly needs: readonly number[];
  readonly sight: Sight;
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

  constructor(blocks: readonly StyleBlock[]) {
    this.selectors = blocks.flatMap(({ selectors }) => selectors);
    for (const block of blocks) block.selectors.forEach((selector, at) => this.#file(block, selector, at));
  }

  #file(block: StyleBlock, selector: Selector, at: number): void {
    const rule: IndexedRule = { block, selector, at, needs: neededNames(selector), sight: sightOf(selector) };
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

/**
 * Names of which a matching element has at least one; undefined where none is sure. Several only for
 * `:is()`, whose alternatives each file the rule.
 */
function keysOf(compound: Compound): Set<number | string> | undefined {
  if (compound.ids.length) return new Set([compound.ids[0]]);
  if (compound.classes.length) return new Set([compound.classes[compound.classes.length - 1]]);
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

function neededNames({ compounds, combinators }: Selector): number[] {
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

/** The names on the ancestors of one element at a time; moving to the next element in order is cheap. */
export class AncestorNames {
  readonly #counts: Uint32Array;
  readonly #path: number[] = [];

  constructor(private readonly tree: Tree) {
    this.#counts = new Uint32Array(tree.names.size);
  }

  moveTo(row: number): void {
    const { tree } = this;
    const path = this.#path;
    while (path.length && !(path[path.length - 1] < row && row < tree.end[path[path.length - 1]]))
      this.#count(path.pop()!, -1);
    const missing: number[] = [];
    const top = path.length ? path[path.length - 1] : -1;
    for (let up = tree.parent[row]; up !== top && up >= 0; up = tree.parent[up]) missing.push(up);
    while (missing.length) {
      const next = missing.pop()!;
      path.push(next);
      this.#count(next, 1);
    }
  }

  #count(row: number, by: number): void {
    const { tree } = this;
    this.#counts[tree.tag[row]] += by;
    if (tree.id[row] >= 0) this.#counts[tree.id[row]] += by;
    for (const name of tree.classes[row]) this.#counts[name] += by;
  }

  hasAll(names: readonly number[]): boolean {
    for (const name of names) if (!this.#counts[name]) return false;
    return true;
  }
}

/** Which names, attributes and held states a tree has at all; a selector that asks for others matches nothing. */
export class Presence {
  readonly #names: Uint8Array;
  readonly #attributes = new Set<string>();

  constructor(private readonly tree: Tree) {
    this.#names = new Uint8Array(tree.names.size);
    for (let row = 0; row < tree.size; row++) {
      this.#names[tree.tag[row]] = 1;
      if (tree.id[row] >= 0) this.#names[tree.id[row]] = 1;
      for (const name of tree.classes[row]) this.#names[name] = 1;
      for (const name of tree.attributes[row].keys()) this.#attributes.add(name.toLowerCase());
    }
  }

  /** False only where the selector cannot match anywhere in the tree. */
  mayMatch({ compounds }: Selector): boolean {
    return compounds.every((compound) => this.#mayExist(compound));
  }

  #mayExist({ tag, ids, classes, tests }: Compound): boolean {
    if (tag >= 0 && !this.#names[tag]) return false;
    for (const name of ids) if (!this.#names[name]) return false;
    for (const name of classes) if (!this.#names[name]) return false;
    for (const test of tests) {
      if (
        test.kind === 'attribute' &&
        test.attribute.namespace === '' &&
        !this.#attributes.has(test.attribute.lowerName)
      )
        return false;
      if (test.kind === 'pseudo-class' && !this.#mayHold(test.name)) return false;
      if (test.kind === 'any' && !test.list.some((one) => this.mayMatch(one))) return false;
    }
    return true;
  }

  #mayHold(name: string): boolean {
    const kind = pseudoClasses[name];
    return kind === 'held' ? this.tree.held.has(name) : kind !== 'never';
  }
}
