// What it takes to beat what stands: a rule of exactly that strength wins in an engine, and one of a little less does not.
import fc from 'fast-check';
import { parsePage, priceOf, type Specificity } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';
import { bodyOf, smallElements } from './support/small-trees.js';

const tab = engineTab();
const runs = runsOr(8);
const places = ['after', 'before', 'unknown'] as const;
const asked = ['color', 'margin-left', 'z-index'] as const;
/** What no rule of the page says. */
const ours = { color: 'rgb(1, 2, 3)', 'margin-left': '17px', 'z-index': '77' };

const simple = fc.constantFrom('*', 'p', 'div', '.a', '.b', '.c', '#one', '#two', ':is(.a, #one)', ':where(.b)', ':not(.c)', ':first-child', '[data-k]'); // prettier-ignore
const selector = fc
  .array(simple, { minLength: 1, maxLength: 3 })
  .chain((parts) => fc.constantFrom(' ', ' > ', ' ').map((joint) => parts.join(joint)));
const declaration = fc
  .tuple(
    fc.constantFrom('color: red', 'color: blue', 'margin: 1px', 'margin-left: 2px', 'margin-inline-start: 3px', 'margin-inline: 4px', 'z-index: 5', 'all: initial', 'direction: rtl', 'animation: turn 9s infinite paused', 'color: inherit', 'margin-left: revert-layer'), // prettier-ignore
    fc.constantFrom('', '', '', ' !important'),
  )
  .map((parts) => parts.join(''));
const rule = fc
  .tuple(selector, fc.array(declaration, { minLength: 1, maxLength: 3 }))
  .map(([selector, declarations]) => `${selector} { ${declarations.join('; ')} }`);
const around = fc.constantFrom('', '', '', '@layer low', '@layer high', '@layer', '@scope (.a)', '@scope (.b) to (.c)', '@scope (#one)', '@media (width > 1px)', '@media print', '.a'); // prettier-ignore
const part = fc
  .tuple(around, fc.array(rule, { minLength: 1, maxLength: 3 }))
  .map(([around, rules]) => (around ? `${around} { ${rules.join('\n')} }` : rules.join('\n')));
const css = fc
  .tuple(fc.array(part, { minLength: 2, maxLength: 6 }), fc.constantFrom('', '@layer high, low;\n'))
  .map(
    ([parts, names]) =>
      `${names}${parts.join('\n')}\n@keyframes turn { from, to { color: lime; z-index: 9 } }`,
  );
const element = smallElements('', '', '', '', 'color: tan', 'margin-left: 6px !important; z-index: 6');
const cases = fc.record({ css, elements: fc.array(element, { minLength: 3, maxLength: 7 }) });
type Case = typeof cases extends fc.Arbitrary<infer One> ? One : never;

const markupOf = ({ css, elements }: Case) =>
  `<!DOCTYPE html><html><head><style id="site">${css}</style></head><body>${bodyOf(elements)}</body></html>`;

/** A selector for one element, of exactly that specificity. */
const ofStrength = (k: string, [ids, classes, types]: Specificity) =>
  `:where([data-k="${k}"])${':not(#\\39 )'.repeat(ids)}${':not(.\\39 )'.repeat(classes)}${':not(x-9)'.repeat(types)}`;
const most: Specificity = [9, 9, 9];

/** A little less; undefined where there is nothing less. */
function less([ids, classes, types]: Specificity): Specificity | undefined {
  if (types > 0) return [ids, classes, types - 1];
  if (classes > 0) return [ids, classes - 1, 20];
  return ids > 0 ? [ids - 1, 20, 20] : undefined;
}

interface Trial {
  readonly k: string;
  readonly property: (typeof asked)[number];
  readonly strength: Specificity;
  readonly important: boolean;
  readonly place: (typeof places)[number];
  /** Whether it is to win: where nobody knows the place, in each. */
  readonly wins: boolean;
}

async function falsehoods(one: Case): Promise<string[]> {
  const html = markupOf(one);
  const page = parsePage({ name: 'x', html });
  const trials = page.select('[data-k]').flatMap((element) =>
    asked.flatMap((property) =>
      places.flatMap((place): Trial[] => {
        const { important, specificity, hopeless } = priceOf(page, element, property, place);
        const base = { k: element.attributes.get('data-k')!, property, place };
        if (hopeless !== undefined) return [{ ...base, strength: most, important: true, wins: false }];
        const weaker = less(specificity);
        return [
          { ...base, strength: specificity, important, wins: true },
          ...(weaker ? [{ ...base, strength: weaker, important, wins: false }] : []),
          ...(important ? [{ ...base, strength: most, important: false, wins: false }] : []),
        ];
      }),
    ),
  );
  await tab().setContent(html);
  const won = await tab().evaluate(
    (all) => {
      const own = document.createElement('style');
      return all.map(({ css, k, property, value, isFirst }) => {
        own.textContent = css;
        document.head[isFirst ? 'prepend' : 'append'](own);
        return (
          getComputedStyle(document.querySelector(`[data-k="${k}"]`)!).getPropertyValue(property) === value
        );
      });
    },
    trials.flatMap((trial) => {
      const { k, property, strength, important, place } = trial;
      const value = ours[property];
      const css = `${ofStrength(k, strength)} { ${property}: ${value}${important ? ' !important' : ''} }`;
      // Where nobody knows the place, it is to win in both, and a little less loses in the worse one.
      return [false, true].map((isFirst) => ({
        css,
        k,
        property,
        value,
        isFirst: place === 'unknown' ? isFirst : place === 'before',
      }));
    }),
  );
  return trials.flatMap(({ k, property, strength, important, place, wins }, i) => {
    note(wins ? 'enough' : important ? 'too little' : 'not important');
    const isWon = won[2 * i] && won[2 * i + 1];
    return isWon === wins
      ? []
      : [
          `(${strength.join()})${important ? ' !important' : ''} ${place} ${wins ? 'loses' : 'wins'}: ${property} of ${k}`,
        ];
  });
}

test(
  `what is told to beat the site on ${runs} random pages does, and nothing less (SEED=${seed})`,
  () => expectNothingFalse(cases, runs, falsehoods),
  judgeTime,
);
