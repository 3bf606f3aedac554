// The same pages and drafts as a program writes them for browsers of some years ago: nesting written out, newer values with older
// ones in front, logical sides as rules for each direction, names with the marks of single browsers.
import { generate, parse, walk, type CssNode } from 'css-tree';
import fc from 'fast-check';
import { browserslistToTargets, Features, transform } from 'lightningcss';
import type { OrdinaryCase } from './ordinary.js';
import type { Placed } from './ordinary-rules.js';
import { everyCase } from './richer.js';

/** Browsers that sheets are still written for, from the oldest. */
const audiences = ['ie 11', 'chrome 50', 'safari 9', 'firefox 60, safari 12', 'chrome 90', 'safari 15.4'];

/** A sheet for some browsers; as it is where the program cannot read it, or what it imports would be read by it. */
function compiled(css: string, audience: string): string {
  if (css.includes('@import') || css.includes('@scope')) return css;
  try {
    return transform({
      filename: 'a.css',
      code: Buffer.from(css),
      errorRecovery: true,
      targets: browserslistToTargets(audience.split(', ')),
      include: Features.Nesting,
    }).code.toString();
  } catch {
    return css;
  }
}

const inNoRule =
  /^(-\w+-)?(keyframes|font-face|property|counter-style|page|view-transition|function|position-try)$/i;

/** What a sheet without nesting declares, and where; with those of some states that a selector names. */
function placed(css: string, states: OrdinaryCase['states']): Placed[] {
  const found: Placed[] = [];
  const within: CssNode[] = [];
  walk(parse(css, { parseValue: false, parseCustomProperty: false, positions: true }), {
    enter(node: CssNode) {
      within.push(node);
      if (node.type !== 'Declaration' || !node.loc) return;
      if (within.some((one) => one.type === 'Atrule' && inNoRule.test(one.name))) return;
      const rule = within.findLast((one) => one.type === 'Rule');
      if (rule?.prelude.type !== 'SelectorList') return;
      const [start, end] = [node.loc.start.offset, node.loc.end.offset];
      const value = css.slice(node.value.loc!.start.offset, end).trim();
      for (const selector of rule.prelude.children) {
        const whole = generate(selector);
        // Some pseudo-elements may be written with one colon; within brackets they stand for nothing.
        const [, text, pseudo] = /^(.*?)((?:::?(?:before|after|first-line|first-letter)|::[\w-]+(?:\([^)]*\))?)[^()]*)?$/i.exec(whole)!; // prettier-ignore
        found.push({
          ...{ start, end, property: node.property, value, pseudo: pseudo?.replace(/^:(?!:)/, '::') ?? '' },
          selector: text === '' || /[\s>+~]$/.test(text) ? `${text}*` : text,
          states: states.find((held) => held.every(({ state }) => whole.includes(state))) ?? [],
        });
      }
    },
    leave: () => void within.pop(),
  });
  return found;
}

/** Any case with its sheets, its draft, or both written for such browsers. */
export const compiledCase: fc.Arbitrary<OrdinaryCase> = fc
  .tuple(everyCase, fc.constantFrom(...audiences), fc.constantFrom('sheets', 'draft', 'both'))
  .map(([one, audience, what]) => {
    const sheets = what === 'draft' ? one.sheets : one.sheets.map((css) => compiled(css, audience));
    const draft = what === 'sheets' ? one.draft : compiled(one.draft, audience);
    if (draft === one.draft) return { ...one, sheets };
    return { ...one, sheets, draft, declarations: placed(draft, one.states) };
  });
