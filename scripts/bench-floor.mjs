// What no program that answers the same could do without: each letter looked at, each text split into its tokens, one bit
// tested for each selector and each element that has its rarest name.
import { tokenize } from 'css-tree';
import { parsePage } from '../dist/index.js';

/** What some work gives, and the milliseconds that the fastest of three runs takes. */
function took(work) {
  let ms = Infinity;
  let result;
  for (let run = 0; run < 3; run++) {
    const start = performance.now();
    result = work();
    ms = Math.min(ms, performance.now() - start);
  }
  return { result, ms };
}

function lookAtEach(text) {
  let sum = 0;
  for (let at = 0; at < text.length; at++) sum = (sum + text.charCodeAt(at)) | 0;
  return sum;
}

function countTokens(texts) {
  let count = 0;
  for (const text of texts) tokenize(text, () => count++);
  return count;
}

/** For each selector the elements that carry the rarest name of its last compound; all where it has none. */
function pairsOf(page) {
  const carriers = new Map();
  for (const { tag, id, classes, attributes } of page.elements) {
    const ofAttributes = [...attributes.keys()].map((name) => `[${name}`);
    for (const name of [tag, `#${id}`, ...classes.map((one) => `.${one}`), ...ofAttributes])
      carriers.set(name, (carriers.get(name) ?? 0) + 1);
  }
  const namesIn = /(?<![\w:-])[a-z][\w-]*|[.#](?:[\w-]|\\.)+|\[[\w-]+/gi;
  let pairs = 0;
  for (const { selectors } of page.styles.blocks)
    for (const { text } of selectors) {
      const last = /(?:[^\s>+~[]|\[[^\]]*\])+$/.exec(text.replace(/\([^()]*\)/g, ''))?.[0] ?? '';
      const names = last.replace(/(\[[\w-]+)[^\]]*/g, '$1').match(namesIn) ?? [];
      const counts = names.map((name) => carriers.get(name.replaceAll('\\', '')) ?? 0);
      pairs += counts.length ? Math.min(...counts) : page.elements.length;
    }
  return pairs;
}

/** Lines that tell how far opening a page and its contests are from that. */
export function floorLines({ html, sheets }, { open, solve, entries }) {
  const texts = [html, ...sheets];
  const all = texts.join('');
  const letters = took(() => lookAtEach(all));
  const tokens = took(() => countTokens(sheets));
  const page = parsePage({
    name: 'page',
    html,
    sheets: sheets.map((css, i) => ({ href: `/${i}.css`, css })),
  });
  const pairs = pairsOf(page);
  const bits = new Uint32Array(1 << 20).fill(3);
  const tests = took(() => {
    let found = 0;
    for (let at = 0; at < pairs; at++) found += (bits[(at * 31) & 0xfffff] >>> (at & 31)) & 1;
    return found;
  });
  const million = (amount) => `${(amount / 1e6).toFixed(1)} million`;
  return [
    `Floor of opening: ${million(all.length)} letters looked at ${letters.ms.toFixed(0)} ms, ${million(tokens.result)} tokens of CSS split ${tokens.ms.toFixed(0)} ms; opening takes ${(open / (letters.ms + tokens.ms)).toFixed(1)} × that`,
    `Floor of all contests: ${million(pairs)} bits tested ${tests.ms.toFixed(0)} ms; contests take ${(solve / tests.ms).toFixed(0)} × that, ${((solve / entries) * 1e6).toFixed(0)} ns for each of ${million(entries)} entries`,
  ];
}
