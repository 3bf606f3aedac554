// The two pages that the bench measures, made from open-source frameworks' and widgets' sheets.
import { readFileSync } from 'node:fs';

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
export function block(i) {
  const cells = Array.from(
    { length: 7 },
    (_, d) => `<span class="flatpickr-day${d === i % 7 ? ' selected' : ''}" tabindex="-1">${d}</span>`,
  ).join('');
  return `<section class="section container py-${i % 6} ui segment uk-section pa${i % 5}" id="s${i}"><div class="row ui grid uk-grid g-${i % 5}"><div class="col-md-6 eight wide column uk-width-1-2"><article class="card ui fluid uk-card uk-card-default shadow-sm"><header class="card-header uk-card-header content"><h2 class="card-title ui header uk-card-title f4 lh-title">Tool ${i}</h2></header><div class="card-body content uk-card-body"><p class="card-text text-muted description measure mb-${i % 4}">Words <a href="#" class="link-primary">more</a></p><button class="btn btn-primary ui primary button uk-button" type="button">Reserve</button><ul class="list-group ui list uk-list">${'<li class="list-group-item item d-flex"><a class="nav-link active link dim" href="#">x</a></li>'.repeat(4)}</ul></div></article></div><div class="col-md-6 column"><table class="table table-striped ui celled uk-table collapse"><tbody>${'<tr class="table-row"><td class="has-text-right">a</td><td>b</td></tr>'.repeat(4)}</tbody></table><div class="flatpickr-calendar inline"><div class="dayContainer">${cells}</div></div><form class="form ui uk-form-stacked"><label class="form-label label">L</label><input class="form-control uk-input" type="text"><div class="swiper"><div class="swiper-wrapper"><div class="swiper-slide">s</div></div></div></form></div></div></section>`;
}

/** Further copies of sheets under other names: as many rules again, none of them the same. */
function copied(sheets, copies) {
  return Array.from({ length: copies }, (_, i) =>
    sheets.map((text) => (i === 0 ? text : text.replace(/\.([a-z])/gi, `.v${i}$1`))),
  ).flat();
}

function pageOf(sheets, body) {
  const links = sheets.map((_, i) => `<link rel="stylesheet" href="/${i}.css">`).join('');
  return {
    html: `<!DOCTYPE html><html lang="en"><head>${links}</head><body>${body}</body></html>`,
    sheets,
  };
}

/** Blocks of the same markup: many elements are alike. */
export function repeatedPage(blocks, copies) {
  const body = Array.from({ length: blocks }, (_, i) => block(i)).join('\n');
  return pageOf(copied([...frameworks, ...widgets].map(read), copies), body);
}

/** Such that a parser leaves each where it was put. */
const tags = 'div span section article i b ul li header button label input'.split(' ');

/** A tree of elements with names drawn from the sheets by a seed: few are alike. */
export function drawnPage(
  elements,
  copies,
  seed = 20261126,
  sheets = copied([...frameworks, ...widgets].map(read), copies),
) {
  const names = [...new Set(sheets.join('').match(/\.-?[a-z_][\w-]*/gi))].map((name) => name.slice(1));
  let state = seed;
  const below = (amount) => (state = (state * 48271) % 2147483647) % amount;
  const open = [];
  let body = '';
  for (let i = 0; i < elements; i++) {
    while (open.length > 11 || (open.length && below(5) < 2)) body += `</${open.pop()}>`;
    const tag = tags[below(tags.length)];
    const own = Array.from({ length: 1 + below(4) }, () => names[below(names.length)]).join(' ');
    const id = below(9) === 0 ? ` id="n${i}"` : '';
    body += `<${tag}${id} class="${own}">`;
    if (tag === 'input') continue;
    if (below(3) === 0) body += `text ${i}`;
    open.push(tag);
  }
  while (open.length) body += `</${open.pop()}>`;
  return pageOf(sheets, body);
}

/** A small page: about 100 elements, one framework's sheet. */
export function smallPage() {
  return pageOf([read('bootstrap/dist/css/bootstrap.css')], block(0) + block(1));
}

/** A page of so many elements, names drawn as on the one above, with one framework's sheet and one widget's. */
export function ordinaryPage(elements) {
  const sheets = ['bootstrap/dist/css/bootstrap.css', 'choices.js/public/assets/styles/choices.css'].map(
    read,
  );
  return drawnPage(elements, 1, 20261126, sheets);
}
