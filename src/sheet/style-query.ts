// What `style()` asks of an element (CSS Conditional 5 §5.3): variables, alone, of a value, or in a range.
import { kinds, plainlySpelled, readTokens, skipSpace, tokenText } from '../text/index.js';
import { topLevelPieces } from '../value/index.js';
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
      /** What is compared, in the order in which engines read it: what stands at the right, or between two others, before the left. */
      readonly read: readonly string[];
      /** Each with the places of its sides in what is read. */
      readonly comparisons: readonly {
        left: number;
        operator: '=' | '<' | '<=' | '>' | '>=';
        right: number;
      }[];
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

const feature = /^\s*(--(?:[\w\x80-\uffff-]|\\[\da-f]{1,6}\s?|\\[^\n\da-f])+)\s*(?::([^]*))?$/i;

function readStyle(written: string): Condition<StyleLeaf> {
  const text = written.replace(/\/\*[^]*?\*\//g, ' ');
  const [, said, value] = feature.exec(text) ?? [];
  const name = said && plainlySpelled(said);
  // Nothing may follow the one declaration.
  if (name && value && topLevelPieces(value, ';').length > 1) return unknown;
  if (name)
    return value === undefined
      ? { kind: 'style', name }
      : { kind: 'style', name, value: value.replace(/\s*!\s*important\s*$/i, '').trim() };
  const pieces = splitAtSigns(text);
  const [left, first, middle, second, last] = pieces;
  if (pieces.length === 3) return range([middle, left], [{ left: 1, operator: first as '=', right: 0 }]);
  const isBetween = pieces.length === 5 && first[0] === second[0] && first !== '=';
  if (!isBetween) return unknown;
  return range(
    [middle, left, last],
    [
      { left: 1, operator: first as '<', right: 0 },
      { left: 0, operator: second as '<', right: 2 },
    ],
  );
}

type Range = Extract<StyleLeaf, { kind: 'range' }>;

const range = (read: Range['read'], comparisons: Range['comparisons']): Condition<StyleLeaf> =>
  read.every((one) => one && !/[!;]/.test(one)) ? { kind: 'range', read, comparisons } : unknown;

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
