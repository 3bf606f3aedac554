import type { Command } from 'commander';
import { openRoom } from '../node/index.js';
import { YeltoError } from '../text/index.js';
import { paint, type ExitCode, type Io } from './io.js';

interface TryOptions {
  readonly draft: string;
  readonly port?: string;
  readonly sitePort?: string;
}

export function addTry(command: Command, io: Io, done: (code: ExitCode) => void): void {
  command
    .option('--draft <file>', 'the CSS file that keeps your rules', 'my.css')
    .option('--port <number>', 'the port of the room; without it a free one is taken')
    .option('--site-port <number>', 'the port that the site is passed on at')
    .action(async (where: string, options: TryOptions) => {
      const ports = { room: portOf('--port', options.port), site: portOf('--site-port', options.sitePort) };
      const room = await openRoom({ where, draft: options.draft, ports });
      io.out(`The fitting room is open at\n  ${paint.name(room.address)}`);
      io.out(
        paint.quiet(
          `Only this machine is served. Your rules are kept in ${options.draft}. Ctrl+C closes the room.`,
        ),
      );
      await new Promise<void>((leave) => {
        for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, leave);
      });
      await room.close();
      done(0);
    });
}

function portOf(option: string, text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const port = Number(text);
  if (Number.isInteger(port) && port >= 1 && port <= 65_535) return port;
  throw new YeltoError(`${option} takes a number from 1 to 65535, not "${text}".`);
}
