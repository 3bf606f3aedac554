// Every verdict on random ordinary drafts, judged by a real engine: a declaration takes effect where taking it out
// changes a computed value of a thing that it matches, in some window, medium, preference or state.
import fc from 'fast-check';
import type { Browser } from 'playwright-core';
import { prove, type Verdict } from 'yelto';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, offsetsIn, runsOr, seed, pageOf } from './support/judging.js';
import { EffectJudge, type Effect } from './support/effects.js';
import { PictureJudge } from './support/pictures.js';
import {
  FurtherWorlds,
  isOfThisEngine,
  isToldAsUsed,
  mayEndNativeLook,
  measuresFonts,
  nudgedAt,
  withHeld,
} from './support/worlds.js';
import { caseOf, ordinaryCase, rarerCase, type OrdinaryCase } from './support/ordinary.js';
import { declarationOf, ruleOf } from './support/ordinary-rules.js';
import { richerCase } from './support/richer.js';
import { enclosedCase } from './support/enclosed-cases.js';
import { frameworkCase } from './support/framework-cases.js';
import { olderCase } from './support/older.js';
import { compiledCase } from './support/compiled.js';
import { longListCase } from './support/long-lists.js';
import { presentCase } from './support/present.js';
import { minifiedCase } from './support/minified.js';
import { newerCase, newerThemes } from './support/newer.js';

let browser: Browser;
let judge: EffectJudge;
let pictures: PictureJudge;
const openJudges = async () => {
  judge = await EffectJudge.open(browser);
  pictures = await PictureJudge.open(browser);
};
beforeAll(async () => {
  browser = await startEngine();
  await openJudges();
});
afterAll(() => browser.close());

const runs = runsOr(2);
/** Of words that may stand in boxes further in, where no computed value tells of them. */
const isOfFirstText = ({ selector }: Verdict): boolean => /::?first-(line|letter)\b/i.test(selector);

/** What the engine contradicts, in words; undefined where it agrees. */
function contradiction({ outcome, why }: Verdict, effect: Effect): string | undefined {
  const works = effect.changes.length > 0;
  switch (outcome) {
    case 'wins':
    case 'partly':
      return works ? undefined : 'it changes nothing';
    case 'loses':
    case 'needless':
      return effect.matters
        ? `it changes something: ${effect.changes.find((one) => !one.includes('only computed'))}`
        : undefined;
    case 'matches-nothing':
      return effect.matches ? `${effect.matches} match` : undefined;
    case 'invalid':
      return effect.isValid ? 'the engine keeps it' : undefined;
    case 'no-effect':
      // A computed value may well change; the picture may not.
      return undefined;
    default:
      return why ? undefined : 'no reason is given';
  }
}

const evenText = '* { font-size: 100px !important; line-height: 120px !important }';

/** Whether a declaration that is said to have no effect is seen in a picture, under the verdict's conditions. */
async function seen(one: OrdinaryCase, verdict: Verdict, start: number): Promise<string | undefined> {
  const { states, end } = one.declarations.find((placed) => placed.start === start)!;
  await pictures.under(verdict.conditions);
  // That a first letter is drawn by itself moves it a little, whatever it takes.
  const instead = isOfFirstText(verdict) ? '--read-by-nobody: 0' : '';
  const without = one.draft.slice(0, start) + instead + one.draft.slice(end);
  // Text that stands between two pixels is drawn on either, whatever moves it there; what moves is seen at each size.
  const sizes = /^margin/.test(verdict.declaration.property) ? [[evenText], []] : [[]];
  const isSeen = async (held: typeof states) => {
    for (const even of sizes) {
      const now = await pictures.picture(one.html, [...one.sheets, one.draft, ...even], held);
      if (now === (await pictures.picture(one.html, [...one.sheets, without, ...even], held))) return false;
    }
    return true;
  };
  for (const held of states.length ? [[], states] : [[]])
    // A picture that was taken while something was still being drawn is not seen twice.
    if ((await isSeen(held)) && (await isSeen(held))) return 'the picture is another without it';
  return undefined;
}

/** What is false of a case; of one that the engine itself cannot draw nothing is known. */
async function falsehoods(one: OrdinaryCase): Promise<string[]> {
  try {
    return await falsehoodsOf(one);
  } catch (error) {
    if (!String(error).includes('Target crashed')) throw error;
    note('the engine’s tab crashed');
    await openJudges();
    return [];
  }
}

async function falsehoodsOf(one: OrdinaryCase): Promise<string[]> {
  const page = pageOf(one);
  const { verdicts, aside } = prove(page, one.draft);
  // A draft that says what the page says already is proven as though it were not there yet.
  if (aside.length) {
    note('set aside');
    return [];
  }
  const effects = await judge.effects(one);
  const further = new FurtherWorlds(judge, one);
  const offsetOf = offsetsIn(one.draft);
  const told = new Map(verdicts.map((verdict) => [offsetOf(verdict.declaration), verdict]));
  const wrong: string[] = [];
  for (const [start, effect] of effects) {
    const verdict = told.get(start);
    if (!verdict) continue;
    if (isOfThisEngine(verdict.selector, verdict.declaration.property)) continue;
    note(verdict.outcome);
    let doubted = contradiction(verdict, effect);
    const isSaidToWork = /^(wins|partly)$/.test(verdict.outcome);
    // What wins in one state over what a rule says in another is seen in both at a time, and what is handed down in one alone.
    if (doubted && isSaidToWork && (await further.some(start, ({ changes }) => changes.length > 0))) continue;
    if (doubted && isToldAsUsed(verdict.selector, verdict.declaration)) continue;
    const asHeld = isSaidToWork && doubted ? withHeld(one, verdict.conditions.held) : undefined;
    if (asHeld) {
      note('while just that is held');
      if ((await judge.effects(asHeld)).get(start)?.changes.length) continue;
    }
    if (doubted && isSaidToWork && measuresFonts(one, verdict.declaration.value)) {
      const nudged = nudgedAt(one, start);
      doubted = contradiction(verdict, (await judge.effects(nudged)).get(start) ?? effect);
    }
    const { outcome } = verdict;
    // One word alone shows nothing of what lies between words, and of nine weights a font draws two.
    const { property: name, value: said } = verdict.declaration;
    const isSeenNowhere =
      /^(word-spacing|font-weight)$/.test(name) || (name === 'font' && /^(inherit|unset|revert)/.test(said));
    const mayEndNative = mayEndNativeLook(page, verdict.selector, name);
    if (doubted && isSaidToWork && mayEndNative) {
      // No computed value tells; native-look.test.ts has pictures of it.
      note('a control’s look');
      continue;
    }
    if (doubted) {
      note('asked anew');
      doubted = contradiction(verdict, (await judge.effects(one, undefined, true)).get(start) ?? effect);
      if (!doubted) continue;
    }
    if (doubted && isOfFirstText(verdict) && isSaidToWork) {
      if (isSeenNowhere || (await seen(one, verdict, start))) continue;
    }
    const isToBeSeen =
      (outcome === 'no-effect' && effect.changes.length > 0) ||
      // Shaded lines of the current colour are drawn lighter here than those that are said to be of it.
      (outcome === 'needless' && (mayEndNative ? !/color$/.test(name) : isOfFirstText(verdict)));
    const contradicted = doubted ?? (isToBeSeen ? await seen(one, verdict, start) : undefined);
    if (!contradicted) continue;
    const { property, value } = verdict.declaration;
    wrong.push(
      `${verdict.outcome} “${property}: ${value}” in “${verdict.selector}” (${verdict.why}), but ${contradicted}`,
    );
  }
  return wrong;
}

/** Pages on which endless animations move what values hang on, and what is handed down. */
const moving = caseOf(
  ruleOf(
    declarationOf({
      animation: ['glow 2s infinite', 'grow 2s infinite', 'slide 1s infinite', 'glow 2s', 'none', 'glow 1s infinite, grow 2s infinite'],
      color: ['black', 'red', 'inherit', 'currentcolor', 'var(--tone)'],
      'font-size': ['16px', '1em', 'inherit', '20px'],
      margin: ['1em', '16px', '0', 'inherit'],
      padding: ['inherit', '1em', '16px', 'var(--gap)'],
      border: ['1px solid', '1px solid black', 'none', 'inherit'],
      'line-height': ['1.5', '1.5em', '24px', 'inherit'],
      opacity: ['1', '0.5', 'inherit'],
      fill: ['currentcolor', 'black'],
      '--gap': ['1em', '10px', '20px'],
      '--tone': ['black', 'teal'],
      'background-color': ['currentcolor', 'black', 'transparent'],
      'letter-spacing': ['0.1em', 'normal', '1.6px'],
    }),
  ),
  {
    head: fc.constant(
      '@keyframes glow { to { color: red } } @keyframes grow { from { font-size: 30px } } @keyframes slide { 50% { margin: 3px; opacity: 0 } }',
    ),
  },
); // prettier-ignore

/** Values that are the same where they are said, and other ones where they are handed down to. */
const handedDown = fc.oneof(
  caseOf(
    ruleOf(
      declarationOf({
        color: ['black', 'red', 'black', 'inherit', 'currentcolor', 'var(--tone)', 'unset'],
        fill: ['currentcolor', 'black', 'inherit', 'currentcolor', 'unset', 'initial'],
        'text-shadow': ['1px 1px', '1px 1px currentcolor', '1px 1px black', 'inherit', 'none', 'unset'],
        'caret-color': ['currentcolor', 'auto', 'black', 'inherit', 'unset'],
        '-webkit-text-fill-color': ['currentcolor', 'black', 'inherit', 'initial'],
        'background-color': ['currentcolor', 'black', 'inherit', 'transparent'],
        border: ['1px solid', '1px solid black', 'inherit'],
        '--tone': ['black', 'currentcolor', 'inherit', 'red'],
      }),
    ),
  ),
  caseOf(
    ruleOf(
      declarationOf({
        'line-height': ['1.5', '1.5em', '150%', '24px', 'inherit', 'normal'],
        'font-size': ['16px', '1em', '20px', 'inherit', '100%', 'medium'],
        'font-weight': ['bolder', 'bold', '700', 'inherit', 'lighter'],
        'letter-spacing': ['0.1em', '1.6px', 'inherit', 'normal'],
        'text-indent': ['10%', '1em', '16px', '0', 'inherit'],
        'font-family': ['monospace', 'serif', 'monospace, monospace', 'inherit'],
        'text-align': ['start', 'left', 'match-parent', 'inherit', 'center'],
        direction: ['ltr', 'rtl', 'inherit'],
        stroke: ['currentcolor', 'none', 'black', 'inherit', 'url(#a) currentcolor', 'context-fill'],
        'text-emphasis': ['dot', 'dot currentcolor', 'dot black', 'none', 'inherit'],
        'scrollbar-color': ['currentcolor black', 'black currentcolor', 'black black', 'auto'],
        color: ['black', 'red', 'inherit', 'currentcolor'],
      }),
    ),
  ),
);

/** The same pages where lines run downwards. */
const sideways = fc
  .tuple(fc.oneof(ordinaryCase, richerCase, enclosedCase), fc.constantFrom('vertical-rl', 'vertical-lr'))
  .map(([one, mode]): OrdinaryCase => ({
    ...one,
    sheets: [...one.sheets.slice(0, -1), `${one.sheets.at(-1)!}\nhtml { writing-mode: ${mode} }`],
  }));

test.each([
  ['', ordinaryCase],
  [' of rarer properties', rarerCase],
  [' on richer pages', richerCase],
  [' of frameworks’ rules', frameworkCase],
  [' whose values hang on what encloses things', enclosedCase],
  [' on pages whose sheets were made small', minifiedCase],
  [' of old habits', olderCase],
  [' written for older browsers', compiledCase],
  [' of long lists', longListCase],
  [' of what is written lately', presentCase],
  [' where animations go on', moving],
  [' of what is handed down', handedDown],
  [' where lines run downwards', sideways],
  ...newerThemes.map((theme): [string, typeof ordinaryCase] => [
    ` with newer things, ${theme},`,
    newerCase(theme),
  ]),
])(
  `verdicts on ${runs} random drafts%s are what the engine shows (SEED=${seed})`,
  (_, cases) => expectNothingFalse(cases, runs, falsehoods),
  judgeTime,
);
