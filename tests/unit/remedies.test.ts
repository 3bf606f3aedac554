// What a verdict proposes to add to a rule; tests/remedies.test.ts has an engine judge it on random drafts.
import { parsePage, prove } from 'yelto';

const remedyOf = (draft: string, body = '<p class=a><span class=b>x</span></p>', css = '') => {
  const page = parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}` });
  return prove(page, draft).verdicts[0].remedy;
};
const adds = 'Add display: inline-block to the same rule.';

describe('what makes a width count is told where it would', () => {
  test.each([
    ['.b { width: 50px }'],
    ['.b { width: 50px !important; color: red }'],
    ['@media (min-width: 300px) { .b { width: 50px } }'],
    ['.a { .b { width: 50px } }'],
    ['.b:hover { width: 50px }'],
    ['.a:hover .b { width: 50px }'],
    ['.b, .nowhere { width: 50px }'],
  ])('%s', (draft) => expect(remedyOf(draft)).toBe(adds));
});

describe('and not where something else keeps it from helping', () => {
  test('a later line of the same rule', () => {
    expect(remedyOf('.b { width: 50px; display: inline }')).toBeUndefined();
  });

  test('a stronger rule of the draft', () => {
    expect(remedyOf('.b { width: 50px } .a .b { display: inline }')).toBeUndefined();
  });

  test('a rule of the site', () => {
    expect(remedyOf('.b { width: 50px }', undefined, '.a .b { display: inline }')).toBeUndefined();
  });

  test('a later line on all but a shape, of which nothing is said', () => {
    const body = '<p class=a><span class=b>x</span></p><svg><g class=b></g></svg>';
    expect(remedyOf('.b { align-items: center; display: contents }', body)).toBeUndefined();
  });

  test('an earlier line is no hindrance', () => {
    const page = parsePage({ name: 'x', html: '<!DOCTYPE html><p class=a><span class=b>x</span></p>' });
    const [, width] = prove(page, '.b { display: inline; width: 50px }').verdicts;
    expect(width.remedy).toBe(adds);
  });
});

test('on pages with components too', () => {
  const body = `<p class=a><span class=b>x</span></p><x-host><template shadowrootmode=open><i>y</i></template></x-host>`;
  expect(remedyOf('.b { width: 50px }', body)).toBe(adds);
});
