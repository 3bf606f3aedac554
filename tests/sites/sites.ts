// The sites: a loan desk's pages, each styled in a way that real hosted sites use.
import type { SmallSite } from './servers.js';

const body = `<div class="card" id="main"><h2 class="title">Cider press</h2><p class="note">Deposit 20</p><a class="btn" href="#x">Reserve</a></div>
<ul class="row"><li class="item">drill</li><li class="item last">saw</li></ul><div class="card box"><p class="note last">Open Tue to Sat</p></div>`;
const page = (head: string, more = '', inner = body) =>
  `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title>${head}</head><body class="site">${inner}${more}</body></html>`;
const script = (text: string) => `<script>${text}</script>`;

const strong = `.site .card .title { color: navy } .site .note { color: olive; padding-left: 7px } #main .note { font-size: 19px }
.item.last { color: maroon !important } .btn { letter-spacing: 1px } .site .row .item { padding-left: 11px }`;
const inScript = (css: string) =>
  JSON.stringify(
    css
      .split('}')
      .filter((rule) => rule.trim())
      .map((rule) => `${rule.trim()} }`),
  );

export const sites: readonly SmallSite[] = [
  {
    name: 'sheets of another host that the page may not read',
    elsewhere: { '/theme.css': strong },
    answers: (other) => ({ '/': page(`<link rel="stylesheet" href="${other}/theme.css">`) }),
  },
  {
    name: 'a sheet of another host that imports another one',
    elsewhere: { '/theme.css': '@import "more/base.css";\n.note { color: teal }', '/more/base.css': strong },
    answers: (other) => ({
      '/': page(`<link rel="stylesheet" href="${other}/theme.css">`),
    }),
  },
  {
    name: 'a sheet of its own that imports one of another host',
    elsewhere: { '/base.css': strong },
    answers: (other) => ({
      '/': page('<link rel="stylesheet" href="/own.css">'),
      '/own.css': `@import url("${other}/base.css");\n.note { color: teal }`,
    }),
  },
  {
    name: 'rules that a script puts in one by one',
    answers: () => ({
      '/': page(
        '<style id="x">.note { color: teal }</style>',
        script(
          `for (const rule of ${inScript(strong)}) document.querySelector('#x').sheet.insertRule(rule, 0)`,
        ),
      ),
    }),
  },
  {
    name: 'sheets that a script made and adopted, and later others',
    answers: () => ({
      '/': page(
        '<style>.note { color: teal }</style>',
        script(`const make = (css) => { const sheet = new CSSStyleSheet(); sheet.replaceSync(css); return sheet };
          document.adoptedStyleSheets = [make('.note { color: red }')];
          setTimeout(() => { document.adoptedStyleSheets = [make(${JSON.stringify(strong)})] }, 400)`),
      ),
    }),
    settles: 900,
  },
  {
    name: 'boxes that no parser would nest so',
    answers: () => ({
      '/': page(
        `<style>${strong} p > div.item { color: red } table > tr { color: blue }</style>`,
        script(`const add = (into, tag, name) => { const one = document.createElement(tag); one.className = name; one.textContent = name; into.append(one); return one };
          const first = add(document.body, 'p', 'note'); document.body.prepend(first); add(first, 'div', 'item last'); add(first, 'p', 'title');
          const table = add(document.body, 'table', 'card'); table.textContent = ''; document.body.prepend(table); add(table, 'tr', 'row'); const a = add(document.body, 'a', 'btn'); add(a, 'a', 'btn note')`),
      ),
    }),
  },
  {
    name: 'a sheet for print until it is there',
    answers: () => ({
      '/': page(
        `<link rel="stylesheet" href="/late.css" media="print" onload="this.media='all'"><style>.note { color: teal }</style>`,
      ),
      '/late.css': strong,
    }),
    settles: 400,
  },
  {
    name: 'a sheet that comes late',
    answers: () => ({
      '/': page(
        '<style>.note { color: teal }</style>',
        script(
          `setTimeout(() => { const link = document.createElement('link'); link.rel = 'stylesheet'; link.href = '/late.css'; document.head.append(link) }, 500)`,
        ),
      ),
      '/late.css': { body: strong, after: 300 },
    }),
    settles: 1500,
  },
  {
    name: 'sheets switched off and on by script',
    answers: () => ({
      '/': page(
        `<style id="off">.note { color: red !important } .title { color: red !important }</style><link rel="alternate stylesheet" title="dusk" href="/dusk.css"><style>.note { color: teal }</style>`,
        script(`document.querySelector('#off').sheet.disabled = true; document.querySelector('link').sheet ? go() : document.querySelector('link').addEventListener('load', go, { once: true });
          function go() { document.querySelector('link').disabled = true; document.querySelector('link').disabled = false }`),
      ),
      '/dusk.css': strong,
    }),
    settles: 500,
  },
  {
    name: 'declarations that a script changes where they stand',
    answers: () => ({
      '/': page(
        `<style id="x">${strong} .btn { color: red } .title { padding-left: 3px }</style>`,
        script(
          `const { cssRules } = document.querySelector('#x').sheet; for (const rule of [...cssRules]) if (rule.selectorText === '.btn') rule.style.setProperty('color', 'green', 'important'); cssRules[0].selectorText = '.site #main .title'`,
        ),
      ),
    }),
  },
  {
    name: 'components with trees of their own',
    answers: () => ({
      '/': page(
        `<style>${strong} .card ll-lender::part(go) { color: navy } ll-lender { --ll-accent: teal } .note { color: gray } .box > :defined { color: olive } x-none:not(:defined), x-plain:not(:defined) { color: maroon }</style>`,
        script(`const shared = new CSSStyleSheet();
          shared.replaceSync(':host { display: block; letter-spacing: 2px } .note { color: var(--ll-accent); padding-left: 3px } ::slotted(.note) { font-size: 17px; color: red } .item { color: olive !important }');
          customElements.define('ll-lender', class extends HTMLElement {
            constructor() {
              super();
              const root = this.attachShadow({ mode: 'open' });
              root.adoptedStyleSheets = [shared];
              root.innerHTML = '<link rel="stylesheet" href="/lender.css"><style>.btn { padding-left: 9px }</style><div class="box"><p class="note">Deposit</p><slot></slot><a class="btn" part="go" href="#y">Lend</a><ul><li class="item last">drill</li></ul><x-tag><b>new</b></x-tag></div>';
            }
          });
          customElements.define('x-plain', class extends HTMLElement {});
          customElements.define('x-tag', class extends HTMLElement {
            constructor() {
              super();
              const root = this.attachShadow({ mode: 'open' });
              const own = new CSSStyleSheet();
              own.replaceSync('::slotted(b) { color: maroon } i { color: teal } :host(:first-child) { color: red }');
              root.adoptedStyleSheets = [shared, own];
              root.innerHTML = '<i class="note">i</i><slot></slot>';
            }
          });`),
        `${body}<div class="card"><ll-lender class="box"><p class="note">Three metres</p></ll-lender><ll-lender></ll-lender></div><div class="box"><x-plain>a</x-plain><x-none>b</x-none></div>`,
      ),
      '/lender.css':
        '@layer low { .box .note { font-size: 23px } } .box { padding-left: 5px } li { color: red }',
    }),
  },
  {
    name: 'an application that builds itself anew',
    answers: () => ({
      '/': page(
        `<style>${strong}</style>`,
        script(`const show = () => { document.querySelector('#app').innerHTML = ${JSON.stringify(body)} };
          show(); setTimeout(() => { history.pushState({}, '', '/tools'); show() }, 300); setTimeout(show, 600)`),
        '<div class="bar">menu</div><div id="app"></div>',
      ),
    }),
    settles: 1100,
  },
  {
    name: 'a policy that lets nothing be fetched',
    answers: () => ({
      '/': {
        headers: { 'content-security-policy': "default-src 'none'; style-src 'self'; connect-src 'none'" },
        body: page('<link rel="stylesheet" href="/own.css">'),
      },
      '/own.css': strong,
    }),
  },
  {
    name: 'a declaration that a script changes later, with no rule more or less',
    answers: () => ({
      '/': page(
        `<style id="x">${strong} .last { color: red } .title { padding-left: 3px }</style>`,
        script(`setTimeout(() => { const { cssRules } = document.querySelector('#x').sheet;
          for (const rule of cssRules) if (rule.selectorText === '.last' || rule.selectorText === '.title') rule.style.setProperty('color', 'green', 'important') }, 1500)`),
      ),
    }),
    settles: 5000,
  },
  {
    name: 'things that a script moves by itself',
    isHidden: true,
    answers: () => ({
      '/': page(
        `<style>${strong}</style>`,
        script(
          `for (const one of document.querySelectorAll('.note, .item')) one.animate([{ color: 'red', paddingLeft: '1px' }, { color: 'red', paddingLeft: '1px' }], { duration: 1, fill: 'both' })`,
        ),
      ),
    }),
  },
  {
    name: 'an address that leads to another host',
    elsewhere: { '/shop/': page('<link rel="stylesheet" href="look.css">'), '/shop/look.css': strong },
    answers: (other) => ({ '/': { status: 302, headers: { location: `${other}/shop/` } } }),
  },
  {
    name: 'a sheet whose address leads to another host, and an import beside that',
    elsewhere: { '/deep/theme.css': '@import "more.css"; .note { color: teal }', '/deep/more.css': strong },
    answers: (other) => ({
      '/': page('<link rel="stylesheet" href="/own.css">'),
      '/own.css': { status: 301, headers: { location: `${other}/deep/theme.css` } },
    }),
  },
];
