// npm run bench: speed and memory as ratios within one run, on a page of about 6,000 elements and 18,000 rules
// made from open-source frameworks' sheets and widgets' markup.
import { parse as parseCss } from 'css-tree';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { contests, parsePage, prove, writeOverride } from '../dist/index.js';
import { openPage } from '../dist/node/index.js';
import { componentsRatio } from './bench-components.mjs';
import { startBrowser } from './browser.mjs';
import { chromiumNeeded, ensureBuild, ensurePackages, ensurePrograms } from './setup.mjs';

ensurePackages();
ensureBuild();
ensurePrograms(chromiumNeeded);

const read = (file) => readFileSync(new URL(`../node_modules/${file}`, import.meta.url), 'utf8');
const frameworks = [
  'fomantic-ui-css/semantic.css',
  'uikit/dist/css/uikit.css',
  'bootstrap/dist/css/bootstrap.css',
  'tachyons/css/tachyons.css',
  '@picocss/pico/css/pico.css',
];
const widgets = [
  'tabulator-tables/dist/css/tabulator.css',
  'choices.js/public/assets/styles/choices.css',
  'flatpickr/dist/flatpickr.css',
  'swiper/swiper-bundle.css',
];

/** Markup of the kinds that the sheets are written for, as a page of a shop or a library has them, repeated. */
function block(i) {
  const cells = Array.from(
    { length: 7 },
    (_, d) => `<span class="flatpickr-day${d === i % 7 ? ' selected' : ''}" tabindex="-1">${d}</span>`,
  ).join('');
  return `<section class="section container py-${i % 6} ui segment uk-section pa${i % 5}" id="s${i}"><div class="row ui grid uk-grid g-${i % 5}"><div class="col-md-6 eight wide column uk-width-1-2"><article class="card ui fluid uk-card uk-card-default shadow-sm"><header class="card-header uk-card-header content"><h2 class="card-title ui header uk-card-title f4 lh-title">Tool ${i}</h2></header><div class="card-body content uk-card-body"><p class="card-text text-muted description measure mb-${i % 4}">Words <a href="#" class="link-primary">more</a></p><button class="btn btn-primary ui primary button uk-button" type="button">Reserve</button><ul class="list-group ui list uk-list">${'<li class="list-group-item item d-flex"><a class="nav-link active link dim" href="#">x</a></li>'.repeat(4)}</ul></div></article></div><div class="col-md-6 column"><table class="table table-striped ui celled uk-table collapse"><tbody>${'<tr class="table-row"><td class="has-text-right">a</td><td>b</td></tr>'.repeat(4)}</tbody></table><div class="flatpickr-calendar inline"><div class="dayContainer">${cells}</div></div><form class="form ui uk-form-stacked"><label class="form-label label">L</label><input class="form-control uk-input" type="text"><div class="swiper"><div class="swiper-wrapper"><div class="swiper-slide">s</div></div></div></form></div></div></section>`;
}

function makePage(blocks, copies) {
  const css = [...frameworks, ...widgets].map(read);
  // Further copies under other names: as many rules again, none of them the same.
  const sheets = Array.from({ length: copies }, (_, i) =>
    css.map((text) => (i === 0 ? text : text.replace(/\.([a-z])/gi, `.v${i}$1`))),
  ).flat();
  const links = sheets.map((_, i) => `<link rel="stylesheet" href="/${i}.css">`).join('');
  const html = `<!DOCTYPE html><html lang="en"><head>${links}</head><body>${Array.from({ length: blocks }, (_, i) => block(i)).join('\n')}</body></html>`;
  return { html, sheets };
}

async function serve({ html, sheets }) {
  const server = createServer((request, response) => {
    const sheet = /^\/(\d+)\.css$/.exec(request.url);
    response
      .writeHead(200, { 'content-type': sheet ? 'text/css' : 'text/html' })
      .end(sheet ? sheets[sheet[1]] : html);
  });
  await new Promise((ready) => server.listen(0, '127.0.0.1', ready));
  return { server, address: `http://127.0.0.1:${server.address().port}/` };
}

const median = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)];

async function time(runs, work) {
  const times = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await work(i);
    times.push(performance.now() - start);
  }
  return median(times);
}

/** Milliseconds for which the browser recalculates every element's style, sheets switched off and on. */
async function restyle(browser, address) {
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await tab.goto(address);
  const times = await tab.evaluate(() => {
    const readAll = () => {
      let length = 0;
      for (const element of document.querySelectorAll('*')) length += getComputedStyle(element).color.length;
      return length;
    };
    readAll();
    return Array.from({ length: 5 }, () => {
      for (const sheet of document.styleSheets) sheet.disabled = true;
      readAll();
      const start = performance.now();
      for (const sheet of document.styleSheets) sheet.disabled = false;
      readAll();
      return performance.now() - start;
    });
  });
  await tab.close();
  return median(times);
}

function allContests(page) {
  let entries = 0;
  for (const element of page.elements)
    for (const contest of contests(page, element)) entries += contest.entries.length;
  return entries;
}

async function measure(blocks, copies, browser) {
  const made = makePage(blocks, copies);
  const { server, address } = await serve(made);
  try {
    const bare = await time(3, () => made.sheets.forEach((css) => parseCss(css)));
    let page;
    const open = await time(3, async () => (page = await openPage(address)));
    let entries = 0;
    // A fresh page each time, as a page is solved once.
    const pages = [await openPage(address), await openPage(address), await openPage(address)];
    const solve = await time(3, (i) => (entries = allContests(pages[i])));
    // Another draft each time, as with each key press.
    const draft = (i) => `.card .card-title { color: #12345${i} }\n.table td { padding: ${i + 3}px }\n`;
    prove(page, draft(9));
    const proof = await time(7, (i) => prove(page, draft(i)));
    if (!entries) throw new Error('No contests were found, so there is nothing to measure.');
    const styled = browser ? await restyle(browser, address) : undefined;
    return {
      elements: page.elements.length,
      rules: page.styles.blocks.length,
      size: made.sheets.join('').length,
      bare,
      open,
      solve,
      proof,
      styled,
      entries,
    };
  } finally {
    server.close();
  }
}

/** Peak memory, MiB, of a process that reads the page and works out all contests. */
function memoryOfOne() {
  const child = spawnSync(process.execPath, [fileURLToPath(import.meta.url), '--memory'], {
    encoding: 'utf8',
  });
  return Number(child.stdout) / 1024;
}

if (process.argv.includes('--memory')) {
  const { html, sheets } = makePage(122, 1);
  allContests(
    parsePage({ name: 'page', html, sheets: sheets.map((css, i) => ({ href: `/${i}.css`, css })) }),
  );
  console.log(process.resourceUsage().maxRSS);
  process.exit(0);
}

/** Milliseconds for the first contests of a small page: about 100 elements, one framework's sheet. */
async function smallPage() {
  const css = read('bootstrap/dist/css/bootstrap.css');
  const html = `<!DOCTYPE html><html lang="en"><head><link rel="stylesheet" href="/0.css"></head><body>${block(0)}${block(1)}</body></html>`;
  return time(5, () => allContests(parsePage({ name: 'page', html, sheets: [{ href: '/0.css', css }] })));
}

/** Milliseconds for an override, half and 95 of 100 of them: 300 wishes on a page of about 1,000 elements. */
function wishes() {
  const { html, sheets } = makePage(20, 1);
  const page = parsePage({
    name: 'page',
    html,
    sheets: sheets.map((css, i) => ({ href: `/${i}.css`, css })),
  });
  const sets = [{ color: '#123456' }, { 'padding-left': '13px' }, { border: '2px solid #654321' }];
  const times = Array.from({ length: 300 }, (_, i) => {
    const element = page.elements[20 + ((i * 7919) % (page.elements.length - 20))];
    const start = performance.now();
    writeOverride(page, { at: [element], set: sets[i % 3], reach: i % 2 ? 'only' : 'alike' });
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return { elements: page.elements.length, half: times[150], most: times[285] };
}

const row = (label, value, goal) => console.log(`${label.padEnd(58)} ${value.padStart(10)}   ${goal}`);
const ratio = (a, b) => (a / b).toFixed(2);

const browser = await startBrowser();
// One run first, so that nothing is measured that is compiled for the first time.
await measure(10, 1);
const one = await measure(122, 1, browser);
const small = await smallPage();
const written = wishes();
const memory = memoryOfOne();
const moreElements = await measure(244, 1);
const moreRules = await measure(122, 2);
await browser.close();

console.log(
  `A page of ${one.elements} elements and ${one.rules} rules (${(one.size / 1e6).toFixed(1)} MB of CSS), ${one.entries} entries in all contests\n`,
);
row('open the page, against a bare css-tree parse', `${ratio(one.open, one.bare)} ×`, 'goal: at most 1.5');
row('all contests, against the browser’s restyle', `${ratio(one.solve, one.styled)} ×`, 'goal: at most 1.0');
row(
  '500 components that share 2,000 rules, against no trees',
  `${componentsRatio().toFixed(2)} ×`,
  'goal: at most 1.5',
);
row('prove a draft of two declarations', `${one.proof.toFixed(1)} ms`, 'goal: under 16 ms');
row('open and solve a small page (100 elements, a framework)', `${small.toFixed(0)} ms`, 'goal: under 60 ms');
row(
  `write an override (${written.elements} elements): half, 95 of 100`,
  `${written.half.toFixed(1)}, ${written.most.toFixed(1)} ms`,
  'goal: 10, 50 ms',
);
row('peak memory of a process that does the above', `${memory.toFixed(0)} MiB`, 'goal: under 400 MiB');
row(
  'twice the elements: open, all contests',
  `${ratio(moreElements.open, one.open)} ×, ${ratio(moreElements.solve, one.solve)} ×`,
  'goal: at most 2.2',
);
row(
  'twice the rules: open, all contests',
  `${ratio(moreRules.open, one.open)} ×, ${ratio(moreRules.solve, one.solve)} ×`,
  'goal: at most 2.2',
);
console.log(
  `\nFor scale: bare parse ${one.bare.toFixed(0)} ms, open ${one.open.toFixed(0)} ms, all contests ${one.solve.toFixed(0)} ms, restyle ${one.styled.toFixed(0)} ms`,
);
