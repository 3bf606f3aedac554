import type { Command } from 'commander';
import { openJoinRoom, openRoom } from '../node/index.js';
import { YeltoError } from '../text/index.js';
import { paint, type ExitCode, type Io } from './io.js';

interface TryOptions {
  readonly draft: string;
  readonly join?: boolean;
  readonly port?: string;
  readonly sitePort?: string;
}

export function addTry(command: Command, io: Io, done: (code: ExitCode) => void): void {
  command
    .option('--draft <file>', 'the CSS file that keeps your rules', 'my.css')
    .option(
      '--join',
      'in place of a page: a bookmark that opens the room beside your own tab, for pages behind a login',
    )
    .option('--port <number>', 'the port of the room; without it a free one is taken')
    .option('--site-port <number>', 'the port that the site is passed on at')
    .action(async (where: string | undefined, options: TryOptions) => {
      const room = await openAsked(where, options);
      io.out(
        options.join
          ? `The fitting room waits beside your own tab. Open this once in your browser, and keep the bookmark that it shows:\n  ${paint.name(room.address)}`
          : `The fitting room is open at\n  ${paint.name(room.address)}`,
      );
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

/** One of the two kinds of room. */
function openAsked(where: string | undefined, options: TryOptions) {
  const { draft, join, port, sitePort } = options;
  if (join && (where !== undefined || port !== undefined || sitePort !== undefined))
    throw new YeltoError('--join takes no page and no ports: its bookmark is pressed on the page.', {
      remedy: 'Leave out --join to open one page here, or the rest to work in your own tab.',
    });
  if (join) return openJoinRoom({ draft });
  if (where === undefined)
    throw new YeltoError('No page was named.', {
      remedy: 'Name a folder, a saved page or an address; or say --join to work in your own tab.',
    });
  return openRoom({
    where,
    draft,
    ports: { room: portOf('--port', port), site: portOf('--site-port', sitePort) },
  });
}

function portOf(option: string, text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const port = Number(text);
  if (Number.isInteger(port) && port >= 1 && port <= 65_535) return port;
  throw new YeltoError(`${option} takes a number from 1 to 65535, not "${text}".`);
}
