import { componentValues, fits, topLevelParts, topLevelPieces, zip } from './parts.js';
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
  const isSystem = /^(caption|icon|menu|message-box|small-caption|status-bar)$/i.test(value.trim());
  if (isSystem)
    // What these are is known to the system alone.
    return new Map(
      longhands
        .filter((name) => !/^font-(family|size|weight)$/.test(name))
        .map((name) => [name, initialValue(name)]),
    );
  const parts = componentValues(value);
  const at = parts.findIndex(({ text }) => fits('font-size', text));
  const hasHeight = parts[at + 1]?.text === '/';
  const family = parts[at + (hasHeight ? 3 : 1)];
  if (at < 0 || !family) return undefined;
  const split = new Map<string, string>(longhands.map((name) => [name, initialValue(name)]));
  split
    .set('font-size', parts[at].text)
    .set('line-height', hasHeight ? parts[at + 2].text : 'normal')
    .set('font-family', value.slice(family.start).trim());
  const front = parts.slice(0, at).map(({ text }) => text);
  while (front.length) {
    // A slope may be told in degrees.
    const slope = front.slice(0, 2).join(' ');
    const part = front.length > 1 && fits('font-style', slope) ? slope : front[0];
    front.splice(0, part === slope ? 2 : 1);
    const owner = ['font-style', 'font-variant-caps', 'font-weight', 'font-stretch'].find(
      (name) => part !== 'normal' && fits(name, part),
    );
    if (owner) split.set(owner, part);
  }
  return split;
}

/** CSS Backgrounds 3 §6.7: behind the slice a slash and the width, behind that one and the outset; the rest in any order. */
export function splitBorderImage(longhands: readonly string[], value: string, alwaysFills = false): Split {
  const [source, slice, width, outset, repeat] = longhands;
  const split = new Map<string, string>(longhands.map((name) => [name, initialValue(name)]));
  const found: Record<string, string[]> = {};
  for (const [at, piece] of topLevelPieces(value, '/').entries()) {
    const parts = piece === '' ? [] : topLevelParts(piece);
    if (!parts || at > 2) return undefined;
    for (const part of parts) {
      const isAmount = /^([-+.]?\d|fill$|auto$|(calc|min|max|clamp)\()/i.test(part);
      const isRepeat = /^(stretch|repeat|round|space)$/i.test(part);
      const name = isRepeat ? repeat : isAmount ? [slice, width, outset][at] : source;
      (found[name] ??= []).push(part);
    }
  }
  // Its older form fills the middle wherever it says how the picture is cut.
  const cuts = found[slice];
  if (alwaysFills && cuts && !cuts.some((part) => /^fill$/i.test(part))) cuts.push('fill');
  for (const [name, parts] of Object.entries(found)) split.set(name, parts.join(' '));
  return split;
}

/** CSS Fonts 4 §6.8.6: what is named may be made up, the rest may not. */
export function splitSynthesis(longhands: readonly string[], parts: readonly string[]): Split {
  const words = parts.map((part) => part.toLowerCase());
  return new Map(
    longhands.map((name) => [name, words.includes(name.replace('font-synthesis-', '')) ? 'auto' : 'none']),
  );
}

/** CSS Motion Path 1 §2.6: a place, a path with how far and which way, and behind a slash the anchor. */
export function splitOffset(longhands: readonly string[], value: string): Split {
  const [position, path, distance, rotate, anchor] = longhands;
  const [front, behind, ...more] = topLevelPieces(value, '/');
  const parts = topLevelParts(front);
  if (more.length || !parts) return undefined;
  const split = new Map<string, string>(longhands.map((name) => [name, initialValue(name)]));
  if (behind) split.set(anchor, behind);
  const isPath = (part: string) => /^none$|^[a-z]+-box$|^(?!calc|min|max|clamp)[a-z-]+\(/i.test(part);
  const at = parts.findIndex(isPath);
  const of = (name: string, words: readonly string[]) => words.length && split.set(name, words.join(' '));
  of(position, at < 0 ? parts : parts.slice(0, at));
  const rest = at < 0 ? [] : parts.slice(at);
  of(path, rest.filter(isPath));
  const isTurn = (part: string) => /^(auto|reverse)$|(deg|grad|rad|turn)$/i.test(part);
  of(rotate, rest.filter(isTurn));
  of(
    distance,
    rest.filter((part) => !isPath(part) && !isTurn(part)),
  );
  return split;
}

/** CSS Inline 3 §5.4: which edges are trimmed, both where only the edge is named. */
export function splitTextBox(longhands: readonly string[], parts: readonly string[]): Split {
  if (parts.length === 1 && /^normal$/i.test(parts[0])) return zip(longhands, longhands.map(initialValue));
  const isTrim = (part: string) => /^(none|trim-(start|end|both))$/i.test(part);
  const edges = parts.filter((part) => !isTrim(part));
  return zip(longhands, [parts.find(isTrim) ?? 'trim-both', edges.join(' ') || 'auto']);
}
