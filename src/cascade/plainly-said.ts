import type { Page, StyleBlock } from '../page/index.js';
import type { WrittenDeclaration } from '../sheet/index.js';
import { isInherited, longhandsOf, physicalLonghandsOf } from '../value/index.js';
import { askedByText } from './computed.js';
import type { MatchList } from './match-list.js';
import { solutionOf } from './solution.js';
import { standingCandidates } from './standing.js';
import { elementOf, pseudoOf, type Target } from './types.js';

/**
 * Whether all that is said of a longhand of a target, under whatever conditions, is said by texts that tell the computed value by
 * themselves; and the value that it has where nothing is said as well. False for what is inherited.
 */
export function isPlainlySaid(page: Page, target: Target, longhand: string): boolean {
  if (isInherited(longhand) || longhand.startsWith('--') || askedByText(undefined, longhand) !== 'nothing')
    return false;
  // What stands on the element itself is among these.
  if (!standingCandidates(page, target, longhand).every((one) => askedByText(one, longhand) === 'nothing'))
    return false;
  return solutionOf(page)
    .lists(elementOf(target).index, pseudoOf(target))
    .every((list) => saysAllPlainly(list, longhand));
}

/** Whether any rule for a target, or the element itself, says anything of a longhand, under whatever conditions. */
export const isEverSaid = (page: Page, target: Target, longhand: string): boolean =>
  standingCandidates(page, target, longhand).length > 0 ||
  solutionOf(page)
    .lists(elementOf(target).index, pseudoOf(target))
    .some(({ applied }) => applied.some(({ block }) => setsIn(block, longhand)));

const setsIn = ({ declarations }: StyleBlock, longhand: string): boolean =>
  declarations.some(({ property }) => physicalLonghandsOf(property).includes(longhand));

/** Whether what a declaration says of a longhand, if anything, hangs on nothing but its text. */
export function saysPlainly({ property, value }: Said, longhand: string): boolean {
  if (!physicalLonghandsOf(property).includes(longhand)) return true;
  const own = longhandsOf(property);
  // Of flow-relative ones it may be any part.
  const parts = own.includes(longhand) ? [longhand] : own;
  const declaration = { origin: 'author', line: 0, column: 0, property, value, important: false } as const;
  return parts.every((part) => askedByText({ declaration }, part) === 'nothing');
}

type Said = Pick<WrittenDeclaration, 'property' | 'value'>;

const known = new WeakMap<MatchList, Map<string, boolean>>();

function saysAllPlainly(list: MatchList, longhand: string): boolean {
  let byLonghand = known.get(list);
  if (!byLonghand) known.set(list, (byLonghand = new Map()));
  let answer = byLonghand.get(longhand);
  if (answer === undefined) {
    // Whether a container is large enough hangs on sizes.
    answer = list.applied.every(
      ({ block }) =>
        (block.containers.length === 0 || !setsIn(block, longhand)) &&
        block.declarations.every((one) => saysPlainly(one, longhand)),
    );
    byLonghand.set(longhand, answer);
  }
  return answer;
}
