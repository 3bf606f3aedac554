import { topLevelParts, topLevelPieces, fits } from './parts.js';
import { initialValue } from './properties.js';

type Split = ReadonlyMap<string, string> | undefined;

const aspects = ['width', 'style', 'color'] as const;
type Line = Readonly<Record<(typeof aspects)[number], string>>;

/** The shorthands of lines in gaps, of columns, rows or both (CSS Gap Decorations 1). */
export const isGapRule = (name: string): boolean => /^((column|row)-)?rule(-|$)/.test(name);

/** What one of them says of each of its longhands; undefined where that is not to be told. */
export function splitGapRule(name: string, longhands: readonly string[], value: string): Split {
  if (/rule$/.test(name)) return splitLines(longhands, value);
  const parts = /-inset(-cap|-junction)?$/.test(name) ? insetsOf(value) : undefined;
  // The others say one thing of all.
  if (!parts) return new Map(longhands.map((longhand) => [longhand, value]));
  return new Map(
    longhands.map((longhand) => {
      const [start, end] = longhand.includes('-cap-') ? parts.cap : parts.junction;
      return [longhand, longhand.endsWith('-start') ? start : end];
    }),
  );
}

type Ends = readonly [start: string, end: string];

/** Those at the outer ends, and behind a slash those where lines meet. */
function insetsOf(value: string): { cap: Ends; junction: Ends } {
  const [cap, junction = cap] = topLevelPieces(value, '/').map((text): Ends => {
    const [start, end = start] = topLevelParts(text) ?? [text];
    return [start, end];
  });
  return { cap, junction };
}

/** Each line of a list by its width, its style and its colour, repeated ones too. */
function splitLines(longhands: readonly string[], value: string): Split {
  const items = topLevelPieces(value, ',').map((item) => {
    const [, times, repeated] = /^repeat\(\s*([^,]*?)\s*,([^]*)\)$/i.exec(item.trim()) ?? [];
    const lines = (repeated === undefined ? [item] : topLevelPieces(repeated, ',')).map(lineOf);
    return { times, lines };
  });
  if (items.some(({ lines }) => lines.includes(undefined))) return undefined;
  const textOf = (aspect: keyof Line) =>
    items
      .map(({ times, lines }) => {
        const said = lines.map((line) => line![aspect]).join(', ');
        return times === undefined ? said : `repeat(${times}, ${said})`;
      })
      .join(', ');
  return new Map(
    longhands.map((longhand) => [longhand, textOf(aspects.find((one) => longhand.endsWith(one))!)]),
  );
}

function lineOf(text: string): Line | undefined {
  const said: Partial<Record<keyof Line, string>> = {};
  for (const part of topLevelParts(text) ?? []) {
    const aspect = aspects.find((one) => said[one] === undefined && fits(`row-rule-${one}`, part));
    if (!aspect) return undefined;
    said[aspect] = part;
  }
  const initial = (aspect: keyof Line) => said[aspect] ?? initialValue(`row-rule-${aspect}`);
  return { width: initial('width'), style: initial('style'), color: initial('color') };
}
