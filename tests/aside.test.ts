// A page that holds the draft already says the same of it as the page without it; what only looks like it stays.
import fc from 'fast-check';
import { confirm, drift, parsePage, prove } from 'yelto';
import { pageOf, seed, runsOr } from './support/judging.js';
import { anyCase } from './support/ordinary.js';

const told = (page: Parameters<typeof prove>[0], draft: string) =>
  prove(page, draft).verdicts.map(({ declaration: { line, column, property, value }, outcome, why }) => [
    `${line}:${column} ${property}: ${value}`,
    outcome,
    why,
  ]);

test(`random drafts are proven on a page that holds them as on the page before (SEED=${seed})`, () => {
  let amount = 0;
  fc.assert(
    fc.property(anyCase, (one) => {
      const after = pageOf({ html: one.html, sheets: [...one.sheets, one.draft] });
      const { aside } = prove(after, one.draft);
      // Drafts of one rule, or of nothing that a browser keeps, may not be known again.
      if (aside.length === 0) return;
      amount++;
      expect(aside).toEqual([{ page: 'page.html', sheet: `<style> ${one.sheets.length + 1}` }]);
      expect(told(after, one.draft)).toEqual(told(pageOf(one), one.draft));
    }),
    { seed, numRuns: runsOr(6) },
  );
  expect(amount).toBeGreaterThan(runsOr(6) / 3);
});

const page = (...sheets: string[]) =>
  parsePage({
    name: 'x',
    html: `<!DOCTYPE html><html><head>${sheets.map((css) => `<style>${css}</style>`).join('')}</head><body><p class="lead">a</p><p class="note">b</p></body></html>`,
  });
const theme =
  'p { margin: 0 } .lead { color: navy } .note { top: 0 } .row { left: 0 } .btn { right: 0 } .box { bottom: 0 }';
const draft = '.lead { color: red; margin: 2px }\n.note { color: teal }';

test('what was pasted is set aside, also minified, with a prefix, or among other rules', () => {
  for (const pasted of [
    draft,
    '.lead{color:red;margin:2px}.note{color:teal}',
    '.panel .lead { color: #f00; margin: 2px } .panel .note { color: teal }',
    `.row { left: 9px } .btn { right: 2px } ${draft} .box { top: 1px }`,
  ])
    expect(prove(page(theme, pasted), draft).aside).toEqual([{ page: 'x', sheet: '<style> 2' }]);
  expect(prove(page(theme, draft), draft).ok).toBe(true);
  expect(drift(page(theme, draft), page(theme, draft), draft).map(({ fate }) => fate)).toEqual([
    'holds',
    'holds',
    'holds',
  ]);
});

test('what the platform says for itself is not', () => {
  expect(prove(page(theme), draft).aside).toEqual([]);
  expect(prove(page('.lead { color: #f00 }'), '.lead { color: red }').aside).toEqual([]);
  expect(prove(page('.lead { color: red }'), '.lead { color: red }').aside).toHaveLength(1);
  expect(prove(page(theme), '').aside).toEqual([]);
});

test('a theme’s own rule for the same thing is no sheet that has arrived', () => {
  const question = (site: string) => confirm(page(site), draft)[0];
  expect(question(theme).ok).toBe(false);
  expect(question(`${theme} .lead { margin: 2px }`).ok).toBe(false);
  expect(question('.lead { color: blue; margin: 1px } .note { color: gray }').ok).toBe(true);
  expect(question(draft).ok).toBe(true);
});
