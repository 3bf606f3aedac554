import type { Command } from 'commander';
import { pack } from '../panel/index.js';
import { count } from '../text/index.js';
import type { ExitCode, Io } from './io.js';
import { printJson } from './json.js';
import { readDraftFile } from './prove.js';
import { readStanding } from './standing.js';
import { findPanel } from './write.js';

interface PackOptions {
  readonly panel: string;
  readonly standing?: string;
  readonly json?: boolean;
}

export function addPack(command: Command, io: Io, done: (code: ExitCode) => void): void {
  command
    .option('--panel <name>', 'the box to paste into', 'plain')
    .option('--standing <file>', 'what stands in the box now; it is kept and merged with')
    .option('--json', 'print the answer as JSON')
    .action(async (file: string, options: PackOptions) => {
      const draft = await readDraftFile(file);
      const panel = findPanel(options.panel)!;
      const standing = options.standing === undefined ? undefined : await readStanding(options.standing);
      const packed = pack(draft, panel, standing);
      if (options.json) printJson(io, { command: 'pack', ...packed });
      else {
        io.out(packed.text.trimEnd());
        if (io.isTerminal) io.err('');
        const limit = panel.limit === undefined ? '' : ` of ${panel.limit}`;
        const unit = panel.countedIn === 'bytes' ? 'byte' : 'character';
        io.err(`${count(packed.size, unit)}${limit}, for ${panel.about}`);
        for (const change of packed.changes) io.err(`  ${change}`);
        for (const warning of packed.warnings) io.err(`Mind: ${warning}`);
      }
      done(packed.warnings.length ? 1 : 0);
    });
}
