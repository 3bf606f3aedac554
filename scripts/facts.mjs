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

// The words of mdn-data that say no value, and those that the engine resolves before it tells them.
const initialToo = { color: 'canvastext', 'font-family': '"Times New Roman"', quotes: 'auto' };

const names = [...new Set([...Object.keys(lexer.properties), ...Object.keys(mdn)])].filter(
  (n) => !n.startsWith('--'),
);
/** Values of which most longhands take some. */
const probes = [
  '1px', '7px', '3', '2s', '30%', 'red', '45deg', '"x"', 'x', 'none', 'auto', 'normal', '1fr', 'url(a.png)', 'rotate(7deg)', 'block', 'hidden',
  '"wght" 7', 'span 2', '--x', 'both', 'linear', '1px 2px', 'red blue', 'square', '0.5', '1.5', 'linear-gradient(red, blue)', 'x 1', 'path("M0 0")', 'fill',
]; // prettier-ignore

/** The words in a longhand's grammar. */
function wordsOf(name) {
  const syntax = lexer.getProperty(name)?.syntax;
  return syntax ? [...new Set(JSON.stringify(syntax).match(/(?<="Keyword","name":")[^"]+/g))] : [];
}

/**
 * Runs in the page: whether each longhand is inherited, and its initial value: as guessed where the engine computes the same
 * of it, in two surroundings; else as the engine tells it.
 */
function askAboutLonghands({ values, guesses }) {
  document.body.innerHTML = '<div><p></p><p></p></div>';
  const [outer, one, other] = document.body.querySelectorAll('*');
  const told = (element, name) => getComputedStyle(element).getPropertyValue(name);
  const fixed = 'border-style: solid; outline-style: solid; column-rule-style: solid; position: static;';
  return Object.fromEntries(
    Object.entries(values).map(([name, list]) => {
      // In a box that is not drawn nothing is resolved by the layout.
      const isOwn = (text) => (name.endsWith('-style') || name === 'position' ? '' : fixed) + text;
      outer.style.cssText = '';
      one.style.cssText = isOwn(`display: none; ${name}: initial`);
      const initial = told(one, name);
      let isInherited;
      for (const value of list) {
        outer.style.cssText = isOwn(`display: none; ${name}: ${value}`);
        const above = told(outer, name);
        if (above === initial) continue;
        one.style.cssText = isOwn(`${name}: unset`);
        isInherited = told(one, name) === above;
        break;
      }
      const isMeant = (guess) =>
        ['color: #123456; font-size: 20px', 'color: red; font-size: 7px'].every((around) => {
          outer.style.cssText = `display: none; ${around}`;
          one.style.cssText = isOwn(`${around}; ${name}: ${guess}`);
          other.style.cssText = isOwn(`${around}; ${name}: initial`);
          return one.style.getPropertyValue(name) !== '' && told(one, name) === told(other, name);
        });
      return [name, { isInherited, initial: [guesses[name], 'currentcolor'].find(isMeant) ?? initial }];
    }),
  );
}

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
const longhandNames = sets.filter(([name, own]) => own.length === 1 && own[0] === name).map(([name]) => name);
const values = Object.fromEntries(
  longhandNames.map((name) => [name, [...wordsOf(name), ...probes].slice(0, 80)]),
);
const guesses = Object.fromEntries(
  longhandNames.map((name) => [name, initialToo[name] ?? mdn[name]?.initial ?? '']),
);
const facts = await page.evaluate(askAboutLonghands, { values, guesses });
await browser.close();

const tables = { inherited: {}, uninherited: {}, shorthands: {}, aliases: {} };
for (const [name, longhands] of sets.sort(([a], [b]) => (a < b ? -1 : 1))) {
  if (longhands.length === 0) continue;
  if (longhands.length > 1) tables.shorthands[name] = longhands;
  else if (longhands[0] !== name) tables.aliases[name] = longhands[0];
  else {
    const { isInherited, initial } = facts[name];
    // Some are told in no style, and where no value could be found that is another than the initial one, mdn-data knows.
    const isHandedDown = isInherited ?? mdn[name]?.inherited === true;
    tables[isHandedDown ? 'inherited' : 'uninherited'][name] = initialToo[name] ?? (initial || 'auto');
  }
}
// The standards still name this one as a longhand of two values; the engine splits it in private.
tables.inherited['border-spacing'] = '0';
tables.shorthands['border-spacing'] = ['border-spacing', ...tables.shorthands['border-spacing']];
// An older name for the same longhands, with a way of its own to write them; the engine does not list them.
tables.shorthands['-webkit-border-image'] = tables.shorthands['border-image'];
delete tables.uninherited['-webkit-border-image'];

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
