import { fits, zip } from './parts.js';
import { initialValue } from './properties.js';

type Split = ReadonlyMap<string, string> | undefined;

/** CSS Text 4 §3: the old words, each for two longhands. */
const whiteSpaces: Readonly<Record<string, readonly [collapse: string, wrap: string]>> = {
  normal: ['collapse', 'wrap'],
  nowrap: ['collapse', 'nowrap'],
  pre: ['preserve', 'nowrap'],
  'pre-wrap': ['preserve', 'wrap'],
  'pre-line': ['preserve-breaks', 'wrap'],
  'break-spaces': ['break-spaces', 'wrap'],
};

export function splitWhiteSpace(longhands: readonly string[], parts: readonly string[]): Split {
  const words = parts.map((part) => part.toLowerCase());
  const old = words.length === 1 ? whiteSpaces[words[0]] : undefined;
  const collapse =
    old?.[0] ?? words.find((word) => /^(collapse|preserve|preserve-breaks|break-spaces)$/.test(word));
  const wrap = old?.[1] ?? words.find((word) => /^(wrap|nowrap)$/.test(word));
  return new Map(
    longhands.map((name) => [
      name,
      (name === 'white-space-collapse' ? collapse : name === 'text-wrap-mode' ? wrap : undefined) ??
        initialValue(name),
    ]),
  );
}

/** CSS Flexbox 1 §7.1.1: one or two numbers and a basis, in either order. */
export function splitFlex(parts: readonly string[]): Split {
  const names = ['flex-grow', 'flex-shrink', 'flex-basis'];
  if (parts.length === 1 && /^none$/i.test(parts[0])) return zip(names, ['0', '0', 'auto']);
  const isNumber = (part: string) => /^\+?[\d.]+(e[-+]?\d+)?$/i.test(part);
  const numbers = parts.filter(isNumber);
  const others = parts.filter((part) => !isNumber(part));
  if (numbers.length > 2 || others.length > 1) {
    // The third of three numbers is a basis without a unit.
    return numbers.length === 3 && others.length === 0 ? zip(names, numbers) : undefined;
  }
  const [grow = '1', shrink = '1'] = numbers;
  return zip(names, [grow, shrink, others[0] ?? '0%']);
}

/** CSS Fonts 4 §2.7: what stands before the size is told apart by its grammar, what follows it is the family. */
export function splitFont(longhands: readonly string[], value: string): Split {
  const found =
    /^(.*?)((?:[\d.]+(?:[a-z]+|%)|(?:calc|clamp|min|max)\([^]*?\)|(?:xx?-)?(?:small|large)|xxx-large|medium|larger|smaller))(?:\s*\/\s*([^\s,]+))?\s+([^]+)$/i.exec(
      value,
    );
  if (!found) return undefined;
  const [, front, size, lineHeight = 'normal', family] = found;
  const split = new Map<string, string>(longhands.map((name) => [name, initialValue(name)]));
  split.set('font-size', size).set('line-height', lineHeight).set('font-family', family);
  for (const part of front.trim().split(/\s+/).filter(Boolean)) {
    const owner = ['font-style', 'font-variant-caps', 'font-weight', 'font-stretch'].find(
      (name) => part !== 'normal' && fits(name, part),
    );
    if (owner) split.set(owner, part);
  }
  return split;
}
