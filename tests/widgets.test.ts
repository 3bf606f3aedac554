// Widgets' pages: our contests against the engine's winners, and overrides loaded back into the engine.
import type { Browser } from 'playwright-core';
import { writeOverride, YeltoError, type Page, type PageElement } from 'yelto';
import { compareWithEngine, startEngine } from './support/engine.js';
import { runsOr } from './support/judging.js';
import { widgetPage, widgets } from './support/widgets.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const widths = [1280, 600];
/** One for each; all with SITES=all. */
const widthsFor = (name: string) =>
  process.env.SITES === 'all' ? widths : [widths[Object.keys(widgets).indexOf(name) % widths.length]];

describe.each(Object.keys(widgets))('%s', (name) => {
  test.each(widthsFor(name))('has the engine’s winners at %dpx', async (width) => {
    const { compared, differences } = await compareWithEngine(
      browser,
      await widgetPage(browser, name, width),
    );
    expect(differences).toEqual([]);
    expect(compared).toBeGreaterThan(3000);
  });

  test('overrides win in the engine and touch nothing else', async () => {
    const page = await widgetPage(browser, name);
    const inBody = page.elements.filter(({ tag }) => !/^(html|head|link|body|option|path)$/.test(tag));
    const picked = Array.from({ length: runsOr(12) }, (_, i) => inBody[(i * 7919) % inBody.length]);
    const { failures, tried } = await tryOverrides(page, picked);
    expect(failures).toEqual([]);
    expect(tried).toBe(picked.length);
  });
});

/** Writes an override for each element, loads it into the engine, and reads who got the value. */
async function tryOverrides(
  page: Page,
  picked: readonly PageElement[],
): Promise<{ tried: number; failures: string[] }> {
  const failures: string[] = [];
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  let tried = 0;
  try {
    const sheets = page.sheets.map(({ css }) => `<style>${css}</style>`).join('');
    await tab.setContent(
      page.html.replace(/<link[^>]*>/g, '').replace('</head>', `${sheets}<style id="mine"></style></head>`),
    );
    for (const element of picked) {
      const { css, matched, spill, important } = writeOverride(page, {
        at: [element],
        set: { 'outline-color': 'rgb(1, 2, 3)' },
      });
      const hit = await tab.evaluate((css) => {
        document.getElementById('mine')!.textContent = css;
        const all = [...document.body.querySelectorAll('*')];
        return all.flatMap((one, i) => (getComputedStyle(one).outlineColor === 'rgb(1, 2, 3)' ? [i] : []));
      }, css);
      const first = page.elements.findIndex(({ tag }) => tag === 'body') + 1;
      tried++;
      if (
        hit.join() !== matched.map(({ index }) => index - first).join() ||
        spill.length ||
        important.length ||
        !matched.includes(element)
      ) {
        failures.push(`${css.trim()} matched ${matched.length}, spilt ${spill.length}, hit ${hit.length}`);
      }
    }
  } finally {
    await tab.close();
  }
  return { tried, failures };
}

test('a wish that no grammar allows is refused with the reason', async () => {
  const page = await widgetPage(browser, 'calendar');
  expect(() => writeOverride(page, { at: page.select('input').slice(0, 1), set: { color: '12px' } })).toThrow(
    YeltoError,
  );
});
