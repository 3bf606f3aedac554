// What the browser says of what is said here. It agrees in silence; where it does not, nothing is called a win.
import type { Claim } from 'yelto';
import type { CheckAnswer, Contradiction } from 'yelto/browser';
import type { Judged } from './engine.js';

/** How many claims the browser was asked about, and with how many it agrees. */
export interface Checked {
  readonly asked: number;
  readonly agreed: number;
  /** By longhand, of the chosen box. */
  readonly contradictions: readonly Contradiction[];
}

/** `answers` is undefined where the page did not answer. */
export function countChecked(answers: readonly CheckAnswer[] | undefined): Checked {
  const heard = (answers ?? []).filter((one) => one !== 'unasked');
  const contradictions = heard.filter((one) => one !== undefined);
  return { asked: heard.length, agreed: heard.length - contradictions.length, contradictions };
}

/** The verdicts with what the browser says against them: what it shows otherwise is never a win. */
export function contradicted(
  judged: readonly Judged[],
  claims: readonly Claim[],
  answers: readonly CheckAnswer[] | undefined,
): readonly Judged[] {
  const against = new Map<string, Contradiction>();
  for (const [i, { of }] of claims.entries()) {
    const answer = answers?.[i];
    if (of && answer !== undefined && answer !== 'unasked') against.set(`${of.line}:${of.column}`, answer);
  }
  return judged.map((one): Judged => {
    const found = one.page === '' ? against.get(`${one.line}:${one.column}`) : undefined;
    if (!found) return one;
    const { longhand, shown, claimed } = found;
    return {
      ...one,
      outcome: 'cannot-tell',
      why: `by the sheets that were read it ${one.why}; but your browser shows ${longhand}: ${shown}, and not ${claimed}`,
      remedy: 'A script sets it, or a style that nobody could read: look at the thing itself.',
    };
  });
}
