// Runs the command line on the demo data once, so that what the engine makes of its code is kept beside it.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { KeptCode } from '../dist/cli/kept-code.js';
import { root } from './setup.mjs';

const code = new KeptCode(join(root, 'dist/command'));
const { run } = code.load('run.cjs');
const silent = { out: () => undefined, err: () => undefined, columns: 80, isTerminal: false };
process.chdir(root);
const folder = mkdtempSync(join(tmpdir(), 'yelto-'));
const page = 'demo/r14/tool';
const draft = join(folder, 'my.css');
try {
  // The whole job, then the commands that it leaves out.
  await run(['demo'], silent);
  await run(['write', page, '--at', '.ll-badge', '--set', 'color: #0b5', '--draft', draft], silent);
  for (const call of [
    ['survey', page],
    ['find', page, '#1d6fb8'],
    ['compare', page, 'demo/r15/tool', '--at', '.ll-badge'],
    ['pack', draft],
    ['confirm', page, '--draft', draft],
    ['drift', page, 'demo/r15/tool', '--draft', draft],
  ])
    await run(call, silent);
  code.keep();
} finally {
  rmSync(folder, { recursive: true, force: true });
}
