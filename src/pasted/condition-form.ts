import type { RuleCondition } from '../page/index.js';
import { parseContainer, parseMedia, type Condition } from '../sheet/index.js';
import { amountText, calculateText } from '../value/index.js';
import { plainText } from './value-form.js';

/** What must hold together, in one of the ways in which a condition can hold. */
type Way = ReadonlySet<string>;

/** A condition is written out in no more ways than these. */
const mostWays = 64;

interface Leaf {
  readonly kind: string;
}

interface Feature extends Leaf {
  readonly name: string;
  readonly operator: string;
  readonly value: string;
  readonly wanted?: number;
}

/**
 * What stands around a rule, `conditions` and the `containers` that it asks, in one notation: media queries in media
 * queries, lists of them, ranges and calculations come to the same text however they are written (Media Queries 4 §3).
 */
export function conditionForm(conditions: readonly RuleCondition[], containers: readonly string[]): string {
  const ofMedia = mediaForm(conditions.flatMap(({ media }) => (media ? [media.text] : [])));
  const others = conditions.filter(({ media }) => !media).map(({ text }) => plainText(text));
  return [...new Set([ofMedia, ...others, ...containers.map(containerForm)])]
    .filter(Boolean)
    .sort()
    .join(' ');
}

function mediaForm(texts: readonly string[]): string {
  let ways: Way[] | undefined = [new Set()];
  for (const text of new Set(texts)) {
    const { list } = parseMedia(text);
    const own = list.length ? union(list.map((query) => waysOf<Leaf>(query, leafText))) : [new Set<string>()];
    ways = ways && own && product(ways, own);
    if (!ways) return texts.map((one) => `@media ${plainText(one)}`).join(' ');
  }
  return waysText('@media', ways.filter(isPossible));
}

/** Of a list of ways one text; '' for what always holds. */
function waysText(front: string, ways: readonly Way[]): string {
  if (ways.some(({ size }) => size === 0)) return '';
  const texts = new Set(ways.map((way) => [...way].sort().join(' and ')));
  return `${front} ${[...texts].sort().join(', ') || 'never'}`;
}

/** A page is drawn in one medium at a time. */
const isPossible = (way: Way): boolean => [...way].filter((one) => one.startsWith('in ')).length < 2;

function containerForm(prelude: string): string {
  const list = parseContainer(prelude);
  const texts = list?.map(({ name, query }) => {
    const ways = query ? waysOf<Leaf>(query, leafText) : [new Set<string>()];
    return ways && `${name} ${waysText('', ways)}`;
  });
  const isTold = texts?.every((text) => text !== undefined);
  return `@container ${isTold ? texts!.sort().join('; ') : plainText(prelude)}`;
}

/** The ways in which a condition holds; undefined for too many, or where it asks for what nobody knows. */
function waysOf<One extends Leaf>(
  condition: Condition<One>,
  textOf: (leaf: One, isDenied: boolean) => string,
  isDenied = false,
): Way[] | undefined {
  switch (condition.kind) {
    case 'unknown':
      return undefined;
    case 'not':
      return waysOf((condition as { of: Condition<One> }).of, textOf, !isDenied);
    case 'all':
    case 'some': {
      const parts = (condition as { of: readonly Condition<One>[] }).of.map((one) =>
        waysOf(one, textOf, isDenied),
      );
      // What is denied is turned round: not both is either not.
      if ((condition.kind === 'some') !== isDenied) return union(parts);
      return parts.reduce<Way[] | undefined>((ways, own) => ways && own && product(ways, own), [new Set()]);
    }
    default: {
      const text = textOf(condition as One, isDenied);
      return text === '' ? [new Set()] : [new Set([text])];
    }
  }
}

function union(parts: readonly (Way[] | undefined)[]): Way[] | undefined {
  const all = parts.flatMap((ways) => ways ?? []);
  return parts.includes(undefined) || all.length > mostWays ? undefined : all;
}

function product(ways: readonly Way[], others: readonly Way[]): Way[] | undefined {
  if (ways.length * others.length > mostWays) return undefined;
  return ways.flatMap((way) => others.map((other) => new Set([...way, ...other])));
}

const turned: Readonly<Record<string, string>> = { '<': '>=', '<=': '>', '>': '<=', '>=': '<' };

/** What one leaf asks; '' for what always holds. */
function leafText(leaf: Leaf, isDenied: boolean): string {
  const denied = isDenied ? 'not ' : '';
  if (leaf.kind === 'medium') {
    const { name } = leaf as Leaf & { name: string };
    return name === 'all' && !isDenied ? '' : `${denied}in ${name}`;
  }
  if (leaf.kind !== 'feature') return denied + plainText(JSON.stringify(leaf));
  const { name, operator, value, wanted } = leaf as Feature;
  const amount = wanted ?? lengthText(value);
  return isDenied && turned[operator]
    ? `${name} ${turned[operator]} ${amount}`
    : `${denied}${name} ${operator} ${amount}`;
}

const lengthText = (value: string): string => {
  const amount = calculateText(value, () => undefined);
  return amount ? amountText(amount) : value;
};
