// Whether the texts of a grid's rows are areas (CSS Grid 1, `grid-template-areas`): engines drop what is no rectangle.
import { string } from 'css-tree';
import { count, kinds, readTokens, tokenText } from '../text/index.js';

const ofGrid = /^grid(-template(-areas)?)?$/;

/** Why a browser drops a grid's areas, and what to do; undefined where they are rectangles of names and dots, and for other values. */
export function faultOfAreas(
  property: string,
  value: string,
): { reason: string; remedy: string } | undefined {
  if (!ofGrid.test(property) || !/["']/.test(value)) return undefined;
  const rows = rowsIn(value);
  const odd = rows.find(({ cells }) => cells.length === 0 || !cells.every(isCell));
  if (odd)
    return {
      reason: `${odd.text} is no row of areas`,
      remedy: 'Write names and dots in it, with spaces between.',
    };
  const [{ cells: first, text }] = rows;
  const other = rows.find(({ cells }) => cells.length !== first.length);
  if (other)
    return {
      reason: `the row ${text} has ${count(first.length, 'area')}, the row ${other.text} ${other.cells.length}`,
      remedy: 'Write as many in each row; a dot stands for none.',
    };
  const name = torn(rows.map(({ cells }) => cells));
  return name === undefined
    ? undefined
    : { reason: `the area "${name}" is no rectangle`, remedy: 'Put all of it together in one rectangle.' };
}

/** Each row as it is written, and its cells. */
function rowsIn(value: string): { text: string; cells: readonly string[] }[] {
  const tokens = readTokens(value);
  const rows: { text: string; cells: readonly string[] }[] = [];
  for (let at = 0; at < tokens.count; at++)
    if (tokens.types[at] === kinds.String) {
      const text = tokenText(tokens, at);
      rows.push({ text, cells: string.decode(text).match(/\.+|[^\s.]+/g) ?? [] });
    }
  return rows;
}

const isCell = (cell: string): boolean => cell.startsWith('.') || /^[\w\x80-\uffff-]+$/.test(cell);

/** The first name whose cells are no rectangle. */
function torn(rows: readonly (readonly string[])[]): string | undefined {
  const names = new Set(rows.flat().filter((cell) => !cell.startsWith('.')));
  return [...names].find((name) => {
    const down = rows.flatMap((row, i) => (row.includes(name) ? [i] : []));
    const from = rows[down[0]].indexOf(name);
    const to = rows[down[0]].lastIndexOf(name);
    const isWhole = (row: readonly string[]) =>
      row.every((cell, x) => (cell === name) === (x >= from && x <= to));
    return down.at(-1)! - down[0] !== down.length - 1 || !down.every((i) => isWhole(rows[i]));
  });
}
