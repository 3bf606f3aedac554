// Code that is read with what the engine made of it: the same answers, whatever was kept. Each is asked of a program of its
// own: an engine remembers what it has compiled before.
import { spawnSync } from 'node:child_process';
import { readFileSync, utimesSync, writeFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { temporaryFolder } from '../support/cli.js';

const folder = temporaryFolder();
afterAll(folder.remove);
const [first, second] = ['first.cjs', 'second.cjs'].map((name) => folder.file(name));

beforeEach(() => {
  writeFileSync(
    first,
    `const { EOL } = require('node:os');
     exports.lines = EOL;
     exports.place = __filename;
     exports.both = require('./second.cjs').both;`,
  );
  // The two ask for each other.
  writeFileSync(
    second,
    "const first = require('./first.cjs'); exports.both = (a, b) => `${a + b}${first.lines}`;",
  );
});

/** What a program prints that gets at the code in a folder. */
function told(script: string, path = folder.path) {
  const from = resolve('dist/cli/kept-code.js');
  const code = `import { KeptCode } from '${from}'; const code = new KeptCode(${JSON.stringify(path)}); ${script}`;
  const { stdout, stderr } = spawnSync(process.execPath, ['--input-type=module', '-e', code], {
    encoding: 'utf8',
  });
  return { out: stdout, err: stderr };
}
const used = 'console.log([...code.isUsed.values()].join());';
const load = () =>
  told(`const { both, place } = code.load('first.cjs'); console.log(both(2, 4) + place); ${used}`).out;
const keepOnce = () => void told("code.load('first.cjs').both(1, 2); code.keep();");

test('what files export is read, and what they ask for', () => {
  expect(load()).toBe(`6\n${first}\nfalse,false\n`);
});

test('what was kept is used, and the answers are the same', () => {
  keepOnce();
  expect(load()).toBe(`6\n${first}\ntrue,true\n`);
});

test('a text that was changed behind it is compiled anew, as long as before or not', () => {
  keepOnce();
  const changed = readFileSync(second, 'utf8').replace('a + b', 'a * b');
  writeFileSync(second, changed);
  const later = new Date(Date.now() + 5000);
  utimesSync(second, later, later);
  expect(load()).toBe(`8\n${first}\ntrue,false\n`);
  writeFileSync(second, changed.replace('a * b', '(a + b) * 10'));
  utimesSync(second, new Date(0), new Date(0));
  expect(load()).toBe(`60\n${first}\ntrue,false\n`);
});

test.each([
  ['nothing', () => ''],
  ['a part', (kept: Buffer) => kept.subarray(0, 100)],
  ['what is no code', () => 'x'.repeat(9000)],
])('kept code of which there is %s is left aside', (_, damaged) => {
  keepOnce();
  writeFileSync(`${first}.kept`, damaged(readFileSync(`${first}.kept`)));
  expect(load()).toBe(`6\n${first}\nfalse,true\n`);
});

test('what an engine that compiles another way has made is left aside', () => {
  const otherwise = "(await import('node:v8')).setFlagsFromString('--no-lazy');";
  told(`${otherwise} code.load('first.cjs').both(1, 2); code.keep();`);
  expect(load()).toBe(`6\n${first}\nfalse,false\n`);
});

test('a file that is not there is named', () => {
  expect(told("code.load('gone.cjs')").err).toMatch(/gone\.cjs/);
});

test('the command line that was built is read with all that was kept of it', () => {
  const call =
    "['why', 'demo/r14/tool', '--at', '.ll-badge'], { out: console.log, err: console.error, columns: 80 }";
  const { out, err } = told(`await code.load('run.cjs').run(${call}); ${used}`, resolve('dist/command'));
  expect(err).toBe('');
  expect(out).toMatch(/ll-badge[^]*\n(true,){6,}true\n$/);
});
