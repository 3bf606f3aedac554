import type { Selector, Specificity, Test } from './types.js';

/** A compound under construction. */
export interface CompoundDraft {
  tag: number;
  ids: number[];
  classes: number[];
  tests: Test[];
  pseudo: string;
  pseudoStates: Test[];
  specificity: [number, number, number];
}

export const openDraft = (): CompoundDraft => ({
  tag: -1,
  ids: [],
  classes: [],
  tests: [],
  pseudo: '',
  pseudoStates: [],
  specificity: [0, 0, 0],
});

/** Adds to a specificity under construction. */
export function add(sum: [number, number, number], more: Specificity): void {
  for (const part of [0, 1, 2]) sum[part] += more[part];
}

/** The most specific of a list; (0,0,0) for none (Selectors 4 §17). */
export function greatest(list: readonly Selector[]): Specificity {
  return list.reduce<Specificity>(
    (most, { specificity }) => {
      for (const part of [0, 1, 2]) {
        if (specificity[part] !== most[part]) return specificity[part] > most[part] ? specificity : most;
      }
      return most;
    },
    [0, 0, 0],
  );
}
