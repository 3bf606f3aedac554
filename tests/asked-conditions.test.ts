// In which medium and with which preferences a page would look otherwise: those in which an engine shows something else, or in which
// other rules are in force.
import fc from 'fast-check';
import { askedConditions } from 'yelto';
import { answerIn } from './support/engine.js';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, pageOf, runsOr, seed, wholePage } from './support/judging.js';

const tab = engineTab();
const runs = runsOr(8);

const ways = [
  { is: { colorScheme: 'dark' }, told: /dark/ },
  { is: { reducedMotion: 'reduce' }, told: /reduced-motion is reduce/ },
  { is: { contrast: 'more' }, told: /contrast is more/ },
  { is: { media: 'print' }, told: /print/ },
] as const;
const usual = { colorScheme: 'light', reducedMotion: 'no-preference', contrast: 'no-preference', media: 'screen' } as const; // prettier-ignore

const query = fc.constantFrom('print', 'screen', '(prefers-color-scheme: dark)', '(prefers-color-scheme: light)', 'not (prefers-color-scheme: dark)', '(prefers-reduced-motion: reduce)', '(prefers-reduced-motion)', '(prefers-contrast: more)', '(min-width: 5000px)', '(min-width: 100px)', 'print and (prefers-color-scheme: dark)', 'screen and (prefers-reduced-motion: no-preference)', 'nonsense', 'not all', '(prefers-color-scheme: dark), print', '(color) and (prefers-contrast)'); // prettier-ignore
const says = fc.constantFrom('color: red', 'color: nonsense', 'top: 1px', '--x: 1', '', 'color: light-dark(red, blue)', 'color-scheme: light dark', 'color-scheme: dark', 'color: Canvas', 'background: Canvas', '--y: light-dark(red, tan)', 'color: var(--y)', 'border: 1px solid light-dark(red, red)', 'margin: 0'); // prettier-ignore
const selector = fc.constantFrom('p', '.a', '.nope', ':root', ':unknown', 'body');
const rule = fc.tuple(selector, fc.array(says, { minLength: 1, maxLength: 2 })).map(([name, all]) => `${name} { ${all.join('; ')} }`); // prettier-ignore
const group = fc.oneof(
  { weight: 2, arbitrary: rule },
  { weight: 4, arbitrary: fc.tuple(query, fc.array(rule, { maxLength: 2 })).map(([asks, all]) => `@media ${asks} { ${all.join(' ')} }`) }, // prettier-ignore
  { weight: 2, arbitrary: fc.tuple(query, query, rule).map(([one, two, inner]) => `@media ${one} { @media ${two} { ${inner} } }`) }, // prettier-ignore
  { weight: 1, arbitrary: fc.tuple(query, rule).map(([one, inner]) => `@supports (top: 1foo) { @media ${one} { ${inner} } }`) }, // prettier-ignore
  { weight: 1, arbitrary: query.map((one) => `@import "data:text/css,p{color:teal}" ${one};`) },
);
const cases = fc.record({ sheets: fc.array(fc.array(group, { minLength: 1, maxLength: 4 }).map((all) => all.join('\n')), { minLength: 1, maxLength: 2 }) }); // prettier-ignore

/** Runs in the page: what it shows, and the rules in force that say something. */
function shown(_: null): { values: string; rules: string } {
  const values = [...document.querySelectorAll('html, body, body *')].map((one) => {
    const style = getComputedStyle(one);
    return [...style].map((name) => style.getPropertyValue(name)).join('|');
  });
  const under = (text: string, holds: boolean, list: CSSRuleList | undefined): string[] =>
    holds && list ? inForce(list).map((rule) => `${text} ${rule}`) : [];
  const inForce = (list: CSSRuleList): string[] =>
    [...list].flatMap((one) => {
      if (one instanceof CSSImportRule)
        return under(one.media.mediaText, matchMedia(one.media.mediaText).matches, one.styleSheet?.cssRules);
      if (one instanceof CSSMediaRule)
        return under(one.conditionText, matchMedia(one.conditionText).matches, one.cssRules);
      if (one instanceof CSSSupportsRule)
        return under(one.conditionText, CSS.supports(one.conditionText), one.cssRules);
      return one instanceof CSSStyleRule && one.style.length > 0 ? [one.cssText] : [];
    });
  return {
    values: values.join('\n'),
    rules: [...document.styleSheets].flatMap((one) => inForce(one.cssRules)).join('\n'),
  };
}

async function wrongs({ sheets }: { sheets: string[] }): Promise<string[]> {
  const one = { html: '<html><head></head><body><p class="a">x</p><b>y</b></body></html>', sheets };
  const words = askedConditions(pageOf(one)).map((each) => each.words);
  await tab().setContent(wholePage(one));
  // Each way alone, and with each mix of the others: what asks for two of them shows nothing with one.
  const looks: { values: string; rules: string }[] = [];
  for (let mix = 0; mix < 1 << ways.length; mix++) {
    const mixed = ways.filter((_, at) => mix & (1 << at)).map(({ is }) => is);
    await tab().emulateMedia(Object.assign({}, usual, ...mixed));
    looks.push(await answerIn(tab(), shown, null));
  }
  const wrong: string[] = [];
  for (const [at, { is, told }] of ways.entries()) {
    const isTold = words.some((text) => told.test(text));
    const differs = (of: 'values' | 'rules') =>
      looks.some((look, mix) => mix & (1 << at) && look[of] !== looks[mix ^ (1 << at)][of]);
    const [isSeen, isInForce] = [differs('values'), differs('rules')];
    note(`${Object.values(is)[0]}: ${isSeen ? 'seen' : isInForce ? 'other rules' : 'the same'}`);
    if (isSeen && !isTold) wrong.push(`${Object.values(is)[0]} is another look, and is not told`);
    // Where the choice is left to the person what is behind the page is dark too, and nothing on it may show that.
    const isChosen = 'colorScheme' in is && /color-scheme: light dark/.test(sheets.join());
    if (!isSeen && !isInForce && !isChosen && isTold)
      wrong.push(`${Object.values(is)[0]} is told, and changes nothing`);
  }
  return wrong.map((text) => `${text}\n${sheets.join('\n---\n')}`);
}

test(
  `where ${runs} pages would look otherwise they do (SEED=${seed})`,
  () => expectNothingFalse(cases, runs, wrongs),
  judgeTime,
);
