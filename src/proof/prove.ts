import type { Declaration } from '../cascade/index.js';
import type { Page } from '../page/index.js';
import { setAside } from '../pasted/index.js';
import { finished } from './finished.js';
import { PageProof } from './page-proof.js';
import { isAtWork, type Aside, type Proof, type ProofOptions, type Verdict } from './types.js';

/**
 * For each declaration of a draft, on each page, whether it takes effect: on each side of every feature that a media
 * query of page or draft asks about, at a width in each stretch, and with the states held that its selector names.
 * Broken pieces of the draft and at-rules that nobody uses get a verdict of their own. No verdicts (and `ok`) for an
 * empty draft. What was pasted of the same draft before is set aside, and told.
 */
export function prove(pages: Page | readonly Page[], draft: string, options: ProofOptions = {}): Proof {
  return finished(proveInSteps(pages, draft, options));
}

/** How far a proof has come: so many declarations of so many, each counted on each page. */
export interface ProofStep {
  readonly proven: number;
  readonly of: number;
}

/**
 * `prove` for callers that have other things to do in between: it pauses behind each verdict, and where one takes long on the way to
 * it too; and returns the proof behind the last one. Asking no further ends it; nothing is lost by that.
 */
export function* proveInSteps(
  pages: Page | readonly Page[],
  draft: string,
  options: ProofOptions = {},
): Generator<ProofStep, Proof> {
  const all = Array.isArray(pages) ? (pages as readonly Page[]) : [pages as Page];
  const verdicts: Verdict[] = [];
  const aside: Aside[] = [];
  for (const [at, whole] of all.entries()) {
    const { page, from } = setAside(whole, draft);
    if (from !== undefined) aside.push({ page: whole.name, sheet: from });
    const proof = new PageProof(page, draft, options);
    const { amount } = proof;
    const found: Verdict[] = [];
    for (const verdict of proof.verdicts()) {
      if (verdict) found.push(verdict);
      yield { proven: at * amount + Math.min(found.length, amount), of: all.length * amount };
    }
    verdicts.push(...inOrder(found, amount));
  }
  return { ok: isProven(verdicts), verdicts, aside };
}

/** What may be said of a piece of a draft on one page. */
export interface Asked {
  readonly declaration: Declaration;
  /** Whether it wins, at least in part, which may be told sooner than the verdict; undefined where it cannot be told. */
  readonly isAtWork: boolean | undefined;
  /** Found when it is first read. */
  readonly verdict: Verdict;
}

/** The pieces of a draft on one page, without looking for remedies: for a page that nobody will mend it for. */
export function askedOn(page: Page, draft: string, options: ProofOptions): Asked[] {
  const proof = new PageProof(page, draft, options, 0);
  const pieces = proof.pieces().map((verdict) => ({
    declaration: verdict.declaration,
    isAtWork: verdict.outcome === 'cannot-tell' ? undefined : isAtWork(verdict),
    verdict,
  }));
  return [...pieces, ...proof.declarations()];
}

/** As they stand in the draft. Of those found the first `amount` are declarations; other pieces stand before one at the same place. */
const inOrder = (found: readonly Verdict[], amount: number): Verdict[] =>
  [...found.slice(amount), ...found.slice(0, amount)].sort(
    (a, b) => a.declaration.line - b.declaration.line || a.declaration.column - b.declaration.column,
  );

/** A declaration need not match on every page, but on one; and where it matches it must win. */
function isProven(verdicts: readonly Verdict[]): boolean {
  const placeOf = ({ declaration: { line, column } }: Verdict) => `${line}:${column}`;
  const matching = new Set(verdicts.filter(({ outcome }) => outcome === 'wins').map(placeOf));
  return verdicts.every(
    (verdict) =>
      verdict.outcome === 'wins' || (verdict.outcome === 'matches-nothing' && matching.has(placeOf(verdict))),
  );
}
