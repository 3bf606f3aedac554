import type { Fault } from '../text/index.js';
import type { Grammar } from '../value/index.js';
import { placeInSheet } from './place.js';
import type { StyleSet } from './style-set.js';

/** Declarations that a browser drops, each with its place, reason and likely spelling. */
export function declarationFaults({ sheets, blocks }: StyleSet, grammar: Grammar): Fault[] {
  const faults: Fault[] = [];
  for (const { sheet, declarations } of blocks) {
    for (const { property, value, start } of declarations) {
      const fault = grammar.check(property, value);
      if (!fault) continue;
      faults.push({
        kind: fault.kind,
        file: sheets[sheet].href ?? sheets[sheet].label,
        ...placeInSheet(sheets[sheet], start),
        message: fault.reason,
        get remedy() {
          return fault.remedy || undefined;
        },
      });
    }
  }
  return faults;
}
