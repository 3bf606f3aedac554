// Hundreds of random wishes on widgets' pages: every override is loaded into a real engine, where it must win on
// what was meant, touch nothing else, and be important only where nothing less wins.
import type { Browser, Page as Tab } from 'playwright-core';
import { elementOf, prove, writeOverride, type Override, type Page, type Target, type Wish } from 'yelto';
import { startEngine } from './support/engine.js';
import { runsOr } from './support/judging.js';
import { widgetPage, widgets } from './support/widgets.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

/** Property, value as the engine computes it. None of the values stands on any of the pages. */
const wished = [
  ['outline-color', 'rgb(1, 2, 3)'],
  ['margin-left', '13.5px'],
  ['padding-top', '7.25px'],
  ['background-color', 'rgb(3, 2, 1)'],
  ['color', 'rgb(9, 8, 7)'],
  ['letter-spacing', '3.25px'],
  ['z-index', '4321'],
  ['opacity', '0.515625'],
  ['border-top-left-radius', '11.5px'],
  ['text-transform', 'capitalize'],
] as const;
const inherited = new Set(['color', 'letter-spacing', 'text-transform']);
const amount = runsOr(10);

function chooser(seed: number) {
  let state = seed;
  return <T>(list: readonly T[]): T => {
    state = (state * 48271) % 2147483647;
    return list[state % list.length];
  };
}

/** Loads the page into the engine, with a place for the owner's rules before and behind the sheets. */
async function load(page: Page): Promise<Tab> {
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const sheets = page.sheets.map(({ css }) => `<style>${css}</style>`).join('');
  await tab.setContent(
    page.html
      .replace(/<link[^>]*>/g, '')
      .replace(
        '</head>',
        `<style id="before"></style>${sheets}<style id="after"></style><style>* { transition: none !important; animation: none !important }</style></head>`,
      ),
  );
  return tab;
}

/** Places (among the body's elements) at which the engine computes the value. */
function hits(
  tab: Tab,
  where: string,
  css: string,
  [property, value]: readonly [string, string],
  pseudo: string,
) {
  return tab.evaluate(
    ([where, css, property, value, pseudo]) => {
      const style = document.getElementById(where)!;
      style.textContent = css;
      const all = [...document.body.querySelectorAll('*')];
      const found = all.flatMap((one, i) =>
        getComputedStyle(one, pseudo || null).getPropertyValue(property) === value ? [i] : [],
      );
      style.textContent = '';
      return found;
    },
    [where, css, property, value, pseudo],
  );
}

describe.each(Object.keys(widgets))('%s', (name) => {
  test(`${amount} wishes come true and touch nothing else`, async () => {
    const page = await widgetPage(browser, name);
    const tab = await load(page);
    const first = page.elements.findIndex(({ tag }) => tag === 'body') + 1;
    const pick = chooser(name.length * 7919);
    const inBody = page.elements.slice(first).filter(({ tag }) => !/^(option|path|style|script)$/.test(tag));
    const failures: string[] = [];
    for (let i = 0; i < amount; i++) {
      const [property, value] = pick(wished);
      const element = pick(inBody);
      const place = pick(['after', 'before', 'unknown'] as const);
      const wish: Wish = {
        at: [element, ...(pick([true, false, false]) ? [pick(inBody)] : [])],
        set: { [property]: value },
        reach: pick(['only', 'alike'] as const),
        panel: pick([true, false]) ? { place } : undefined,
      };
      const override = writeOverride(page, wish);
      const places = { after: ['after'], before: ['before'], unknown: ['before', 'after'] }[
        wish.panel?.place ?? 'unknown'
      ];
      for (const where of places) {
        const found = await hits(tab, where, override.css, [property, value], '');
        failures.push(
          ...misses(
            override,
            wish,
            found.map((at) => page.elements[at + first]),
          ),
        );
      }
      if (override.important.length && !(await isNeeded(tab, override, [property, value])))
        failures.push(`needless importance: ${override.css}`);
      // What wins may still do nothing, as z-index does on a box that is not positioned.
      const { verdicts } = prove(page, override.css, { panel: wish.panel });
      if (!verdicts.every(({ outcome }) => /^(wins|no-effect)$/.test(outcome)))
        failures.push(`not proven: ${override.css}`);
    }
    await tab.close();
    expect(failures).toEqual([]);
  });

  /** Whether the same rule, as strong as any but not important, falls short in the engine. */
  async function isNeeded(tab: Tab, { css, selector, matched }: Override, wish: readonly [string, string]) {
    const strong = selector
      .split(',\n')
      .map((one) => `${one}:not(#_):not(#_):not(#_)`)
      .join(',');
    const plain = css.replace(selector, strong).replace(/ !important/g, '');
    return (await hits(tab, 'after', plain, wish, '')).length < matched.length;
  }
});

function misses(override: Override, { set, at }: Wish, found: readonly Target[]): string[] {
  const [property] = Object.keys(set);
  const { matched, spill, css } = override;
  const told = css.replace(/\s+/g, ' ');
  const wrong: string[] = [];
  if (!at.every((target) => matched.includes(elementOf(target)))) wrong.push(`${told} leaves a target out`);
  if (spill.length) wrong.push(`${told} spills ${spill.length}`);
  if (!matched.every((one) => found.includes(one))) wrong.push(`${told} does not win everywhere`);
  const extra = found.filter(
    (one) =>
      !matched.includes(elementOf(one)) && !(inherited.has(property) && hasAncestor(elementOf(one), matched)),
  );
  if (extra.length) wrong.push(`${told} reaches ${extra.length} more`);
  return wrong;
}

function hasAncestor(element: ReturnType<typeof elementOf>, among: readonly unknown[]): boolean {
  for (let up = element.parent; up; up = up.parent) if (among.includes(up)) return true;
  return false;
}
