// What the name of an attribute says about how long its value will last. The first row that fits decides; where none
// does, the value is judged as a name. One more kind of attribute is one more row.
import type { Grade } from './name-patterns.js';

export interface AttributeRole {
  readonly pattern: RegExp;
  /** Where given, only values that it fits are of this role. */
  readonly value?: RegExp;
  readonly role: string;
  readonly grade: Grade;
  /** Said after "the name ", in plain words. */
  readonly reason: string;
}

export const attributeRoles: readonly AttributeRole[] = [
  {
    pattern: /^(aria-label|alt|title)$/,
    value: /^\D*\d+ ?\D{1,4} ?\d+$/,
    role: 'position',
    grade: 'doubtful',
    reason: 'counts a place among its neighbours',
  },
  {
    pattern: /^(aria-label|aria-description|aria-roledescription|alt|title|placeholder|summary)$/,
    role: 'text',
    grade: 'doubtful',
    reason: 'is a text for people, which may be rewritten or translated',
  },
  {
    pattern:
      /(^|-)(state|status|open|opened|active|selected|checked|expanded|current|visible|hidden|disabled|loading|loaded|focus|focused|hover|hovered|pressed|busy)$/,
    role: 'state',
    grade: 'doubtful',
    reason: 'marks a state that a script may add and take away',
  },
  {
    pattern: /./,
    value: /^(true|false)$/,
    role: 'state',
    grade: 'doubtful',
    reason: 'is on or off, as a state is',
  },
  {
    pattern: /(^|-)(index|idx|pos|position|order|offset|number|nr|step|item|slide|slide-to|page)$/,
    value: /^-?\d+$/,
    role: 'position',
    grade: 'doubtful',
    reason: 'counts a place among its neighbours',
  },
  {
    pattern: /^id$/,
    value: /[-_]\d+$/,
    role: 'instance',
    grade: 'doubtful',
    reason: 'numbers one single thing',
  },
  {
    pattern: /-id$|(^|-)(key|uid|guid)$/,
    role: 'instance',
    grade: 'doubtful',
    reason: 'numbers one single thing',
  },
  {
    pattern: /./,
    value: /^-?[\d.]+$/,
    role: 'content',
    grade: 'doubtful',
    reason: 'is a number that stands for a content, which may change',
  },
];
