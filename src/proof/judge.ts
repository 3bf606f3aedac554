import type { NoEffectCondition } from '../facts/index.js';
import {
  animationsOn,
  contest,
  reasonAgainstWinner,
  sourceLabel,
  valueOf,
  type Entry,
  type Target,
} from '../cascade/index.js';
import { writeOverride } from '../override/index.js';
import type { Conditions, DraftPlace, Held, Page } from '../page/index.js';
import { count, list, placeText, YeltoError } from '../text/index.js';
import { isSameValue, longhandsOf } from '../value/index.js';
import { boxFacts, noEffectOn } from './box.js';
import { nameOfElsewhere, nearMiss } from './near-miss.js';
import type { Drafted } from './prove.js';
import type { Outcome } from './types.js';

/** One look at a declaration: where it wins and where not; asleep while its media query does not hold. */
export interface Sighting {
  readonly view: Page;
  /** The stretch of widths (CSS px) for which the look stands. */
  readonly from: number;
  readonly to: number;
  readonly isAsleep: boolean;
  readonly wins: readonly Target[];
  readonly losses: readonly { readonly target: Target; readonly longhand: string }[];
}

interface Judgement {
  readonly outcome: Outcome;
  readonly why: string;
  readonly remedy?: string;
  readonly conditions: Conditions;
}

interface Context {
  readonly place: DraftPlace;
  /** The states that were held for it, in words. */
  readonly states: readonly string[];
  readonly held: readonly Held[];
}

/** Sums up what was seen of one declaration on one page. */
export function judge(
  page: Page,
  drafted: Drafted,
  sightings: readonly Sighting[],
  context: Context,
): Judgement {
  const awake = sightings.filter(({ isAsleep }) => !isAsleep);
  const conditions = page.conditions;
  if (awake.length === 0) {
    return {
      outcome: 'matches-nothing',
      conditions,
      why: 'its media query holds at none of the widths that were tried',
      remedy: 'Check the widths and features that the query asks for.',
    };
  }
  const touched = awake.filter(({ wins, losses }) => wins.length + losses.length > 0);
  if (touched.length === 0) return matchesNothing(page, drafted);
  // Told at the page's own width where it loses there, as that is what the person has before them.
  const isLosing = ({ losses }: Sighting) => losses.length > 0;
  const losing =
    touched.find((one) => isLosing(one) && one.view.conditions.width === page.conditions.width) ??
    touched.find(isLosing);
  if (!losing) return winning(page, drafted, touched, context);
  return falling(drafted, touched, losing, context);
}

function matchesNothing(page: Page, { block }: Drafted): Judgement {
  const base = { outcome: 'matches-nothing', conditions: page.conditions } as const;
  // A name that the site's own sheets use is no slip of the pen.
  const known = nameOfElsewhere(page, block.selectorText);
  if (known)
    return {
      ...base,
      why: `nothing on this page has ${known}, but the site’s sheets style by it, so a script adds it or another page has it`,
      remedy: `Prove it on a page that has it, or hold it: --hold "<selector>${known}".`,
    };
  const miss = nearMiss(page, block.selectorText);
  return {
    ...base,
    why: miss?.why ?? 'no element of this page matches the selector',
    remedy: miss ? `Write ${miss.selector}.` : 'Point at the thing again and look at its hooks.',
  };
}

function winning(page: Page, drafted: Drafted, touched: readonly Sighting[], { states }: Context): Judgement {
  const { width } = page.conditions;
  const { view, wins } = touched.find((one) => one.view.conditions.width === width) ?? touched[0];
  const longhands = longhandsOf(drafted.declaration.property);
  const while_ = states.length ? `, while ${list(states)} is held` : '';
  const animation = lastingAnimation(view, wins, longhands);
  if (animation && !drafted.declaration.important) {
    const { property, value } = drafted.declaration;
    return {
      outcome: 'loses',
      conditions: view.conditions,
      why: `it beats every rule, but loses to the animation ${animation}, which goes on and beats all that is not important`,
      remedy: `Write ${property}: ${value} !important; or add animation: none to the same rule.`,
    };
  }
  const { value } = drafted.declaration;
  if (/[“”‘’„]/.test(value.replace(/"[^"]*"|'[^']*'/g, ''))) {
    return {
      outcome: 'no-effect',
      conditions: view.conditions,
      why: 'it wins, but curly quotes are letters like any other, so it names something that is not there',
      remedy: `Use straight quotes: ${value.replace(/[“”„]/g, '"').replace(/[‘’]/g, "'")}`,
    };
  }
  const hindrance = commonHindrance(view, wins, longhands);
  if (hindrance) {
    const { why, remedy, section } = hindrance;
    return {
      outcome: 'no-effect',
      conditions: view.conditions,
      why: `it wins, but has no effect: ${why} (${section})`,
      remedy: remedy ? `Add ${remedy} to the same rule.` : undefined,
    };
  }
  if (
    touched.every(({ view: one, wins: won }) => won.every((target) => isEqualAnyway(one, target, longhands)))
  ) {
    return {
      outcome: 'needless',
      conditions: view.conditions,
      why: `the page sets the same value without it${while_}`,
      remedy: 'Take the declaration out.',
    };
  }
  return {
    outcome: 'wins',
    conditions: view.conditions,
    why: `wins on ${count(wins.length, 'element')}${while_}`,
  };
}

/** The name of an animation without an end that sets the property on a target; undefined for none. */
function lastingAnimation(
  view: Page,
  targets: readonly Target[],
  longhands: readonly string[],
): string | undefined {
  for (const target of targets) {
    const animations = animationsOn(view, target);
    const found = longhands.map((one) => animations.get(one)).find((one) => one?.lasting);
    if (found) return found.name;
  }
  return undefined;
}

/** What keeps every one of the longhands from working on every one of the targets; undefined where any works. */
function commonHindrance(
  view: Page,
  targets: readonly Target[],
  longhands: readonly string[],
): NoEffectCondition | undefined {
  let first: NoEffectCondition | undefined;
  for (const target of targets) {
    const box = boxFacts(view, target);
    for (const longhand of longhands) {
      const hindrance = noEffectOn(box, longhand);
      if (!hindrance) return undefined;
      first ??= hindrance;
    }
  }
  return first;
}

function isEqualAnyway(view: Page, target: Target, longhands: readonly string[]): boolean {
  return longhands.every((longhand) => {
    const before = valueOf(view.bare, target, longhand);
    return before !== '' && isSameValue(before, valueOf(view, target, longhand));
  });
}

function falling(
  drafted: Drafted,
  touched: readonly Sighting[],
  losing: Sighting,
  context: Context,
): Judgement {
  const { view } = losing;
  const [{ target, longhand }] = losing.losses;
  const { entries } = contest(view, target, longhand);
  const rival = entries[0];
  const isOwn = rival.declaration.sheet === view.overlay!.sheet;
  const wonSomewhere = touched.some(({ wins }) => wins.length > 0);
  if (isOwn && !wonSomewhere) {
    return {
      outcome: 'needless',
      conditions: view.conditions,
      why: `a later declaration of the draft (line ${rival.declaration.line}) sets it again`,
      remedy: 'Take one of the two out.',
    };
  }
  const where = wonSomewhere ? `${whereWords(touched, losing)} ` : '';
  return {
    outcome: wonSomewhere ? 'partly' : 'loses',
    conditions: view.conditions,
    why: `${where}loses to ${rivalWords(view, rival)}: ${reasonAgainstWinner(view, target, longhand, drafted.declaration) ?? 'it is stronger'}`,
    remedy: remedyFor(losing, drafted, context),
  };
}

function whereWords(touched: readonly Sighting[], losing: Sighting): string {
  const clean = touched.filter(({ losses }) => losses.length === 0);
  if (clean.length === 0)
    return `wins on ${count(losing.wins.length, 'element')}, but on ${losing.losses.length} more it`;
  const lost = touched.filter(({ losses }) => losses.length > 0);
  const least = (looks: readonly Sighting[]) => Math.min(...looks.map(({ from }) => from));
  const most = (looks: readonly Sighting[]) => Math.max(...looks.map(({ to }) => to));
  if (most(lost) < least(clean)) return `wins from ${least(clean)} px up, below that it`;
  if (least(lost) > most(clean)) return `wins up to ${most(clean)} px, above that it`;
  return `wins at some widths, at ${losing.view.conditions.width} px it`;
}

function rivalWords(view: Page, { declaration, selector }: Entry): string {
  const { sheet, line, column } = declaration;
  if (sheet === undefined)
    return `${sourceLabel(view, declaration)} (${declaration.property}: ${declaration.value})`;
  return `${placeText({ file: sourceLabel(view, declaration), line, column })}${selector ? ` (${selector})` : ''}`;
}

/** A rule that wins on all that the losing one matches; proven by the search. */
function remedyFor(
  { view, wins, losses }: Sighting,
  { declaration }: Drafted,
  { place, held }: Context,
): string | undefined {
  const { property, value } = declaration;
  const bare = view.bare.under({ held: [] });
  const at = [...wins, ...losses.map(({ target }) => target)];
  try {
    const { css, warnings } = writeOverride(bare, { at, set: { [property]: value }, panel: { place }, held });
    const hopeless = warnings.find((warning) => warning.startsWith('Nothing'));
    return hopeless ?? `Write: ${css.trim().replace(/\s+/g, ' ')}`;
  } catch (error) {
    if (error instanceof YeltoError) return error.remedy;
    throw error;
  }
}
