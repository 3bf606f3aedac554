// What a survey counts, tried in an engine: the elements that have a colour or fonts from a rule of their own are those that a rule
// weaker than all others leaves as they are; each value is listed once; and where a value is said to come from it comes from.
import fc from 'fast-check';
import { parsePage, summarise, type UsedValue } from 'yelto';
import { answerIn } from './support/engine.js';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';
import { bodyOf, smallElements } from './support/small-trees.js';

const tab = engineTab();
const runs = runsOr(12);

const colours = ['red', '#f00', 'RED', 'rgb(255, 0, 0)', 'rgb(255 0 0 / 100%)', 'hsl(0 100% 50%)', '#ff0000ff', 'navy', '#000080', 'rgba(0, 0, 255, .5)', 'rgb(0 0 255 / 50%)', '#ff000080', 'transparent', '#0000', 'hwb(0 0% 0%)', 'color(srgb 1 0 0)', 'var(--x)', 'var(--y, tan)', 'var(--none)', 'currentcolor', 'inherit', 'initial', 'unset', 'revert', 'revert-layer', 'nonsense', 'GrayText', 'light-dark(red, navy)', 'color-mix(in srgb, red, navy)']; // prettier-ignore
const fonts = ['serif', 'Serif', '"Larch"', 'Larch', "'Larch', serif", 'Larch,serif', 'Larch  Two, serif', '"Larch Two", serif', 'var(--f)', 'inherit', 'unset', 'revert-layer', 'monospace', 'initial']; // prettier-ignore
const colour = fc.constantFrom(...colours);
const family = fc.constantFrom(...fonts);
const says = fc.oneof(
  fc
    .tuple(
      fc.constantFrom(
        'color',
        'background-color',
        'border-color',
        'border-top-color',
        'border-inline-start-color',
        'outline-color',
        'fill',
        'stroke',
        'background',
      ),
      colour,
    ) // prettier-ignore
    .map(([name, value]) => `${name}: ${value}`),
  colour.map((value) => `border: 1px solid ${value}`),
  colour.map((value) => `outline: ${value} solid 2px`),
  colour.map((value) => `border-bottom: 2px ${value}`),
  family.map((value) => `font-family: ${value}`),
  family.map((value) => `font: 12px ${value}`),
  fc.constantFrom('--x: red', '--x: #F00', '--x: inherit', '--y: navy', '--y: var(--x)', '--f: Larch, serif', '--f: "Larch"', 'all: initial', 'all: unset', 'all: revert-layer', 'direction: rtl', 'font: inherit', 'border: 0', 'background: none', 'background: url(x.png) red'), // prettier-ignore
);
const rule = fc.record({
  around: fc.constantFrom('', '', '', '', '@layer a', '@layer b', '@media (min-width: 600px)', '@media print', '@supports (color: red)'), // prettier-ignore
  selector: fc.constantFrom('*', 'p', 'div', '.a', '.b', '.c', '#one', '#two', 'html', 'body', ':root', '.a .b', 'div > *', '.a, #one'), // prettier-ignore
  declarations: fc.array(fc.tuple(says, fc.constantFrom('', '', '', '', ' !important')), { minLength: 1, maxLength: 4 }), // prettier-ignore
});
const cases = fc.record({
  rules: fc.array(rule, { minLength: 1, maxLength: 7 }),
  elements: fc.array(smallElements('', '', '', 'color: red', 'border: 1px solid #f00; font-family: serif', 'background: var(--x)', '--x: tan'), { minLength: 2, maxLength: 7 }), // prettier-ignore
});
type Case = typeof cases extends fc.Arbitrary<infer One> ? One : never;

const properties = ['color', 'background-color', 'border-top-color', 'border-right-color', 'border-bottom-color', 'border-left-color', 'outline-color', 'fill', 'stroke', 'font-family']; // prettier-ignore

/** A colour that is red in another space is red to the eye; what nobody sees is no colour. */
const seen = (value: string) =>
  value === 'color(srgb 1 0 0)' ? 'rgb(255, 0, 0)' : /^(none|rgba\(.*, 0\))$/.test(value) ? '' : value;

const cssOf = ({ rules }: Case): string =>
  rules
    .map(({ around, selector, declarations }) => {
      const own = `${selector} {\n${declarations.map(([text, mark]) => `${text}${mark};`).join('\n')}\n}`;
      return around ? `${around} {\n${own}\n}` : own;
    })
    .join('\n');

/**
 * Runs in the page: for each element the values that rules give it and not its parent, by property, as computed; and those that
 * may be anybody's. And what each of some values comes to.
 */
function given({ html, properties, told }: { html: string; properties: string[]; told: [string, string][] }) {
  const inner = new DOMParser().parseFromString(html, 'text/html');
  document.replaceChild(document.adoptNode(inner.documentElement), document.documentElement);
  const all = [...document.querySelectorAll<HTMLElement>('*')];
  const probe = document.createElement('style');
  document.head.prepend(probe);
  const read = () => all.map((one) => properties.map((name) => getComputedStyle(one).getPropertyValue(name)));
  const readWith = (values: (name: string) => string) => {
    const says = properties.map((name) => `${name}: ${values(name)}`).join('; ');
    probe.textContent = `@layer probe { * { ${says} } }`;
    return read();
  };
  const isFonts = (name: string) => name === 'font-family';
  const one = readWith((name) => (isFonts(name) ? 'probe-one' : 'rgb(1, 2, 3)'));
  const two = readWith((name) => (isFonts(name) ? 'probe-two' : 'rgb(3, 2, 1)'));
  probe.textContent = '@layer probe { }';
  const plain = read();
  /** Values that an element has while something else is made of it, or of its parent. */
  const readWhile = (element: HTMLElement, property: string, value: string, of: HTMLElement) => {
    const before = element.getAttribute('style');
    element.style.setProperty(property, value, 'important');
    const style = getComputedStyle(of);
    const values = properties.map((name) => style.getPropertyValue(name));
    if (before === null) element.removeAttribute('style');
    else element.setAttribute('style', before);
    return values;
  };
  const found = all.map((element, e) =>
    properties.flatMap((name, p) => {
      if (one[e][p] !== two[e][p]) return [];
      const value = plain[e][p];
      const parent = element.parentElement;
      const [mark, unlike] = isFonts(name) ? ['probe-one', 'initial'] : ['rgb(1, 2, 3)', 'initial'];
      const isParents = parent !== null && readWhile(parent, name, mark, element)[p] === mark;
      const isColours = name !== 'color' && readWhile(element, 'color', 'rgb(1, 2, 3)', element)[p] !== value;
      if (isParents || isColours) return [];
      // What is set back to where it began looks as though somebody said so.
      const isOpen = ['initial', 'unset', 'revert', unlike].some(
        (back) => readWhile(element, name, back, element)[p] === value,
      );
      return [{ name, value, isOpen }];
    }),
  );
  const box = document.body.appendChild(document.createElement('i'));
  const worth = told.map(([name, value]) => {
    box.style.cssText = '';
    box.style.setProperty(name, value, 'important');
    return getComputedStyle(box).getPropertyValue(name);
  });
  return { found, worth };
}

const htmlOf = (css: string, { elements }: Case) =>
  `<!DOCTYPE html><html><head><style>${css}</style></head><body>${bodyOf(elements)}</body></html>`;

/** A declaration that says a colour or fonts that nobody else says; its mark stays. */
function otherwise(line: string): string {
  const [, property, mark] = /^([\w-]+):.*?( !important)?;$/.exec(line)!;
  const ink = 'rgb(9, 8, 7)';
  const shorthands: Record<string, string> = {
    border: `1px solid ${ink}`,
    'border-bottom': `2px solid ${ink}`,
    outline: `2px solid ${ink}`,
    font: '12px probe-three',
    'font-family': 'probe-three',
  };
  return `${property}: ${shorthands[property] ?? ink}${mark ?? ''};`;
}

/** Runs in the page: for each of some pages and values the elements that have it in the first, and show something else there. */
function differing({
  htmls,
  asked,
  properties,
}: {
  htmls: string[];
  asked: { names: string[]; worth: string }[];
  properties: string[];
}) {
  const read = (html: string) => {
    const inner = new DOMParser().parseFromString(html, 'text/html');
    document.replaceChild(document.adoptNode(inner.documentElement), document.documentElement);
    return [...document.querySelectorAll('*')].map((one) => {
      const style = getComputedStyle(one);
      return properties.map((name) =>
        style.getPropertyValue(name).replace('color(srgb 1 0 0)', 'rgb(255, 0, 0)'),
      );
    });
  };
  const [first, ...rest] = htmls.map(read);
  return rest.map((values) =>
    asked.map(({ names, worth }) =>
      first.flatMap((own, e) =>
        names
          .filter((name) => {
            const at = properties.indexOf(name);
            const [was, is] = [own[at], values[e][at]];
            return was === worth && was !== is && /rgb\(9, 8, 7\)|probe-three/.test(is);
          })
          .map((name) => [e, name] as const),
      ),
    ),
  );
}

/** What is false of where values are said to come from: another declaration gives one to more elements, or that one to none. */
async function wrongSources(
  one: Case,
  said: readonly UsedValue[],
  haveIt: (i: number, e: number, name: string) => boolean,
  worth: readonly string[],
): Promise<string[]> {
  const lines = cssOf(one).split('\n');
  // What no browser takes, and what says that another's value is taken, gives none.
  const gives = (line: string) =>
    /^[\w-]+:.*;$/.test(line) && !/^--|nonsense|inherit|initial|unset|revert|currentcolor/.test(line);
  const sources = lines.flatMap((line, at) => (gives(line) ? [at] : []));
  const htmls = [lines, ...sources.map((at) => lines.with(at, otherwise(lines[at])))].map((all) =>
    htmlOf(all.join('\n'), one),
  );
  const asked = said.map((value, i) => ({ names: [...value.properties], worth: seen(worth[i]) }));
  const shown = await answerIn(tab(), differing, { htmls, asked, properties });
  return said.flatMap(({ value, declaration }, i) => {
    const amounts = shown.map(
      (of) => new Set(of[i].filter(([e, name]) => haveIt(i, e, name)).map(([e]) => e)).size,
    );
    const at = sources.indexOf(declaration.line - 1);
    // A style attribute is one element's own.
    const own = declaration.sheet === undefined ? 1 : amounts[at];
    // A variable without a value may leave one that is the text's.
    const rivals = amounts.map((amount, of) => (lines[sources[of]].includes('var(') ? 0 : amount));
    const most = Math.max(...rivals, 0);
    note(most > own ? 'from elsewhere' : 'from there');
    return own < most || own === 0
      ? [
          `“${value}” is said to come from ${lines[declaration.line - 1]} (${own}), and ${most} have it from ${lines[sources[rivals.indexOf(most)]]}`,
        ]
      : [];
  });
}

async function wrongs(one: Case): Promise<string[]> {
  const html = htmlOf(cssOf(one), one);
  const summary = summarise(parsePage({ name: 'x', html, sheets: [] }));
  const said = [...summary.colours, ...summary.fonts];
  const told = said.map(({ properties: [name], value }): [string, string] => [name, value]);
  const { found, worth } = await answerIn(tab(), given, { html, properties, told });
  const keyOf = (name: string, value: string) => (name === 'font-family' ? `fonts ${value}` : seen(value));
  const sure = new Map<string, Set<number>>();
  const open = new Map<string, Set<number>>();
  const add = (to: Map<string, Set<number>>, key: string, e: number) =>
    void to.set(key, (to.get(key) ?? new Set()).add(e));
  found.forEach((values, e) => {
    for (const { name, value, isOpen } of values.filter((each) => keyOf(each.name, each.value) !== ''))
      add(isOpen ? open : sure, keyOf(name, value), e);
  });
  const wrong: string[] = [];
  const listed = new Map<string, string>();
  said.forEach(({ value, elements }, i) => {
    const key = keyOf(told[i][0], worth[i]);
    const twin = listed.get(key);
    if (twin !== undefined) wrong.push(`“${twin}” and “${value}” are one: ${key}`);
    listed.set(key, value);
    const least = sure.get(key)?.size ?? 0;
    const most = new Set([...(sure.get(key) ?? []), ...(open.get(key) ?? [])]).size;
    note(least === most ? 'counted' : 'counted, about');
    if (elements < least || elements > most)
      wrong.push(`“${value}” is said of ${elements}, and is on ${least} to ${most}`);
  });
  for (const [key, elements] of sure)
    if (!listed.has(key)) wrong.push(`“${key}” on ${elements.size} is not listed`);
  const haveIt = (i: number, e: number, name: string) =>
    found[e].some((own) => own.name === name && keyOf(name, own.value) === keyOf(name, worth[i]));
  wrong.push(...(await wrongSources(one, said, haveIt, worth)));
  return wrong.map((text) => `${text}\n${html}`);
}

test(
  `colours and fonts that ${runs} pages are said to be made of are those that an engine shows (SEED=${seed})`,
  () => expectNothingFalse(cases, runs, wrongs),
  judgeTime,
);
