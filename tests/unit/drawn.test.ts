// Verdicts on what the browser draws itself, and on what its own sheet lets nobody change; tests/browser-sheet.test.ts asks an
// engine about all longhands of all elements.
import { parsePage, prove } from 'yelto';

describe('what the browser draws itself', () => {
  const verdictOn = (body: string, draft: string) => {
    const [verdict] = prove(parsePage({ name: 'x', html: `<!DOCTYPE html><body>${body}` }), draft).verdicts;
    return `${verdict.outcome} ${verdict.remedy ?? ''}`;
  };
  const native = 'no-effect Add appearance: none to the same rule.';

  test.each([
    ['<input type=checkbox class=x>', 'border: 3px solid red', native],
    ['<input type=RADIO class=x>', 'padding: 4px', native],
    // Without lines and colours there are no corners to see.
    ['<input type=radio class=x>', 'border-radius: 0', 'no-effect '],
    ['<input type=radio class=x>', 'appearance: none; border-radius: 0', 'wins '],
    ['<select class=x><option>a</select>', 'line-height: 3', native],
    ['<select multiple class=x><option>a</select>', 'line-height: 3', 'wins '],
    ['<input type=submit class=x>', 'line-height: 3', native],
    ['<button class=x>a</button>', 'line-height: 3', 'wins '],
    [
      '<fieldset><legend class=x>a</legend></fieldset>',
      'display: block',
      'needless Take the declaration out.',
    ],
  ])('%s { %s }', (body, said, told) => {
    const last = said.split('; ').at(-1)!;
    const draft = said.includes(';') ? `.x { ${last}; ${said.split('; ')[0]} }` : `.x { ${said} }`;
    expect(verdictOn(body, draft)).toBe(told);
  });

  test.each([
    ['<textarea class=x></textarea>', 'column-count: 2'],
    ['<input type=date class=x>', 'direction: rtl'],
    ['<input type=password class=x>', '-webkit-text-security: circle'],
    ['<marquee class=x>a</marquee>', 'overflow: visible'],
  ])('%s { %s } loses to what its own sheet says as important', (body, said) => {
    expect(verdictOn(body, `.x { ${said} !important }`)).toMatch(
      /^loses .*the browser’s own sheet sets it as important/,
    );
  });

  test.each([
    ['overflow: auto', 'no-effect'],
    ['overflow: hidden', 'wins'],
    ['overflow: clip', 'wins'],
    ['overflow-x: hidden', 'no-effect'],
  ])('a table neither scrolls nor hides in one direction: %s', (said, outcome) => {
    expect(verdictOn('<table class=x><tr><td>a</table>', `.x { ${said} }`).split(' ')[0]).toBe(outcome);
  });

  test('what is important holds still what an animation moves in a state of another rule', () => {
    const css =
      '<style>@keyframes fade { from { width: 10px } } .x { width: 20px } .y:hover { animation: fade 1s infinite }</style>';
    expect(verdictOn(`${css}<p class="x y">a`, '.x { width: 20px !important }')).toBe('wins ');
    expect(verdictOn(`${css}<p class="x y">a`, '.x { width: 20px }')).toMatch(/^needless/);
  });
});
