import { Lines, type Fault } from '../text/index.js';
import type { Grammar } from '../value/index.js';
import type { StyleSet } from './style-set.js';

/** Declarations that a browser drops, each with its place, reason and likely spelling. */
export function declarationFaults({ sheets, blocks }: StyleSet, grammar: Grammar): Fault[] {
  const lines = new Map<number, Lines>();
  const faults: Fault[] = [];
  for (const { sheet, declarations } of blocks) {
    for (const { property, value, start } of declarations) {
      const fault = grammar.check(property, value);
      if (!fault) continue;
      if (!lines.has(sheet)) lines.set(sheet, new Lines(sheets[sheet].css));
      faults.push({
        kind: fault.kind,
        file: sheets[sheet].href ?? sheets[sheet].label,
        ...lines.get(sheet)!.at(start),
        message: fault.reason,
        remedy: fault.remedy || undefined,
      });
    }
  }
  return faults;
}
