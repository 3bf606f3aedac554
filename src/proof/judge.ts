import { cannotTell, uncontained } from './contained.js';
import type { NoEffectCondition } from '../facts/index.js';
import {
  animationsOn,
  contest,
  draftTargets,
  isValueAlready,
  physicalLonghand,
  reasonAgainstWinner,
  sourceLabel,
  unfilledOn,
  type Declaration,
  type Entry,
  type Target,
  type Unfilled,
} from '../cascade/index.js';
import type { Conditions, Page, StyleBlock } from '../page/index.js';
import { count, list, placeText } from '../text/index.js';
import { longhandsOf, splitShorthand } from '../value/index.js';
import { noEffectOn } from './box.js';
import { neverAwake } from './never-awake.js';
import { moverOf } from './in-motion.js';
import type { Sighting, Spot } from './look.js';
import type { Remedies } from './remedies.js';
import type { RuleStates } from './states.js';
import type { Outcome } from './types.js';
import { matchesNothing } from './no-match.js';
import { isRead, nearRead } from './read-variables.js';
import { twinWords } from './twins.js';

/** One declaration of the draft, with its rule. */
export interface Drafted {
  readonly declaration: Declaration;
  readonly block: StyleBlock;
  readonly states: RuleStates;
  /** Offsets in the draft. */
  readonly start: number;
  readonly end: number;
}

export interface Judgement {
  readonly outcome: Outcome;
  readonly why: string;
  readonly remedy?: string;
  readonly conditions: Conditions;
}

/** What to do with a declaration that is needless whatever else the draft says. */
export const takeOut = 'Take the declaration out.';

/** Sums up what was seen of one declaration on one page. */
export function judge(
  laid: Page,
  drafted: Drafted,
  sightings: readonly Sighting[],
  remedies: Remedies,
): Judgement {
  const found = judgeByWhatIsRead(laid, drafted, sightings, remedies);
  const unread = laid.styles.sheets.find(({ status }) => status === 'unread');
  // What matches nothing does so whatever a sheet says.
  if (!unread || found.outcome === 'matches-nothing') return found;
  return {
    outcome: 'cannot-tell',
    conditions: found.conditions,
    why: `by all that could be read it ${wordsOf[found.outcome]}, but the sheet "${unread.href ?? unread.label}" could not be read, and may say otherwise`,
    remedy: 'Look at the thing on the live page, with yelto try; or save the page with its sheets.',
  };
}

const wordsOf: Readonly<Record<Outcome, string>> = {
  wins: 'wins',
  partly: 'wins in part',
  loses: 'loses',
  needless: 'changes nothing',
  'no-effect': 'shows nothing',
  'matches-nothing': 'matches nothing',
  invalid: 'is not valid',
  'cannot-tell': 'cannot be told',
};

function judgeByWhatIsRead(
  laid: Page,
  drafted: Drafted,
  sightings: readonly Sighting[],
  remedies: Remedies,
): Judgement {
  const { block } = drafted;
  const views = new Set(sightings.map(({ look }) => look.view.tree));
  const matches = [...views].some((tree) => {
    const { look } = sightings.find((one) => one.look.view.tree === tree)!;
    return draftTargets(look.view, block).length > 0;
  });
  if (!matches) return matchesNothing(laid, drafted, remedies);
  const awake = sightings.filter(({ isAsleep }) => !isAsleep);
  if (awake.length === 0) return neverAwake(laid, drafted.block);
  const working = workingIn(awake);
  if (working.length) return works(laid, drafted, awake, working, remedies);
  // What loses at one width may count at another, where nobody knows.
  const open = awake.find(({ unknown }) => unknown.length > 0);
  if (open) return cannotTell(drafted, open);
  const beaten = nearest(laid, awake, ({ beaten: spots }) => spots.length > 0);
  if (beaten) return loses(drafted, beaten, beaten.beaten[0], '', { awake, remedies });
  const animated = awake.find(({ animated: spots }) => spots.length > 0);
  if (animated) return losesToAnimation(drafted, animated, '');
  return needless(laid, drafted, awake, remedies);
}

/** The sighting of that kind at the page's own conditions, which the person has before them; else the first. */
function nearest(
  laid: Page,
  sightings: readonly Sighting[],
  isMeant: (one: Sighting) => boolean,
): Sighting | undefined {
  const own = (one: Sighting) =>
    one.look.words === '' && one.look.view.conditions.width === laid.conditions.width;
  return sightings.find((one) => isMeant(one) && own(one)) ?? sightings.find(isMeant);
}

function works(
  laid: Page,
  drafted: Drafted,
  awake: readonly Sighting[],
  working: readonly Sighting[],
  remedies: Remedies,
): Judgement {
  const hindered = hindrance(drafted, working);
  const shown = nearest(laid, working, (one) => !!hindered || !hindrance(drafted, [one]))!;
  const { view } = shown.look;
  if (hindered)
    return {
      outcome: 'no-effect',
      conditions: view.conditions,
      why: `it wins, but has no effect: ${hindered.why}`,
      remedy: hindered.remedy && remedies.adding(drafted, hindered.remedy, [shown]),
    };
  const losing = nearest(laid, awake, ({ beaten }) => beaten.length > 0);
  if (losing)
    return loses(drafted, losing, losing.beaten[0], `${whereWords(awake, losing)} `, { awake, remedies });
  const animated = awake.find((one) => one.animated.length > 0);
  if (animated) return losesToAnimation(drafted, animated, `${whereWords(awake, animated)} `);
  const unfilled = withoutValue(drafted.declaration, countingIn(working));
  if (unfilled)
    return {
      outcome: 'partly',
      conditions: view.conditions,
      why: `it beats the page’s value and puts none in its place, as ${unfilled.why}`,
      remedy: unfilled.remedy,
    };
  return wins(drafted, shown);
}

function wins(drafted: Drafted, { look: { view, words }, counts }: Sighting): Judgement {
  const mover = drafted.declaration.important ? undefined : moverOf(view, counts);
  const moved = mover ? `; the animation ${mover} moves it from there, as long as it goes on` : '';
  return {
    outcome: 'wins',
    conditions: view.conditions,
    why: `wins on ${count(amountOf(counts), 'element')}${whileWords(drafted)}${words ? `, ${words}` : ''}${moved}`,
  };
}

/** Whether a declaration wins, at least in part, whatever else is seen of it: told by looks in which it counts and shows. */
export function isSeenAtWork(laid: Page, drafted: Drafted, now: readonly Sighting[]): boolean {
  const working = workingIn(now);
  return isAllRead(laid) && working.length > 0 && !hindrance(drafted, working);
}

/** Whether all sheets of a page could be read. */
export const isAllRead = ({ styles }: Page): boolean =>
  styles.sheets.every(({ status }) => status !== 'unread');

/** Why a declaration has a value on none of these targets; undefined where it has one on any. */
function withoutValue(
  declaration: Declaration,
  seen: Iterable<readonly [Page, readonly Spot[]]>,
): Unfilled | undefined {
  let first: Unfilled | undefined;
  for (const [view, spots] of seen)
    for (const target of spots.flatMap(({ targets }) => targets)) {
      const unfilled = unfilledOn(view, target, declaration);
      if (!unfilled) return undefined;
      first ??= unfilled;
    }
  return first;
}

const countingIn = (sightings: readonly Sighting[]) =>
  sightings.map(({ look, counts }) => [look.view, counts] as const);

const workingIn = (sightings: readonly Sighting[]) => sightings.filter(({ counts }) => counts.length > 0);

/**
 * That a declaration wins, told by what was seen of it in one look, where nothing can beat it; undefined where it
 * does not count there, shows nothing, or leaves a thing without a value.
 */
export function winsUnbeaten(laid: Page, drafted: Drafted, now: readonly Sighting[]): Judgement | undefined {
  if (!isSeenAtWork(laid, drafted, now)) return undefined;
  const working = workingIn(now);
  if (withoutValue(drafted.declaration, countingIn(working))) return undefined;
  // While a state is held it may count on more.
  const most = working.toSorted((a, b) => amountOf(b.counts) - amountOf(a.counts));
  return wins(
    drafted,
    most.find((one) => !hindrance(drafted, [one]))!,
  );
}

const whileWords = ({ states: { words } }: Drafted) =>
  words.length ? `, while ${list(words)} ${words.length > 1 ? 'are' : 'is'} held` : '';

/** Why a declaration that wins shows nothing anywhere; undefined where it may show. */
function hindrance(
  { declaration }: Drafted,
  working: readonly Sighting[],
): { why: string; remedy?: string } | undefined {
  const { property, value } = declaration;
  if (property.startsWith('--') && working.every(({ look }) => !isRead(look.view, property)))
    return unreadVariable(working[0].look.view, property);
  if (/[“”‘’„]/.test(value.replace(/"[^"]*"|'[^']*'/g, '')))
    return {
      why: 'curly quotes are letters like any other, so it names something that is not there',
      remedy: `Use straight quotes: ${value.replace(/[“”„]/g, '"').replace(/[‘’]/g, "'")}`,
    };
  let first: NoEffectCondition | undefined;
  for (const { look, counts } of working) {
    for (const { targets, longhands } of counts)
      for (const target of targets)
        for (const longhand of longhands) {
          const found = noEffectOn(look.view, target, longhand, { written: property });
          if (!found || (found.isOfValue && hasRival(look.view, target, longhand))) return undefined;
          first ??= found;
        }
  }
  return first && { why: `${first.why} (${first.section})`, remedy: first.remedy || undefined };
}

function unreadVariable(view: Page, name: string): { why: string; remedy?: string } {
  const near = nearRead(view, name);
  const why = 'nothing on this page reads the variable';
  return near.length ? { why, remedy: `Did you mean ${list(near, 'or')}?` } : { why };
}

/** Whether another declaration than the winner's would give a value. */
const hasRival = (view: Page, target: Target, longhand: string) =>
  contest(view, target, longhand).entries.length > 1;

function loses(
  drafted: Drafted,
  sighting: Sighting,
  { targets: [target], longhands: [longhand] }: Spot,
  where: string,
  { awake, remedies }: { awake: readonly Sighting[]; remedies: Remedies },
): Judgement {
  const { view } = sighting.look;
  const [rival] = contest(view, target, longhand).entries;
  const reason = reasonAgainstWinner(view, target, longhand, drafted.declaration) ?? 'it is stronger';
  const { words } = sighting.look;
  return {
    outcome: where ? 'partly' : 'loses',
    conditions: view.conditions,
    why: `${where}loses${!where && words ? ` ${words}` : ''} to ${rivalWords(view, rival)}: ${reason}`,
    remedy: remedies.stronger(drafted, awake),
  };
}

function losesToAnimation(drafted: Drafted, { look, animated }: Sighting, where: string): Judgement {
  const [{ targets, longhands }] = animated;
  const [target, longhand] = [targets[0], longhands[0]];
  const name = animationsOn(look.view, target).get(longhand)?.name;
  const { property, value } = drafted.declaration;
  return {
    outcome: where ? 'partly' : 'loses',
    conditions: look.view.conditions,
    why: `${where}it beats every rule, but loses to the animation ${name}, which goes on and beats all that is not important`,
    remedy: `Write ${property}: ${value} !important; or add animation: none to the same rule.`,
  };
}

function needless(laid: Page, drafted: Drafted, awake: readonly Sighting[], remedies: Remedies): Judgement {
  if (drafted.block.containers.length && awake.every((one) => one.own.length === 0))
    return { outcome: 'no-effect', conditions: laid.conditions, ...uncontained(laid, drafted) };
  const same = nearest(laid, awake, (one) => one.same.length > 0);
  const undone = nearest(laid, awake, ({ own }) => own.length > 0);
  const isOwnSheet = (entry: Entry | undefined) =>
    entry?.declaration.sheet === undefined ? false : entry.declaration.sheet >= laid.styles.sheets.length;
  if (undone && !same) {
    const lines = new Set<number>();
    for (const { look, own } of awake)
      for (const { targets, longhands } of own) {
        const [top] = contest(look.view, targets[0], longhands[0]).entries;
        if (isOwnSheet(top)) lines.add(top.declaration.line);
      }
    const told = list([...lines].sort((a, b) => a - b).map(String));
    return {
      outcome: 'needless',
      conditions: undone.look.view.conditions,
      why: `the draft sets it again wherever it matches (line ${told})`,
      remedy: 'Take the declaration out, or the later one.',
    };
  }
  const target = same?.same[0]?.targets[0];
  const hindered = same && target ? sameAnyway(same.look.view, target, drafted.declaration) : undefined;
  if (hindered)
    return {
      outcome: 'no-effect',
      conditions: same!.look.view.conditions,
      why: `it wins, but has no effect: ${hindered.why} (${hindered.section})`,
      remedy: hindered.remedy ? remedies.adding(drafted, hindered.remedy, [same!]) : undefined,
    };
  const unfilled = withoutValue(
    drafted.declaration,
    awake.map((one) => [one.look.view, one.same] as const),
  );
  if (unfilled)
    return {
      outcome: 'needless',
      conditions: (same ?? awake[0]).look.view.conditions,
      why: `it puts no value in place of what the page has without it, as ${unfilled.why}`,
      remedy: unfilled.remedy,
    };
  const twin = twinWords(awake, drafted.declaration);
  return {
    outcome: 'needless',
    conditions: (same ?? awake[0]).look.view.conditions,
    why: twin ?? `the page has the same value without it${whileWords(drafted)}`,
    remedy: twin ? 'Take one of the two out, not both.' : takeOut,
  };
}

/** What keeps a value from being another although the declaration says another; undefined where it says the same. */
function sameAnyway(
  view: Page,
  target: Target,
  { property, value }: Declaration,
): NoEffectCondition | undefined {
  const [longhand] = longhandsOf(property);
  if (longhand === undefined) return undefined;
  const name = physicalLonghand(view, target, longhand);
  const hindrance = noEffectOn(view, target, name, { isSame: true });
  if (!hindrance) return undefined;
  const part = splitShorthand(property, value)?.get(longhand);
  return part === undefined || isValueAlready(view.bare, target, name, part) ? undefined : hindrance;
}

const amountOf = (spots: readonly Spot[]) => spots.reduce((sum, { targets }) => sum + targets.length, 0);

function whereWords(awake: readonly Sighting[], losing: Sighting): string {
  const isLosing = (one: Sighting) => one.beaten.length + one.animated.length > 0;
  if (losing.look.words) return `wins, but ${losing.look.words} it`;
  const plain = awake.filter(({ look }) => look.words === '');
  const clean = plain.filter((one) => !isLosing(one) && one.counts.length > 0);
  if (clean.length === 0) {
    const [amount, more] = [amountOf(losing.counts), amountOf(losing.beaten)];
    return amount
      ? `wins on ${count(amount, 'element')}, but on ${more} more it`
      : `wins elsewhere, but here it`;
  }
  const lost = plain.filter(isLosing);
  const least = (sightings: readonly Sighting[]) => Math.min(...sightings.map(({ look }) => look.from));
  const most = (sightings: readonly Sighting[]) => Math.max(...sightings.map(({ look }) => look.to));
  if (most(lost) < least(clean)) return `wins from ${least(clean)} px up, below that it`;
  if (least(lost) > most(clean)) return `wins up to ${most(clean)} px, above that it`;
  return `wins at some widths, at ${losing.look.view.conditions.width} px it`;
}

function rivalWords(view: Page, { declaration, selector }: Entry): string {
  const { sheet, line, column } = declaration;
  if (sheet === undefined)
    return `${sourceLabel(view, declaration)} (${declaration.property}: ${declaration.value})`;
  return `${placeText({ file: sourceLabel(view, declaration), line, column })}${selector ? ` (${selector})` : ''}`;
}
