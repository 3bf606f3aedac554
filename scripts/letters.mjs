// Draws the table in src/facts/letter-triples.ts: how usual each letter is behind two others in words that
// people write. Read from the texts that come with the installed packages and from two frameworks' class names.
//   node scripts/letters.mjs && npm run format
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const root = new URL('../node_modules/', import.meta.url).pathname;
const letters = '.abcdefghijklmnopqrstuvwxyz';
const counts = new Float64Array(27 ** 3);

function* texts(folder, depth = 0) {
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) =>
    a.name < b.name ? -1 : 1,
  )) {
    const path = join(folder, entry.name);
    if (entry.isDirectory() && depth < 2) yield* texts(path, depth + 1);
    else if (/^readme\.md$/i.test(entry.name))
      yield readFileSync(path, 'utf8').replace(/`[^`]*`|https?:\S+|<[^>]*>/g, ' ');
  }
}

/** A word, as often as it is to count; `.` stands for its beginning and its end. */
function add(word, times) {
  const marked = `..${word}.`;
  for (let i = 2; i < marked.length; i++) {
    const [a, b, c] = [marked[i - 2], marked[i - 1], marked[i]].map((letter) => letters.indexOf(letter));
    counts[(a * 27 + b) * 27 + c] += times;
  }
}

const words = new Map();
for (const text of texts(root))
  for (const [word] of text.matchAll(/(?<![\w-])[a-z]{3,14}(?![\w-])/g))
    words.set(word, (words.get(word) ?? 0) + 1);
// A word counts once for each time that its count doubles, so that "the" does not drown the rest.
for (const [word, times] of words) if (times > 1) add(word, Math.log2(times));
for (const file of ['bootstrap/dist/css/bootstrap.css', 'bulma/css/bulma.css']) {
  const css = readFileSync(join(root, file), 'utf8').replace(/\{[^{}]*\}/g, '{}');
  const parts = new Set(
    (css.match(/\.[a-z][\w-]*/gi) ?? []).flatMap((name) =>
      name
        .slice(1)
        .toLowerCase()
        .split(/[^a-z]+/),
    ),
  );
  for (const part of parts) if (part.length > 1) add(part, 3);
}

// Bits of surprise, 0 to 15, as one sign each; every letter may follow every other, if seldom.
let table = '';
for (let pair = 0; pair < 27 * 27; pair++) {
  const row = counts.subarray(pair * 27, pair * 27 + 27);
  const second = pair % 27;
  // What is seldom seen behind two letters is judged by the last one alone.
  const back = new Float64Array(27);
  for (let first = 0; first < 27; first++)
    for (let c = 0; c < 27; c++) back[c] += counts[(first * 27 + second) * 27 + c];
  const backSum = back.reduce((a, b) => a + b, 0) || 1;
  const sum = row.reduce((a, b) => a + b, 0);
  for (let c = 0; c < 27; c++) {
    const fallback = 0.9 * (back[c] / backSum) + 0.1 / 27;
    const p = (row[c] + 6 * fallback) / (sum + 6);
    table += Math.min(15, Math.round(-Math.log2(p) * 1)).toString(16);
  }
}
const lines = table.match(/.{1,108}/g).map((line) => `  '${line}'`);
writeFileSync(
  new URL('../src/facts/letter-triples.ts', import.meta.url),
  `// Drawn by scripts/letters.mjs; do not edit by hand.
/**
 * How surprising a letter is behind two others in words that people write: one hexadecimal digit of bits for
 * each three of \`.abcdefghijklmnopqrstuvwxyz\`, where \`.\` is the beginning or the end of a word.
 */
export const letterTriples = [
${lines.join(',\n')},
].join('');
`,
);
