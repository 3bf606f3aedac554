import { Command, CommanderError } from 'commander';
import { YeltoError } from '../text/index.js';
import { commands } from './commands.js';
import type { ExitCode, Io } from './io.js';

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
      '\nA page is a folder with index.html, a saved .html, .mhtml or .har file, or an http(s) address.\nSee it all on a made-up site: yelto demo',
    );
  const called = args[0] === 'help' ? args[1] : args[0];
  for (const { call, does, load } of commands) {
    const command = program.command(call).description(does);
    if (command.name() === called) (await load())(command, io, done, run);
  }
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
