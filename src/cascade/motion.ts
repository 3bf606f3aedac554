import { canBeAnimated, changesInSteps } from '../facts/index.js';
import type { Page } from '../page/index.js';
import { longhandsOf, topLevelPieces } from '../value/index.js';
import { computedOf } from './computed.js';
import { registeredProperty } from './registered.js';
import { solutionOf } from './solution.js';
import { elementOf, type Contest, type Target } from './types.js';

/** The animation or transition that moves a property, each as a sentence; [] for most. */
export function motionWords(page: Page, asked: Contest): string[] {
  return [animationWords(asked), transitionWords(page, asked)].filter(Boolean);
}

/** What is important beats animations (CSS Cascade 5 §6.2). */
function animationWords({ animatedBy, entries, inheritedFrom }: Contest): string {
  if (!animatedBy || (!inheritedFrom && entries[0]?.declaration.important)) return '';
  if (animatedBy.lasting && !animatedBy.alone)
    return `The animation ${animatedBy.name} moves it between this value and its own, and does not end.`;
  return animatedBy.lasting
    ? `The animation ${animatedBy.name} sets it and does not end; it beats everything that is not important.`
    : `The animation ${animatedBy.name} sets it while it runs; afterwards the rules count again.`;
}

function transitionWords(page: Page, { property, target }: Contest): string {
  const transition = transitionOf(page, target, property);
  if (!transition) return '';
  const { duration, delay, isStepped } = transition;
  if (isStepped) return `A transition puts off changes of it for up to ${secondsText(duration + delay)}.`;
  if (duration === 0) return `A transition puts off changes of it by ${secondsText(delay)}.`;
  const later = delay > 0 ? `, ${secondsText(delay)} later` : '';
  return `A transition spreads changes of it over ${secondsText(duration)}${later}.`;
}

const secondsText = (seconds: number) => `${Number(seconds.toFixed(6))}s`;

interface Transition {
  /** s, 0 or more. */
  readonly duration: number;
  /** s; below 0 where it begins on the way. */
  readonly delay: number;
  /** Whether the value changes all at once, some time on the way. */
  readonly isStepped: boolean;
}

/** What happens where a property changes (CSS Transitions 2 §2); undefined where that is at once. */
function transitionOf(page: Page, target: Target, property: string): Transition | undefined {
  if (!canBeAnimated(property)) return undefined;
  const list = (name: string) => topLevelPieces(computedOf(page, target, `transition-${name}`), ',');
  const properties = list('property');
  const solution = solutionOf(page);
  const isMeant = (name: string) =>
    // Variables are moved by their names alone, as engines have it.
    (name === 'all' && !property.startsWith('--')) ||
    longhandsOf(name).some(
      (longhand) => solution.contestedName(elementOf(target).index, longhand) === property,
    );
  const at = properties.findLastIndex(isMeant);
  if (at < 0) return undefined;
  // A list that is shorter begins anew.
  const own = (name: string) => {
    const all = list(name);
    return all[at % all.length];
  };
  const duration = Math.max(0, parseFloat(own('duration')));
  const delay = parseFloat(own('delay'));
  if (!(duration + delay > 0)) return undefined;
  const isStepped = property.startsWith('--')
    ? (registeredProperty(page, property)?.syntax ?? '*') === '*'
    : changesInSteps(property);
  if (isStepped && own('behavior') !== 'allow-discrete') return undefined;
  return { duration, delay, isStepped };
}
