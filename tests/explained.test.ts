// What is said of who governs a value, of who lost and in which order, of variables and of what moves it, tried in an engine:
// a declaration that governs is the one whose change shows; without it the next one told does; nobody else counts.
import fc from 'fast-check';
import { contest, explain, parsePage, type Explanation, type Page } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';
import { bodyOf, smallElements } from './support/small-trees.js';

const tab = engineTab();
const runs = runsOr(10);

interface Said {
  readonly property: string;
  readonly value: string;
  readonly important: boolean;
}
interface Rule {
  readonly around: string;
  readonly selector: string;
  readonly declarations: readonly Said[];
}

const asked = [
  'color',
  'background-color',
  'margin-left',
  'letter-spacing',
  'border-top-color',
  'z-index',
] as const;
type Asked = (typeof asked)[number];
/** What nobody says, and what a declaration of each kind says it with. */
const colour = 'rgb(1, 2, 3)';
const length = '17px';
const probes: Readonly<
  Record<Asked, { readonly value: string; readonly in: Readonly<Record<string, string>> }>
> = {
  color: { value: colour, in: { color: colour } },
  'background-color': { value: colour, in: { 'background-color': colour, background: colour } },
  'margin-left': { value: length, in: { margin: length, 'margin-left': length, 'margin-inline': length, 'margin-inline-start': length, 'margin-inline-end': length } }, // prettier-ignore
  'letter-spacing': { value: length, in: { 'letter-spacing': length } },
  'border-top-color': { value: colour, in: { border: `1px solid ${colour}`, 'border-top': `1px solid ${colour}`, 'border-color': colour, 'border-block-color': colour } }, // prettier-ignore
  'z-index': { value: '77', in: { 'z-index': '77' } },
};

const simple = fc.constantFrom('*', 'p', 'div', '.a', '.b', '.c', '#one', '#two', ':is(.a, #one)', ':where(.b)', ':not(.c)', ':first-child', '[data-k]', 'body', 'html'); // prettier-ignore
const selector = fc
  .array(simple, { minLength: 1, maxLength: 2 })
  .chain((parts) => fc.constantFrom(' ', ' > ', ' ', ', ').map((joint) => parts.join(joint)));
const says = fc.oneof(
  fc.constantFrom('color: red', 'color: blue', 'color: inherit', 'color: var(--x)', 'color: var(--z, tan)', 'color: var(--x, var(--y))', 'color: initial', 'color: unset', 'color: currentcolor', 'color: nonsense'), // prettier-ignore
  fc.constantFrom('background: red', 'background-color: navy', 'background: var(--x)', 'background: none', 'background-color: inherit'), // prettier-ignore
  fc.constantFrom('margin: 1px', 'margin-left: 2px', 'margin-inline-start: 3px', 'margin-inline: 4px', 'margin-inline-end: 5px', 'margin: inherit', 'direction: rtl', 'margin-left: var(--n)'), // prettier-ignore
  fc.constantFrom('letter-spacing: 1px', 'letter-spacing: inherit', 'letter-spacing: 2px', 'z-index: 5', 'z-index: inherit', 'z-index: 9'), // prettier-ignore
  fc.constantFrom('border: 1px solid red', 'border-color: tan', 'border-top: 2px solid', 'border: 0', 'border-block-color: navy', 'border-top: inherit'), // prettier-ignore
  fc.constantFrom('--x: red', '--x: teal', '--y: tan', '--y: var(--x)', '--n: 4px', '--t: .2s', '--x: inherit', '--d: 3s'), // prettier-ignore
  fc.constantFrom('color .3s', '.3s', 'all 200ms', 'margin-left 1s ease-in .5s', 'color 0s', 'color 0s 1s', 'none', 'margin .4s, color 2s', 'all 1s, color .1s', 'color 1s, all .2s', 'color .1s steps(4, end)', 'var(--t)', 'color var(--d)', 'z-index 1s', 'margin-inline-start .6s', 'border .7s', 'border-color .7s', 'inherit', 'calc(.1s * 3)', 'color calc(1s + 200ms)', 'COLOR .3S', '1e-1s', 'cubic-bezier(.1, .2, .3, .4) color .8s', 'color .3s allow-discrete', 'color +.3s, --x 1s', 'ease', 'letter-spacing 1s -.5s', 'color 1s -2s').map((value) => `transition: ${value}`), // prettier-ignore
  fc.constantFrom('transition-property: color, margin-left', 'transition-property: all', 'transition-property: none', 'transition-property: color, opacity, color', 'transition-duration: 1s', 'transition-duration: 1s, 2s', 'transition-duration: 0s', 'transition-duration: .1s, .2s, .3s', 'transition-delay: -1s', 'transition-delay: 2s', '-webkit-transition: color 5s', 'transition-duration: var(--t)', 'transition-behavior: allow-discrete'), // prettier-ignore
  fc.constantFrom('opacity: .5', 'animation: glow 9s infinite', 'animation: glow 9s', 'animation: glow 9s forwards', 'animation-name: glow', 'animation-duration: 5s', 'animation: none', 'animation: glow 0s both', 'animation: nobody 9s', 'animation: 9s glow paused'), // prettier-ignore
);
const declaration = fc
  .tuple(says, fc.constantFrom(false, false, false, true))
  .map(([text, important]): Said => {
    const [property, value] = text.split(/: (.*)/);
    return { property, value, important };
  });
const around = fc.constantFrom('', '', '', '@layer low', '@layer high', '@layer', '@scope (.a)', '@scope (#one)', '@media (width > 1px)', '@media print', '.a', '@supports (color: red)'); // prettier-ignore
const rule: fc.Arbitrary<Rule> = fc.record({
  around,
  selector,
  declarations: fc.array(declaration, { minLength: 1, maxLength: 3 }),
});
const sheet = fc.array(rule, { minLength: 2, maxLength: 8 });
const cases = fc.record({
  sheets: fc.tuple(sheet, sheet),
  elements: fc.array(
    smallElements('', '', '', '', 'color: tan', 'margin-left: 6px !important; z-index: 6', 'letter-spacing: inherit; transition: .9s', '--x: lime; color: var(--x)'), // prettier-ignore
    { minLength: 3, maxLength: 7 },
  ),
});
type Case = typeof cases extends fc.Arbitrary<infer One> ? One : never;

/** Where a declaration stands: which sheet, rule of it and declaration in it. */
interface Place {
  readonly sheet: number;
  readonly rule: number;
  readonly at: number;
}

/** A sheet's text, a rule a line, and which declaration begins in which line and column. */
function written(
  rules: readonly Rule[],
  change: (said: Said, rule: number, at: number) => Said | undefined = (said) => said,
): { readonly css: string; readonly starts: ReadonlyMap<string, readonly [rule: number, at: number]> } {
  const starts = new Map<string, readonly [number, number]>();
  const lines = rules.map(({ around, selector, declarations }, i) => {
    let line = `${around && `${around} { `}${selector} { `;
    declarations.forEach((one, at) => {
      const said = change(one, i, at);
      if (!said) return;
      starts.set(`${i + 1}:${line.length + 1}`, [i, at]);
      line += `${said.property}: ${said.value}${said.important ? ' !important' : ''}; `;
    });
    return `${line}}${around && ' }'}`;
  });
  return { css: lines.join('\n'), starts };
}

const frames = '@keyframes glow { from, to { opacity: .123 } }';
const markupOf = ({ sheets, elements }: Case) =>
  `<!DOCTYPE html><html><head>${sheets.map((one) => `<style class="site">${written(one).css}</style>`).join('')}<style>${frames}</style></head><body>${bodyOf(elements)}</body></html>`;

/** The site's sheets with some declarations taken out, and another one saying something else. */
interface Trial {
  readonly sheets: readonly string[];
  readonly k: string;
  readonly property: string;
  readonly expected: string;
  readonly words: string;
}

function placesIn({ sheets }: Case) {
  const starts = sheets.map((one) => written(one).starts);
  return (text: string): Place | undefined => {
    const [, number, line, column] = /<style> (\d+):(\d+):(\d+)/.exec(text) ?? [];
    const found = starts[Number(number) - 1]?.get(`${line}:${column}`);
    return found && { sheet: Number(number) - 1, rule: found[0], at: found[1] };
  };
}

class Trials {
  readonly all: Trial[] = [];
  readonly #placeOf;

  constructor(private readonly one: Case) {
    this.#placeOf = placesIn(one);
  }

  /** Who governs and who lost, the strongest first: each shows once those before it are gone. */
  order(k: string, explanation: Explanation, property: Asked): void {
    const gone: Place[] = [];
    // What an `inherit` is followed to governs too.
    const [own, ...followed] = explanation.governs.split(', and ');
    for (const text of followed) this.#probe(k, property, text, [], 'followed to');
    for (const from of [own, ...explanation.rivals.map((rival) => rival.from)]) {
      const place = this.#placeOf(from);
      if (!place) break;
      this.#probe(k, property, from, gone, gone.length ? 'next' : 'governs');
      gone.push(place);
    }
  }

  #probe(k: string, property: Asked, text: string, gone: readonly Place[], what: string): void {
    const place = this.#placeOf(text);
    if (!place) return;
    const said = this.one.sheets[place.sheet][place.rule].declarations[place.at];
    const value = probes[property].in[said.property];
    if (value === undefined) return;
    note(what);
    this.#add(k, property, probes[property].value, `${what}: ${text}`, gone, place, { ...said, value });
  }

  /** Each variable that is told to feed it. */
  variables(k: string, { variables }: Explanation): void {
    for (const text of variables) {
      const [, name] = /^(--[\w-]+) is /.exec(text)!;
      const place = this.#placeOf(text);
      const isNowhere = text.endsWith('is set nowhere');
      if (!place && !isNowhere) continue;
      note(isNowhere ? 'set nowhere' : 'variable');
      const said = { property: name, value: length, important: false };
      const important = place && this.one.sheets[place.sheet][place.rule].declarations[place.at].important;
      this.#add(k, name, place ? length : '', text, [], place, { ...said, important: important ?? false });
    }
  }

  #add(
    k: string,
    property: string,
    expected: string,
    words: string,
    gone: readonly Place[],
    place: Place | undefined,
    probe: Said,
  ): void {
    const sheets = this.one.sheets.map((rules, sheet) => {
      const isAt = (one: Place, rule: number, at: number) =>
        one.sheet === sheet && one.rule === rule && one.at === at;
      return written(rules, (said, rule, at) => {
        if (place && isAt(place, rule, at)) return probe;
        return gone.some((one) => isAt(one, rule, at)) ? undefined : said;
      }).css;
    });
    this.all.push({ sheets, k, property, expected, words });
  }
}

/** Runs in the page: what each trial comes to, with all that goes over into it over. */
function tried(trials: readonly Trial[]): string[] {
  const sheets = [...document.querySelectorAll('style.site')];
  const before = sheets.map(({ textContent }) => textContent);
  const put = (texts: readonly string[]) =>
    sheets.forEach((one, i) => one.textContent !== texts[i] && (one.textContent = texts[i]));
  const ended = () => {
    // Where one ends, those of the things inside begin.
    for (;;) {
      void document.body.offsetWidth;
      const going = document.getAnimations().filter((one) => one instanceof CSSTransition);
      if (going.length === 0) return;
      for (const one of going) one.finish();
    }
  };
  const values = trials.map(({ sheets: texts, k, property }) => {
    put(texts);
    ended();
    return getComputedStyle(document.querySelector(`[data-k="${k}"]`)!)
      .getPropertyValue(property)
      .trim();
  });
  put(before);
  ended();
  return values;
}

/** Runs in the page: how a change of each thing's properties goes on, in the words for that; and what an animation does to its opacity. */
function moved({ properties, values }: { properties: readonly string[]; values: readonly string[] }) {
  const ended = () => {
    // Where one ends, those of the things inside begin.
    for (;;) {
      void document.body.offsetWidth;
      const going = document.getAnimations().filter((one) => one instanceof CSSTransition);
      if (going.length === 0) return;
      for (const one of going) one.finish();
    }
  };
  return [...document.querySelectorAll<HTMLElement>('[data-k]')].map((element) => {
    const style = element.getAttribute('style') ?? '';
    const motions = properties.map((property, i) => {
      // From one value that is not `auto` to another.
      for (const value of [property === 'z-index' ? '1' : '', values[i]]) {
        element.style.setProperty(property, value, 'important');
        if (value !== values[i]) ended();
      }
      void getComputedStyle(element).getPropertyValue(property);
      const going = element
        .getAnimations()
        .find((one) => one instanceof CSSTransition && one.transitionProperty === property);
      const { duration, delay = 0 } = going?.effect?.getTiming() ?? {};
      element.setAttribute('style', style);
      ended();
      if (duration === undefined) return '';
      const [over, later] = [Number(duration), delay].map((time) => `${Number((time / 1000).toFixed(6))}s`);
      if (duration === 0) return `A transition puts off changes of it by ${later}.`;
      return `A transition spreads changes of it over ${over}${delay > 0 ? `, ${later} later` : ''}.`;
    });
    const animation = element.getAnimations().find((one): one is CSSAnimation => one instanceof CSSAnimation);
    const { endTime, fill } = animation?.effect?.getComputedTiming() ?? {};
    const isSet = animation !== undefined && getComputedStyle(element).opacity === '0.123';
    return {
      motions,
      isSet,
      isLasting: isSet && (endTime === Infinity || fill === 'forwards' || fill === 'both'),
    };
  });
}

const sets = /^The animation glow sets it (and does not end|while it runs)/;

function untrueMotion(page: Page, shown: Awaited<ReturnType<typeof moved>>): string[] {
  return page.select('[data-k]').flatMap((element, i) => {
    const told = (property: string) => explain(page, contest(page, element, property)).motion;
    const { motions, isSet, isLasting } = shown[i];
    const wrong = asked.flatMap((property, at) => {
      const words = told(property).join(' ');
      note(words ? 'moves' : 'at once');
      return words === motions[at] ? [] : [`${property} of ${i}: ${words || 'at once'}, not ${motions[at]}`];
    });
    const words = told('opacity').find((text) => sets.test(text));
    const [, end] = sets.exec(words ?? '') ?? [];
    note(words ? 'animated' : 'still');
    if ((words !== undefined) !== isSet || (end === 'and does not end') !== isLasting)
      wrong.push(`opacity of ${i}, set ${isSet}, for ever ${isLasting}: ${words}`);
    return wrong;
  });
}

async function falsehoods(one: Case): Promise<string[]> {
  const html = markupOf(one);
  const page = parsePage({ name: 'x', html });
  const trials = new Trials(one);
  for (const element of page.select('[data-k]')) {
    for (const property of asked) {
      const asking = contest(page, element, property);
      const explanation = explain(page, asking);
      trials.order(element.attributes.get('data-k')!, explanation, property);
      const box = asking.inheritedFrom ?? element;
      const k = box.attributes.get('data-k');
      if (k) trials.variables(k, explanation);
    }
  }
  await tab().setContent(html);
  const values = await tab().evaluate(tried, trials.all);
  const shown = await tab().evaluate(moved, {
    properties: asked,
    values: asked.map((property) => probes[property].value),
  });
  return [
    ...trials.all.flatMap(({ k, property, expected, words }, i) =>
      values[i] === expected ? [] : [`${property} of ${k} is ${values[i]}: ${words}`],
    ),
    ...untrueMotion(page, shown),
  ];
}

test(
  `what governs, what lost, what feeds and what moves on ${runs} random pages is what an engine shows (SEED=${seed})`,
  () => expectNothingFalse(cases, runs, falsehoods),
  judgeTime,
);
