// Builds the demo pages from Plinthwork's templates: node examples/plinthwork/build.mjs
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { namesFor } from './names.mjs';
import { pages } from './templates.mjs';
import { settings } from './tools.mjs';

const here = dirname(fileURLToPath(import.meta.url));
const demo = join(here, '../../demo');

/** Everything on one line, as a build of the plugin would leave it. */
function minify(css) {
  return css
    .replace(/\/\*[^]*?\*\//g, '')
    .replace(/\s+/g, ' ')
    .replace(/ ?([{};,>]) ?/g, '$1')
    .replace(/([{;][a-z-]+): /g, '$1:')
    .replace(/;}/g, '}')
    .trim();
}

function build(release, load, folder) {
  const root = join(demo, folder);
  rmSync(root, { recursive: true, force: true });
  mkdirSync(join(root, 'assets'), { recursive: true });
  for (const file of ['reset.css', 'fonts.css', 'theme.css', 'print.css', 'states.js', 'cider-press.svg']) {
    cpSync(join(here, 'sheets', file), join(root, 'assets', file));
  }
  writeFileSync(
    join(root, 'assets/loanlattice.min.css'),
    minify(readFileSync(join(here, 'sheets/loanlattice.css'), 'utf8')),
  );
  writeFileSync(join(root, 'settings.json'), `${JSON.stringify(settings, null, 2)}\n`);
  for (const [page, template] of Object.entries(pages)) {
    mkdirSync(join(root, page), { recursive: true });
    writeFileSync(join(root, page, 'index.html'), template(namesFor(release, load)));
  }
}

build(14, 1, 'r14');
build(14, 2, 'r14-again');
