import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { combine, type Truth } from './media.js';

/** What an engine can do; asked by `@supports` (CSS Conditional 3 §6, 4 §4). */
export interface Abilities {
  readonly declaration: (property: string, value: string) => boolean;
  readonly selector: (text: string) => boolean;
}

/** Whether a `@supports` condition holds; one that cannot be read does not. */
export function supports(text: string, abilities: Abilities): boolean {
  const tokens = readTokens(text);
  return condition(tokens, 0, tokens.count, abilities) === true;
}

function condition(tokens: Tokens, from: number, to: number, abilities: Abilities): Truth {
  let at = skipSpace(tokens, from, to);
  if (at >= to) return undefined;
  if (tokenText(tokens, at).toLowerCase() === 'not') {
    const inner = inBrackets(tokens, skipSpace(tokens, at + 1, to), abilities);
    return inner === undefined ? undefined : !inner;
  }
  const answers: Truth[] = [inBrackets(tokens, at, abilities)];
  let joint = '';
  at = skipSpace(tokens, after(tokens, at), to);
  while (at < to) {
    const word = tokenText(tokens, at).toLowerCase();
    if ((word !== 'and' && word !== 'or') || (joint && joint !== word)) return undefined;
    joint = word;
    at = skipSpace(tokens, at + 1, to);
    if (at >= to) return undefined;
    answers.push(inBrackets(tokens, at, abilities));
    at = skipSpace(tokens, after(tokens, at), to);
  }
  return combine(answers, joint === 'or');
}

function inBrackets(tokens: Tokens, at: number, abilities: Abilities): Truth {
  const type = tokens.types[at];
  const close = Math.min(tokens.closes[at] || tokens.count, tokens.count);
  const text = tokenText(tokens, at + 1, close).trim();
  if (type === kinds.Function) {
    const name = tokenText(tokens, at).toLowerCase();
    if (name === 'selector(') return abilities.selector(text);
    if (name === 'font-tech(')
      return /^(variations|features-opentype|palettes|color-colrv[01]|incremental)$/i.test(text);
    if (name === 'font-format(') return /^(opentype|truetype|woff2?|collection)$/i.test(text);
    // What no engine knows is false, not an error (CSS Conditional 3 §6.1 <general-enclosed>).
    return false;
  }
  if (type !== kinds.LeftParenthesis) return undefined;
  const first = skipSpace(tokens, at + 1, close);
  const isDeclaration =
    tokens.types[first] === kinds.Ident && tokens.types[skipSpace(tokens, first + 1, close)] === kinds.Colon;
  if (!isDeclaration) {
    const inner = condition(tokens, first, close, abilities);
    return inner === undefined ? false : inner;
  }
  const [, property, value] = /^([^:\s]+)\s*:\s*([^]*)$/.exec(text) ?? [];
  return (
    property !== undefined && abilities.declaration(property, value.replace(/!\s*important\s*$/i, '').trim())
  );
}
