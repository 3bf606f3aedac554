import { elementOf, type Target } from '../cascade/index.js';
import { counterpart } from '../hook/index.js';
import { writeOverride } from '../override/index.js';
import type { Page, PageElement } from '../page/index.js';
import { prove, type ProofOptions, type Verdict } from '../proof/index.js';
import { list, YeltoError } from '../text/index.js';

/** What a new release does to one declaration of a draft. */
export interface Drifted {
  /** `holds`; `lost`: it took effect and does not now; `spare`: not needed any more; `found`: it works only now; `elsewhere`: neither capture has what it matches. */
  readonly fate: 'holds' | 'lost' | 'spare' | 'found' | 'elsewhere' | 'never worked';
  readonly before: Verdict;
  readonly after: Verdict;
  /** In plain words, a sentence without its full stop. */
  readonly why: string;
  /** A rule that works on the new release, proven there; or what else to do. */
  readonly remedy?: string;
}

/**
 * Proves a draft on two captures of the same page, an old release and a new one, and tells for each declaration
 * what became of it. Things that the draft styled are looked for in the new capture by place, names and text.
 * [] for an empty draft.
 */
export function drift(before: Page, after: Page, draft: string, options: ProofOptions = {}): Drifted[] {
  const old = prove(before, draft, options).verdicts;
  const fresh = prove(after, draft, options).verdicts;
  return old.map((verdict, i) => {
    const now = fresh[i];
    const fate = fateOf(verdict, now);
    const told = fate === 'lost' ? lostWords(before, after, verdict, now, options) : plainWords(fate, now);
    return { fate, before: verdict, after: now, ...told };
  });
}

function fateOf(before: Verdict, after: Verdict): Drifted['fate'] {
  if (before.outcome === 'matches-nothing' && after.outcome === 'matches-nothing') return 'elsewhere';
  const worked = before.outcome === 'wins';
  if (after.outcome === 'wins') return worked ? 'holds' : 'found';
  if (!worked) return 'never worked';
  return after.outcome === 'needless' ? 'spare' : 'lost';
}

function plainWords(fate: Drifted['fate'], { why, remedy }: Verdict): Pick<Drifted, 'why' | 'remedy'> {
  switch (fate) {
    case 'holds':
      return { why: 'it takes effect as before' };
    case 'found':
      return { why: 'it takes effect in the new release only' };
    case 'elsewhere':
      return { why: 'neither page has anything that it matches; look at the page that it is for' };
    case 'spare':
      return { why: 'the new release looks so by itself', remedy: 'Take the declaration out.' };
    case 'lost':
    case 'never worked':
      return { why, remedy };
  }
}

function lostWords(
  before: Page,
  after: Page,
  { selector, declaration }: Verdict,
  now: Verdict,
  { panel, held }: ProofOptions,
): Pick<Drifted, 'why' | 'remedy'> {
  if (now.outcome !== 'matches-nothing') return { why: now.why, remedy: now.remedy };
  const gone = namesGone(selector, after);
  const why = gone.length
    ? `the new release has nothing called ${list(gone)}`
    : 'the things it matched stand in other boxes now';
  const targets = targetsOf(before, selector).flatMap((target): Target[] => {
    const element = counterpart(elementOf(target), after);
    if (!element) return [];
    return 'pseudo' in target ? [{ element, pseudo: target.pseudo }] : [element];
  });
  const distinct = [...new Set(targets)];
  if (distinct.length === 0)
    return { why, remedy: 'The thing itself is gone; point at what takes its place.' };
  try {
    const wish = { at: distinct, set: { [declaration.property]: declaration.value }, panel, held };
    const { css } = writeOverride(after, wish);
    return { why, remedy: `Write: ${css.trim().replace(/\s+/g, ' ')}` };
  } catch (error) {
    if (error instanceof YeltoError) return { why, remedy: error.remedy };
    throw error;
  }
}

function targetsOf(page: Page, selector: string): Target[] {
  const [, bare, pseudo] = /^([^]*?)(::[\w-]+)?$/.exec(selector) ?? [];
  const stateless =
    (bare ?? selector).replace(/:(hover|focus|active|focus-visible|focus-within)\b/g, '') || '*';
  const elements: PageElement[] = page.select(stateless);
  return pseudo ? elements.map((element) => ({ element, pseudo })) : elements;
}

function namesGone(selector: string, page: Page): string[] {
  const names = selector.match(/[.#](?:[\w-]|[^\0-\x7f])+/g) ?? [];
  return [...new Set(names)].filter((name) => page.select(name).length === 0);
}
