// Builds the demo pages from Plinthwork's templates: node examples/plinthwork/build.mjs
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { assets } from './assets.mjs';
import { namesFor } from './names.mjs';
import { pages } from './templates.mjs';
import { settings } from './tools.mjs';

const here = dirname(fileURLToPath(import.meta.url));
const demo = join(here, '../../demo');

function build(release, load, folder) {
  const root = join(demo, folder);
  rmSync(root, { recursive: true, force: true });
  mkdirSync(join(root, 'assets'), { recursive: true });
  for (const [file, text] of Object.entries(assets(release))) writeFileSync(join(root, 'assets', file), text);
  writeFileSync(join(root, 'settings.json'), `${JSON.stringify(settings, null, 2)}\n`);
  for (const [page, template] of Object.entries(pages)) {
    mkdirSync(join(root, page), { recursive: true });
    writeFileSync(join(root, page, 'index.html'), template(namesFor(release, load)));
  }
}

build(14, 1, 'r14');
build(14, 2, 'r14-again');
build(15, 1, 'r15');
