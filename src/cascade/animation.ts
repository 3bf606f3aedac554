import { ident, string } from 'css-tree';
import { canBeAnimated } from '../facts/index.js';
import type { Keyframes, Page } from '../page/index.js';
import { kinds, readTokens, tokenText } from '../text/index.js';
import { longhandsOf, topLevelPieces } from '../value/index.js';
import { componentOfSheet } from './entries.js';
import type { Contested } from './contested.js';
import { solutionOf } from './solution.js';
import { elementOf, pseudoOf, type Animation, type Target } from './types.js';
import { fillVariables } from './variables.js';

const none: ReadonlyMap<string, Animation> = new Map();
const known = new WeakMap<object, ReadonlyMap<string, Animation>>();
/** By row and pseudo-element, where that is not shared. */
const ofTargets = new WeakMap<Page, Map<string, ReadonlyMap<string, Animation>>>();

/**
 * The longhands of a target that animations set (CSS Animations 1 §4). Running animations beat every normal
 * declaration and give way to important ones (CSS Cascade 5 §6.2). Empty for most targets.
 */
export function animationsOn(page: Page, target: Target): ReadonlyMap<string, Animation> {
  const { keyframes } = page.overlay?.styles ?? page.styles;
  if (keyframes.length === 0 && page.components.every((one) => one.keyframes.length === 0)) return none;
  const row = elementOf(target).index;
  const pseudo = pseudoOf(target);
  const contested = solutionOf(page).contested(row, pseudo);
  if (!contested.get('animation-name')) return none;
  const shared = known.get(contested);
  if (shared) return shared;
  let own = ofTargets.get(page);
  if (!own) ofTargets.set(page, (own = new Map()));
  const key = `${row}${pseudo}`;
  let found = own.get(key);
  if (!found) {
    const { animations, isOwn } = findOn(page, target, contested);
    own.set(key, (found = animations));
    if (!isOwn) known.set(contested, animations);
  }
  return found;
}

interface Found {
  readonly animations: ReadonlyMap<string, Animation>;
  /** Whether they hang on the page's conditions, or on more of the target than the rules that meet there. */
  readonly isOwn: boolean;
}

function findOn(page: Page, target: Target, contested: Contested): Found {
  const { keyframes: outer } = page.overlay?.styles ?? page.styles;
  const named = contested.get('animation-name')!;
  // A name is looked up in the tree whose rule says it, and then further out (CSS Scoping 1 §3.5).
  const { sheet } = named[0].declaration;
  const inner = sheet === undefined ? undefined : componentOfSheet(page, sheet)?.keyframes;
  const keyframes = inner ? [...outer, ...inner] : outer;
  // Contests are shared between conditions; what hangs on them is not.
  let isOwn = keyframes.some(({ condition }) => condition > 0);
  // Each part of the text stands for one animation, whichever of the properties it is written in.
  const parts = (longhand: string): string[] => {
    const value = contested.get(longhand)?.[0].declaration.value ?? '';
    isOwn ||= value.includes('var(');
    return topLevelPieces(fillVariables(page, target, value) ?? '', ',');
  };
  const names = parts('animation-name');
  if (names.length === 1 && names[0] === '') return { animations: none, isOwn };
  const durations = parts('animation-duration');
  const counts = parts('animation-iteration-count');
  const fills = parts('animation-fill-mode');
  const directions = parts('animation-direction');
  const animations = new Map<string, Animation>();
  names.forEach((text, i) => {
    const words = wordsIn(text);
    const meant = keyframes.filter(({ name, condition }) => words.includes(name) && page.isActive(condition));
    const frames = meant.findLast(({ isPrefixed }) => !isPrefixed) ?? meant.at(-1);
    if (!frames) return;
    const keeps = /(?<![\w-])(forwards|both)(?![\w-])/i.test(fills[i % fills.length]);
    const runs = hasLength(durations[i % durations.length]);
    // Even one of 0s that keeps its last values sets them.
    if (!runs && !keeps) return;
    const goesOn = runs && /(?<![\w-])infinite(?![\w-])/i.test(counts[i % counts.length]);
    const stop = stopOf(counts[i % counts.length], directions[i % directions.length]);
    for (const [longhand, places] of placesByLonghand(frames)) {
      if (!canBeAnimated(longhand)) continue;
      const name = solutionOf(page).contestedName(elementOf(target).index, longhand);
      // Where it stops in an end that says nothing, it is what it is without the animation (CSS Animations 1 §4).
      const isKept = keeps && (places.includes(stop) || (stop > 0 && stop < 1));
      const lasting = goesOn || isKept;
      const below = animations.get(name);
      // One that is over leaves what another keeps.
      if (!lasting && below?.lasting) continue;
      const isWhole = goesOn ? isBetween(places, 0) && isBetween(places, 1) : isBetween(places, stop);
      const alone = lasting && (isWhole || (below?.lasting === true && below.alone));
      animations.set(name, { name: frames.name, lasting, alone });
    }
  });
  return { animations, isOwn };
}

/** By longhand the places of the frames that set it. */
function placesByLonghand({ places }: Keyframes): Map<string, number[]> {
  const found = new Map<string, number[]>();
  for (const [property, own] of places)
    for (const longhand of longhandsOf(property))
      found.set(longhand, [...(found.get(longhand) ?? []), ...own]);
  return found;
}

/** Whether frames alone tell a value there: one in that place, or one on each side. */
const isBetween = (places: readonly number[], at: number) =>
  places.some((place) => place <= at) && places.some((place) => place >= at);

/** The place, from 0 to 1, at which an animation of that count and direction stops. */
function stopOf(countText: string, directionText: string): number {
  const [, number] = /(?<![\w.+-])(\d*\.?\d+)(?![\w.%])/.exec(countText.replace(/\([^)]*\)/g, '')) ?? [];
  const count = Number(number ?? 1);
  const [direction] = /(?<![\w-])(alternate-reverse|alternate|reverse)(?![\w-])/i.exec(directionText) ?? [
    'normal',
  ];
  // Of no time at all it stops where it begins; a whole number is the end of the turn before.
  const turn = Number.isInteger(count) ? Math.max(0, count - 1) : Math.floor(count);
  const share = count - turn;
  const isTurned = /alternate/i.test(direction) && turn % 2 === 1;
  return /reverse/i.test(direction) === isTurned ? share : 1 - share;
}

/** Names as they may be written in a list of animations, and strings; the word `none` names nothing. */
function wordsIn(text: string): string[] {
  const tokens = readTokens(text);
  return Array.from({ length: tokens.count }, (_, at) => {
    const written = tokenText(tokens, at);
    if (tokens.types[at] === kinds.String) return string.decode(written);
    return tokens.types[at] === kinds.Ident && !/^none$/i.test(written) ? ident.decode(written) : [];
  }).flat();
}

/** The first time in the text is the duration (CSS Animations 1 §4.10); 0s means no animation. */
function hasLength(text: string): boolean {
  const first = /(?<![\w-])([\d.]+)m?s\b/i.exec(text);
  return first !== null && Number(first[1]) > 0;
}
