import { parseSelectors, type Names } from '../selector/index.js';
import type { Abilities } from '../sheet/index.js';
import { YeltoError } from '../text/index.js';
import type { Grammar } from '../value/index.js';

/** What an engine can do, as far as our own grammars and selectors tell; for `@supports`. */
export function abilitiesOf(grammar: Grammar, names: Names, quirks: boolean): Abilities {
  return {
    declaration: (property, value) => grammar.check(property, value) === undefined,
    selector: (text) => {
      try {
        return parseSelectors(text, { names, quirks, strict: true }).length === 1;
      } catch (error) {
        if (error instanceof YeltoError) return false;
        throw error;
      }
    },
  };
}
