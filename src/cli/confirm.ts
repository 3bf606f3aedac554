import type { Command } from 'commander';
import { confirm } from '../proof/index.js';
import { paint, wrap, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';
import { readDraftFile } from './prove.js';
import { addPageOptions, openForCommand, type PageOptions } from './targets.js';

interface ConfirmOptions extends PageOptions {
  readonly draft: string;
}

export function addConfirm(command: Command, io: Io, done: (code: ExitCode) => void): void {
  addPageOptions(command)
    .requiredOption('--draft <file>', 'the CSS file that you pasted')
    .action(async (where: string, options: ConfirmOptions) => {
      const draft = await readDraftFile(options.draft);
      const page = await openForCommand(io, where, options);
      const steps = confirm(page, draft);
      const ok = steps.every((step) => step.ok);
      if (options.json) printJson(io, { command: 'confirm', ok, steps });
      else {
        for (const { question, ok: isYes, seen, remedy } of steps) {
          const title = `${question[0].toUpperCase()}${question.slice(1)}?`;
          io.out(`${isYes ? paint.good('yes') : paint.bad('no ')}  ${paint.strong(title)}`);
          for (const one of seen) io.out(wrap(one, io.columns, 5, 2));
          if (remedy) io.out(wrap(remedy, io.columns, 5, 2));
        }
        io.out(
          ok
            ? `\n${paint.good('It has arrived.')}`
            : `\n${paint.quiet(`Next: mend it, then yelto confirm ${where} --draft ${options.draft}`)}`,
        );
      }
      done(ok ? 0 : 1);
    });
}
