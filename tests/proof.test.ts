// What a proof says of each way to go wrong, and that what it proposes is right: a remedy that is a rule is proven
// again, a correction is put in place of what was wrong, and in a real engine the rules win or fall as we say.
import type { Browser } from 'playwright-core';
import { contest, parsePage, prove, writeOverride, type Conditions, type Verdict } from 'yelto';
import { startEngine } from './support/engine.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const css = `
  #bar .menu { color: black }
  .card > .card__body .card__title { color: navy }
  .menu.is-open .menu__item { top: 1px }
  .late { color: red }
  @media (max-width: 600px) { .menu .menu__item { letter-spacing: 3px } }`;
const body = `<div id="bar"><ul class="menu"><li class="menu__item first">one</li><li class="menu__item">two</li></ul></div>
  <article class="card"><div class="card__body"><h2 class="card__title" id="lead">x</h2></div></article>`;
const html = `<!DOCTYPE html><style>${css}</style>${body}`;
const page = (markup = html, conditions: Partial<Conditions> = {}) =>
  parsePage({ name: 'page', html: markup, conditions });
const first = (draft: string, markup = html): Verdict => prove(page(markup), draft).verdicts[0];

/** Selectors that miss, and a name that the proposal must hold. */
const misses: readonly (readonly [selector: string, said: RegExp, proposed: string])[] = [
  ['.lead', /is an id on this page, not a class/, '#lead'],
  ['#menu', /is a class on this page, not an id/, '.menu'],
  ['.Menu', /nothing on this page is called \.Menu/, '.menu'],
  ['.menu-item', /nothing on this page is called/, '.menu__item'],
  ['.card__titel', /nothing on this page is called/, '.card__title'],
  ['.card-title', /nothing on this page is called/, '.card__title'],
  ['.card > .card__title', /a box stands between/, '.card .card__title'],
  ['#bar > .menu__item', /a box stands between/, '#bar .menu__item'],
  ['.menu__item .first', /there must be no space/, '.menu__item.first'],
  ['.card.card__title', /a space is missing/, '.card .card__title'],
  ['menu .menu__item', /the dot before the class "menu" is missing/, '.menu .menu__item'],
];

test.each(misses)('%s matches nothing, and what was meant is told', (selector, said, proposed) => {
  const { outcome, why, remedy } = first(`${selector} { z-index: 2; position: relative }`);
  expect(outcome).toBe('matches-nothing');
  expect(why).toMatch(said);
  const [, meant, amount] = /^Write (.*) \(matches (\d+) /.exec(remedy!)!;
  expect(meant).toBe(proposed);
  expect(page().select(meant)).toHaveLength(Number(amount));
});

test('a name that only the sheets know is no slip of the pen', () => {
  expect(first('.late { color: blue }').why).toMatch(
    /nothing on this page has \.late, but the site’s sheets style by it/,
  );
});

/** Broken drafts: the piece at fault with its place, and what the browser still uses of `p { top: 7px }` behind. */
const broken: readonly (readonly [draft: string, place: string, said: RegExp, isLost: boolean])[] = [
  ['.menu { colour: red }', '1:9', /there is no property "colour"/, false],
  ['.menu { color: redd }', '1:9', /"redd" is not a value for "color"/, false],
  ['.menu { transition: color 1s, top 2, left 1s }', '1:9', /"top 2", number 2 in the list, is not a value for "transition"/, false], // prettier-ignore
  ['.menu { will-change: 1px, 2px }', '1:9', /"1px, 2px" is not a value for "will-change"/, false],
  ['.menu { width: 10 }', '1:9', /"10" is not a value/, false],
  ['.menu { width: 10 px }', '1:9', /is not a value/, false],
  ['.menu { color red }', '1:9', /has no colon and value/, false],
  ['.menu { color: red\n  left: 2px }', '1:9', /swallows "left:"/, false],
  ['.menu, { color: red }', '1:7', /a selector is missing/, false],
  ['.menu..x { color: red }', '1:6', /a class name is missing/, false],
  ['.menu:hoover { color: red }', '1:6', /there is no pseudo-class/, false],
  ['// mine\n.menu { color: red }', '1:1', /./, false],
  ['<style>\n.menu { color: red }', '1:1', /./, false],
  ['.menu { content: “x” }', '1:9', /is not a value for "content"/, false],
  ['.menu { color: red', '1:7', /never closed/, true],
  ['.menu { color: rgb(1, 2 }', '1:7', /never closed/, true],
];

test.each(broken)('%s', async (draft, place, said, isLost) => {
  const whole = `${draft}\np { top: 7px }\n`;
  const { ok, verdicts } = prove(page(`${html}<p style="position: relative">y</p>`), whole);
  expect(ok).toBe(false);
  const fault = verdicts.find(({ outcome }) => outcome === 'invalid')!;
  expect(`${fault.declaration.line}:${fault.declaration.column}`).toBe(place);
  expect(fault.why).toMatch(said);
  // The engine uses the last rule exactly where we say that it wins.
  const tab = await browser.newPage();
  await tab.setContent(`${html}<p style="position: relative">y</p>`);
  const top = await tab.evaluate((text) => {
    const style = document.createElement('style');
    style.textContent = text;
    document.head.append(style);
    return getComputedStyle(document.querySelector('p')!).top;
  }, whole);
  await tab.close();
  expect(top === '7px').toBe(!isLost);
  expect(
    verdicts.some(({ declaration, outcome }) => declaration.property === 'top' && outcome === 'wins'),
  ).toBe(!isLost);
});

test('curly quotes make a font of another name', () => {
  const { outcome, remedy } = first('.menu { font-family: “Georgia”, serif }');
  expect([outcome, remedy]).toEqual(['no-effect', 'Use straight quotes: "Georgia", serif']);
});

test('every remedy that is a rule wins when it takes the place of what fell', () => {
  const weak = ['.menu { color: red }', '.card__title { color: red }', '.menu__item { letter-spacing: 9px }'];
  for (const draft of weak) {
    const fallen = prove(page(), draft).verdicts.find(({ outcome }) => /^(loses|partly)$/.test(outcome))!;
    expect(fallen.remedy).toMatch(/^Write: /);
    expect(prove(page(), fallen.remedy!.replace('Write: ', '')).verdicts[0].outcome).not.toMatch(
      /loses|partly/,
    );
  }
});

test('where a rule falls short at some widths only, the width is told', () => {
  const { outcome, why, conditions } = first('.menu__item { letter-spacing: 9px }');
  expect([outcome, conditions.width < 601]).toEqual(['partly', true]);
  expect(why).toMatch(/wins from 601 px up, below that it loses to/);
});

test('what stands under a container query is proven box by box, and its sizes hold for their window alone', () => {
  const markup = `<!DOCTYPE html><style>.box { container-type: inline-size } p { color: black } @container (min-width: 300px) { .box p { color: navy } }</style>
    <div class="box" id="wide"><p>a</p></div><div class="box" id="thin"><p>b</p></div>`;
  const containers = [
    { selector: '#wide', width: 400 },
    { selector: '#thin', width: 200 },
  ];
  const read = page(markup, { containers });
  const [wide, thin] = read.select('p');
  expect([wide, thin].map((one) => contest(read, one, 'color').entries.length)).toEqual([2, 1]);
  const { outcome, why } = prove(read, 'p { color: teal }', { widths: [1280] }).verdicts[0];
  expect([outcome, why]).toEqual([
    'partly',
    expect.stringMatching(/wins on 1 element, but on 1 more it loses/),
  ]);
  const narrower = read.under({ width: 900 });
  expect(contest(narrower, narrower.select('p')[1], 'color').entries[0].dependsOn).toBe('(min-width: 300px)');
});

test('animations: one under a media query, one of no time that keeps its last values', async () => {
  const markup = `<!DOCTYPE html><style>p { color: black; animation: a 1s infinite } b { color: black; animation: c 0s forwards }
    @media (max-width: 500px) { @keyframes a { from, to { color: red } } } @keyframes c { to { color: red } }</style><p>x</p><b>y</b>`;
  const animated = (width: number, selector: string) => {
    const read = page(markup, {}).under({ width });
    return contest(read, read.select(selector)[0], 'color').animatedBy?.lasting ?? false;
  };
  const tab = await browser.newPage();
  for (const width of [900, 400]) {
    await tab.setViewportSize({ width, height: 600 });
    await tab.setContent(markup);
    for (const selector of ['p', 'b']) {
      const colour = await tab.locator(selector).evaluate((one) => getComputedStyle(one).color);
      expect([width, selector, animated(width, selector)]).toEqual([
        width,
        selector,
        colour === 'rgb(255, 0, 0)',
      ]);
    }
  }
  await tab.close();
});

test('a state held on one element stands for its kind on other pages', () => {
  const one = page(
    '<style>.row:hover .cell { color: red }</style><p>z</p><div class="row"><b class="cell">x</b></div>',
  );
  const two = page(
    '<style>.row:hover .cell { color: green }</style><div class="row"><b class="cell">x</b></div>',
  );
  const wish = {
    at: one.select('.cell'),
    set: { color: 'blue' },
    reach: 'alike' as const,
    held: [{ element: one.select('.row')[0], state: ':hover' }],
  };
  const { css, elsewhere } = writeOverride([one, two], wish);
  expect(elsewhere[0].missed).toEqual([]);
  for (const read of [one, two]) expect(prove(read, css).ok).toBe(true);
});
