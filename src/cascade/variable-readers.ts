import type { StyleBlock, StyleSet } from '../page/index.js';
import { withFunctions } from './author-functions.js';
import { namesReadIn } from './substitute.js';

/** A declaration that reads a variable, and the rule that it stands in. */
export interface VariableReader {
  readonly block: StyleBlock;
  readonly declaration: StyleBlock['declarations'][number];
}

const known = new WeakMap<StyleSet, ReadonlyMap<string, readonly VariableReader[]>>();

/** The declarations of a text by the variables that they read, in order of the text; gone through once. */
export function variableReaders(styles: StyleSet): ReadonlyMap<string, readonly VariableReader[]> {
  const before = known.get(styles);
  if (before) return before;
  const readers = new Map<string, VariableReader[]>();
  for (const block of styles.blocks) {
    for (const declaration of block.declarations) {
      for (const name of new Set(withFunctions(namesReadIn(declaration.value), styles))) {
        const same = readers.get(name);
        if (same) same.push({ block, declaration });
        else readers.set(name, [{ block, declaration }]);
      }
    }
  }
  known.set(styles, readers);
  return readers;
}
