import { ident, string } from 'css-tree';
import { canBeAnimated } from '../facts/index.js';
import type { Keyframes, Page } from '../page/index.js';
import { kinds, readTokens, tokenText } from '../text/index.js';
import { longhandsOf } from '../value/index.js';
import { componentOfSheet } from './entries.js';
import { solutionOf } from './solution.js';
import { elementOf, pseudoOf, type Animation, type Target } from './types.js';
import { fillVariables } from './variables.js';

const none: ReadonlyMap<string, Animation> = new Map();
const known = new WeakMap<object, ReadonlyMap<string, Animation>>();

/**
 * The longhands of a target that animations set (CSS Animations 1 §4). Running animations beat every normal
 * declaration and give way to important ones (CSS Cascade 5 §6.2). Empty for most targets.
 */
export function animationsOn(page: Page, target: Target): ReadonlyMap<string, Animation> {
  const { keyframes: outer } = page.overlay?.styles ?? page.styles;
  if (outer.length === 0 && page.components.every(({ keyframes }) => keyframes.length === 0)) return none;
  const solution = solutionOf(page);
  const row = elementOf(target).index;
  const contested = solution.contested(row, pseudoOf(target));
  const named = contested.get('animation-name');
  if (!named) return none;
  const found = known.get(contested);
  if (found) return found;
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
    return (fillVariables(page, target, value) ?? '').split(/,(?![^(]*\))/);
  };
  const names = parts('animation-name');
  if (names.length === 1 && names[0] === '') return none;
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
    // What the frame at which it stops does not set is what it is without the animation (CSS Animations 1 §4).
    const stops = keeps ? lastSet(frames, counts[i % counts.length], directions[i % directions.length]) : [];
    const kept = new Set(stops.flatMap(longhandsOf));
    for (const longhand of new Set(frames.properties.flatMap(longhandsOf))) {
      if (!canBeAnimated(longhand)) continue;
      const name = solution.contestedName(row, longhand);
      const lasting = goesOn || kept.has(longhand);
      // One that is over leaves what another keeps.
      if (lasting || !animations.get(name)?.lasting) animations.set(name, { name: frames.name, lasting });
    }
  });
  if (!isOwn) known.set(contested, animations);
  return animations;
}

/** What a set of frames sets where an animation of that count and direction stops: between two frames, all that any sets. */
function lastSet(frames: Keyframes, countText: string, directionText: string): readonly string[] {
  const [, number] = /(?<![\w.+-])(\d*\.?\d+)(?![\w.%])/.exec(countText.replace(/\([^)]*\)/g, '')) ?? [];
  const count = Number(number ?? 1);
  if (!Number.isInteger(count)) return frames.properties;
  const [direction] = /(?<![\w-])(alternate-reverse|alternate|reverse)(?![\w-])/i.exec(directionText) ?? [
    'normal',
  ];
  const isBack = /reverse/i.test(direction);
  const isTurned = /alternate/i.test(direction) && count > 0 && count % 2 === 0;
  // Of no time at all it stops where it begins.
  return count > 0 === (isBack === isTurned) ? frames.last : frames.first;
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
