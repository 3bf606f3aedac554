// Pages that nobody here wrote: open-source widgets' generated markup, saved after their scripts ran.
import { readFileSync } from 'node:fs';
import type { Browser } from 'playwright-core';
import { parsePage, type Page } from 'yelto';

interface Widget {
  readonly sheets: readonly string[];
  readonly script: string;
  readonly markup: string;
  /** Run in the page once the script is loaded. */
  readonly begin: string;
}

const options = Array.from(
  { length: 12 },
  (_, i) => `<option value="${i}"${i === 3 ? ' selected' : ''}>Tool ${i}</option>`,
).join('');
const rows = Array.from(
  { length: 25 },
  (_, i) => `{ id: ${i}, tool: "Ladder ${i}", days: ${i % 7}, late: ${i % 3 === 0} }`,
).join(',');

export const widgets: Readonly<Record<string, Widget>> = {
  calendar: {
    sheets: ['flatpickr/dist/flatpickr.css'],
    script: 'flatpickr/dist/flatpickr.js',
    markup: '<input id="when" placeholder="Due"><input id="range">',
    begin:
      'flatpickr("#when", { inline: true, defaultDate: "2026-10-05", weekNumbers: true }); flatpickr("#range", { mode: "range", inline: true, enableTime: true, defaultDate: ["2026-10-05", "2026-10-09"] })',
  },
  grid: {
    sheets: ['tabulator-tables/dist/css/tabulator.css'],
    script: 'tabulator-tables/dist/js/tabulator.min.js',
    markup: '<div id="grid"></div>',
    begin: `new Promise((done) => new Tabulator("#grid", { data: [${rows}], layout: "fitColumns", pagination: true, paginationSize: 10, selectableRows: true, columns: [{ title: "Tool", field: "tool", headerFilter: true }, { title: "Days", field: "days", formatter: "progress" }, { title: "Late", field: "late", formatter: "tickCross" }] }).on("tableBuilt", done))`,
  },
  slides: {
    sheets: ['swiper/swiper-bundle.css'],
    script: 'swiper/swiper-bundle.min.js',
    markup: `<div class="swiper"><div class="swiper-wrapper">${'<div class="swiper-slide">A tool</div>'.repeat(8)}</div><div class="swiper-pagination"></div><div class="swiper-button-next"></div><div class="swiper-button-prev"></div></div>`,
    begin:
      'new Swiper(".swiper", { slidesPerView: 3, loop: true, pagination: { el: ".swiper-pagination", clickable: true }, navigation: { nextEl: ".swiper-button-next", prevEl: ".swiper-button-prev" } })',
  },
  choices: {
    sheets: ['choices.js/public/assets/styles/base.css', 'choices.js/public/assets/styles/choices.css'],
    script: 'choices.js/public/assets/scripts/choices.js',
    markup: `<select id="one">${options}</select><select id="many" multiple>${options}</select>`,
    begin: 'new Choices("#one"); new Choices("#many", { removeItemButton: true })',
  },
};

const read = (file: string) => readFileSync(`node_modules/${file}`, 'utf8');

/** Runs a widget in the engine and reads its page as a person would save it. */
export async function widgetPage(browser: Browser, name: string, width = 1280): Promise<Page> {
  const { sheets, script, markup, begin } = widgets[name];
  const tab = await browser.newPage({ viewport: { width, height: 800 } });
  try {
    const links = sheets.map((href) => `<link rel="stylesheet" href="${href}">`).join('');
    await tab.setContent(
      `<!DOCTYPE html><html lang="en"><head>${sheets.map((file) => `<style>${read(file)}</style>`).join('')}</head><body><main class="page">${markup}</main></body></html>`,
    );
    await tab.addScriptTag({ content: read(script) });
    await tab.evaluate(begin);
    await tab.waitForTimeout(300);
    const body = await tab.evaluate(() => {
      for (const script of document.querySelectorAll('script')) script.remove();
      return document.body.outerHTML;
    });
    const html = `<!DOCTYPE html><html lang="en"><head>${links}</head>${body}</html>`;
    return parsePage({
      name,
      html,
      sheets: sheets.map((href) => ({ href, css: read(href) })),
      conditions: { width },
    });
  } finally {
    await tab.close();
  }
}
