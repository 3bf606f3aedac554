import { Command, CommanderError } from 'commander';
import { YeltoError } from '../text/index.js';
import { addCapture } from './capture.js';
import { addCompare } from './compare.js';
import { addConfirm } from './confirm.js';
import { addDemo } from './demo.js';
import { addDrift } from './drift.js';
import { addFind } from './find.js';
import { addHooks } from './hooks.js';
import type { ExitCode, Io } from './io.js';
import { addPack } from './pack.js';
import { addProve } from './prove.js';
import { addSurvey } from './survey.js';
import { addTry } from './try.js';
import { addWhy } from './why.js';
import { addWrite } from './write.js';

/** Runs one command line (without the program's name) and resolves to its exit code. */
export async function run(args: readonly string[], io: Io): Promise<ExitCode> {
  let code: ExitCode = 0;
  const done = (answer: ExitCode) => {
    code = answer;
  };
  const program = new Command('yelto')
    .description(
      'Point at a thing on a page you cannot edit, learn what governs it, and get the rule that beats it.',
    )
    .usage('<command> <page> [options]')
    .exitOverride()
    .configureOutput({
      writeOut: (text) => io.out(text.trimEnd()),
      writeErr: (text) => io.err(text.trimEnd()),
    })
    .addHelpText(
      'after',
      '\nA page is a folder with index.html, a saved .html file, or an http(s) address.\nSee it all on a made-up site: yelto demo',
    );
  addSurvey(program, io, done);
  addFind(program, io, done);
  addWhy(program, io, done);
  addHooks(program, io, done);
  addWrite(program, io, done);
  addProve(program, io, done);
  addPack(program, io, done);
  addConfirm(program, io, done);
  addDrift(program, io, done);
  addCompare(program, io, done);
  addCapture(program, io, done);
  addTry(program, io, done);
  addDemo(program, io, done, run);
  if (args.length === 0) {
    program.outputHelp();
    return 2;
  }
  try {
    await program.parseAsync([...args], { from: 'user' });
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
    if (error instanceof YeltoError) {
      io.err(error.report);
      return 2;
    }
    io.err(faultOfOurs(error));
    return 3;
  }
  return code;
}

/** Nothing that the person did wrong; said so that it can be reported. */
function faultOfOurs(error: unknown): string {
  const { message = String(error), stack = '' } = error instanceof Error ? error : {};
  const where = /\n\s+at ([^\n]+)/.exec(stack)?.[1] ?? '';
  return `Yelto itself failed here: ${message}${where ? ` (at ${where})` : ''}.\n  This is a fault of the program, not of your call. Nothing was changed; please report it with the page and the call.`;
}
