// Slips of the pen in a sheet, judged by an engine: where something of the text is lost in it, that is told, at the place of
// the slip or behind it; where nothing is lost, nothing is told.
import fc from 'fast-check';
import type { Browser, Page as Tab } from 'playwright-core';
import { contests, parsePage, prove } from 'yelto';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr } from './support/judging.js';

let browser: Browser;
let tab: Tab;
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage();
  await tab.setContent('<!DOCTYPE html><p>x</p>');
});
afterAll(() => browser.close());

const one = <T>(...list: readonly T[]) => fc.constantFrom(...list);

const declaration = one(
  'color: red',
  'margin: 0 auto',
  'width: calc(100% - 20px)',
  'background: url(a.png) no-repeat',
  'content: "a } b"',
  'font-family: "One Two", serif',
  'color: rgb(1, 2, 3) !important',
  '--tone: #123456',
  '--box: { }',
  'border: 1px solid var(--tone)',
  'transform: translate(2px, 3px)',
);
const selector = one('.a', '.b > p', '#c', 'a:hover', '.d:not(.e)', '.f::before', '[title="x"]', '.g, .h');
const body = fc
  .uniqueArray(declaration, { minLength: 1, maxLength: 3, selector: (text) => text.split(':')[0] })
  .map((list) => [...list, '--n: 1'].map((text) => `  ${text};\n`).join(''));
const plain = fc.tuple(selector, body).map(([name, inner]) => `${name} {\n${inner}}\n`);
const rule = fc.oneof(
  { arbitrary: plain, weight: 4 },
  fc
    .tuple(one('(min-width: 300px)', 'print', 'screen and (max-width: 50em)'), plain)
    .map(([media, inner]) => `@media ${media} {\n${inner}}\n`),
  fc
    .tuple(selector, body, plain)
    .map(([name, inner, nested]) => `${name.split('::')[0]} {\n${inner}  & ${nested}}\n`),
  fc.constant('@font-face {\n  font-family: Own;\n  src: url(own.woff2);\n}\n'),
  fc.constant('@keyframes turn {\n  from { opacity: 0 }\n  to { opacity: 1 }\n}\n'),
  fc.constant('/* the bar */\n'),
  fc.constant('@supports (display: grid) {\n.k {\n  color: teal;\n}\n}\n'),
  fc.constant('@layer low, high;\n'),
);

interface Case {
  readonly rules: readonly string[];
  /** What is taken out, each the n-th of its kind, or put in at a line's end. */
  readonly slip: string;
  readonly at: number;
}
const cases: fc.Arbitrary<Case> = fc.record({
  rules: fc.array(rule, { minLength: 2, maxLength: 5 }),
  slip: one(
    ...[...';:{}()"', '@', '/*', '*/'].map((text) => `without ${text}`),
    ...[
      '}',
      ';',
      '{',
      '//  a note',
      '<style>',
      '</style>',
      '/*',
      '!',
      ')',
      '"',
      'orphans: 3;',
      '@import "x";',
      'nothing',
    ].map((text) => `with ${text}`),
    'instead ：',
  ),
  at: fc.nat({ max: 1000 }),
});

/** The sheet before any slip: each rule declares a variable of its own, by which it is known. */
function wholeText(rules: readonly string[]): string {
  let number = 0;
  return rules.join('').replaceAll('--n: 1', () => `--r${number++}: 1`);
}

/** The text after the slip; undefined where there is no such thing in it. */
function slipped({ rules, slip, at }: Case): string | undefined {
  const text = wholeText(rules);
  const [kind, what] = [slip.split(' ', 1)[0], slip.slice(slip.indexOf(' ') + 1)];
  const sign = kind === 'without' ? what : kind === 'with' ? '\n' : ': ';
  const places = [...text].flatMap((_, i) =>
    text.startsWith(sign, i) && !text.startsWith('"a ', i - 3) ? [i] : [],
  );
  if (places.length === 0) return undefined;
  const place = places[at % places.length];
  const behind = text.slice(place + (kind === 'with' ? 0 : sign.length));
  return text.slice(0, place) + (kind === 'without' || what === 'nothing' ? '' : ` ${what}`) + behind;
}

/** Runs in the page: each declaration that the engine has, with all that it stands in; rules without any too. */
function kept(css: string): string[] {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(css);
  const visit = (rules: CSSRuleList, around: string): string[] =>
    [...rules].flatMap((one) => {
      const { cssText, style, cssRules } = one as CSSStyleRule;
      const { conditionText = '' } = one as unknown as CSSMediaRule;
      // What a query asks for may be another; that it asks for nothing at all is a loss.
      const written = cssText.includes('{') ? cssText.slice(0, cssText.indexOf('{')).trim() : cssText;
      const head = conditionText ? written.split(' ')[0] : written;
      const inside = `${around}${head} | `;
      const own = style
        ? [...style].map((name) => `${inside}${name}: ${style.getPropertyValue(name)}`)
        : [inside];
      return [...own, ...(cssRules ? visit(cssRules, inside) : [])];
    });
  return visit(sheet.cssRules, '');
}

/** What is a name in one language and a slip in another: a rule for things that are called so, of which no engine can tell. */
const isAnotherName = (text: string): boolean =>
  /(^|\n) *(：|keyframes |font-face |layer |media |--\w+ ：?\{|ahover)/.test(text);

/** Something for each selector. */
const elements = `<p class="a">x</p><section class="b"><p>x</p></section><p id="c">x</p><a href="#">x</a><p class="d">x</p><p class="f">x</p>
<p title="x">x</p><p class="g">x</p><p class="h">x</p><p class="k">x</p><section class="a d g h"><p class="a b d f g h" title="x">x</p></section>`;

/** Runs in the page: which rules each element has. */
function shown({ css, elements }: { css: string; elements: string }): string[] {
  document.head.innerHTML = '<style></style>';
  document.head.firstElementChild!.textContent =
    Array.from({ length: 20 }, (_, i) => `@property --r${i} { syntax: "*"; inherits: false }`).join('') + css;
  document.body.innerHTML = elements;
  return [...document.body.querySelectorAll('*')].map((element) => {
    const style = getComputedStyle(element);
    return Array.from({ length: 20 }, (_, i) => (style.getPropertyValue(`--r${i}`) ? i : -1))
      .filter((i) => i >= 0)
      .join();
  });
}

test(
  'a rule counts behind a slip of the pen where it counts in the engine',
  () =>
    expectNothingFalse(cases, runsOr(50), async (given) => {
      const css = slipped(given);
      if (css === undefined || given.slip.includes('@import')) return [];
      const engine = await tab.evaluate(shown, { css, elements });
      const html = `<!DOCTYPE html><head></head><body>${elements}`;
      const page = parsePage({ name: 'x.html', html, sheets: [{ href: 'x.css', css }] });
      const inBody = page.elements.slice(page.elements.findIndex(({ tag }) => tag === 'body') + 1);
      return inBody.flatMap((element, i) => {
        const ours = contests(page, element)
          .flatMap(({ property }) => (/^--r\d+$/.test(property) ? [Number(property.slice(3))] : []))
          .sort((a, b) => a - b)
          .join();
        note(ours ? 'with rules' : 'without');
        return ours === engine[i]
          ? []
          : [`${given.slip}: element ${i} has ${ours}, not ${engine[i]}, by ${JSON.stringify(css)}`];
      });
    }),
  judgeTime,
);

test(
  'what is lost by a slip of the pen is told, in a sheet and in a draft; where there is none nothing is told',
  () =>
    expectNothingFalse(cases, runsOr(50), async (given) => {
      const text = slipped(given);
      if (text === undefined || isAnotherName(text)) return [];
      const [before, after] = [
        await tab.evaluate(kept, wholeText(given.rules)),
        await tab.evaluate(kept, text),
      ];
      // Each of two that are alike is one.
      const left = [...after];
      const isLost = before.some((line) => !left.includes(line) || !left.splice(left.indexOf(line), 1));
      const html = '<!DOCTYPE html><p class="a">x</p>';
      const { faults } = parsePage({ name: 'x.html', html, sheets: [{ href: 'x.css', css: text }] });
      const verdicts = prove(parsePage({ name: 'x', html }), text).verdicts.filter(
        ({ outcome }) => outcome === 'invalid',
      );
      note(isLost ? 'lost' : 'kept');
      const mayBeTold = isLost || !/^with (nothing|;)$/.test(given.slip);
      const all = [
        ['a sheet', faults.map(({ message }) => message)],
        ['a draft', verdicts.map(({ why }) => why)],
      ] as const;
      return all.flatMap(([where, told]) => {
        const words = `${given.slip}, in ${where}: ${JSON.stringify(text)} ${told.join(' / ')}`;
        if (isLost && told.length === 0) return [`lost in silence ${words}`];
        return !mayBeTold && told.length > 0 ? [`told of nothing ${words}`] : [];
      });
    }),
  judgeTime,
);
