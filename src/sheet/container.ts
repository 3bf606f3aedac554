// What `@container` asks (CSS Conditional 5 §5), and when it holds.
import { ident } from 'css-tree';
import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { calculateText } from '../value/index.js';
import { broken, combine, parseCondition, unknown, type Condition, type Truth } from './condition.js';
import { readFeature, type Comparison } from './feature.js';
import { mediaFeature } from './media-features.js';
import { parseStyleQuery, type StyleLeaf } from './style-query.js';

type Leaf =
  | ({ readonly kind: 'feature' } & Comparison)
  | StyleLeaf
  /** What nobody answers here: how far something has been scrolled. */
  | { readonly kind: 'open' };

/** What has to be known of a container: its sizes one way or the other. */
export type Axis = 'inline' | 'block' | 'width' | 'height';

/** One of the conditions of an `@container`. */
export interface ContainerCondition {
  /** The name that a container must have; '' where any will do. */
  readonly name: string;
  /** undefined where having the name is all that is asked. */
  readonly query?: Condition<Leaf>;
  /** Whether something in it is known to no engine: then there is no container that could answer, and it never holds. */
  readonly isUnknown: boolean;
  readonly axes: readonly Axis[];
}

/** A container as it is looked at. */
export interface ContainerLook {
  /** CSS px; undefined where it was not given. */
  readonly width?: number;
  readonly height?: number;
  /** Whether lines run from top to bottom. */
  readonly isVertical: boolean;
  /** CSS px of one unit there; undefined where only fonts or layout know. */
  readonly pixelsOf: (unit: string) => number | undefined;
  /** Whether it has a style; undefined where only fonts or layout know. */
  readonly hasStyle: (asked: StyleLeaf) => boolean | undefined;
}

const axesOf: Readonly<Record<string, readonly Axis[]>> = {
  width: ['width'],
  height: ['height'],
  'inline-size': ['inline'],
  'block-size': ['block'],
  'aspect-ratio': ['inline', 'block'],
  orientation: ['inline', 'block'],
};

const known = {
  isRange: (name: string) => Object.hasOwn(axesOf, name) && name !== 'orientation',
  isValue: (name: string, value: string) =>
    name === 'aspect-ratio' ? mediaFeature.numberOf(name, value) !== undefined : isLength(value),
  numberOf: (name: string, value: string) =>
    name === 'aspect-ratio' ? mediaFeature.numberOf(name, value) : undefined,
};

/** CSS Values 4 §4.2, CSS Conditional 5 §4.2. */
const noName = /^(none|and|or|not|default|initial|inherit|unset|revert|revert-layer)$/i;

const leaves = {
  feature: (text: string): Condition<Leaf> => readFeature(text, known),
  ofFunction: (name: string, text: string): Condition<Leaf> =>
    name === 'style('
      ? parseStyleQuery(text)
      : name === 'scroll-state(' && /\b(stuck|snapped|scrollable|scrolled)\b/i.test(text)
        ? { kind: 'open' }
        : unknown,
};

/** Reads the prelude of `@container`; undefined where a browser drops it with all that it holds. */
export function parseContainer(prelude: string): readonly ContainerCondition[] | undefined {
  const tokens = readTokens(prelude);
  const list: ContainerCondition[] = [];
  let start = 0;
  for (let at = 0; at <= tokens.count; at = at < tokens.count ? after(tokens, at) : at + 1) {
    if (at < tokens.count && tokens.types[at] !== kinds.Comma) continue;
    const one = readOne(tokens, start, at);
    if (!one) return undefined;
    list.push(one);
    start = at + 1;
  }
  return list;
}

function readOne(tokens: Tokens, from: number, to: number): ContainerCondition | undefined {
  let at = skipSpace(tokens, from, to);
  const written = tokenText(tokens, at).toLowerCase();
  let name = '';
  if (at < to && tokens.types[at] === kinds.Ident && written !== 'not') {
    name = ident.decode(tokenText(tokens, at));
    if (noName.test(name)) return undefined;
    at = skipSpace(tokens, at + 1, to);
    if (at >= to) return { name, axes: [], isUnknown: false };
  }
  const query = parseCondition(tokens, at, to, leaves);
  if (query === broken) return undefined;
  return { name, query, axes: [...new Set(axesIn(query))], isUnknown: isUnknown(query) };
}

function isUnknown(query: Condition<Leaf>): boolean {
  switch (query.kind) {
    case 'feature': {
      const { name, operator, value } = query;
      if (!Object.hasOwn(axesOf, name)) return true;
      if (operator === 'has') return false;
      return name === 'orientation' ? !/^(portrait|landscape)$/.test(value) : !known.isValue(name, value);
    }
    case 'not':
      return isUnknown(query.of);
    case 'all':
    case 'some':
      return query.of.some(isUnknown);
    case 'open':
    case 'style':
    case 'range':
      return false;
    case 'unknown':
      return true;
  }
}

function axesIn(query: Condition<Leaf>): readonly Axis[] {
  switch (query.kind) {
    case 'feature':
      return Object.hasOwn(axesOf, query.name) ? axesOf[query.name] : [];
    case 'not':
      return axesIn(query.of);
    case 'all':
    case 'some':
      return query.of.flatMap(axesIn);
    default:
      return [];
  }
}

/** What may be the answer for a container, as far as it is known; undefined is one where no engine knows. */
export function possibleTruths(query: Condition<Leaf>, look: ContainerLook): readonly Truth[] {
  switch (query.kind) {
    case 'feature':
      return compare(query, look);
    case 'open':
      return [true, false];
    case 'style':
    case 'range': {
      const truth = look.hasStyle(query);
      return truth === undefined ? [true, false] : [truth];
    }
    case 'not':
      return possibleTruths(query.of, look).map((one) => (one === undefined ? undefined : !one));
    case 'all':
    case 'some': {
      const decisive = query.kind === 'some';
      let all: readonly Truth[] = [!decisive];
      for (const part of query.of) {
        const own = possibleTruths(part, look);
        all = [...new Set(all.flatMap((one) => own.map((other) => combine([one, other], decisive))))];
      }
      return all;
    }
    case 'unknown':
      return [undefined];
  }
}

function compare(
  asked: Comparison,
  { width, height, isVertical, pixelsOf }: ContainerLook,
): readonly Truth[] {
  const physical: Readonly<Record<string, string>> = isVertical
    ? { 'inline-size': 'height', 'block-size': 'width' }
    : { 'inline-size': 'width', 'block-size': 'height' };
  const name = Object.hasOwn(physical, asked.name) ? physical[asked.name] : asked.name;
  if (!Object.hasOwn(axesOf, name)) return [undefined];
  if (width === undefined || (height === undefined && name !== 'width')) return [true, false];
  const conditions = { width, height: height ?? 0, medium: 'screen', preferences: {} } as const;
  if (asked.operator === 'has' || !/^(width|height)$/.test(name))
    return [mediaFeature.compare({ ...asked, name }, conditions)];
  const wanted = lengthIn(asked.value, pixelsOf);
  if (wanted === undefined) return isLength(asked.value) ? [true, false] : [undefined];
  return [mediaFeature.compare({ ...asked, name, wanted }, conditions)];
}

const relative = /^(r?(em|ex|ch|cap|ic|lh)|[sld]?v(w|h|i|b|min|max)|cq(w|h|i|b|min|max))$/;

/** Whether a text is a length, in whatever unit. */
function isLength(text: string): boolean {
  const amount = calculateText(text, () => undefined);
  if (!amount) return false;
  const units = [...amount.keys()];
  if (units.length === 1 && units[0] === '') return amount.get('') === 0 && !text.includes('(');
  return units.every((unit) => unit === 'px' || relative.test(unit));
}

/** CSS px; undefined for no length, and where a unit is not known. */
function lengthIn(text: string, pixelsOf: ContainerLook['pixelsOf']): number | undefined {
  if (!isLength(text)) return undefined;
  const amount = calculateText(text, pixelsOf)!;
  if ([...amount.keys()].some((unit) => unit !== 'px' && unit !== '')) return undefined;
  return amount.get('px') ?? 0;
}

/** The variables that one of its conditions asks about; [] for most. */
export const variablesAsked = ({ query }: ContainerCondition): readonly string[] =>
  query ? variablesIn(query) : [];

function variablesIn(query: Condition<Leaf>): readonly string[] {
  switch (query.kind) {
    case 'style':
      return [query.name, ...namesIn(query.value ?? '')];
    case 'range':
      return query.read.flatMap(namesIn);
    case 'not':
      return variablesIn(query.of);
    case 'all':
    case 'some':
      return query.of.flatMap(variablesIn);
    default:
      return [];
  }
}

const namesIn = (text: string): readonly string[] => text.match(/--[^\s,()]+/g) ?? [];
