// Pages in quirks mode (Quirks Mode Standard §3), judged by a real engine: what elements have by themselves there, and
// lengths and colours without their units and hashes.
import fc from 'fast-check';
import { parsePage, prove } from 'yelto';
import { computedOf } from '../dist/cascade/index.js';
import { computedText } from '../dist/value/index.js';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';
import { around } from './support/surroundings.js';

const tab = engineTab();

const tags = 'form img input textarea table td th caption button p ul li h1 center font a div hr pre fieldset'.split(' '); // prettier-ignore
const longhands = 'color font-size font-weight font-style line-height text-align white-space-collapse text-wrap-mode margin-top margin-bottom margin-left box-sizing display padding-left border-top-width font-variant-caps text-indent vertical-align list-style-position'.split(' '); // prettier-ignore

test.each(['<!DOCTYPE html>', ''])(
  'what elements have by themselves after “%s” is the engine’s',
  async (doctype) => {
    const inTable = /^(td|th|caption)$/;
    const boxes = tags.map((tag) => {
      const own = `<${tag} id="t-${tag}">${/^(img|input|hr)$/.test(tag) ? '' : `</${tag}>`}`;
      return inTable.test(tag) ? `<table>${tag === 'caption' ? own : `<tr>${own}</tr>`}</table>` : own;
    });
    const html = `${doctype}<html><body style="color: teal"><div style="color: red; font: italic bold 20px/2 serif; text-align: right; white-space: nowrap">${boxes.join('')}<ul><li id="in">x</ul></div>`;
    await tab().setContent(html);
    const ids = [...tags.map((tag) => `t-${tag}`), 'in'];
    const engine = await tab().evaluate(
      ({ ids, longhands }) =>
        ids.map((id) =>
          longhands.map((name) => {
            const element = document.getElementById(id)!;
            return /color|width/.test(name)
              ? getComputedStyle(element).getPropertyValue(name)
              : String(element.computedStyleMap().get(name));
          }),
        ),
      { ids, longhands },
    );
    const page = parsePage({ name: 'x', html });
    const differences = ids.flatMap((id, i) =>
      longhands.flatMap((name, n) => {
        const ours = computedOf(page, page.select(`#${id}`)[0], name);
        const theirs = computedText(name, engine[i][n], around);
        return ours === theirs ? [] : [`${id} ${name}: ${ours}, the engine ${theirs}`];
      }),
    );
    expect(differences).toEqual([]);
  },
);

const properties = 'width height margin margin-top margin-inline-start padding padding-left border-width border-left-width border border-spacing font-size line-height letter-spacing word-spacing text-indent top inset gap vertical-align max-width min-height border-radius outline-width flex-basis background-position font color background-color border-color border-top-color outline-color background fill text-decoration-color'.split(' '); // prettier-ignore
const piece = fc.constantFrom('10', '-3', '1.5', '0', '4px', 'auto', 'calc(10)', '5%', 'f00', 'abc', '123', '12', '12ab', '123456', '1234567', 'abcd', 'a1b2c3', 'red', '#f00', 'thin', 'solid', 'rgb(1 2 3)', 'serif'); // prettier-ignore
const declaration = fc.tuple(
  fc.constantFrom(...properties),
  fc.array(piece, { minLength: 1, maxLength: 2 }).map((list) => list.join(' ')),
);

test(
  `what a page in quirks mode takes for a value is the engine’s (SEED=${seed})`,
  () =>
    expectNothingFalse(
      fc.array(declaration, { minLength: 100, maxLength: 100 }),
      runsOr(4),
      async (list) => {
        const css = list.map(([property, value], i) => `#x${i} { ${property}: ${value} }`).join('\n');
        await tab().setContent(`<html><style>${css}</style>`);
        const kept = await tab().evaluate(() =>
          [...document.styleSheets[0].cssRules].map((rule) => (rule as CSSStyleRule).style.length > 0),
        );
        const page = parsePage({
          name: 'x',
          html: `<html><body>${list.map((_, i) => `<p id="x${i}">a</p>`).join('')}`,
        });
        const { verdicts } = prove(page, css);
        return list.flatMap(([property, value], i) => {
          note(kept[i] ? 'kept' : 'dropped');
          const isKept = verdicts[i].outcome !== 'invalid';
          return isKept === kept[i]
            ? []
            : [`${property}: ${value} is ${verdicts[i].outcome}, the engine says else`];
        });
      },
      { isOfMany: true },
    ),
  judgeTime,
);

const filled = fc.constantFrom('var(--n)', 'var(--c)', 'var(--p)', 'var(--none, 4)', 'var(--none, abc)', 'env(nobody, 5)', 'env(nobody, f00)', 'calc(var(--p) * 2)', 'calc((1px + var(--p)) * 3)', 'calc((2 * (2px)))', 'rgb(calc(2 * (3)) 4 5)', '6', 'fff', '7px', 'max(1px, (2px * 2))'); // prettier-ignore
const longhandsFilled = ['margin-left', 'padding-top', 'letter-spacing', 'text-indent', 'font-size', 'color', 'background-color', 'border-top-color', 'word-spacing', 'border-spacing', 'outline-color', 'margin']; // prettier-ignore

test(
  `what variables come to in a page in quirks mode is the engine’s (SEED=${seed})`,
  () =>
    expectNothingFalse(
      fc.array(fc.tuple(fc.constantFrom(...longhandsFilled), filled, filled), {
        minLength: 60,
        maxLength: 60,
      }),
      runsOr(2),
      async (list) => {
        const css = list
          .map(
            ([name, value, more], i) =>
              `#x${i} { ${name}: ${name === 'margin' ? `${value} ${more}` : value} }`,
          )
          .join('\n');
        const html = `<html><style>html { --n: 7; --c: 0a0b0c; --p: 3px; color: teal }\n${css}</style><body>${list.map((_, i) => `<p id="x${i}">a</p>`).join('')}`;
        await tab().setContent(html);
        const asked = list.map(([name]) => (name === 'margin' ? 'margin-left' : name));
        const shown = await tab().evaluate(
          (names) =>
            names.map((name, i) =>
              getComputedStyle(document.getElementById(`x${i}`)!).getPropertyValue(name),
            ),
          asked,
        );
        const page = parsePage({ name: 'x', html });
        return asked.flatMap((name, i) => {
          const ours = computedOf(page, page.select(`#x${i}`)[0], name);
          // Lengths of two axes are told as one where they are equal.
          const longhand = name === 'border-spacing' ? '-webkit-border-horizontal-spacing' : name;
          const theirs = computedText(longhand, shown[i].split(/ (?=\d+px)/)[0], around);
          note('filled');
          return ours === theirs ? [] : [`${list[i].join(': ')}: ${ours}, the engine ${theirs}`];
        });
      },
      { isOfMany: true },
    ),
  judgeTime,
);
