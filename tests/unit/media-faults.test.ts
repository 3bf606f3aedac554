// What is said of media queries that browsers cannot answer, and where lengths that take something of the window hold.
import { parsePage, prove, writeOverride, YeltoError } from 'yelto';

const pageWith = (css: string, width = 1280) =>
  parsePage({
    name: 'x.html',
    html: '<!DOCTYPE html><p>x</p>',
    sheets: [{ href: 'a.css', css }],
    conditions: { width },
  });
const said = (query: string) => {
  const [fault] = pageWith(`@media ${query} { p { color: red } }`).faults;
  return fault && `${fault.message.replace(/^.* never holds: /, '')} ${fault.remedy}`;
};

test.each([
  ['(min-width: 600)', '"min-width: 600" is nothing that can be asked Write: (min-width: 600px).'],
  ['(min-width 600px)', 'it is not written as a media query Write: (min-width: 600px).'],
  ['(min-width: 37.5 em)', '"min-width: 37.5 em" is nothing that can be asked Write: (min-width: 37.5em).'],
  ['min-width: 600px', 'it is not written as a media query Write: (min-width: 600px).'],
  ['screen and(hover)', 'it is not written as a media query Write: screen and (hover).'],
  ['screen (hover)', 'it is not written as a media query Write: screen and (hover).'],
  ['(hover) and screen', 'it is not written as a media query Write: screen and (hover).'],
  ['(hover) (pointer)', 'it is not written as a media query Write: (hover) and (pointer).'],
  ['(min-widht: 1px)', 'there is no feature "min-widht" Did you mean min-width or max-width or min-height?'],
  ['(orientation: wide)', '"orientation: wide" is nothing that can be asked Write one of these behind orientation: portrait, landscape.'],
  ['(aspect-ratio: 16:9)', '"aspect-ratio: 16:9" is nothing that can be asked Write it as a fraction: 16/9.'],
  ['(min-width: var(--w))', '"min-width: var(--w)" is nothing that can be asked Write a length with its unit, such as 600px.'],
  ['scren', 'there is no medium "scren" Did you mean screen?'],
  ['tv and (hover)', 'there is no medium "tv" The media are screen and print.'],
])('%s', (query, words) => expect(said(query)).toBe(words)); // prettier-ignore

test.each([
  'print, (min-widht: 1px)',
  '(hover) or (min-widht: 1px)',
  'not scren',
  // Meant for one maker’s browsers, or kept from others on purpose.
  '(-ms-high-contrast: active)',
  'screen and (min-width: 0\\0)',
  '(width > 10vw)',
  '',
])('nothing is said of %s in a site’s sheet', (query) => expect(said(query)).toBeUndefined());

test('a draft is told once, for each declaration; and a query that can be answered is told as before', () => {
  const told = (draft: string) =>
    prove(pageWith(''), draft).verdicts.map(({ outcome, why }) => `${outcome}: ${why}`);
  expect(told('@media (min-width: 600) { p { color: red } }')).toEqual([
    'no-effect: @media (min-width: 600) never holds: "min-width: 600" is nothing that can be asked',
  ]);
  expect(told('@media (max-width: 1px) and (min-width: 2px) { p { color: red } }')).toEqual([
    'no-effect: @media (max-width: 1px) and (min-width: 2px) holds in none of the windows, media and preferences that were tried',
  ]);
});

test('a wish under such a query is refused with what was meant', () => {
  const page = pageWith('');
  const wish = () => writeOverride(page, { at: [page.elements.at(-1)!], set: { color: 'red' }, media: 'max-width: 600px' });
  expect(wish).toThrow(YeltoError);
  expect(wish).toThrow(/not written as a media query/);
}); // prettier-ignore

test.each([
  ['(max-width: calc(50vw + 10em))', 319, true],
  ['(max-width: calc(50vw + 10em))', 321, false],
  ['(min-width: calc(400px + 10em))', 560, true],
  // Without a space it is no sign.
  ['(min-width: calc(400px+ 10em))', 1000, false],
  ['(min-width: calc(400px/**/ + /**/10em))', 560, true],
])('%s in a window of %d px: %s', (query, width, holds) => {
  const page = pageWith(`@media ${query} { p { color: red } }`, width);
  expect(page.isActive(page.styles.blocks[0].condition)).toBe(holds);
});

test('a width that hangs on the window itself is one at which the page changes', () => {
  expect(pageWith('@media (max-width: calc(50vw + 10em)) { p { color: red } }').widths).toContain(320);
});
