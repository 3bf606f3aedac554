// Places and sizes that are taken from an anchor, which may not be there: whether a declaration of random ones changes anything, judged
// by an engine's computed values.
import fc from 'fast-check';
import { parsePage, prove } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { answerIn } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();

const name = fc.constantFrom('', '', '--here ', '--there ', '--nowhere ');
const fallback = fc.constantFrom(
  '',
  '',
  ', 7px',
  ', 7px',
  ', 13px',
  ', anchor-size(7px)',
  ', anchor-size(--here width, 7px)',
  ', anchor-size(--nowhere)',
);
const size = fc
  .tuple(name, fc.constantFrom('width', 'height', ''), fallback)
  .map(([one, of, or]) => `anchor-size(${`${one}${of}`.trim()}${or.replace(/^, /, one || of ? ', ' : '')})`);
const side = fc
  .tuple(name, fc.constantFrom('top', 'bottom', 'start', '50%'), fallback)
  .map((parts) => `anchor(${parts.join('').trim()})`);
const within = (value: fc.Arbitrary<string>) =>
  fc.oneof(
    { weight: 3, arbitrary: value },
    { weight: 1, arbitrary: value.map((one) => `calc(${one} + 2px)`) },
  );
const declaration: fc.Arbitrary<readonly [string, string]> = fc.oneof(
  fc.tuple(fc.constantFrom('width', 'min-height', 'max-width', 'margin-left'), within(size)),
  fc.tuple(fc.constantFrom('top', 'inset-block-end'), within(fc.oneof(side, size))),
);
const box = fc.record({
  declaration,
  rival: fc.constantFrom('', '', '7px', '9px', '13px', 'auto'),
  position: fc.constantFrom('static', 'relative', 'sticky', 'absolute', 'absolute', 'fixed'),
  anchor: fc.constantFrom('', '', 'auto', 'none', 'normal', '--here', '--nowhere', 'var(--name)'),
});
type Box = typeof box extends fc.Arbitrary<infer One> ? One : never;

const sheetOf = (boxes: readonly Box[]): string =>
  boxes
    .map(
      ({ declaration: [property], rival, position, anchor }, i) =>
        `#b${i} { position: ${position}; ${anchor ? `position-anchor: ${anchor};` : ''} ${rival ? `${property}: ${rival}` : ''} }`,
    )
    .join('\n');
const htmlOf = (boxes: readonly Box[]): string =>
  `<!DOCTYPE html><style>.here { anchor-name: --here; width: 771px; height: 23px } .there { anchor-name: var(--some) } :root { --name: --there; --some: --there }\n${sheetOf(boxes)}</style><div class="here"></div><div class="there">x</div>${boxes.map((_, i) => `<p id="b${i}">x</p>`).join('')}`;

/** Runs in the page: whether taking each out of the draft changes a computed value. */
function changedBy({
  html,
  rules,
  names,
}: {
  html: string;
  rules: readonly string[];
  names: readonly string[];
}) {
  document.open();
  document.write(html);
  document.close();
  const sheet = document.head.appendChild(document.createElement('style')).sheet!;
  for (const rule of rules) sheet.insertRule(rule, sheet.cssRules.length);
  return names.map((name, i) => {
    const element = document.getElementById(`b${i}`)!;
    const read = () => {
      const { position } = getComputedStyle(element);
      const value = String(element.computedStyleMap().get(name));
      // Of what is positioned a side may be told as `auto` that layout has found.
      return position === 'absolute' || position === 'fixed'
        ? `${value} ${getComputedStyle(element).getPropertyValue(name)}`
        : value;
    };
    const { style } = sheet.cssRules[i] as CSSStyleRule;
    const text = style.cssText;
    const before = read();
    if (text === '') return 'dropped';
    style.cssText = '';
    const after = read();
    style.cssText = text;
    return before === after ? 'same' : `${before} → ${after}`;
  });
}

test(
  `declarations that ask for an anchor change what they are said to change (SEED=${seed})`,
  () =>
    expectNothingFalse(fc.array(box, { minLength: 40, maxLength: 40 }), runsOr(6), async (boxes) => {
      const html = htmlOf(boxes);
      const rules = boxes.map(({ declaration: [property, value] }, i) => `#b${i} { ${property}: ${value} }`);
      const engine = await answerIn(tab(), changedBy, {
        html,
        rules,
        names: boxes.map(({ declaration: [property] }) => property),
      });
      const { verdicts } = prove(parsePage({ name: 'x', html }), rules.join('\n'));
      return verdicts.flatMap(({ outcome, why, declaration: { property, value } }, i) => {
        note(outcome);
        const told = engine[i];
        const isTrue =
          outcome === 'invalid'
            ? told === 'dropped'
            : outcome === 'needless'
              ? told === 'same'
              : outcome === 'no-effect' || (told !== 'dropped' && told !== 'same');
        const { position, anchor, rival } = boxes[i];
        return isTrue
          ? []
          : [
              `${outcome} (${why}) ${property}: ${value} on ${position}, ${anchor || 'no'} anchor, over ${rival}: ${told}`,
            ];
      });
    }),
  judgeTime,
);
