// What in a media query no browser knows, and what was meant.
import { nearest } from '../text/index.js';
import type { Comparison } from './feature.js';
import { mediaFeature } from './media-features.js';
import { parseMedia, type Question } from './media.js';

/** What is wrong with a media query, and what to write; both in words. */
export interface MediaFault {
  readonly why: string;
  readonly remedy: string;
}

const howTo = 'Write it as in a sheet, in brackets: (max-width: 600px), or print.';
const probe = { width: 1000, height: 800, medium: 'screen', preferences: {} } as const;

/** What in a media query list no browser knows; undefined where all of it can be answered. */
export function mediaFault(text: string): MediaFault | undefined {
  const { list } = parseMedia(text);
  return list.length === 0 ? { why: 'it asks for nothing', remedy: howTo } : firstFault(list, text);
}

/** Why a media query list holds nowhere; undefined where it may hold somewhere, and for an empty one, which always does. */
export function whyNeverHolds(text: string): MediaFault | undefined {
  const { list } = parseMedia(text);
  return list.some((one) => canBe(one).true) || list.length === 0 ? undefined : firstFault(list, text);
}

/** What an answer can be, as far as that hangs on what is known (Media Queries 4 §3.1). */
function canBe(question: Question): { true: boolean; false: boolean } {
  switch (question.kind) {
    case 'unknown':
      return { true: false, false: false };
    case 'feature': {
      const isKnown = mediaFeature.compare(question, probe) !== undefined;
      return { true: isKnown, false: isKnown };
    }
    case 'medium':
      return { true: /^(all|screen|print)$/.test(question.name), false: true };
    case 'not': {
      const of = canBe(question.of);
      return { true: of.false, false: of.true };
    }
    case 'all': {
      const of = question.of.map(canBe);
      return { true: of.every((one) => one.true), false: of.some((one) => one.false) };
    }
    case 'some': {
      const of = question.of.map(canBe);
      return { true: of.some((one) => one.true), false: of.every((one) => one.false) };
    }
  }
}

function firstFault(list: readonly Question[], text: string): MediaFault | undefined {
  const found = firstUnknown(list);
  if (!found) return undefined;
  const meant = meantBy(text);
  const fault =
    found.kind === 'feature'
      ? featureFault(found)
      : found.kind === 'medium'
        ? mediumFault(found.name)
        : { why: 'it is not written as a media query', remedy: howTo };
  return meant === undefined ? fault : { ...fault, remedy: `Write: ${meant}.` };
}

/** The first in some questions that no browser knows. */
function firstUnknown(questions: readonly Question[]): Question | undefined {
  const unknownIn = (question: Question): Question | undefined => {
    switch (question.kind) {
      case 'unknown':
        return question;
      case 'feature':
        return mediaFeature.compare(question, probe) === undefined ? question : undefined;
      case 'medium':
        return /^(all|screen|print|speech)$/.test(question.name) ? undefined : question;
      case 'not':
        return unknownIn(question.of);
      case 'all':
      case 'some':
        return firstUnknown(question.of);
    }
  };
  return questions.map(unknownIn).find((one) => one !== undefined);
}

function mediumFault(name: string): MediaFault {
  const [near] = nearest(name, ['all', 'screen', 'print']);
  return {
    why: `there is no medium "${name}"`,
    remedy: near ? `Did you mean ${near}?` : 'The media are screen and print.',
  };
}

function featureFault({ text, name, value }: Comparison): MediaFault {
  const why = value ? `"${text}" is nothing that can be asked` : `there is no feature "${text}"`;
  const words = mediaFeature.wordsOf(name);
  if (words) return { why, remedy: `Write one of these behind ${name}: ${words.join(', ')}.` };
  if (mediaFeature.isRange(name)) {
    const isNumber = /^[+-]?[\d.]+$/.test(value);
    if (name.endsWith('aspect-ratio')) return { why, remedy: 'Write it as a fraction: 16/9.' };
    if (name.endsWith('resolution')) return { why, remedy: `Write it as ${isNumber ? `${value}x` : '2x'}.` };
    return { why, remedy: 'Write a length with its unit, such as 600px.' };
  }
  const written = /^[a-z-][\w-]*/.exec(text)?.[0] ?? name;
  const near = nearest(written, mediaFeature.names());
  return {
    why: `there is no feature "${written}"`,
    remedy: near.length
      ? `Did you mean ${near.join(' or ')}?`
      : 'Ask for the window or for a preference: (min-width: 600px), (prefers-color-scheme: dark).',
  };
}

/** Slips of the pen, each with what was meant. */
const slips: readonly ((text: string) => string)[] = [
  (text) => text.replace(/;/g, ''),
  (text) => text.replace(/([\d.])\s+(?=[a-z]+\s*\))/gi, '$1'),
  (text) => text.replace(/\(\s*([a-z-]+)\s+(?=[\d.]+[a-z]*\s*\))/gi, '($1: '),
  (text) => text.replace(/(?<=:\s*)([\d.]+)(?=\s*\))/g, '$1px'),
  (text) => text.replace(/(?<![\w-])(and|or|not)\(/gi, '$1 (').replace(/\)(?=and\b|or\b)/gi, ') '),
  (text) => text.replace(/\)\s*\(/g, ') and ('),
  (text) => text.replace(/^(screen|print|all)\s*\(/i, '$1 and ('),
  (text) => text.replace(/(?<=^|\b(?:and|or|not)\s+)[a-z-]+\s*:\s*[^\s(),]+/gi, '($&)'),
  (text) => text.replace(/^(\(.+\)) and (screen|print|all)$/i, '$2 and $1'),
  (text) => text.replace(/^only (?=\()/i, 'only screen and '),
  (text) => text.replace(/^(?:and|or)\s+|\s+(?:and|or|,)$/gi, ''),
];

/** The same with what was left out of it, or put in; undefined where other things are wrong. */
function meantBy(text: string): string | undefined {
  const isKnown = (one: string) => firstUnknown(parseMedia(one).list) === undefined;
  let mended = text.trim();
  for (const mend of slips) {
    mended = mend(mended);
    if (isKnown(mended)) return mended;
  }
  return undefined;
}
