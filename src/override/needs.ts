import {
  alikeInContest,
  contest,
  requirementFor,
  standingCandidates,
  type Entry,
  type Target,
} from '../cascade/index.js';
import type { DraftPlace, Page } from '../page/index.js';
import { longhandsOf } from '../value/index.js';
import type { Wish } from './types.js';

/** What a rule needs to win for every property on every target. */
export interface Needs {
  readonly strength: number;
  readonly important: readonly string[];
  readonly beats: readonly Entry[];
  readonly hopeless: readonly string[];
}

export function needsOf(
  page: Page,
  targets: readonly Target[],
  set: Wish['set'],
  place: DraftPlace | 'unknown',
): Needs {
  let strength = 0;
  const important = new Set<string>();
  const hopeless = new Set<string>();
  const beats = new Map<string, Entry>();
  const distinct = alikeInContest(page, targets);
  for (const property of Object.keys(set)) {
    const requirements = distinct.flatMap((target) =>
      longhandsOf(property).map((longhand) => ({
        target,
        longhand,
        ...requirementFor(page, target, longhand, place),
      })),
    );
    const needsImportance = requirements.some((one) => one.important);
    if (needsImportance) important.add(property);
    for (const { target, longhand, ...need } of requirements) {
      if (need.hopeless) hopeless.add(`${property}: ${need.hopeless}`);
      // An important declaration need not be stronger than a normal one.
      else if (need.important === needsImportance) strength = Math.max(strength, need.strength);
      for (const entry of winnerOf(page, target, longhand)) {
        const { sheet, line, column, property: name } = entry.declaration;
        beats.set(`${sheet}:${line}:${column}:${name}`, entry);
      }
    }
  }
  return { strength, important: [...important], beats: [...beats.values()], hopeless: [...hopeless] };
}

function winnerOf(page: Page, target: Target, longhand: string): Entry[] {
  if (!standingCandidates(page, target, longhand).length) return [];
  return contest(page, target, longhand).entries.slice(0, 1);
}

/** What one rule needs to win on several pages. */
export function allNeeds(each: readonly Needs[]): Needs {
  return {
    strength: Math.max(...each.map(({ strength }) => strength)),
    important: [...new Set(each.flatMap(({ important }) => important))],
    beats: each[0].beats,
    hopeless: [...new Set(each.flatMap(({ hopeless }) => hopeless))],
  };
}
