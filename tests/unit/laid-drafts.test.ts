// A draft is read once for the sheets that it is laid over: what was laid last must never answer for another draft, place or page.
import { contests, drift, parsePage, prove, type Page } from 'yelto';

const page = (css = '.a { color: red }', name = 'x.html') =>
  parsePage({ name, html: '<!DOCTYPE html><p class="a">x</p>', sheets: [{ href: 'x.css', css }] });
const colour = (laid: Page) =>
  contests(laid, laid.select('.a')[0]).find(({ property }) => property === 'color')?.entries[0].declaration
    .value;

describe('what was laid over a page last', () => {
  const one = page();

  test.each([
    ['.a { color: blue }', 'blue'],
    ['.a { color: teal }', 'teal'],
    ['.a { color: blue }', 'blue'],
    ['', 'red'],
    ['@layer low { .a { color: blue } }', 'red'],
    ['@layer low { .a { color: blue !important } }', 'blue'],
  ])('answers for no other text: %s', (draft, wanted) => {
    expect(colour(one.withDraft(draft))).toBe(wanted);
    expect(colour(one.withDraft(draft))).toBe(wanted);
  });

  test('answers for no other place', () => {
    const draft = '.a { color: blue }';
    const seen = (['after', 'before', 'after'] as const).map((place) => colour(one.withDraft(draft, place)));
    expect(seen).toEqual(['blue', 'red', 'blue']);
  });

  test('answers for no other label', () => {
    const labels = ['draft', 'mine', 'draft'].map(
      (label) => one.withDraft('.a { color: blue }', 'after', label).sheets.at(-1)!.label,
    );
    expect(labels).toEqual(['draft', 'mine', 'draft']);
  });

  test('answers for no other page, and not for the page without what was pasted into it', () => {
    const draft = '.a { color: blue } p { margin: 0 }';
    const pasted = page(`.a { color: red } ${draft}`);
    expect(prove(one, draft).aside).toEqual([]);
    expect(prove(pasted, draft).aside).toHaveLength(1);
    const outcomes = prove(pasted, draft).verdicts.map(({ outcome }) => outcome);
    expect(outcomes).toEqual(prove(one, draft).verdicts.map(({ outcome }) => outcome));
    expect(outcomes).toEqual(['wins', 'wins']);
  });

  test('holds under other conditions, each with its own answers', () => {
    const draft = '@media (width < 600px) { .a { color: blue } }';
    const at = (width: number) => colour(one.under({ width }).withDraft(draft));
    expect([at(500), at(900), at(500)]).toEqual(['blue', 'red', 'blue']);
  });
});

describe('the old release of a drift', () => {
  const beaten = page('#app .a, p.a.a { color: red }', 'old.html');

  test('is told as a proof tells it, without a remedy that somebody would have to write there', () => {
    const draft = '.a { color: blue; margin: 3px; colour: red } .nope { top: 0 }';
    const told = drift(beaten, page('.a { color: red }', 'new.html'), draft);
    const before = told.map(({ before: { outcome, why } }) => `${outcome}: ${why}`);
    expect(before).toEqual(prove(beaten, draft).verdicts.map(({ outcome, why }) => `${outcome}: ${why}`));
    expect(prove(beaten, draft).verdicts[0].remedy).toMatch(/^Write: /);
    expect(told[0].before.remedy).toBeUndefined();
    expect(told.map(({ fate }) => fate)).toEqual(['found', 'holds', 'never worked', 'elsewhere']);
  });

  test('leaves the new release its remedies', () => {
    const [{ fate, after, remedy }] = drift(page(), beaten, '.a { color: blue }');
    expect(fate).toBe('lost');
    expect(after.remedy).toMatch(/^Write: /);
    expect(remedy).toBe(after.remedy);
  });
});
