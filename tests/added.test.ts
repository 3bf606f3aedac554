// What is added to a draft stands as though it were written behind it, its end closed, whichever rule it was written into; and nothing of the draft
// is lost: an engine shows the same.
import fc from 'fast-check';
import { addToDraft } from 'yelto';
import { answerIn } from './support/engine.js';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();
const runs = runsOr(60);

const says = fc
  .tuple(
    fc.constantFrom('color: red', 'color: blue', 'color: nonsense', 'color: var(--x)', '--x: teal', '--x: tan', 'margin: 1px', 'margin-left: 2px', 'margin-inline-start: 3px', 'margin-inline: 4px', 'margin-right: 5px', 'margin: 1px nonsense', 'padding: 1px 2px', 'padding-block: 3px', 'padding-top: 4px', 'width: 10px', 'width: 2fits', 'WIDTH: 20px', 'inline-size: 30px', 'border: 1px solid red', 'border-color: blue', 'border-block-start: 2px dotted', 'border-left: 0', 'font: 12px serif', 'font-size: 20px', 'line-height: 2', 'background: red', 'background-color: tan', 'all: unset', 'overflow: hidden', 'overflow-x: scroll', 'inset: 1px', 'top: 2px', 'inset-block-start: 3px', 'page-break-after: always', 'break-after: page', 'word-wrap: break-word', 'overflow-wrap: normal', 'grid-gap: 3px', 'gap: 4px', '-webkit-box-flex: 2', 'flex: 1', '-webkit-flex-grow: 3', 'direction: rtl', 'text-decoration: underline', 'text-decoration-line: overline'), // prettier-ignore
    fc.constantFrom('', '', '', '', ' !important'),
  )
  .map((parts) => parts.join(''));
const block = (inner: fc.Arbitrary<string>, most: number) =>
  fc
    .tuple(
      fc.array(inner, { minLength: 1, maxLength: most }),
      fc.constantFrom('; ', ';\n  ', '; /* a; b } */ '),
      fc.constantFrom('', ';', ' /* x */', ';\n'),
    ) // prettier-ignore
    .map(([all, between, end]) => all.join(between) + end);
const selector = fc.constantFrom('.a', '.a', '.b', 'p', '.a, .b', '.a,.b', '.A', 'p.a', '.a /**/', '.a > .b', '::before', '.a::BEFORE'); // prettier-ignore
const flat = fc.tuple(selector, block(says, 3)).map(([name, inner]) => `${name} { ${inner} }`);
const around = fc.constantFrom('@media (min-width: 1px)', '@media (min-width:1px)', '@MEDIA (min-width: 1px)', '@media print', '@supports (top: 0)', '@layer', '@layer x', '@layer y', '@container (min-width: 1px)', '@scope (p)'); // prettier-ignore
const rule = fc.oneof(
  { weight: 5, arbitrary: flat },
  { weight: 2, arbitrary: fc.tuple(around, fc.array(flat, { minLength: 1, maxLength: 2 })).map(([name, all]) => `${name} { ${all.join(' ')} }`) }, // prettier-ignore
  { weight: 1, arbitrary: fc.tuple(selector, says, flat).map(([name, one, inner]) => `${name} { ${one}; &${inner.startsWith('.') ? '' : ' '}${inner} }`) }, // prettier-ignore
  { weight: 1, arbitrary: fc.constantFrom('/* a note */', '@layer y, x;', '@charset "utf-8";', '@import "data:text/css,";', '.a { }', '<!--', '.a { color: red; ] }', '@media print { }', '@font-face { font-family: x }', '@keyframes k { to { top: 0 } }', '.a { color: red !important; color: blue }') }, // prettier-ignore
);
/** Ends of texts, and what closes them. */
const ends: Readonly<Record<string, string>> = { '': '', '\n': '', '\n\n': '', '}': ' {}', '/* open': '*/', '.a { color: teal': '}', '.a { color: rgb(1, 2': ')}', '.a::before { content: "x': '"}', '@media print { .b { top: 1px': '}}', '.b': ' {}', '@layer x': ';', '.a { color: red; [': ']}', '.a { background: url(x': ')}' }; // prettier-ignore
const cases = fc.record({
  rules: fc.array(rule, { maxLength: 5 }),
  between: fc.constantFrom('\n', '\n\n', ' '),
  end: fc.constantFrom(...Object.keys(ends)),
  added: fc.array(rule, { minLength: 1, maxLength: 2 }).map((all) => all.join('\n')),
});
type Case = typeof cases extends fc.Arbitrary<infer One> ? One : never;

/** Runs in the page: what each element and its `::before` has under one text and under another, where that differs. */
function apart({ texts }: { texts: string[] }): string[] {
  document.body.innerHTML = '<p class="a">x<b class="b">y</b></p><p class="b">z</p><div class="a b" dir="rtl"><i class="A">w</i></div>'; // prettier-ignore
  const sheet = document.head.appendChild(document.createElement('style'));
  const [one, other] = texts.map((css) => {
    sheet.textContent = `* { transition: none !important } ${css}`;
    return [...document.body.querySelectorAll('*')].flatMap((element) =>
      [undefined, '::before'].map((pseudo) => {
        const style = getComputedStyle(element, pseudo);
        const names = [...new Set([...style, '--x'])];
        return names.map((name) => `${element.localName}.${element.className}${pseudo ?? ''} ${name}: ${style.getPropertyValue(name)}`); // prettier-ignore
      }),
    );
  });
  sheet.remove();
  return one.flatMap((values, at) => values.filter((text, i) => text !== other[at][i]).slice(0, 2));
}

async function wrongs({ rules, between, end, added }: Case): Promise<string[]> {
  const draft = rules.join(between) + end;
  const text = addToDraft(draft, added);
  const behind = `${draft}${ends[end]}\n${added}\n`;
  note(text.length < behind.length - 3 ? 'merged' : 'behind');
  const [first] = await answerIn(tab(), apart, { texts: [behind, text] });
  return first === undefined
    ? []
    : [`${first} where it stands behind\n--- draft\n${draft}\n--- added\n${added}\n--- text\n${text}`];
}

test(
  `${runs} rules that are added to drafts stand as though they were written behind them (SEED=${seed})`,
  () => expectNothingFalse(cases, runs, wrongs),
  judgeTime,
);
