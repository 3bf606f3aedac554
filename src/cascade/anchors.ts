// Sizes and places that are taken from another box, where it is sure that there is none (CSS Anchor Positioning 1).
import type { Page, StyleSet } from '../page/index.js';
import {
  after,
  kinds,
  plainlySpelled,
  readTokens,
  skipSpace,
  tokenText,
  type Tokens,
} from '../text/index.js';
import { elementOf, pseudoOf, type Target } from './types.js';

/** Whether a value takes a place or a size from an anchor. */
export const asksForAnchor = (value: string): boolean =>
  value.includes('(') && /(?<![\w-])anchor(-size)?\(/i.test(value);

/** Why a thing has no anchor: it is not positioned, none is named, or nothing on the page has the name. */
export type AnchorLack = 'position' | 'name' | { readonly unnamed: string };

/** What is specified on a target. */
type ValueOn = (target: Target, longhand: string) => string;

/**
 * A value with the fallback of each function whose anchor is not there in its place; undefined where one has none. Where there may be an
 * anchor the function stays: how it is laid out no text tells.
 */
export function withoutAnchors(
  page: Page,
  target: Target,
  value: string,
  valueOn: ValueOn,
): string | undefined {
  if (!asksForAnchor(value)) return value;
  const tokens = readTokens(value);
  return filledIn(tokens, 0, tokens.count, (from, to) => lackOf(page, target, tokens, [from, to], valueOn));
}

/** Why an anchor is not there that a value asks for and gives no fallback for; undefined where none is missing. */
export function anchorLack(
  page: Page,
  target: Target,
  value: string,
  valueOn: ValueOn,
): AnchorLack | undefined {
  let found: AnchorLack | undefined;
  const tokens = readTokens(value);
  filledIn(tokens, 0, tokens.count, (from, to) => {
    const lack = lackOf(page, target, tokens, [from, to], valueOn);
    // What is asked last is that which ends the search.
    if (lack) found = lack;
    return lack;
  });
  return found;
}

const isAnchor = (tokens: Tokens, at: number): boolean =>
  tokens.types[at] === kinds.Function && /^anchor(-size)?\($/i.test(tokenText(tokens, at));

function filledIn(
  tokens: Tokens,
  from: number,
  to: number,
  isMissing: (from: number, to: number) => AnchorLack | undefined,
): string | undefined {
  let text = '';
  for (let at = from; at < to; at++) {
    const close = Math.min(tokens.closes[at], to);
    if (!isAnchor(tokens, at)) {
      text += tokenText(tokens, at);
      continue;
    }
    if (!isMissing(at + 1, close)) {
      // What would stand for it is asked for no more.
      text += tokenText(tokens, at, close + 1);
      at = close;
      continue;
    }
    const from = fallbackIn(tokens, at, close);
    const fallback = from < close ? filledIn(tokens, from, close, isMissing)?.trim() : undefined;
    if (fallback === undefined) return undefined;
    text += fallback;
    at = close;
  }
  return text;
}

/** Where what stands for a missing anchor begins: behind a comma, or where a size is asked of none by name; the end where there is none. */
function fallbackIn(tokens: Tokens, open: number, close: number): number {
  let comma = open + 1;
  while (comma < close && tokens.types[comma] !== kinds.Comma) comma = after(tokens, comma);
  if (comma < close) return comma + 1;
  const first = skipSpace(tokens, open + 1, close);
  const isAlone =
    first < close && tokens.types[first] !== kinds.Ident && /size/i.test(tokenText(tokens, open));
  return isAlone ? first : close;
}

function lackOf(
  page: Page,
  target: Target,
  tokens: Tokens,
  [from, to]: readonly [number, number],
  valueOn: ValueOn,
): AnchorLack | undefined {
  const { tag, attributes } = elementOf(target);
  // What opens above the page is positioned, whatever it says, and hangs on what has opened it.
  const mayOpen = tag === 'dialog' || attributes.has('popover') || pseudoOf(target) !== '';
  if (!mayOpen && !/^(absolute|fixed)$/i.test(valueOn(target, 'position'))) return 'position';
  const named = nameIn(tokens, from, to) ?? dashed.exec(valueOn(target, 'position-anchor'))?.[0];
  if (named === undefined) return mayOpen ? undefined : 'name';
  return isGiven(page, named, valueOn) ? undefined : { unnamed: named };
}

const dashed = /^--[^\s]+$/;

/** The name of an anchor before or behind the side that is meant. */
function nameIn(tokens: Tokens, from: number, to: number): string | undefined {
  for (let at = from; at < to && tokens.types[at] !== kinds.Comma; at = after(tokens, at)) {
    const text = tokens.types[at] === kinds.Ident ? plainlySpelled(tokenText(tokens, at)) : '';
    if (text.startsWith('--')) return text;
  }
  return undefined;
}

/** Names that a text's rules give to anchors, with what is not told by itself. */
interface Given {
  readonly names: ReadonlySet<string>;
  readonly isOpen: boolean;
}

const given = new WeakMap<StyleSet, Given>();

function givenBy(styles: StyleSet): Given {
  let found = given.get(styles);
  if (!found) {
    const values = styles.blocks.flatMap(({ declarations }) =>
      declarations.flatMap((one) => (one.property === 'anchor-name' ? one.value : [])),
    );
    const names = new Set(values.flatMap((value) => value.split(/[\s,]+/)).map(plainlySpelled));
    given.set(styles, (found = { names, isOpen: values.some((value) => value.includes('(')) }));
  }
  return found;
}

/** Whether anything on a page may have a name as an anchor. */
function isGiven(page: Page, name: string, valueOn: ValueOn): boolean {
  const texts = [page.styles, page.overlay?.styles, ...page.components].filter((one) => one !== undefined);
  const all = texts.map(givenBy);
  const isIn = (text: string) => text.split(/[\s,;:]+/).includes(name);
  return (
    all.some(({ names }) => names.has(name)) ||
    page.elements.some(({ attributes }) => isIn(attributes.get('style') ?? '')) ||
    (all.some(({ isOpen }) => isOpen) && page.elements.some((one) => isIn(valueOn(one, 'anchor-name'))))
  );
}
