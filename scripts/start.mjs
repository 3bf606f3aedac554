// npm start: installs and builds what is missing, walks through the job on the demo site, then serves the
// fitting room. `npm start -- --no-serve` ends after the walk.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { buildRoom } from './build.mjs';
import { ensureBuild, ensurePackages, newest, root } from './setup.mjs';

ensurePackages();
ensureBuild();
const walk = spawnSync(process.execPath, ['dist/cli/yelto.js', 'demo'], { cwd: root, stdio: 'inherit' });
if (walk.status !== 0) process.exit(walk.status ?? 1);
if (!process.argv.includes('--no-serve')) await serve();

async function serve() {
  console.log('\nNow the same with the pointer: opening the fitting room on the demo site…');
  if (newest(join(root, 'dist/room')) < newest(join(root, 'examples/fitting-room/src'))) buildRoom();
  const { startPlinthwork } = await import('../examples/plinthwork/server.mjs');
  const site = await startPlinthwork();
  const { openRoom } = await import('../dist/node/index.js');
  const draft = join(root, 'my.css');
  const room = await openRoom({ where: `${site.address}catalogue/index.html`, draft });
  console.log(`\nThe fitting room is open at\n  ${room.address}`);
  console.log(`The site's owner pastes at\n  ${site.address}owner/`);
  console.log(`Your rules are kept in ${draft}. Press Ctrl+C to close it.`);
}
