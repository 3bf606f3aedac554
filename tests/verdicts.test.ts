// Every verdict on random ordinary drafts, judged by a real engine: a declaration takes effect where taking it out
// changes a computed value of a thing that it matches, in some window, medium, preference or state.
import type { Browser } from 'playwright-core';
import { prove, type Verdict } from 'yelto';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, offsetsIn, runsOr, seed, pageOf } from './support/judging.js';
import { EffectJudge, type Effect } from './support/effects.js';
import { PictureJudge } from './support/pictures.js';
import { ordinaryCase, type OrdinaryCase } from './support/ordinary.js';

let browser: Browser;
let judge: EffectJudge;
let pictures: PictureJudge;
beforeAll(async () => {
  browser = await startEngine();
  judge = await EffectJudge.open(browser);
  pictures = await PictureJudge.open(browser);
});
afterAll(() => browser.close());

const runs = runsOr(20);
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

/** Whether a declaration that is said to have no effect is seen in a picture, under the verdict's conditions. */
async function seen(one: OrdinaryCase, verdict: Verdict, start: number): Promise<string | undefined> {
  const { states, end } = one.declarations.find((placed) => placed.start === start)!;
  await pictures.under(verdict.conditions);
  const without = one.draft.slice(0, start) + one.draft.slice(end);
  for (const held of states.length ? [[], states] : [[]]) {
    const [before, after] = [
      await pictures.picture(one.html, [...one.sheets, one.draft], held),
      await pictures.picture(one.html, [...one.sheets, without], held),
    ];
    if (before !== after) return 'the picture is another without it';
  }
  return undefined;
}

async function falsehoods(one: OrdinaryCase): Promise<string[]> {
  const page = pageOf(one);
  const { verdicts } = prove(page, one.draft);
  const effects = await judge.effects(one);
  const offsetOf = offsetsIn(one.draft);
  const told = new Map(verdicts.map((verdict) => [offsetOf(verdict.declaration), verdict]));
  const wrong: string[] = [];
  for (const [start, effect] of effects) {
    const verdict = told.get(start);
    if (!verdict) continue;
    note(verdict.outcome);
    const contradicted =
      contradiction(verdict, effect) ??
      (verdict.outcome === 'no-effect' && effect.changes.length
        ? await seen(one, verdict, start)
        : undefined);
    if (!contradicted) continue;
    const { property, value } = verdict.declaration;
    wrong.push(
      `${verdict.outcome} “${property}: ${value}” in “${verdict.selector}” (${verdict.why}), but ${contradicted}`,
    );
  }
  return wrong;
}

test(
  `verdicts on ${runs} random drafts are what the engine shows (SEED=${seed})`,
  () => expectNothingFalse(ordinaryCase, runs, falsehoods),
  judgeTime,
);
