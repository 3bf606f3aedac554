import { namePatterns, type Grade } from '../facts/index.js';
import { makingOf } from './made-up.js';

/** What a name's letters alone say about it. */
export interface NameShape {
  readonly role: string;
  readonly grade: Grade;
  /** Completes "the name …"; '' for an ordinary word. */
  readonly reason: string;
}

/** Judges a class name, an id or an attribute's value by its letters. */
export function shapeOf(name: string): NameShape {
  const row = namePatterns.find(({ pattern }) => pattern.test(name));
  const odd = oddPart(name);
  // A number behind a made-up string does not make it the number of a thing.
  if (row && !(row.role === 'instance' && odd?.making === 'made-up')) {
    const { role, grade, reason } = row;
    return { role, grade, reason };
  }
  if (odd) {
    const { part, making } = odd;
    return making === 'made-up'
      ? {
          role: 'made-up',
          grade: 'fleeting',
          reason: `holds "${part}", which is no word and looks made up by a build`,
        }
      : { role: 'made-up', grade: 'doubtful', reason: `holds "${part}", which may be made up by a build` };
  }
  return { role: /__|--/.test(name) ? 'part' : 'component', grade: 'steady', reason: '' };
}

/** Prefixes that build tools put before the strings that they make. */
const buildPrefix = /^(css|sc|jss|tss|svelte|astro|emotion|jsx|styled|makestyles)$/i;

/** The part of a name that is least like words; undefined where all are. */
function oddPart(name: string): { part: string; making: 'unsure' | 'made-up' } | undefined {
  const pieces = name.split(/([-_]+|[^\w-]+)/);
  let found: { part: string; making: 'unsure' | 'made-up' } | undefined;
  for (let i = 0; i < pieces.length; i += 2) {
    const part = pieces[i];
    // A build appends its mark to the name that a person wrote, behind an underscore more often than a hyphen.
    const isLast =
      i > 0 && (i === pieces.length - 1 || (i === pieces.length - 3 && /^\d+$/.test(pieces[i + 2])));
    const likely = isLast
      ? buildPrefix.test(pieces[i - 2])
        ? 12
        : /__|--/.test(pieces[i - 1])
          ? 6
          : pieces[i - 1].includes('_')
            ? 4
            : 0
      : 0;
    const making = makingOf(part, likely);
    if (making === 'made-up') return { part, making };
    if (making === 'unsure') found ??= { part, making };
  }
  return found;
}
