// What `style()` asks of an element (CSS Conditional 5 §5.3): variables, alone, of a value, or in a range.
import { kinds, readTokens, skipSpace, tokenText } from '../text/index.js';
import { broken, parseCondition, unknown, type Condition } from './condition.js';

export type StyleLeaf =
  | {
      readonly kind: 'style';
      readonly name: string;
      /** As it is written; undefined where having any is all that is asked. */
      readonly value?: string;
    }
  | {
      readonly kind: 'range';
      readonly left: string;
      readonly operator: '=' | '<' | '<=' | '>' | '>=';
      readonly right: string;
    };

const leaves = { feature: (_: string, written: string) => readStyle(written) };

/** Reads what stands in the brackets of `style()`. What engines do not know, as all but variables, is unknown. */
export function parseStyleQuery(text: string): Condition<StyleLeaf> {
  const tokens = readTokens(text);
  const first = skipSpace(tokens, 0);
  const isInBrackets =
    tokens.types[first] === kinds.LeftParenthesis || /^not$/i.test(tokenText(tokens, first));
  if (!isInBrackets) return readStyle(text);
  const query = parseCondition(tokens, first, tokens.count, leaves);
  return query === broken ? readStyle(text) : query;
}

const feature = /^\s*(--[^\s:<>=()]+)\s*(?::([^]*))?$/;

function readStyle(written: string): Condition<StyleLeaf> {
  const text = written.replace(/\/\*[^]*?\*\//g, ' ');
  const [, name, value] = feature.exec(text) ?? [];
  if (name)
    return value === undefined
      ? { kind: 'style', name }
      : { kind: 'style', name, value: value.replace(/\s*!\s*important\s*$/i, '').trim() };
  const pieces = splitAtSigns(text);
  if (pieces.length === 3) return range(pieces[0], pieces[1], pieces[2]);
  const isBetween = pieces.length === 5 && pieces[1][0] === pieces[3][0] && pieces[1] !== '=';
  if (!isBetween) return unknown;
  const [low, first, middle, second, high] = pieces;
  return { kind: 'all', of: [range(low, first, middle), range(middle, second, high)] };
}

/** A text at its signs of comparison outside of brackets. */
function splitAtSigns(text: string): string[] {
  const pieces = [''];
  let depth = 0;
  for (const [, sign, other] of text.matchAll(/(<=|>=|<|>|=)|([^])/g)) {
    if (other === '(') depth++;
    if (other === ')') depth--;
    if (sign && depth === 0) pieces.push(sign, '');
    else pieces[pieces.length - 1] += sign ?? other;
  }
  return pieces.map((piece) => piece.trim());
}

function range(left: string, operator: string, right: string): Condition<StyleLeaf> {
  return left && right ? { kind: 'range', left, operator: operator as '=', right } : unknown;
}
