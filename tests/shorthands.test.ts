// Shorthands taken apart, judged by a real engine: our longhands, set one by one, leave a box with what the shorthand
// sets. Values are random mixes of the parts that each takes.
import type { Browser, Page as Tab } from 'playwright-core';
import fc from 'fast-check';
import { splitShorthand } from '../dist/value/index.js';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

let browser: Browser;
let tab: Tab;
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage();
});
afterAll(() => browser.close());

const runs = runsOr(300);

const lengths = ['0', '10px', '1em', '5%', 'calc(1px + 2%)'];
const lines = ['span 2', '1', '-1', 'side', 'auto', '2 side'];
const aligned = [
  'center',
  'start',
  'stretch',
  'baseline',
  'first baseline',
  'last baseline',
  'safe center',
  'normal',
];
const colours = ['red', '#f00', 'rgb(1 2 3 / 50%)', 'currentcolor', 'transparent'];
const styles = ['solid', 'none', 'dashed'];
const widths = ['1px', 'thin', 'medium', '.5em'];

/** Some of these parts, in any order. */
const anyOf = (...parts: readonly (readonly string[])[]): fc.Arbitrary<string> =>
  fc
    .tuple(...parts.map((list) => fc.option(fc.constantFrom(...list), { freq: 2 })))
    .chain((some) => fc.shuffledSubarray(some.filter((one) => one !== null)))
    .filter((some) => some.length > 0)
    .map((some) => some.join(' '));
const upTo = (most: number, list: readonly string[], between = ' ') =>
  fc.array(fc.constantFrom(...list), { minLength: 1, maxLength: most }).map((some) => some.join(between));
const listOf = (one: fc.Arbitrary<string>) =>
  fc.array(one, { minLength: 1, maxLength: 2 }).map((all) => all.join(', '));

const layer = anyOf(
  ['url(a.png)', 'linear-gradient(red, blue)', 'none'],
  ['center', 'left top', '10px 20%', 'right 3px bottom 2px', 'center/2em', '0 0 / cover', 'left/auto 10px'],
  ['no-repeat', 'repeat-x', 'space round'],
  ['fixed', 'local'],
  [
    'content-box',
    'border-box padding-box',
    'text',
    'border-area',
    'text padding-box',
    'content-box border-area',
  ],
);
const motion = anyOf(
  ['spin', 'fade-in', 'none', '"named"'],
  ['1s', '200ms', '1s 2s'],
  ['ease-in', 'steps(2, end)', 'cubic-bezier(0, 0, 1, 1)'],
  ['infinite', '3'],
  ['alternate', 'reverse'],
  ['both', 'forwards'],
  ['paused'],
);

const insets = ['0', '-3px', '5%', 'overlap-join', 'calc(1px + 2%)'];
const lineInGap = anyOf(widths, styles, colours);
const linesInGaps = fc
  .array(
    fc.oneof(
      lineInGap,
      lineInGap.map((one) => `repeat(2, ${one})`),
    ),
    { minLength: 1, maxLength: 3 },
  )
  .chain((some) =>
    fc.constantFrom(some, [...some, 'repeat(auto, 1px solid, dashed)']).map((all) => all.join(', ')),
  );

const shorthands: Readonly<Record<string, fc.Arbitrary<string>>> = {
  margin: upTo(4, [...lengths, 'auto']),
  padding: upTo(4, lengths),
  inset: upTo(4, lengths),
  'padding-inline': upTo(2, lengths),
  border: anyOf(widths, styles, colours),
  'border-top': anyOf(widths, styles, colours),
  'border-inline': anyOf(widths, styles, colours),
  'border-color': upTo(4, colours),
  'border-width': upTo(4, widths),
  'border-radius': fc
    .tuple(upTo(4, lengths), fc.option(upTo(4, lengths)))
    .map(([a, b]) => (b ? `${a} / ${b}` : a)),
  'border-image': anyOf(
    ['url(a.png)', 'none'],
    ['30', '10% fill', '1 / 2px', '1 / 2px / 3px'],
    ['round', 'stretch space'],
  ),
  outline: anyOf(widths, styles, ['red', 'currentcolor']),
  background: fc
    .tuple(layer, fc.option(layer), fc.option(fc.constantFrom(...colours)))
    .map(
      ([first, second, colour]) =>
        [first, ...(second ? [second] : [])].join(', ') + (colour ? ` ${colour}` : ''),
    ),
  'background-position': listOf(
    fc.constantFrom(
      'center',
      'top',
      'left 3px top',
      'bottom 3px right 2px',
      '10px',
      '10px top',
      'left 20%',
      '0 0',
    ),
  ),
  'list-style': anyOf(['inside', 'outside'], ['none', 'square', '"-"'], ['url(a.png)']),
  font: fc
    .tuple(
      fc.option(
        anyOf(['italic', 'oblique', 'normal'], ['bold', '300', 'lighter'], ['small-caps'], ['condensed']),
      ),
      fc.constantFrom('16px', '1em/1.5', 'larger / 2', '12pt/normal', 'calc(1px + 1em)/120%', 'x-large'),
      fc.constantFrom('serif', '"Open Sans", serif', 'Open Sans'),
    )
    .map((parts) => parts.filter(Boolean).join(' ')),
  flex: fc.oneof(
    fc.constantFrom(
      'none',
      'auto',
      'initial',
      '1',
      '2 3',
      '1 1 0',
      '1 30px',
      '1 1 auto',
      '0 1 content',
      '10px',
      '10px 1 2',
    ),
    anyOf(['2', '1 2'], ['auto', '10%', '0px']),
  ),
  'flex-flow': anyOf(['row', 'column-reverse'], ['wrap', 'nowrap']),
  gap: upTo(2, [...lengths, 'normal']),
  overflow: upTo(2, ['hidden', 'auto', 'visible', 'scroll', 'clip']),
  'place-items': upTo(2, aligned),
  'place-content': upTo(2, ['center', 'space-between', 'stretch', 'normal', 'last baseline', 'start']),
  'place-self': upTo(2, [...aligned, 'auto']),
  'text-decoration': anyOf(['underline', 'none', 'underline overline'], ['wavy', 'solid'], colours, [
    '2px',
    'from-font',
  ]),
  'text-emphasis': anyOf(['dot', 'open', '"x"', 'filled sesame'], colours),
  'white-space': fc.oneof(
    fc.constantFrom('normal', 'nowrap', 'pre', 'pre-wrap', 'pre-line', 'break-spaces'),
    anyOf(['collapse', 'preserve'], ['wrap', 'nowrap']),
  ),
  'text-wrap': anyOf(['wrap', 'nowrap'], ['balance', 'pretty', 'auto', 'stable']),
  columns: anyOf(['3', 'auto'], ['10em', 'auto']),
  ...Object.fromEntries(['column-rule', 'row-rule', 'rule'].map((name) => [name, linesInGaps])),
  'rule-width': listOf(fc.constantFrom(...widths, 'repeat(auto, 1px)')),
  'rule-color': listOf(fc.constantFrom(...colours)),
  'rule-break': fc.constantFrom('none', 'intersection'),
  'rule-visibility-items': fc.constantFrom('all', 'between'),
  ...Object.fromEntries(
    ['column-rule-inset', 'row-rule-inset', 'rule-inset'].flatMap((name) => [
      [name, upTo(2, insets, ' / ')],
      [`${name}-cap`, upTo(2, insets)],
      [`${name}-junction`, upTo(2, insets)],
      [`${name}-start`, upTo(1, insets)],
      [`${name}-end`, upTo(1, insets)],
    ]),
  ),
  container: fc.constantFrom(
    'none',
    'side',
    'side / inline-size',
    'a b / size',
    'none / normal',
    'side/ inline-size',
  ),
  'grid-row': upTo(2, lines, ' / '),
  'grid-column': upTo(2, lines, '/'),
  'grid-area': upTo(4, lines, ' / '),
  transition: listOf(
    anyOf(
      ['color', 'all', 'none', '--x'],
      ['1s', '.2s 1s'],
      ['ease', 'steps(2)', 'linear(0, 1)'],
      ['allow-discrete'],
    ),
  ),
  animation: listOf(motion),
  'scroll-margin': upTo(4, ['0', '10px', '1em']),
  'overscroll-behavior': upTo(2, ['none', 'contain', 'auto']),
  'border-spacing': upTo(2, ['0', '10px', '1em']),
  'font-variant': fc.constantFrom(
    'normal',
    'none',
    'small-caps',
    'tabular-nums',
    'small-caps tabular-nums',
    'common-ligatures',
  ),
  'font-synthesis': fc.constantFrom('none', 'weight', 'weight style', 'style small-caps'),
  'contain-intrinsic-size': fc.constantFrom('none', '10px', 'auto 10px', '10px 20px', 'auto 1px auto 2px'),
};

const written = fc
  .constantFrom(...Object.keys(shorthands))
  .chain((property) => shorthands[property].map((value) => ({ property, value })));

/** What the engine makes of the shorthand, and of our parts one by one. */
async function wrongs({ property, value }: { property: string; value: string }): Promise<string[]> {
  const split = splitShorthand(property, value);
  const shown = await tab.evaluate(
    ({ property, value, parts }) => {
      const boxes = [0, 1].map(() => document.body.appendChild(document.createElement('i')));
      const [one, each] = boxes.map(({ style }) => style);
      one.setProperty(property, value);
      for (const [name, part] of parts) each.setProperty(name, part);
      const [whole, own] = boxes.map((box) => getComputedStyle(box));
      const shown = [...one].map((name) => [name, whole.getPropertyValue(name), own.getPropertyValue(name)]);
      // What is set to an initial value by our parts may not be left over from before either.
      const more = [...each].filter((name) => whole.getPropertyValue(name) !== own.getPropertyValue(name));
      for (const box of boxes) box.remove();
      return one.length
        ? [...shown, ...more.map((name) => [name, whole.getPropertyValue(name), own.getPropertyValue(name)])]
        : undefined;
    },
    { property, value, parts: [...(split ?? [])] },
  );
  // What the engine drops is never taken apart.
  if (!shown) return [];
  note(split ? `split ${property}` : `whole ${property}`);
  if (!split) return process.env.WHOLE ? [`${property}: ${value} is told by the whole`] : [];
  return shown
    .filter(([, whole, own]) => whole !== own)
    .map(([name, whole, own]) => `${property}: ${value} sets ${name}: ${whole}, not ${own || 'nothing'}`);
}

test(
  `${runs} shorthands are taken apart as the engine does it (SEED=${seed})`,
  () => expectNothingFalse(written, runs, wrongs),
  judgeTime,
);
