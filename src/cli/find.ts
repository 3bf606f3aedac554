import type { Command } from 'commander';
import { findMentions, type Mention } from '../cascade/index.js';
import type { Page } from '../page/index.js';
import { count, placeText, shorten } from '../text/index.js';
import { paint, table, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';
import { addPageOptions, openForCommand, type PageOptions } from './targets.js';

interface FindOptions extends PageOptions {
  readonly all?: boolean;
}

export function addFind(command: Command, io: Io, done: (code: ExitCode) => void): void {
  addPageOptions(command)
    // A variable's name looks like an option.
    .allowUnknownOption()
    .option('--all', 'list every place')
    .action(async (where: string, what: string, options: FindOptions) => {
      const page = await openForCommand(io, where, options);
      const mentions = findMentions(page, what);
      if (options.json) printJson(io, { command: 'find', what, mentions });
      else io.out(report(page, what, mentions, options.all ?? false, io));
      done(mentions.length ? 0 : 1);
    });
}

function report(page: Page, what: string, mentions: readonly Mention[], showAll: boolean, io: Io): string {
  if (mentions.length === 0) {
    return `Nothing in ${page.name} and its sheets mentions "${what}".\n${paint.quiet('Names are looked for as a whole: .card, #top, color, #2f6f8f, --accent.')}`;
  }
  const shown = showAll ? mentions : mentions.slice(0, 25);
  const rows = shown.map(({ kind, sheet, line, column, text, governs }) => [
    placeText({ file: sheet === undefined ? 'markup' : page.sheets[sheet].label, line, column }),
    paint.quiet(kind),
    kind === 'markup' || governs.length === 0 ? '' : count(governs.length, 'element'),
    shorten(text, 90),
  ]);
  const places = mentions.length === 1 ? 'mentions' : 'mention';
  const parts = [
    `${paint.strong(count(mentions.length, 'place'))} ${places} ${paint.name(what)}:`,
    table(rows, io.columns),
  ];
  if (shown.length < mentions.length)
    parts.push(paint.quiet(`${mentions.length - shown.length} more; --all lists them.`));
  parts.push('', paint.quiet(`Next: yelto why ${page.name} --at "<selector>" shows which of them wins.`));
  return parts.join('\n');
}
