#!/usr/bin/env node
import { fileURLToPath } from 'node:url';
import { KeptCode } from './kept-code.js';

process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  // A reader such as `head` that has seen enough is no fault.
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
});

const { run } = new KeptCode(fileURLToPath(new URL('../command', import.meta.url))).load(
  'run.cjs',
) as typeof import('./run.js');
process.exitCode = await run(process.argv.slice(2), {
  out: (text) => void process.stdout.write(`${text}\n`),
  err: (text) => void process.stderr.write(`${text}\n`),
  // COLUMNS is what the person set, POSIX XBD §8.3.
  columns: Math.min(100, Math.max(40, Number(process.env.COLUMNS) || (process.stdout.columns ?? 80))),
  isTerminal: process.stderr.isTTY ?? false,
});
