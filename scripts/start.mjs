// npm start: installs and builds what is missing, walks through the job on the demo site, then serves the
// fitting room. `npm start -- --no-serve` ends after the walk.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuild, ensurePackages, root } from './setup.mjs';

ensurePackages();
ensureBuild();
const walk = spawnSync(process.execPath, ['dist/cli/main.js', 'demo'], { cwd: root, stdio: 'inherit' });
if (walk.status !== 0) process.exit(walk.status ?? 1);
if (!process.argv.includes('--no-serve')) await serve();

async function serve() {
  const { build, preview } = await import('vite');
  const room = join(root, 'examples/fitting-room');
  console.log('\nNow the same with the pointer: building the fitting room…');
  await build({ root: room, configFile: join(room, 'vite.config.ts'), logLevel: 'error' });
  // Only this machine is served; a port that is taken is passed over.
  const server = await preview({
    root: room,
    configFile: join(room, 'vite.config.ts'),
    logLevel: 'error',
    preview: { host: '127.0.0.1', port: 5320 },
  });
  console.log(`The fitting room is open at ${server.resolvedUrls.local[0]}\nPress Ctrl+C to close it.`);
}
