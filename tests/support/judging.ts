// Runs a judge over random cases. SEED and RUNS come from the environment; with COLLECT=file a long run gathers all
// that is false, and writes it down as it goes, instead of shrinking the first; REPLAY=file asks about those again.
import { readFileSync, writeFileSync } from 'node:fs';
import fc from 'fast-check';
import { parsePage, type Page } from 'yelto';

export const seed = Number(process.env.SEED ?? 20261125);
export const runsOr = (usual: number): number => Number(process.env.RUNS ?? usual);

/** How often each thing was met, for the line that a run ends with. */
const tally = new Map<string, number>();
export const note = (name: string, times = 1): void => void tally.set(name, (tally.get(name) ?? 0) + times);

/**
 * Fails with what `wrongs` says of any case; [] says nothing. A case of many trials, each of which tells enough by itself,
 * is not made smaller.
 */
export async function expectNothingFalse<Case>(
  cases: fc.Arbitrary<Case>,
  runs: number,
  wrongs: (one: Case) => Promise<readonly string[]>,
  { isOfMany = false } = {},
): Promise<void> {
  const collect = process.env.COLLECT;
  const found: { wrong: string; one: Case }[] = [];
  let done = 0;
  const report = () => {
    if (!collect) return;
    const counts = Object.fromEntries(tally);
    writeFileSync(collect, JSON.stringify({ seed, done, counts, found }));
  };
  if (process.env.REPLAY) {
    const { found: before } = JSON.parse(readFileSync(process.env.REPLAY, 'utf8')) as {
      found: { one: Case }[];
    };
    const again = [...new Map(before.map(({ one }) => [JSON.stringify(one), one])).values()];
    for (const one of again) found.push(...(await wrongs(one)).map((wrong) => ({ wrong, one })));
    expect(found.map(({ wrong }) => wrong)).toEqual([]);
    return;
  }
  await fc.assert(
    fc.asyncProperty(cases, async (one) => {
      // A crash is told as what is false is: it would be made smaller for hours instead.
      const wrong = await (collect
        ? wrongs(one).catch((error: Error) => [String(error.stack)])
        : wrongs(one));
      if (collect) found.push(...wrong.map((text) => ({ wrong: text, one })));
      else expect(wrong).toEqual([]);
      if (++done % 20 === 0) report();
    }),
    { seed, numRuns: runs, endOnFailure: isOfMany, interruptAfterTimeLimit: 10_000_000 },
  );
  report();
  console.log(`seed ${seed}, ${done} cases:`, Object.fromEntries(tally));
  expect(found.map(({ wrong }) => wrong)).toEqual([]);
}

/** A judge's own time limit, ms: long runs are asked for by hand. */
export const judgeTime = 10_800_000;

/** Where each verdict's declaration starts in a text, by its line and column. */
export function offsetsIn(text: string): (at: { line?: number; column?: number }) => number {
  const lines = text.split('\n');
  return ({ line = 1, column = 1 }) =>
    lines.slice(0, line - 1).reduce((sum, one) => sum + one.length + 1, 0) + column - 1;
}

/** A page's markup with its sheets embedded at the end of the head. */
export function wholePage(
  { html, sheets }: { html: string; sheets: readonly string[] },
  quirks = false,
): string {
  const styles = sheets.map((css) => `<style>${css}</style>`).join('');
  return `${quirks ? '' : '<!DOCTYPE html>'}${html.replace('</head>', () => `${styles}</head>`)}`;
}

/** The same as a page of ours, with what its sheets import. */
export function pageOf(
  one: { html: string; sheets: readonly string[] },
  name = 'page.html',
  quirks = false,
): Page {
  const addresses = [...one.sheets.join('\n').matchAll(/"(data:text\/css,([^"]*))"/g)];
  const sheets = addresses.map(([, href, css]) => ({ href, css: decodeURIComponent(css) }));
  return parsePage({ name, html: wholePage(one, quirks), sheets });
}
