// The rungs from a thing up to the page: the pseudo-elements among them are those that an engine has there, and none that sheets
// style is left out.
import fc from 'fast-check';
import type { CDPSession, Page as Tab } from 'playwright-core';
import { ladder, parsePage } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();
const runs = runsOr(24);

const parts = fc.constantFrom('<p class="a">x</p>', '<ul class="b"><li class="a">x</li><li>y</li></ul>', '<ol><li class="b">x</li></ol>', '<q>x</q>', '<q class="a">x</q>', '<details open><summary class="a">x</summary><p>y</p></details>', '<input placeholder="x" class="a">', '<input class="a">', '<input type="file" class="b">', '<input type="number" placeholder="x">', '<input type="checkbox" placeholder="x" class="a">', '<textarea placeholder="x">y</textarea>', '<textarea class="b"></textarea>', '<div class="a b"><span class="b">x</span></div>', '<table class="a"><tr><td class="b">x</td></tr></table>', '<button class="a">x</button>', '<h2 class="b">x</h2>', '<svg class="a"><g class="b"><text>x</text></g></svg>', '<section class="b" style="display: list-item">x</section>', '<li class="a" style="list-style: none">x</li>', '<div hidden class="a">x</div>', '<fieldset class="a"><legend class="b">x</legend></fieldset>'); // prettier-ignore
const pseudo = fc.constantFrom('::before', '::before', '::after', ':after', '::marker', '::placeholder', '::file-selector-button'); // prettier-ignore
const subject = fc.constantFrom(
  '',
  '*',
  '.a',
  '.b',
  'li',
  'p',
  'q',
  'input',
  'body',
  '.a .b',
  'ul',
  ':not(.b)',
);
const says = fc.constantFrom('content: "x"', 'content: ""', 'content: none', 'content: normal', 'content: "y" !important', 'color: red', 'display: none', 'display: block', 'display: contents', 'content: open-quote', 'content: var(--x)', 'content: url(a.png)', 'content: counter(c)', 'all: unset', 'content: inherit', 'content: revert', 'list-style: none'); // prettier-ignore
const rule = fc
  .tuple(subject, pseudo, fc.array(says, { minLength: 1, maxLength: 3 }))
  .map(([name, mark, all]) => `${name}${mark} { ${all.join('; ')} }`);
const boxRule = fc.constantFrom('.a { display: list-item }', 'li { display: block }', 'ul { list-style: none }', 'li { list-style-type: square }', '.b { display: none }', '.a { display: contents }', 'ol { list-style: none url(a.png) }', 'p { --x: "z" }', 'li { list-style: none }'); // prettier-ignore
const cases = fc.record({
  parts: fc.array(parts, { minLength: 1, maxLength: 5 }),
  rules: fc.array(rule, { minLength: 1, maxLength: 5 }),
  boxRules: fc.array(boxRule, { maxLength: 2 }),
});
type Case = typeof cases extends fc.Arbitrary<infer One> ? One : never;

interface Node {
  readonly attributes?: readonly string[];
  readonly pseudoElements?: readonly { readonly pseudoType?: string }[];
  readonly shadowRoots?: readonly Node[];
  readonly children?: readonly Node[];
}

const sessions = new WeakMap<Tab, Promise<CDPSession>>();

function sessionOf(one: Tab): Promise<CDPSession> {
  let session = sessions.get(one);
  if (!session) sessions.set(one, (session = one.context().newCDPSession(one)));
  return session;
}

const inside = { '-webkit-input-placeholder': '::placeholder', '-webkit-file-upload-button': '::file-selector-button' }; // prettier-ignore

/** The pseudo-elements that an engine has on each element, by the elements' numbers. */
async function drawn(): Promise<Map<string, Set<string>>> {
  const { root } = (await (await sessionOf(tab())).send('DOM.getDocument', { depth: -1, pierce: true })) as {
    root: Node;
  };
  const found = new Map<string, Set<string>>();
  const attribute = ({ attributes = [] }: Node, name: string) =>
    attributes.find((_, i) => i % 2 === 1 && attributes[i - 1] === name);
  const nested = (one: Node): Node[] => [one, ...(one.children ?? []).flatMap(nested)];
  for (const one of nested(root)) {
    const k = attribute(one, 'data-k');
    if (k === undefined) continue;
    const own = (one.pseudoElements ?? []).map(({ pseudoType }) => `::${pseudoType}`);
    const parts = (one.shadowRoots ?? []).flatMap(nested).map((part) => attribute(part, 'pseudo') ?? '');
    const named = Object.entries(inside).flatMap(([name, told]) => (parts.includes(name) ? [told] : []));
    found.set(k, new Set([...own, ...named]));
  }
  return found;
}

async function wrongs({ parts, rules, boxRules }: Case): Promise<string[]> {
  let k = 0;
  const body = parts.join('').replace(/<(?=[a-z])(\w+)/g, (open) => `${open} data-k="${k++}"`);
  const css = [...boxRules, ...rules].join('\n');
  const html = `<!DOCTYPE html><html><head><style>${css}</style></head><body data-k="b">${body}</body></html>`;
  const page = parsePage({ name: 'x', html, sheets: [] });
  await tab().setContent(html);
  const engine = await drawn();
  const isShown = await tab().evaluate(() =>
    [...document.querySelectorAll('[data-k]')].map(
      (one) => one.getClientRects().length > 0 || one.checkVisibility(),
    ),
  );
  return page.select('[data-k]').flatMap((element, at) => {
    // Of what is not shown an engine has nothing yet.
    if (!isShown[at]) return [];
    const number = element.attributes.get('data-k')!;
    const told = ladder(page, element).flatMap((rung) =>
      'pseudo' in rung && rung.element.index === element.index ? [rung.pseudo] : [],
    );
    const there = [...engine.get(number)!];
    const missing = there.filter(
      (pseudo) =>
        !isNeverSeen(element.tag, pseudo) && !told.includes(pseudo) && isNamed(page, element, pseudo),
    );
    note('told', told.length);
    return [
      ...told
        .filter((pseudo) => !there.includes(pseudo))
        .map((pseudo) => `${pseudo} of ${number} (${element.tag}) is not there`),
      ...missing.map((pseudo) => `${pseudo} of ${number} (${element.tag}) is left out`),
    ].map((text) => `${text}\n${html}`);
  });
}

/** What engines have in their trees and never draw, as pictures tell (`tests/no-effect.test.ts`). */
const isNeverSeen = (tag: string, pseudo: string) =>
  /^::(before|after)$/.test(pseudo) && /^(svg|g|text|input|textarea)$/.test(tag);

/** Whether any rule of the sheets is for a pseudo-element of this one, by the engine's own word on the selector before it. */
function isNamed(
  page: ReturnType<typeof parsePage>,
  element: ReturnType<typeof page.select>[number],
  pseudo: string,
): boolean {
  const [{ css }] = page.sheets;
  return [...css.matchAll(/^(.*?)::?([\w-]+) \{/gm)].some(
    ([, subject, name]) => `::${name}` === pseudo && page.select(subject || '*').includes(element),
  );
}

test(
  `rungs of ${runs} random pages are those that an engine has (SEED=${seed})`,
  () => expectNothingFalse(cases, runs, wrongs),
  judgeTime,
);
