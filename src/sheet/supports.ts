import { after, holdsStray, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { combine, deepestBrackets, type Truth } from './condition.js';

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

/** Whether a text is written as a `@supports` condition; else a browser drops the rule. */
export function isSupportsCondition(text: string): boolean {
  const nothing = { declaration: () => false, selector: () => false };
  const tokens = readTokens(text);
  return condition(tokens, 0, tokens.count, nothing) !== broken;
}

/** A condition that is not written as one, so that none of it holds; with brackets around, it is only unknown. */
const broken = Symbol('broken');
type Answer = Truth | typeof broken;

function condition(tokens: Tokens, from: number, to: number, abilities: Abilities, depth = 0): Answer {
  if (depth > deepestBrackets) return broken;
  let at = skipSpace(tokens, from, to);
  if (at >= to) return broken;
  if (tokenText(tokens, at).toLowerCase() === 'not') {
    at = skipSpace(tokens, at + 1, to);
    const inner = inBrackets(tokens, at, abilities, depth);
    if (inner === broken || skipSpace(tokens, after(tokens, at), to) < to) return broken;
    return inner === undefined ? undefined : !inner;
  }
  const answers: Truth[] = [];
  let joint = '';
  for (;;) {
    const one = inBrackets(tokens, at, abilities, depth);
    if (one === broken) return broken;
    answers.push(one);
    at = skipSpace(tokens, after(tokens, at), to);
    if (at >= to) return combine(answers, joint === 'or');
    const word = tokenText(tokens, at).toLowerCase();
    if ((word !== 'and' && word !== 'or') || (joint && joint !== word)) return broken;
    joint = word;
    at = skipSpace(tokens, at + 1, to);
    if (at >= to) return broken;
  }
}

/** What no engine knows is false, not an error (CSS Conditional 3 §6.1 <general-enclosed>). */
function inBrackets(tokens: Tokens, at: number, abilities: Abilities, depth: number): Answer {
  const type = tokens.types[at];
  const close = Math.min(tokens.closes[at] || tokens.count, tokens.count);
  // What stands further in was looked through with the outermost.
  if (depth === 0 && holdsStray(tokens, at + 1, close)) return broken;
  const text = tokenText(tokens, at + 1, close).trim();
  if (type === kinds.Function) return ofFunction(tokenText(tokens, at).toLowerCase(), text, abilities);
  if (type !== kinds.LeftParenthesis) return broken;
  const first = skipSpace(tokens, at + 1, close);
  const isDeclaration =
    tokens.types[first] === kinds.Ident && tokens.types[skipSpace(tokens, first + 1, close)] === kinds.Colon;
  if (!isDeclaration) return condition(tokens, first, close, abilities, depth + 1) === true;
  // A declaration ends there, and nothing may follow it.
  for (let one = first; one < close; one = after(tokens, one))
    if (tokens.types[one] === kinds.Semicolon) return false;
  const [, property, value] = /^([^:\s]+)\s*:\s*([^]*)$/.exec(text) ?? [];
  return (
    property !== undefined && abilities.declaration(property, value.replace(/!\s*important\s*$/i, '').trim())
  );
}

const technologies = /^(variations|features-(opentype|aat)|palettes|color-colrv[01]|color-sbix|color-cbdt)$/i;
const formats = /^(opentype|truetype|woff2?|collection)$/i;
const atRules =
  /^@(annotation|container|counter-style|font-face|font-feature-values|font-palette-values|function|import|keyframes|-webkit-keyframes|layer|left-middle|media|namespace|page|position-try|property|scope|starting-style|styleset|stylistic|supports|top-left-corner|view-transition)$/i;

function ofFunction(name: string, text: string, abilities: Abilities): boolean {
  switch (name) {
    case 'selector(':
      return abilities.selector(text);
    case 'font-tech(':
      return technologies.test(text);
    case 'font-format(':
      return formats.test(text);
    case 'at-rule(':
      return atRules.test(text);
    default:
      return false;
  }
}
