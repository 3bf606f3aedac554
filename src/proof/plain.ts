import {
  alikeInContest,
  elementOf,
  isEverSaid,
  isPlainlySaid,
  saysPlainly,
  type Target,
} from '../cascade/index.js';
import { drawnControls } from '../facts/index.js';
import type { Page } from '../page/index.js';
import type { WrittenDeclaration } from '../sheet/index.js';
import { physicalLonghandsOf } from '../value/index.js';
import { isFirstText } from './first-text.js';

/**
 * Whether a declaration and all that may stand in its place on some targets, under whatever conditions, say by their texts alone what
 * the computed value is: then sizes of fonts and colours further out are no concern of it.
 */
export function isPlainOn(
  page: Page,
  targets: readonly Target[],
  said: Pick<WrittenDeclaration, 'property' | 'value'>,
): boolean {
  const own = physicalLonghandsOf(said.property);
  if (!own.every((name) => saysPlainly(said, name))) return false;
  const mayMove = isMoved(page, own);
  return alikeInContest(page, targets).every(
    (target) =>
      !isFirstText(target) &&
      !drawnControls.test(elementOf(target).tag) &&
      own.every((name) => isPlainlySaid(page, target, name)) &&
      !(mayMove && isEverSaid(page, target, 'animation-name')),
  );
}

/** Whether any keyframes of a page or its draft set one of these longhands. */
export function isMoved({ overlay }: Page, longhands: readonly string[]): boolean {
  return overlay!.styles.keyframes.some(({ places }) =>
    [...places.keys()].flatMap(physicalLonghandsOf).some((name) => longhands.includes(name)),
  );
}
