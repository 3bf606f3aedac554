import type { SheetSource } from '../page/index.js';
import { importedHrefs } from '../page/index.js';
import { mapHref, resolveHref } from '../sheet/index.js';

/** One sheet's text: status 0 for none, `at` the address that answered in the end. */
export interface SheetAnswer {
  readonly css: string;
  readonly status: number;
  readonly at: string;
}

/** So many sheets are asked for on behalf of one. */
const mostSheets = 40;

/**
 * A sheet with all that it imports, each under the address by which the page knows it: `href`, which is asked for at `at`,
 * and its imports beside that.
 */
export async function collectSheets(
  href: string,
  at: string,
  readOne: (address: string) => Promise<SheetAnswer>,
): Promise<SheetSource[]> {
  const found = new Map<string, SheetSource>();
  const open = [{ href, at }];
  for (let next = open.shift(); next !== undefined && found.size < mostSheets; next = open.shift()) {
    const { href: known } = next;
    if (found.has(known)) continue;
    const { css, status, at: final } = await readOne(next.at);
    if (status === 0 || status >= 400) {
      found.set(known, { href: known, css, status });
      continue;
    }
    const named = mapHref(css);
    const map = named === undefined ? undefined : await readOne(resolveHref(final, named));
    found.set(known, { href: known, css, status, map: map?.css || undefined });
    for (const one of importedHrefs(css))
      open.push({ href: resolveHref(known, one), at: resolveHref(final, one) });
  }
  return [...found.values()];
}
