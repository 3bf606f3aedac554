// States that are held, compared with the same page where they are written into markup and sheets: what is asked again for a
// state must be all that the state can change.
import { readFileSync } from 'node:fs';
import { contests, parsePage, toggledStates, type Page, type PageElement, type Target } from 'yelto';
import { runsOr, seed } from './support/judging.js';

const sheets = [
  'bootstrap/dist/css/bootstrap.css',
  'uikit/dist/css/uikit.css',
  'tabulator-tables/dist/css/tabulator.css',
  'choices.js/public/assets/styles/choices.css',
];
const pages = runsOr(2);
const own =
  '.a:has(.is-open) .b { top: 1px } .a:not(.is-open) > * { left: 1px } [open] span { z-index: 1 } label:nth-child(2 of .is-open) { right: 1px } @scope (.is-open) to (.b) { * { bottom: 1px } } :is(.is-open, .a) + * { order: 1 } .b:not(:hover) { width: 1px } .a:hover ~ .b { height: 1px } input:disabled { margin: 1px } [disabled] + span { padding: 1px } .is-open { direction: rtl } span { margin-inline-start: 3px; @media (min-width: 1px) { &:focus-within { color: red } } }';

function chooser(start: number) {
  let state = (start % 2147483646) + 1;
  return <T>(list: readonly T[]): T => {
    state = (state * 48271) % 2147483647;
    return list[state % list.length];
  };
}

/** Markup with names of the sheet; each element carries its number, so that one can be written anew. */
function markup(css: string, pick: ReturnType<typeof chooser>, size: number, more: readonly string[] = []) {
  const names = [...new Set(css.match(/\.-?[a-z_][\w-]*/gi))].map((name) => name.slice(1));
  const open: string[] = [];
  let html = '';
  for (let i = 0; i < size; i++) {
    while (open.length > 6 || (open.length && pick([true, false, false]))) html += `</${open.pop()}>`;
    // None of which a parser makes copies.
    const tag = pick(['div', 'span', 'label', 'ul', 'li', 'header', 'input', 'section', ...more]);
    const classes = Array.from({ length: pick([0, 1, 2, 3]) }, () => pick(pick([names, ['a', 'b']])));
    html += `<${tag} n${i} class="${classes.join(' ')}">`;
    if (tag !== 'input') open.push(tag);
  }
  return `<!DOCTYPE html><html><head></head><body>${html}</body></html>`;
}

const parse = (html: string, css: string) =>
  parsePage({ name: 'x', html: html.replace('</head>', () => `<style>${css}</style></head>`) });

/** Each longhand's winners in order, by what they say and how they are selected, states spelt alike. */
function told(page: Page, element: PageElement): string[] {
  return contests(page, element).map(
    ({ property, entries }) =>
      `${property}: ${entries.map(({ declaration: { property, value }, specificity, selector = '' }) => `${property} ${value} ${specificity?.join()} ${selector.replaceAll('.hovered', ':hover').replaceAll('.focused', ':focus-within')}`).join(' < ')}`,
  );
}

const withClass = (html: string, numbers: readonly number[], name: string) =>
  numbers.reduce((text, number) => text.replace(` n${number} class="`, ` n${number} class="${name} `), html);
const numberOf = ({ attributes }: PageElement) =>
  Number([...attributes.keys()].find((name) => /^n\d/.test(name))?.slice(1) ?? -1);

describe.each(sheets)(`%s (SEED=${seed})`, (file) => {
  const css = `${readFileSync(`node_modules/${file}`, 'utf8')}\n${own}`;
  const names = [
    ...new Set(css.match(/\.(is|has)-[\w-]+|\.[\w-]*(active|open|show|selected|disabled|hidden)\b/g)),
  ];

  test.each(Array.from({ length: pages }, (_, i) => i))('page %s', (nr) => {
    const pick = chooser(seed + nr * 7919 + file.length);
    const html = markup(css, pick, 120);
    const page = parse(html, css);
    const inBody = page.elements.filter((one) => numberOf(one) >= 0);
    const element = pick(inBody);
    const state = pick([...names, '.is-open', '[disabled]', '[open]', ':hover', ':focus-within']);
    const held = page.under({ held: [{ element, state }] });
    const above: number[] = [];
    for (let up: PageElement | null = element; up; up = up.parent) above.push(numberOf(up));
    const written =
      state[0] === '.'
        ? parse(withClass(html, [numberOf(element)], state.slice(1)), css)
        : state[0] === '['
          ? parse(
              html.replace(` n${numberOf(element)} `, (text) => `${text}${state.slice(1, -1)}="" `),
              css,
            )
          : parse(
              withClass(html, above, state === ':hover' ? 'hovered' : 'focused'),
              css.replaceAll(/:hover\b/g, '.hovered').replaceAll(/:focus-within\b/g, '.focused'),
            );
    // The root and the body have no number to write a class at.
    const compared = inBody.filter(({ parent }) => parent !== null);
    for (const one of compared)
      expect([numberOf(one), told(held, one)]).toEqual([
        numberOf(one),
        told(written, written.elements[one.index]),
      ]);
  });

  test('no state is passed over that would change a thing', () => {
    const pick = chooser(seed + file.length);
    const page = parse(markup(css, pick, 60), css);
    const inBody = page.elements.filter((one) => numberOf(one) >= 0);
    for (let i = 0; i < 6; i++) {
      const target = pick(inBody);
      const found = new Set(toggledStates(page, target).map(({ state, on }) => `${state} ${on.index}`));
      const before = told(page, target).map((one) => one.split(' < ')[0]);
      for (let on: PageElement | null = target; on; on = on.parent)
        for (const state of ['.is-open', ':hover', '[open]']) {
          if (state === '[open]' && on.attributes.has('open')) continue;
          const after = told(page.under({ held: [{ element: on, state }] }), target);
          const isChanged = after.map((one) => one.split(' < ')[0]).join() !== before.join();
          if (isChanged && !found.has(`${state} ${on.index}`))
            expect(`${state} on ${on.index} changes ${target.index}`).toBe('told');
        }
    }
  });
});

describe(`a state is passed over only where it changes nothing (SEED=${seed})`, () => {
  const states = [
    '.is-open',
    '.is-active',
    ':hover',
    ':focus-within',
    ':focus',
    ':active',
    ':disabled',
    ':checked',
    ':invalid',
    ':open',
    '[open]',
    '[hidden]',
    '[disabled]',
    '[checked]',
    '[selected]',
    '[data-state="half open"]',
    String.raw`.is-open\:wide`,
  ];
  /** What is in these by its tag and its type. */
  const isForControls: Readonly<Record<string, RegExp>> = {
    ':disabled': /^(input|fieldset|option) /,
    ':checked': /^(option |input checkbox)/,
    ':invalid': /^(input|fieldset) /,
    ':open': /^details /,
  };
  /** As they may be written in a sheet too. */
  const spellings: Readonly<Record<string, readonly string[]>> = {
    ':hover': [':HOVER', ':hover'],
    '[data-state="half open"]': ["[ data-state = 'half open' ]", '[DATA-STATE="half open" i]'],
    [String.raw`.is-open\:wide`]: [String.raw`.is-open\3a wide`, String.raw`.\69s-open\:wide`],
  };
  const names =
    '.a .b #one span li section input option fieldset [title] [open] :first-child :disabled :enabled :checked :valid :indeterminate :open * *'.split(
      ' ',
    );

  /** Selectors that nobody would write, of names, states and lists in lists. */
  function selector(pick: ReturnType<typeof chooser>, depth = 0): string {
    const compound = (): string => {
      const parts = Array.from({ length: pick([1, 1, 2]) }, () => {
        const part = pick([...names, ...states, ...states]);
        return pick(spellings[part] ?? [part]);
      });
      if (depth < 2 && pick([true, false, false])) {
        const list = Array.from({ length: pick([1, 2]) }, () => selector(pick, depth + 1));
        parts.push(
          pick([
            `:is(${list.join()})`,
            `:not(${list.join()})`,
            `:has(${pick(['', '> ', '+ ', '~ '])}${list[0].replace(/:has\([^]*/, '*')})`,
            `:nth-child(${pick([1, 2, 'odd'])} of ${list.join()})`,
          ]),
        );
      }
      // A type comes first, and is the only one.
      if (depth === 0 && pick([0, 0, 0, 1]))
        return pick(['input:checked', 'option:checked', ':disabled', 'details:open', ':enabled']);
      const types = parts.filter((one) => /^[a-z*]/.test(one));
      return [types[0] ?? '', ...new Set(parts.filter((one) => !types.includes(one)))].join('');
    };
    const compounds = Array.from({ length: pick([1, 1, 2, 3]) }, compound);
    return compounds.reduce((text, one) => `${text}${pick([' ', ' > ', ' + ', ' ~ '])}${one}`);
  }

  test.each(Array.from({ length: pages * 10 }, (_, i) => i))('page %s', (nr) => {
    const pick = chooser(seed + nr * 4133);
    const turns = pick(['', '', 'direction: rtl']);
    const scoped = pick([true, false]) ? `@scope (${selector(pick, 2)}) { * { --s: 1 } }` : '';
    const rules = Array.from({ length: 5 }, (_, i) =>
      pick([0, 0, 0, 1])
        ? `${selector(pick)} { &${pick(states)} { --r${i}: 1 } ${pick(states)} & { --q${i}: 1 } }`
        : `${selector(pick)}${pick(['', '', '::before'])} { --r${i}: 1; ${turns} }`,
    );
    const css = [...rules, scoped].join('\n');
    const html = markup('.a.b.is-open.is-active', pick, 24, ['fieldset', 'option', 'details'])
      .replace('n3 ', 'n3 id="one" title="x" ')
      .replaceAll('<input ', () => `<input ${pick(['', 'type="checkbox" '])}`);
    // Of every state there is a rule that names it alone, so that each is asked of everything; of nothing that is there.
    const page = parse(
      html,
      `${css}\n${states.map((one, i) => `.nowhere ${one} { --own${i}: 1 }`).join('\n')}`,
    );
    const winners = (where: Page, target: Target) =>
      contests(where, target).map(
        ({ property, entries: [{ declaration }] }) => `${property} ${declaration.line}`,
      );
    for (let i = 0; i < 6; i++) {
      const controls = page.elements.filter(({ tag }) => /^(input|option|fieldset|details)$/.test(tag));
      const element = pick(pick([page.elements, controls.length ? controls : page.elements]));
      const target: Target = pick([true, true, false]) ? element : { element, pseudo: '::before' };
      const found = toggledStates(page, target).map(({ state, on }) => `${state} ${on.index}`);
      const before = winners(page, target).join();
      for (let on: PageElement | null = element; on; on = on.parent)
        for (const state of states) {
          const isThere =
            state[0] === '.'
              ? on.classes.includes(state.slice(1))
              : on.attributes.has(state.replace(/[[\]]|=.*/g, ''));
          const isChanged = winners(page.under({ held: [{ element: on, state }] }), target).join() !== before;
          const isFor = isForControls[state]?.test(`${on.tag} ${on.attributes.get('type') ?? ''}`) ?? true;
          if (!isThere && isFor)
            expect([state, on.index, isChanged]).toEqual([
              state,
              on.index,
              found.includes(`${state} ${on.index}`),
            ]);
        }
    }
  });
});

describe('an attribute that is held is as one that is written', () => {
  const ones =
    'link any-link open enabled disabled checked default indeterminate required optional read-only read-write placeholder-shown valid invalid in-range out-of-range defined lang(de) dir(rtl)'.split(
      ' ',
    );
  const asking = ones
    .flatMap((name, i) => [
      `:${name} { --a${i}: 1 }`,
      `:has(:${name}) > p { --b${i}: 1 }`,
      `:not(:${name}) + * { --c${i}: 1 }`,
      `:nth-child(1 of :${name}) { --d${i}: 1 }`,
    ])
    .join('\n');
  const tags =
    'input select textarea button form fieldset legend details dialog a progress p label bdi x-shelf'.split(
      ' ',
    );
  const values: Readonly<Record<string, readonly string[]>> = {
    type: ['checkbox', 'radio', 'number', 'submit', 'hidden', 'email', 'date'],
    value: ['', '3', 'x', '12', '\u05d0'],
    lang: ['de', 'en'],
    dir: ['rtl', 'ltr', 'auto'],
    min: ['2', '20'],
    max: ['2', '20'],
    step: ['2', 'any'],
    pattern: ['[0-9]+'],
    name: ['a', 'b'],
    id: ['f', 'g'],
    form: ['f', 'g', ''],
    size: ['1', '4'],
    contenteditable: ['', 'false'],
  };
  const bare =
    'open href disabled checked selected multiple required readonly placeholder is hidden inert popover aria-expanded data-open xml:lang maxlength minlength autofocus novalidate'.split(
      ' ',
    );

  test.each(Array.from({ length: pages * 20 }, (_, i) => i))('page %s', (nr) => {
    const pick = chooser(seed + nr * 6151);
    const attribute = () => {
      const name = pick([...Object.keys(values), ...bare]);
      return [name, pick(values[name] ?? [''])] as const;
    };
    const one = (i: number, inner: string) => {
      const tag = pick(tags);
      const said = new Map(Array.from({ length: pick([0, 1, 2, 3]) }, attribute));
      const words = [...said].map(([name, value]) => ` ${name}="${value}"`).join('');
      const options = '<option>1</option><option selected>2</option>';
      const content = tag === 'select' ? options : `\u05d0 x${inner}`;
      // Links hold nothing: a parser makes copies of them where they are nested.
      if (tag === 'a') return `<a n${i} ${words}>x</a>${inner}`;
      return `<${tag} n${i} ${words}>${tag === 'input' ? inner : `${content}</${tag}>`}`;
    };
    let html = '';
    for (let i = 0; i < 24; i++) html = pick([true, false]) ? one(i, html) : html + one(i, '');
    html = `<!DOCTYPE html><html><head></head><body>${html}</body></html>`;
    const page = parse(html, asking);
    const element = pick(page.elements.filter((one) => numberOf(one) >= 0));
    const [name, value] = attribute();
    if (element.attributes.has(name)) return;
    const held = page.under({ held: [{ element, state: `[${name}="${value}"]` }] });
    const written = parse(
      html.replace(` n${numberOf(element)} `, (text) => `${text}${name}="${value}" `),
      asking,
    );
    expect(held.elements.map((one) => told(held, one))).toEqual(
      written.elements.map((one) => told(written, one)),
    );
  });
});
