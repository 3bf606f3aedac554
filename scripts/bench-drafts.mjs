// Long drafts on a small page: what commands cost with one of 60 kB, against opening the page.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parsePage } from '../dist/index.js';
import { ordinaryPage } from './bench-pages.mjs';

/** How commands ask the engine to compile (src/cli/kept-code.ts), for what they are compared with. */
export const asCommands = ['--interrupt-budget=300000', '--no-turbo-inlining'];

const values = {
  color: ['#123456', 'tomato', 'rgb(10 20 30)', 'inherit', 'var(--ink, navy)'],
  'background-color': ['#fafafa', 'white', 'rgb(240 240 230)'],
  'font-size': ['15px', '1.1rem', '0.95em', '120%'],
  'font-weight': ['700', 'bold', 'normal'],
  margin: ['0', '4px 8px', '0 auto', '1em 0'],
  'margin-top': ['3px', '1em', '0'],
  padding: ['2px', '4px 6px', '0.5em'],
  'padding-left': ['7px', '1rem'],
  border: ['1px solid #ccc', 'none', '2px dashed currentcolor'],
  'border-radius': ['3px', '0', '50%'],
  display: ['block', 'flex', 'none', 'inline-block'],
  width: ['100%', 'auto', '240px', '50%'],
  'max-width': ['none', '40em'],
  'line-height': ['1.4', '24px', 'normal'],
  'text-transform': ['uppercase', 'none'],
  'text-decoration': ['none', 'underline'],
  transform: ['translateY(-3px)', 'none'],
  'box-shadow': ['none', '0 1px 2px rgb(0 0 0 / 0.2)'],
};
const properties = Object.keys(values);

/** Numbers below an amount, drawn by a seed. */
function drawer(seed) {
  let state = seed;
  return (amount) => (state = (state * 48271) % 2147483647) % amount;
}

/** Rules for things that are on the page, each named by itself or by a box around it; some in queries and states. */
function draftOf(page, size, { dead = 0 } = {}) {
  const below = drawer(7);
  const pick = (list) => list[below(list.length)];
  const named = page.elements.filter(({ classes }) => classes.length);
  const nameOf = ({ classes }) => `.${pick(classes)}`;
  const selector = () => {
    const thing = pick(named);
    const parts = [nameOf(thing)];
    for (let box = thing.parent; box && parts.length < 2 + below(2); box = box.parent)
      if (box.classes.length && below(3) === 0) parts.unshift(nameOf(box));
    const state = below(8) === 0 ? pick([':hover', ':focus-visible', ':first-child', '::before']) : '';
    return parts.join(' ') + state;
  };
  const rules = [];
  for (let length = 0; length < size; length += rules.at(-1).length + 1) {
    const lines = Array.from({ length: 1 + below(3) }, () => {
      const property = pick(properties);
      return `  ${property}: ${pick(values[property])}${below(9) === 0 ? ' !important' : ''};`;
    });
    const rule = `${selector()} {\n${lines.join('\n')}\n}`;
    rules.push(below(7) === 0 ? `@media (max-width: ${pick([480, 600, 900])}px) {\n${rule}\n}` : rule);
  }
  for (let i = 0; i < dead; i++) rules.push(`.gone-${i} .ll-old-${i} { color: #12345${i % 10} }`);
  return rules.join('\n');
}

/** Writes a page of 200 elements into a folder; with what its owner pasted, where there is any. */
function writePage(folder, { html, sheets }, pasted) {
  const link = pasted === undefined ? '' : '<link rel="stylesheet" href="pasted.css">';
  writeFileSync(
    join(folder, 'index.html'),
    html.replace(/href="\//g, 'href="').replace('</head>', `${link}</head>`),
  );
  sheets.forEach((css, i) => writeFileSync(join(folder, `${i}.css`), css));
  if (pasted !== undefined) writeFileSync(join(folder, 'pasted.css'), pasted);
}

/**
 * What each command costs with a draft of 60 kB, and with 300 dead rules, on a page of 200 elements, against opening what it
 * opens and nothing else. `processorTime` gives the seconds of a Node program with its arguments.
 */
export function draftRatios(processorTime) {
  const page = ordinaryPage(200);
  const { html, sheets } = page;
  const read = parsePage({
    name: 'page',
    html,
    sheets: sheets.map((css, i) => ({ href: `/${i}.css`, css })),
  });
  const drafts = { living: draftOf(read, 60_000), dead: draftOf(read, 2_000, { dead: 300 }) };
  const root = mkdtempSync(join(tmpdir(), 'yelto-bench-'));
  const [plain, pasted] = ['plain', 'pasted'].map((name) => mkdtempSync(join(root, name)));
  try {
    writePage(plain, page);
    writePage(pasted, page, drafts.living);
    const files = Object.fromEntries(
      Object.entries(drafts).map(([name, css]) => {
        const file = join(root, `${name}.css`);
        writeFileSync(file, css);
        return [name, file];
      }),
    );
    const face = new URL('../dist/node/index.js', import.meta.url).href;
    const script = `const { openPage } = await import('${face}'); for (const path of process.argv.slice(1)) await openPage(path);`;
    const open = (...paths) => processorTime([...asCommands, '--input-type=module', '-e', script, ...paths]);
    const yelto = fileURLToPath(new URL('../dist/cli/yelto.js', import.meta.url));
    const [one, two] = [open(plain), open(plain, plain)];
    return {
      prove: processorTime([yelto, 'prove', plain, '--draft', files.living]) / one,
      'prove, 300 dead rules': processorTime([yelto, 'prove', plain, '--draft', files.dead]) / one,
      drift: processorTime([yelto, 'drift', plain, plain, '--draft', files.living]) / two,
      confirm: processorTime([yelto, 'confirm', pasted, '--draft', files.living]) / open(pasted),
      'pack --standing': processorTime([yelto, 'pack', files.living, '--standing', files.dead]) / one,
    };
  } finally {
    rmSync(root, { recursive: true, force: true });
  }
}
