// Random pages and drafts of the kind that people write by hand.
import fc from 'fast-check';
import {
  classes,
  declarationOf,
  print,
  ruleOf,
  type HeldState,
  type Placed,
  type Rule,
} from './ordinary-rules.js';
import { values } from './ordinary-values.js';
import { rarer } from './rarer-values.js';
export interface OrdinaryCase {
  readonly html: string;
  readonly sheets: readonly string[];
  readonly draft: string;
  readonly declarations: readonly Placed[];
  /** What the page's own sheets and the draft name as states. */
  readonly states: readonly (readonly HeldState[])[];
}

export const { element } = fc.letrec<{ element: string }>((tie) => ({
  element: fc.oneof(
    { depthSize: 'small', maxDepth: 4 },
    {
      weight: 8,
      arbitrary: fc
        .tuple(
          fc.constantFrom('div', 'div', 'p', 'section', 'span', 'a', 'ul', 'li', 'h2', 'button', 'b'),
          fc.uniqueArray(fc.constantFrom(...classes), { minLength: 1, maxLength: 3 }),
          fc.constantFrom(
            '',
            '',
            '',
            ' id="main"',
            ' title="x"',
            ' data-kind="kitchen"',
            ' style="color: blue"',
            ' style="padding: 10px !important"',
          ),
          fc.oneof(
            { depthSize: 'small', maxDepth: 3 },
            fc.constantFrom('', 'some words', 'Deposit'),
            fc.array(tie('element'), { maxLength: 3 }).map((list) => list.join('')),
          ),
        )
        .map(([tag, names, attribute, inner]) => {
          // Only what the parser keeps as written: blocks end a paragraph, links and buttons do not nest.
          const holdsBlock = /<(div|p|section|ul|li|h2)/.test(inner);
          const holdsControl = /<(a|button|input)/.test(inner);
          let kind = tag;
          if ((kind === 'p' || kind === 'h2') && holdsBlock) kind = 'div';
          if ((kind === 'a' || kind === 'button') && (holdsControl || holdsBlock)) kind = 'div';
          const href = kind === 'a' ? ' href="https://example.test/"' : '';
          return `<${kind}${names.length ? ` class="${names.join(' ')}"` : ''}${attribute}${href}>${inner}</${kind}>`;
        }),
    },
    {
      weight: 2,
      arbitrary: fc.constantFrom(
        '<input class="btn" placeholder="name">',
        '<img class="box" alt="" width="40" height="30">',
        '<table class="row"><tr><td class="item">a</td><td>b</td></tr></table>',
        '<svg class="box" width="20" height="20"><rect class="item" width="10" height="10"/></svg>',
        '<ul class="row"><li class="item">one</li><li class="item">two</li></ul>',
        '<select class="btn"><option>a</option></select>',
        '<br class="note">',
        '<label class="lead"><input type="checkbox" class="item"> yes</label>',
        '<textarea class="box"></textarea>',
        '<details class="note"><summary>more</summary>text</details>',
      ),
    },
  ),
}));

/** Now and then something else. */
const seldom = <T>(usual: T, rare: fc.Arbitrary<T>): fc.Arbitrary<T> =>
  fc.oneof({ weight: 9, arbitrary: fc.constant(usual) }, { weight: 1, arbitrary: rare });

/** First lines of a sheet; browsers leave those that come later aside. */
const imports = [
  '@import url("more.css");',
  '@import "more.css" screen and (min-width: 900px);',
  '@import url(more.css) layer(late);',
  '@import "more.css" layer;',
  '@layer late, base;',
] as const;

/** What a platform's sheet imports: as an address that holds the text. */
const importing = (css: string, how: string) =>
  `@import url("data:text/css,${encodeURIComponent(css)}")${how};`;

/** A sheet of a platform, some of it imported. */
function platformSheetOf(rule: fc.Arbitrary<Rule>) {
  const rules = fc.array(rule, { minLength: 2, maxLength: 7 });
  const imported = fc.tuple(
    rules,
    fc.constantFrom('', ' layer(base)', ' layer', ' screen', ' (min-width: 900px)'),
  );
  return fc.tuple(seldom(undefined, imported), rules).map(([from, own]) => {
    if (!from) return print(own);
    const more = print(from[0]);
    const { text, declarations } = print(own, `${importing(more.text, from[1])}\n`);
    return { text, declarations: [...more.declarations, ...declarations] };
  });
}

const fixed =
  ':root { --accent: teal; --gap: 10px } body { font-family: serif } .card { padding: 10px } .btn { padding: 4px 8px } .row { display: flex }';
const container = '.row, .box { container: side / inline-size }';

/** A page with two sheets, and a draft, of such declarations. */
export const caseOf = (
  rule: fc.Arbitrary<Rule>,
  more: { readonly element?: fc.Arbitrary<string>; readonly head?: fc.Arbitrary<string> } = {},
): fc.Arbitrary<OrdinaryCase> =>
  fc
    .record({
      body: fc.array(more.element ?? element, { minLength: 3, maxLength: 6 }),
      head: more.head ?? fc.constant(''),
      sheets: fc.array(platformSheetOf(rule), { minLength: 1, maxLength: 2 }),
      holdsContainers: fc.boolean(),
      draft: fc.array(rule, { minLength: 1, maxLength: 5 }),
      first: seldom('', fc.constantFrom(...imports)),
    })
    .map(({ body: parts, head, sheets, holdsContainers, draft, first }) => {
      const printed = print(draft, first && `${first}\n`);
      const all = [printed, ...sheets].flatMap(({ declarations }) => declarations);
      const states = new Map(all.map((one) => [JSON.stringify(one.states), one.states]));
      states.delete('[]');
      return {
        html: `<html lang="en"><head><title>x</title></head><body><div class="card" id="main"><h2 class="card-title">Drill</h2><p class="note">some <b class="item">words</b></p></div>${parts.join('')}</body></html>`,
        sheets: [
          `${head}${fixed}${holdsContainers ? ` ${container}` : ''}`,
          ...sheets.map(({ text }) => text),
        ],
        draft: printed.text,
        declarations: printed.declarations,
        states: [...states.values()],
      };
    });

const ordinaryRule = ruleOf(declarationOf(values));

export const ordinaryCase: fc.Arbitrary<OrdinaryCase> = caseOf(ordinaryRule);

/** Rules about a few properties of the rarer kind only, so that they meet. */
const rarerRule = fc
  .uniqueArray(fc.constantFrom(...Object.keys(rarer)), { minLength: 3, maxLength: 6 })
  .map((names) =>
    ruleOf(
      declarationOf(
        Object.fromEntries(names.map((name) => [name, [...rarer[name], ...(values[name] ?? [])]])),
      ),
    ),
  );

export const rarerCase: fc.Arbitrary<OrdinaryCase> = rarerRule.chain(caseOf);

export const anyCase: fc.Arbitrary<OrdinaryCase> = fc.oneof(ordinaryCase, rarerCase);

/** Text of a sheet alone, as people paste it. */
const sheetOf = (rule: fc.Arbitrary<Rule>): fc.Arbitrary<string> =>
  fc.array(rule, { minLength: 1, maxLength: 5 }).map((own) => print(own).text);

export const anySheet: fc.Arbitrary<string> = fc.oneof(sheetOf(ordinaryRule), rarerRule.chain(sheetOf));
