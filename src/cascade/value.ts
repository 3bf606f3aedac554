import type { Page } from '../page/index.js';
import { canonicalProperty, initialValue, isInherited } from '../value/index.js';
import { standingContest } from './entries.js';
import { longhandValue } from './longhand-value.js';
import { Level, type Candidate } from './rank.js';
import { standingCandidates } from './standing.js';
import { elementOf, pseudoOf, type Target } from './types.js';
import { fillVariables } from './variables.js';

/**
 * The value that a longhand of a target takes, as text with its `var()` filled in: the winner's own value,
 * the parent's where it is inherited, else the initial one. '' where it cannot be told from the text.
 */
export function valueOf(page: Page, target: Target, longhand: string): string {
  const name = canonicalProperty(longhand);
  const { entries, inheritedFrom } = standingContest(page, target, name);
  if (entries.length === 0) return initialValue(name);
  const from = inheritedFrom ?? target;
  return resolve(page, from, name, standingCandidates(page, from, name)[0]);
}

function resolve(page: Page, target: Target, longhand: string, candidate: Candidate): string {
  const { declaration } = candidate;
  const filled = fillVariables(page, target, declaration.value, new Set());
  if (filled === undefined) return inheritOr(page, target, longhand);
  const value = longhandValue(
    filled === declaration.value ? declaration : { ...declaration, value: filled },
    longhand,
  );
  if (value === undefined) return '';
  switch (value.toLowerCase()) {
    case 'inherit':
      return parentValue(page, target, longhand);
    case 'initial':
      return initialValue(longhand);
    case 'unset':
      return inheritOr(page, target, longhand);
    case 'revert':
    case 'revert-layer': {
      const below = rolledBack(page, target, longhand, candidate, value.toLowerCase() === 'revert');
      return below ? resolve(page, target, longhand, below) : inheritOr(page, target, longhand);
    }
    default:
      return value;
  }
}

/**
 * CSS Cascade 5 §7.3.4–7.3.5: the winner when the declaration's whole origin, or its layer and those above it,
 * are left out; undefined where nothing stands below. Attributes of the markup count as the author's for
 * `revert`, and as a layer below all others for `revert-layer`.
 */
function rolledBack(
  page: Page,
  target: Target,
  longhand: string,
  candidate: Candidate,
  wholeOrigin: boolean,
): Candidate | undefined {
  if (candidate.level === Level.UserAgent) return undefined;
  const rank = layerRank(candidate);
  return standingCandidates(page, target, longhand).find(
    (one) => one.level === Level.UserAgent || (!wholeOrigin && layerRank(one) < rank),
  );
}

/** Important declarations rank layers the other way round; here a layer has one rank, whatever the importance. */
function layerRank({ level, layer, attached, declaration }: Candidate): number {
  if (level < Level.Author) return -1;
  return (declaration.important ? -layer : layer) + attached / 2;
}

function inheritOr(page: Page, target: Target, longhand: string): string {
  return isInherited(longhand) ? parentValue(page, target, longhand) : initialValue(longhand);
}

function parentValue(page: Page, target: Target, longhand: string): string {
  const parent = pseudoOf(target) ? elementOf(target) : elementOf(target).parent;
  return parent ? valueOf(page, parent, longhand) : initialValue(longhand);
}
