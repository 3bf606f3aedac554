// Random wishes for "only this one", judged as a careful engineer would: does the rule win and touch nothing else, is
// it short, does it count places only where it must, and does it still hit what was meant in the next release, where
// rows came, went and changed places and a build made its names anew?
import type { Browser, Page as Tab } from 'playwright-core';
import { writeOverride, type Override, type Page } from 'yelto';
import { openPage } from 'yelto/node';
import { startEngine } from './support/engine.js';
import { judgeTime, runsOr, seed } from './support/judging.js';
import { pagesOfOthers, widgetPage } from './support/widgets.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const amount = runsOr(10);
const demoPages = ['home', 'catalogue', 'tool', 'account', 'news'];
const names = [...pagesOfOthers, ...demoPages];
const wish = { 'outline-color': 'rgb(1, 2, 3)' };

/** What was asked of one page, and what became of it. */
interface Asked {
  readonly page: string;
  readonly override: Override;
  /** Whether some ancestor of the thing, below the body, has a name. */
  readonly isUnderName: boolean;
  /** Whether nothing but its place tells it from some other thing. */
  readonly hasTwin: boolean;
  readonly now: string;
  readonly later: 'hits' | 'misses' | 'gone';
}

async function pageNamed(name: string): Promise<Page> {
  return pagesOfOthers.includes(name) ? widgetPage(browser, name) : openPage(`demo/r14/${name}`);
}

/** Loads a page without its scripts, with a place for the owner's rule behind all sheets. */
async function load(page: Page): Promise<Tab> {
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const sheets = page.sheets.map(({ css }) => `<style>${css}</style>`).join('');
  await tab.setContent(
    page.html
      .replace(/<link[^>]*>|<script[^]*?<\/script>/g, '')
      .replace('</head>', () => `${sheets}<style id="own"></style></head>`),
  );
  return tab;
}

/** Runs in the page: who gets the value now, and whom the selector finds in a release with other rows. */
function ask([css, selector, meant, start]: readonly [string, string, number, number]) {
  const draft = document.getElementById('own')!;
  draft.textContent = css;
  const countable = '*:not(script, link, template)';
  const all = [...document.body.querySelectorAll(countable)];
  const got = all.flatMap((one, i) => (getComputedStyle(one).outlineColor === 'rgb(1, 2, 3)' ? [i] : []));
  draft.textContent = '';

  let state = start;
  const chance = (below: number) => (state = (state * 48271) % 2147483647) % below;
  const next = document.cloneNode(true) as Document;
  const target = [...next.body.querySelectorAll(countable)][meant];
  const isFresh = (name: string) => /^(css|sc)-/.test(name);
  for (const parent of [...next.body.querySelectorAll('*')]) {
    for (const name of [...parent.classList]) if (isFresh(name)) parent.classList.replace(name, `${name}9x`);
    const rows = [...parent.children];
    const like = rows.filter(
      (row) => row.tagName === rows[0].tagName && row.classList[0] === rows[0].classList[0],
    );
    if (like.length < 3 || like.length < rows.length - 1) continue;
    if (chance(2)) {
      // One that is not the target's own: nothing could tell that from its double.
      const added = like.findLast((row) => !row.contains(target))!.cloneNode(true) as Element;
      for (const one of [added, ...added.querySelectorAll('*')])
        for (const attribute of [...one.attributes])
          if (/^(id|data-.*|value|for|href|name|aria-label|title)$/.test(attribute.name))
            attribute.value += '9';
      if (chance(2)) parent.prepend(added);
      else like[like.length - 1].after(added);
    }
    if (chance(2)) like.find((row) => !row.contains(target))?.remove();
    if (chance(3) === 0) for (const row of like.reverse()) parent.append(row);
  }
  for (const attribute of ['data-swiper-slide-index', 'data-item', 'data-index', 'data-id'])
    next.querySelectorAll(`[${attribute}]`).forEach((one, i) => one.setAttribute(attribute, String(i)));
  const found = [...next.querySelectorAll(selector)];
  // Whether some other thing is the same in all but its place, its text and its state: then only counting can tell.
  const changing =
    /^(style|d|[xyr][12]?|c[xy]|points|width|height|tabindex|bgcolor|title|alt|align|id|aria-(?!controls).*|data-(.*-)?(index|id|item|value|max|min))$/;
  const own = (one: Element) =>
    [...one.attributes]
      .filter(({ name }) => !changing.test(name))
      .map(({ name, value }) =>
        name === 'class'
          ? value.replace(/\S*(odd|even|first|last|active|current|css-)\S*|\s+/g, '')
          : name + value,
      )
      .filter(Boolean)
      .concat(one.tagName)
      .join();
  const whole = (one: Element): string => own(one) + [...one.children].map(whole).join();
  const chain = (one: Element | null): string =>
    one && one.tagName !== 'BODY' ? `${chain(one.parentElement)}>${own(one)}` : '';
  const boxes = (one: Element | null): string =>
    one && one.tagName !== 'BODY' ? `${boxes(one.parentElement)}|${whole(one)}` : '';
  const [ownChain, ownBoxes] = [chain(all[meant]), boxes(all[meant])];
  const hasTwin = all.some((one, i) => i !== meant && chain(one) === ownChain && boxes(one) === ownBoxes);
  const later = !target.isConnected ? 'gone' : found.length === 1 && found[0] === target ? 'hits' : 'misses';
  return [got.join() === String(meant) ? 'as meant' : `${got.length} got it`, later, hasTwin] as const;
}

async function askPage(name: string): Promise<Asked[]> {
  const page = await pageNamed(name);
  const tab = await load(page);
  const first = page.elements.findIndex(({ tag }) => tag === 'body') + 1;
  const inBody = page.elements
    .slice(first)
    .filter(({ tag, host }) => !host && !/^(option|path|style|script|link|template)$/.test(tag));
  let state = (seed % 2147483646) + 1;
  const asked: Asked[] = [];
  for (let i = 0; i < amount; i++) {
    state = (state * 48271) % 2147483647;
    const element = inBody[state % inBody.length];
    const override = writeOverride(page, { at: [element], set: wish });
    const counted = page.elements
      .slice(first)
      .filter(({ host, tag }) => !host && !/^(script|link|template)$/.test(tag));
    const [now, later, hasTwin] = await tab.evaluate(ask, [
      override.css,
      override.selector,
      counted.indexOf(element),
      state,
    ] as const);
    let isUnderName = false;
    for (let up = element.parent; up && up.tag !== 'body'; up = up.parent)
      if (up.id || up.classes.length) isUnderName = true;
    asked.push({ page: name, override, isUnderName, now, later, hasTwin });
  }
  await tab.close();
  return asked;
}

const counts = ({ override }: Asked) => /:(nth|first|last|only)-/.test(override.selector);
const warned = ({ override }: Asked) =>
  override.warnings.some((words) => /counting places|doubtful/.test(words));

test(
  `${amount} wishes on each of ${names.length} pages (SEED=${seed})`,
  async () => {
    const asked: Asked[] = [];
    for (const name of names) asked.push(...(await askPage(name)));
    const there = asked.filter(({ later }) => later !== 'gone');
    const lengths = asked.map(({ override }) => override.selector.length).sort((a, b) => a - b);
    const at = (share: number) => lengths[Math.floor((lengths.length - 1) * share)];
    const percent = (some: readonly unknown[], all: readonly unknown[]) =>
      Math.round((1000 * some.length) / all.length) / 10;
    const told = {
      wishes: asked.length,
      counting: percent(asked.filter(counts), asked),
      half: at(0.5),
      '95 of 100': at(0.95),
      stillHit: percent(
        there.filter(({ later }) => later === 'hits'),
        there,
      ),
    };
    console.log(told);
    if (process.env.SHOW)
      console.log(
        [...new Set(asked.map(({ page, override, later }) => `${page} ${later} ${override.selector}`))].join(
          '\n',
        ),
      );
    const say = ({ page, override }: Asked) => `${page}: ${override.selector}`;
    expect(asked.filter(({ now }) => now !== 'as meant').map((one) => `${say(one)}: ${one.now}`)).toEqual([]);
    expect(
      asked
        .filter(({ isUnderName, override }) => isUnderName && /^(html|:root|body)\b/.test(override.selector))
        .map(say),
    ).toEqual([]);
    expect(
      asked.filter(({ override }) => override.important.length || override.spill.length).map(say),
    ).toEqual([]);
    expect(there.filter((one) => one.later === 'misses' && !warned(one)).map(say)).toEqual([]);
    const needlessly = asked.filter((one) => counts(one) && !one.hasTwin).map(say);
    expect(needlessly.length > asked.length / 100 ? needlessly : []).toEqual([]);
    expect(told.stillHit).toBeGreaterThanOrEqual(90);
    expect(told.half).toBeLessThanOrEqual(27);
    expect(told['95 of 100']).toBeLessThanOrEqual(50);
  },
  judgeTime,
);
