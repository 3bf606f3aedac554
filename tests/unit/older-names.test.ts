// Pseudo-elements that browsers know by an older name as well: rules for either compete.
import { contest, parsePage, prove } from 'yelto';

const page = (css: string) =>
  parsePage({
    name: 'x',
    html: `<!DOCTYPE html><style>${css}</style><input class="a" placeholder="name"><input class="b" type="file">`,
  });
const colours = (css: string, at: string, pseudo: string) => {
  const one = page(css);
  return contest(one, { element: one.select(at)[0], pseudo }, 'color').entries.map(
    ({ declaration }) => declaration.value,
  );
};

test.each([
  ['::placeholder', '::-webkit-input-placeholder', '.a'],
  ['::file-selector-button', '::-webkit-file-upload-button', '.b'],
])('%s and %s', (name, older, at) => {
  expect(colours(`input${older} { color: red } ${at}${name} { color: blue }`, at, name).slice(0, 2)).toEqual([
    'blue',
    'red',
  ]);
  expect(
    colours(`input${at}${older} { color: red } ${at}${name} { color: blue }`, at, name).slice(0, 2),
  ).toEqual(['red', 'blue']);
  const verdict = (css: string, draft: string) => prove(page(css), draft).verdicts[0];
  // A sheet that says nothing else would be what was pasted before.
  expect(verdict(`${at}${older} { color: red; top: 0 }`, `${at}${name} { color: red }`).outcome).toBe(
    'needless',
  );
  expect(verdict(`input${at}${older} { color: red }`, `${at}${name} { color: blue }`)).toMatchObject({
    outcome: 'loses',
    why: expect.stringContaining(`input${at}${older}`),
  });
});

test('others stay what they are', () => {
  expect(colours('.a::-webkit-search-cancel-button { color: red }', '.a', '::placeholder')).not.toContain(
    'red',
  );
});

test.each([':-webkit-autofill', ':-internal-autofill-selected', ':-internal-autofill-previewed'])(
  '%s is a state of fields, and spoils no list',
  (state) => {
    const [verdict] = prove(page(''), `p, .a${state} { color: red }`).verdicts;
    expect(verdict.outcome).toBe('wins');
    const held = page(`.a${state} { color: red }`);
    expect(prove(held, `.a${state} { color: blue }`).verdicts[0]).toMatchObject({ outcome: 'wins' });
    expect(prove(held, '.a { color: blue }').verdicts[0].outcome).not.toBe('loses');
  },
);
