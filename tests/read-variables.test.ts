// Who reads a variable: where a verdict says that nobody does, an engine shows the same whatever the variable is; by rules,
// fallbacks, other variables, animations, style attributes, attributes of drawings, queries about styles.
import fc from 'fast-check';
import { parsePage, prove } from 'yelto';
import { answerIn } from './support/engine.js';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();
const runs = runsOr(12);

const rules = fc.constantFrom('b { color: var(--x) }', 'b { color: var(--y, var(--x)) }', 'b { color: var(--y) }', 'p { --y: var(--x) }', 'i { --z: var(--y) }', 'i { background: var(--z, tan) }', 'b { animation: glow 9s -4s infinite paused }', '@keyframes glow { from, to { color: var(--x) } }', '@keyframes glow { from, to { outline: 2px solid var(--y) } }', '@-webkit-keyframes glow { from, to { color: var(--z) } }', '@container style(--x: blue) { b { letter-spacing: 3px } }', '@container style(--y: blue) { i { letter-spacing: 3px } }', '@container not style( --x : teal ) { i { word-spacing: 2px } }', 'b::before { content: "x"; color: var(--x) }', '@media print { b { color: var(--x) } }', 'b { color: VAR(--x) }', 'b { color: var( --\\78 ) }', '@supports (color: var(--x)) { i { color: tan } }', '@property --x { syntax: "<color>"; inherits: true; initial-value: red }', 'b { transition: --x 1s }', 'i { content: "var(--x)" }', 'i { background: url("var(--x)") }', 'i { color: var(--X) }', 'i { --w: "var(--x)" }'); // prettier-ignore
const parts = fc.constantFrom('<b>x</b>', '<i>x</i>', '<i style="color: var(--x)">x</i>', '<b style="--y: var(--x)">x</b>', '<svg><circle r="3" fill="var(--x)"/></svg>', '<svg><g stroke="var(--y, var(--x))"><rect width="3" height="3"/></g></svg>', '<i title="var(--x)">x</i>', '<font color="var(--x)">x</font>', '<td bgcolor="var(--x)">x</td>'); // prettier-ignore
const cases = fc.record({
  rules: fc.uniqueArray(rules, { maxLength: 5 }),
  parts: fc.array(parts, { minLength: 1, maxLength: 4 }),
  name: fc.constantFrom('--x', '--y'),
});
type Case = typeof cases extends fc.Arbitrary<infer One> ? One : never;

/** Runs in the page: what is different anywhere between a page with one value of the variable and with another, and without any. */
function different({ html, name }: { html: string; name: string }): string[] {
  const inner = new DOMParser().parseFromString(html, 'text/html');
  document.replaceChild(document.adoptNode(inner.documentElement), document.documentElement);
  const sheet = document.head.appendChild(document.createElement('style'));
  const all = [...document.querySelectorAll('p, p *')];
  const readWith = (css: string) => {
    sheet.textContent = css;
    return all.flatMap((element) =>
      [undefined, '::before'].map((pseudo) => {
        const style = getComputedStyle(element, pseudo);
        return [...style]
          .filter((one) => !one.startsWith('--'))
          .map((one) => `${element.localName} ${one}: ${style.getPropertyValue(one)}`);
      }),
    );
  };
  const [without, blue, other] = ['', `p { ${name}: blue }`, `p { ${name}: teal }`].map(readWith);
  return without.flatMap((values, at) =>
    values.filter((text, i) => text !== blue[at][i] || text !== other[at][i]).slice(0, 1),
  );
}

async function wrongs({ rules, parts, name }: Case): Promise<string[]> {
  const html = `<!DOCTYPE html><html><head><style>${rules.join('\n')}</style></head><body><p>${parts.join('')}</p></body></html>`;
  const [verdict] = prove(parsePage({ name: 'x', html, sheets: [] }), `p { ${name}: blue }`).verdicts;
  const isUnread = verdict.outcome === 'no-effect' && /nothing on this page reads/.test(verdict.why);
  const shown = await answerIn(tab(), different, { html, name });
  note(isUnread ? 'nobody reads it' : shown.length > 0 ? 'shows' : 'is read, and shows nothing');
  return isUnread && shown.length > 0
    ? [`${name} is said to be read by nobody, but ${shown[0]}\n${html}`]
    : [];
}

test(
  `a variable of ${runs} random pages that nobody is said to read changes nothing (SEED=${seed})`,
  () => expectNothingFalse(cases, runs, wrongs),
  judgeTime,
);
