// What elements have by themselves: our table of the browser's own sheet, compared with a real engine's computed values
// for every element that pages use.
import type { Browser } from 'playwright-core';
import { parsePage } from 'yelto';
import { computedOf } from '../dist/cascade/index.js';
import { computedText } from '../dist/value/index.js';
import { startEngine } from './support/engine.js';
import { around } from './support/surroundings.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const tags =
  'a abbr address article aside audio b bdi bdo blockquote button canvas center cite code dd del details dfn dialog div dl dt em fieldset figcaption figure footer form h1 h2 h3 h4 h5 h6 header hr i iframe img input ins kbd label legend li main mark menu meter nav object ol optgroup output p pre progress q s samp section select small span strong sub summary sup svg table caption tbody td textarea tfoot th thead tr u ul var video';
const longhands =
  'unicode-bidi font-size resize overflow-wrap user-select object-fit counter-increment text-overflow overflow-clip-margin align-items display position float color background-color font-weight font-style text-align text-transform white-space-collapse text-wrap-mode list-style-type list-style-position margin-top margin-right margin-bottom margin-left padding-top padding-right padding-bottom padding-left border-top-style border-top-width border-top-color box-sizing vertical-align overflow-x overflow-y text-decoration-line cursor letter-spacing line-height border-collapse opacity visibility z-index min-width';

/** Where engines go their own way and nothing of a page's look is told by it. */
const beside = new Set([
  'hr color',
  'meter',
  'progress',
  // Another in each version of the engine.
  'select overflow-x',
  'select overflow-y',
  'select overflow-clip-margin',
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
    caption: ['<table>', '</table>'],
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
      const theirs = computedText(name, engine[t][n], around);
      const ours = computedOf(page, element, name);
      if (theirs !== ours && !beside.has(tag) && !beside.has(`${tag} ${name}`))
        differences.push(`${tag} ${name}: ${ours}, the engine ${theirs}`);
    });
  });
  expect(differences).toEqual([]);
});

test('and so are the boxes that browsers make by themselves', async () => {
  const boxes = '<ul><li id=a>x</li></ul><input id=b placeholder=x><textarea id=b2 placeholder=x></textarea><input id=c type=file><dialog id=d>x</dialog><details id=e open><summary>y</summary>x</details><p id=f>x</p><q id=g>x</q>'; // prettier-ignore
  const of = { a: '::marker', b: '::placeholder', b2: '::placeholder', c: '::file-selector-button', d: '::backdrop', e: '::details-content', f: '::first-letter', g: '::before' }; // prettier-ignore
  const html = `<!DOCTYPE html><html><body>${boxes}</body></html>`;
  const page = parsePage({ name: 'x', html });
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await tab.setContent(html);
  const names = longhands.split(' ');
  const engine = await tab.evaluate(
    ({ of, names }) =>
      of.map(([id, pseudo]) => {
        const element = document.getElementById(id)!;
        if (element instanceof HTMLDialogElement) element.showModal();
        return names.map((name) => getComputedStyle(element, pseudo).getPropertyValue(name));
      }),
    { of: Object.entries(of), names },
  );
  await tab.close();
  const differences = Object.entries(of).flatMap(([id, pseudo], i) =>
    names.flatMap((name, n) => {
      const [element] = page.select(`#${id}`);
      const theirs = computedText(name, engine[i][n], around);
      const ours = computedOf(page, { element, pseudo }, name);
      return ours === theirs ? [] : [`${pseudo} ${name}: ${ours}, the engine ${theirs}`];
    }),
  );
  expect(differences).toEqual([]);
});

const kinds = 'text search email number date time month week datetime-local button submit reset checkbox radio range color file image hidden password url tel'; // prettier-ignore
const controls = [
  ...kinds.split(' ').map((kind) => `<input type=${kind}>`),
  '<button>x</button>',
  '<textarea>x</textarea>',
  '<select><option>x</option></select>',
  '<select multiple><option>x</option></select>',
];
const others =
  '<a href=x>y</a><mark>m</mark><fieldset><legend>l</legend></fieldset><details open><summary>s</summary></details><summary>s</summary><table border=1><tr><td>1</table><table border><tr><td>1</table><table border=0><tr><td>1</table><table border=5><tr><th>1</table><hr><code>c</code><p class=t>x</p>';
const everything = [...controls, ...controls.map((one) => one.replace(/^<\w+/, '$& disabled')), others].join(
  '',
);
const drawn =
  'color background-color border-top-color border-top-style border-top-width padding-top padding-left box-sizing cursor text-align white-space-collapse overflow-x opacity display align-items box-shadow background-image'.split(' '); // prettier-ignore

/** Sheets and heads by which boxes are drawn in light or in dark colours. */
const schemes: readonly (readonly [css: string, head?: string])[] = [
  [''],
  ['html { color-scheme: dark }'],
  ['html { color-scheme: light dark } .b { color-scheme: light }'],
  ['.b { color-scheme: dark }'],
  ['.b { color-scheme: only dark; color: CanvasText; border: 1px solid }'],
  ['.a { color: CanvasText; background: Canvas } .b { color-scheme: dark; background-color: inherit }'],
  ['.a { color-scheme: light dark } .b { color: light-dark(#123, #456); background: light-dark(red, blue) }'],
  ['.a { color-scheme: dark; --ink: CanvasText } .b { color: var(--ink); color-scheme: light }'],
  [
    '.a { color-scheme: dark } .t { box-shadow: 0 0 1px light-dark(red, Canvas); background-image: linear-gradient(Canvas, red) }',
  ],
  ['.a { color-scheme: dark } .b { color: initial }'],
  ['.b { color-scheme: shelf dark }'],
  ['.b { color-scheme: shelf }'],
  ['', '<meta name="color-scheme" content="dark light">'],
  ['', '<meta name="color-scheme" content="dark">'],
  ['.b { color-scheme: normal }', '<meta name="color-scheme" content="dark">'],
];

test.each(['light', 'dark'] as const)(
  'controls of every kind, and all colours, are the engine’s where the person prefers %s ones',
  async (preferred) => {
    const differences: string[] = [];
    for (const [css, head = ''] of schemes) {
      const html = `<!DOCTYPE html><html><head>${head}<style>${css}</style></head><body><div class="a"><div class="b">${everything}</div></div></body></html>`;
      const page = parsePage({ name: 'x', html }).under({
        preferences: { 'prefers-color-scheme': preferred },
      });
      const tab = await browser.newPage({ colorScheme: preferred });
      await tab.setContent(html);
      const engine = await tab.evaluate(
        (names) =>
          [...document.querySelectorAll('*')].map((element) =>
            names.map((name) => getComputedStyle(element).getPropertyValue(name)),
          ),
        drawn,
      );
      await tab.close();
      for (const [i, element] of page.elements.entries())
        for (const [n, name] of drawn.entries()) {
          const [ours, theirs] = [computedOf(page, element, name), computedText(name, engine[i][n], around)];
          const what = `${element.tag} ${element.attributes.get('type') ?? ''} ${element.attributes.has('disabled') ? 'disabled' : ''}`;
          const isOfVersion = name === 'overflow-x' && /^(select|input image)/.test(what);
          if (ours !== theirs && !isOfVersion)
            differences.push(`${css}${head}: ${what} ${name}: ${ours}, the engine ${theirs}`);
        }
    }
    expect(differences).toEqual([]);
  },
);
