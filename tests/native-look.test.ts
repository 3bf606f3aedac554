// What browsers draw in the way of the device: controls lose that look as soon as a rule of the page speaks of their
// background or border, even where it says the value that they have. What is called idle is not seen in the engine's
// picture; what wins is seen there or in a computed value.
import fc from 'fast-check';
import type { Browser } from 'playwright-core';
import { prove } from 'yelto';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, offsetsIn, pageOf, runsOr, seed } from './support/judging.js';
import { PictureJudge } from './support/pictures.js';

let browser: Browser;
let pictures: PictureJudge;
beforeAll(async () => {
  browser = await startEngine();
  pictures = await PictureJudge.open(browser);
});
afterAll(() => browser.close());

const runs = runsOr(6);

const control = fc.constantFrom(
  ...[
    'text',
    'search',
    'checkbox',
    'radio',
    'range',
    'color',
    'date',
    'file',
    'submit',
    'number',
    'image',
  ].map((type) => `<input type=${type} class=?>`),
  '<button class=?>Saw</button>',
  '<select class=?><option>a</select>',
  '<select class=? multiple><option>a<option>b</select>',
  '<textarea class=?>words</textarea>',
  '<progress class=? value=0.4></progress>',
  '<meter class=? value=0.4></meter>',
  '<p class=?>words</p>',
  '<fieldset class=?>words</fieldset>',
  '<hr class=?>',
  '<details class=?><summary>more</summary>words</details>',
  '<button class=? disabled>Saw</button>',
);
const named = fc
  .tuple(control, fc.constantFrom('x', 'x', '"x y"', 'y'))
  .map(([html, name]) => html.replace('?', name));

/** Mostly what controls have already. */
// prettier-ignore
const ofLook = fc.constantFrom(
  ...['background-image: none', 'background-color: buttonface', 'background-color: field', 'background-color: transparent', 'background: none'],
  ...['background-clip: border-box', 'background-repeat: repeat', 'background-size: auto', 'background-position: 0 0', 'background-attachment: scroll'],
  ...['background-origin: padding-box', 'background-blend-mode: normal', 'border: 2px outset buttonborder', 'border-width: 2px', 'border-width: 1px'],
  ...['border-style: outset', 'border-style: inset', 'border-style: none', 'border-color: buttonborder', 'border-color: light-dark(#767676, #858585)'],
  ...['border-left-width: 2px', 'border-block-start-style: outset', 'border-radius: 0', 'border-top-left-radius: 0', 'border-image: none'],
  ...['border-image-source: none', 'border-image-width: 1', 'box-shadow: none', 'appearance: auto', 'appearance: none', 'padding: 1px 6px', 'color: buttontext'],
  ...['color: fieldtext', 'accent-color: auto', 'border: revert', 'background: revert', 'border: unset', 'background: inherit', 'background-color: unset'],
  ...['border-style: inherit', 'border-radius: 5px', 'border-spacing: 0', 'border-collapse: separate', 'cursor: default', 'background-color: initial !important'],
);
const rule = fc
  .tuple(
    fc.constantFrom('.x', '.y', '.x.y', 'button', 'input', ':is(.x, .y)'),
    fc.array(ofLook, { minLength: 1, maxLength: 2 }),
  )
  .map(([selector, own]) => `${selector} { ${own.join('; ')} }`);
const looks = fc.record({
  body: fc.array(named, { minLength: 1, maxLength: 3 }).map((all) => all.join('\n')),
  sheet: fc.array(rule, { maxLength: 2 }).map((rules) => rules.join('\n')),
  draft: fc.array(rule, { minLength: 1, maxLength: 2 }).map((rules) => rules.join('\n')),
});

test(
  `what is said of ${runs} random controls' looks is what the engine shows (SEED=${seed})`,
  () =>
    expectNothingFalse(looks, runs, async ({ body, sheet, draft }) => {
      const html = `<html lang="en"><head><title>x</title></head><body>${body}</body></html>`;
      const page = pageOf({ html, sheets: [sheet] });
      const offsetOf = offsetsIn(draft);
      await pictures.under(page.conditions);
      const shown = async (css: string) => ({
        picture: await pictures.picture(html, [sheet, css], []),
        values: await pictures.everyValue('.x, .y, button, input'),
      });
      const whole = await shown(draft);
      const wrong: string[] = [];
      for (const { outcome, why, declaration, selector } of prove(page, draft).verdicts) {
        note(outcome);
        const start = offsetOf(declaration);
        const end = start + /^[^;}]*/.exec(draft.slice(start))![0].length;
        const without = await shown(draft.slice(0, start) + draft.slice(end));
        const isSeen = whole.picture !== without.picture;
        const isOther = isSeen || whole.values !== without.values;
        const isTrue = /^(wins|partly)$/.test(outcome) ? isOther : !isSeen;
        const { property, value } = declaration;
        // This engine draws shaded lines of the current colour lighter than those that are said to be of it.
        if (property.endsWith('color') && /outset|inset/.test(sheet + draft)) continue;
        if (!isTrue) wrong.push(`“${property}: ${value}” in “${selector}” is called ${outcome}: ${why}`);
      }
      return wrong;
    }),
  judgeTime,
);
