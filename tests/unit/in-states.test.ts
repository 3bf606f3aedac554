// What counts only while a state is held, and who is said to carry it.
import { parsePage, prove } from 'yelto';

test('what is equal while a state is held may differ there in windows of other sizes', () => {
  const html = `<!DOCTYPE html><style>.card:not(:hover), .item { font-size: inherit }
    :is(div, .box) { font-size: clamp(16px, 2vw, 24px) } .item { font-size: 16px }</style>
    <div class="card"><p>some <b class="item">words</b></p></div>`;
  const narrow = parsePage({ name: 'x', html, conditions: { width: 500 } });
  const { outcome, why } = prove(narrow, '.item { font-size: revert }').verdicts[0];
  // Whoever carries the state is named, though it stands in a list of its own.
  expect([outcome, why]).toEqual(['wins', expect.stringContaining('while :hover on .card is held')]);
});

test.each([
  ['.btn:is(:hover, :focus) { color: blue }', ':hover on .btn and :focus on .btn'],
  ['.card:hover .note { color: blue }', ':hover on .card'],
  [':hover > .note { color: blue }', ':hover on *'],
])('%s', (draft, words) => {
  const html = '<!DOCTYPE html><div class="card btn"><p class="note">some words</p></div>';
  expect(prove(parsePage({ name: 'x', html }), draft).verdicts[0].why).toContain(words);
});
