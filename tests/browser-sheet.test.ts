// What elements have by themselves: our table of the browser's own sheet, compared with a real engine's computed values
// for every element that pages use.
import type { Browser, Page as Tab } from 'playwright-core';
import { keywordsOf, parsePage } from 'yelto';
import { computedOf } from '../dist/cascade/index.js';
import {
  computedText,
  isInherited,
  longhandNames,
  longhandsOf,
  physicalInSomeFlow,
} from '../dist/value/index.js';
import { answerIn, startEngine } from './support/engine.js';
import { around } from './support/surroundings.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const longhands =
  'unicode-bidi font-size resize overflow-wrap user-select object-fit counter-increment text-overflow overflow-clip-margin align-items display position float color background-color font-weight font-style text-align text-transform white-space-collapse text-wrap-mode list-style-type list-style-position margin-top margin-right margin-bottom margin-left padding-top padding-right padding-bottom padding-left border-top-style border-top-width border-top-color box-sizing vertical-align overflow-x overflow-y text-decoration-line cursor letter-spacing line-height border-collapse opacity visibility z-index min-width';

const usual = 'a abbr acronym address area article aside audio b bdi bdo big blockquote br button canvas center cite code data datalist del details dfn dialog dir div dl em embed fieldset figcaption figure font footer form h1 h2 h3 h4 h5 h6 header hgroup hr i iframe img input ins kbd label link main map mark marquee menu meter nav nobr object ol output p param picture pre progress q rb rp rt ruby s samp search section select slot small source span strike strong style sub summary sup svg table template textarea time track tt u ul var video wbr xmp x-y'.split(' '); // prettier-ignore
const kindsOfInput = 'text search email number date time month week datetime-local button submit reset checkbox radio range color file image hidden password url tel'.split(' '); // prettier-ignore
const shapes = 'a circle clipPath defs desc ellipse filter foreignObject g image line linearGradient marker mask metadata path pattern polygon polyline radialGradient rect stop switch symbol text textPath tspan use view'.split(' '); // prettier-ignore
/** Every kind of element, each with a name of its own. */
const everyElement = [
  ...usual.map((tag) => `<${tag} data-k="${tag}"></${tag}>`),
  ...kindsOfInput.map((kind) => `<input type=${kind} data-k="input ${kind}">`),
  `<svg>${shapes.map((tag) => `<${tag} data-k="drawn ${tag}"></${tag}>`).join('')}</svg>`,
  '<a href=x data-k="link">x</a>',
  '<select multiple data-k="list"></select><select size=3 data-k="lines"></select><select><option data-k=option>x</select><optgroup data-k=optgroup></optgroup>',
  '<table><caption data-k=caption>x</caption><colgroup data-k=colgroup><col data-k=col></colgroup><thead data-k=thead><tr data-k=tr><th data-k=th></th></tr></thead><tbody data-k=tbody><tr><td data-k=td></td></tr></tbody><tfoot data-k=tfoot><tr><td></td></tr></tfoot></table>',
  '<ul><li data-k=li><ul data-k="list of lists"><li><ul data-k="list of lists of lists"></ul></li></ul></li></ul><ol><li><ol data-k="numbers of numbers"></ol></li></ol><dl><dt data-k=dt></dt><dd data-k=dd><dl data-k="terms of terms"></dl></dd></dl>',
  '<details open data-k="open details"><summary data-k="open summary"></summary></details><details><summary data-k="summary within"></summary><summary data-k="second summary"></summary></details>',
  '<fieldset><legend data-k=legend></legend></fieldset><ruby>x<rt data-k="rt within">y</rt></ruby><dialog open data-k="open dialog"></dialog><video controls data-k="video controls"></video><audio controls data-k="audio controls"></audio>',
  ...kindsOfInput.map((kind) => `<input type=${kind} disabled data-k="disabled ${kind}">`),
  '<button disabled data-k="disabled button"></button><textarea disabled data-k="disabled textarea"></textarea><select disabled><option data-k="option within disabled">x<optgroup data-k="optgroup within disabled"></select><select><optgroup disabled data-k="optgroup disabled"><option data-k="option in a disabled group">x</select>',
  '<fieldset disabled data-k="disabled fieldset"><legend><input data-k="input in a legend"></legend><input data-k="input in a disabled fieldset"></fieldset><p hidden data-k=hidden></p><div popover data-k=popover></div><p inert data-k=inert></p><abbr title=x data-k="abbr with title"></abbr><p contenteditable data-k=contenteditable></p>',
  '<p tabindex=0 data-k=tabindex>x</p><p dir=rtl data-k=rtl>x</p><p dir=auto data-k=auto>\u05d0</p><bdi data-k="bdi rtl">\u05d0</bdi><textarea dir=auto data-k="textarea auto">\u05d0</textarea><article><h1 data-k="h1 within">x</h1></article>',
].join('\n');

/** Where engines go their own way, or each version does, and nothing of a page's look is told by it. */
const isBeside = (key: string, name: string) =>
  /^-webkit-(locale|text-decorations-in-effect|line-break)/.test(name) ||
  (/^(select|list|lines)$/.test(key) && /^overflow/.test(name)) ||
  (/^opt/.test(key) && /gap$|^min-/.test(name));
/** What is one property to engines and several to the standard, is written in two ways, or has a name in each direction. */
const isElsewhere = (name: string) =>
  longhandsOf(name).length !== 1 || physicalInSomeFlow(name).length > 1 || /^perspective-origin/.test(name); // prettier-ignore

/** What turns all the rest, is another property under an older name, or what fonts and engines alone tell. */
const isKept =
  /^(-webkit-.*|writing-mode|direction|font-size-adjust|text-emphasis-style|ruby-overhang|ruby-position|list-style-position|text-orientation|text-combine-upright|window-drag)$/;

/** Each inherited longhand with a value that is not its initial one: what an element does not take from its parent shows then. */
async function unusual(tab: Tab): Promise<string> {
  const asked = longhandNames()
    .filter(
      (name) => isInherited(name) && !isElsewhere(name) && !isBesideRules.test(name) && !isKept.test(name),
    )
    // Small letters have a least size.
    .map(
      (name) =>
        [name, [...(name === 'font-size' ? [] : keywordsOf(name)), '30px', '3', 'red', '"x"']] as const,
    );
  const chosen = await answerIn(
    tab,
    (all) =>
      all.flatMap(([name, values]) => {
        const usual = getComputedStyle(document.body).getPropertyValue(name);
        const other = values.find((value) => {
          document.body.style.setProperty(name, value);
          const isOther = getComputedStyle(document.body).getPropertyValue(name) !== usual;
          document.body.removeAttribute('style');
          return isOther;
        });
        return other === undefined ? [] : [`${name}: ${other}`];
      }),
    asked,
  );
  expect(chosen.length).toBeGreaterThan(30);
  return chosen.join('; ');
}

test.each(['usual', 'unusual'] as const)(
  'the browser’s own sheet is the engine’s: every longhand of every element, in %s surroundings',
  async (surroundings) => {
    // What is not laid out has computed values, no used ones.
    const head = '<title data-k=title>x</title><style data-k=style></style><script data-k=script></script><base data-k=base>'; // prettier-ignore
    const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await tab.setContent('<!DOCTYPE html><body>');
    const style = surroundings === 'usual' ? '' : await unusual(tab);
    const html = `<!DOCTYPE html><html hidden data-k=html><head data-k=head>${head}</head><body data-k=body style='${style}'>${everyElement}</body></html>`;
    const page = parsePage({ name: 'x', html });
    await tab.setContent(html);
    const engine = await answerIn(
      tab,
      (selector) =>
        [...document.querySelectorAll<HTMLElement>(selector)].map((element) => {
          const style = getComputedStyle(element);
          return [...style].map((name) => [name, style.getPropertyValue(name)] as const);
        }),
      '[data-k]',
    );
    await tab.close();
    const elements = page.select('[data-k]');
    expect(elements).toHaveLength(engine.length);
    const differences = elements.flatMap((element, at) => {
      const key = element.attributes.get('data-k')!;
      const fontSize = Number.parseFloat(new Map(engine[at]).get('font-size')!);
      return engine[at].flatMap(([name, value]) => {
        if (isBeside(key, name) || isElsewhere(name)) return [];
        const theirs = computedText(name, value, { ...around, fontSize: () => fontSize });
        const ours = computedOf(page, element, name);
        return ours === theirs ? [] : [`${key} ${name}: ${ours}, the engine ${theirs}`];
      });
    });
    expect(differences).toEqual([]);
  },
);

/** Those that count in `@page` alone, that the browser alone sets, and that engines tell under another name. */
const isBesideRules = /^(size|page-orientation|overlay|app-region|math-depth|-webkit-(perspective|transform)-origin-[xyz]|-webkit-(locale|line-break|user-modify))$/; // prettier-ignore
/** What engines do in corners of drawings, ruby and controls, and is not told. */
const isInCorner = (key: string, name: string, value: string) =>
  (/^drawn (text|foreignObject)$/.test(key) && /^(display|column-rule-.*)$/.test(name)) ||
  (key === 'rt within' && name === 'float') ||
  (/^(hr|list|lines)$/.test(key) && value === 'clip') ||
  (/^(code|kbd|samp|pre|tt|xmp|listing|textarea)$/.test(key) && value === 'math');

test('and what an author says changes each longhand of each element where the engine lets it', async () => {
  const html = `<!DOCTYPE html><html hidden data-k=html><head></head><body data-k=body>${everyElement}</body></html>`;
  const page = parsePage({ name: 'x', html });
  const some = ['2px', '3', '0.5', 'red', '10%', '1s', 'url(a.png)', '"x"', 'a', '--a', '10px 20px'];
  const asked = longhandNames()
    .filter((name) => !isElsewhere(name) && !isBesideRules.test(name))
    .map((name) => [name, [...new Set([...keywordsOf(name), ...some])].sort()] as const);
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await tab.setContent(html);
  const choose = (all: typeof asked) => {
    const elements = [...document.querySelectorAll('[data-k]')];
    const sheet = document.head.appendChild(document.createElement('style'));
    const wide = /^(inherit|initial|unset|revert|revert-layer)$/;
    return all.flatMap(([name, values]) => {
      const valid = values.filter((value) => !wide.test(value) && CSS.supports(name, value));
      // Of many words some, from first to last.
      const chosen = valid.filter((_, i) => i % Math.ceil(valid.length / 3) === 0);
      const read = () => elements.map((one) => getComputedStyle(one).getPropertyValue(name));
      sheet.textContent = '';
      const before = read();
      return chosen.map((value) => {
        sheet.textContent = `[data-k] { ${name}: ${value} }`;
        return { name, value, changed: read().map((after, i) => after !== before[i]) };
      });
    });
  };
  const told = await answerIn(tab, choose, asked);
  await tab.close();
  const elements = page.select('[data-k]');
  let compared = 0;
  const differences = told.flatMap(({ name, value, changed }) => {
    const view = page.withDraft(`[data-k] { ${name}: ${value} }`, 'after');
    return elements.flatMap((element, i) => {
      const key = element.attributes.get('data-k')!;
      if (isInCorner(key, name, value)) return [];
      compared++;
      const [before, after] = [computedOf(page, element, name), computedOf(view, element, name)];
      return (before !== after) === changed[i] ? [] : [`${key} { ${name}: ${value} }: ${before} to ${after}`];
    });
  });
  expect(differences).toEqual([]);
  expect(compared).toBeGreaterThan(150_000);
});

test.each(['usual', 'unusual'] as const)(
  'and so are the boxes that browsers make by themselves, in %s surroundings',
  async (surroundings) => {
    const boxes = '<ul><li id=a>x</li></ul><input id=b placeholder=x><textarea id=b2 placeholder=x></textarea><input id=c type=file><dialog id=d>x</dialog><details id=e open><summary>y</summary>x</details><p id=f>x</p><q id=g>x</q>'; // prettier-ignore
    const of = { a: '::marker', b: '::placeholder', b2: '::placeholder', c: '::file-selector-button', d: '::backdrop', e: '::details-content', f: '::first-letter', g: '::before' }; // prettier-ignore
    const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await tab.setContent('<!DOCTYPE html><body>');
    const style = surroundings === 'usual' ? '' : await unusual(tab);
    const html = `<!DOCTYPE html><html><body style='${style}'>${boxes}</body></html>`;
    const page = parsePage({ name: 'x', html });
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
        // What stands behind a dialog that scripts open is shown whatever encloses it.
        if (ours === theirs || (pseudo === '::backdrop' && name === 'visibility')) return [];
        return [`${pseudo} ${name}: ${ours}, the engine ${theirs}`];
      }),
    );
    expect(differences).toEqual([]);
  },
);

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
      const engine = await answerIn(
        tab,
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
