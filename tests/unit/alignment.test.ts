// Which way text is set in a box, every word in boxes of every kind: some take it from the box around, by its direction.
import { parsePage } from 'yelto';
import { computedOf } from '../../dist/cascade/index.js';
import { engineTab } from '../support/engine-tab.js';

const tab = engineTab();

const words = ['', 'start', 'end', 'left', 'center', 'justify', 'inherit', 'match-parent', '-webkit-match-parent', '-webkit-auto', '-webkit-center', '-webkit-right', 'unset', 'revert', 'WIDE']; // prettier-ignore
const tags = ['p', 'li', 'th', 'td', 'caption', 'center', 'button', 'input'];

test('what centres boxes ends at tables, which say nothing of it themselves', async () => {
  const html = `<!DOCTYPE html><center data-t>a<p data-t>b</p><table data-t><caption data-t>c<tr data-t><th data-t>d<td data-t>e<table><tr><td data-t>f<p data-t>g</table></table></center>
    <div align=right data-t><table><tr><td data-t>h<p align=center data-t>i<b data-t>j</b></p></table><i data-t>k</i></div>
    <table style="text-align: -webkit-center"><tr><td data-t>l</table><center>${'<table><tr><td>'.repeat(3000)}<b data-t>m`;
  await tab().setContent(html);
  const shown = await tab().evaluate(() =>
    [...document.querySelectorAll('[data-t]')].map(
      (one) => `${one.tagName}: ${getComputedStyle(one).textAlign}`,
    ),
  );
  const page = parsePage({ name: 'x', html });
  const told = page
    .select('[data-t]')
    .map((one) => `${one.tag.toUpperCase()}: ${computedOf(page, one, 'text-align')}`);
  expect(told).toEqual(shown);
});

const inTable: Readonly<Record<string, (cell: string) => string>> = {
  th: (cell) => `<table style="text-align: inherit"><tr>${cell}</table>`,
  td: (cell) => `<table style="text-align: inherit"><tr>${cell}</table>`,
  caption: (cell) => `<table style="text-align: inherit">${cell}</table>`,
};

test.each(['ltr', 'rtl'])('within boxes that run %s', async (direction) => {
  const boxes = words.flatMap((outer) =>
    tags.flatMap((tag) =>
      words.map((inner) => {
        const thing = `<${tag} data-t style="direction: ltr; ${inner && `text-align: ${inner}`}">`;
        const put = inTable[tag]?.(thing) ?? thing;
        return `<div style="direction: ${direction}; ${outer && `text-align: ${outer}`}">${put}</div>`;
      }),
    ),
  );
  const html = `<!DOCTYPE html><body>${boxes.join('')}`;
  await tab().setContent(html);
  const shown = await tab().evaluate(() =>
    [...document.querySelectorAll('[data-t]')].map((element) => getComputedStyle(element).textAlign),
  );
  const page = parsePage({ name: 'x', html });
  const told = page.select('[data-t]').map((element) => computedOf(page, element, 'text-align'));
  const inWords = (all: readonly string[]) => all.map((text, i) => `${boxes[i]}: ${text}`);
  expect(new Set(shown).size).toBeGreaterThan(7);
  expect(inWords(told)).toEqual(inWords(shown));
});
