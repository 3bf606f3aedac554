// Each condition under which a property has no effect, shown on a page: we say so, and in a real engine the
// picture is the same with and without the declaration. Where a remedy is named, the picture changes with it.
import type { Browser, Page as Tab } from 'playwright-core';
import { parsePage, prove } from 'yelto';
import { startEngine } from './support/engine.js';

let browser: Browser;
let tab: Tab;
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage({ viewport: { width: 420, height: 260 } });
});
afterAll(() => browser.close());

const flex =
  '<div style="display:flex;width:300px;height:120px;background:#eee"><b class="x">one</b><i>two</i></div>';
const oldFlex =
  '<div style="display:-webkit-box;-webkit-box-orient:vertical;width:300px"><p class="x">one or two words</p><p>three</p></div>';
const grid =
  '<div style="display:grid;width:300px;height:120px;background:#eee"><b class="x">one</b><i>two</i></div>';
const line = '<p>before <span class="x" style="background:#fc9">inner text</span> after <i>it</i></p>';
const block =
  '<div class="x" style="background:#fc9;width:200px">some words that stand in a box<i> and more</i></div>';
const table =
  '<table style="background:#eee"><colgroup class="g"><col class="c"></colgroup><thead class="h"><tr class="r"><td class="x">a</td><td>b</td></tr></thead></table>';

const anchored =
  '<p><i style="anchor-name:--of-it">it</i></p><div class="x" style="position-anchor:--of-it;width:90px">beside it</div>';

/** Declaration, markup, selector where it is not `.x`. */
// prettier-ignore
const written: readonly (readonly [declaration: string, html: string, selector?: string])[] = [
  ['width: 300px', line], ['height: 90px', line], ['min-width: 300px', line], ['max-height: 2px', line],
  ['margin-top: 40px', line], ['transform: rotate(20deg)', line], ['overflow-x: hidden', line], ['text-align: right', line],
  ['top: 30px', block], ['left: 30px', line], ['z-index: 4', block],
  ['position-area: bottom', anchored], ['position-anchor: --of-it', '<p><i style="anchor-name:--of-it">it</i></p><div class="x" style="position-area:bottom">beside it</div>'],
  ['position-try-fallbacks: flip-block', anchored], ['position-visibility: always', anchored],
  ['justify-content: end', line], ['justify-content: end', block], ['row-gap: 30px', block], ['align-items: end', block],
  ['flex-direction: column', block], ['flex-wrap: wrap', grid, 'div'], ['flex-grow: 1', grid], ['flex-basis: 200px', block],
  ['order: 3', block], ['align-self: end', block], ['grid-template-columns: 1fr 1fr', flex, 'div'], ['grid-row-start: 3', flex],
  ['float: right', flex], ['clear: both', grid], ['float: right', '<div style="position:relative;height:60px"><b class="x" style="position:absolute">a</b></div>'],
  ['vertical-align: 20px', block], ['vertical-align: top', flex],
  ['text-overflow: ellipsis', block],
  ['text-overflow: ellipsis', '<div class="x" style="width:80px;overflow:hidden">words that wrap here</div>'],
  ['object-fit: cover', block], ['table-layout: fixed', block], ['list-style-type: square', block],
  ['margin-left: 30px', table], ['padding-left: 30px', table, '.r'], ['column-count: 2', flex, 'div'],
  ['align-content: end', flex, 'div'], ['justify-self: end', flex], ['width: 400px', table, '.h'], ['width: 400px', table, '.r'],
  ['height: 80px', table, '.c'], ['border-spacing: 20px', '<table class="x" style="border-collapse:collapse"><tr><td>a<td>b</table>'],
  ['text-decoration-color: red', block], ['border-top-color: red', block], ['border-left-width: 20px', block],
  ['background-size: 10px 10px', block], ['column-rule-style: solid', block], ['column-span: all', block],
  ['column-rule-color: red', '<div class="x" style="columns:2">a<br>b<br>c<br>d</div>'],
  ['row-rule-color: red', '<div class="x" style="display:grid"><b>a</b><b>b</b></div>'], ['row-rule-style: solid', block],
  ['transition-property: color', block], ['animation-duration: 2s', block], ['resize: both', block],
  ['scroll-snap-type: y mandatory', block], ['color: red', block, '.x::before'],
  ['width: 200px', '<div class="x" style="display:contents">a</div>'], ['background-color: red', '<div class="x" style="display:contents">a</div>'],
  ['text-transform: uppercase', '<img class="x" alt="" width=40 height=40 style="background:red">'],
  ['r: 30px', block], ['-webkit-line-clamp: 1', block],
  ['table-layout: fixed', '<table class="x"><tr><td>a<td>bbbbbbbbb</table>'], ['height: 50%', block],
  ['display: inline-block', '<b class="x" style="float:left;width:80px;background:#fc9">a</b>text'],
  ['display: inline-block', flex], ['overflow-x: hidden', table, '.r'],
  ['border-top-width: 9px', '<table><tr class="x" style="border-style:solid"><td>a<td>b</table>'],
  ['color: red', table, '.c'], ['padding-top: 40px', table, '.g'], ['height: 60px', '<p>a<br class="x">b</p>'],
  ['background-color: red', '<input type=checkbox class="x">'], ['padding-left: 40px', '<ul><li class="x">a</ul>', '.x::marker'],
  ['line-height: 60px', '<select class="x"><option>a</option></select>'],
  ['margin-left: 40px', '<p class="x">a</p>', '.x::first-line'], ['display: block', '<p class="x">ab</p>', '.x::first-letter'],
  ['padding-inline: 40px', '<p class="x">ab</p>', '.x::first-letter'], ['-webkit-padding-start: 40px', '<p class="x">ab</p>', '.x::first-letter'],
];

const examples = written.map(([declaration, html, selector = '.x']) => ({ declaration, html, selector }));

async function picture(html: string, css: string): Promise<string> {
  await tab.setContent(`<!DOCTYPE html><style>*{scrollbar-width:none}</style>${html}<style>${css}</style>`);
  return (await tab.screenshot()).toString('base64');
}

const page = (html: string) => parsePage({ name: 'x', html: `<!DOCTYPE html>${html}` });

test.each(examples)('$declaration', async ({ declaration, html, selector }) => {
  const css = `${selector} { ${declaration} }`;
  // Told apart from the style attributes of the examples by importance where they set the same.
  const strong = css.replace(' }', ' !important }');
  const [verdict] = prove(page(html), strong).verdicts;
  expect(verdict).toMatchObject({ outcome: 'no-effect' });
  expect(await picture(html, strong)).toBe(await picture(html, ''));
});

// These show on the page once the remedy stands beside them.
const curable = new Set([
  'width: 300px',
  'margin-top: 40px',
  'transform: rotate(20deg)',
  'top: 30px',
  'order: 3',
]);

test.each(examples.filter(({ declaration, selector }) => curable.has(declaration) && selector === '.x'))(
  '$declaration works with its remedy',
  async ({ declaration, html }) => {
    const [{ remedy }] = prove(page(html), `.x { ${declaration} }`).verdicts;
    const cure = /^Add (.*) to the same rule\.$/.exec(remedy ?? '')?.[1];
    if (!cure) return expect(remedy).toBeUndefined();
    expect(prove(page(html), `.x { ${declaration}; ${cure} }`).verdicts[0]).toMatchObject({
      outcome: 'wins',
    });
    expect(await picture(html, `.x { ${declaration}; ${cure} }`)).not.toBe(
      await picture(html, `.x { ${cure} }`),
    );
  },
);

test('what does work is not called useless', () => {
  const working: readonly (readonly [string, string, string?])[] = [
    ['border-top-color: red', '<b class="x" style="border-top-style:solid">a</b>'],
    ['width: 300px', '<img class="x">'],
    ['line-height: 60px', '<select multiple class="x"><option>a</option></select>'],
    ['line-height: 60px', '<select class="x" style="appearance:none"><option>a</option></select>'],
    ['vertical-align: top', line],
    ['z-index: 3', flex],
    ['justify-items: end', '<div class="x"><p>a</p></div>'],
    ['row-gap: 3px', flex, 'div'],
    ['flex-basis: 0', oldFlex],
    ['row-gap: 3px', oldFlex, 'div'],
    ['height: 50%', '<div style="height:200px"><p class="x">a</p></div>'],
    ['color: red', '<p class="x">a</p>', '.x::selection'],
    ['text-decoration-color: red', '<a href="#" class="x">a</a>'],
    ['border: 1px solid red', block],
    ['margin-left: 5px', line],
    ['padding-left: 5px', block, '.x::first-letter'],
    ['margin-inline: 5px', block, '.x::first-letter'],
    ['border-collapse: collapse', '<div class="x"><table><tr><td>a</table></div>'],
  ];
  const wrong = working.filter(
    ([declaration, html, selector = '.x']) =>
      prove(page(html), `${selector} { ${declaration} !important }`).verdicts[0].outcome !== 'wins',
  );
  expect(wrong).toEqual([]);
});

/** Where each pseudo-element is there to be seen. */
const boxesOf: Readonly<Record<string, readonly [tag: string, html: string]>> = {
  '::first-letter': ['p', '<p class="x">words</p>'],
  '::first-line': ['p', '<p class="x">words</p>'],
  '::marker': ['li', '<ul><li class="x">words</ul>'],
  '::selection': ['p', '<p class="x">words</p>'],
  '::placeholder': ['input', '<input class="x" placeholder="words">'],
  '::file-selector-button': ['input', '<input class="x" type="file">'],
};
/** One value or another that changes each longhand. */
const trials = '1px 2px 3px 5 0.5 red blue none auto 10% hidden center "x" solid 1s left inline-block grid absolute italic bold under underline dotted url(a.png) scale(1.1) blur(2px) spin both nowrap break-all vertical-rl rtl pre ellipsis uppercase 2 contain smooth fixed avoid column wrap thin collapse crosshair multiply middle exact ease-in linear 1 border-box text balance reverse paused'.split(' '); // prettier-ignore

test.each(Object.keys(boxesOf))('%s takes what the engine lets it take', async (pseudo) => {
  const [tag, html] = boxesOf[pseudo];
  await tab.setContent(`<!DOCTYPE html><style></style>${html}`);
  const refused = await tab.evaluate(
    ({ pseudo, tag, trials }) => {
      const sheet = document.querySelector('style')!;
      const element = document.querySelector('.x')!;
      const works = (selector: string, of: string | null, name: string, value: string) => {
        const read = () => getComputedStyle(element, of).getPropertyValue(name);
        sheet.textContent = '';
        const before = read();
        sheet.textContent = `${selector} { ${name}: ${value} !important }`;
        return read() !== before;
      };
      return [...getComputedStyle(element)].flatMap((name) => {
        const good = trials.filter((value) => CSS.supports(name, value));
        const value = good.find((one) => works('.x', null, name, one));
        return value === undefined || good.some((one) => works(tag + pseudo, pseudo, name, one))
          ? []
          : [[name, value] as const];
      });
    },
    { pseudo, tag, trials },
  );
  const body = page(html);
  const claimed = refused.filter(([name, value]) => {
    if (/^-webkit-|^font-language-override$|timeline|view-transition/.test(name)) return false;
    const [verdict] = prove(body, `${tag}${pseudo} { ${name}: ${value} !important }`).verdicts;
    return verdict.outcome === 'wins';
  });
  expect(claimed).toEqual([]);
  expect(refused).not.toEqual([]);
});
