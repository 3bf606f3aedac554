// What of a target a held state changes: told by the rules that the state makes match, or leave, where these alone decide.
import { changeOf, type Held, type Page, type PageElement } from '../page/index.js';
import type { HeldChange } from '../selector/index.js';
import type { Claims } from './contested.js';
import { mayBeHinted } from './hints.js';
import { isAlike, type Applied } from './match-list.js';
import { compareCandidates, type Candidate } from './rank.js';
import { solutionOf } from './solution.js';
import { elementOf, pseudoOf, type Declaration, type Target } from './types.js';

/** False only where a state changes nothing of a target, whatever is in it. */
export const mayBeChangedBy = (page: Page, target: Target, state: string): boolean =>
  solutionOf(page).mayTell(elementOf(target).index, pseudoOf(target), changeOf(page.tree, state));

/** The longhands of a target that get another winner once an element is in one more state; by name. [] for none. */
export function longhandsChangedBy(
  page: Page,
  target: Target,
  held: Held & { readonly element: PageElement },
): string[] {
  const change = changeOf(page.tree, held.state);
  const { index } = elementOf(target);
  const row = held.element.index;
  const carrier = { row, isTarget: row === index };
  if (!solutionOf(page).mayTell(index, pseudoOf(target), change, carrier)) return [];
  const changed = toldByRules(page, target, held, change);
  return changed ?? longhandsThatChange(page, page.under({ held: [...page.conditions.held, held] }), target);
}

/** The same where the rules that the state makes match, or leave, decide alone; undefined where they do not. */
function toldByRules(page: Page, target: Target, held: Held, change: HeldChange): string[] | undefined {
  // A draft has rules of its own, and what is held already may have made other rules match.
  if (page.overlay || page.conditions.held.length > 0) return undefined;
  const { attributes } = change;
  const solution = solutionOf(page);
  const { index } = elementOf(target);
  const tree = page.treeWith(held);
  // An attribute may be a hint itself, or bring one about.
  const isHinted = attributes.size > 0 && [page.tree, tree].some((one) => mayBeHinted(one, index));
  if (isHinted || attributes.has('style') || solution.mayTurnQueries(change)) return undefined;
  const { bare, flowsAs } = solution.matchingIn(tree);
  // Where the flow may turn, the same declarations say something of other sides.
  if (!bare || !flowsAs) return undefined;
  const pseudo = pseudoOf(target);
  const before = bare.matcher.list(index, pseudo).applied.filter(({ block }) => bare.touched.has(block));
  const after = bare.again.list(index, pseudo).applied;
  const [gone, come] = [without(before, after), without(after, before)];
  if ([...gone, ...come].some(({ block }) => block.containers.length > 0)) return undefined;
  const [lost, gained] = [gone, come].map((some) => some.flatMap((one) => solution.claimsAtWork(one) ?? []));
  return apart(page, target, lost, gained);
}

const without = (some: readonly Applied[], others: readonly Applied[]): readonly Applied[] =>
  some.filter((one) => !others.some((other) => isAlike(one, other)));

/** The longhands of a target that get another winner where some claims go and others come; by name. */
function apart(page: Page, target: Target, lost: readonly Claims[], gained: readonly Claims[]): string[] {
  const solution = solutionOf(page);
  const { index } = elementOf(target);
  const nameOf = (longhand: string) => solution.contestedName(index, longhand);
  const leaving = new Set<Declaration>();
  for (const claims of lost)
    for (const candidates of claims.values())
      for (const { declaration } of candidates) leaving.add(declaration);
  const coming = new Map<string, Candidate>();
  for (const claims of gained)
    for (const [longhand, [first]] of claims) {
      const name = nameOf(longhand);
      const known = coming.get(name);
      if (!known || compareCandidates(first, known) < 0) coming.set(name, first);
    }
  const names = new Set([...lost.flatMap((claims) => [...claims.keys()].map(nameOf)), ...coming.keys()]);
  const contested = solution.contested(index, pseudoOf(target));
  return [...names]
    .filter((name) => {
      const standing = contested.get(name) ?? [];
      const staying = standing.find(({ declaration }) => !leaving.has(declaration));
      const rival = coming.get(name);
      const winner = rival && (!staying || compareCandidates(rival, staying) < 0) ? rival : staying;
      return !isSameDeclaration(standing[0]?.declaration, winner?.declaration);
    })
    .sort();
}

/** The longhands of a target for which another declaration wins on another page of the same capture; by name. */
function longhandsThatChange(page: Page, other: Page, target: Target): string[] {
  const { index } = elementOf(target);
  const [before, after] = [page, other].map((one) => solutionOf(one).contested(index, pseudoOf(target)));
  if (before === after) return [];
  const winner = (contested: typeof before, name: string) => contested.get(name)?.[0].declaration;
  return [...before.namesApart(after)]
    .filter((name) => !isSameDeclaration(winner(before, name), winner(after, name)))
    .sort();
}

function isSameDeclaration(a: Declaration | undefined, b: Declaration | undefined): boolean {
  return (
    a === b ||
    (a !== undefined &&
      b !== undefined &&
      a.sheet === b.sheet &&
      a.line === b.line &&
      a.column === b.column &&
      a.origin === b.origin)
  );
}
