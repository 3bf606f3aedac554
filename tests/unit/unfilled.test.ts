// What is said where a value comes to nothing: variables without a value, and anchors that are not there.
import { parsePage, prove, writeOverride } from 'yelto';

const css =
  ':root { --accent: teal } .b { color: var(--accent); --gap: 1px } .c:hover { --edge: 1px } .d { --edge: 2px } .y { anchor-name: --here }';
const verdict = (draft: string, html = '<p class="a">x</p>') =>
  prove(parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${html}` }), draft).verdicts.at(
    -1,
  )!;

describe('a variable without a value', () => {
  test.each([
    ['that is misspelt', 'color: var(--acent)', 'Did you mean var(--accent)?'],
    [
      'that is misspelt beside another',
      'border: 1px solid var(--acent, var(--nothing))',
      'Did you mean var(--accent)?',
    ],
    [
      'that one rule sets, elsewhere',
      'margin-top: var(--gap)',
      '.b alone sets --gap: set it on the thing too',
    ],
    ['that several rules set, elsewhere', 'margin-top: var(--edge)', '.c:hover and others set --edge'],
    ['that nobody sets', 'margin-top: var(--unheard-of)', 'Give the variable a value that fits'],
  ])('%s', (_, declaration, remedy) => {
    const { outcome, why, remedy: told } = verdict(`.a { ${declaration} }`);
    expect(outcome).toMatch(/needless|partly/);
    expect(why).toMatch(/have? no value|has no value/);
    expect(told).toContain(remedy);
  });

  test('is no guess where it has one', () => {
    expect(verdict('.a { color: var(--accent) }').outcome).toBe('wins');
    expect(verdict('.a { color: var(--acent, red) }').outcome).toBe('wins');
  });

  test('that is none of the thing’s is not guessed from names without a value there', () => {
    expect(verdict('.a { margin-top: var(--gapp) }').remedy).not.toMatch(/Did you mean/);
  });
});

describe('a variable that nobody reads', () => {
  test('is told with the name that is read', () => {
    expect(verdict('.a { --acent: red }')).toMatchObject({
      outcome: 'no-effect',
      remedy: 'Did you mean --accent?',
    });
  });

  test('or without, where none is like it', () => {
    expect(verdict('.a { --zebra: red }').remedy).toBeUndefined();
  });
});

describe('an anchor', () => {
  test.each([
    [
      'of a thing that is not positioned',
      'width: anchor-size(--here width)',
      'partly',
      /position: absolute or fixed/,
    ],
    ['that is not named', 'position: absolute; width: anchor-size(width)', 'partly', /no anchor is named/],
    [
      'that nothing has the name of',
      'position: absolute; width: anchor-size(--there width)',
      'partly',
      /anchor-name: --there/,
    ],
    ['that may be there', 'position: absolute; width: anchor-size(--here width)', 'wins', /wins on 1/],
    [
      'that is named beside',
      'position: fixed; position-anchor: --here; width: anchor-size(width)',
      'wins',
      /wins on 1/,
    ],
    ['with a fallback', 'width: anchor-size(width, 50px)', 'wins', /wins on 1/],
    ['with the value that stands there', 'width: anchor-size(width, 100px)', 'needless', /same value/],
    ['with a fallback alone', 'width: calc(anchor-size(40px) + 60px)', 'needless', /same value/],
    ['in a variable', '--w: anchor-size(width); width: var(--w)', 'partly', /position: absolute or fixed/],
    [
      'before one that would stand for it',
      'position: fixed; width: anchor-size(--here width, anchor-size(--there))',
      'wins',
      /wins on 1/,
    ],
    [
      'behind one that is not there',
      'position: fixed; width: anchor-size(--there width, anchor-size(--here))',
      'wins',
      /wins on 1/,
    ],
    [
      'that would stand for none that is',
      'position: fixed; width: anchor-size(--there, anchor-size(--nobody))',
      'partly',
      /anchor-name: --/,
    ],
    [
      'whose name stands behind its side',
      'position: fixed; width: anchor-size(width --here)',
      'wins',
      /wins on 1/,
    ],
    ['of an offset', 'position: relative; top: anchor(bottom)', 'needless', /position: absolute or fixed/],
  ])('%s', (_, declarations, outcome, why) => {
    const page = '<style>.a { width: 100px }</style><i class="y"></i><p class="a">x</p>';
    expect(verdict(`.a { ${declarations} }`, page)).toMatchObject({
      outcome,
      why: expect.stringMatching(why),
    });
  });

  test('of what opens above the page may be there', () => {
    expect(verdict('.a { width: anchor-size(width) }', '<p class="a" popover>x</p>').outcome).toBe('wins');
  });
});

describe('a wish that comes to nothing', () => {
  const warnings = (set: Readonly<Record<string, string>>) => {
    const page = parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style><p class="a">x</p>` });
    return writeOverride(page, { at: page.select('.a'), set }).warnings.join();
  };

  test('says why, and what was meant', () => {
    expect(warnings({ color: 'var(--acent)' })).toMatch(/no value in place.*Did you mean var\(--accent\)\?/);
    expect(warnings({ top: 'anchor(bottom)' })).toMatch(/position: absolute or fixed/);
  });

  test('is not said of one that the page shows', () => {
    expect(warnings({ 'margin-top': '1em' })).toContain('without a rule');
  });
});
