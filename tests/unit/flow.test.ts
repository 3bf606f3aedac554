// What flow-relative shorthands come to where lines run another way; tests/flow.test.ts asks an engine about random ones.
import { parsePage, prove, valueOf } from 'yelto';

const on = (css: string) =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style><p class="x">a</p>` });

test.each([
  ['direction: ltr; margin-inline: 1px 2px', 'margin-left', '1px'],
  ['direction: rtl; margin-inline: 1px 2px', 'margin-left', '2px'],
  ['direction: rtl; padding-inline: 1px 2px', 'padding-right', '1px'],
  ['direction: rtl; inset-inline: 1px 2px', 'left', '2px'],
  ['direction: rtl; border-inline-end: 3px solid red', 'border-left-width', '3px'],
  ['direction: rtl; border-inline-end: 3px solid red', 'border-right-width', 'medium'],
  ['writing-mode: vertical-rl; margin-inline: 1px 2px', 'margin-bottom', '2px'],
  ['writing-mode: vertical-rl; padding-block: 1px 2px', 'padding-left', '2px'],
  ['writing-mode: vertical-lr; padding-block: 1px 2px', 'padding-left', '1px'],
  ['direction: rtl; margin-inline: 1px 2px; margin-left: 7px', 'margin-left', '7px'],
  ['direction: rtl; margin-left: 7px; margin-inline: inherit', 'margin-left', '8px'],
])('%s: %s is %s', (declarations, longhand, value) => {
  const page = on(`.x { ${declarations} }`);
  expect(valueOf(page, page.select('.x')[0], longhand)).toBe(value);
});

test('in a page that runs from right to left the same margins are needless, others are not', () => {
  const page = on('.x { direction: rtl; margin-inline: 1px 2px }');
  const outcomeOf = (draft: string) =>
    prove(page, draft)
      .verdicts.map(({ outcome }) => outcome)
      .join();
  expect(outcomeOf('.x { margin-left: 2px }')).toBe('needless');
  expect(outcomeOf('.x { margin-left: 1px }')).toBe('wins');
});

test('a line that runs another way makes a box of itself', () => {
  const page = on('.x { display: inline; writing-mode: vertical-rl }');
  expect(prove(page, '.x { display: inline-block }').verdicts[0].outcome).toBe('needless');
});
