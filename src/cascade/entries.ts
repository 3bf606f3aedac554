import type { Page, StyleSet } from '../page/index.js';
import { YeltoError } from '../text/index.js';
import { canonicalProperty, isLonghand, longhandsOf, nearestProperties } from '../value/index.js';
import { reasonFor, type Candidate } from './rank.js';
import { comesFromAbove } from './registered.js';
import { solutionOf } from './solution.js';
import { elementOf, pseudoOf, type Contest, type Declaration, type Entry, type Target } from './types.js';

/** What competes for one longhand of one target, animations left aside; see `contest`. */
export function standingContest(page: Page, target: Target, property: string): Contest {
  const longhand = checkedLonghand(property);
  const solution = solutionOf(page);
  const { index } = elementOf(target);
  const name = solution.contestedName(index, longhand);
  const own = solution.contested(index, pseudoOf(target));
  const rivals = own.get(name);
  if (rivals) return { property: name, target, entries: entriesOf(page, rivals) };
  if (comesFromAbove(page, longhand)) {
    // A pseudo-element inherits from its element.
    const start = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
    for (let up = start; up; up = up.drawnIn) {
      const theirs = solution.contested(up.index, '');
      const theirName = solution.contestedName(up.index, longhand);
      const inherited = theirs.get(theirName);
      if (inherited)
        return { property: name, target, entries: entriesOf(page, inherited), inheritedFrom: up };
    }
  }
  return { property: name, target, entries: [] };
}

/** The entries of every longhand that any declaration sets on the target itself, in order of name; [] for none. */
export function standingEntries(
  page: Page,
  target: Target,
): readonly Pick<Contest, 'property' | 'entries'>[] {
  const contested = solutionOf(page).contested(elementOf(target).index, pseudoOf(target));
  return (contested.entries ??= contested.all.map(({ longhand, candidates }) => ({
    property: longhand,
    entries: entriesOf(page, candidates),
  })));
}

function checkedLonghand(property: string): string {
  const canonical = canonicalProperty(property);
  if (isLonghand(canonical)) return canonical;
  const longhands = longhandsOf(property);
  if (longhands.length === 0) {
    const near = nearestProperties(property);
    throw new YeltoError(`There is no property "${property}".`, {
      text: property,
      remedy: near.length ? `Did you mean ${near.join(' or ')}?` : '',
    });
  }
  const some = longhands.length > 6 ? `${longhands.slice(0, 6).join(', ')}…` : longhands.join(', ');
  throw new YeltoError(`"${property}" is a shorthand.`, {
    text: property,
    remedy: `Ask for one of ${some}.`,
  });
}

/** What to call the place a declaration comes from. */
export function sourceLabel(page: Page, declaration: Declaration): string {
  switch (declaration.origin) {
    case 'user-agent':
      return 'the browser’s own sheet';
    case 'presentational-hint':
    case 'style-attribute':
      return 'the element itself';
    case 'author':
      return page.sheets[declaration.sheet!].label;
  }
}

const innerSheets = new WeakMap<readonly StyleSet[], ReadonlyMap<number, StyleSet>>();

/** Whether a declaration stands in a sheet of a component's shadow tree. */
export function isOfComponent(page: Page, { sheet }: Declaration): boolean {
  return sheet !== undefined && componentOfSheet(page, sheet) !== undefined;
}

/** The rules of the component that a sheet belongs to; undefined for the document's. */
export function componentOfSheet(page: Page, sheet: number): StyleSet | undefined {
  let inner = innerSheets.get(page.components);
  if (!inner) {
    inner = new Map(
      page.components.flatMap((styles) => styles.blocks.map((block) => [block.sheet, styles] as const)),
    );
    innerSheets.set(page.components, inner);
  }
  return inner.get(sheet);
}

/** Of what nothing stands above: the same wherever it wins. */
const winners = new WeakMap<Candidate, readonly [Entry]>();

/** The entries of a longhand that somebody sets. */
function entriesOf(page: Page, candidates: readonly Candidate[]): readonly Entry[] {
  let alone = winners.get(candidates[0]);
  if (!alone) winners.set(candidates[0], (alone = [entryOf(page, candidates[0], undefined)]));
  if (candidates.length === 1) return alone;
  return candidates.map((one, i) => (i ? entryOf(page, one, candidates[i - 1]) : alone[0]));
}

function entryOf(page: Page, candidate: Candidate, above: Candidate | undefined): Entry {
  const { declaration, selector, specificity, layerName, dependsOn } = candidate;
  const reason = above && reasonFor(above, candidate, (one) => sourceLabel(page, one));
  return {
    declaration,
    selector,
    specificity,
    layer: layerName || undefined,
    dependsOn: dependsOn || undefined,
    decidedBy: reason?.words,
    criterion: reason?.criterion,
  };
}
