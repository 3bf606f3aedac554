// What flow-relative properties come to in every direction of writing (CSS Logical Properties 1 §4), judged by a real
// engine: random declarations, shorthands and longhands, flow-relative and physical, that meet on one box.
import fc from 'fast-check';
import { parsePage } from 'yelto';
import { computedOf } from '../dist/cascade/index.js';
import { computedText } from '../dist/value/index.js';
import { engineTab } from './support/engine-tab.js';
import { around } from './support/surroundings.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();

const pairs = ['margin', 'padding', 'inset', 'scroll-margin', 'scroll-padding'];
const ends = ['inline-start', 'inline-end', 'block-start', 'block-end'];
const sides = ['top', 'right', 'bottom', 'left'];
const physicalName = (family: string, side: string) => (family === 'inset' ? side : `${family}-${side}`);
const size = fc.constantFrom('1px', '2px', '3em', '0', 'var(--four)', 'calc(1px + 1em)');
const line = fc.constantFrom('1px solid red', 'none', '3px dotted', 'thick double blue', 'var(--line)');
const style = fc.constantFrom('solid', 'dotted', 'none');

/** One declaration or another: a property, and a value of its kind. */
const declaration: fc.Arbitrary<string> = fc.oneof(
  fc
    .tuple(
      fc.constantFrom(...pairs),
      fc.constantFrom('inline', 'block'),
      fc.array(size, { minLength: 1, maxLength: 2 }),
    )
    .map(([family, axis, list]) => `${family}-${axis}: ${list.join(' ')}`),
  fc
    .tuple(fc.constantFrom(...pairs), fc.constantFrom(...ends), size)
    .map(([family, end, one]) => `${family}-${end}: ${one}`),
  fc
    .tuple(fc.constantFrom(...pairs), fc.constantFrom(...sides), size)
    .map(([family, side, one]) => `${physicalName(family, side)}: ${one}`),
  fc.tuple(fc.constantFrom('inline', 'block', ...ends), line).map(([end, one]) => `border-${end}: ${one}`),
  fc.tuple(fc.constantFrom(...sides), line).map(([side, one]) => `border-${side}: ${one}`),
  fc
    .tuple(fc.constantFrom('inline', 'block'), fc.array(style, { minLength: 1, maxLength: 2 }))
    .map(([axis, list]) => `border-${axis}-style: ${list.join(' ')}`),
  fc
    .tuple(
      fc.constantFrom('start-start', 'start-end', 'end-start', 'end-end', 'top-left', 'bottom-right'),
      size,
    )
    .map(([corner, one]) => `border-${corner}-radius: ${one}`),
  fc
    .tuple(
      fc.constantFrom('inline-size', 'min-block-size', 'max-inline-size', 'width', 'height', 'min-width'),
      size,
    )
    .map(([name, one]) => `${name}: ${one}`),
  fc
    .tuple(
      fc.constantFrom('overscroll-behavior-inline', 'overscroll-behavior-y'),
      fc.constantFrom('none', 'contain'),
    )
    .map(([name, one]) => `${name}: ${one}`),
  fc
    .constantFrom(...pairs, ...pairs.map((one) => `${one}-inline`), 'border-inline-start')
    .map((name) => `${name}: inherit`),
);

const flow = fc
  .tuple(
    fc.constantFrom('', 'direction: rtl', 'direction: ltr'),
    fc.constantFrom(
      '',
      '',
      'writing-mode: vertical-rl',
      'writing-mode: vertical-lr',
      'writing-mode: sideways-lr',
    ),
  )
  .map((list) => list.filter(Boolean));

/** Rules on a box and on the box around it. */
const trial = fc.record({
  outer: fc.tuple(flow, fc.array(declaration, { maxLength: 3 })),
  inner: fc.tuple(flow, fc.array(declaration, { minLength: 1, maxLength: 5 })),
  rtl: fc.boolean(),
});

const names = [
  ...pairs.flatMap((family) => sides.map((side) => physicalName(family, side))),
  ...sides.flatMap((side) => [`border-${side}-width`, `border-${side}-style`, `border-${side}-color`]),
  ...['top-left', 'top-right', 'bottom-left', 'bottom-right'].map((corner) => `border-${corner}-radius`),
  ...['width', 'height', 'min-width', 'min-height', 'max-width', 'max-height'],
  ...['overscroll-behavior-x', 'overscroll-behavior-y'],
];

test(
  `flow-relative properties come to what the engine makes of them (SEED=${seed})`,
  () =>
    expectNothingFalse(
      fc.array(trial, { minLength: 40, maxLength: 40 }),
      runsOr(4),
      async (trials) => {
        const rule = (selector: string, lists: readonly (readonly string[])[]) =>
          `${selector} { ${lists.flat().join('; ')} }`;
        const css = trials
          .map(({ outer, inner }, i) => `${rule(`.o${i}`, outer)} ${rule(`.i${i}`, inner)}`)
          .join('\n');
        const body = trials
          .map(({ rtl }, i) => `<div class="o${i}"${rtl ? ' dir="rtl"' : ''}><div class="i${i}"></div></div>`)
          .join('');
        // Lines are as thick as they are said to be.
        const html = `<!DOCTYPE html><style>:root { --four: 4px; --line: 5px solid blue }\n${css}</style><body>${body}`;
        await tab().setContent(html);
        const engine = await tab().evaluate(
          (asked) =>
            [...document.querySelectorAll('body div')].map((element) =>
              asked.map((name) =>
                /color|border.*width|^min-/.test(name)
                  ? getComputedStyle(element).getPropertyValue(name)
                  : element.computedStyleMap().getAll(name).map(String).join(' '),
              ),
            ),
          names,
        );
        const page = parsePage({ name: 'x', html });
        return page.select('body div').flatMap((element, e) =>
          names.flatMap((name, n) => {
            note('values');
            const theirs = computedText(name, engine[e][n], around);
            const ours = computedOf(page, element, name);
            return ours === theirs
              ? []
              : [`${name}: ${ours}, the engine ${theirs} of ${JSON.stringify(trials[e >> 1])}`];
          }),
        );
      },
      { isOfMany: true },
    ),
  judgeTime,
);
