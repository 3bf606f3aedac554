// Whether two values come to the same, judged by a real engine on random pairs: spelt otherwise, with a part left out
// that is there by itself, handed down from a box of another size, or simply another.
import fc from 'fast-check';
import type { Browser, Page as Tab } from 'playwright-core';
import { parsePage, type PageElement } from 'yelto';
import { computedOf } from '../dist/cascade/index.js';
import { physicalNames } from '../dist/value/index.js';
import { anyValue, isLenient, properties } from './support/any-values.js';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr } from './support/judging.js';
import { values } from './support/ordinary-values.js';
import { rarer } from './support/rarer-values.js';
import { respelt } from './support/respelt-functions.js';

let browser: Browser;
let tab: Tab;
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await tab.setContent('<!DOCTYPE html><p>x</p>');
});
afterAll(() => browser.close());

/** The same in another spelling, mostly. */
const speltAnew = (value: string): fc.Arbitrary<string> =>
  fc
    .constantFrom<(text: string) => string>(
      (text) => text,
      (text) => text.toUpperCase(),
      (text) => text.replace(/(?<![\d.])0\.(?=\d)/g, '.'),
      (text) => text.replace(/(?<![\d.])(\d+)(?=[a-z%])/i, '$1.0'),
      (text) => text.replace(/(?<![\w.#])0(?![\w.%])/, '0px'),
      (text) => text.replace(/(?<![\w.#-])(\d+)px/, 'calc($1px)'),
      (text) => text.replace(/"/g, "'"),
      (text) => text.split(' ').reverse().join(' '),
      (text) => `${text} ${text}`,
      (text) => text.split(/ (?![^(]*\)|[^"]*"$)/)[0],
      (text) => text.replace(/, /g, ','),
    )
    .map((change) => change(value));

interface Trial {
  readonly property: string;
  readonly outer: string | undefined;
  readonly values: readonly string[];
}

const oftenWritten = [...new Set([...Object.keys(values), ...Object.keys(rarer)])].filter(
  (name) => !name.startsWith('--') && name !== 'all',
);
const trial: fc.Arbitrary<Trial> = fc
  .oneof(
    { weight: 3, arbitrary: fc.constantFrom(...oftenWritten) },
    { weight: 1, arbitrary: fc.constantFrom(...properties) },
  )
  .chain((property) => {
    const written = [...(values[property] ?? []), ...(rarer[property] ?? [])];
    const value = written.length
      ? fc.oneof({ weight: 3, arbitrary: fc.constantFrom(...written) }, anyValue(property))
      : anyValue(property);
    const two = value.chain((one) => fc.tuple(fc.constant(one), fc.oneof(value, speltAnew(one))));
    const wide = fc.constantFrom('initial', 'inherit', 'unset');
    return fc
      .record({ outer: fc.option(value, { nil: undefined }), two, keyword: wide })
      .map(({ outer, two: both, keyword }) => ({ property, outer, values: [...both, keyword] }));
  });

/** Each trial is a box with four things in it, three of which say something; nothing of it is laid out. */
function markup(trials: readonly Trial[]): { html: string; css: string } {
  const rules = trials.map(({ property, outer, values: inner }, i) => {
    const own = inner.map((value, n) => `#t${i} .v${n} { ${property}: ${value} }`);
    return [outer === undefined ? '' : `#t${i} { ${property}: ${outer} }`, ...own].join('\n');
  });
  const boxes = trials.map(
    (_, i) =>
      `<section id="t${i}"><i class="v0"></i><i class="v1"></i><i class="v2"></i><i class="v3"></i></section>`,
  );
  const fixed =
    '#all { display: none } section { font-size: 20px; color: #123456 } i { font-size: 15px; color: #654321; border-style: solid; outline-style: solid; column-rule-style: solid }';
  return { html: `<div id="all">${boxes.join('')}</div>`, css: `${fixed}\n${rules.join('\n')}` };
}

/** Runs in the page: of each trial, by longhand, how its four things compute: as told, and before anything is resolved. */
function asComputed({ html, css, trials }: { html: string; css: string; trials: readonly Trial[] }) {
  document.head.innerHTML = `<style>${css}</style>`;
  document.body.innerHTML = html;
  return trials.map(({ property, values: written }, i) => {
    const { style } = document.createElement('p');
    const names = new Set<string>();
    const isKept = written.map((value) => {
      style.cssText = `${property}: ${value}`;
      for (const name of style) names.add(name);
      return style.length > 0;
    });
    const things = [...document.querySelectorAll(`#t${i} > i`)];
    return {
      isKept: isKept.every(Boolean),
      longhands: [...names].map((name) => ({
        name,
        told: things.map((one) => getComputedStyle(one).getPropertyValue(name)),
        computed: things.map((one) => one.computedStyleMap().getAll(name).map(String).join(' | ')),
      })),
    };
  });
}

/** Attributes stand for anything, the system's fonts are the system's, and what this engine alone keeps is nobody's value. */
const isUndecided = (property: string, value: string) =>
  (/(?<![\w-])attr\(/i.test(value) && !(property === 'content' && /^attr\(\w+\)$/.test(value))) ||
  // How deep a formula is nested its elements say.
  property === 'math-depth' ||
  // The engine forgets these words where it takes a value back.
  (property === 'text-indent' && /hanging|each-line/i.test(value)) ||
  (property === 'font' && /^(caption|icon|menu|message-box|small-caption|status-bar)$/i.test(value)) ||
  // In some versions of the engine an italic, in others not.
  (/^font(-style)?$/.test(property) && /oblique(?! *\d)|oblique 14deg/i.test(value)) ||
  // How thin a line can be hangs on how dense the screen is.
  (/border|outline|rule/.test(property) && /\.\d|em|pt|q/i.test(value)) ||
  // A colour made from another one is compared as it is written.
  /\(\s*from\s/i.test(value) ||
  isLenient(property, value);

/** The same of functions that may be written in many ways. */
const respeltTrial: fc.Arbitrary<Trial> = fc.constantFrom(...respelt).chain(([names, value]) =>
  fc.record({
    property: fc.constantFrom(...names),
    outer: fc.constant(undefined),
    values: fc.tuple(value, value, value),
  }),
);

const physical = physicalNames({ writingMode: 'horizontal-tb', direction: 'ltr' });

test.each([
  ['values are the same', trial, 12],
  ['functions that may be written in many ways are the same', respeltTrial, 6],
])(
  'two %s where the engine computes the same, and nowhere else',
  (_, trials, usual) =>
    expectNothingFalse(fc.array(trials, { minLength: 40, maxLength: 40 }), runsOr(usual), async (trials) => {
      const { html, css } = markup(trials);
      const page = parsePage({
        name: 'x',
        html: `<!DOCTYPE html><html><head><style>${css}</style></head><body>${html}</body></html>`,
      });
      const wrong: string[] = [];
      const answers = await tab.evaluate(asComputed, { html, css, trials });
      for (const [i, { isKept, longhands }] of answers.entries()) {
        const { property, outer, values: written } = trials[i];
        if (!isKept || [outer ?? '', ...written].some((value) => isUndecided(property, value))) continue;
        const things = page.select(`#t${i} > i`);
        for (const { name, told, computed } of longhands) {
          const ours = things.map((one) => computedOf(page, one, physical.get(name) ?? name));
          // A share of the font's size is told in px, of whatever size each has.
          const shown = name === 'line-height' ? computed : told;
          for (let a = 0; a < 4; a++)
            for (let b = a + 1; b < 4; b++) {
              const isSame = ours[a] === ours[b];
              const isShownSame = shown[a] === shown[b];
              note(isSame ? 'same' : 'different');
              // How wide a letter is the font knows.
              if (!isSame && [ours[a], ours[b]].some((text) => /(em|ch|ex|cap|ic|lh|er|%)\(|cq/.test(text)))
                continue;
              if (isSame ? isShownSame : !isShownSame || computed[a] !== computed[b]) continue;
              wrong.push(
                `${isSame ? 'FALSELY SAME' : 'falsely different'} ${property}, ${name} of ${written[a] ?? '(nothing)'} and of ${written[b] ?? '(nothing)'} in ${outer ?? '(nothing)'}: ${ours[a]} and ${ours[b]}; the engine: ${told[a]} and ${told[b]}`,
              );
            }
        }
      }
      return wrong;
    }),
  judgeTime,
);

const steps = fc.oneof(
  fc.constantFrom('0', '0px', '10px', '-3px', '1em', '50%').chain(
    (one) =>
    fc.constantFrom(`translateX(${one})`, `translate(${one})`, `translate(0, ${one})`, `translate3d(${one}, 0, 0px)`, `translate(${one}, 10px)`, `translateY(${one})`), // prettier-ignore
  ),
  fc.constantFrom('0', '10px', '-3px', '1em').map((one) => `translateZ(${one})`),
  fc.constantFrom('0', '90deg', '0.25turn', '100grad', '-90deg', '30deg', '360deg', '1rad').chain(
    (one) =>
    fc.constantFrom(`rotate(${one})`, `rotateZ(${one})`, `rotateX(${one})`, `rotateY(${one})`, `rotate3d(0, 0, 1, ${one})`, `rotate3d(1, 2, 0, ${one})`, `skewX(${/90deg|turn|grad/.test(one) ? 0 : one})`, `skew(${one === '30deg' ? one : 0})`), // prettier-ignore
  ),
  fc.constantFrom('1', '2', '50%', '0.5', '-1').chain(
    (one) =>
    fc.constantFrom(`scale(${one})`, `scaleX(${one})`, `scaleY(${one})`, `scale(1, ${one})`, `scaleZ(${one})`, `scale3d(${one}, 1, 1)`), // prettier-ignore
  ),
  fc.constantFrom('matrix(1, 0, 0, 1, 0, 0)', 'matrix(0, 1, -1, 0, 0, 0)', 'matrix(2, 0, 0, 2, 10, 0)', 'matrix3d(1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 10, 0, 0, 1)', 'perspective(100px)', 'perspective(none)', 'perspective(0)'), // prettier-ignore
);
const transform = fc.oneof(
  { weight: 12, arbitrary: fc.array(steps, { minLength: 1, maxLength: 3 }).map((list) => list.join(' ')) },
  { weight: 1, arbitrary: fc.constant('none') },
);

test(
  'transformations are the same where they come to the same matrix',
  () =>
    expectNothingFalse(
      fc.array(fc.tuple(transform, transform), { minLength: 100, maxLength: 100 }),
      runsOr(2),
      async (pairs) => {
        const all = pairs.flat();
        const css = all.map((value, i) => `#t${i} { transform: ${value} }`).join('\n');
        const body = all.map((_, i) => `<p id="t${i}"></p>`).join('');
        const html = `<!DOCTYPE html><html><head><style>p { font-size: 10px; width: 40px; height: 70px } ${css}</style></head><body>${body}</body></html>`;
        await tab.setContent(html);
        const asTold = await tab.evaluate(() =>
          [...document.querySelectorAll('p')].map((one) => getComputedStyle(one).transform),
        );
        // What an engine's sine leaves over of a full turn is nothing.
        const told = asTold
          .map((text) => text.replace(/-?\d[.\d]*e-1\d|-0(?=[,)])/g, '0'))
          .map((text) =>
            text.replace(
              /^matrix\((.+), (.+), (.+), (.+), (.+), (.+)\)$/,
              'matrix3d($1, $2, 0, 0, $3, $4, 0, 0, 0, 0, 1, 0, $5, $6, 0, 1)',
            ),
          );
        const page = parsePage({ name: 'x', html });
        const ours = page.select('p').map((one) => computedOf(page, one, 'transform'));
        const wrong: string[] = [];
        for (let a = 0; a < all.length; a++)
          for (let b = a + 1; b < all.length; b++) {
            // Shares are of a box that no text tells the size of.
            const isShare = /%/.test(all[a] + all[b]);
            const isSame = ours[a] === ours[b];
            if (isSame === (told[a] === told[b]) || (isShare && !isSame)) continue;
            wrong.push(
              `${isSame ? 'FALSELY SAME' : 'falsely different'}: ${all[a]} and ${all[b]}: ${told[a]} and ${told[b]}`,
            );
          }
        note('pairs', (all.length * (all.length - 1)) / 2);
        return wrong;
      },
      { isOfMany: true },
    ),
  judgeTime,
);

const families = [
  'monospace',
  'serif',
  'monospace, monospace',
  '"Alder Text", monospace',
  'inherit',
  'MONOSPACE',
  '"monospace"',
  'initial',
];
const sizes = [
  'medium',
  'small',
  'xx-large',
  '1em',
  '120%',
  '13px',
  '1rem',
  '0.8rem',
  'larger',
  'smaller',
  'inherit',
  'initial',
  'calc(1em + 1px)',
  '10pt',
  'max(1em, 12px)',
  '2vw',
];
const nest = fc.array(
  fc.record({
    tag: fc.constantFrom('div', 'code', 'pre', 'small', 'h2', 'textarea', 'b', 'kbd'),
    family: fc.option(fc.constantFrom(...families), { nil: undefined, freq: 2 }),
    size: fc.option(fc.constantFrom(...sizes), { nil: undefined, freq: 2 }),
  }),
  { minLength: 1, maxLength: 5 },
);

const pathOf = (one: PageElement): string =>
  `${one.parent ? pathOf(one.parent) : ''} <${one.tag} ${one.attributes.get('style') ?? ''}>`;

test(
  'sizes are the engine’s where a lone monospace family makes them smaller',
  () =>
    expectNothingFalse(fc.array(nest, { minLength: 30, maxLength: 30 }), runsOr(4), async (nests) => {
      const body = nests
        .map((boxes) => {
          const open = boxes.map(({ tag, family, size }) => {
            const style = `${family ? `font-family: ${family};` : ''}${size ? `font-size: ${size}` : ''}`;
            return `<${tag} style='${style}'>`;
          });
          return (
            open.join('') +
            boxes
              .map(({ tag }) => `</${tag}>`)
              .reverse()
              .join('')
          );
        })
        .join('');
      const html = `<!DOCTYPE html><html><head></head><body>${body}</body></html>`;
      await tab.setContent(html);
      const told = await tab.evaluate(() =>
        [...document.body.querySelectorAll('*')].map((one) => getComputedStyle(one).fontSize),
      );
      const page = parsePage({ name: 'x', html });
      return page.select('body *').flatMap((one, i) => {
        note('sizes');
        const [ours, theirs] = [parseFloat(computedOf(page, one, 'font-size')), parseFloat(told[i])];
        return Math.abs(ours - theirs) < 0.01 ? [] : [`${pathOf(one)}: ${ours}, the engine ${theirs}`];
      });
    }),
  judgeTime,
);
