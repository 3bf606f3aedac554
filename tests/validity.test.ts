// Which values a property takes, judged by a real engine on random ones: what people write, and what they slip into.
import fc from 'fast-check';
import type { Browser, Page as Tab } from 'playwright-core';
import { parsePage } from 'yelto';
import { anyDeclaration, isLenient } from './support/any-values.js';
import { startEngine } from './support/engine.js';
import { grown, kept, namesKnown, seedsOf, signBetween, wordOf, type Seeds } from './support/growing.js';
import { standIn } from './support/stand-ins.js';
import { expectNothingFalse, judgeTime, note, runsOr } from './support/judging.js';

let browser: Browser;
let tab: Tab;
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage();
  await tab.setContent('<!DOCTYPE html><p>x</p>');
});
afterAll(() => browser.close());

const { grammar } = parsePage({ name: 'x', html: '' });

type Said = readonly [property: string, value: string];

async function judged(list: Said[]): Promise<string[]> {
  const engine = await tab.evaluate(kept, list);
  return list.flatMap(([property, value], i) => {
    if (isLenient(property, value)) return [];
    const isOurs = !grammar.check(property, value);
    note(engine[i] ? 'kept' : 'dropped');
    return isOurs === engine[i]
      ? []
      : [`${property}: ${value} (the engine ${engine[i] ? 'keeps' : 'drops'} it)`];
  });
}

test(
  'a value is refused where the engine drops it, and nowhere else',
  () => expectNothingFalse(fc.array(anyDeclaration, { minLength: 100, maxLength: 100 }), runsOr(25), judged),
  judgeTime,
);

test(
  'a value with functions that stand for other texts is refused where the engine drops it, and nowhere else',
  () => expectNothingFalse(fc.array(standIn, { minLength: 100, maxLength: 100 }), runsOr(8), judged),
  judgeTime,
);

/** Values of one word or function, of all kinds that engines know. */
const alone =
  `auto none normal inherit stretch fit-content min-content max-content start end center left right both all inline block flex grid
  contents subgrid masonry grid-lanes row column dense wrap nowrap balance pretty stable hidden visible clip scroll smooth contain cover fill
  break-word anywhere keep-all allow-discrete isolate auto-phrase numeric-only match-parent text cap alphabetic trim-both trim-start ruby
  border-box padding-box content-box view-box stroke-box margin-box from-image bevel round scoop notch squircle square legacy baseline
  calc-size(auto,_size) calc-size(fit-content,_size_*_2) calc-size(auto) anchor(top) anchor-size(width) contrast-color(red) light-dark(red,_blue)
  light-dark(url(a),_url(b)) color-mix(in_oklab,_red,_blue) color-mix(red,_blue) alpha(from_red_/_0.5) 10px 50% 2 0 -1px 1s 1deg red url(x) 1fr 2lh
  1rlh 1cap 3dvh 1cqw minmax(0,_1fr) var(--x) --x "x" 1_/_2 attr(data-x_px) random(1px,_2px) random(--x,_1px,_2px) random(1px) random(1px,_2s)
  random(fixed_0.5,_1,_2) progress(1,_0,_2) round(up,_1px,_1px) shape(from_0_0,_line_to_1px_1px) xywh(0_0_1px_1px) rect(0_1px_1px_0) path("M0_0")
  ray(45deg) linear(0,_1) steps(2) view() scroll() cross-fade(url(a),_url(b),_50%) -webkit-cross-fade(url(a),_url(b),_50%) image-set("a"_1x)
  oklch(0.5_0.1_20) rgb(from_red_r_g_b) sibling-index() sibling-count() calc(sibling-index()_*_1px) span_2 first last from-font each-line hanging
  strict loose thin thick under over sideways-lr plaintext manual unicode emoji running paused reverse alternate forwards infinite
  first_baseline last_baseline safe_center unsafe_end anchor-center flow-root math inline-grid ruby-base list-item table run-in most-width
  flip-block no-overflow top block-start span-all inline-start self-start base-select drop border-area text_red if(else:_red) --made(1px)
  inherit(--x) random-item(auto,_red) -webkit-match-parent -webkit-auto -webkit-baseline-middle -webkit-center sideways-right
  vertical-right bounding-box no-clip border padding content before after thin medium url(a)_50%_42% 1_fill_/_2 1px_red
  -webkit-image-set(url(a)_1x,_url(b)_2x) -webkit-gradient(radial,_50%_50%,_0,_50%_50%,_500,_from(red),_to(blue))
  -webkit-gradient(radial,_0_0,_0px,_1_1,_5px,_from(red),_to(blue)) -webkit-gradient(linear,_0_0,_1_100%,_color-stop(.5,_red))
  -webkit-linear-gradient(top,_red,_blue) -webkit-cross-fade(url(a),_url(b),_.5) paint(a) element(#a) image(red)
  -webkit-fill-available -webkit-box -webkit-inline-box -webkit-text -webkit-body -webkit-isolate -webkit-grab -webkit-left
  grab zoom-in reset hand overlay flow run-in visual logical alternate economy`
    .split(/\s+/)
    .map((word) => word.replaceAll('_', ' '));

/** Names that only one maker has had, or that are not settled yet: what they take is not followed so closely. */
const unsettled =
  /^(-webkit-(box-reflect|mask-composite|perspective)|timeline-trigger(-name)?|animation-trigger|overflow-clip-margin)$/;

/** Properties of which a grammar is known; of the rest anything may be theirs. */
const told = async () =>
  (await namesKnown(tab)).filter(
    (name) => !unsettled.test(name) && grammar.check(name, 'nothing-of-the-kind') !== undefined,
  );

test(
  'one word or function alone is taken where the engine takes it, and nowhere else',
  async () => {
    const names = await told();
    expect(names.length).toBeGreaterThan(500);
    const pair = fc.tuple(fc.constantFrom(...names), fc.constantFrom(...alone));
    await expectNothingFalse(fc.array(pair, { minLength: 100, maxLength: 100 }), runsOr(16), judged);
  },
  judgeTime,
);

test(
  'two words of a property are taken where the engine takes them, and nowhere else',
  async () => {
    const pair = fc
      .constantFrom(...(await told()))
      .chain((name) => fc.tuple(fc.constant(name), wordOf(name), signBetween, wordOf(name)))
      .map(([name, first, sign, second]): Said => [name, first + sign + second]);
    const pairs = fc.array(pair, { minLength: 500, maxLength: 500 });
    await expectNothingFalse(pairs, runsOr(12), judged, { isOfMany: true });
  },
  judgeTime,
);

test(
  'values that grow word by word are taken as long as the engine takes them',
  async () => {
    const falsehoods = async (seeds: Seeds) => {
      const wrong: string[] = [];
      await grown(tab, seeds, async (values) => {
        wrong.push(...(await judged(values.map((value): Said => [seeds[0], value]))));
      });
      return wrong;
    };
    await expectNothingFalse(seedsOf(await told()), runsOr(40), falsehoods, { isOfMany: true });
  },
  judgeTime,
);

test('every property that the engine knows is known, whatever release it came with', async () => {
  const known = await namesKnown(tab);
  expect(known.length).toBeGreaterThan(500);
  expect(known.filter((name) => grammar.check(name, 'inherit'))).toEqual([]);
});
