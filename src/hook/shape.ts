import { namePatterns, type Grade } from '../facts/index.js';
import { makingOf } from './made-up.js';
import type { Marks } from './marks.js';

/** What a name's letters alone say about it. */
export interface NameShape {
  readonly role: string;
  readonly grade: Grade;
  /** Completes "the name …"; '' for an ordinary word. */
  readonly reason: string;
}

/** Judges a class name, an id or an attribute's value by its letters, and by the other names where `marks` are given. */
export function shapeOf(name: string, marks?: Marks): NameShape {
  const counted = marks?.countReason(name);
  if (counted) return { role: 'made-up', grade: 'fleeting', reason: counted };
  const row = namePatterns.find(({ pattern }) => pattern.test(name));
  const opening = marks?.openingMark(name);
  const odd = opening ? ({ part: opening, making: 'made-up' } as const) : oddPart(name, marks);
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

/** What stands in front and has neither digits nor odd capitals is a project's own prefix, often an abbreviation. */
const projectPrefix = /^[a-z]+([A-Z][a-z]*)*$/;

/** The part of a name that is least like words; undefined where all are. */
function oddPart(name: string, marks?: Marks): { part: string; making: 'unsure' | 'made-up' } | undefined {
  const pieces = name.split(/([-_]+|[^\w-]+)/);
  const ofForm = marks?.likely(name) ?? 0;
  let found: { part: string; making: 'unsure' | 'made-up' } | undefined;
  for (let i = 0; i < pieces.length; i += 2) {
    const part = pieces[i];
    if (i === 0 && pieces.length > 1 && (projectPrefix.test(part) || marks?.isPrefix(part))) continue;
    // A build appends its mark to the name that a person wrote, behind an underscore more often than a hyphen.
    const isLast =
      i > 0 && (i === pieces.length - 1 || (i === pieces.length - 3 && /^\d+$/.test(pieces[i + 2])));
    const likely = Math.max(
      isLast || i === 2 ? likelyBehind(pieces[i - 2], pieces[i - 1], isLast) : 0,
      isLast || pieces.length === 1 ? ofForm : 0,
    );
    const making = makingOf(part, likely);
    if (making === 'made-up') return { part, making };
    if (making === 'unsure') found ??= { part, making };
  }
  return found;
}

/** Bits in favour of chance that what stands before a part brings along. */
function likelyBehind(part: string, sign: string, isLast: boolean): number {
  if (buildPrefix.test(part)) return 12;
  if (!isLast) return 0;
  if (/__|--/.test(sign)) return 6;
  return sign.includes('_') ? 4 : 0;
}
