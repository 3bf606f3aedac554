import type { Compound, Selector, Specificity, Test } from './types.js';

/** Lists that stay empty, as most do, are all this one. */
export const none: readonly never[] = [];

/** A compound under construction. */
export class CompoundDraft {
  tag = -1;
  ids: readonly number[] = none;
  classes: readonly number[] = none;
  tests: readonly Test[] = none;
  pseudo = '';
  pseudoStates: readonly Test[] = none;
  readonly specificity: [number, number, number] = [0, 0, 0];

  addId(name: number): void {
    this.ids = this.ids.length ? [...this.ids, name] : [name];
    this.specificity[0]++;
  }

  addClass(name: number): void {
    this.classes = this.classes.length ? [...this.classes, name] : [name];
    this.specificity[1]++;
  }

  /** A test of the element, or of the pseudo-element where one stands before it. */
  addTest(test: Test): void {
    if (this.pseudo) this.pseudoStates = [...this.pseudoStates, test];
    else this.tests = this.tests.length ? [...this.tests, test] : [test];
  }

  get compound(): Compound {
    const { tag, ids, classes, tests } = this;
    return { tag, ids, classes, tests };
  }
}

export function draftWith(test: Test): CompoundDraft {
  const draft = new CompoundDraft();
  draft.addTest(test);
  return draft;
}

/** Adds to a specificity under construction. */
export function add(sum: [number, number, number], more: Specificity): void {
  sum[0] += more[0];
  sum[1] += more[1];
  sum[2] += more[2];
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
