// A live page as the commands read it, on every kind of site: who wins on every element and every longhand is what the
// browser that shows the page says; and a capture reads as the live page did.
import { fileURLToPath } from 'node:url';
import type { Browser } from 'playwright-core';
import { claimsOf, contests, ladder, pseudoOf, type Page } from 'yelto';
import { capturePage, openPage } from 'yelto/node';
import type { LiveClaim } from 'yelto/browser';
import { bundled } from '../support/bundle.js';
import { temporaryFolder } from '../support/cli.js';
import { answerIn, startEngine } from '../support/engine.js';
import { application } from './application.js';
import { componentSites } from './components.js';
import { startSite } from './servers.js';
import { sites } from './sites.js';

let browser: Browser;
/** The part that asks the browser, as a script. */
let checking: string;
beforeAll(async () => {
  browser = await startEngine();
  const from = fileURLToPath(new URL('../../dist/browser/index.js', import.meta.url));
  checking = bundled(
    `import { checkClaims, liveElements } from ${JSON.stringify(from)}; window.checking = { checkClaims, liveElements };`,
  );
});
afterAll(() => browser.close());

/** Who wins what on every element; and of what nobody says on it, though somebody does elsewhere, that nobody does. */
function allClaims(page: Page, everySilent = 1): LiveClaim[] {
  const told = new Map(
    page.elements.flatMap((element) =>
      ladder(page, element)
        .slice(0, 3)
        .filter((one) => one === element || pseudoOf(one))
        .map((target) => [target, contests(page, target)] as const),
    ),
  );
  const longhands = [
    ...new Set([...told.values()].flatMap((all) => all.map(({ property }) => property))),
  ].filter((name) => !name.startsWith('--') && !/^(animation|transition)/.test(name));
  return page.elements.flatMap((element) => {
    const all = told.get(element) ?? [];
    const said = new Set(
      all
        .filter(({ entries }) => entries[0]?.declaration.origin !== 'user-agent')
        .map(({ property }) => property),
    );
    const silent = longhands
      .filter((name, i) => !said.has(name) && (element.index + i) % everySilent === 0)
      .map((name) => ({
        index: element.index,
        pseudo: '',
        property: name,
        value: 'revert',
        longhands: [name],
      }));
    // While a claim is tried nothing may move, so that of transitions themselves nothing can be told.
    const claims = claimsOf(page, all).filter(({ property }) => !/^transition/.test(property));
    return [...claims, ...silent];
  });
}

// What changes long after a page has been still is not what was read.
const still = [...sites, application()].filter(({ isHidden, settles = 0 }) => !isHidden && settles < 3000);

const isOwn = (name: string) => name.startsWith('components');
/** Of what nobody says, on large pages one in so many is asked. */
const asked = [
  ...still
    .map((site, i) => ({ site, isSaved: i % 2 === 0 || isOwn(site.name), width: 1280, everySilent: 1 }))
    // Some of each kind; SITES=all asks about every one.
    .filter(
      ({ site }, i) =>
        process.env.SITES === 'all' || i % 5 === 0 || i === still.length - 1 || isOwn(site.name),
    ),
  ...componentSites().flatMap((site) => [
    { site, isSaved: true, width: 1280, everySilent: 30 },
    { site, isSaved: false, width: 700, everySilent: 30 },
  ]),
].map((one) => ({ ...one, name: one.site.name }));

test.each(asked)(
  'on a site with $name, $width px wide, every winner is the browser’s',
  async ({ site, isSaved, width, everySilent }) => {
    const folder = temporaryFolder();
    const running = await startSite(site);
    const context = await browser.newContext({ viewport: { width, height: 800 }, bypassCSP: true });
    try {
      const tab = await context.newPage();
      await tab.goto(running.address);
      await tab.waitForTimeout((site.settles ?? 0) + 300);
      await tab.evaluate(`(() => { ${checking} })()`);
      const ask = (page: Page) =>
        answerIn(
          tab,
          (claims) => {
            const { checkClaims, liveElements } = (
              window as unknown as { checking: typeof import('yelto/browser') }
            ).checking;
            const elements = liveElements(document);
            const asked = claims.map((claim) => ({ claim, element: elements[claim.index] }));
            const answers = checkClaims(document, asked);
            return {
              elements: elements.length,
              asked: answers.filter((one) => one !== 'unasked').length,
              wrong: answers.flatMap((one, i) =>
                one && one !== 'unasked'
                  ? [{ ...claims[i], ...one, on: elements[claims[i].index].outerHTML.slice(0, 80) }]
                  : [],
              ),
            };
          },
          allClaims(page, everySilent),
        );
      const live = await openPage(running.address, { scripts: true, conditions: { width } });
      const answer = await ask(live);
      expect(answer.elements).toBe(live.elements.length);
      expect(answer.wrong).toEqual([]);
      expect(answer.asked).toBeGreaterThan(live.elements.length);
      if (!isSaved) return;
      await capturePage(running.address, folder.file('saved'));
      const saved = await openPage(folder.file('saved'));
      expect(allClaims(saved)).toEqual(allClaims(live));
      expect(saved.sheets.map(({ label, status }) => [label, status])).toEqual(
        live.sheets.map(({ label, status }) => [label, status]),
      );
    } finally {
      await context.close();
      await running.close();
      folder.remove();
    }
  },
);
