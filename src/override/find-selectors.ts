import { elementOf, pseudoOf, type Target } from '../cascade/index.js';
import type { Held, Page, PageElement } from '../page/index.js';
import { packSpecificity } from '../selector/index.js';
import { plus, type Candidate } from './compounds.js';
import { either, sizeOf } from './masks.js';
import { searchSelectors, type Found, type Goal } from './search.js';
import type { Elsewhere, Wish } from './types.js';

/** One selector for all targets, or one for each, as a list. */
export function findSelectors(
  page: Page,
  all: readonly Page[],
  wish: Wish,
  targets: readonly Target[],
  strength: number,
  elsewhere: (selector: string) => Elsewhere[],
): Found[] {
  const byPseudo = new Map<string, PageElement[]>();
  for (const target of targets) {
    const group = byPseudo.get(pseudoOf(target));
    if (group) group.push(elementOf(target));
    else byPseudo.set(pseudoOf(target), [elementOf(target)]);
  }
  const groups = [...byPseudo].map(([pseudo, elements]) => {
    const goal = (some: readonly PageElement[]): Goal => ({
      elements: some,
      strength: strength - (pseudo ? 1 : 0),
      state: stateFor(page, some, wish.held ?? []),
      avoid: wish.avoid ?? [],
      fits:
        all.length > 1 && wish.reach === 'alike'
          ? (selector) => elsewhere(selector).every((one) => one.spill.length + one.missed.length === 0)
          : undefined,
    });
    const found = searchParted(elements, (some) => searchSelectors(page, all, goal(some)));
    return pseudo ? found.map((one) => ({ ...one, candidate: behind(one.candidate, pseudo) })) : found;
  });
  return groups.length === 1 ? groups[0] : listed(groups);
}

/** One selector for all; else one for each kind among them, and where that does not do, one for each element. */
function searchParted(
  elements: readonly PageElement[],
  search: (some: readonly PageElement[]) => Found[],
): Found[] {
  const isExact = (found: readonly Found[]) => found.some(({ spill }) => spill === 0);
  const together = search(elements);
  if (isExact(together) || elements.length === 1) return together;
  const kinds = byKind(elements);
  const parts = kinds.size === 1 ? elements.map((one) => [one]) : [...kinds.values()];
  if (parts.length > mostParts) return together;
  const parted = listed(parts.map((part) => searchParted(part, search)));
  // A rule that hits too much is shorter than a long list of exact ones, but hits too much.
  return parted.length ? parted : together;
}

/** A rule with more selectors than this is no rule any more. */
const mostParts = 200;

function byKind(elements: readonly PageElement[]): Map<string, PageElement[]> {
  const kinds = new Map<string, PageElement[]>();
  for (const one of elements) {
    const kind = [one.tag, ...one.classes].join('.');
    const known = kinds.get(kind);
    if (known) known.push(one);
    else kinds.set(kind, [one]);
  }
  return kinds;
}

function behind(candidate: Candidate, pseudo: string): Candidate {
  return { ...candidate, text: candidate.text + pseudo, specificity: plus(candidate.specificity, [0, 0, 1]) };
}

/** The best of each, joined with commas; [] where one has none. */
function listed(groups: readonly Found[][]): Found[] {
  if (groups.some((group) => group.length === 0)) return [];
  const best = groups.map(([first]) => first);
  const weakest = [...best].sort(
    (a, b) => packSpecificity(a.candidate.specificity) - packSpecificity(b.candidate.specificity),
  )[0];
  const mask = best.map((one) => one.candidate.mask).reduce(either);
  const candidate: Candidate = {
    text: [...new Set(best.map(({ candidate }) => candidate.text))].join(',\n'),
    specificity: weakest.candidate.specificity,
    mask,
    size: sizeOf(mask),
    hooks: best.flatMap(({ candidate }) => candidate.hooks),
    risk: Math.max(...best.map(({ candidate }) => candidate.risk)),
    positional: best.some(({ candidate }) => candidate.positional),
    compounds: best.length,
    distance: 0,
  };
  return [{ candidate, spill: best.reduce((sum, { spill }) => sum + spill, 0) }];
}

/** The first held state and, for each element, who of its own line holds it, or which box holds who does. */
function stateFor(page: Page, elements: readonly PageElement[], held: readonly Held[]): Goal['state'] {
  if (held.length === 0) return undefined;
  const [{ state }] = held;
  const bare = page.under({ held: [] });
  // Several where all of a kind are in the state.
  const holding = new Set(
    held
      .filter((one) => one.state === state)
      .flatMap(({ selector, element }) => (element ? [element] : bare.select(selector ?? ':root'))),
  );
  const holders = new Map<PageElement, PageElement>();
  const beside = new Map<PageElement, PageElement>();
  for (const one of elements) {
    for (let up: PageElement | null = one; up; up = up.parent) {
      if (!holding.has(up)) continue;
      holders.set(one, up);
      break;
    }
    const [other] = holding;
    if (holders.has(one) || !other) continue;
    const box = commonBox(one, other);
    if (!box) continue;
    holders.set(one, box);
    beside.set(one, other);
  }
  return { text: /^[.:[]/.test(state) ? state : `:${state}`, holders, beside };
}

/** The nearest box that encloses both; undefined where one encloses the other. */
function commonBox(a: PageElement, b: PageElement): PageElement | undefined {
  const around = new Set<PageElement>();
  for (let up: PageElement | null = b.parent; up; up = up.parent) around.add(up);
  for (let up: PageElement | null = a.parent; up; up = up.parent)
    if (around.has(up)) return up === b ? undefined : up;
  return undefined;
}
