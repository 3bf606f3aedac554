// Names that a build or a script counts through: told by the others of a page.

/** What says of a name that a count made it. */
export type IsCounted = (name: string) => boolean;

interface Numbered {
  readonly lead: string;
  readonly word: string;
  readonly number: string;
}

/**
 * Numbers behind names, each of them given once though the words before them differ: a count over all rules. Columns,
 * sizes and lists have the same numbers again and again, or one word before them.
 */
export function countedAmong(names: readonly string[]): IsCounted {
  const byLead = grouped(
    names.flatMap((name) => numberedParts(name) ?? []),
    ({ lead }) => lead,
  );
  const counted = [...byLead].filter(([, group]) => isOnce(group));
  const many = counted.flatMap(([, group]) => group);
  const words = grouped(many, ({ word }) => word);
  const isCount =
    many.length >= 12 &&
    isOnce(many) &&
    words.size >= 5 &&
    [...words.values()].every(({ length }) => length <= many.length / 3) &&
    many.some(({ number }) => Number(number) >= 20);
  const leads = new Set(isCount ? counted.map(([lead]) => lead) : []);
  return (name) => leads.has(numberedParts(name)?.lead ?? ' ');
}

const isOnce = (group: readonly Numbered[]) =>
  group.length >= 3 && new Set(group.map(({ number }) => number)).size >= 0.9 * group.length;

/** `lead-word-12`: a count is of one lead, or of none. */
function numberedParts(name: string): Numbered | undefined {
  const [, lead = '', word, number] = /^(?:([^-]+)-)?(.*[a-z])-(\d+)$/i.exec(name) ?? [];
  return word === undefined ? undefined : { lead, word, number };
}

/** Fewer short names in a row may be a person's; of three signs people make rows too. */
const fullRow: Readonly<Record<number, number>> = { 1: 12, 2: 12, 3: 20 };

/** The whole alphabet, or most of what can follow a letter: `a`, `b`, `c` … `ab`, `ac` … `x3f`, `x3g` … */
export function enumeratedAmong(names: readonly string[]): IsCounted {
  const rowOf = (name: string) => `${name.length === 1 ? '' : name[0]} ${name.length}`;
  const short = names.filter((name) => /^[a-z][a-z0-9]{0,2}$/.test(name));
  const rows = [...grouped(short, rowOf)].filter(
    ([, row]) =>
      row.length >= fullRow[row[0].length] &&
      // `pa0` to `pa7` end in the digit; a count has letters behind digits too.
      (row[0].length < 3 || row.filter((name) => /\d[a-z]$/.test(name)).length >= 5),
  );
  const threes = new Set(rows.filter(([, row]) => row[0].length === 3).map(([key]) => key));
  const ones = rows.filter(([, row]) => row[0].length < 3).flatMap(([, row]) => row);
  // `m4` may be a column beside names that a build counted in letters alone.
  const hasDigits = ones.filter((name) => /\d/.test(name)).length >= 5;
  const isShort = hasDigits ? /^[a-z][a-z0-9]?$/ : /^[a-z]{1,2}$/;
  return (name) =>
    (ones.length > 0 && isShort.test(name)) || (threes.has(rowOf(name)) && /^[a-z0-9]+$/.test(name));
}

/** The members of a list by a key of each. */
export function grouped<One>(all: readonly One[], keyOf: (one: One) => string): Map<string, One[]> {
  const groups = new Map<string, One[]>();
  for (const one of all) {
    const group = groups.get(keyOf(one));
    if (group) group.push(one);
    else groups.set(keyOf(one), [one]);
  }
  return groups;
}
