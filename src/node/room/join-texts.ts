import { diff3Merge } from 'node-diff3';
import { kinds, readTokens } from '../../text/index.js';

/** Stands between two lines, so that changes of neighbours do not touch each other. */
const between = '\n';

/**
 * Two changes of one text as one: those of different lines both, and of rules that were added in the same place both, theirs
 * first. undefined where the two change the same lines.
 */
export function joinTexts(base: string, mine: string, theirs: string): string | undefined {
  const merged: string[] = [];
  for (const { ok, conflict } of diff3Merge(unitsOf(mine), unitsOf(base), unitsOf(theirs), {
    excludeFalseConflicts: true,
  })) {
    if (ok) merged.push(...ok);
    else if (conflict) {
      const { a: own, o: before, b: other } = conflict;
      if (before.some((unit) => unit.trim()) || !isWhole(own) || !isWhole(other)) return undefined;
      const isApart = other.at(-1) === between || own[0] === between;
      merged.push(...other, ...(isApart ? [] : [between]), ...own);
    }
  }
  return merged.join('');
}

function unitsOf(text: string): string[] {
  return text.split('\n').flatMap((line, i) => (i ? [between, line] : [line]));
}

/** Whether what was added are whole rules, in whatever order they stand. */
function isWhole(units: readonly string[]): boolean {
  const { count, types } = readTokens(units.join(''));
  let depth = 0;
  for (let i = 0; i < count; i++) {
    if (types[i] === kinds.LeftCurlyBracket) depth++;
    if (types[i] === kinds.RightCurlyBracket && --depth < 0) return false;
  }
  return depth === 0;
}
