import type { Command } from 'commander';
import { describeTarget, elementOf } from '../cascade/index.js';
import { hooks, witnessOf, type Hook } from '../hook/index.js';
import type { Page } from '../page/index.js';
import { count } from '../text/index.js';
import { paint, table, wrap, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';
import { collect } from './conditions.js';
import { addTargetOptions, findTargets, openForCommand, type TargetOptions } from './targets.js';

interface HooksOptions extends TargetOptions {
  readonly with?: readonly string[];
  readonly all?: boolean;
}

const painted = { steady: paint.good, doubtful: paint.wary, fleeting: paint.bad };

export function addHooks(command: Command, io: Io, done: (code: ExitCode) => void): void {
  addTargetOptions(command)
    .option('--with <page>', 'another load, page or release to compare names with; may be repeated', collect)
    .option('--all', 'names on all enclosing boxes too, not only on the nearest ones')
    .action(async (where: string, options: HooksOptions) => {
      const pages: Page[] = [await openForCommand(io, where, options)];
      for (const other of options.with ?? []) pages.push(await openForCommand(io, other, options));
      const [target] = findTargets(pages[0], options);
      const found = hooks(pages, target);
      const witnesses = pages.slice(1).map((other) => witnessOf(pages[0], other));
      if (options.json)
        printJson(io, { command: 'hooks', target: elementOf(target), witnesses, hooks: found });
      else {
        for (const { words } of witnesses) io.out(`${wrap(words, io.columns, 0, 2)}\n`);
        print(io, target, options.all ? found : found.filter(({ steps }) => steps <= 2), found.length);
      }
      done(0);
    });
}

function print(
  io: Io,
  target: Parameters<typeof describeTarget>[0],
  shown: readonly Hook[],
  total: number,
): void {
  io.out(`${paint.strong(describeTarget(target))}\n`);
  let last = -1;
  for (const steps of [...new Set(shown.map((hook) => hook.steps))].sort((a, b) => a - b)) {
    const level = shown.filter((hook) => hook.steps === steps);
    if (steps !== last)
      io.out(
        steps === 0
          ? 'On the thing itself:'
          : `${count(steps, 'box', 'boxes')} further out, on ${nameOf(level[0])}:`,
      );
    last = steps;
    const rows = level.map(({ selector, grade, reasons }) => [
      paint.name(selector),
      painted[grade](grade),
      reasons.join('; '),
    ]);
    io.out(`${table(rows, io.columns)}\n`);
  }
  if (total > shown.length)
    io.out(paint.quiet(`${total - shown.length} more on boxes further out; --all shows them.`));
  io.out(
    paint.quiet(
      'steady: will most likely stay · doubtful: may go or sits on other things too · fleeting: made up anew',
    ),
  );
}

function nameOf({ element: { tag, id, classes } }: Hook): string {
  return tag + (id ? `#${id}` : '') + (classes[0] ? `.${classes[0]}` : '');
}
