// Which states would change a thing, by where what carries them stands.
import { parsePage, toggledStates } from 'yelto';

/** What changes the thing with the class `due`, each as `.is-open on section`. */
function changing(css: string, body: string): string[] {
  const html = `<!DOCTYPE html><html><head><style>${css}</style></head><body>${body}</body></html>`;
  const page = parsePage({ name: 'page', html, sheets: [] });
  const [target] = page.select('.due');
  return toggledStates(page, target).map(({ state, on }) => `${state} on ${on.tag}`);
}

const shelf = '<section class="shelf"><ul><li class="due">Due</li></ul></section>';

test('a class on a box around it, where a rule asks for it there', () => {
  expect(changing('.shelf.is-open .due { color: red }', shelf)).toEqual(['.is-open on section']);
  expect(changing('.is-open > .due { color: red }', shelf)).toEqual(['.is-open on ul']);
});

test('a class on a box that is not what the rule asks for changes nothing', () => {
  expect(changing('.drawer.is-open .due { color: red }', shelf)).toEqual([]);
  expect(changing('.is-open[title] .due { color: red }', shelf)).toEqual([]);
});

test('a class on the thing itself counts there, and not around it', () => {
  expect(changing('.due.is-open { color: red }', shelf)).toEqual(['.is-open on li']);
  expect(changing('ul:not(.is-open .due) { color: red }', shelf)).toEqual([]);
});

test('a box that asks what stands in it may mean the thing itself', () => {
  expect(changing('section:has(.is-open) .due { color: red }', shelf)).toEqual([
    '.is-open on li',
    '.is-open on ul',
  ]);
});

test('a state that climbs is told by what stands further out', () => {
  expect(changing('.shelf:hover .due { color: red }', shelf)).toEqual([':hover on section']);
  // A rule for anything that hovers, so that each box is asked.
  expect(changing('.shelf:hover .due { color: red } p :hover { color: red }', shelf)).toEqual([
    ':hover on li',
    ':hover on ul',
    ':hover on section',
  ]);
  expect(changing('.shelf:focus .due { color: red }', shelf)).toEqual([':focus on section']);
});

test('what a list names counts at the place of the list', () => {
  expect(changing(':is(.shelf, .drawer):is(.is-open, .is-shown) .due { color: red }', shelf)).toEqual([
    '.is-open on section',
    '.is-shown on section',
  ]);
  expect(changing('.due:not(.shelf:not(.is-open) *) { color: red }', shelf)).toEqual(['.is-open on section']);
});

test('a class that comes with a state which is not held changes nothing', () => {
  expect(changing('.due.is-open:hover { color: red }', shelf)).toEqual([]);
});

test('a state is known from the rule that another one is nested in', () => {
  expect(changing('.is-open { & .due { color: red } }', shelf)).toEqual([
    '.is-open on ul',
    '.is-open on section',
    '.is-open on body',
    '.is-open on html',
  ]);
});

test('a scope that begins at a state is no reason to pass it over', () => {
  expect(changing('@scope (.is-open) { .due { color: red } }', shelf)).toEqual([
    '.is-open on ul',
    '.is-open on section',
    '.is-open on body',
    '.is-open on html',
  ]);
});

test('a state that turns the flow changes which side is the start', () => {
  const css = '.is-active { direction: rtl } .due { margin-inline-start: 4px }';
  expect(changing(css, shelf)).toEqual([
    '.is-active on li',
    '.is-active on ul',
    '.is-active on section',
    '.is-active on body',
    '.is-active on html',
  ]);
});

describe('a state is read from what a selector asks for, however it is written', () => {
  const item = '<section class="shelf"><ul><li class="due" aria-label=":hover">Due</li></ul></section>';

  test.each([
    ['[data-state="half open"] .due { color: red }', '[data-state="half open"]'],
    ["[data-state='it\\'s open'] .due { color: red }", '[data-state="it\'s open"]'],
    ['[data-state~="open"] .due { color: red }', '[data-state="open"]'],
    ['[aria-current^=page] .due { color: red }', '[aria-current="page"]'],
    ['[ ARIA-Expanded = "true" i ] .due { color: red }', '[aria-expanded="true"]'],
    [
      '.shelf\\:is-open.is-open\\:wide .due { color: red } .is-open\\:wide .due { color: blue }',
      '.is-open\\:wide',
    ],
    [':HOVER > .due { color: red }', ':hover'],
    ['.\\69 s-open .due { color: red }', '.is-open'],
  ])('%s', (css, state) => {
    expect(changing(css, item)).toContain(`${state} on ul`);
  });

  test('a class whose escape has a space in it', () => {
    const css = String.raw`.\32 x-is-open .due { color: red }`;
    expect(changing(css, item)).toContain(String.raw`.\32 x-is-open on ul`);
  });

  test('text in an attribute is no state, nor a name that has one in it', () => {
    expect(changing('[aria-label=":hover"].due { color: red }', item)).toEqual([]);
    const css = '.shelf\\.is-open .due { color: red } .due { color: blue }';
    expect(changing(css, item)).not.toContain('.is-open on ul');
  });

  test('an attribute that is there is there whatever its value, another value of it is another state', () => {
    const at = shelf.replace('<ul>', '<ul hidden="until-found" data-state="full">');
    const css =
      '[hidden] .due { color: red } [hidden=""] .due { top: 1px } [data-state="open"] .due { left: 1px }';
    const found = changing(css, at);
    expect(found).toContain('[data-state="open"] on ul');
    expect(found).not.toContain('[hidden] on ul');
    expect(found).toContain('[hidden=""] on ul');
  });

  test('what a control comes to be by itself, where it can be that', () => {
    const fields = '<form><label class="due">Name</label><input type="checkbox" class="due"></form>';
    expect(
      changing('input.due:checked { color: red }', fields.replace('<label class="due">Name</label>', '')),
    ).toEqual([':checked on input']);
    expect(changing('.due:checked, .due:disabled { color: red }', fields)).toEqual([]);
  });
});

test('the states of a page are all asked, however many it has', () => {
  const letters = [...'abcdefghij'];
  const many = letters.flatMap((a) => letters.map((b) => `.none.is-open-${a}${b} { color: red }`)).join('\n');
  expect(changing(`${many}\n.is-closed .due { color: red }`, shelf)).toContain('.is-closed on ul');
});
