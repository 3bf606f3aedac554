import type { Command } from 'commander';
import type { Page, Sheet } from '../page/index.js';
import { count, placeText, type Fault } from '../text/index.js';
import { paint, table, wrap, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';
import { addPageOptions, openForCommand, type PageOptions } from './targets.js';

interface SurveyOptions extends PageOptions {
  readonly all?: boolean;
}

export function addSurvey(program: Command, io: Io, done: (code: ExitCode) => void): void {
  addPageOptions(program.command('survey <page>'))
    .description(
      'list a page’s sheets in load order, the widths at which it changes, and what is broken in it',
    )
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
          faults,
        });
      } else io.out(report(page, options.all ?? false, io));
      done(sheets.some(({ status }) => status === 'missing') ? 1 : 0);
    });
}

function briefly(sheet: Sheet): object {
  const { css, ...rest } = sheet;
  return { ...rest, size: css.length };
}

function report(page: Page, showAll: boolean, io: Io): string {
  const parts = [
    `${paint.strong(page.name)}\n${count(page.elements.length, 'element')}, ${count(page.styles.blocks.length, 'rule')} in ${count(page.sheets.length, 'sheet')}`,
  ];
  const rows = page.sheets.map((sheet, i) => [
    String(i + 1),
    paint.name(sheet.label),
    sheet.status === 'missing' ? paint.bad('missing') : sheet.status,
    sheet.status === 'missing' ? '' : sizeWords(sheet.css.length),
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
  const ownVariables = variables(page);
  if (ownVariables.length)
    parts.push(
      wrap(
        `Variables: ${ownVariables.join(', ')}. A value that comes from one is often a setting of the platform.`,
        io.columns,
        0,
        2,
      ),
    );
  parts.push(faultsReport(page.faults, showAll, io));
  parts.push(paint.quiet(`Next: yelto why ${page.name} --text "words on the page"`));
  return parts.join('\n\n');
}

function sizeWords(size: number): string {
  return size < 10_000
    ? `${size.toLocaleString('en')} characters`
    : `${Math.round(size / 1000)} k characters`;
}

function variables(page: Page): string[] {
  const names = page.styles.blocks.flatMap(({ declarations }) =>
    declarations.map(({ property }) => property).filter((property) => property.startsWith('--')),
  );
  return [...new Set(names)].slice(0, 12);
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
