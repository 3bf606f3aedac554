import type { PseudoElementFacts } from '../facts/index.js';
import type { Compound, Selector, Specificity, Test, Through } from './types.js';

/** Lists that stay empty, as most do, are all this one. */
export const none: readonly never[] = Object.freeze([]);

function withOneMore<T>(list: T[], item: T): T[] {
  if (list.length === 0) return [item];
  list.push(item);
  return list;
}

/** A compound under construction. */
export class CompoundDraft {
  tag = -1;
  ids = none as unknown as number[];
  classes = none as unknown as number[];
  tests = none as unknown as Test[];
  pseudo = '';
  through?: Through;
  pseudoStates = none as unknown as Test[];
  readonly specificity: [number, number, number] = [0, 0, 0];

  /** `behind` is the pseudo-element behind which, in brackets, the compound stands. */
  constructor(public behind?: PseudoElementFacts) {}

  addId(name: number): void {
    this.ids = withOneMore(this.ids, name);
    this.specificity[0]++;
  }

  addClass(name: number): void {
    this.classes = withOneMore(this.classes, name);
    this.specificity[1]++;
  }

  /** A test of the element, or of the pseudo-element where one stands before it. */
  addTest(test: Test): void {
    if (this.pseudo || this.through) this.pseudoStates = withOneMore(this.pseudoStates, test);
    else this.tests = withOneMore(this.tests, test);
  }

  /** What stands at the end, where nothing may follow but states; '' for an element. */
  get ending(): string {
    return this.pseudo || (this.through ? `::${this.through.kind}()` : '');
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
