import { fork } from 'css-tree';
import { grammarPatches, typePatches } from '../facts/index.js';

/** The grammars of all properties, as today's engines have them. */
export const { lexer } = fork({
  properties: grammarPatches as Record<string, string>,
  types: typePatches as Record<string, string>,
});
