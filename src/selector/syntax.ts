import { ident } from 'css-tree';
import { pseudoClasses } from '../facts/index.js';
import { after, kinds, nearest, readTokens, tokenText, type TokenRange, type Tokens } from '../text/index.js';

export function isDelim(tokens: Tokens, at: number, text: string): boolean {
  return (
    at < tokens.count &&
    tokens.types[at] === kinds.Delim &&
    tokens.text.charCodeAt(tokens.starts[at]) === text.charCodeAt(0)
  );
}

/** Past comments, where one more simple selector of the same compound stands behind them; else where it was. */
export function behindComments(tokens: Tokens, from: number, to: number): number {
  let at = from;
  while (at < to && tokens.types[at] === kinds.Comment) at++;
  return startsSimple(tokens, at, to) ? at : from;
}

/** Whether a simple selector, other than a type, begins at a token. */
function startsSimple(tokens: Tokens, at: number, to: number): boolean {
  if (at >= to) return false;
  const type = tokens.types[at];
  return (
    type === kinds.Hash ||
    type === kinds.LeftSquareBracket ||
    type === kinds.Colon ||
    isDelim(tokens, at, '.') ||
    isDelim(tokens, at, '&')
  );
}

/**
 * Thrown inside the parser, and nowhere out of it. Not an `Error`: sheets are full of other browsers' names,
 * and noting the call stack for each would take as long as all the parsing.
 */
export class SelectorFault {
  constructor(
    readonly at: number,
    readonly reason: string,
    /** Worked out only when somebody reads it. */
    readonly remedy: () => string = () => '',
  ) {}
}

/** Why a selector list is not valid, with the 1-based column in it of what is at fault. */
export interface SelectorProblem {
  readonly column: number;
  readonly text: string;
  readonly reason: string;
  readonly message: string;
  readonly remedy: () => string;
}

export function problemIn({ tokens, from, to }: TokenRange, fault: SelectorFault): SelectorProblem {
  const text = tokenText(tokens, from, to);
  const shown = text.length > 60 ? `${text.slice(0, 59)}…` : text.trim();
  return {
    column: tokens.starts[Math.min(fault.at, tokens.count)] - tokens.starts[from] + 1,
    text,
    reason: fault.reason,
    message: `The selector "${shown}" is not valid: ${fault.reason}.`,
    remedy: fault.remedy,
  };
}

/** The name that tokens `from` up to `to` spell, escapes undone; most have none. */
export function nameText(tokens: Tokens, from: number, to = from + 1): string {
  const text = tokenText(tokens, from, to);
  return text.includes('\\') ? ident.decode(text) : text;
}

/** The stretches of tokens between top-level commas. */
export function commaParts(tokens: Tokens, from: number, to: number): [number, number][] {
  const parts: [number, number][] = [];
  let start = from;
  for (let at = from; at < to; at = after(tokens, at)) {
    if (tokens.types[at] !== kinds.Comma) continue;
    parts.push([start, at]);
    start = at + 1;
  }
  parts.push([start, to]);
  return parts;
}

const functionNames = [
  'is',
  'where',
  'not',
  'has',
  'nth-child',
  'nth-last-child',
  'nth-of-type',
  'nth-last-of-type',
  'lang',
  'dir',
];

/** A remedy for an unknown pseudo-class; '' where nothing is spelled like it. */
export function nearPseudoClass(name: string): string {
  const near = nearest(name, [...Object.keys(pseudoClasses), ...functionNames]);
  return near.length ? `Did you mean :${near.join(' or :')}?` : '';
}

/** The selectors of a list, each as it is written; commas inside of brackets part none. */
export function selectorTexts(list: string): string[] {
  const tokens = readTokens(list);
  return commaParts(tokens, 0, tokens.count).map(([from, to]) => tokenText(tokens, from, to).trim());
}
