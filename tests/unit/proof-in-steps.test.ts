// A proof that pauses, for callers that have other things to do in between.
import { parsePage, prove, proveInSteps } from 'yelto';

const page = (css: string, body: string) =>
  parsePage({ name: 'x', html: `<!DOCTYPE html><style>${css}</style>${body}` });
const text = '<p class="a">x</p>';

describe('a proof in steps', () => {
  const draft = '.a { color: red; margin: 0 }\n.c:hover { color: blue }\n@bogus x;';
  const pages = [page('.a { color: teal }', text), page('', '<p class=c>y')];

  test('comes to the same end, and counts each declaration on each page', () => {
    const steps = proveInSteps(pages, draft);
    const told: string[] = [];
    for (let step = steps.next(); ; step = steps.next()) {
      if (step.done) {
        expect(step.value).toEqual(prove(pages, draft));
        break;
      }
      told.push(`${step.value.proven} of ${step.value.of}`);
    }
    expect(told.filter((one, i) => one !== told[i - 1])).toEqual([1, 2, 3, 4, 5, 6].map((n) => `${n} of 6`));
  });

  test('pauses on the way to one verdict, for each set of states that is looked at', () => {
    const states = ['hover', 'focus', 'active'].map((state) => `.b:${state} .a { margin: 1px }`);
    const one = page(states.join(''), '<div class=b><p class=a>x</div>');
    const told = [...proveInSteps(one, '.a { margin-top: 1em }')];
    expect(told.filter(({ proven }) => proven === 0).length).toBeGreaterThan(3);
    expect(told.at(-1)).toEqual({ proven: 1, of: 1 });
  });

  test('can be left in the middle, and another one begun on the same page', () => {
    proveInSteps(pages[0], draft).next();
    expect(prove(pages[0], draft)).toEqual(prove(page('.a { color: teal }', text), draft));
  });
});
