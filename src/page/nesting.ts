import { kinds, readTokens, tokenText, type TokenRange } from '../text/index.js';

/** A selector list as one line without comments. */
export function plainPrelude({ tokens, from, to }: TokenRange): string {
  const text = tokenText(tokens, from, to);
  if (!/[\t\n\r\f]| {2}|\/\*/.test(text)) return text;
  // Where no space can be part of a name or a string the tokens need not be looked at.
  if (!/["'\\]|\/\*/.test(text)) return text.replace(/[\t\n\r\f ]+/g, ' ').trim();
  const words: string[] = [];
  let word = '';
  for (let at = from; at < to; at++) {
    const type = tokens.types[at];
    if (type === kinds.WhiteSpace) {
      if (word) words.push(word);
      word = '';
    } else if (type !== kinds.Comment) word += tokenText(tokens, at);
  }
  if (word) words.push(word);
  return words.join(' ');
}

/** A nested rule's selector list as it would be written outside (CSS Nesting 1 §3.2). */
export function withoutNesting(text: string, parent: string): string {
  const isOne = !/[\s,>+~]/.test(parent);
  const whole = isOne ? parent : `:is(${parent})`;
  return partsOf(text)
    .map(({ written, hasParent, isRelative }) => {
      if (!hasParent) return `${whole} ${written}`;
      return isRelative ? `${whole} ${filled(written, whole)}` : filled(written, whole);
    })
    .join(', ');
}

function partsOf(text: string): { written: string; hasParent: boolean; isRelative: boolean }[] {
  const tokens = readTokens(text);
  const parts: { written: string; hasParent: boolean; isRelative: boolean }[] = [];
  let depth = 0;
  let start = 0;
  let hasParent = false;
  for (let at = 0; at <= tokens.count; at++) {
    const sign = at < tokens.count ? tokenText(tokens, at) : ',';
    if (/[([]$/.test(sign)) depth++;
    if (/^[)\]]$/.test(sign)) depth--;
    if (sign === '&') hasParent = true;
    if (sign !== ',' || (depth > 0 && at < tokens.count)) continue;
    const written = tokenText(tokens, start, at).trim();
    parts.push({ written, hasParent, isRelative: /^[>+~]/.test(written) });
    start = at + 1;
    hasParent = false;
  }
  return parts;
}

/** `&` replaced; a tag must stand first in its compound. */
function filled(text: string, parent: string): string {
  const tokens = readTokens(text);
  let result = '';
  for (let at = 0; at < tokens.count; at++) {
    const sign = tokenText(tokens, at);
    if (sign !== '&') result += sign;
    else {
      const isFirst = at === 0 || /[\s,(>+~]$/.test(result);
      result += isFirst || /^[.#:[]/.test(parent) ? parent : `:is(${parent})`;
    }
  }
  return result;
}
