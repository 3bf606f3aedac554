// What elements have by themselves: our table of the browser's own sheet, compared with a real engine's computed values
// for every element that pages use.
import type { Browser } from 'playwright-core';
import { parsePage } from 'yelto';
import { computedOf } from '../dist/cascade/index.js';
import { computedText } from '../dist/value/index.js';
import { startEngine } from './support/engine.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const tags =
  'a abbr address article aside b bdi bdo blockquote button canvas center cite code dd del details dfn dialog div dl dt em fieldset figcaption figure footer form h1 h2 h3 h4 h5 h6 header hr i iframe img input ins kbd label legend li main mark menu meter nav ol optgroup output p pre progress q s samp section select small span strong sub summary sup table tbody td textarea tfoot th thead tr u ul var video';
const longhands =
  'align-items display position float color background-color font-weight font-style text-align text-transform white-space-collapse text-wrap-mode list-style-type list-style-position margin-top margin-right margin-bottom margin-left padding-top padding-right padding-bottom padding-left border-top-style border-top-width border-top-color box-sizing vertical-align overflow-x overflow-y text-decoration-line cursor letter-spacing line-height border-collapse opacity visibility z-index min-width';

/** Where engines go their own way and nothing of a page's look is told by it. */
const beside = new Set([
  'hr color',
  'meter',
  'progress',
  // Engines shrink a lone monospace family, whatever the size that is written.
  'pre margin-top',
  'pre margin-bottom',
]);

test('the browser’s own sheet is the engine’s', async () => {
  const wraps: Record<string, [string, string]> = {
    td: ['<table><tbody><tr>', '</table>'],
    th: ['<table><tbody><tr>', '</table>'],
    tr: ['<table><tbody>', '</table>'],
    tbody: ['<table>', '</table>'],
    thead: ['<table>', '</table>'],
    tfoot: ['<table>', '</table>'],
    legend: ['<fieldset>', '</fieldset>'],
    summary: ['<details open>', '</details>'],
    optgroup: ['<select>', '</select>'],
  };
  const body = tags.split(' ').map((tag) => {
    const [open, close] = wraps[tag] ?? ['', ''];
    return `${open}<${tag} id="t-${tag}"${tag === 'a' ? ' href="#x"' : ''}${tag === 'dialog' || tag === 'details' ? ' open' : ''}></${tag}>${close}`;
  });
  const html = `<!DOCTYPE html><html><body>${body.join('\n')}</body></html>`;
  const page = parsePage({ name: 'x', html });
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await tab.setContent(html);
  const engine = await tab.evaluate(
    ({ tags, longhands }) =>
      tags.map((tag) => {
        const element = document.getElementById(`t-${tag}`)!;
        const style = getComputedStyle(element);
        return longhands.map((name) => {
          // Sizes of the layout are left aside where the computed value can be had.
          const typed = element.computedStyleMap().get(name);
          return /color|width/.test(name) ? style.getPropertyValue(name) : String(typed);
        });
      }),
    { tags: tags.split(' '), longhands: longhands.split(' ') },
  );
  await tab.close();
  const differences: string[] = [];
  tags.split(' ').forEach((tag, t) => {
    const [element] = page.select(`#t-${tag}`);
    longhands.split(' ').forEach((name, n) => {
      const around = {
        fontSize: () => 16,
        rootFontSize: () => 16,
        parentWeight: () => 400,
        colour: () => '#000000ff',
        width: 1280,
        height: 800,
      };
      const theirs = computedText(name, engine[t][n], around);
      const ours = computedOf(page, element, name);
      if (theirs !== ours && !beside.has(tag) && !beside.has(`${tag} ${name}`))
        differences.push(`${tag} ${name}: ${ours}, the engine ${theirs}`);
    });
  });
  expect(differences).toEqual([]);
});
