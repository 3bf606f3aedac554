// What the shape of a name says about how long it will last. The first row that fits decides.
// One more kind of name is one more row.

/** How sure it is that a name will still be there after the next load or release. */
export type Grade = 'steady' | 'doubtful' | 'fleeting';

export interface NamePattern {
  readonly pattern: RegExp;
  readonly role: string;
  readonly grade: Grade;
  /** Said after "the name ", in plain words. */
  readonly reason: string;
}

export const namePatterns: readonly NamePattern[] = [
  {
    pattern: /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/i,
    role: 'made-up',
    grade: 'fleeting',
    reason: 'holds a GUID, which is made up anew for each thing',
  },
  {
    pattern: /^(:r[0-9a-z]+:|«r[0-9a-z]+»|_r_[0-9a-z]+_)/,
    role: 'made-up',
    grade: 'fleeting',
    reason: 'is numbered by a script at each load',
  },
  {
    pattern:
      /^(css|sc|jss|emotion|tss|makeStyles|svelte|jsx|styled|astro|data-v)-?[0-9a-z]*\d[0-9a-z]*$|^(jss|tss|makeStyles|withStyles)-.*-\d+$/i,
    role: 'made-up',
    grade: 'fleeting',
    reason: 'is a build mark with letters and digits that change with every release',
  },
  {
    pattern: /(^|[-_])(ember|gen|auto|uid|guid|cid|yui|ext|mce|headlessui|radix|mui)[-_]?(\w+[-_])*\d+$/i,
    role: 'made-up',
    grade: 'fleeting',
    reason: 'ends in a number that a script counts up at each load',
  },
  {
    // What a build draws from letters, digits, - and _ has capitals in short pieces, as no person writes them.
    pattern:
      /(__|--|^(sc|css|jss|tss|s)-)(?=[\w+-]{4,8}$)(?=[^A-Z]*[A-Z])(?=.*[-_+a-z\d])[A-Za-z\d]{0,4}([-_+][A-Za-z\d]{0,4})+$|__(?=[\w+-]{5,8}$)[\w-]*\+[\w+-]*$/,
    role: 'made-up',
    grade: 'fleeting',
    reason: 'ends in a mark that a build made up',
  },
  {
    pattern: /[a-z]-\d+-\d+-\d+$/i,
    role: 'made-up',
    grade: 'fleeting',
    reason: 'ends in numbers that a script counts up, of a sheet and of a rule in it',
  },
  {
    pattern: /\d{6,}/,
    role: 'made-up',
    grade: 'fleeting',
    reason: 'holds a long number, such as a time or a record of a database',
  },
  {
    pattern:
      /^(is|has|was|js|no)-|^(active|open|opened|closed|selected|current|hover|hovered|focus|focused|disabled|enabled|loading|loaded|visible|hidden|expanded|collapsed|sticky|stuck|checked|error|invalid|valid|show|shown|on|off)$|^[^:]*[-_](active|open|opened|closed|selected|current|hover|hovered|focused|disabled|loading|expanded|collapsed|checked)$|^[^:]*(slide|item)[-_](next|prev|visible)$/i,
    role: 'state',
    grade: 'doubtful',
    reason: 'marks a state that a script may add and take away',
  },
  {
    pattern: /^logged-(in|out)$/,
    role: 'state',
    grade: 'doubtful',
    reason: 'tells who looks at the page',
  },
  {
    pattern: /^(lang|locale)[-_][a-z]{2}([-_][a-z]{2})?$|^[a-z]{2}[-_][A-Z]{2}$/,
    role: 'language',
    grade: 'doubtful',
    reason: 'names a language, and is another on a translated page',
  },
  {
    pattern: /(^|[-_])(19|20)\d\d([-_](0?[1-9]|1[0-2])([-_]\d{1,2})?)?$/,
    role: 'date',
    grade: 'doubtful',
    reason: 'holds a date',
  },
  {
    pattern: /^(tab|step|slide|panel|level|depth)[-_]?\d+$/,
    role: 'position',
    grade: 'doubtful',
    reason: 'tells a position among its neighbours, not a kind',
  },
  {
    pattern: /^(odd|even|first|last|alt|alternate|nth)(-|_|$)|[-_](odd|even|first|last|alt)([-_]|$)/i,
    role: 'position',
    grade: 'doubtful',
    reason: 'tells a position among its neighbours, not a kind',
  },
  {
    pattern:
      /^(post|page|item|menu-item|term|widget|comment|node|entry|user|product|tool|block|row|card)[-_]?\d+$|[-_](id|no|nr)[-_]?\d+$|[a-z][-_]\d{2,}$|[a-z][-_]\d{3,}[-_]/i,
    role: 'instance',
    grade: 'doubtful',
    reason: 'numbers one single thing',
  },
  {
    pattern: /^(page|tpl|template|view|path|single|archive|home)[-_][a-z]/i,
    role: 'page',
    grade: 'steady',
    reason: 'names a page or a template, so it narrows the reach to that page',
  },
  {
    pattern:
      /^(col|row|grid|span|offset|order|gap|g|gx|gy|m|mt|mb|ml|mr|mx|my|p|pt|pb|pl|pr|px|py|w|h|d|u|text|bg|fs|fw|flex|float|align|justify|items|rounded|border|shadow|display|position|lead|small|sr)-([a-z]{1,2}-)?(\d+|[a-z]{1,8})(-\d+)?$|^(sm|md|lg|xl|2xl|dark|hover|focus|print)[:\\]/i,
    role: 'utility',
    grade: 'doubtful',
    reason: 'says how the thing looks, not what it is, and sits on unlike things too',
  },
];
