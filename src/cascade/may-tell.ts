// Whether a change may concern a target at all, told by names: most states change nothing on most things, and matching is asked only for
// the others.
import { pseudoClasses, toldOn } from '../facts/index.js';
import {
  listIn,
  matchesNames,
  type Compound,
  type HeldChange,
  type Selector,
  type Tree,
} from '../selector/index.js';
import type { Told } from './held-matching.js';
import { asksFor, hangsOnStates } from './mentions.js';
import type { Bucket, IndexedRule } from './rule-index.js';

/** A target by its row, and where it stands. */
interface Asked {
  readonly row: number;
  readonly pseudo: string;
  /** Numbers of the names on its ancestors. */
  readonly above: ReadonlySet<number>;
}

/** Of the rules that a change can be told by, those that may match a target with it or without it, whatever carries it. */
export function rulesFor({ indexes }: Told, change: HeldChange, tree: Tree, asked: Asked): IndexedRule[] {
  const { row, pseudo, above } = asked;
  const { classes } = change;
  const found: IndexedRule[] = [];
  const take = (rules: readonly IndexedRule[] | undefined) => {
    if (!rules) return;
    for (const rule of rules) {
      const { needs, selector } = rule;
      if (!needs.every((name) => above.has(name) || classes.has(name))) continue;
      const last = selector.compounds[selector.compounds.length - 1];
      if (mayBe(last, row, change, tree)) found.push(rule);
    }
  };
  for (const { buckets } of indexes) {
    const bucket = buckets.get(pseudo);
    if (bucket) eachFiledFor(bucket, tree, row, classes, take);
  }
  return found;
}

function eachFiledFor(
  { byName, byAttribute, roots, others }: Bucket,
  tree: Tree,
  row: number,
  toggled: ReadonlySet<number>,
  take: (rules: readonly IndexedRule[] | undefined) => void,
): void {
  take(byName[tree.tag[row]]);
  if (tree.id[row] >= 0) take(byName[tree.id[row]]);
  for (const name of tree.classes[row]) take(byName[name]);
  for (const name of toggled) take(byName[name]);
  // What is filed under an attribute may be under one that comes with the state.
  for (const rules of byAttribute.values()) take(rules);
  take(roots);
  take(others);
}

/** False only where an element is nothing that a compound matches, neither with the change on it nor without. */
function mayBe(compound: Compound, row: number, change: HeldChange, tree: Tree): boolean {
  return (
    matchesNames(withoutClasses(compound, change.classes), row, tree) &&
    compound.tests.every((test) => {
      switch (test.kind) {
        case 'attribute': {
          const { namespace, lowerName } = test.attribute;
          return namespace !== '' || change.attributes.has(lowerName) || hasAttribute(tree, row, lowerName);
        }
        case 'pseudo-class':
          return pseudoClasses[test.name] !== 'held' || asksFor(test, change) || tree.held.has(test.name);
        case 'any':
          return test.list.some(
            ({ compounds }) =>
              compounds.length === 0 || mayBe(compounds[compounds.length - 1], row, change, tree),
          );
        default:
          return true;
      }
    })
  );
}

function hasAttribute(tree: Tree, row: number, lowerName: string): boolean {
  const own = tree.attributes[row];
  if (own.has(lowerName)) return true;
  for (const name of own.keys()) if (name.toLowerCase() === lowerName) return true;
  return false;
}

function withoutClasses(compound: Compound, toggled: ReadonlySet<number>): Compound {
  return compound.classes.some((name) => toggled.has(name))
    ? { ...compound, classes: compound.classes.filter((name) => !toggled.has(name)) }
    : compound;
}

/** What carries a change. */
export interface Carrier {
  readonly row: number;
  readonly isTarget: boolean;
}

/** False only where a change of its carrier makes none of these rules match a target, or leave it. */
export const mayTell = (
  rules: readonly IndexedRule[],
  change: HeldChange,
  tree: Tree,
  carrier: Carrier,
): boolean =>
  rules.some(
    ({ block, selector }) =>
      // What a scope begins and ends at is named outside of the selector.
      block.scope !== undefined ||
      selector.pseudoStates.length > 0 ||
      mayConcern(selector, Place.Target, change, tree, carrier),
  );

/** Whether an attribute of an element with that tag may tell more than attribute selectors. */
const isToldOf = (attribute: string, tag: string): boolean =>
  !Object.hasOwn(toldOn, attribute) || toldOn[attribute].test(tag);

/** Which elements a compound can be for, seen from the target. */
enum Place {
  Target,
  /** What stands around or before it. */
  Beyond,
  Anywhere,
}

/** Whether the carrier may be what any of a selector's compounds that ask for the change is for; `place` is its last one's. */
function mayConcern(
  { compounds }: Selector,
  place: Place,
  change: HeldChange,
  tree: Tree,
  carrier: Carrier,
): boolean {
  return compounds.some((compound, i) => {
    const at = i === compounds.length - 1 || place === Place.Anywhere ? place : Place.Beyond;
    const isFor = (row: number) =>
      (at === Place.Anywhere || (at === Place.Target) === (carrier.isTarget && row === carrier.row)) &&
      mayBe(compound, row, change, tree);
    if (compound.classes.some((name) => change.classes.has(name)) && isFor(carrier.row)) return true;
    return compound.tests.some((test) => {
      const inner = test.kind === 'any' || test.kind === 'none' ? at : Place.Anywhere;
      if (listIn(test).some((one) => mayConcern(one, inner, change, tree, carrier))) return true;
      if (!asksFor(test, change)) return false;
      if (test.kind === 'attribute') return isFor(carrier.row);
      // There are consequences elsewhere: for what a form holds, for those that inherit a language.
      if ([...change.attributes].some((name) => isToldOf(name, tree.tagOf(carrier.row)))) return true;
      if (test.kind !== 'pseudo-class') return false;
      if (hangsOnStates(test.name, change.states)) return true;
      if (!change.states.has(test.name)) return false;
      // Some states hold for all that is around what carries them (Selectors 4 §9).
      for (let row = carrier.row; row >= 0; row = tree.flatParent[row]) if (isFor(row)) return true;
      return false;
    });
  });
}
