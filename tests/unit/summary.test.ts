// What a page is made of: colours and fonts are counted by what wins among all rules, not only among those that a summary looks at.
import fc from 'fast-check';
import { contests, parsePage, summarise, valueOf, type Page, type UsedValue } from 'yelto';
import { longhandValue } from '../../dist/cascade/index.js';
import { hexOf, isOpaque } from '../../dist/value/index.js';
import { pageOf, runsOr, seed } from '../support/judging.js';
import { everyCase } from '../support/richer.js';

const inherited = /^(inherit|initial|unset|revert|revert-layer|currentcolor|none|)$/i;

/** Each value that sheets bring with its elements, from the contests of the whole page. */
function counted(page: Page, isMeant: (property: string) => boolean): Record<string, number[]> {
  const found: Record<string, number[]> = {};
  for (const element of page.elements)
    for (const { property, entries } of contests(page, element)) {
      const [{ declaration }] = entries;
      if (!isMeant(property) || declaration.origin === 'user-agent') continue;
      const own = longhandValue(declaration, property);
      const written = own === undefined || own.includes('var(') ? valueOf(page, element, property) : own;
      const value = isOpaque(written) ? (hexOf(written) ?? written) : written;
      if (!inherited.test(value)) (found[value] ??= []).push(element.index);
    }
  return found;
}

const amounts = (values: Record<string, number[]>) =>
  Object.fromEntries(Object.entries(values).map(([value, rows]) => [value, new Set(rows).size]));
const told = (values: readonly UsedValue[]) =>
  Object.fromEntries(values.map(({ value, elements }) => [value, elements]));
const colours = /^(color|background-color|border-(top|right|bottom|left)-color|outline-color|fill|stroke)$/;

test(`colours and fonts of random pages are those that win (SEED=${seed})`, () => {
  fc.assert(
    fc.property(everyCase, fc.boolean(), (one, isDrafted) => {
      const bare = pageOf(one);
      const page = isDrafted ? bare.withDraft(one.draft) : bare;
      const { fonts, colours: used } = summarise(page);
      expect(told(used)).toEqual(amounts(counted(page, (property) => colours.test(property))));
      expect(told(fonts)).toEqual(amounts(counted(page, (property) => property === 'font-family')));
    }),
    { numRuns: runsOr(60), seed },
  );
});

const page = (css: string, body: string) =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}`, sheets: [] });

test('a variable that a rule without colours sets, and a side that a direction turns', () => {
  const one = page(
    '.due { color: var(--ink) } .late { --ink: red; margin: 0 } .shelf { direction: rtl } .shelf p { border-inline-start-color: blue } p { border-left-color: lime; border-right-color: teal }',
    '<div class="shelf"><p class="due late">x</p></div>',
  );
  expect(told(summarise(one).colours)).toEqual({ '#ff0000': 1, '#0000ff': 1, '#00ff00': 1 });
});

test('what everything is set to undoes a colour', () => {
  expect(
    summarise(page('.due { color: red } p.due { all: initial }', '<p class="due">x</p>')).colours,
  ).toEqual([]);
});
