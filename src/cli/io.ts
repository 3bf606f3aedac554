import { stripVTControlCharacters } from 'node:util';
import pc from 'picocolors';
import stringWidth from 'string-width';
import wrapAnsi from 'wrap-ansi';

/** Where a command's words go. */
export interface Io {
  /** Results; a text gets its line end here. */
  readonly out: (text: string) => void;
  /** Progress and complaints. */
  readonly err: (text: string) => void;
  /** Columns to write in, 40 to 100. */
  readonly columns: number;
  /** Whether progress may be shown. */
  readonly isTerminal: boolean;
}

/**
 * A command's answer: its exit code, 0 all is well, 1 something falls short, 2 wrong use or unreadable input, 3 a
 * fault of Yelto's own.
 */
export type ExitCode = 0 | 1 | 2 | 3;

export const paint = {
  strong: pc.bold,
  name: pc.cyan,
  quiet: pc.dim,
  good: pc.green,
  bad: pc.red,
  wary: pc.yellow,
};

/** Letters that are one column wide each, as most texts have them alone; colours take none. */
const isPlain = (text: string) => /^[\x20-\x7e“”‘’…–—·×]*$/.test(text);
const widthOf = (painted: string) => {
  const text = stripVTControlCharacters(painted);
  return isPlain(text) ? text.length : stringWidth(text);
};

/** Lines of plain text as the package makes them, which begins by reading tables of all scripts: that took a tenth of a short command. */
export function plainLines(text: string, width: number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(' ')) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (longer.length <= width || line === '' || word === '') line = longer;
    else {
      lines.push(line.trimEnd());
      line = word;
    }
  }
  return [...lines, line.trimEnd()];
}

/** Wraps text to the width, further lines indented like the first one plus `hang` columns. */
export function wrap(text: string, columns: number, indent = 0, hang = 0): string {
  const width = Math.max(20, columns - indent - hang);
  const lines = isPlain(text) ? plainLines(text, width) : wrapAnsi(text, width, { hard: false }).split('\n');
  return lines.map((line, i) => ' '.repeat(indent + (i ? hang : 0)) + line).join('\n');
}

/** Rows under each other, columns as wide as their widest cell, the last one wrapped. */
export function table(rows: readonly (readonly string[])[], columns: number, indent = 2): string {
  const widths: number[] = [];
  for (const row of rows)
    row.slice(0, -1).forEach((cell, i) => (widths[i] = Math.max(widths[i] ?? 0, widthOf(cell))));
  const start = indent + widths.reduce((sum, width) => sum + width + 2, 0);
  // Where little room is left for the last column, it goes on a line of its own.
  const room = columns - start;
  return rows
    .map((row) => {
      const cells = row.slice(0, -1).map((cell, i) => cell + ' '.repeat(widths[i] - widthOf(cell) + 2));
      const last = row[row.length - 1];
      const front = ' '.repeat(indent) + cells.join('');
      if (room >= 24 || widthOf(last) <= room)
        return (front + wrap(last, columns, start).trimStart()).trimEnd();
      return last ? `${front.trimEnd()}\n${wrap(last, columns, indent + 4)}` : front.trimEnd();
    })
    .join('\n');
}
