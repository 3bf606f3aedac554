// Where colours and longhands are mentioned: on random pages an engine goes through all its rules, frames and style
// attributes, and tells in which longhands a word is a colour, by putting another colour in its place.
import type { Browser, Page as Tab } from 'playwright-core';
import fc from 'fast-check';
import { findMentions, type Mention } from 'yelto';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, pageOf, runsOr, seed, wholePage } from './support/judging.js';
import type { OrdinaryCase } from './support/ordinary.js';
import { everyCase } from './support/richer.js';

let browser: Browser;
let tab: Tab;
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage();
});
afterAll(() => browser.close());

const runs = runsOr(6);
/** Colours in words that stand for something else too. */
const additions = fc.subarray(
  [
    '@keyframes red { to { color: red; outline-color: #00f } }',
    '.card { animation: red 1s; font-family: Tan, "Navy" }',
    '.item { grid-area: teal; counter-reset: red 1; will-change: red }',
    '.btn { background: linear-gradient(red, rgb(0 0 255) 40%), url(red.png) navy }',
    '.box { box-shadow: 0 0 1px teal, inset 0 0 2px RED; --ink: teal }',
    '@starting-style { .row { color: teal } }',
    '.note { border-inline: 1px solid navy; view-transition-name: navy }',
    '.card { & > .item { color: navy } background-color: hsl(0 100% 50%) }',
  ],
  { minLength: 1 },
);

/** Runs in the page: for each colour, and for each longhand, the rules and style attributes that hold it. */
function mentioned(): Record<string, string[]> {
  const canvas = document.createElement('canvas').getContext('2d')!;
  const canonical = (word: string): string => {
    canvas.fillStyle = word;
    return canvas.fillStyle;
  };
  const isColour = (word: string) =>
    // What the browser chooses is no colour by its name.
    !/^(currentcolor|inherit|initial|unset|revert|revert-layer|-.*|accent.*|active.*|button.*|canvas.*|field.*|gr[ae]ytext|highlight.*|link.*|mark.*|selected.*|visited.*)$/i.test(
      word,
    ) && CSS.supports('color', word);
  const found: Record<string, string[]> = {};
  const look = (style: CSSStyleDeclaration, where: string) => {
    const here = new Set<string>();
    for (const property of style) {
      // Engines give the lines of an author's function no name.
      if (!property) continue;
      (found[property] ??= []).push(where);
      const value = style.getPropertyValue(property);
      for (const [word] of value.matchAll(
        /(?:rgb|hsl)a?\([^()]*\)|(?<![\w#"'-])#?[a-z][\w-]*(?![\w("'-])/gi,
      )) {
        if (!isColour(word) || /var\(/.test(word)) continue;
        if (CSS.supports(property, value.replace(word, 'rgb(1, 2, 3)'))) here.add(canonical(word));
      }
    }
    for (const colour of here) (found[colour] ??= []).push(where);
  };
  const walk = (rules: CSSRuleList) => {
    for (const rule of rules) {
      if ('style' in rule) look(rule.style as CSSStyleDeclaration, rule.cssText);
      if ('styleSheet' in rule && rule.styleSheet) walk((rule.styleSheet as CSSStyleSheet).cssRules);
      if ('cssRules' in rule) walk(rule.cssRules as CSSRuleList);
    }
  };
  for (const sheet of document.styleSheets) walk(sheet.cssRules);
  for (const element of document.querySelectorAll<HTMLElement>('[style]'))
    look(element.style, `the style attribute of ${element.localName}`);
  return found;
}

/** Runs in the page: which mentions are of no colour: in none of their words another colour may stand. */
function untrue(mentions: readonly { property: string; value: string }[]): boolean[] {
  return mentions.map(({ property, value }) => {
    if (property.startsWith('--') || !CSS.supports(property, value) || /var\(/.test(value)) return false;
    const words = value.match(/(?:(?:rgb|hsl)a?|color)\((?:[^()]|\([^()]*\))*\)|#?[\w-]+/gi) ?? [];
    return !words.some(
      (word) => CSS.supports('color', word) && CSS.supports(property, value.replace(word, ' rgb(1, 2, 3)')),
    );
  });
}

const written = ({ text }: Mention) => {
  const [, property, value] = /([\w-]+): ([^{}]*) \}[ }]*$/.exec(text) ?? [];
  return { property, value };
};

async function wrongs({ one, more }: { one: OrdinaryCase; more: string[] }): Promise<string[]> {
  const site = { ...one, sheets: [...one.sheets, more.join('\n')] };
  const page = pageOf(site);
  await tab.setContent(wholePage(site, false));
  const wrong: string[] = [];
  for (const [sought, places] of Object.entries(await tab.evaluate(mentioned))) {
    // A name that is spelt so makes up for no place that is missing.
    const found = findMentions(page, sought).filter(({ kind }) =>
      /^(colour|property|variable set|markup)$/.test(kind),
    );
    note(/^(#|rgb)/.test(sought) ? 'colours' : 'longhands');
    if (found.length < places.length)
      wrong.push(
        `${sought} is in ${places.length} places, ${places.join(' and ')}, but found in ${found.map(({ text }) => text).join(' and ')}`,
      );
    const told = found.filter(({ kind }) => kind === 'colour');
    const isUntrue = await tab.evaluate(untrue, told.map(written));
    told.forEach(({ text }, i) => isUntrue[i] && wrong.push(`${text} is told to hold ${sought}`));
  }
  return wrong;
}

test(
  `colours and longhands are found wherever ${runs} random pages hold them (SEED=${seed})`,
  () => expectNothingFalse(fc.record({ one: everyCase, more: additions }), runs, wrongs),
  judgeTime,
);
