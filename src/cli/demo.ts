import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import type { Command } from 'commander';
import { ownFile } from '../node/index.js';
import { paint, wrap, type ExitCode, type Io } from './io.js';

/** One step of the job, as the owner of the demo site would take it. */
interface Step {
  readonly words: string;
  readonly args: readonly string[];
}

/** The demo pages, as a path from where the command runs. */
function demoFolder(): string {
  const folder = ownFile('demo');
  return relative(process.cwd(), folder) || '.';
}

function steps(site: string, draft: string): Step[] {
  const tool = join(site, 'r14/tool');
  const catalogue = join(site, 'r14/catalogue');
  const account = join(site, 'r14/account');
  return [
    {
      words:
        'The Alderbrook Tool Library’s site is made by a platform, so its owner cannot edit the pages. What is it made of?',
      args: ['survey', tool],
    },
    {
      words: 'The word “Deposit” is too small. Who says so?',
      args: ['why', tool, '--text', 'Deposit', '--property', 'font-size'],
    },
    {
      words: 'Which names around it will still be there next month? A second load of the page tells.',
      args: ['hooks', tool, '--text', 'Deposit', '--with', join(site, 'r14-again/tool')],
    },
    {
      words: 'The shortest rule that wins, kept in a draft:',
      args: [
        'write',
        tool,
        '--text',
        'Deposit',
        '--set',
        'font-size: 18px',
        '--panel',
        'plinthwork',
        '--draft',
        draft,
      ],
    },
    {
      words:
        'The row under the pointer is too loud. A script marks it with a class, so we ask for that state.',
      args: [
        'write',
        catalogue,
        '--at',
        '.ll-dues__cell',
        '--reach',
        'alike',
        '--while',
        '.ll-dues__row.is-under-pointer',
        '--set',
        'background-color: #fff3c4',
        '--panel',
        'plinthwork',
        '--draft',
        draft,
      ],
    },
    {
      words:
        'What is on loan stands in a component of the plugin’s, with a tree of its own, where rules of the page do not reach. Is there a way in to its button?',
      args: [
        'write',
        account,
        '--inside',
        'll-lender',
        '--at',
        'button',
        '--set',
        'background-color: #7a4b1e',
        '--panel',
        'plinthwork',
        '--draft',
        draft,
      ],
    },
    {
      words: 'Does all of it hold, on all three pages, at every width?',
      args: ['prove', tool, catalogue, account, '--draft', draft, '--panel', 'plinthwork'],
    },
    { words: 'The text to paste into Plinthwork’s panel:', args: ['pack', draft, '--panel', 'plinthwork'] },
  ];
}

export function addDemo(
  command: Command,
  io: Io,
  done: (code: ExitCode) => void,
  run: (args: readonly string[], io: Io) => Promise<ExitCode>,
): void {
  command.action(async () => {
    const folder = await mkdtemp(join(tmpdir(), 'yelto-'));
    const draft = join(folder, 'my.css');
    try {
      for (const [i, { words, args }] of steps(demoFolder(), draft).entries()) {
        io.out(`${i ? '\n' : ''}${paint.strong(wrap(`${i + 1}. ${words}`, io.columns, 0, 3))}`);
        io.out(paint.quiet(wrap(`$ yelto ${args.map(quoted).join(' ')}`, io.columns, 0, 4)) + '\n');
        await run(args, { ...io, isTerminal: false });
      }
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
    done(0);
  });
}

function quoted(text: string): string {
  return /^[\w./-]+$/.test(text) ? text : `'${text}'`;
}
