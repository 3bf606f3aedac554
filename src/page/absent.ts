import { tooDeep } from '../sheet/index.js';
import type { Fault } from '../text/index.js';
import type { Sheet } from './types.js';

/** What is to be said of a sheet without its text; [] for one that is off, which nobody misses. */
export function faultsOfAbsent(sheet: Omit<Sheet, 'origin'>): Fault[] {
  const { line, column, label, href = label, status } = sheet;
  if (status === 'missing')
    return [
      {
        kind: 'sheet-missing',
        line,
        column,
        message: `the sheet "${href}" is missing${answerWords(sheet)}; the page is read without it`,
        remedy: 'A browser shows the page without it too, unless it was only not saved along.',
      },
    ];
  if (status === 'unread')
    return [
      {
        kind: 'sheet-unread',
        line,
        column,
        message: `the sheet "${href}" could not be read here, though a browser may have it`,
        remedy: 'What hangs on it cannot be told; open the page with yelto try, or save it with its sheets.',
      },
    ];
  return [];
}

function answerWords({ httpStatus }: Omit<Sheet, 'origin'>): string {
  if (httpStatus === tooDeep) return ' (imports within imports go too deep here)';
  return httpStatus ? ` (the server answered ${httpStatus})` : '';
}
