import { ident, string } from 'css-tree';
import type { AtRule, Content, WrittenDeclaration } from '../sheet/index.js';
import type { Keyframes } from './style-set.js';
import { after, kinds, readTokens, skipSpace, tokenText } from '../text/index.js';

type IsValid = (property: string, value: string) => boolean;

/**
 * The name of an `@keyframes`, the properties that it sets, and to what (CSS Animations 1 §3); undefined where a browser drops it.
 * Frames that are not written as such, and what is important in them, count for nothing.
 */
export function readKeyframes(
  { prelude, contents }: AtRule,
  isValid: IsValid,
): Pick<Keyframes, 'name' | 'places' | 'values'> | undefined {
  const name = nameIn(prelude);
  if (name === undefined || !contents) return undefined;
  const found = new Map<string, number[]>();
  const values: string[] = [];
  for (const frame of contents) {
    const own = frame.kind === 'rule' ? placesIn(frame.prelude) : undefined;
    if (frame.kind !== 'rule' || !own?.length) continue;
    for (const { property, value } of setIn(frame.contents, isValid)) {
      values.push(value);
      const known = found.get(property);
      if (known) known.push(...own);
      else found.set(property, [...own]);
    }
  }
  return { name, places: found, values };
}

/** What a browser drops of an animation, with where it begins. [] for nothing. */
export function framesDropped({
  prelude,
  contents = [],
  start,
}: AtRule): { readonly offset: number; readonly message: string; readonly remedy: string }[] {
  if (nameIn(prelude) === undefined) {
    const message = `"@keyframes ${prelude}" gives the animation no name, so a browser drops it`;
    return [{ offset: start, message, remedy: 'Write: @keyframes name { from { … } to { … } }.' }];
  }
  return contents.flatMap((frame) => {
    if (frame.kind !== 'rule' || placesIn(frame.prelude)) return [];
    const message = `"${frame.prelude}" is no moment of an animation, so a browser drops what stands in it`;
    return [{ offset: frame.start, message, remedy: 'Write from, to, or a share such as 50%.' }];
  });
}

/** What is written like a keyword needs quotes (CSS Animations 1 §3). */
const noName = /^(none|default|initial|inherit|unset|revert|revert-layer)$/i;

function nameIn(prelude: string): string | undefined {
  const tokens = readTokens(prelude);
  const at = skipSpace(tokens, 0);
  if (at >= tokens.count || skipSpace(tokens, at + 1) < tokens.count) return undefined;
  const written = tokenText(tokens, at);
  if (tokens.types[at] === kinds.String) return string.decode(written);
  if (tokens.types[at] !== kinds.Ident) return undefined;
  const name = ident.decode(written);
  return noName.test(name) ? undefined : name;
}

const ranges = /^(cover|contain|entry|exit|entry-crossing|exit-crossing|scroll)$/i;

/**
 * The places of a frame, from 0 to 1; undefined where it is written as none. Those in a named range count for
 * animations that a scroller drives alone (Scroll-driven Animations 1 §4), and are left out.
 */
function placesIn(prelude: string): number[] | undefined {
  const tokens = readTokens(prelude);
  const places: number[] = [];
  let at = skipSpace(tokens, 0);
  for (;;) {
    if (at >= tokens.count) return undefined;
    const word = tokenText(tokens, at).toLowerCase();
    const isWord = tokens.types[at] === kinds.Ident;
    if (isWord && /^(from|to)$/.test(word)) places.push(word === 'from' ? 0 : 1);
    else {
      if (isWord && !ranges.test(word)) return undefined;
      if (isWord) at = skipSpace(tokens, at + 1);
      const share =
        at < tokens.count && tokens.types[at] === kinds.Percentage ? parseFloat(tokenText(tokens, at)) : NaN;
      if (!(isWord ? Number.isFinite(share) : share >= 0 && share <= 100)) return undefined;
      if (!isWord) places.push(share / 100);
    }
    at = skipSpace(tokens, after(tokens, at));
    if (at >= tokens.count) return places;
    if (tokens.types[at] !== kinds.Comma) return undefined;
    at = skipSpace(tokens, at + 1);
  }
}

function setIn(contents: readonly Content[], isValid: IsValid): WrittenDeclaration[] {
  return contents.flatMap((content) =>
    content.kind === 'declarations'
      ? content.declarations.filter(
          ({ property, value, important }) =>
            !important && property.toLowerCase() !== 'all' && isValid(property, value),
        )
      : [],
  );
}
