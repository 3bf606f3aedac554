// npm run build: the library and the command line, then the fitting room beside it.
import { buildLibrary, ensurePackages, runOrStop } from './setup.mjs';

ensurePackages();
export function buildRoom() {
  runOrStop('npx', ['--no-install', 'vite', 'build', 'examples/strength-desk', '--logLevel', 'error']);
  for (const mode of ['production', 'stage', 'capture', 'reader', 'join'])
    runOrStop('npx', [
      '--no-install',
      'vite',
      'build',
      'examples/fitting-room',
      '--mode',
      mode,
      '--logLevel',
      'error',
    ]);
}

if (process.argv[1]?.endsWith('build.mjs')) {
  buildLibrary();
  buildRoom();
}
