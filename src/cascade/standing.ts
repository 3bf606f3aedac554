import type { DraftPlace, Page } from '../page/index.js';
import type { Specificity } from '../selector/index.js';
import { canonicalProperty } from '../value/index.js';
import { animationsOn } from './animation.js';
import type { LonghandSet } from './contested.js';
import { sourceLabel } from './entries.js';
import { Level, reasonFor, type Candidate } from './rank.js';
import { solutionOf } from './solution.js';
import { elementOf, pseudoOf, type Declaration, type Target } from './types.js';

/** What an unlayered rule of the owner's needs, so that its declaration of one longhand wins on one target. */
export interface Requirement {
  /** Whether only importance can win. */
  readonly important: boolean;
  /** The least packed specificity that wins. */
  readonly strength: number;
  /** Why nothing can win; undefined where something can. */
  readonly hopeless?: string;
}

/** What stands now for one longhand of one target and what it takes to beat it, at the given place of loading. */
export function requirementFor(
  page: Page,
  target: Target,
  longhand: string,
  place: DraftPlace | 'unknown',
): Requirement {
  const solution = solutionOf(page);
  const { index } = elementOf(target);
  const all =
    solution
      .contested(index, pseudoOf(target))
      .get(solution.contestedName(index, canonicalProperty(longhand))) ?? [];
  // What stands further in gives way to the page's own rules whatever its strength, but for what is important there.
  const outside = treesAround(page, index);
  const rivals = all.filter((one) => one.level < Level.Author || treeOf(one) >= outside);
  if (all.some((one) => one.level === Level.AuthorImportant && treeOf(one) < outside))
    return hopeless('the component’s own sheet sets it as important, which beats everything from outside');
  const animated = animationsOn(page, target).get(canonicalProperty(longhand))?.lasting ?? false;
  const [top] = rivals;
  if (!top || top.level < Level.Author) return { important: animated, strength: 0 };
  const { outerLayer } = solution;
  if (top.level === Level.UserAgentImportant) return hopeless('the browser’s own sheet sets it as important');
  // What stands in the owner's draft already comes earlier in the same sheet.
  const isOwn = ({ declaration: { sheet } }: Candidate) =>
    sheet !== undefined && sheet >= page.styles.sheets.length;
  // Of two that are equally specific the one in a scope wins, and then the later one (CSS Cascade 6 §2).
  const losesTies = (one: Candidate) => one.proximity === -Infinity && (place === 'after' || isOwn(one));
  const strengthOver = (level: Level, layer: number) =>
    Math.max(
      0,
      ...rivals
        .filter((one) => one.level === level && one.layer === layer && !one.attached)
        .map((one) => one.strength + (losesTies(one) ? 0 : 1)),
    );
  // Running animations beat all that is not important (CSS Cascade 5 §6.2).
  const important = top.level === Level.AuthorImportant || top.attached === 1 || animated;
  if (!important) return { important, strength: strengthOver(Level.Author, outerLayer) };
  const firm = rivals.find((one) => one.level === Level.AuthorImportant);
  if (!firm) return { important, strength: 0 };
  if (firm.attached) return hopeless('the element’s own style attribute sets it as important');
  if (firm.layer > -outerLayer)
    return hopeless(`layer ${firm.layerName} sets it as important, which beats everything outside layers`);
  return { important, strength: strengthOver(Level.AuthorImportant, -outerLayer) };
}

/** The tree of a candidate's rule, seen from the target's own. */
const treeOf = ({ context, declaration }: Candidate) => (declaration.important ? -context : context);

/** How many trees further out than an element the document's own is. */
function treesAround({ tree }: Page, row: number): number {
  let out = 0;
  for (let at = row; tree.root[at] > 0; at = tree.roots[tree.root[at]].host) out++;
  return out;
}

function hopeless(reason: string): Requirement {
  return { important: true, strength: Infinity, hopeless: reason };
}

/** The candidates for one longhand of one target, winner first; [] for none. */
export function standingCandidates(page: Page, target: Target, longhand: string): readonly Candidate[] {
  const solution = solutionOf(page);
  const { index } = elementOf(target);
  return (
    solution
      .contested(index, pseudoOf(target))
      .get(solution.contestedName(index, canonicalProperty(longhand))) ?? []
  );
}

/** The name under which a longhand of a target is contested: the physical one for a flow-relative one. */
export function physicalLonghand(page: Page, target: Target, longhand: string): string {
  return solutionOf(page).contestedName(elementOf(target).index, canonicalProperty(longhand));
}

/** One object for all targets and conditions in which the very same declarations compete. */
export function contestedOf(page: Page, target: Target): object {
  return solutionOf(page).contested(elementOf(target).index, pseudoOf(target));
}

/**
 * One object for all targets and conditions in which the same declarations compete on the target and on all that
 * encloses it, so that it looks the same but for the window's size.
 */
export function contextOf(page: Page, target: Target): object {
  return solutionOf(page).context(elementOf(target).index, pseudoOf(target));
}

/**
 * The same, with only those of the declarations on what encloses the target that say something of these longhands: for values that
 * hang on no others there.
 */
export function contextFor(page: Page, target: Target, names: LonghandSet): object {
  return solutionOf(page).contextFor(elementOf(target).index, pseudoOf(target), names);
}

/** One of each set of targets that the very same declarations compete for, whatever the property. */
export function alikeInContest(page: Page, targets: readonly Target[]): Target[] {
  const solution = solutionOf(page);
  const seen = new Set<object>();
  return targets.filter((target) => {
    const contested = solution.contested(elementOf(target).index, pseudoOf(target));
    return !seen.has(contested) && seen.add(contested);
  });
}

/** What the owner's rule needs, for a person to read. */
export interface Price {
  readonly important: boolean;
  /** The least specificity that wins; (0,0,0) where any selector does. */
  readonly specificity: Specificity;
  /** Why nothing can win. */
  readonly hopeless?: string;
}

/**
 * What it takes to beat what stands for a longhand of a target now, with a rule that is loaded after the
 * platform's sheets, before them, or nobody knows where.
 * @throws YeltoError for an unknown property or a shorthand.
 */
export function priceOf(
  page: Page,
  target: Target,
  longhand: string,
  place: DraftPlace | 'unknown' = 'after',
): Price {
  const { important, strength, hopeless: reason } = requirementFor(page, target, longhand, place);
  if (reason !== undefined) return { important, specificity: [0, 0, 0], hopeless: reason };
  const specificity: Specificity = [
    Math.floor(strength / 0x100000000),
    Math.floor(strength / 0x10000) % 0x10000,
    strength % 0x10000,
  ];
  return { important, specificity };
}

/**
 * Why a declaration stands below the winner for one longhand of one target, in plain words; undefined where
 * it is the winner or does not compete.
 */
export function reasonAgainstWinner(
  page: Page,
  target: Target,
  longhand: string,
  declaration: Declaration,
): string | undefined {
  const rivals = standingCandidates(page, target, longhand);
  const own = rivals.find(
    (one) =>
      one.declaration.sheet === declaration.sheet &&
      one.declaration.line === declaration.line &&
      one.declaration.column === declaration.column,
  );
  if (!own || own === rivals[0]) return undefined;
  return reasonFor(rivals[0], own, (one) => sourceLabel(page, one)).words;
}
