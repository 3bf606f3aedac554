import { FlattenMap, originalPositionFor, type TraceMap } from '@jridgewell/trace-mapping';
import type { Place } from '../text/index.js';

/** A sheet's text and the source map that was made with it. */
export interface MappedText {
  readonly map?: string;
}

const read = new WeakMap<MappedText, TraceMap | undefined>();

/**
 * Where the author wrote what stands at a line and column (1-based) of a sheet, by its source map (ECMA-426).
 * undefined without a map, for one that cannot be read, and where it says nothing of that place.
 */
export function authoredPlace(sheet: MappedText, line: number, column: number): Place | undefined {
  if (sheet.map === undefined || line < 1 || column < 1) return undefined;
  if (!read.has(sheet)) read.set(sheet, readMap(sheet.map));
  const map = read.get(sheet);
  const found = map && originalPositionFor(map, { line, column: column - 1 });
  if (!found?.source) return undefined;
  return { file: shortened(found.source), line: found.line, column: found.column + 1 };
}

function readMap(text: string): TraceMap | undefined {
  try {
    // Some servers put this before JSON, so that no script takes it for one.
    return FlattenMap(text.replace(/^\)\]\}'[^\n]*\n/, ''));
  } catch {
    return undefined;
  }
}

/** Without what a build put before the path: a scheme, the way up. */
function shortened(source: string): string {
  return source.replace(/^[a-z][\w+.-]*:\/\/[^/]*\//i, '').replace(/^(\.{0,2}\/)+/, '');
}
