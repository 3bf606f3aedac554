import { count } from '../text/index.js';
import type { Elsewhere, Wish } from './types.js';

/** What a person should know of a rule on a page beside the first; [] for nothing. */
export function elsewhereWarnings({ page, matched, spill, missed }: Elsewhere, { reach }: Wish): string[] {
  if (matched.length === 0) return [`On ${page} the selector matches nothing.`];
  if (missed.length) return [`On ${page} it misses ${missed.length} of the kind.`];
  if (reach !== 'alike') return [`On ${page} it matches ${count(matched.length, 'element')} as well.`];
  return spill.length
    ? [`On ${page} it also matches ${count(spill.length, 'element')} that nobody asked for.`]
    : [];
}
