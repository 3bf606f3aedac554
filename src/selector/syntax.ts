import { pseudoClasses } from '../facts/index.js';
import { after, kinds, nearest, tokenText, YeltoError, type Tokens } from '../text/index.js';

export function isDelim(tokens: Tokens, at: number, text: string): boolean {
  return at < tokens.count && tokens.types[at] === kinds.Delim && tokenText(tokens, at) === text;
}

/** The error for a selector, with the column of the token at fault. */
export function selectorError(tokens: Tokens, at: number, reason: string, remedy = ''): YeltoError {
  const { text } = tokens;
  const shown = text.length > 60 ? `${text.slice(0, 59)}…` : text.trim();
  return new YeltoError(`The selector "${shown}" is not valid: ${reason}.`, {
    line: 1,
    column: tokens.starts[Math.min(at, tokens.count)] + 1,
    text,
    remedy,
  });
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
