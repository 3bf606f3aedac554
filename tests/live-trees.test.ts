// Shadow trees that only scripts build: closed ones, and ones whose slots scripts fill. A page builds random ones and keeps
// their roots, so that the engine can be asked what everything in them looks like.
import type { Browser } from 'playwright-core';
import fc from 'fast-check';
import { openPage } from 'yelto/node';
import { computedOf } from '../dist/cascade/index.js';
import { startEngine } from './support/engine.js';
import { runsOr, seed } from './support/judging.js';
import { yelto } from './support/cli.js';
import { startSite, type RunningSite } from './sites/servers.js';

/** A component as the page's script builds it. */
interface Built {
  readonly mode: 'open' | 'closed';
  readonly isManual: boolean;
  /** What the rule for each box in the tree says. */
  readonly css: readonly string[];
  /** For each of its children the box that is to show it; −1 for none. */
  readonly shown: readonly number[];
}

const tone = fc.integer({ min: 1, max: 250 }).map((n) => `color: rgb(${n}, ${n}, ${250 - n})`);
const built: fc.Arbitrary<Built> = fc.record({
  mode: fc.constantFrom('open', 'closed'),
  isManual: fc.boolean(),
  css: fc.array(fc.oneof(tone, fc.constant('font-weight: 700')), { minLength: 1, maxLength: 3 }),
  shown: fc.array(fc.integer({ min: -1, max: 2 }), { minLength: 1, maxLength: 3 }),
});
const pages = fc.record({
  components: fc.array(built, { minLength: 1, maxLength: 4 }),
  css: fc.array(
    fc.tuple(fc.constantFrom('ll-box', 'ul', 'li', '.in', 'll-box::part(one)', 'ul::part(one)'), tone),
    {
      maxLength: 5,
    },
  ),
});

/** Runs in the page. */
function build(components: readonly Built[]) {
  const all: Element[] = [];
  const allSlots: HTMLSlotElement[] = [];
  for (const [n, { mode, isManual, css, shown }] of components.entries()) {
    const host = document.body.appendChild(document.createElement('ll-box'));
    const root = host.attachShadow({ mode, slotAssignment: isManual ? 'manual' : 'named' });
    root.innerHTML = `<style>${css.map((one, i) => `.in-${i} { ${one} }`).join(' ')}</style>${css
      .map((_, i) => `<p class="in in-${i}" part="one"><slot name="s${i}"><i>nothing</i></slot></p>`)
      .join('')}`;
    const slots = [...root.querySelectorAll('slot')];
    allSlots.push(...slots);
    const given = new Map<HTMLSlotElement, Element[]>();
    for (const [i, to] of shown.entries()) {
      const child = host.appendChild(document.createElement('li'));
      child.textContent = `${n} ${i}`;
      // What names say is not heeded where scripts give.
      child.slot = `s${isManual ? 0 : to}`;
      const slot = slots[to];
      if (slot) given.set(slot, [...(given.get(slot) ?? []), child]);
    }
    if (isManual) for (const [slot, children] of given) slot.assign(...children);
    all.push(host, ...host.querySelectorAll('*'), ...root.querySelectorAll('p, slot, i'));
  }
  Object.assign(window, {
    // What no slot shows is not told of; some engines have a style for it all the same.
    colours: () => {
      const given = new Set(allSlots.flatMap((slot) => slot.assignedNodes() as Node[]));
      const isShown = (one: Element) =>
        one.localName === 'li'
          ? given.has(one)
          : one.localName !== 'i' || (one.parentElement as HTMLSlotElement).assignedNodes().length === 0;
      return all.filter(isShown).map((one) => `${one.localName} ${getComputedStyle(one).color}`);
    },
  });
}

let browser: Browser;
let site: RunningSite;
beforeAll(async () => {
  browser = await startEngine();
});
afterEach(() => site.close());
afterAll(() => browser.close());

const start = async (script: string, css = '', body = '') => {
  const html = `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><style>${css}</style></head><body>${body}<script>${script}</script></body></html>`;
  site = await startSite({ name: '', answers: () => ({ '/': html }) });
};

const runs = runsOr(2);
test(`${runs} pages of trees that scripts build, closed and filled by hand (SEED=${seed})`, async () => {
  await fc.assert(
    fc.asyncProperty(pages, async ({ components, css }) => {
      const sheet = css.map(([selector, one]) => `${selector} { ${one} }`).join(' ');
      await start(`(${build.toString()})(${JSON.stringify(components)})`, sheet);
      const page = await openPage(site.address, { scripts: true });
      const tab = await browser.newPage();
      await tab.goto(site.address);
      const shown = await tab.evaluate(() => (window as unknown as { colours(): string[] }).colours());
      await tab.close();
      await site.close();
      const ours = page.elements
        .filter(({ tag, index }) => /^(ll-box|li|p|slot|i)$/.test(tag) && page.tree.flatParent[index] >= 0)
        .map((element) => {
          const hex = computedOf(page, element, 'color').slice(1, 7);
          const parts = [0, 2, 4].map((at) => Number.parseInt(hex.slice(at, at + 2), 16));
          return `${element.tag} rgb(${parts.join(', ')})`;
        });
      expect(ours.toSorted()).toEqual(shown.toSorted());
      expect(page.elements.filter(({ isClosed }) => isClosed)).toHaveLength(
        components.filter(({ mode }) => mode === 'closed').length,
      );
    }),
    { seed, numRuns: runs },
  );
}, 1_200_000);

const unruly = `
customElements.define('ll-broken', class extends HTMLElement { constructor() { super(); this.attachShadow({ mode: 'open' }).innerHTML = '<b part="half">half</b>'; throw new Error('no stock') } });
customElements.define('ll-twice', class extends HTMLElement { connectedCallback() { this.attachShadow({ mode: 'closed' }).innerHTML = '<b part="once">once</b>'; this.attachShadow({ mode: 'open' }).innerHTML = '<i>twice</i>' } });
let at = document.querySelector('#deep');
for (let i = 0; i < 200; i++) { const root = at.attachShadow({ mode: i % 2 ? 'closed' : 'open' }); root.innerHTML = '<style>b { color: teal }</style><div part="inner" exportparts="inner"></div>'; at = root.querySelector('div') }
at.innerHTML = '<b>deep down</b>';`;

test('a component that throws, one that attaches twice, trees 200 deep, and a rule that cannot reach', async () => {
  await start(unruly, '', '<ll-broken></ll-broken><ll-twice></ll-twice><div id="deep"></div>');
  const { code, out } = await yelto('survey', site.address);
  expect(code).toBe(0);
  expect(out).toMatch(/ll-broken +1 +parts: half/);
  expect(out).toMatch(/ll-twice +1, closed to scripts +parts: once/);
  const why = await yelto('why', site.address, '--text', 'deep down');
  expect(why).toMatchObject({ code: 0, out: expect.stringContaining('b “deep down”') });
});
