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

const cards = ['Drill', 'Ladder', 'Tent', 'Sander', 'Saw']
  .map(
    (tool, i) =>
      `<div><div class="uk-card uk-card-default uk-card-hover"><div class="uk-card-media-top"><img src="/tools/${tool.toLowerCase()}.jpg" alt="${tool}"></div><div class="uk-card-body"><h3 class="uk-card-title">${tool}</h3><p>For ${i + 2} days.</p><a class="uk-button uk-button-text" href="/tools/${tool.toLowerCase()}">Reserve</a></div></div></div>`,
  )
  .join('');

/** Pages made of a framework's parts, with what its scripts add to them. */
const kits: Readonly<Record<string, Widget>> = {
  uikit: {
    sheets: ['uikit/dist/css/uikit.css'],
    script: 'uikit/dist/js/uikit.js',
    markup: `<nav class="uk-navbar-container" uk-navbar><div class="uk-navbar-left"><a class="uk-navbar-item uk-logo" href="/">Toolshed</a><ul class="uk-navbar-nav"><li class="uk-active"><a href="/tools">Tools</a></li><li><a href="#">More</a><div class="uk-navbar-dropdown"><ul class="uk-nav uk-navbar-dropdown-nav"><li><a href="/news">News</a></li><li class="uk-nav-divider"></li><li><a href="/hours">Hours</a></li></ul></div></li></ul></div><div class="uk-navbar-right"><form class="uk-search uk-search-navbar"><span uk-search-icon></span><input class="uk-search-input" type="search" aria-label="Search"></form></div></nav><ul class="uk-tab" uk-tab><li><a href="#">All</a></li><li><a href="#">Garden</a></li><li><a href="#">Kitchen</a></li></ul><div class="uk-child-width-1-3 uk-grid-match" uk-grid>${cards}</div><ul uk-accordion><li class="uk-open"><a class="uk-accordion-title" href>How long?</a><div class="uk-accordion-content"><p>Two weeks.</p></div></li><li><a class="uk-accordion-title" href>How much?</a><div class="uk-accordion-content"><p>A deposit.</p></div></li></ul><div uk-slideshow><div class="uk-position-relative"><div class="uk-slideshow-items"><div><img src="/1.jpg" alt="The shed" uk-cover></div><div><img src="/2.jpg" alt="The street" uk-cover></div></div><a class="uk-position-center-left" href uk-slidenav-previous uk-slideshow-item="previous"></a><a class="uk-position-center-right" href uk-slidenav-next uk-slideshow-item="next"></a></div><ul class="uk-slideshow-nav uk-dotnav"></ul></div><ul class="uk-pagination"><li><a href="?p=1"><span uk-pagination-previous></span></a></li><li><a href="?p=1">1</a></li><li class="uk-active"><span>2</span></li><li><a href="?p=3">3</a></li></ul><div class="uk-alert-warning" uk-alert><a class="uk-alert-close" uk-close></a><p>Closed on Monday.</p></div>`,
    begin: '0',
  },
  bootstrap: {
    sheets: ['bootstrap/dist/css/bootstrap.css'],
    script: 'bootstrap/dist/js/bootstrap.bundle.js',
    markup: `<nav class="navbar navbar-expand-lg bg-body-tertiary"><div class="container-fluid"><a class="navbar-brand" href="/">Toolshed</a><button class="navbar-toggler" type="button" data-bs-toggle="collapse" data-bs-target="#menu" aria-label="Menu"><span class="navbar-toggler-icon"></span></button><div class="collapse navbar-collapse" id="menu"><ul class="navbar-nav me-auto"><li class="nav-item"><a class="nav-link active" href="/">Home</a></li><li class="nav-item"><a class="nav-link" href="/tools">Tools</a></li><li class="nav-item dropdown"><a class="nav-link dropdown-toggle" href="#" data-bs-toggle="dropdown">More</a><ul class="dropdown-menu"><li><a class="dropdown-item" href="/news">News</a></li><li><hr class="dropdown-divider"></li><li><a class="dropdown-item" href="/hours">Hours</a></li></ul></li></ul><form class="d-flex" role="search"><input class="form-control me-2" type="search" placeholder="Search"><button class="btn btn-outline-success" type="submit">Go</button></form></div></div></nav><div id="pictures" class="carousel slide"><div class="carousel-indicators"><button type="button" data-bs-target="#pictures" data-bs-slide-to="0" class="active" aria-label="Slide 1"></button><button type="button" data-bs-target="#pictures" data-bs-slide-to="1" aria-label="Slide 2"></button></div><div class="carousel-inner"><div class="carousel-item active"><img src="/1.jpg" class="d-block w-100" alt="The shed"><div class="carousel-caption"><h5>Tools</h5><p>For a week.</p></div></div><div class="carousel-item"><img src="/2.jpg" class="d-block w-100" alt="The street"><div class="carousel-caption"><h5>Hours</h5><p>Daily.</p></div></div></div><button class="carousel-control-prev" type="button" data-bs-target="#pictures" data-bs-slide="prev"><span class="carousel-control-prev-icon"></span><span class="visually-hidden">Back</span></button></div><div class="accordion" id="questions"><div class="accordion-item"><h2 class="accordion-header"><button class="accordion-button" type="button" data-bs-toggle="collapse" data-bs-target="#long">How long?</button></h2><div id="long" class="accordion-collapse collapse show"><div class="accordion-body"><strong>Two</strong> weeks.</div></div></div><div class="accordion-item"><h2 class="accordion-header"><button class="accordion-button collapsed" type="button" data-bs-toggle="collapse" data-bs-target="#much">How much?</button></h2><div id="much" class="accordion-collapse collapse"><div class="accordion-body">A <code>deposit</code>.</div></div></div></div><form class="row g-3"><div class="col-md-6"><label for="mail" class="form-label">E-mail</label><input type="email" class="form-control" id="mail"><div class="invalid-feedback">Needed.</div></div><div class="col-md-6"><label for="word" class="form-label">Password</label><input type="password" class="form-control" id="word"></div><div class="col-12"><div class="form-check"><input class="form-check-input" type="checkbox" id="stay"><label class="form-check-label" for="stay">Stay</label></div></div><div class="col-12"><button type="submit" class="btn btn-primary">Sign in</button></div></form><nav><ul class="pagination"><li class="page-item disabled"><a class="page-link" href="#">Back</a></li><li class="page-item"><a class="page-link" href="?p=1">1</a></li><li class="page-item active"><a class="page-link" href="?p=2">2</a></li></ul></nav><div class="modal fade" id="ask" tabindex="-1"><div class="modal-dialog"><div class="modal-content"><div class="modal-header"><h5 class="modal-title">Sure?</h5><button type="button" class="btn-close" data-bs-dismiss="modal" aria-label="Close"></button></div><div class="modal-body"><p>It ends.</p></div><div class="modal-footer"><button type="button" class="btn btn-secondary" data-bs-dismiss="modal">No</button><button type="button" class="btn btn-primary">Yes</button></div></div></div></div>`,
    begin: '0',
  },
};

/** All pages that `widgetPage` knows: of widgets and of frameworks' parts. */
export const pagesOfOthers: readonly string[] = [...Object.keys(widgets), ...Object.keys(kits)];

const read = (file: string) => readFileSync(`node_modules/${file}`, 'utf8');

/** Runs a widget in the engine and reads its page as a person would save it. */
export async function widgetPage(browser: Browser, name: string, width = 1280): Promise<Page> {
  const { sheets, script, markup, begin } = widgets[name] ?? kits[name];
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
