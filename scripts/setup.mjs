// What the two commands, `npm start` and `npm test`, need on a machine where nothing is installed yet.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');

/** Runs a command, its words shown; ends the process with its exit code where it fails. */
export function runOrStop(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (done.status !== 0) process.exit(done.status ?? 1);
}

/** Installs the npm packages where they are missing or older than the lock file. */
export function ensurePackages() {
  const stamp = join(root, 'node_modules/.package-lock.json');
  if (
    existsSync(stamp) &&
    statSync(stamp).mtimeMs >= statSync(join(root, 'package-lock.json')).mtimeMs - 1000
  )
    return;
  console.error('Installing the npm packages (once)…');
  runOrStop('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
}

/** Compiles the library where its sources are newer than what was built. */
export function ensureBuild() {
  const isThere = existsSync(join(root, 'dist/command/run.cjs'));
  if (isThere && newest(join(root, 'dist')) > newest(join(root, 'src'))) return;
  console.error('Building…');
  buildLibrary();
}

/** Compiles the library, and puts the command line into few files. */
export function buildLibrary() {
  const quiet = { stdio: ['ignore', 'inherit', 'inherit'] };
  runOrStop('npx', ['--no-install', 'tsc', '-p', 'tsconfig.build.json'], quiet);
  runOrStop('npx', ['--no-install', 'vite', 'build', '--config', 'scripts/command.config.mjs'], quiet);
  runOrStop(process.execPath, ['scripts/keep-code.mjs']);
}

/** The latest change below a folder, ms; 0 where there is none. */
export function newest(folder) {
  if (!existsSync(folder)) return 0;
  return Math.max(
    0,
    ...readdirSync(folder, { withFileTypes: true }).map((entry) => {
      const path = join(folder, entry.name);
      return entry.isDirectory() ? newest(path) : statSync(path).mtimeMs;
    }),
  );
}

/** Installs Debian packages where a program is missing and this user may; says what to do where not. */
export function ensurePrograms(programs) {
  const missing = Object.entries(programs).filter(([path]) => !existsSync(path));
  if (missing.length === 0) return;
  const packages = missing.map(([, name]) => name);
  const isRoot = process.getuid?.() === 0;
  if (isRoot && existsSync('/usr/bin/apt-get')) {
    console.error(`Installing ${packages.join(', ')} (once)…`);
    const quiet = {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    };
    spawnSync('apt-get', ['update', '-qq'], quiet);
    const done = spawnSync(
      'apt-get',
      ['install', '-y', '-qq', '--no-install-recommends', ...packages],
      quiet,
    );
    if (done.status === 0 && missing.every(([path]) => existsSync(path))) return;
  }
  console.error(
    `Missing: ${missing.map(([path]) => path).join(', ')}.\nInstall it with: sudo apt-get install ${packages.join(' ')}`,
  );
  process.exit(1);
}

export const chromiumNeeded = { [process.env.YELTO_BROWSER ?? '/usr/bin/chromium']: 'chromium' };
