// npm test: installs and builds what is missing, then checks types, lint and format, and runs the tests.
// `npm test -- tests/cli.test.ts` runs one file.
import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildRoom } from './build.mjs';
import { buildLibrary, chromiumNeeded, ensurePackages, ensurePrograms, root, runOrStop } from './setup.mjs';

ensurePackages();
ensurePrograms(chromiumNeeded);
rmSync(join(root, 'dist'), { recursive: true, force: true });
buildLibrary();
runOrStop('npx', ['--no-install', 'tsc', '-p', 'tsconfig.json']);
runOrStop('npx', ['--no-install', 'eslint', '.']);
runOrStop('npx', ['--no-install', 'prettier', '--check', '.', '--log-level', 'warn']);
buildRoom();
console.log('Types, lint and format are in order.');

const report = join(root, 'node_modules/.cache/jest-report.json');
mkdirSync(join(root, 'node_modules/.cache'), { recursive: true });
const jest = [
  '--experimental-vm-modules',
  'node_modules/jest/bin/jest.js',
  '--json',
  `--outputFile=${report}`,
  ...process.argv.slice(2),
];
const done = spawnSync(process.execPath, jest, {
  cwd: root,
  stdio: ['ignore', 'inherit', 'inherit'],
  env: { ...process.env, NODE_NO_WARNINGS: '1' },
});
const { numPassedTests, numFailedTests, numPendingTests } = await readReport();
console.log(`${numPassedTests} passed, ${numFailedTests} failed, ${numPendingTests} skipped`);
process.exit(done.status ?? 1);

async function readReport() {
  const { readFile } = await import('node:fs/promises');
  return JSON.parse(await readFile(report, 'utf8'));
}
