// Lines in the gaps between columns and between rows (CSS Gap Decorations 1): what each property takes, as engines have it.

const ends = ['start', 'end'] as const;
/** Of columns, of rows, and of both. */
const owners = ['column-rule', 'row-rule', 'rule'] as const;

const width = '[ thin | medium | thick | <length [0,∞]> ]';
const line = `[ ${width} || <line-style> || <color> ]`;
const inset = '[ <length-percentage> | overlap-join ]';

/** One for each gap; some may be repeated, and those of one `repeat()` as often as there is room. */
function listed(one: string): string {
  const some = `[ ${one} | repeat( <integer [1,∞]> , ${one}# ) ]`;
  return `${some}# | [ ${some} , ]* repeat( auto , ${one}# ) [ , ${some} ]*`;
}

const ofOwner = (owner: string): [name: string, grammar: string][] => [
  [owner, listed(line)],
  [`${owner}-width`, listed(width)],
  [`${owner}-style`, listed('<line-style>')],
  [`${owner}-color`, listed('<color>')],
  [`${owner}-break`, 'none | normal | intersection'],
  [`${owner}-visibility-items`, 'normal | all | between | around'],
  [`${owner}-inset`, `${inset}{1,2} [ / ${inset}{1,2} ]?`],
  ...['cap', 'junction'].map((part): [string, string] => [`${owner}-inset-${part}`, `${inset}{1,2}`]),
  ...ends.map((end): [string, string] => [`${owner}-inset-${end}`, inset]),
  ...ends.flatMap((end) =>
    ['cap', 'junction'].map((part): [string, string] => [`${owner}-inset-${part}-${end}`, inset]),
  ),
];

/** Their grammars; `rule-inset-cap-start` and its like are names of columns’ and rows’ alone. */
export const gapRuleGrammars: Readonly<Record<string, string>> = Object.fromEntries([
  ...owners.flatMap(ofOwner).filter(([name]) => !/^rule-inset-(cap|junction)-/.test(name)),
  ['rule-overlap', 'row-over-column | column-over-row'],
]);
