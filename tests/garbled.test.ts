// Texts in which letters were taken out, put in, doubled or cut off at random. Of sheets, style attributes and what stands before
// blocks: which declarations an engine still has, on whom; of values: which it keeps.
import fc from 'fast-check';
import { parsePage, valueOf } from 'yelto';
import { closingOf, readTokens } from '../dist/text/index.js';
import { anyDeclaration, isLenient } from './support/any-values.js';
import { engineTab } from './support/engine-tab.js';
import { answerIn } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();
beforeAll(() => tab().setContent('<!DOCTYPE html><p>a'));

/** Each declaration is followed by a mark of its own: `--q3: 1`. */
const rules = [
  '.a { color: red !important; MARK }',
  '.a, .b > .c { margin: 0 auto; MARK width: calc(100% - 2px); MARK }',
  '#d .c:not(.e)::before { content: "a } b"; MARK }',
  '[title="x y"] i, .b:hover + .c { MARK background: url(a.png) no-repeat; MARK }',
  '@media (min-width: 300px) and (hover) { .b { MARK } .c { MARK } }',
  '@media print, screen { .a { MARK } }',
  '@supports (display: grid) { .a .c { color: var(--tone, red); MARK } }',
  '.b { MARK & .c { MARK } color: #123; MARK > i { MARK } MARK }',
  '/* the bar */ .e { MARK }',
  '@layer low { .c { MARK } } @layer low, high;',
  '@scope (.b) to (.e) { .c { MARK } :scope { MARK } }',
  '@font-face { font-family: Own; src: url("own.woff2") } .a { font-family: Own, "B C"; MARK }',
  '@keyframes turn { from { opacity: 0 } 50% { opacity: 1 } } .c { animation: turn 1s; MARK }',
  '.a:is(.e, .b) { --tone: {a: b}; MARK }',
  ':root { --tone: #123456; MARK }',
  ".c::after { content: '\\201c'; MARK }",
  '.\\31 2, .c\\:d { MARK } i:nth-child(2n + 1 of .c) { MARK }',
  '@import "x.css"; @charset "utf-8"; html { MARK }',
  '@container (width > 1px) { .a { MARK } } .b:has(> .c) { MARK }',
  '@property --own { syntax: "<color>"; inherits: false; initial-value: red } .e { MARK }',
  '.c { filter: progid:DX(a=1); *zoom: 1; MARK _height: 1px; MARK }',
  '<!-- .a { MARK } -->',
  '.a, .c { --q0: 2 !important; --q1: 2 ! important; --q2: 2!important; --q3: 2 }',
];
const signs = [...'{}{}{}()[];;::"\'\\/*@#.,<>!-+~|=$%&? \n0a9é', '/*', '*/', '<!--', '-->', '\\', '\n', '@media', '!important', 'url(', '\\7b ', '&', '\r\n', '\f', '@import "x";', '"x"']; // prettier-ignore

type Edit = readonly [kind: 'out' | 'in' | 'twice' | 'cut' | 'moved', at: number, size: number, sign: string];
const edit: fc.Arbitrary<Edit> = fc.tuple(
  fc.constantFrom('out', 'out', 'in', 'in', 'in', 'twice', 'cut', 'moved'),
  fc.nat(9999),
  fc.integer({ min: 1, max: 4 }),
  fc.constantFrom(...signs),
);

function edited(text: string, [kind, place, size, sign]: Edit): string {
  const at = place % (text.length + 1);
  const [before, piece, after] = [text.slice(0, at), text.slice(at, at + size), text.slice(at + size)];
  switch (kind) {
    case 'out':
      return before + after;
    case 'in':
      return before + sign + piece + after;
    case 'twice':
      return before + piece + piece + after;
    case 'moved':
      return before + after.slice(0, 3) + piece + after.slice(3);
    case 'cut':
      // Only now and then, or hardly anything is left.
      return place % 5 ? before + after : before;
  }
}

const sheet = fc
  .tuple(
    fc.array(fc.constantFrom(...rules), { minLength: 1, maxLength: 6 }),
    fc.array(edit, { minLength: 1, maxLength: 4 }),
  )
  .map(([chosen, edits]) => {
    let at = 0;
    const marked = chosen.join('\n').replace(/MARK/g, () => `--q${at++}: 1;`);
    return edits.reduce(edited, marked);
  })
  // White space that is part of a name, at its end; a scope around the sheet itself.
  .filter((css) => !/\\\s|@scope\s+to/.test(css));

const markup =
  '<div class="a b" id="d"><p class="c" title="x y">a<i class="c">b</i></p><p class="c e">c<i>d</i></p><b class="12 e a">e</b></div><p class="a">f</p>';
const most = 30;

/** Of each sheet, for each element, what every mark comes to. */
function readInEngine(sheets: readonly string[]): Promise<string[][][]> {
  return answerIn(
    tab(),
    ({ sheets, markup, most }) => {
      document.body.innerHTML = markup;
      const style =
        document.head.querySelector('style') ?? document.head.appendChild(document.createElement('style'));
      return sheets.map((css) => {
        style.textContent = css;
        return [...document.querySelectorAll('html, body, body *')].map((element) => {
          const found = getComputedStyle(element);
          return Array.from({ length: most }, (_, at) => found.getPropertyValue(`--q${at}`));
        });
      });
    },
    { sheets, markup, most },
  );
}

/** Without comments, which the engine leaves out at the end of a text that ends within one. */
const plain = (value = '') => value.replace(/\/\*[^]*?(\*\/|$)/g, '').trim();

async function falsehoods(sheets: readonly string[]): Promise<string[]> {
  const engine = await readInEngine(sheets);
  return sheets.flatMap((css, i) => {
    const page = parsePage({
      name: 'x',
      html: `<!DOCTYPE html><html><head><style></style></head><body>${markup}</body></html>`,
      sheets: [{ href: 'x.css', css }],
    });
    note(engine[i].flat().some(Boolean) ? 'something is left' : 'nothing is left');
    return page
      .select('html, body, body *')
      .flatMap((element, e) =>
        Array.from({ length: most }, (_, at) => {
          const [theirs, ours] = [engine[i][e][at], valueOf(page, element, `--q${at}`)].map(plain);
          return theirs === ours
            ? []
            : [
                `--q${at} of ${element.tag} is “${theirs}” in the engine, “${ours}” here: ${JSON.stringify(css)}`,
              ];
        }).flat(),
      )
      .slice(0, 1);
  });
}

test(
  `what is left of garbled sheets (SEED=${seed})`,
  () =>
    expectNothingFalse(fc.array(sheet, { minLength: 50, maxLength: 50 }), runsOr(4), falsehoods, {
      isOfMany: true,
    }),
  judgeTime,
);

/** One at-rule or selector at a time, garbled before its block, where slips are seldom made good by what follows. */
const preludes = [
  '@media (min-width: 300px) and (max-width: 5000px)',
  '@media screen and (not (print)), (hover)',
  '@media not all and (monochrome)',
  '@media (300px <= width < 90em) or (color)',
  '@media (aspect-ratio > 1/2)',
  '@media only screen and (min-resolution: .5dppx)',
  '@media (prefers-color-scheme: light) and (width > calc(10px + 2em))',
  '@supports (display: grid) and (not (display: inline-grid2))',
  '@supports selector(:has(> a)) or (color: foo)',
  '@supports not ((width: 1zz) or (--a: b))',
  '@container style(--tone: 1) or style(--other)',
  '@container not style(--tone: red)',
  '@layer low',
  '@layer low.deep.er',
  '@scope (.b) to (.e, i)',
  '@scope (#d > p)',
  '@starting-style',
  '.a:not(.e, #x) > .c:nth-child(2n+1 of p)',
  '[title="x y" i], [class~=c]:nth-last-of-type(-n + 3)',
  'p:is(.c, :lang(en)):where(.e) + b, i:only-child',
  ':root > body > :first-child::first-line, #d .c',
  '*|*.a, p.c.e, |p, .b :empty:not(:has(b))',
  '.c:nth-child(even), .c:nth-child(+3n - 2)',
  '.\\31 2, .\\000031 2e, b.e',
];
const garbledPrelude = fc
  .tuple(fc.constantFrom(...preludes), fc.array(edit, { minLength: 1, maxLength: 3 }))
  .map(([prelude, edits]) => {
    const block = prelude.startsWith('@')
      ? '{ .a, .c, b { --q0: 1 } } .e { --q1: 1 }'
      : '{ --q0: 1 } .e { --q1: 1 }';
    return `html { --tone: 1 } ${edits.reduce(edited, prelude)} ${block}`;
  })
  .filter((css) => !/\\\s|@scope\s*(to|\{)/.test(css));

test(
  `what is left of garbled preludes (SEED=${seed})`,
  () =>
    expectNothingFalse(fc.array(garbledPrelude, { minLength: 100, maxLength: 100 }), runsOr(4), falsehoods, {
      isOfMany: true,
    }),
  judgeTime,
);

const styleTexts = [
  'color: red !important; MARK margin: 0 auto; MARK',
  'MARK background: url(a.png) no-repeat; MARK width: calc(100% - 2px); MARK',
  '--tone: {a: b}; MARK content: "a } b; c"; MARK',
  "font: 12px/1.5 'Own', serif; MARK /* the bar */ MARK",
  'filter: progid:DX(a=1); *zoom: 1; MARK _height: 1px; MARK',
  'MARK & { MARK } MARK @media (hover) { MARK } MARK',
];
const styleText = fc
  .tuple(
    fc.array(fc.constantFrom(...styleTexts), { minLength: 1, maxLength: 3 }),
    fc.array(edit, { minLength: 1, maxLength: 4 }),
  )
  .map(([chosen, edits]) => {
    let at = 0;
    const marked = chosen.join(' ').replace(/MARK/g, () => `--q${at++}: 1;`);
    return edits.reduce(edited, marked);
  });

/** What the end of a text leaves open is closed, though this engine writes it down as it stood. */
const closed = (value: string): string => value + closingOf(readTokens(value));

async function falseOfStyles(texts: readonly string[]): Promise<string[]> {
  const engine = await answerIn(
    tab(),
    ({ texts, most }) => {
      document.head.querySelector('style')?.remove();
      document.body.innerHTML = '<p>a</p>';
      const element = document.querySelector('p')!;
      return texts.map((text) => {
        element.setAttribute('style', text);
        const found = getComputedStyle(element);
        return Array.from({ length: most }, (_, at) => found.getPropertyValue(`--q${at}`));
      });
    },
    { texts, most },
  );
  return texts.flatMap((text, i) => {
    const escaped = text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('\r', '&#13;');
    const page = parsePage({ name: 'x', html: `<!DOCTYPE html><p style="${escaped}">a</p>` });
    const [element] = page.select('p');
    return Array.from({ length: most }, (_, at) => {
      const [theirs, ours] = [engine[i][at], valueOf(page, element, `--q${at}`)].map(plain).map(closed);
      return theirs === ours
        ? []
        : [`--q${at} is “${theirs}” in the engine, “${ours}” here: ${JSON.stringify(text)}`];
    })
      .flat()
      .slice(0, 1);
  });
}

test(
  `what is left of garbled style attributes (SEED=${seed})`,
  () =>
    expectNothingFalse(fc.array(styleText, { minLength: 100, maxLength: 100 }), runsOr(4), falseOfStyles, {
      isOfMany: true,
    }),
  judgeTime,
);

/** What ends a declaration, or makes another of it, is no part of a value. */
const endsValue = /[;{}!]|<!--|-->/;
const { grammar } = parsePage({ name: 'x', html: '' });
/** A garbled value tells most where the value was right before. */
const rightDeclaration = anyDeclaration.filter(([property, value]) => !grammar.check(property, value));
/** What `path()` draws has a grammar of its own. */
const drawn = fc.tuple(
  fc.constantFrom('clip-path', 'offset-path', 'shape-outside', 'd'),
  fc.constantFrom(
    'path("M0 0 L10 -.5 h1z")',
    'path("m1,2 3 4C1 2 3 4 5 6")',
    "path('M 1e1-2 a1 1 0 0110 10 t1 2')",
    'path(evenodd, "M0,0 1,1 V3 Z M1 1")',
  ),
);
const garbledValue = fc
  .tuple(
    fc.oneof(
      { arbitrary: rightDeclaration, weight: 9 },
      { arbitrary: drawn.map(([property, value]): [string, string] => [property, value]), weight: 1 },
    ),
    fc.array(edit, { minLength: 1, maxLength: 2 }),
  )
  .map(([[property, value], edits]): [string, string] => [property, edits.reduce(edited, value)])
  .filter(([, value]) => !endsValue.test(value) && value.trim() !== '');

/** This engine takes lists for lines between columns with a comma at their end. */
async function falseOfValues(list: readonly [string, string][]): Promise<string[]> {
  const engine = await answerIn(
    tab(),
    (list) => {
      const { style } = document.createElement('p');
      return list.map(([property, value]) => {
        style.cssText = `${property}: ${value}`;
        return style.length > 0;
      });
    },
    list,
  );
  return list.flatMap(([property, value], i) => {
    if (isLenient(property, value) || (/^(column|row)?-?rule/.test(property) && /,\s*$/.test(value)))
      return [];
    const isOurs = !grammar.check(property, closed(value));
    note(engine[i] ? 'kept' : 'dropped');
    return isOurs === engine[i]
      ? []
      : [`${property}: ${JSON.stringify(value)} (the engine ${engine[i] ? 'keeps' : 'drops'} it)`];
  });
}

test(
  `which garbled values are kept (SEED=${seed})`,
  () =>
    expectNothingFalse(
      fc.array(garbledValue, { minLength: 100, maxLength: 100 }),
      runsOr(10),
      falseOfValues,
      { isOfMany: true },
    ),
  judgeTime,
);
