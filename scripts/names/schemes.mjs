// Tools that make class names, each run on the same made-up sources, so that the names are theirs. One more tool is
// one more entry in one of the three tables: the packages that it needs, and how it is asked. `load` brings a package from
// the folder where they were installed; every entry gives a list of classes as they stand in markup. Those that are
// `held` back count in the judgement alone: nobody looks at their names while choosing patterns and thresholds.
import { compilers } from './compilers.mjs';
import { modules } from './modules.mjs';
import { scripts } from './scripts.mjs';

export const schemes = { ...modules, ...scripts, ...compilers };
