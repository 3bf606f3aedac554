import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export interface CliAnswer {
  readonly code: number | null;
  readonly out: string;
  readonly err: string;
}

/** Runs the command line as a process, as a person does. */
export function yelto(...args: string[]): Promise<CliAnswer> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['dist/cli/yelto.js', ...args], {
      env: { ...process.env, NO_COLOR: '1' },
    });
    let out = '';
    let err = '';
    child.stdout.on('data', (data) => (out += data));
    child.stderr.on('data', (data) => (err += data));
    child.on('error', reject);
    child.on('close', (code) => resolve({ code, out, err }));
  });
}

/** A folder for one test, and its removal. */
export function temporaryFolder(): { path: string; file: (name: string) => string; remove: () => void } {
  const path = mkdtempSync(join(tmpdir(), 'yelto-test-'));
  return {
    path,
    file: (name) => join(path, name),
    remove: () => rmSync(path, { recursive: true, force: true }),
  };
}
