// Our contests against a real engine's winners, on markup full of the names that open-source frameworks' sheets know.
import { readFileSync } from 'node:fs';
import type { Browser } from 'playwright-core';
import { parsePage } from 'yelto';
import { compareWithEngine, startEngine } from './support/engine.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

/** Repeatable choice. */
function chooser(seed: number) {
  let state = seed;
  return <T>(list: readonly T[]): T => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return list[Math.floor((state / 2147483648) * list.length)];
  };
}

/** A tree of elements that carry names from the sheet, some of them as a sheet combines them. */
function markupFor(css: string, seed: number, size: number): string {
  const pick = chooser(seed);
  const classes = [...new Set(css.match(/\.-?[a-z_](?:[\w-]|\\.)*/gi))].map((name) =>
    name.slice(1).replaceAll('\\', ''),
  );
  const together = [...new Set(css.match(/(\.-?[a-z_][\w-]*){2,}/gi))].map((names) =>
    names.slice(1).replaceAll('.', ' '),
  );
  const tags =
    'div span a p ul li button input label section article nav table tr td th h1 h2 form textarea details summary code hr small'.split(
      ' ',
    );
  const attributes = [
    '',
    '',
    '',
    ' disabled',
    ' hidden',
    ' type="checkbox" checked',
    ' type="text" placeholder="x"',
    ' href="#"',
    ' role="button"',
    ' aria-current="page"',
    ' style="color: red; margin: 1px"',
    ' dir="rtl"',
    ' data-theme="dark"',
    ' open',
    ' required',
    ' readonly',
  ];
  const open: string[] = [];
  let html = '';
  for (let i = 0; i < size; i++) {
    while (open.length && (open.length > 7 || pick([true, false, false]))) html += `</${open.pop()}>`;
    const tag = pick(tags);
    const names = [pick(classes), pick(classes), pick(together.length ? together : classes)]
      .slice(0, pick([1, 2, 3]))
      .join(' ');
    html += `<${tag} class="${names}"${pick(attributes)}>`;
    if (tag !== 'input' && tag !== 'hr') open.push(tag);
    if (pick([true, false])) html += 'text';
  }
  return `<!DOCTYPE html><html lang="en"><head><link rel="stylesheet" href="all.css"></head><body>${html}</body></html>`;
}

const sheets = [
  'bootstrap/dist/css/bootstrap.css',
  'bulma/css/bulma.css',
  '@picocss/pico/css/pico.css',
  'tabulator-tables/dist/css/tabulator.css',
  'flatpickr/dist/flatpickr.css',
  'swiper/swiper-bundle.css',
  'uikit/dist/css/uikit.css',
  'tachyons/css/tachyons.css',
  'fomantic-ui-css/semantic.css',
];

const widths = [1280, 700, 400];
/** One for each sheet; all with SITES=all. */
const widthsFor = (file: string) =>
  process.env.SITES === 'all' ? widths : [widths[sheets.indexOf(file) % widths.length]];

describe.each(sheets)('%s', (file) => {
  const css = readFileSync(`node_modules/${file}`, 'utf8');
  test.each(widthsFor(file))('has the engine’s winners at %dpx', async (width) => {
    const page = parsePage({
      name: 'page',
      html: markupFor(css, width, 120),
      sheets: [{ href: 'all.css', css }],
      conditions: { width },
    });
    const { compared, differences } = await compareWithEngine(browser, page);
    expect(differences).toEqual([]);
    expect(compared).toBeGreaterThan(1000);
  });
});
