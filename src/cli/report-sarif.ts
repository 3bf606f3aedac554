import type { Outcome, Verdict } from '../proof/index.js';

/** What each way of falling short is called in a code-review tool. */
const rules: Readonly<
  Record<Exclude<Outcome, 'wins'>, { readonly about: string; readonly level: 'error' | 'warning' | 'note' }>
> = {
  loses: { about: 'Another declaration beats this one.', level: 'error' },
  partly: { about: 'The declaration wins on some elements or at some widths only.', level: 'warning' },
  'matches-nothing': { about: 'The selector matches no element.', level: 'error' },
  'no-effect': {
    about: 'The declaration wins, but the property can do nothing on that box.',
    level: 'warning',
  },
  invalid: { about: 'A browser drops this piece.', level: 'error' },
  'cannot-tell': { about: 'The text does not say whether it takes effect.', level: 'note' },
  needless: { about: 'The page looks so without the declaration.', level: 'note' },
};

/** Verdicts as a log of SARIF 2.1.0 (OASIS), the standard format of code-review tools. */
export function sarifReport(file: string, verdicts: readonly Verdict[]): string {
  const results = verdicts.flatMap(({ declaration, outcome, why, remedy, page }) =>
    outcome === 'wins'
      ? []
      : [
          {
            ruleId: outcome,
            level: rules[outcome].level,
            message: { text: `${declaration.property}: ${why} (on ${page}).${remedy ? ` ${remedy}` : ''}` },
            locations: [
              {
                physicalLocation: {
                  artifactLocation: { uri: encodeURI(file.replaceAll('\\', '/')) },
                  region: { startLine: declaration.line, startColumn: declaration.column },
                },
              },
            ],
          },
        ],
  );
  const driver = {
    name: 'Yelto',
    rules: Object.entries(rules).map(([id, { about }]) => ({ id, shortDescription: { text: about } })),
  };
  return JSON.stringify(
    {
      $schema: 'https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json',
      version: '2.1.0',
      runs: [{ tool: { driver }, columnKind: 'utf16CodeUnits', results }],
    },
    null,
    2,
  );
}
