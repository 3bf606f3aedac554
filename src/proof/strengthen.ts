import { compileSelectors, type Page, type StyleBlock } from '../page/index.js';
import { packSpecificity, selectorTexts } from '../selector/index.js';
import { after, kinds, readTokens, tokenText, YeltoError, type Tokens } from '../text/index.js';

/** Names repeated more often than this are no rule that anyone would write. */
const mostRepeats = 8;

/**
 * A rule's selector list, each selector as strong as it must be and matching what it matched: a name of it repeated,
 * the root put before it, an id where only an id is enough. undefined where none of these does.
 */
export function strengthened(laid: Page, { fullSelector }: StyleBlock, strength: number): string | undefined {
  const parts = selectorTexts(fullSelector).map((text) => stronger(laid, text, strength));
  return parts.every((part) => part !== undefined) ? parts.join(', ') : undefined;
}

function stronger(laid: Page, text: string, strength: number): string | undefined {
  if (weightOf(laid, text) >= strength) return text;
  const before = reachOf(laid, text);
  for (const step of [repeatedName, withRoot, withId]) {
    let longer: string | undefined = text;
    for (let times = 0; times < mostRepeats && longer !== undefined; times++) {
      longer = step(longer);
      if (longer === undefined || weightOf(laid, longer) < strength) continue;
      if (reachOf(laid, longer) === before) return longer;
      break;
    }
  }
  return undefined;
}

function weightOf(laid: Page, text: string): number {
  try {
    return packSpecificity(compileSelectors(laid.tree, text)[0].specificity);
  } catch (error) {
    if (error instanceof YeltoError) return -1;
    throw error;
  }
}

/** What a selector matches as the page stands, to be compared. */
function reachOf(laid: Page, text: string): string {
  return laid
    .select(text)
    .map(({ index }) => index)
    .join();
}

/** Repeats the last class of the selector, else its last attribute or id, where it stands. */
function repeatedName(text: string): string | undefined {
  const tokens = readTokens(text);
  const found =
    lastOf(tokens, (at) => tokenText(tokens, at) === '.' && tokens.types[at + 1] === kinds.Ident) ??
    lastOf(tokens, (at) => tokens.types[at] === kinds.LeftSquareBracket);
  if (!found) return undefined;
  const [from, to] = found;
  const name = tokenText(tokens, from, to);
  const end = tokens.starts[to];
  return text.slice(0, end) + name + text.slice(end);
}

/** The last simple selector of a kind outside of brackets, from its first token up to the one behind it. */
function lastOf(tokens: Tokens, isMeant: (at: number) => boolean): [number, number] | undefined {
  let found: [number, number] | undefined;
  for (let at = 0; at < tokens.count; at = after(tokens, at))
    if (isMeant(at)) found = [at, tokenText(tokens, at) === '.' ? at + 2 : after(tokens, at)];
  return found;
}

function withRoot(text: string): string {
  if (/^:root(:root)*(?=\s)/.test(text)) return `:root${text}`;
  return /^(html|:root)(?![\w-])/i.test(text) ? text.replace(/^(html|:root)/i, '$1:root') : `:root ${text}`;
}

/** An id that nothing has, in a `:not()`: as strong as an id, and matches everything. */
function withId(text: string): string {
  const tokens = readTokens(text);
  let end = text.length;
  for (let at = 0; at < tokens.count; at = after(tokens, at)) {
    const isPseudoElement =
      tokens.types[at] === kinds.Colon &&
      (tokens.types[at + 1] === kinds.Colon ||
        /^(before|after|first-line|first-letter)$/i.test(tokenText(tokens, at + 1)));
    if (isPseudoElement && tokens.types[at - 1] !== kinds.Colon) end = Math.min(end, tokens.starts[at]);
  }
  const front = text.slice(0, end).trimEnd();
  return `${front}${front ? '' : '*'}:not(#_)${text.slice(end)}`;
}
