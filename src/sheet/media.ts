import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { broken, combine, parseCondition, truthOf, type Condition, type Truth } from './condition.js';
import { readFeature, type Comparison } from './feature.js';
import { mediaFeature, type MediaConditions } from './media-features.js';

/** One query of a list. */
export type Question = Condition<Leaf>;

type Leaf = ({ readonly kind: 'feature' } & Comparison) | { readonly kind: 'medium'; readonly name: string };

/** A compiled media query list. */
export interface MediaQuery {
  readonly text: string;
  readonly list: readonly Question[];
}

/** Compiles a media query list (Media Queries 4 §3); a query that does not parse never holds. */
export function parseMedia(text: string): MediaQuery {
  const tokens = readTokens(text);
  const list: Question[] = [];
  if (skipSpace(tokens, 0) >= tokens.count) return { text, list };
  let start = 0;
  for (let at = 0; at <= tokens.count; at = at < tokens.count ? after(tokens, at) : at + 1) {
    if (at < tokens.count && tokens.types[at] !== kinds.Comma) continue;
    list.push(parseQuery(tokens, start, at));
    start = at + 1;
  }
  return { text, list };
}

/** Whether a media query list holds; an empty list does. */
export function holds(query: MediaQuery, conditions: MediaConditions): boolean {
  return query.list.length === 0 || query.list.some((one) => answer(one, conditions) === true);
}

/** The same; undefined where what it asks is known to no engine. */
export const truthOfMedia = (query: MediaQuery, conditions: MediaConditions): Truth =>
  combine(
    query.list.map((one) => answer(one, conditions)),
    true,
  );

/** The widths (CSS px) at which the list may begin or cease to hold in windows of that height. */
export function widthsOf(query: MediaQuery, height: number): number[] {
  return askedBy(query).features.flatMap(({ name: feature, wanted, value }) => {
    if (feature === 'orientation') return [height];
    if (wanted === undefined) return /(^|-)width$/.test(feature) ? ownShare(value, height) : [];
    if (feature.endsWith('aspect-ratio')) return [wanted * height];
    return /(^|-)width$/.test(feature) ? [wanted] : [];
  });
}

/** The width of the window, CSS px, that is just what a length is that takes something of it. */
function ownShare(value: string, height: number): number[] {
  const at = (width: number) => mediaFeature.inWindow('width', value, { width, height }) ?? NaN;
  const [rest, share] = [at(0), (at(1000) - at(0)) / 1000];
  const found = rest / (1 - share);
  return found > 0 && Number.isFinite(found) ? [found] : [];
}

/** The features and media that a list asks for, each as it is compared; [] for a list that always holds. */
export function askedBy(query: MediaQuery): { features: Comparison[]; media: string[] } {
  const features: Comparison[] = [];
  const media: string[] = [];
  const collect = (question: Question): void => {
    switch (question.kind) {
      case 'feature':
        features.push(question);
        return;
      case 'not':
        return collect(question.of);
      case 'all':
      case 'some':
        return question.of.forEach(collect);
      case 'medium':
        media.push(question.name);
        return;
      case 'unknown':
        return;
    }
  };
  query.list.forEach(collect);
  return { features, media };
}

const answer = (question: Question, conditions: MediaConditions): Truth =>
  truthOf<Leaf>(question, (leaf) =>
    leaf.kind === 'medium'
      ? leaf.name === 'all' || leaf.name === conditions.medium
      : mediaFeature.compare(leaf, conditions),
  );

function parseQuery(tokens: Tokens, from: number, to: number): Question {
  let at = skipSpace(tokens, from, to);
  if (tokens.types[at] !== kinds.Ident || at >= to) return parseCondition(tokens, at, to, leaves);
  let word = tokenText(tokens, at).toLowerCase();
  let negated = false;
  if (word === 'not' || word === 'only') {
    const next = skipSpace(tokens, at + 1, to);
    if (tokens.types[next] !== kinds.Ident) return parseCondition(tokens, at, to, leaves);
    negated = word === 'not';
    at = next;
    word = tokenText(tokens, at).toLowerCase();
  }
  if (/^(and|or|not|only|layer)$/.test(word)) return broken;
  const parts: Question[] = [{ kind: 'medium', name: word }];
  at = skipSpace(tokens, at + 1, to);
  if (at < to) {
    if (tokenText(tokens, at).toLowerCase() !== 'and') return broken;
    const rest = parseCondition(tokens, at + 1, to, leaves, false);
    if (rest === broken) return broken;
    parts.push(rest);
  }
  const whole: Question = { kind: 'all', of: parts };
  return negated ? { kind: 'not', of: whole } : whole;
}

const leaves = { feature: (text: string): Question => readFeature(text, mediaFeature) };
