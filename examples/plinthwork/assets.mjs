// The sheets, scripts and pictures of a release.
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const read = (file) => readFileSync(join(here, 'sheets', file), 'utf8');

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

/** Release 15 renames one component, makes two rules stronger, and sets by itself what one wish asked for. */
function later(file, css) {
  switch (file) {
    case 'theme.css':
      return css
        .replace('release r14', 'release r15')
        .replace('.pw-heading--small {', '.pw-main .pw-heading--small {');
    case 'loanlattice.css':
      return css
        .replaceAll('ll-deposit__label', 'll-deposit__caption')
        .replace('.ll-badge::before {', '.pw-body .ll-badge::before {')
        .replace(
          '#ll-dues .ll-dues__row.is-under-pointer > td {\n  background: #ffd21f;',
          '#ll-dues .ll-dues__row.is-under-pointer > td {\n  background: #fff3c4;',
        );
    default:
      return css;
  }
}

const files = ['reset.css', 'fonts.css', 'theme.css', 'print.css', 'states.js', 'cider-press.svg'];

/** File names with their texts. */
export function assets(release) {
  const text = (file) => (release >= 15 ? later(file, read(file)) : read(file));
  const plain = Object.fromEntries(files.map((file) => [file, text(file)]));
  return { ...plain, 'loanlattice.min.css': minify(text('loanlattice.css')) };
}
