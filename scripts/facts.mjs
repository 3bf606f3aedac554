// Draws the property tables in src/facts/ from a browser engine and the open mdn-data package.
// The engine answers which names exist, what each shorthand sets and which names are aliases;
// mdn-data knows the initial values and what is inherited. Run it when the engine is updated:
//   node scripts/facts.mjs && npm run format
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { lexer } from 'css-tree';
import { startBrowser } from './browser.mjs';

const require = createRequire(import.meta.url);
const mdn = JSON.parse(readFileSync(require.resolve('mdn-data/css/properties.json'), 'utf8'));

// Inherited, and not (or wrongly) described by mdn-data.
const inheritedToo = new Set(
  `-webkit-font-smoothing -webkit-text-security speak color-interpolation color-rendering
  -webkit-border-horizontal-spacing -webkit-border-vertical-spacing -webkit-line-break -webkit-locale
  -webkit-rtl-ordering -webkit-ruby-position -webkit-text-combine -webkit-text-orientation
  -webkit-writing-mode text-rendering fill fill-rule fill-opacity stroke stroke-width stroke-linecap
  stroke-linejoin stroke-miterlimit stroke-dasharray stroke-dashoffset stroke-opacity clip-rule
  text-anchor shape-rendering marker-start marker-mid marker-end color-interpolation-filters
  pointer-events paint-order image-rendering`.split(/\s+/),
);
// Initial values that mdn-data gives in prose or not at all.
const initialToo = { color: 'canvastext', 'font-family': 'serif', quotes: 'auto', 'text-align': 'start' };

const names = [...new Set([...Object.keys(lexer.properties), ...Object.keys(mdn)])].filter(
  (n) => !n.startsWith('--'),
);
const browser = await startBrowser();
const page = await browser.newPage();
const sets = await page.evaluate((names) => {
  const known = [];
  for (const key in document.body.style) {
    known.push(key.replace(/[A-Z]/g, (c) => '-' + c.toLowerCase()).replace(/^webkit-/, '-webkit-'));
  }
  const all = new Set([...names, ...known, ...getComputedStyle(document.documentElement)]);
  return [...all].map((name) => {
    const box = document.createElement('div');
    box.style.setProperty(name, 'initial');
    return [name, [...box.style]];
  });
}, names);
await browser.close();

const tables = { inherited: {}, uninherited: {}, shorthands: {}, aliases: {} };
for (const [name, longhands] of sets.sort(([a], [b]) => (a < b ? -1 : 1))) {
  if (longhands.length === 0) continue;
  if (longhands.length > 1) tables.shorthands[name] = longhands;
  else if (longhands[0] !== name) tables.aliases[name] = longhands[0];
  else {
    const about = mdn[name];
    const initial = initialToo[name] ?? (typeof about?.initial === 'string' ? about.initial : 'auto');
    const inherited = inheritedToo.has(name) || about?.inherited === true;
    tables[inherited ? 'inherited' : 'uninherited'][name] =
      /^[A-Z]/.test(initial) || / [a-z]+ [a-z]+ /.test(initial) ? '' : initial;
  }
}
// The standards still name this one as a longhand of two values; the engine splits it in private.
tables.inherited['border-spacing'] = '0';
tables.shorthands['border-spacing'] = ['border-spacing', ...tables.shorthands['border-spacing']];

const headers = {
  inherited:
    'Longhands that are inherited (CSS Cascade 5 §7.2), each with its initial value; "" where no short text says it.',
  uninherited:
    'Longhands that are not inherited, each with its initial value; "" where no short text says it.',
  shorthands: 'Shorthands, each with the longhands that it sets (CSS Cascade 5 §2.1), `all` excepted.',
  aliases:
    'Legacy names (CSS Cascade 5 §2.2; the Compatibility Standard §3) and the longhand that each stands for.',
};
for (const [table, header] of Object.entries(headers)) {
  const type = table === 'shorthands' ? 'readonly string[]' : 'string';
  const rows = Object.entries(tables[table]).map(([k, v]) => `  ${JSON.stringify(k)}: ${JSON.stringify(v)},`);
  writeFileSync(
    `src/facts/${table}.ts`,
    `// ${header}\n// Drawn by scripts/facts.mjs; do not edit by hand.\n// prettier-ignore\nexport const ${table}: Readonly<Record<string, ${type}>> = {\n${rows.join('\n').replaceAll('"', "'").replaceAll("\\'", '"')}\n};\n`,
  );
}
