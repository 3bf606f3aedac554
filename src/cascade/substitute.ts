import {
  after,
  kinds,
  plainlySpelled,
  readTokens,
  skipSpace,
  tokenText,
  type Tokens,
} from '../text/index.js';
import { parseChoice, truthOf, type ChoiceLeaf, type Truth } from '../sheet/index.js';
import { attributeAsked, attributeFilling } from './attributes.js';

/** Characters. Variables that double each other would fill the memory; engines give up too (CSS Variables 1 §3.3). */
const longestValue = 0x10000;
/** Functions inside functions; engines stop before. */
const deepestNesting = 400;

/** Whether anything takes another text's place in a value. Most hold no function, which is cheap to see. */
export const isSubstituted = (value: string): boolean => value.includes('(') && substituting.test(value);

const substituting = /(?<![\w\x80-\uffff-])(var|env|attr|if|--[^\s(),;:]+)\(/i;

/** What a device says of itself (CSS Environment Variables 1 §3); no text tells what. */
const ofDevice =
  /^(safe-area-(max-)?inset-(top|right|bottom|left)|keyboard-inset-(top|right|bottom|left|width|height)|titlebar-area-(x|y|width|height)|viewport-segment-(top|right|bottom|left|width|height)|preferred-text-scale)$/;

/** A function of the author's with its arguments, and the functions in which it is called. */
export interface Call {
  readonly name: string;
  readonly arguments: number;
  /** What they are, filled in; that of a function that is none is not read. */
  readonly given: () => readonly (string | undefined)[];
  readonly calls?: ReadonlySet<string>;
}

/** What takes a function's place in a value, by name; undefined for nothing. */
export interface Fillings {
  readonly variable: (name: string) => string | undefined;
  /** Whether a variable stands in a circle with what is filled in. */
  readonly isCircular?: (name: string) => boolean;
  /** Once such a one has been read, all is in vain: no fallback of a variable is read any more, and no style is as it is asked. */
  readonly circle: { isMet: boolean };
  /** As it is written on the element. */
  readonly attribute: (name: string) => string | undefined;
  /** Whether what a choice asks for holds; undefined where no engine knows. */
  readonly holds: (asked: ChoiceLeaf) => Truth;
  /** What a function of the author's gives. */
  readonly result: (call: Call) => string | undefined;
  /** The functions in which this is asked. */
  readonly calls?: ReadonlySet<string>;
  /** How many calls are left: functions that call each other twice each would go on for ever. */
  readonly callsLeft: { amount: number };
}

/** The value of a variable for what is filled in; undefined for none, and in a circle. */
export function readVariable(fillings: Fillings, name: string): string | undefined {
  const value = fillings.variable(name);
  if (fillings.isCircular?.(name)) fillings.circle.isMet = true;
  return value;
}

/** Calls in one value; more are more than anybody writes. */
export const mostCalls = 5000;

/**
 * The value with each `var()` and `attr()`, and each `env()` of a name that no device has, replaced; undefined where one has
 * neither a value nor a fallback.
 */
export function substituted(value: string, fillings: Fillings): string | undefined {
  if (!isSubstituted(value)) return value;
  const tokens = readTokens(value);
  return substitutedIn(tokens, 0, tokens.count, fillings, 0);
}

function substitutedIn(
  tokens: Tokens,
  from: number,
  to: number,
  fillings: Fillings,
  depth: number,
): string | undefined {
  if (depth > deepestNesting) return undefined;
  let text = '';
  let isWhole = true;
  for (let at = from; at < to; at++) {
    if (text.length > longestValue) return undefined;
    const [, kind] =
      (tokens.types[at] === kinds.Function && /^(var|env|attr|if|--.+)\($/i.exec(tokenText(tokens, at))) ||
      [];
    if (!kind) {
      text += tokenText(tokens, at);
      continue;
    }
    const close = Math.min(tokens.closes[at], to);
    const filling = fillingOf(tokens, { at, close, name: kind }, fillings, depth);
    at = close;
    // What stands behind is read all the same, which may lead back to where this is asked.
    isWhole &&= filling !== undefined;
    if (filling === undefined) continue;
    // What is filled in never joins its neighbours to one token.
    text += /[\w%-]$/.test(text) && /^[\w%.-]/.test(filling) ? ` ${filling}` : filling;
    if (/[\w%-]$/.test(text) && /^[\w%.-]/.test(tokenText(tokens, close + 1)) && close + 1 < to) text += ' ';
  }
  return isWhole && text.length <= longestValue ? text : undefined;
}

/** A function that something takes the place of, from its name to its closing bracket. */
interface Place {
  readonly at: number;
  readonly close: number;
  readonly name: string;
}

function fillingOf(tokens: Tokens, place: Place, fillings: Fillings, depth: number): string | undefined {
  const { at, close, name } = place;
  if (name.startsWith('--')) {
    if (isInItself(tokens, place)) return undefined;
    const places = argumentsIn(tokens, place);
    return fillings.result({
      name,
      arguments: places.length,
      given: () =>
        places.map(([start, end]) => {
          if (skipSpace(tokens, start, end) >= end) return undefined;
          // A list with commas of its own stands in braces.
          const text = substitutedIn(tokens, start, end, fillings, depth + 1)?.trim();
          return text?.replace(/^\{([^]*)\}$/, '$1').trim();
        }),
      calls: fillings.calls,
    });
  }
  if (/^if$/i.test(name)) return chosenIn(tokens, at, fillings, depth);
  const first = skipSpace(tokens, at + 1, close);
  const isVariable = /^var$/i.test(name);
  const comma = isVariable ? skipSpace(tokens, first + 1, close) : commaIn(tokens, at, close);
  const own = isVariable
    ? readVariable(fillings, plainlySpelled(tokenText(tokens, first)))
    : ownOf(tokens, at, close, fillings);
  const isComma = comma < close && tokens.types[comma] === kinds.Comma;
  const hasFallback = isComma && !(isVariable && fillings.circle.isMet);
  if (own !== undefined || !hasFallback) return own;
  return substitutedIn(tokens, comma + 1, close, fillings, depth + 1)?.trim();
}

/** Whether a call stands among its own arguments: engines take that for a circle. */
function isInItself(tokens: Tokens, { at, close }: Place): boolean {
  for (let one = at + 1; one < close; one++)
    if (tokens.types[one] === kinds.Function && tokenText(tokens, one) === tokenText(tokens, at)) return true;
  return false;
}

/** What is given to a function, each from one token up to, not including, another. */
function argumentsIn(tokens: Tokens, { at, close }: Place): (readonly [number, number])[] {
  const given: (readonly [number, number])[] = [];
  if (skipSpace(tokens, at + 1, close) >= close) return given;
  for (let start = at + 1; start <= close;) {
    const comma = commaIn(tokens, start - 1, close);
    given.push([start, comma]);
    start = comma + 1;
  }
  return given;
}

/** The value of the first branch of an `if()` that holds (CSS Values 5 §8). */
function chosenIn(tokens: Tokens, open: number, fillings: Fillings, depth: number): string | undefined {
  const branches = parseChoice(tokens, open) ?? [];
  const chosen = branches.find(({ condition }) => !condition || truthOf(condition, fillings.holds) === true);
  return chosen && substitutedIn(tokens, chosen.from, chosen.to, fillings, depth + 1)?.trim();
}

/** What an `attr()` or an `env()` stands for by itself. */
function ownOf(
  tokens: Tokens,
  at: number,
  close: number,
  { attribute }: Pick<Fillings, 'attribute'>,
): string | undefined {
  const comma = commaIn(tokens, at, close);
  if (!/^attr/i.test(tokenText(tokens, at))) {
    const isKnown = ofDevice.test(tokenText(tokens, skipSpace(tokens, at + 1, comma)));
    return isKnown ? ofThisDevice(tokens, at, comma) : undefined;
  }
  const asked = attributeAsked(tokens, at + 1, comma);
  return asked && attributeFilling(asked, attribute(asked.name), comma < close);
}

/** The comma behind what a function names, past what stands in brackets there; its end where there is none. */
function commaIn(tokens: Tokens, at: number, close: number): number {
  let comma = at + 1;
  while (comma < close && tokens.types[comma] !== kinds.Comma) comma = after(tokens, comma);
  return Math.min(comma, close);
}

/** As it stands, without what counts only where there is nothing like it. */
function ofThisDevice(tokens: Tokens, from: number, comma: number): string {
  const words = Array.from({ length: comma - from }, (_, i) => tokenText(tokens, from + i));
  return `${words.join('').trim()})`;
}

/** The names of the variables that a value reads or asks about, in order; [] for none. */
export const variablesIn = (value: string): string[] => namesReadIn(value).filter((name) => !isCall(name));

/** The same, with the functions of the author's that it calls, each with its bracket. */
export function namesReadIn(value: string): string[] {
  if (!value.includes('(') || !reading.test(value)) return [];
  const names: string[] = [];
  const tokens = readTokens(value);
  for (let at = 0; at < tokens.count; at++) {
    if (tokens.types[at] !== kinds.Function) continue;
    const kind = tokenText(tokens, at).toLowerCase();
    if (kind === 'var(') {
      const name = plainlySpelled(tokenText(tokens, skipSpace(tokens, at + 1)));
      if (name.startsWith('--')) names.push(name);
    } else if (kind.startsWith('--')) {
      names.push(tokenText(tokens, at));
    } else if (kind === 'style(') {
      const close = Math.min(tokens.closes[at], tokens.count);
      for (let one = at + 1; one < close; one++) {
        const name = tokens.types[one] === kinds.Ident ? plainlySpelled(tokenText(tokens, one)) : '';
        if (name.startsWith('--')) names.push(name);
      }
    }
  }
  return names;
}

const reading = /(var|style|--[^\s(),;:]+)\(/i;

/** Whether a name that a value reads is that of a function. */
export const isCall = (name: string): boolean => name.endsWith('(');
