import { namePatterns, type Grade } from '../facts/index.js';

/** What a name's letters alone say about it. */
export interface NameShape {
  readonly role: string;
  readonly grade: Grade;
  /** Completes "the name …"; '' for an ordinary word. */
  readonly reason: string;
}

/** Judges a class name, an id or an attribute's value by its letters. */
export function shapeOf(name: string): NameShape {
  for (const { pattern, role, grade, reason } of namePatterns)
    if (pattern.test(name)) return { role, grade, reason };
  const hash = hashIn(name);
  if (hash)
    return {
      role: 'made-up',
      grade: 'fleeting',
      reason: `ends in "${hash}", which is no word and looks made up by a build`,
    };
  return { role: /__|--/.test(name) ? 'part' : 'component', grade: 'steady', reason: '' };
}

/** The part of a name that is no word: letters and digits or capitals mixed as chance does it; '' for none. */
function hashIn(name: string): string {
  for (const part of name.split(/[-_]+/).filter(Boolean).reverse()) if (isHash(part)) return part;
  return '';
}

function isHash(part: string): boolean {
  if (part.length < 4 || /^\d+(px|em|rem|xs|sm|md|lg|xl|col|x\d+)?$/i.test(part)) return false;
  const letters = part.replace(/[^a-z]/gi, '');
  const digits = part.length - letters.length;
  // h1, v2, col12, mp3 end in their number; in a hash digits stand between letters.
  if (digits && /[a-z]\d+[a-z]/i.test(part) && part.length >= 5) return true;
  if (/^\d+[a-z]/i.test(part) && part.length >= 5 && digits >= 1 && !/^\d+(st|nd|rd|th)$/i.test(part))
    return true;
  if (digits >= 2 && /^[a-f\d]+$/i.test(part) && part.length >= 6) return true;
  // Capitals inside that do not begin words: XkQpZ.
  const odd = part.match(/[A-Z]{2,}[a-z]|[a-z][A-Z](?![a-z]{2})/g)?.length ?? 0;
  if (
    odd >= 1 &&
    part.length >= 5 &&
    part.length <= 12 &&
    !/^[A-Z]+s?$/.test(part) &&
    /[A-Z].*[a-z].*[A-Z]|[a-z].*[A-Z].*[a-z].*[A-Z]/.test(part)
  )
    return true;
  return letters.length >= 5 && digits === 0 && !/[aeiouy]/i.test(letters) && !/^[A-Z]+$/.test(part);
}
