import { elementOf, type Target } from '../cascade/index.js';
import type { Held, Page, PageElement } from '../page/index.js';
import { YeltoError } from '../text/index.js';
import { writeThroughDoor } from './doors.js';
import { heldThere } from './held.js';
import { alikeTargets } from './reach.js';
import type { Override, Wish } from './types.js';

/**
 * The rule for targets in shadow trees, which are reached by what their components open; `write` gives the one for their
 * hosts.
 * @throws YeltoError for targets inside and outside at once, and for a state that nothing is in.
 */
export function writeInside(
  [page, ...others]: readonly Page[],
  asked: Wish,
  write: (pages: readonly Page[], wish: Wish, atLeast: number) => Override,
): Override {
  if (!asked.at.every((target) => elementOf(target).host !== null))
    throw new YeltoError('Some of the targets stand inside a component, and others do not.', {
      remedy: 'Write one rule for each.',
    });
  const isAlike = asked.reach === 'alike';
  const targets = isAlike ? alikeTargets(page, asked.at) : asked.at;
  const held = heldInside(page, targets, asked);
  return writeThroughDoor({
    page: held.carriers.length ? page.under({ held: held.carriers }) : page,
    targets,
    wish: asked,
    ...held,
    others: others.map((other) => ({
      page: held.carriers.length ? other.under({ held: heldThere(other, held.carriers) }) : other,
      targets: isAlike ? alikeTargets(other, targets) : [],
    })),
    // Nobody sets this, so that the selector need only tell the hosts from others.
    find: (hosts, strength) => {
      const { reach, avoid } = asked;
      return write([page], { at: hosts, set: { '--any': '0' }, reach, avoid, held: held.outside }, strength);
    },
  });
}

/** The hosts around an element, the nearest first. */
function* hostsOf({ host }: PageElement): Iterable<PageElement> {
  for (let at = host; at; at = at.host) yield at;
}

interface HeldInside {
  readonly carriers: readonly Held[];
  /** Those in the document itself, of which a selector for the hosts may speak. */
  readonly outside: readonly Held[];
  /** The state where the targets themselves are in it, as it stands behind `::part()`; '' for none. */
  readonly ownState: string;
  /** Whether it is one that no rule of a page can speak of. */
  readonly isUnsayable: boolean;
}

function heldInside(page: Page, targets: readonly Target[], wish: Wish): HeldInside {
  const carriers = (wish.held ?? []).flatMap(({ selector, element, state }): Held[] => {
    const found = element
      ? likeElement(page, targets, element, wish)
      : carriersOf(page, targets, selector ?? ':root');
    if (found.length === 0)
      throw new YeltoError(`Nothing matches ${selector}, so nothing is in the state ${state}.`, {
        text: selector,
        remedy: 'Name the thing itself, its component or what stands around it, with the state behind it.',
      });
    return found.map((one) => ({ element: one, state }));
  });
  const [first] = carriers;
  const isOwn =
    carriers.length > 0 &&
    targets.every((target) => carriers.some(({ element }) => element === elementOf(target)));
  const outside = isOwn ? [] : carriers.filter(({ element }) => element!.host === null);
  // Behind `::part()` pseudo-classes may stand, and nothing else (CSS Shadow Parts 1 §3).
  const isPseudoClass = isOwn && !/^[.[]/.test(first.state);
  const ownState = isPseudoClass ? first.state.replace(/^(?!:)/, ':') : '';
  return { carriers, outside, ownState, isUnsayable: carriers.length > outside.length && ownState === '' };
}

/** What stands to each target as an element stands to the first: the target itself, a host around it, or any of its kind. */
function likeElement(
  page: Page,
  targets: readonly Target[],
  element: PageElement,
  { at: [first], reach }: Wish,
): PageElement[] {
  const around = (target: Target) => [elementOf(target), ...hostsOf(elementOf(target))];
  const steps = around(first).indexOf(element);
  if (steps >= 0) return [...new Set(targets.flatMap((target) => around(target)[steps] ?? []))];
  return reach === 'alike' ? alikeTargets(page, [element]).map(elementOf) : [element];
}

/** In the document, parts among them, or in the trees around the targets. */
function carriersOf(page: Page, targets: readonly Target[], selector: string): PageElement[] {
  const hosts = new Set(targets.flatMap((target) => [...hostsOf(elementOf(target))]));
  return [...page.select(selector), ...[...hosts].flatMap((host) => page.select(selector, host))];
}
