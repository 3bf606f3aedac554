import {
  animationsOn,
  computedFrom,
  computedOf,
  computedWithout,
  draftTargets,
  physicalLonghand,
  standingCandidates,
  type Candidate,
  type Declaration,
  type Target,
} from '../cascade/index.js';
import type { Look, Page, StyleBlock } from '../page/index.js';
import { longhandsOf } from '../value/index.js';

/** What becomes of one longhand of a declaration on one target. */
type Fate =
  /** Taking the declaration out changes the computed value. */
  | 'counts'
  /** It stands first, and the value is the same without it. */
  | 'same'
  /** Another declaration of the draft stands before it. */
  | 'own'
  /** The platform's declaration stands before it, with another value. */
  | 'beaten'
  /** An animation that goes on shows its own value. */
  | 'animated'
  /** It hangs on a container's size that nobody gives. */
  | 'unknown';

/** A declaration on one target, with the longhand that says so. */
export interface Spot {
  readonly target: Target;
  readonly longhand: string;
}

/** A target on which a declaration counts, with the longhands in which it does. */
export interface Counting {
  readonly target: Target;
  readonly longhands: readonly string[];
}

/** What one look shows of a declaration: its targets by what becomes of it there. */
export interface Sighting {
  readonly look: Look;
  /** Whether its media queries do not hold. */
  readonly isAsleep: boolean;
  /** Where any of its longhands counts. */
  readonly counts: readonly Counting[];
  readonly same: readonly Target[];
  readonly own: readonly Spot[];
  /** Where any of its longhands is beaten. */
  readonly beaten: readonly Spot[];
  readonly animated: readonly Spot[];
  readonly unknown: readonly Spot[];
}

/** Looks at one declaration under one set of conditions. */
export function lookAt(look: Look, declaration: Declaration, block: StyleBlock): Sighting {
  const { view } = look;
  const seen = {
    counts: [] as Counting[],
    same: [] as Target[],
    own: [] as Spot[],
    beaten: [] as Spot[],
    animated: [] as Spot[],
    unknown: [] as Spot[],
  };
  const isAsleep = !view.isActive(block.condition);
  if (!isAsleep) {
    const longhands = longhandsOf(declaration.property);
    const groups = draftTargets(view).get(block) ?? [];
    const without = computedWithout(view, declaration, groups.flat());
    for (const alike of groups) {
      // Whom the same rules match: the same contests, though not always the same parents.
      for (const target of alike) {
        const fates = new Map<Fate, string[]>();
        for (const written of longhands) {
          const longhand = physicalLonghand(view, target, written);
          const fate = fateOf({ view, target, longhand, without }, declaration);
          const known = fates.get(fate);
          if (known) known.push(longhand);
          else fates.set(fate, [longhand]);
        }
        note(seen, target, fates);
      }
    }
  }
  return { look, isAsleep, ...seen };
}

function note(
  seen: { counts: Counting[]; same: Target[] } & Record<'own' | 'beaten' | 'animated' | 'unknown', Spot[]>,
  target: Target,
  fates: ReadonlyMap<Fate, string[]>,
): void {
  const counting = fates.get('counts');
  if (counting) seen.counts.push({ target, longhands: counting });
  else if (fates.has('same')) seen.same.push(target);
  for (const fate of ['own', 'beaten', 'animated', 'unknown'] as const) {
    const longhands = fates.get(fate);
    if (longhands) seen[fate].push({ target, longhand: longhands[0] });
  }
}

/** One longhand of one target, and what it would be without the declaration. */
interface Question {
  readonly view: Page;
  readonly target: Target;
  readonly longhand: string;
  readonly without: (target: Target, longhand: string) => string;
}

function fateOf(question: Question, declaration: Declaration): Fate {
  const { view, target, longhand } = question;
  const candidates = standingCandidates(view, target, longhand);
  const isOwnOne = ({ declaration: one }: Candidate) => isSame(one, declaration);
  const isOpen = (one: Candidate) => one.dependsOn !== '' && !view.conditions.containers;
  const fates = new Set<Fate>();
  // Container queries that cannot be answered: once as though all held, once as though none did.
  const settled = candidates.filter((one) => !isOpen(one));
  for (const list of settled.length === candidates.length ? [candidates] : [candidates, settled])
    fates.add(fateAmong(question, list, isOwnOne));
  const [fate] = fates;
  return fates.size === 1 ? fate : 'unknown';
}

function fateAmong(
  { view, target, longhand, without }: Question,
  candidates: readonly Candidate[],
  isOwnOne: (one: Candidate) => boolean,
): Fate {
  const at = candidates.findIndex(isOwnOne);
  if (at < 0) return 'same';
  const isRolledBack = (one: Candidate) => /^revert/i.test(one.declaration.value);
  if (at > 0 && !candidates.slice(0, at).some(isRolledBack)) {
    const [top] = candidates;
    if (top.declaration.sheet !== undefined && top.declaration.sheet >= view.styles.sheets.length) return 'own';
    const wish = computedFrom(view, target, longhand, candidates.slice(at));
    return wish === computedFrom(view, target, longhand, candidates) ? 'same' : 'beaten';
  }
  if (!candidates[at].declaration.important && animationsOn(view, target).get(longhand)?.lasting)
    return 'animated';
  const isWhole = candidates === standingCandidates(view, target, longhand);
  const now = isWhole
    ? computedOf(view, target, longhand)
    : computedFrom(view, target, longhand, candidates);
  const then = isWhole
    ? without(target, longhand)
    : computedFrom(view, target, longhand, candidates.toSpliced(at, 1));
  if (now !== then) return 'counts';
  return at > 0 ? 'own' : 'same';
}

export function isSame(a: Declaration, b: Declaration): boolean {
  return a.sheet === b.sheet && a.line === b.line && a.column === b.column;
}
