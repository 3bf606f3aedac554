import type { Command } from 'commander';
import { drift, type Drifted } from '../drift/index.js';
import { count } from '../text/index.js';
import { paint, table, wrap, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';
import { readDraftFile } from './prove.js';
import { addPageOptions, openForCommand, type PageOptions } from './targets.js';
import { findPanel } from './write.js';

interface DriftOptions extends PageOptions {
  readonly draft: string;
  readonly panel?: string;
}

const painted: Record<Drifted['fate'], (text: string) => string> = {
  holds: paint.good,
  found: paint.good,
  spare: paint.wary,
  elsewhere: paint.quiet,
  'part lost': paint.bad,
  'cannot tell': paint.wary,
  lost: paint.bad,
  'never worked': paint.bad,
};

export function addDrift(command: Command, io: Io, done: (code: ExitCode) => void): void {
  addPageOptions(command)
    .requiredOption('--draft <file>', 'the CSS file with your rules')
    .option('--panel <name>', 'the box that it is pasted into; sets where it is loaded')
    .action(async (before: string, after: string, options: DriftOptions) => {
      const draft = await readDraftFile(options.draft);
      const [old, fresh] = [
        await openForCommand(io, before, options),
        await openForCommand(io, after, options),
      ];
      const found = drift(old, fresh, draft, { panel: findPanel(options.panel) });
      const fallen = found.filter(({ fate }) => /^(lost|part lost|never worked)$/.test(fate));
      if (options.json) printJson(io, { command: 'drift', ok: fallen.length === 0, drifted: found });
      else print(io, options.draft, found, fallen.length);
      done(fallen.length ? 1 : 0);
    });
}

function print(io: Io, file: string, found: readonly Drifted[], fallen: number): void {
  if (found.length === 0) return io.out(`${file} holds no rules yet.`);
  const rows = found.map(({ fate, after: { declaration, selector } }) => [
    `${declaration.line}:${declaration.column}`,
    painted[fate](fate),
    `${declaration.property}: ${declaration.value}`,
    paint.quiet(selector),
  ]);
  io.out(`${paint.strong(file)}\n${table(rows, io.columns)}\n`);
  for (const { fate, after, why, remedy } of found) {
    if (fate === 'holds' || fate === 'found' || fate === 'elsewhere') continue;
    const { line, column } = after.declaration;
    io.out(
      wrap(`${paint.strong(`${file}:${line}:${column}`)} ${painted[fate](fate)}: ${why}.`, io.columns, 0, 2),
    );
    if (remedy) io.out(wrap(remedy, io.columns, 2, 2));
    io.out('');
  }
  io.out(
    fallen
      ? `${count(fallen, 'declaration')} no longer ${fallen === 1 ? 'does' : 'do'} anything.`
      : paint.good('Nothing of the draft is lost.'),
  );
}
