// Draws the tables in src/facts/letters: how usual each letter is behind two others in words that people write, one table
// for English and one for each family of languages. English is read from the texts that come with the installed packages,
// two frameworks' class names and a word list, the others from word lists, which are installed into a temporary folder.
//   node scripts/letters.mjs && npm run format
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const root = new URL('../node_modules/', import.meta.url).pathname;
const folder = mkdtempSync(join(tmpdir(), 'letters-'));
const letters = '.abcdefghijklmnopqrstuvwxyz';

const families = {
  english: ['en@4.0.0'],
  germanic: ['de@3.0.0', 'nl@2.0.0', 'sv@4.0.0', 'da@6.0.0', 'nb@3.0.0'],
  romance: ['fr@3.0.0', 'es@4.0.0', 'it@2.0.0', 'pt@4.0.0', 'ro@3.0.0'],
  slavic: ['pl@2.0.0', 'cs@4.0.0', 'hr@2.0.0'],
  uralic: ['hu@3.0.0', 'et@2.0.0', 'tr@2.0.0'],
};

/** How those who have no accents at hand write a letter; German and its neighbours write two for one. */
const plain = { ß: 'ss', æ: 'ae', œ: 'oe', ø: 'o', å: 'a', ł: 'l', đ: 'd', ı: 'i', ð: 'd', þ: 'th' };
const doubled = { ä: 'ae', ö: 'oe', ü: 'ue', ø: 'oe', å: 'aa', ß: 'ss', æ: 'ae' };
const strip = (word) =>
  word
    .replace(/[ßæœøåłđıðþ]/g, (letter) => plain[letter])
    .normalize('NFD')
    .replace(/\p{M}/gu, '');

function* texts(path, depth = 0) {
  for (const entry of readdirSync(path, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const inside = join(path, entry.name);
    if (entry.isDirectory() && depth < 2) yield* texts(inside, depth + 1);
    else if (/^readme\.md$/i.test(entry.name))
      yield readFileSync(inside, 'utf8').replace(/`[^`]*`|https?:\S+|<[^>]*>/g, ' ');
  }
}

class Counts {
  #counts = new Float64Array(27 ** 3);

  /** A word, as often as it is to count; `.` stands for its beginning and its end. */
  add(word, times) {
    const marked = `..${word}.`;
    for (let i = 2; i < marked.length; i++) {
      const [a, b, c] = [marked[i - 2], marked[i - 1], marked[i]].map((letter) => letters.indexOf(letter));
      this.#counts[(a * 27 + b) * 27 + c] += times;
    }
  }

  /** Bits of surprise, 0 to 15, as one sign each; every letter may follow every other, if seldom. */
  table() {
    const sumOf = (row) => row.reduce((a, b) => a + b, 0);
    let table = '';
    for (let pair = 0; pair < 27 * 27; pair++) {
      const row = this.#counts.subarray(pair * 27, pair * 27 + 27);
      // What is seldom seen behind two letters is judged by the last one alone.
      const back = new Float64Array(27);
      for (let first = 0; first < 27; first++)
        for (let c = 0; c < 27; c++) back[c] += this.#counts[(first * 27 + (pair % 27)) * 27 + c];
      const [sum, backSum] = [sumOf(row), sumOf(back) || 1];
      for (let c = 0; c < 27; c++) {
        const fallback = 0.9 * (back[c] / backSum) + 0.1 / 27;
        const p = (row[c] + 6 * fallback) / (sum + 6);
        table += Math.min(15, Math.round(-Math.log2(p))).toString(16);
      }
    }
    return table;
  }
}

function addEnglishTexts(counts) {
  const words = new Map();
  for (const text of texts(root))
    for (const [word] of text.matchAll(/(?<![\w-])[a-z]{3,14}(?![\w-])/g))
      words.set(word, (words.get(word) ?? 0) + 1);
  // A word counts once for each time that its count doubles, so that "the" does not drown the rest.
  for (const [word, times] of words) if (times > 1) counts.add(word, Math.log2(times));
  for (const file of ['bootstrap/dist/css/bootstrap.css', 'bulma/css/bulma.css']) {
    const css = readFileSync(join(root, file), 'utf8').replace(/\{[^{}]*\}/g, '{}');
    const classes = css.match(/\.[a-z][\w-]*/gi) ?? [];
    const parts = new Set(
      classes.flatMap((name) =>
        name
          .slice(1)
          .toLowerCase()
          .split(/[^a-z]+/),
      ),
    );
    for (const part of parts) if (part.length > 1) counts.add(part, 3);
  }
}

/** The words of a list, as they are written without accents; each list has the same weight. */
function addWordList(counts, language, weight) {
  const lines = readFileSync(join(folder, `node_modules/dictionary-${language}/index.dic`), 'utf8').split(
    '\n',
  );
  const words = new Set();
  for (const line of lines) {
    const word = /^[^/\s]*/.exec(line)[0].toLowerCase();
    for (const written of [word, word.replace(/[äöüøåßæ]/g, (letter) => doubled[letter])])
      if (/^[a-z]{3,14}$/.test(strip(written))) words.add(strip(written));
  }
  for (const word of words) counts.add(word, weight / words.size);
}

writeFileSync(join(folder, 'package.json'), '{ "private": true }');
const lists = Object.values(families)
  .flat()
  .map((list) => `dictionary-${list}`);
execFileSync('npm', ['install', '--ignore-scripts', ...lists], { cwd: folder, stdio: 'ignore' });
for (const [family, languages] of Object.entries(families)) {
  const counts = new Counts();
  if (family === 'english') addEnglishTexts(counts);
  for (const list of languages)
    addWordList(counts, list.split('@')[0], family === 'english' ? 10_000 : 40_000);
  const lines = counts
    .table()
    .match(/.{1,108}/g)
    .map((line) => `  '${line}'`);
  writeFileSync(
    new URL(`../src/facts/letters/${family}.ts`, import.meta.url),
    `// Drawn by scripts/letters.mjs; do not edit by hand.\n/** Of ${languages.map((list) => list.split('@')[0]).join(', ')}: see index.ts. */\nexport const ${family} = [\n${lines.join(',\n')},\n].join('');\n`,
  );
}
rmSync(folder, { recursive: true });
