// Whoever throws away all that a proof calls needless loses nothing: a real engine shows the same without it, be it one
// declaration or all of them at a time.
import type { Browser } from 'playwright-core';
import { prove } from 'yelto';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, offsetsIn, pageOf, runsOr, seed } from './support/judging.js';
import { EffectJudge } from './support/effects.js';
import fc from 'fast-check';
import { caseOf, type OrdinaryCase } from './support/ordinary.js';
import { declarationOf, ruleOf } from './support/ordinary-rules.js';
import { everyCase } from './support/richer.js';

let browser: Browser;
let judge: EffectJudge;
beforeAll(async () => {
  browser = await startEngine();
  judge = await EffectJudge.open(browser);
});
afterAll(() => browser.close());

const runs = runsOr(4);

/** Drafts that say the same again and again, in one way and another. */
const repeating = caseOf(
  ruleOf(
    declarationOf({
      color: ['red', '#f00', 'inherit', 'teal'],
      margin: ['0', '10px', '10px 0'],
      'margin-left': ['0', '10px'],
      'font-size': ['16px', '20px', '1em'],
      '--accent': ['red', 'teal'],
      border: ['1px solid var(--accent)', '1px solid red', 'none'],
    }),
  ),
);

async function lost(one: OrdinaryCase): Promise<string[]> {
  const { verdicts, aside } = prove(pageOf(one), one.draft);
  if (aside.length) return [];
  const offsetOf = offsetsIn(one.draft);
  const idle = verdicts.filter(
    ({ outcome, remedy }) => outcome === 'needless' && remedy === 'Take the declaration out.',
  );
  const starts = new Set(idle.map(({ declaration }) => offsetOf(declaration)));
  const pieces = [...new Map(one.declarations.map((each) => [each.start, each])).values()]
    .filter(({ start }) => starts.has(start))
    .sort((a, b) => b.start - a.start);
  if (pieces.length < 2) return [];
  note('taken out', pieces.length);
  const rest = pieces.reduce((text, { start, end }) => text.slice(0, start) + text.slice(end), one.draft);
  const effects = await judge.effects(one, rest);
  return idle.flatMap(({ declaration: { property, value, line, column }, selector, why }) => {
    const effect = effects.get(offsetOf({ line, column }));
    return effect?.matters
      ? [
          `“${property}: ${value}” in “${selector}” (${why}) is missed where all that is needless is gone: ${effect.changes[0]}`,
        ]
      : [];
  });
}

test(
  `nothing is missed of what is needless in ${runs} random drafts (SEED=${seed})`,
  () => expectNothingFalse(fc.oneof(everyCase, repeating), runs, lost),
  judgeTime,
);
