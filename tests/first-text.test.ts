// A judge of first lines and first letters, whose words may stand in boxes further in: what is needless or has no effect
// is not seen in the engine's picture, and what wins is seen there or in a computed value.
import fc from 'fast-check';
import type { Browser } from 'playwright-core';
import { prove } from 'yelto';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, pageOf, runsOr, seed } from './support/judging.js';
import { PictureJudge } from './support/pictures.js';

let browser: Browser;
let pictures: PictureJudge;
beforeAll(async () => {
  browser = await startEngine();
  pictures = await PictureJudge.open(browser);
});
afterAll(() => browser.close());

const runs = runsOr(6);

const words = fc.constantFrom('drill', '“saw', ' ', '');
const tag = fc.constantFrom('h2', 'p', 'b', 'i', 'section', 'li', 'span', 'a');
const { inner } = fc.letrec<{ inner: string }>((tie) => ({
  inner: fc.oneof(
    { maxDepth: 3, withCrossShrink: true },
    words,
    fc.tuple(tag, tie('inner'), tie('inner')).map(([name, a, b]) => `<${name}>${a}${b}</${name}>`),
  ),
}));
const declaration = fc.constantFrom(
  ...['font-weight: 400', 'font-weight: 700', 'font-size: 16px', 'font-size: 2em', 'color: black'],
  ...['color: teal', 'letter-spacing: normal', 'letter-spacing: 4px', 'text-transform: none'],
  ...['text-transform: uppercase', 'font-style: normal', 'font-style: italic', 'background-color: gold'],
  ...[
    'all: revert',
    'all: initial',
    'color: inherit',
    'color: currentcolor',
    'font-size: 1em',
    'font-weight: unset',
  ],
  ...[
    'font-size: 100%',
    'letter-spacing: 0.1em',
    'font-style: revert',
    'font-size: var(--nobody)',
    'color: initial',
  ],
);
const ofBoxes = fc.constantFrom(
  ...['display: block', 'display: inline', 'display: flex', 'display: inline-block', 'display: none'],
  ...['float: left', 'position: absolute', 'display: table-cell', 'display: list-item', 'display: contents'],
);
const rule = fc
  .tuple(tag, fc.array(fc.oneof(declaration, ofBoxes), { minLength: 1, maxLength: 3 }))
  .map(([name, own]) => `${name} { ${own.join('; ')} }`);
const firstText = fc.record({
  body: fc.tuple(inner, inner).map((two) => two.join('')),
  sheet: fc.array(rule, { maxLength: 4 }).map((rules) => rules.join('\n')),
  pseudo: fc.constantFrom('first-line', 'first-letter'),
  declaration,
});

test(
  `what is said of ${runs} random first lines and letters is what the engine shows (SEED=${seed})`,
  () =>
    expectNothingFalse(firstText, runs, async ({ body, sheet, pseudo, declaration: own }) => {
      const html = `<html lang="en"><head><title>x</title></head><body><div class="card">${body}</div></body></html>`;
      const draft = `.card::${pseudo} { ${own} }`;
      const page = pageOf({ html, sheets: [sheet] });
      const [{ outcome, why, conditions }] = prove(page, draft).verdicts;
      note(outcome);
      await pictures.under(conditions);
      const [property] = own.split(':');
      const shown = async (css: string) => ({
        picture: await pictures.picture(html, [sheet, css], []),
        computed: await pictures.computed('.card', `::${pseudo}`, property),
      });
      // That a letter is drawn by itself moves it a little, whatever it takes; and then it tells of the box further in.
      const split = await shown(`.card::${pseudo} { --none: 0 }`);
      const [bare, drafted] = [await shown(''), await shown(draft)];
      const isSeen = split.picture !== drafted.picture;
      const isOther = isSeen || bare.computed !== drafted.computed;
      const isTrue = outcome === 'wins' ? isOther : !isSeen;
      return isTrue ? [] : [`${draft} is called ${outcome}: ${why}`];
    }),
  judgeTime,
);
