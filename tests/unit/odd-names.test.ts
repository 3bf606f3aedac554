// Names with letters that mean something in selectors: what is written for them is a selector, and matches them.
import { hooks, parsePage, prove, writeOverride } from 'yelto';

const pageOf = (body: string) =>
  parsePage({ name: 'page', html: `<!DOCTYPE html><html><body>${body}</body></html>`, sheets: [] });

test.each([
  ['data-bind:click', 'tell', String.raw`[data-bind\:click="tell"]`],
  ['data-on.once', '', String.raw`[data-on\.once]`],
  ['data-[key]', 'a', String.raw`[data-\[key\]="a"]`],
  ['data-note', 'two\nlines', String.raw`[data-note="two\alines"]`],
  ['data-note', 'back\\slash', String.raw`[data-note="back\\slash"]`],
])('the attribute %s, %j', (name, value, selector) => {
  const page = pageOf(`<p ${name}="${value}">Due</p><p>Free</p>`);
  const [thing] = page.select('p');
  const found = hooks(page, thing).find(({ kind }) => kind === 'attribute');
  expect(found).toMatchObject({ selector, reach: 1 });
  expect(page.select(selector)).toEqual([thing]);
  expect(writeOverride(page, { at: [thing], set: { color: 'teal' } }).matched).toEqual([thing]);
});

describe('a part', () => {
  const page = pageOf(
    '<due-date><template shadowrootmode="open"><b part="1st a.b">Due</b><i part="other">x</i></template></due-date>',
  );
  const inside = page.elements.find(({ tag }) => tag === 'b')!;

  test('whose name begins with a digit, or has a dot', () => {
    const selectors = hooks(page, inside).flatMap(({ kind, selector }) =>
      kind === 'part' ? [selector] : [],
    );
    expect(selectors.sort()).toEqual([String.raw`due-date::part(\31 st)`, String.raw`due-date::part(a\.b)`]);
    for (const one of selectors) expect(page.select(one)).toEqual([inside]);
  });

  test('is written into a rule that wins', () => {
    const { css } = writeOverride(page, { at: [inside], set: { color: 'teal' } });
    expect(prove(page, css).verdicts.map(({ outcome }) => outcome)).toEqual(['wins']);
  });

  test('is named to whoever writes for the thing inside', () => {
    const [{ outcome, remedy }] = prove(page, 'b { color: teal }').verdicts;
    expect(outcome).toBe('matches-nothing');
    expect(remedy).toContain(String.raw`due-date::part(\31 st)`);
  });

  test('the space behind an escape parts no names, another one does', () => {
    expect(page.select(String.raw`due-date::part(\31 st a\.b)`)).toEqual([inside]);
    expect(page.select(String.raw`due-date::part(\31 st other)`)).toEqual([]);
  });
});
