// Values in several notations, of every property: whatever an engine keeps is grown word by word, and two of them are the same where
// it computes the same, and nowhere else.
import { parsePage } from 'yelto';
import { computedOf } from '../dist/cascade/index.js';
import { physicalNames } from '../dist/value/index.js';
import { isLenient } from './support/any-values.js';
import { engineTab } from './support/engine-tab.js';
import { grown, namesKnown, seedsOf, type Seeds } from './support/growing.js';
import { expectNothingFalse, judgeTime, note, runsOr } from './support/judging.js';

const tab = engineTab();
beforeAll(() => tab().setContent('<!DOCTYPE html><p>x</p>'));

/** No element has them, no computed value tells them, or what they come to changes from month to month. */
const isBeside = (name: string) =>
  /^(all|size|page-orientation|overlay|math-depth|(-webkit-)?app-region|ruby-overhang|text-fit|border-image-(width|outset))$/.test(
    name,
  ) ||
  /^(timeline-trigger|animation-(range|trigger)|(view|scroll)-timeline|overflow-clip-margin|contain-intrinsic)/.test(
    name,
  ) ||
  /^-webkit-(perspective-origin-|transform-origin-|border-image$|mask-box-image-(width|outset))/.test(name);

/** Colours and fonts of the system, how thin a line can be, and what this engine alone keeps. */
const isUndecided = (property: string, value: string) =>
  /AccentColor|Highlight|SelectedItem/i.test(value) ||
  (property === 'font' && /^[a-z-]+$/i.test(value)) ||
  (/^font(-style)?$/.test(property) && /oblique/i.test(value)) ||
  (/stroke/.test(property) && /thin/i.test(value)) ||
  (property === 'tab-size' && /^0/.test(value)) ||
  isLenient(property, value);

/** Runs in the page: of each longhand how the values compute, as told and before anything is resolved. */
function asComputed({
  css,
  html,
  property,
  values,
}: {
  css: string;
  html: string;
  property: string;
  values: string[];
}) {
  document.head.innerHTML = `<style>${css}</style>`;
  document.body.innerHTML = html;
  const { style } = document.createElement('p');
  const names = new Set<string>();
  for (const value of values) {
    style.cssText = `${property}: ${value}`;
    for (const name of style) names.add(name);
  }
  const things = [...document.querySelectorAll('i')];
  return [...names].map((name) => ({
    name,
    told: things.map((one) => getComputedStyle(one).getPropertyValue(name)),
    computed: things.map((one) => one.computedStyleMap().getAll(name).map(String).join(' | ')),
  }));
}

const physical = physicalNames({ writingMode: 'horizontal-tb', direction: 'ltr' });

async function falsehoods(seeds: Seeds): Promise<string[]> {
  const [property] = seeds;
  const values = (await grown(tab(), seeds)).filter((value) => !isUndecided(property, value));
  const own = values.map((value, i) => `#t${i} { ${property}: ${value} }`);
  const css = [
    '#all { display: none } i { font-size: 15px; color: #654321; border-style: solid; outline-style: solid; column-rule-style: solid }',
    ...own,
  ].join('\n');
  const html = `<div id="all">${values.map((_, i) => `<i id="t${i}"></i>`).join('')}</div>`;
  const page = parsePage({
    name: 'x',
    html: `<!DOCTYPE html><html><head><style>${css}</style></head><body>${html}</body></html>`,
  });
  const things = page.select('i');
  const wrong: string[] = [];
  for (const { name, told, computed } of await tab().evaluate(asComputed, { css, html, property, values })) {
    const ours = things.map((one) => computedOf(page, one, physical.get(name) ?? name));
    for (let a = 0; a < values.length; a++)
      for (let b = a + 1; b < values.length; b++) {
        const isSame = ours[a] === ours[b];
        note(isSame ? 'same' : 'different');
        if (isSame === (told[a] === told[b]) || (!isSame && computed[a] !== computed[b])) continue;
        wrong.push(
          `${isSame ? 'FALSELY SAME' : 'falsely different'} ${property}, ${name} of ${values[a]} and of ${values[b]}: ${ours[a]} and ${ours[b]}; the engine: ${told[a]} and ${told[b]}`,
        );
      }
  }
  return wrong;
}

test(
  'two values in any notations are the same where the engine computes the same, and nowhere else',
  async () => {
    const { grammar } = parsePage({ name: 'x', html: '' });
    const known = (await namesKnown(tab())).filter(
      (name) => !isBeside(name) && grammar.check(name, 'nothing-of-the-kind') !== undefined,
    );
    await expectNothingFalse(seedsOf(known), runsOr(60), falsehoods, { isOfMany: true });
  },
  judgeTime,
);
