// Sheets in which letters were taken out, put in, doubled or cut off at random: which declarations an engine still has, on whom.
import fc from 'fast-check';
import { parsePage, valueOf } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { answerIn } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();

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
  () => expectNothingFalse(fc.array(sheet, { minLength: 50, maxLength: 50 }), runsOr(4), falsehoods),
  judgeTime,
);
