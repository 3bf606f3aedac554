import type { Command } from 'commander';
import type { Page, Sheet } from '../page/index.js';
import { componentsOf, summarise, type UsedValue } from '../hook/index.js';
import { count, placeText, shorten, type Fault } from '../text/index.js';
import { paint, table, wrap, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';
import { addPageOptions, openForCommand, type PageOptions } from './targets.js';

interface SurveyOptions extends PageOptions {
  readonly all?: boolean;
}

export function addSurvey(command: Command, io: Io, done: (code: ExitCode) => void): void {
  addPageOptions(command)
    .option('--all', 'list every fault')
    .action(async (where: string, options: SurveyOptions) => {
      const page = await openForCommand(io, where, options);
      const { name, sheets, widths, faults } = page;
      if (options.json) {
        printJson(io, {
          command: 'survey',
          page: name,
          elements: page.elements.length,
          sheets: sheets.map(briefly),
          widths,
          components: componentsOf(page),
          ...summarise(page),
          faults,
        });
      } else io.out(report(page, options.all ?? false, io));
      done(sheets.some(isAbsent) ? 1 : 0);
    });
}

const isAbsent = ({ status }: Sheet) => status === 'missing' || status === 'unread';

function briefly(sheet: Sheet): object {
  const { css, map, ...rest } = sheet;
  return { ...rest, size: css.length, hasMap: map !== undefined };
}

function report(page: Page, showAll: boolean, io: Io): string {
  const parts = [
    `${paint.strong(page.name)}\n${count(page.elements.length, 'element')}, ${count(page.styles.blocks.length, 'rule')} in ${count(page.sheets.length, 'sheet')}`,
  ];
  const rows = page.sheets.map((sheet, i) => [
    String(i + 1),
    paint.name(sheet.label),
    isAbsent(sheet) ? paint.bad(sheet.status) : sheet.status,
    isAbsent(sheet) ? '' : sizeWords(sheet.css.length),
    [sheet.how, sheet.media && `for ${sheet.media}`].filter(Boolean).join(', '),
  ]);
  parts.push(
    rows.length
      ? `Sheets, in load order:\n${table(rows, io.columns)}`
      : 'It has no sheets: all looks come from the browser.',
  );
  const { widths } = page;
  parts.push(
    widths.length
      ? `It changes at these widths: ${widths.map((width) => `${width}px`).join(', ')}`
      : 'No width changes anything on it.',
  );
  parts.push(...componentsReport(page, io), ...madeOf(page, showAll, io));
  parts.push(faultsReport(page.faults, showAll, io));
  parts.push(paint.quiet(`Next: yelto why ${page.name} --text "words on the page"`));
  return parts.join('\n\n');
}

function sizeWords(size: number): string {
  return size < 10_000
    ? `${size.toLocaleString('en')} characters`
    : `${Math.round(size / 1000)} k characters`;
}

/** Fonts, colours, variables and names, the commonest of each unless all are wanted. */
function madeOf(page: Page, showAll: boolean, io: Io): string[] {
  const { fonts, colours, variables, hooks } = summarise(page);
  const some = <T>(list: readonly T[], most: number) => (showAll ? list : list.slice(0, most));
  const more = (list: readonly unknown[], most: number) =>
    !showAll && list.length > most ? paint.quiet(` and ${list.length - most} more`) : '';
  const heading = (what: string, list: readonly unknown[], most: number) =>
    !showAll && list.length > most
      ? `${what}, ${most} of ${list.length} ${paint.quiet('(--all lists the rest)')}:`
      : `${what}:`;
  const used = ({ value, elements, from, declaration }: UsedValue) => [
    shorten(value, 40),
    count(elements, 'element'),
    placeText({ file: from, line: declaration.line || undefined, column: declaration.column || undefined }),
  ];
  const parts: string[] = [];
  if (fonts.length)
    parts.push(`${heading('Fonts', fonts, 4)}\n${table(some(fonts, 4).map(used), io.columns)}`);
  if (colours.length)
    parts.push(`${heading('Colours', colours, 8)}\n${table(some(colours, 8).map(used), io.columns)}`);
  if (variables.length) {
    const rows = some(variables, 8).map(({ name, value, uses, setting }) => [
      paint.name(name),
      shorten(value, 28),
      `feeds ${count(uses, 'declaration')}`,
      setting ? `set by ${setting}` : '',
    ]);
    parts.push(`${heading('Variables', variables, 8)}\n${table(rows, io.columns)}`);
  }
  const names = (['steady', 'doubtful', 'fleeting'] as const).map((grade) => [
    grade,
    String(hooks[grade].length),
    some(hooks[grade], 6).join(' ') + more(hooks[grade], 6),
  ]);
  parts.push(`Names that a selector can hold on to:\n${table(names, io.columns)}`);
  return parts;
}

function componentsReport(page: Page, io: Io): string[] {
  const components = componentsOf(page);
  if (components.length === 0) return [];
  const rows = components.map(({ tag, hosts, parts, variables }) => [
    paint.name(tag),
    `${hosts.length}${hosts.some(({ isClosed }) => isClosed) ? ', closed to scripts' : ''}`,
    parts.length ? `parts: ${parts.join(', ')}` : 'no parts',
    variables.length
      ? `reads ${variables.map(({ name, isSet }) => `${name}${isSet ? '' : ' (nobody sets it)'}`).join(', ')}`
      : 'reads no variables',
  ]);
  return [
    `Components with a tree of their own, and what they open to your rules:\n${table(rows, io.columns)}`,
  ];
}

function faultsReport(faults: readonly Fault[], showAll: boolean, io: Io): string {
  if (faults.length === 0) return 'Nothing is broken in markup and sheets.';
  const shown = showAll ? faults : faults.slice(0, 10);
  const lines = shown.map(({ message, remedy, ...place }) => {
    const where = placeText(place);
    return wrap(
      `${paint.wary(where)}${where ? ' ' : ''}${message}.${remedy ? ` ${remedy}` : ''}`,
      io.columns,
      2,
      2,
    );
  });
  const more =
    faults.length > shown.length
      ? `\n  ${paint.quiet(`${faults.length - shown.length} more; --all lists them.`)}`
      : '';
  return `${count(faults.length, 'thing')} to know about:\n${lines.join('\n')}${more}`;
}
