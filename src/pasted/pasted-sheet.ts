import type { Page, Sheet } from '../page/index.js';
import { FiledParts } from './filed-parts.js';
import { partsOf, type Part } from './parts.js';

/**
 * The sheet that holds most of what was pasted. An older text has other values: then a small sheet with the same
 * selectors will do, while a large one of the platform's only happens to have some of them too.
 */
export function findPasted(page: Page, wanted: readonly Part[]): { sheet: Sheet; index: number } | undefined {
  const names = new Set(wanted.map(({ form }) => form.selector));
  const found = page.sheets.flatMap((sheet, index) => {
    const own = partsOf(page, index);
    const filed = new FiledParts(own);
    const exact = wanted.filter((part) => filed.saying(part).length > 0);
    // Of two sheets that say the same it is the one that says it under the same conditions.
    const placed = exact.filter((part) => filed.sayingThere(part).length > 0).length;
    const rules = new Set(exact.map(({ form }) => form.selector)).size;
    const named = new Set(own.map(({ form }) => form.selector));
    const endings = new Set([...named].flatMap(endingsOf));
    const shared = [...names].filter((name) => endings.has(name)).length;
    const isSmall = named.size <= names.size * 2;
    const isIt =
      exact.length === wanted.length ||
      (exact.length >= wanted.length / 2 && rules > 1) ||
      (isSmall && (exact.length > 0 || (shared > 1 && shared >= names.size / 2)));
    return isIt ? [{ sheet, index, score: exact.length * 2 + shared + placed }] : [];
  });
  return found.sort((one, two) => two.score - one.score)[0];
}

/** A selector, and what it is without the first, the first two… of what stands in front. */
function endingsOf(selector: string): string[] {
  const ends = [selector];
  for (let at = selector.indexOf(' '); at >= 0; at = selector.indexOf(' ', at + 1))
    ends.push(selector.slice(at + 1));
  return ends;
}
