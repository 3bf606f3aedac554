import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { mediaFeature, type MediaConditions } from './media-features.js';

/** A condition is known to hold, known not to, or names something that no engine knows (Media Queries 4 §3.1). */
export type Truth = boolean | undefined;

type Question =
  | ({ readonly kind: 'feature' } & Comparison)
  | { readonly kind: 'not'; readonly of: Question }
  | { readonly kind: 'all' | 'some'; readonly of: readonly Question[] }
  | { readonly kind: 'medium'; readonly name: string }
  | { readonly kind: 'unknown' };

/** One feature compared with a value; `wanted` is the value's number, where it has one. */
export interface Comparison {
  readonly name: string;
  readonly operator: Operator;
  readonly value: string;
  readonly wanted?: number;
}

export type Operator = 'has' | '=' | '<' | '<=' | '>' | '>=';

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

/** The same, undefined where the list asks for something that cannot be known (Media Queries 4 §3.1). */
export function truthOf(query: MediaQuery, conditions: MediaConditions): Truth {
  return combine(
    query.list.map((one) => answer(one, conditions)),
    true,
  );
}

/** The widths (CSS px) at which the list may begin or cease to hold. */
export function widthsOf(query: MediaQuery): number[] {
  return askedBy(query).features.flatMap(({ name: feature, wanted }) =>
    /(^|-)width$/.test(feature) && wanted !== undefined ? [wanted] : [],
  );
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

/** What in a media query list no browser knows, in words; undefined where all of it can be answered. */
export function mediaFault(text: string): string | undefined {
  const query = parseMedia(text);
  if (query.list.length === 0) return 'it asks for nothing';
  const probe = { width: 1000, height: 800, medium: 'screen', preferences: {} } as const;
  const faultIn = (question: Question): string | undefined => {
    switch (question.kind) {
      case 'unknown':
        return 'it is not written as a media query';
      case 'feature': {
        const { name: feature, value } = question;
        if (mediaFeature.compare(question, probe) !== undefined) return undefined;
        return value
          ? `"${feature}: ${value}" is nothing that can be asked`
          : `there is no feature "${feature}"`;
      }
      case 'not':
        return faultIn(question.of);
      case 'all':
      case 'some':
        return question.of.map(faultIn).find((fault) => fault !== undefined);
      case 'medium':
        return /^(all|screen|print|speech)$/.test(question.name)
          ? undefined
          : `there is no medium "${question.name}"`;
    }
  };
  return query.list.map(faultIn).find((fault) => fault !== undefined);
}

function answer(question: Question, conditions: MediaConditions): Truth {
  switch (question.kind) {
    case 'medium':
      return question.name === 'all' || question.name === conditions.medium;
    case 'feature':
      return mediaFeature.compare(question, conditions);
    case 'not': {
      const inner = answer(question.of, conditions);
      return inner === undefined ? undefined : !inner;
    }
    case 'all':
      return combine(
        question.of.map((one) => answer(one, conditions)),
        false,
      );
    case 'some':
      return combine(
        question.of.map((one) => answer(one, conditions)),
        true,
      );
    case 'unknown':
      return undefined;
  }
}

/** Kleene's and (`decisive` false) and or (`decisive` true). */
export function combine(answers: readonly Truth[], decisive: boolean): Truth {
  if (answers.includes(decisive)) return decisive;
  return answers.includes(undefined) ? undefined : !decisive;
}

const unknown: Question = { kind: 'unknown' };
/** What is not written as a query, so that all of it never holds; with brackets around, it is only unknown. */
const broken: Question = { kind: 'unknown' };

function parseQuery(tokens: Tokens, from: number, to: number): Question {
  let at = skipSpace(tokens, from, to);
  if (tokens.types[at] !== kinds.Ident || at >= to) return parseCondition(tokens, at, to);
  let word = tokenText(tokens, at).toLowerCase();
  let negated = false;
  if (word === 'not' || word === 'only') {
    const next = skipSpace(tokens, at + 1, to);
    if (tokens.types[next] !== kinds.Ident) return parseCondition(tokens, at, to);
    negated = word === 'not';
    at = next;
    word = tokenText(tokens, at).toLowerCase();
  }
  if (/^(and|or|not|only|layer)$/.test(word)) return broken;
  const parts: Question[] = [{ kind: 'medium', name: word }];
  at = skipSpace(tokens, at + 1, to);
  if (at < to) {
    if (tokenText(tokens, at).toLowerCase() !== 'and') return broken;
    const rest = parseCondition(tokens, at + 1, to, false);
    if (rest === broken) return broken;
    parts.push(rest);
  }
  const whole: Question = { kind: 'all', of: parts };
  return negated ? { kind: 'not', of: whole } : whole;
}

/** `not (…)`, `(…) and (…)`, `(…) or (…)`; without `or` behind a medium. */
function parseCondition(tokens: Tokens, from: number, to: number, mayOr = true): Question {
  let at = skipSpace(tokens, from, to);
  if (isWord(tokens, at, to, 'not')) {
    const of = parseInBrackets(tokens, skipSpace(tokens, at + 1, to), to);
    return of === broken ? broken : { kind: 'not', of };
  }
  const parts = [parseInBrackets(tokens, at, to, true)];
  at = skipSpace(tokens, nextAfter(tokens, at, to), to);
  let joint = '';
  while (at < to) {
    const word = tokenText(tokens, at).toLowerCase();
    if ((word !== 'and' && word !== 'or') || (joint && word !== joint) || (word === 'or' && !mayOr))
      return broken;
    joint = word;
    at = skipSpace(tokens, at + 1, to);
    parts.push(parseInBrackets(tokens, at, to, true));
    at = skipSpace(tokens, nextAfter(tokens, at, to), to);
  }
  if (parts.includes(broken)) return broken;
  return joint === 'or' ? { kind: 'some', of: parts } : { kind: 'all', of: parts };
}

function nextAfter(tokens: Tokens, at: number, to: number): number {
  return at < to ? Math.min(after(tokens, at), to) : to;
}

function isWord(tokens: Tokens, at: number, to: number, word: string): boolean {
  return at < to && tokens.types[at] === kinds.Ident && tokenText(tokens, at).toLowerCase() === word;
}

function parseInBrackets(tokens: Tokens, at: number, to: number, mayFollow = false): Question {
  if (at < to && tokens.types[at] === kinds.Function && !/^(and|or|not)\($/i.test(tokenText(tokens, at)))
    return unknown;
  if (at >= to || tokens.types[at] !== kinds.LeftParenthesis) return broken;
  const close = Math.min(tokens.closes[at], to);
  if (!mayFollow && skipSpace(tokens, close + 1, to) < to) return broken;
  const inner = skipSpace(tokens, at + 1, close);
  if (tokens.types[inner] === kinds.LeftParenthesis || isWord(tokens, inner, close, 'not'))
    return withinBrackets(parseCondition(tokens, inner, close));
  // Either a function that nobody knows, or the beginning of a value.
  const condition = tokens.types[inner] === kinds.Function ? parseCondition(tokens, inner, close) : broken;
  if (condition !== broken) return condition;
  return parseFeature(
    tokenText(tokens, inner, close)
      .replace(/\/\*[^]*?\*\/|\s+/g, ' ')
      .trim()
      .toLowerCase(),
  );
}

const withinBrackets = (question: Question) => (question === broken ? unknown : question);

const name = /^[a-z-][\w-]*$/;

function parseFeature(text: string): Question {
  if (name.test(text)) return { kind: 'feature', name: text, operator: 'has', value: '' };
  const plain = /^([a-z-][\w-]*)\s*:\s*(.+)$/.exec(text);
  if (plain) {
    const { name: feature, operator } = withoutPrefix(plain[1]);
    // Of other features there is no more and no less.
    const isCompared = operator !== '=' && mediaFeature.isRange(feature) && !feature.endsWith('-segments');
    if (operator !== '=' && !isCompared) return comparison(plain[1], '=', plain[2].trim());
    return comparison(feature, operator, plain[2].trim());
  }
  const pieces = text.split(/\s*(<=|>=|<|>|=)\s*/);
  if (pieces.length === 3) {
    const [left, operator, right] = pieces;
    if (mediaFeature.isRange(left)) return comparison(left, operator as Operator, right);
    if (mediaFeature.isRange(right)) return comparison(right, turned(operator), left);
  }
  const isBetween = pieces.length === 5 && pieces[1][0] === pieces[3][0] && pieces[1] !== '=';
  if (isBetween && mediaFeature.isRange(pieces[2])) {
    const [low, first, feature, second, high] = pieces;
    if (![low, high].every((value) => mediaFeature.isValue(feature, value))) return unknown;
    return {
      kind: 'all',
      of: [comparison(feature, turned(first), low), comparison(feature, second as Operator, high)],
    };
  }
  return unknown;
}

function comparison(name: string, operator: Operator, value: string): Question {
  return { kind: 'feature', name, operator, value, wanted: mediaFeature.numberOf(name, value) };
}

function withoutPrefix(feature: string): { name: string; operator: Operator } {
  const found = /^(-webkit-)?(min|max)-(?!-)(.+)$/.exec(feature);
  if (!found) return { name: feature, operator: '=' };
  return { name: (found[1] ?? '') + found[3], operator: found[2] === 'min' ? '>=' : '<=' };
}

function turned(operator: string): Operator {
  return operator.replace(/[<>]/, (sign) => (sign === '<' ? '>' : '<')) as Operator;
}
