// Draws the lists that names are judged on (tests/lists/names.json): class names by the tools of names/schemes.mjs, run
// here, and by the people who wrote the sheets of names/packages.mjs. Everything is installed into a temporary folder.
//   node scripts/name-lists.mjs
import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
import { ident, parse, walk } from 'css-tree';
import { packages } from './names/packages.mjs';
import { schemes } from './names/schemes.mjs';

const run = promisify(execFile);
const most = { madeUp: 170, written: 90 };
const folder = mkdtempSync(join(tmpdir(), 'names-'));

/** A sample of a list that another run draws again: by the digests of the names. */
function sample(names, size) {
  const digest = (name) => createHash('sha1').update(name).digest('hex');
  return [...new Set(names)]
    .map((name) => [digest(name), name])
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .slice(0, size)
    .map(([, name]) => name);
}

/** Tools as a program loads them; those that are modules alone by `import`. */
function loader() {
  const require = createRequire(join(folder, 'x.js'));
  const load = async (name) => {
    try {
      const loaded = require(name);
      return { ...loaded, default: loaded.default ?? loaded };
    } catch (error) {
      if (error.code !== 'ERR_REQUIRE_ESM' && error.code !== 'ERR_PACKAGE_PATH_NOT_EXPORTED') throw error;
      return import(pathToFileURL(require.resolve(name)).href);
    }
  };
  load.folder = join(folder, 'node_modules');
  return load;
}

async function madeUpNames() {
  writeFileSync(join(folder, 'package.json'), '{ "name": "names", "private": true }');
  const needed = [...new Set(Object.values(schemes).flatMap((scheme) => scheme.packages))];
  await run('npm', ['install', '--ignore-scripts', '--legacy-peer-deps', ...needed], { cwd: folder });
  const lists = {};
  for (const [id, scheme] of Object.entries(schemes)) {
    const names = await scheme.run(loader(), join(folder, `sources-${id.replace(/\W+/g, '-')}`));
    lists[id] = { held: scheme.held ?? false, names: sample(names, most.madeUp).join(' ') };
  }
  return lists;
}

function* sheetsIn(path) {
  const byName = (a, b) => (a.name < b.name ? -1 : 1);
  for (const entry of readdirSync(path, { withFileTypes: true }).sort(byName)) {
    const inside = join(path, entry.name);
    if (entry.isDirectory()) yield* sheetsIn(inside);
    else if (entry.name.endsWith('.css')) yield readFileSync(inside, 'utf8');
  }
}

function classesOf(css) {
  const names = [];
  const tree = parse(css, { parseValue: false, parseAtrulePrelude: false, onParseError() {} });
  walk(tree, { visit: 'ClassSelector', enter: ({ name }) => names.push(ident.decode(name)) });
  return names;
}

async function writtenNames() {
  const lists = {};
  const seen = new Set();
  for (const { name, language, held } of packages) {
    const own = join(folder, name.replace(/\W+/g, '-'));
    mkdirSync(own);
    const { stdout } = await run('npm', ['pack', name, '--silent'], { cwd: own });
    await run('tar', ['-xzf', stdout.trim().split('\n').at(-1)], { cwd: own });
    const sheets = [...sheetsIn(join(own, 'package'))].filter((css) => css.length < 3e6).slice(0, 60);
    const names = sheets.flatMap(classesOf).filter((one) => !/\s/.test(one) && !seen.has(one));
    const drawn = sample(names, most.written);
    drawn.forEach((one) => seen.add(one));
    lists[name] = { language, held, names: drawn.join(' ') };
  }
  return lists;
}

const lists = { madeUp: await madeUpNames(), written: await writtenNames() };
rmSync(folder, { recursive: true, force: true });
const target = new URL('../tests/lists/names.json', import.meta.url);
mkdirSync(new URL('.', target), { recursive: true });
writeFileSync(target, `${JSON.stringify(lists, null, 2)}\n`);
const count = (kind) =>
  Object.values(kind).reduce((sum, { names }) => sum + names.split(' ').filter(Boolean).length, 0);
console.log(`${count(lists.madeUp)} names by ${Object.keys(lists.madeUp).length} tools`);
console.log(`${count(lists.written)} names by the people of ${Object.keys(lists.written).length} packages`);
process.exit(0);
