import type { Page } from '../page/index.js';
import type { Drafted, Judgement } from './judge.js';
import { nameOfElsewhere, nearMiss } from './near-miss.js';
import { neverIn } from './never-in.js';
import type { Remedies } from './remedies.js';

/** What is said of a declaration whose rule matches nothing: why that is so, as far as it can be told. */
export function matchesNothing(laid: Page, { block }: Drafted, remedies: Remedies): Judgement {
  const base = { outcome: 'matches-nothing', conditions: laid.conditions } as const;
  // A name that the site's own sheets use is no slip of the pen.
  const known = nameOfElsewhere(laid.bare, block.selectors);
  if (known)
    return {
      ...base,
      why: `nothing on this page has ${known}, but the site’s sheets style by it, so a script adds it or another page has it`,
      remedy: `Prove it on a page that has it, or hold it: --hold "<selector>${known}".`,
    };
  const never = neverIn(laid, block);
  if (never) return { ...base, ...never };
  const miss = remedies.mayAsk() ? nearMiss(laid.bare, block.fullSelector) : undefined;
  return {
    ...base,
    why: miss?.why ?? 'no element of this page matches the selector',
    remedy: miss ? `Write ${miss.selector}.` : 'Point at the thing again and look at its hooks.',
  };
}
