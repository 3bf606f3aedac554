// Rules that name a state, and what they say.
import { saysPlainly } from '../cascade/index.js';
import type { StyleBlock, StyleSet } from '../page/index.js';
import { physicalLonghandsOf } from '../value/index.js';

type Filed = ReadonlyMap<string, readonly StyleBlock[]>;

const filedOnes = new WeakMap<StyleSet, Filed>();

/** Rules that name a state by the longhands that they set; a platform's are filed once for all drafts. */
export function filed(styles: StyleSet): Filed {
  let found = filedOnes.get(styles);
  if (!found) filedOnes.set(styles, (found = file(styles)));
  return found;
}

function file({ blocks }: StyleSet): Filed {
  const found = new Map<string, StyleBlock[]>();
  for (const rule of blocks) {
    // A quick look; which states they are is read from the compiled selectors.
    if (!/[:[]|is-|has-|active|open/i.test(rule.fullSelector)) continue;
    for (const longhand of new Set(
      rule.declarations.flatMap(({ property }) => physicalLonghandsOf(property)),
    )) {
      const known = found.get(longhand);
      if (known) known.push(rule);
      else found.set(longhand, [rule]);
    }
  }
  return found;
}

/** Whether a rule says nothing of these longhands that hangs on more than its text, nor of the animations that may move them. */
export const isPlainRule = (
  { containers, declarations }: StyleBlock,
  longhands: readonly string[],
): boolean =>
  containers.length === 0 &&
  declarations.every(
    (one) =>
      longhands.every((name) => saysPlainly(one, name)) &&
      !physicalLonghandsOf(one.property).includes('animation-name'),
  );

export const stepsBack = ({ fullSelector }: StyleBlock) => /:not\(/i.test(fullSelector);

/**
 * Whether the longhands would get another value than this one while the rule's state is held: by the rule, as it is
 * written, or because a rule for all but that state steps back.
 */
export function saysElse(rule: StyleBlock, { names, own, text }: Said): boolean {
  const isBack = stepsBack(rule);
  return rule.declarations.some(({ property, value }) => {
    const isOther = isBack || value !== text;
    return physicalLonghandsOf(property).some((name) => names.has(name) && (isOther || !own.has(name)));
  });
}

/** What a declaration says, and all that its value may hang on. */
export interface Said {
  readonly names: ReadonlySet<string>;
  /** Of these its own longhands. */
  readonly own: ReadonlySet<string>;
  readonly text: string;
}
