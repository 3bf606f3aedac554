#!/usr/bin/env node
import { setFlagsFromString } from 'node:v8';
import { run } from './run.js';

// A command lives for a second or two, and the engine compiles for programs that run for hours: a fifth of the processor's
// time went into code that was hardly used afterwards. Measured with this major version; others have other flags.
if (process.versions.node.startsWith('20.')) setFlagsFromString('--interrupt-budget=300000');

process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  // A reader such as `head` that has seen enough is no fault.
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
});

process.exitCode = await run(process.argv.slice(2), {
  out: (text) => void process.stdout.write(`${text}\n`),
  err: (text) => void process.stderr.write(`${text}\n`),
  // COLUMNS is what the person set, POSIX XBD §8.3.
  columns: Math.min(100, Math.max(40, Number(process.env.COLUMNS) || (process.stdout.columns ?? 80))),
  isTerminal: process.stderr.isTTY ?? false,
});
