// Words that stand for one another: of a property all that are written at times, each on boxes of several kinds, in pairs that
// are the same to an engine or are not.
import { parsePage } from 'yelto';
import { computedOf } from '../../dist/cascade/index.js';
import { engineTab } from '../support/engine-tab.js';

const tab = engineTab();

const words: Readonly<Record<string, readonly string[]>> = {
  display: ['flow', 'block', 'inline', 'inline flow', 'block flow', 'flow-root', 'block flow-root', 'run-in', '-webkit-box', '-webkit-inline-box', '-webkit-flex', 'flex', 'inline-flex', 'list-item', 'flow list-item'],
  cursor: ['grab', '-webkit-grab', 'grabbing', '-webkit-grabbing', 'zoom-in', '-webkit-zoom-in', '-webkit-zoom-out', 'zoom-out', 'auto', 'url(a.png), -webkit-grab', 'url(a.png), grab'],
  zoom: ['0', '0%', '1', 'normal', 'reset', '100%', '50%', '0.5', '2'],
  resize: ['auto', 'both', 'none', 'horizontal', 'inline', 'block'],
  'overflow-clip-margin': ['padding-box', 'padding-box 0px', '0px padding-box', '0', 'content-box', 'padding-box 4px', '4px'],
  'text-orientation': ['sideways', 'sideways-right', 'mixed', 'upright'],
  'text-emphasis-style': ['filled', 'open', 'dot', 'open dot', 'sesame', 'filled sesame', 'open sesame', 'circle', 'none', '"x"'],
  'text-align': ['start', 'end', 'left', 'right', '-webkit-auto', '-webkit-match-parent', '-webkit-center', 'center', 'justify'],
}; // prettier-ignore
const kinds = [
  '<p X></p>',
  '<b X></b>',
  '<textarea X></textarea>',
  '<table X></table>',
  '<p style="writing-mode: vertical-rl; Y"></p>',
  '<p style="position: absolute; Y"></p>',
  '<ruby><b X></b></ruby>',
  '<div dir="rtl"><p X></p></div>',
  '<div style="display: flex"><p X></p></div>',
];

test.each(Object.keys(words))('of %s', async (property) => {
  const boxes = kinds.flatMap((kind) =>
    words[property].map((word) => {
      const said = `${property}: ${word.replaceAll('"', '&quot;')}`;
      return kind.replace('X', `style="${said}"`).replace('Y', said).replace('style', 'data-t style');
    }),
  );
  // The box around one has a style of its own.
  const html = `<!DOCTYPE html><body hidden>${boxes.map((box) => box.replace(/^<div data-t (.*)<p /, '<div $1<p data-t ')).join('')}`;
  await tab().setContent(html);
  const shown = await tab().evaluate(
    (name) =>
      [...document.querySelectorAll('[data-t]')].map((one) => getComputedStyle(one).getPropertyValue(name)),
    property,
  );
  const page = parsePage({ name: 'x', html });
  const told = page.select('[data-t]').map((element) => computedOf(page, element, property));
  const each = words[property];
  expect(told).toHaveLength(kinds.length * each.length);
  const pairs = (all: readonly string[]) =>
    kinds.flatMap((kind, k) =>
      each.flatMap((one, i) =>
        each.slice(0, i).map((other, j) => {
          const isSame = all[k * each.length + i] === all[k * each.length + j];
          return `${kind}: ${other} and ${one} are ${isSame ? 'the same' : 'two'}`;
        }),
      ),
    );
  expect(pairs(told)).toEqual(pairs(shown));
});
