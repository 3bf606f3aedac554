// Which longhands a state changes: the very ones for which the page in that state has another winner.
import { contests, parsePage, toggledStates, type Page, type Target } from 'yelto';

const body = `<section class="shelf" dir="ltr"><table border="1" class="book"><tr><td class="due late" style="padding-left: 3px">x</td>
  <td class="due"><details class="more"><summary class="due">y</summary></details></td></tr></table></section>`;

const pageOf = (css: string, inside = body): Page =>
  parsePage({
    name: 'page',
    html: `<!DOCTYPE html><html><head><style>${css}</style></head><body>${inside}</body></html>`,
    sheets: [],
  });

/** The winner of each longhand, by its place. */
const winners = (page: Page, target: Target) =>
  new Map(
    contests(page, target).map(({ property, entries: [{ declaration }] }) => {
      const { origin, sheet, line, column } = declaration;
      return [property, `${origin} ${sheet} ${line}:${column}`];
    }),
  );

/** What each state changes, as is said, and as the page in that state says. */
function changes(page: Page, target: Target) {
  const before = winners(page, target);
  return toggledStates(page, target).map(({ state, held, changes: said }) => {
    const after = winners(page.under({ held: [...page.conditions.held, held] }), target);
    const names = [...new Set([...before.keys(), ...after.keys()])];
    const apart = names.filter((name) => before.get(name) !== after.get(name)).sort();
    return { state, said, apart };
  });
}

const colours = { said: ['color'], apart: ['color'] };
const none: readonly string[] = [];

test.each([
  ['a rule that comes', '.due { color: red } .due:hover { color: blue }', [':hover']],
  ['a rule that goes', '.due { color: red } .due:not(.is-open) { color: blue }', ['.is-open']],
  ['one that is beaten anyway', 'td.due.late { color: red } .due:hover { color: blue }', none],
  [
    'important ones',
    '.due { color: red } td.due { color: navy } .due:hover { color: blue !important }',
    [':hover'],
  ],
  [
    'the same rule by a stronger selector',
    '.due, .is-open.due { color: red } td.due { color: blue }',
    ['.is-open'],
  ],
  [
    'in a layer',
    '@layer one, two; @layer two { .due { color: red } } @layer one { .due:hover { color: blue } }',
    none,
  ],
  [
    'turned by importance',
    '@layer one, two; @layer two { .due { color: red !important } } @layer one { .due:hover { color: blue !important } }',
    [':hover'],
  ],
  ['asleep', '.due { color: red } @media print { .due:hover { color: blue } }', none],
  ['the end of a scope', '@scope (.shelf) to (.is-open) { .due { color: red } }', ['.is-open']],
  [
    'the nearer root of a scope',
    '@scope (.shelf) { .due { color: red } } @scope (.book.is-open) { .due { color: blue } }',
    ['.is-open'],
  ],
  ['a state of a box around', '.shelf:hover .due { color: blue }', [':hover']],
])('%s', (_, css, states) => {
  const page = pageOf(css);
  const found = changes(page, page.select('.late')[0]);
  expect([...new Set(found.map(({ state }) => state))]).toEqual(states);
  for (const { said, apart } of found) expect({ said, apart }).toEqual(colours);
});

test.each([
  [
    'sides that the flow names',
    '.due { margin-inline-start: 1px } .due:hover { margin-left: 2px; margin-inline: 3px }',
  ],
  [
    'what turns the flow',
    '.due { margin-inline-start: 1px; margin-right: 2px } .shelf:hover { direction: rtl }',
  ],
  [
    'a style attribute that stands before it',
    '.due:hover { padding: 4px } .due:focus { padding: 5px !important }',
  ],
  [
    'what a container query stands around',
    '.shelf { container-type: inline-size } @container (width > 1px) { .due:hover { color: red } }',
  ],
  [
    'attributes beside hints',
    '[aria-expanded="true"] .due, .due[aria-selected="true"] { border-top-width: 2px }',
  ],
  ['attributes that are told by states', 'details[open] .due { color: red } .due:disabled { color: blue }'],
  ['pseudo-elements', '.due::before { content: "a" } .due:hover::before { content: "b"; color: red }'],
  ['lists of states', '.due:is(:hover, :focus), .shelf:has(:checked) .due { color: red; inset: 1px }'],
])('%s: told as the page in that state tells', (_, css) => {
  const page = pageOf(css);
  const targets = page
    .select('.due')
    .flatMap((element): Target[] => [element, { element, pseudo: '::before' }]);
  const found = targets.flatMap((target) => changes(page, target));
  expect(found.length).toBeGreaterThan(0);
  for (const { said, apart } of found) expect(said).toEqual(apart);
});

test('a page in which a state is held already is asked as a whole', () => {
  const page = pageOf('.due:hover:not(.is-open) { color: red }');
  const [element] = page.select('.late');
  const held = page.under({ held: [{ element, state: ':hover' }] });
  const found = changes(held, element).filter(({ state }) => state === '.is-open');
  expect(found).toEqual([{ state: '.is-open', ...colours }]);
});

test('so is one with a draft', () => {
  const page = pageOf('.due:hover { color: red }').withDraft('.due:hover { margin-left: 1px }');
  const [{ said, apart }] = changes(page, page.select('.late')[0]);
  expect(said).toEqual(['color', 'margin-left']);
  expect(apart).toEqual(said);
});

test('and where the sizes of containers are known', () => {
  const css = `.shelf { container-type: inline-size } .due:hover { margin-left: 1px }
    @container (width > 500px) { .due:hover { color: red } }`;
  const page = pageOf(css).under({ containers: [{ selector: '.shelf', width: 400 }] });
  const [{ said, apart }] = changes(page, page.select('.late')[0]);
  expect(said).toEqual(['margin-left']);
  expect(apart).toEqual(said);
});

test('of a component each tree is asked', () => {
  const inside =
    '<div class="due"><template shadowrootmode="open"><style>:host(:hover) { color: red }</style><slot></slot></template></div>';
  const page = pageOf('.due { margin: 0 } .due:focus { color: blue }', inside);
  const found = changes(page, page.select('.due')[0]);
  expect(found.map(({ state }) => state)).toEqual(expect.arrayContaining([':focus']));
  for (const { said, apart } of found) expect(said).toEqual(apart);
});
