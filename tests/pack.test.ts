// Packed texts, judged by a real engine: pasting pack(draft, panel, standing) looks exactly as the standing text with
// the draft behind it, no rule of either is missing, and packing again changes nothing more.
import type { Browser, Page as Tab } from 'playwright-core';
import fc from 'fast-check';
import { pack, readPanel, type PanelProfile } from 'yelto';
import { withHeldClasses } from './support/played-states.js';
import { expectNothingFalse, judgeTime, runsOr, seed } from './support/judging.js';
import { startEngine } from './support/engine.js';
import { frameworkText, markupNamedIn } from './support/framework-cases.js';
import { anySheet } from './support/ordinary.js';
import { minified, rewriterNames } from './support/minified.js';
import { newerSheet } from './support/newer.js';
import { richerSheet } from './support/richer.js';

let browser: Browser;
let tab: Tab;
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage({ viewport: { width: 900, height: 700 } });
  await tab.route('**/*.css', (route) =>
    route.fulfill({ contentType: 'text/css', body: '.note { top: 7px }' }),
  );
});
afterAll(() => browser.close());

const runs = runsOr(24);

/** Pieces that a careless merge loses or breaks. */
const oddPiece = fc.constantFrom(
  '@media (min-width: 100px) { .card { color: red } .note { color: teal } }\n',
  '@keyframes spin { from { opacity: 0 } to { opacity: 1 } }\n',
  '@font-face { font-family: "Alder"; src: url(alder.woff2) }\n',
  '.card { width: 100vh; width: 100dvh }\n',
  '.card { border: 3px solid red; border-left: none }\n',
  '.card { color: red; .note { color: blue } margin: 0 }\n',
  '.note::before { content: "}{ /* x */ <b>" }\n',
  '.note::after { content: "</style><b>" }\n',
  '.card\\>x, .md\\:card { color: red }\n',
  '[title=">"] { color: red }\n',
  '@layer low, high;\n',
  '@layer high { .card { color: green } }\n',
  '@layer low { .card { color: orange !important } }\n',
  '.card/**/.note { color: red }\n',
  '.card { margin: 1px/**/2px; color: red/**/; --x: a/**/b }\n',
  '.card { width: calc(1px + 2px); margin: -1px + 2px }\n',
  '.card { background: url(a/*b*/c.png) }\n',
  '.a :hover, .a:hover { color: red }\n',
  '@supports (display: grid) { .card { display: grid } }\n',
  '@container (min-width: 10px) { .card { color: red } }\n',
  '@scope (.card) to (.note) { .item { color: red } }\n',
  '@property --tone { syntax: "*"; inherits: false }\n',
  '.card { color: red !important }\n.card { color: blue }\n',
  '/* a comment } */\n',
  '<!-- .card { top: 1px } -->\n',
  '.card { color: red; ; top: 3px }\n',
  '@page { margin: 1cm }\n',
);
const top = fc.constantFrom(
  '',
  '',
  '',
  '',
  '@charset "utf-8";\n',
  '@import url("more.css");\n',
  '@import "other.css" screen;\n',
  '@layer low, high;\n',
);

/** Where people's text stops: in the middle of anything. */
const ending = fc.constantFrom(
  '',
  '',
  '',
  '',
  '',
  '',
  '.card { color: red',
  '.card',
  '/* open',
  '.note { content: "x',
  '@import "x.css"',
  '}',
  '.card { background: url(x',
  '@media (min-width: 1px) { .note { top: 1px }',
  '.card { color: red; }}',
  '.card { color: r\\',
);

const sheet = fc
  .tuple(
    top,
    fc.array(fc.oneof(anySheet, richerSheet, newerSheet, oddPiece, frameworkText), { maxLength: 3 }),
    ending,
  )
  .map(([first, parts, last]) => first + parts.join('') + last);

const plain: PanelProfile = { name: 'plain', about: '', place: 'after' };
const panels: readonly PanelProfile[] = [
  plain,
  { ...plain, comments: false },
  { ...plain, comments: false, limit: 300 },
  { ...plain, limit: 200, countedIn: 'bytes' },
  { ...plain, wrapped: true },
  { ...plain, escaped: true },
];

/** Each time that it is written it is another layer (CSS Cascade 5 §6.4.3). */
const namelessLayer = /@layer\s*\{|@import[^;]*\blayer\b(?!\s*\()/i;

const wish = fc
  .record({
    draft: sheet,
    standing: sheet,
    panel: fc.constantFrom(...panels),
    // Often the box holds the draft already, or an older one of it.
    again: fc.constantFrom('', '', 'whole', 'in front', 'made small'),
    by: fc.constantFrom(...rewriterNames),
  })
  .map(({ draft, standing, panel, again, by }) => ({
    draft,
    panel,
    isOnce: again === 'whole' && namelessLayer.test(draft),
    standing:
      again === 'whole'
        ? pack(draft, { ...plain }, standing).text
        : again === 'made small'
          ? minified(standing, by) + minified(draft, by)
          : again
            ? draft + standing
            : standing,
  }))
  .map((one) => ({
    ...one,
    standing: one.panel.wrapped
      ? `<p>Hours</p>\n<style>\n${one.standing.replace(/<\/style/g, '<\\/style')}\n</style>\n`
      : one.standing,
  }));

const things =
  '<div class="card" title=">" id="main"><p class="note item">a <b class="card-title">b</b></p></div><ul class="row box"><li class="item btn">x<li class="note">y</ul><div class="card note md:card">z</div><div class="box"><span class="card>x lead">q</span></div>';

/** Rules that the engine keeps, and computed values of all elements, in two windows. */
function look(sheets: readonly string[], body: string) {
  return tab.evaluate(
    async ({ sheets, body }) => {
      document.documentElement.innerHTML = `<head></head><body>${body}</body>`;
      // Nothing is read on its way from one value to another, nor before it comes in sight; that either is lost the rules tell.
      const still = new CSSStyleSheet();
      still.replaceSync(
        '*, ::before, ::after { transition-duration: 0s !important; transition-delay: 0s !important; content-visibility: visible !important }',
      );
      document.adoptedStyleSheets = [still];
      for (const css of sheets) {
        const style = document.createElement('style');
        style.textContent = css;
        document.head.append(style);
      }
      await new Promise((next) => setTimeout(next));
      document.querySelectorAll('.card, li').forEach((one) => one.classList.add('held-hover'));
      // Animations are read in their middle, all at the same moment.
      for (const one of document.getAnimations()) {
        one.pause();
        one.currentTime = 300;
      }
      const rules: string[] = [];
      const names = new Set<string>();
      const visit = (rule: CSSRule) => {
        if ('style' in rule) for (const name of rule.style as CSSStyleDeclaration) names.add(name);
        if ('cssRules' in rule) for (const inner of rule.cssRules as CSSRuleList) visit(inner);
      };
      for (const { cssRules } of document.styleSheets)
        for (const rule of cssRules) {
          // How much white space a variable's value has nobody sees.
          rules.push(
            rule.cssText.replaceAll('/**/', ' ').replace(/("[^"]*")|\s+/g, (_, text: string) => text ?? ' '),
          );
          visit(rule);
        }
      const values: string[] = [];
      for (const element of document.body.querySelectorAll('*'))
        for (const pseudo of [null, '::before', '::after']) {
          const style = getComputedStyle(element, pseudo);
          for (const name of [...names].sort())
            values.push(
              `${element.tagName}.${element.className}${pseudo ?? ''} ${name}: ${style.getPropertyValue(name).replaceAll('/**/', ' ')}`,
            );
        }
      return { rules, values };
    },
    { sheets: sheets.map(withHeldClasses), body },
  );
}

interface Wish {
  readonly draft: string;
  readonly standing: string;
  readonly panel: PanelProfile;
  /** Whether the draft is all there already, and would mean another thing once more behind itself. */
  readonly isOnce: boolean;
}

async function wrongs({ draft, panel, standing, isOnce }: Wish) {
  const packed = pack(draft, panel, standing);
  const wrong: string[] = [];
  const again = pack(draft, panel, packed.text);
  if (again.text !== packed.text) wrong.push('packing again changes more');
  if (panel.wrapped && !packed.text.includes('<p>Hours</p>'))
    wrong.push('what stood around the style is missing');
  const pasted = panel.wrapped
    ? await tab.evaluate((html) => {
        const box = new DOMParser().parseFromString(html, 'text/html');
        return [...box.querySelectorAll('style')].map(({ textContent }) => textContent ?? '');
      }, packed.text)
    : [panel.escaped ? packed.text.replaceAll('<', '&lt;').replaceAll('>', '&gt;') : packed.text];
  if (panel.escaped && packed.warnings.length) return wrong;
  const body = things + markupNamedIn(standing + draft);
  const both = () => look([readPanel(standing, panel), isOnce ? '' : draft], body);
  const [there, put] = [await both(), await look(pasted, body)];
  const missing = there.rules.filter(
    (rule) => !put.rules.includes(rule) && !/^@(charset|namespace)/.test(rule),
  );
  if (missing.length) wrong.push(`missing: ${missing[0]}`);
  const added = put.rules.filter((rule) => !there.rules.includes(rule) && !/\{ \}$/.test(rule));
  if (added.length) wrong.push(`nobody wrote: ${added[0]}`);
  // What an import loads cannot stand behind other rules in one text; the person is told so.
  const isMoved = packed.warnings.some((one) => one.includes('@import'));
  const became = (before: readonly string[], after: readonly string[]) =>
    before.flatMap((value, i) => (value === after[i] ? [] : `${value} became ${after[i]}`)).slice(0, 1);
  if (isMoved) return wrong;
  let changed = became(there.values, put.values);
  // The engine measures a text by another font now and then: what is doubted is looked at anew.
  for (let times = 0; changed.length > 0 && times < 3; times++)
    changed = became((await both()).values, (await look(pasted, body)).values);
  return [...wrong, ...changed];
}

test(
  `${runs} packed texts look as both texts together (SEED=${seed})`,
  async () => {
    await tab.goto('about:blank');
    await expectNothingFalse(wish, runs, wrongs);
  },
  judgeTime,
);
