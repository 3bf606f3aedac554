// What stands between brackets: one feature, alone or compared with a value (Media Queries 4 §2.4).
import { unknown, type Condition } from './condition.js';

/** One feature compared with a value; `wanted` is the value's number, where it has one. */
export interface Comparison {
  readonly name: string;
  readonly operator: Operator;
  readonly value: string;
  readonly wanted?: number;
  /** As it is written, in lower case and with single spaces. */
  readonly text: string;
}

export type Operator = 'has' | '=' | '<' | '<=' | '>' | '>=';

type Feature = { readonly kind: 'feature' } & Comparison;

/** What there is to ask for. */
interface Known {
  /** Whether a feature may be compared with `<` and its like. */
  isRange(name: string): boolean;
  /** Whether a range may be compared with a value. */
  isValue(name: string, value: string): boolean;
  numberOf(name: string, value: string): number | undefined;
}

const name = /^[a-z-][\w-]*$/;

export function readFeature(text: string, known: Known): Condition<Feature> {
  const comparison = (name: string, operator: Operator, value: string): Feature => ({
    kind: 'feature',
    name,
    operator,
    value,
    wanted: known.numberOf(name, value),
    text,
  });
  if (name.test(text)) return { kind: 'feature', name: text, operator: 'has', value: '', text };
  const plain = /^([a-z-][\w-]*)\s*:\s*(.+)$/.exec(text);
  if (plain) {
    const { name: feature, operator } = withoutPrefix(plain[1]);
    // Of other features there is no more and no less.
    const isCompared = operator !== '=' && known.isRange(feature) && !feature.endsWith('-segments');
    if (operator !== '=' && !isCompared) return comparison(plain[1], '=', plain[2].trim());
    return comparison(feature, operator, plain[2].trim());
  }
  const pieces = text.split(/\s*(<=|>=|<|>|=)\s*/);
  if (pieces.length === 3) {
    const [left, operator, right] = pieces;
    if (known.isRange(left)) return comparison(left, operator as Operator, right);
    if (known.isRange(right)) return comparison(right, turned(operator), left);
  }
  const isBetween = pieces.length === 5 && pieces[1][0] === pieces[3][0] && pieces[1] !== '=';
  if (isBetween && known.isRange(pieces[2])) {
    const [low, first, feature, second, high] = pieces;
    if (![low, high].every((value) => known.isValue(feature, value))) return unknown;
    return {
      kind: 'all',
      of: [comparison(feature, turned(first), low), comparison(feature, second as Operator, high)],
    };
  }
  return unknown;
}

function withoutPrefix(feature: string): { name: string; operator: Operator } {
  const found = /^(-webkit-)?(min|max)-(?!-)(.+)$/.exec(feature);
  if (!found) return { name: feature, operator: '=' };
  return { name: (found[1] ?? '') + found[3], operator: found[2] === 'min' ? '>=' : '<=' };
}

function turned(operator: string): Operator {
  return operator.replace(/[<>]/, (sign) => (sign === '<' ? '>' : '<')) as Operator;
}
