import { ident, string } from 'css-tree';
import type { AtRule, Content } from '../sheet/index.js';
import { after, kinds, readTokens, skipSpace, tokenText } from '../text/index.js';

type IsValid = (property: string, value: string) => boolean;

/**
 * The name of an `@keyframes` and the properties that it sets (CSS Animations 1 §3); undefined where a browser drops it.
 * Frames that are not written as such, and what is important in them, count for nothing.
 */
export function readKeyframes(
  { prelude, contents }: AtRule,
  isValid: IsValid,
): { name: string; properties: readonly string[] } | undefined {
  const name = nameIn(prelude);
  if (name === undefined || !contents) return undefined;
  const properties = new Set<string>();
  for (const frame of contents)
    if (frame.kind === 'rule' && isFrame(frame.prelude))
      for (const property of setIn(frame.contents, isValid)) properties.add(property);
  return { name, properties: [...properties] };
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

/** Whether a prelude is a list of `from`, `to`, shares from 0% to 100% and shares of a named range. */
function isFrame(prelude: string): boolean {
  const tokens = readTokens(prelude);
  let at = skipSpace(tokens, 0);
  for (;;) {
    if (at >= tokens.count) return false;
    const word = tokenText(tokens, at);
    const isWord = tokens.types[at] === kinds.Ident;
    if (!isWord || !/^(from|to)$/i.test(word)) {
      if (isWord && !ranges.test(word)) return false;
      if (isWord) at = skipSpace(tokens, at + 1);
      const share =
        at < tokens.count && tokens.types[at] === kinds.Percentage ? parseFloat(tokenText(tokens, at)) : NaN;
      if (!(isWord ? Number.isFinite(share) : share >= 0 && share <= 100)) return false;
    }
    at = skipSpace(tokens, after(tokens, at));
    if (at >= tokens.count) return true;
    if (tokens.types[at] !== kinds.Comma) return false;
    at = skipSpace(tokens, at + 1);
  }
}

function setIn(contents: readonly Content[], isValid: IsValid): string[] {
  return contents.flatMap((content) =>
    content.kind === 'declarations'
      ? content.declarations.flatMap(({ property, value, important }) =>
          !important && property.toLowerCase() !== 'all' && isValid(property, value) ? [property] : [],
        )
      : [],
  );
}
