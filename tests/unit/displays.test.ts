// What a box comes to be by where it stands, every kind in every place: blocks in flex boxes and grids, lines in ruby.
import { parsePage } from 'yelto';
import { computedOf } from '../../dist/cascade/index.js';
import { engineTab } from '../support/engine-tab.js';

const tab = engineTab();

/** X is the thing. */
const places = [
  '<div>X</div>',
  '<span>X</span>',
  '<div style="display:flex">X</div>',
  '<div style="display:inline-grid">X</div>',
  '<div style="display:flex"><p style="display:contents">X</p></div>',
  '<ruby>X</ruby>',
  '<ruby>a<rt>X</rt></ruby>',
  '<ruby><span>X</span></ruby>',
  '<ruby>a<rt><span><b>X</b></span></rt></ruby>',
  '<ruby><span style="display:contents">X</span></ruby>',
  '<ruby><span style="display:inline-block">X</span></ruby>',
  '<ruby><span style="position:absolute">X</span></ruby>',
  '<ruby><span style="float:left">X</span></ruby>',
  '<ruby><span style="display:table-cell">X</span></ruby>',
  '<ruby><span style="display:inline list-item">X</span></ruby>',
  '<ruby><a><span>X</span></a></ruby>',
  '<rt>X</rt>',
  '<div style="display:ruby">X</div>',
  '<div style="display:ruby-text">X</div>',
  '<div style="display:block ruby">X</div>',
  '<ruby style="position:absolute">X</ruby>',
  '<div style="display:flex"><ruby>X</ruby></div>',
  '<div style="display:table">X</div>',
  '<div style="display:none">X</div>',
];
const displays = [
  'inline', 'block', 'flex', 'grid', 'table', 'list-item', 'flow-root', 'inline-block', 'inline-flex', 'inline-grid',
  'inline-table', 'inline list-item', 'table-cell', 'table-row', 'table-caption', 'table-column', 'block ruby', 'ruby',
  'ruby-text', 'contents', 'none', 'math', 'block math', 'flow-root list-item', 'inline flow-root list-item',
]; // prettier-ignore
const beside = ['', 'float: left', 'position: absolute', 'position: fixed', 'position: sticky', 'float: right; position: absolute', 'float: left; position: relative', 'appearance: button', 'appearance: auto; float: left']; // prettier-ignore
const things = ['i', 'rt', 'p'].flatMap((tag) =>
  (tag === 'i' ? displays : ['', 'inline', 'block', 'ruby-text']).flatMap((display) =>
    beside.map((more) => `<${tag} style="${display && `display: ${display};`}${more}">x</${tag}>`),
  ),
);

test.each(places)('each kind of box in %s', async (place) => {
  const isAside = (thing: string) => thing.startsWith('<p') && /<(ruby|span|rt)\b/.test(place);
  const asked = things.filter((thing) => !isAside(thing));
  const html = `<!DOCTYPE html><body>${asked.map((thing) => place.replace('X', thing.replace(' ', ' data-t '))).join('')}`;
  await tab().setContent(html);
  const shown = await tab().evaluate(() =>
    [...document.querySelectorAll('[data-t]')].map((element) => {
      const { display, float } = getComputedStyle(element);
      return `${display}, ${float}`;
    }),
  );
  const page = parsePage({ name: 'x', html });
  const told = page
    .select('[data-t]')
    .map((element) => ['display', 'float'].map((name) => computedOf(page, element, name)).join(', '));
  const inWords = (all: readonly string[]) => all.map((text, i) => `${asked[i]}: ${text}`);
  expect(inWords(told)).toEqual(inWords(shown));
});
