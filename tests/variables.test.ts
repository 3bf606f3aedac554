// What `valueOf` tells of variables, choices, functions, keywords for all properties, layers and importance, on random pages,
// judged by an engine.
import fc from 'fast-check';
import { parsePage, valueOf } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { answerIn } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();
const runs = runsOr(12);

/** One is registered and handed down, one registered and not. */
const variables = ['--a', '--b', '--c', '--shared', '--own'];
/** Whole numbers, which look computed as they are written: two are inherited, two are not. */
const properties = ['order', 'z-index', 'tab-size', 'orphans'];
const registered = [true, false]
  .map(
    (inherits) =>
      `@property --${inherits ? 'shared' : 'own'} { syntax: "<integer>"; inherits: ${inherits}; initial-value: 7 }`,
  )
  .join('\n');

const keyword = fc.constantFrom('inherit', 'initial', 'unset', 'revert', 'revert-layer', 'Revert-Layer');
const fallback = fc.constantFrom('', ', 4', ', var(--b)', ', var(--c, 6)', ',', ', env(nobody, 3)');
const read = fc.oneof(
  {
    weight: 4,
    arbitrary: fc
      .tuple(fc.constantFrom(...variables, '--nobody'), fallback)
      .map(([name, instead]) => `var(${name}${instead})`),
  },
  // Of what no device has, only what is to stand instead counts.
  {
    weight: 1,
    arbitrary: fc
      .tuple(fc.constantFrom('nobody', 'nobody 1 2', '--a', 'SAFE-AREA-INSET-TOP'), fallback)
      .map(([name, instead]) => `env(${name}${instead})`),
  },
);
const attributeNames = ['data-n', 'data-m', 'TITLE'];
const kinds = ['', ' raw-string', ' type(<integer>)', ' type(<number>)', ' type(*)', ' type(<color> | <integer>+)', ' px', ' %', ' type(auto)']; // prettier-ignore
const attribute = fc
  .tuple(
    fc.constantFrom(...attributeNames, 'data-nobody'),
    fc.oneof({ weight: 2, arbitrary: fc.constant(' type(<integer>)') }, fc.constantFrom(...kinds)),
    // Engines take an attribute that a variable in the fallback reads too for one that reads itself.
    fc.constantFrom('', '', ', 4', ',', ', red', ', env(nobody, 3)'),
  )
  .map(([name, kind, instead]) => `attr(${name}${kind}${instead})`);
const number = fc.integer({ min: 1, max: 9 }).map(String);
const name = fc.constantFrom(...variables, '--nobody');
const asked = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.tuple(name, fc.oneof(number, read)).map(([one, said]) => `style(${one}: ${said})`),
  },
  { weight: 3, arbitrary: name.map((one) => `style(${one})`) },
  {
    weight: 2,
    arbitrary: fc
      .tuple(name, fc.constantFrom('<', '>=', '='), fc.oneof(number, name))
      .map(([one, sign, other]) => `style(${one} ${sign} ${other})`),
  },
  {
    weight: 2,
    arbitrary: fc.constantFrom('media(width > 10px)', 'media(width < 10px)', 'media(print)', 'media((nobody))',
      'supports(order: 1)', 'supports(order: nobody)', 'supports((order: nobody))', 'nobody(1)'), // prettier-ignore
  },
);
const condition = fc.oneof(
  { weight: 3, arbitrary: asked },
  { weight: 1, arbitrary: asked.map((one) => `not ${one}`) },
  {
    weight: 3,
    arbitrary: fc
      .tuple(fc.array(asked, { minLength: 2, maxLength: 3 }), fc.constantFrom(' and ', ' or '))
      .map(([all, joint]) => all.join(joint)),
  },
);
/** What is read on the way to a value hangs on the branches: what none of them reads leads nowhere back. */
const choice = fc
  .tuple(
    fc.array(fc.tuple(condition, fc.oneof(number, read)), { minLength: 1, maxLength: 2 }),
    fc.constantFrom('', 'else: 5', 'else: var(--a)'),
  )
  .map(
    ([branches, otherwise]) => `if(${branches.map((one) => `${one.join(': ')};`).join(' ')} ${otherwise})`,
  );
const called = fc
  .tuple(fc.constantFrom('--twice', '--chosen', '--plain', '--nobody'), fc.oneof(number, read))
  .map(([one, given]) => `${one}(${given})`);
const functions = fc
  .tuple(read, choice, fc.oneof(number, read), fc.constantFrom('', ' <integer>', ': 3', ': var(--b)'))
  .map(
    ([local, chosen, plain, parameter]) =>
      `@function --twice(--n${parameter}) { --m: ${local}; result: var(--n) }
      @function --chosen(--a${parameter}) { result: ${chosen} }
      @function --plain(--n) { --n: ${plain}; result: var(--n) }`,
  );
const value = fc.oneof(
  { weight: 3, arbitrary: number },
  { weight: 3, arbitrary: read },
  { weight: 2, arbitrary: choice },
  { weight: 1, arbitrary: called },
  { weight: 2, arbitrary: attribute },
  { weight: 3, arbitrary: keyword },
  { weight: 1, arbitrary: fc.constantFrom('nothing', '1 2', '2.5') },
);
const declaration = fc
  .tuple(
    fc.oneof({ weight: 3, arbitrary: fc.constantFrom(...variables) }, fc.constantFrom(...properties)),
    value,
    fc.boolean().map((isImportant) => (isImportant ? ' !important' : '')),
  )
  .map(([name, said, importance]) => `${name}: ${said}${importance}`);
const block = fc.array(declaration, { minLength: 1, maxLength: 4 }).map((each) => each.join('; '));
const pseudo = fc.constantFrom('', '', '', '::before', '::marker');
/** What marked text hands on to marked text engines tell in two ways, so it is told plain values alone. */
const marked = fc
  .array(
    fc.tuple(fc.constantFrom(...variables), number).map(([name, said]) => `${name}: ${said}`),
    {
      minLength: 1,
      maxLength: 3,
    },
  )
  .map((each) => `::selection { ${each.join('; ')} }`);
const rule = fc
  .tuple(
    fc.constantFrom('.a', '.b', '.c', 'div', '.a .b', '.a > *', ':root', '*', '.b.c'),
    fc.oneof(
      { weight: 4, arbitrary: fc.tuple(pseudo, block).map(([on, said]) => `${on} { ${said} }`) },
      { weight: 1, arbitrary: marked },
    ),
  )
  .map((parts) => parts.join(''));
const sheet = fc
  .array(
    fc
      .tuple(fc.constantFrom('', '', '@layer one', '@layer two', '@layer one.in'), rule)
      .map(([layer, text]) => (layer ? `${layer} { ${text} }` : text)),
    { minLength: 3, maxLength: 12 },
  )
  .map((each) => each.join('\n'));
const style = fc.option(block, { nil: '' }).map((said) => (said ? ` style="${said}"` : ''));
const attributes = fc
  .array(
    fc.tuple(
      fc.constantFrom(...attributeNames),
      fc.constantFrom('3', ' 8 ', '', 'x', '2px', '2.5', 'auto', '7 5', 'red', '-1', '&quot;q&quot;'),
    ),
    { maxLength: 2 },
  )
  .map((each) => [...new Map(each)].map(([name, said]) => ` ${name}="${said}"`).join(''));
const box = fc.tuple(
  fc.constantFrom('div', 'span', 'b', 'li'),
  fc.subarray(['a', 'b', 'c']).map((names) => names.join(' ')),
  fc.tuple(style, attributes).map((each) => each.join('')),
  fc.nat(),
);
/** Each stands in one of those before it, or in the body. */
const body = fc.array(box, { minLength: 2, maxLength: 9 }).map((boxes) => {
  const textOf = (at: number): string => {
    const [tag, names, said] = boxes[at];
    return `<${tag} class="${names}"${said}>x${insideOf(at)}</${tag}>`;
  };
  const insideOf = (at: number): string =>
    boxes.map(([, , , parent], i) => (i > at && (parent % (i + 1)) - 1 === at ? textOf(i) : '')).join('');
  return insideOf(-1);
});
/** Engines take what is compared for less than all else where it is below zero; that is left aside. */
const aboveZero = (text: string, css: string) =>
  /style\(--[a-z]+ [<>=]/.test(css + text) ? text.replaceAll('="-1"', '="1"') : text;

const pages = fc.tuple(fc.boolean(), functions, sheet, body).map(([isRegistered, ours, css, body]) => ({
  css: `${isRegistered ? registered : ''}\n${ours}\n${css}`,
  body: aboveZero(body, css),
}));

/**
 * Whether a function is called on the way to what it reads itself: engines take that for a circle or not by the order in which
 * they happen to compute properties.
 */
function callsItself(text: string): boolean {
  const reads = new Map<string, Set<string>>();
  const add = (from: string, names: readonly string[]) =>
    reads.set(from, new Set([...(reads.get(from) ?? []), ...names]));
  const namesIn = (said: string) => said.match(/--[a-z]+\(?/g) ?? [];
  for (const [, name, said] of text.matchAll(/([\w-]+): ([^;{}"]*(?:\([^"{}]*\))?)/g)) {
    const names = namesIn(said);
    add(name, names);
    for (const one of names)
      if (one.endsWith('('))
        add(
          one,
          names.filter((other) => other !== one),
        );
  }
  for (const [, name, body] of text.matchAll(/@function (--[a-z]+\()(.*)\}/g)) add(name, namesIn(body));
  return [...reads.keys()].some((name) => {
    if (!name.endsWith('(')) return false;
    const reached = new Set(reads.get(name));
    for (const one of reached) for (const next of reads.get(one) ?? []) reached.add(next);
    return reached.has(name);
  });
}

interface Asked {
  readonly row: number;
  readonly pseudo: string;
  readonly name: string;
}

async function wrongs({ css, body }: { css: string; body: string }): Promise<string[]> {
  const html = `<!DOCTYPE html><html><head><style>${css}</style></head><body>${body}</body></html>`;
  if (callsItself(`${css} ${body}`)) {
    note('left aside: calls itself');
    return [];
  }
  note('judged');
  const page = parsePage({ name: 'random', html });
  const asked: Asked[] = page.elements.flatMap(({ tag }, row) =>
    ['', '::before', '::selection', ...(tag === 'li' ? ['::marker'] : [])].flatMap((on) =>
      // Of the numbers, marked text and markers take none.
      [...variables, ...(on === '' || on === '::before' ? properties : [])].map((name) => ({
        row,
        pseudo: on,
        name,
      })),
    ),
  );
  await tab().setContent(html);
  const read = (all: typeof asked) => {
    const elements = document.querySelectorAll('*');
    return all.map(({ row, pseudo, name }) =>
      getComputedStyle(elements[row], pseudo || null).getPropertyValue(name),
    );
  };
  const told = await answerIn(tab(), read, asked);
  return asked.flatMap(({ row, pseudo, name }, i) => {
    const element = page.elements[row];
    const ours = valueOf(page, pseudo ? { element, pseudo } : element, name);
    note('values');
    if (ours !== told[i]) return [`${name} of ${element.tag} ${row}${pseudo} is ${told[i]}, not ${ours}`];
    if (ours !== '' && name.startsWith('--')) note('variables with a value');
    return [];
  });
}

test(
  `of ${runs} random pages the engine and we tell the same values (SEED=${seed})`,
  () => expectNothingFalse(pages, runs, wrongs),
  judgeTime,
);
