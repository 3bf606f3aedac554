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

describe('what competes with a flow-relative margin from right to left is looked for on the right', () => {
  const verdictOf = (css: string, draft: string) =>
    prove(on(`.x { direction: rtl } ${css}`), draft).verdicts.map(
      ({ outcome, why }) => `${outcome}: ${why}`,
    )[0];

  test('in other windows', () => {
    const css = '@media (max-width: 600px) { p.x.x { margin-right: 9px } }';
    expect(verdictOf(css, '.x { margin-inline-start: 3px }')).toMatch(/^partly: wins from 601 px up/);
    expect(verdictOf(css, '.x { margin-inline-end: 3px }')).toMatch(/^wins/);
  });

  test('and in other states', () => {
    const css = 'p.x { margin-right: 3px } p.x:hover { margin-right: 9px }';
    expect(verdictOf(css, 'p.x.x.x { margin-inline-start: 3px }')).toMatch(/^wins.*while :hover/);
    expect(verdictOf(css, 'p.x.x.x { margin-right: 3px }')).toMatch(/^wins.*while :hover/);
  });

  test('also where the direction alone hangs on the window', () => {
    const page = on('p.x { margin-left: 3px } @media (max-width: 600px) { .x { direction: rtl } }');
    expect(prove(page, 'p.x.x { margin-inline-start: 3px }').verdicts[0].outcome).toBe('wins');
  });
});
