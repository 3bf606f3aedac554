import { topLevelParts, topLevelPieces, zip } from './parts.js';
import { initialValue } from './properties.js';

type Split = ReadonlyMap<string, string> | undefined;

/** CSS Grid 2 §8.4: lines between slashes; a name stands for the line across from it too. */
export function splitGridLines(longhands: readonly string[], value: string): Split {
  const lines = topLevelPieces(value, '/');
  if (lines.length > longhands.length) return undefined;
  const isName = (line: string) => /^(--|-?[_a-z])[\w-]*$/i.test(line) && !/^(auto|span)$/i.test(line);
  const across = (at: number) => (at === 3 ? 1 : 0);
  for (let at = lines.length; at < longhands.length; at++)
    lines.push(isName(lines[across(at)]) ? lines[across(at)] : 'auto');
  return zip(longhands, lines);
}

/** CSS Grid 2 §7.4: rows and columns, or rows with the names of their areas. */
export function splitGridTemplate(longhands: readonly string[], value: string): Split {
  const [rows, columns, ...more] = topLevelPieces(value, '/');
  const parts = topLevelParts(rows);
  if (more.length || !parts) return undefined;
  const areas = parts.filter(isText);
  if (areas.length === 0) return zip(longhands, [rows, columns ?? rows, 'none']);
  // A row that says no size is as high as what is in it.
  const sizes = parts.flatMap((part, at) =>
    isText(part)
      ? isLines(parts[at + 1]) || isText(parts[at + 1]) || parts[at + 1] === undefined
        ? ['auto']
        : []
      : [part],
  );
  return zip(longhands, [sizes.join(' '), columns ?? 'none', areas.join(' ')]);
}

const isText = (part: string | undefined) => part !== undefined && /^["']/.test(part);
const isLines = (part: string | undefined) => part?.startsWith('[') ?? false;

/** CSS Grid 2 §7.8: a template, or one axis that is filled by itself; all else as it was at first. */
export function splitGrid(longhands: readonly string[], value: string): Split {
  const split = new Map(longhands.map((name) => [name, initialValue(name)]));
  const [rows, columns] = topLevelPieces(value, '/');
  const filled = [rows, columns ?? ''].findIndex((axis) => /(^|\s)auto-flow(\s|$)/i.test(axis));
  if (filled < 0) {
    const template = splitGridTemplate(
      ['grid-template-rows', 'grid-template-columns', 'grid-template-areas'],
      value,
    );
    return template && new Map([...split, ...template]);
  }
  const words = topLevelParts([rows, columns][filled]) ?? [];
  const isDense = words.some((word) => /^dense$/i.test(word));
  const sizes = words.filter((word) => !/^(auto-flow|dense)$/i.test(word)).join(' ') || 'auto';
  split.set('grid-auto-flow', (filled === 0 ? 'row' : 'column') + (isDense ? ' dense' : ''));
  split.set(filled === 0 ? 'grid-auto-rows' : 'grid-auto-columns', sizes);
  if (filled === 0) split.set('grid-template-columns', columns);
  else split.set('grid-template-rows', rows);
  return split;
}
