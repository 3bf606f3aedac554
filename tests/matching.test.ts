// Whom each selector matches, judged by a real engine: every pseudo-class and other kinds of simple selectors, on random
// pages of form controls, languages, directions, drawings and whatever else a pseudo-class asks about.
import fc from 'fast-check';
import { parsePage } from 'yelto';
import { pseudoClasses, pseudoElements } from '../dist/facts/index.js';
import { engineTab } from './support/engine-tab.js';
import { answerIn } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();

const attributes: Readonly<Record<string, readonly string[]>> = {
  type: 'text search email number date time month week datetime-local button submit reset checkbox radio range color file image hidden password url tel TEXT odd a'.split(' '), // prettier-ignore
  value: ['', '7', '-2', 'x', 'abc', 'a@b', 'http://a.example/', '2024-02-30', '2024-05-01', '2024-W07', '12:30', '#aabbcc', ' ', '1e2', '3.5', 'a\nb'], // prettier-ignore
  min: ['3', '2024-03-01', '11:00', 'x', '2024-W05'],
  max: ['5', '2024-04-01', '12:00', '1', '2024-W09'],
  step: ['2', 'any', '0.5', '0'],
  pattern: ['[a-z]+', '(', 'a|b', '.{3}'],
  minlength: ['2'],
  maxlength: ['2'],
  required: [''],
  readonly: [''],
  disabled: ['', 'false'],
  checked: [''],
  selected: [''],
  multiple: [''],
  size: ['1', '3', '0'],
  placeholder: ['', 'write', 'a\nb'],
  href: ['', '#a', 'x.html'],
  open: [''],
  contenteditable: ['', 'true', 'false', 'plaintext-only', 'x'],
  dir: ['rtl', 'ltr', 'auto', 'RTL', 'x', ''],
  lang: ['de', 'de-CH', 'en', '', 'fr-Latn-CH', 'DE'],
  name: ['a', 'b', ''],
  form: ['f', 'nobody'],
  id: ['f', 'a', 'b'],
  hidden: [''],
  popover: [''],
  is: ['x-y'],
  class: ['a', 'A b', 'b'],
  viewBox: ['0 0 1 1'],
  low: ['2'],
};
const tags = 'input input input textarea select select button fieldset legend form output object progress meter details summary dialog datalist label a area link div p span x-y bdi bdo pre ul li table td svg g rect linearGradient foreignObject math mi img iframe audio video slot template'.split(' '); // prettier-ignore
const texts = ['', ' ', 'x', 'שלום', '<!-- y -->', '12 abc', 'x שלום', 'مرحبا x', '\n'];

const attribute = fc
  .constantFrom(...Object.keys(attributes))
  .chain((name) => fc.constantFrom(...attributes[name]).map((value) => `${name}="${value}"`));
const opening = (tag: string) =>
  fc
    .uniqueArray(attribute, { maxLength: 6, selector: (one) => one.split('=')[0] })
    .map((own) => `<${[tag, ...own].join(' ')}>`);
const option = fc
  .tuple(opening('option'), fc.constantFrom('', 'x', 'y'))
  .map(([open, text]) => `${open}${text}</option>`);
const options = fc.array(
  fc.oneof(
    option,
    fc
      .tuple(opening('optgroup'), fc.array(option, { maxLength: 2 }))
      .map(([open, inner]) => `${open}${inner.join('')}</optgroup>`),
  ),
  { maxLength: 3 },
);
const { node } = fc.letrec<{ node: string }>((tie) => ({
  node: fc.constantFrom(...tags).chain((tag) => {
    // What else may stand in a list is read by each engine in its own way.
    const inner = /^(select|datalist)$/.test(tag)
      ? options
      : fc.array(fc.oneof({ depthSize: 'small' }, fc.constantFrom(...texts), tie('node')), { maxLength: 4 });
    return fc
      .tuple(opening(tag), inner)
      .map(
        ([open, parts]) =>
          `${open}${parts.join('')}${/^(input|img|link|area)$/.test(tag) ? '' : `</${tag}>`}`,
      );
  }),
}));
const pages = fc
  .tuple(
    fc.constantFrom('', ' lang=de', ' dir=rtl', ' lang=en-GB dir=auto'),
    fc.array(node, { minLength: 12, maxLength: 30 }),
  )
  .map(
    ([root, nodes]) =>
      `<!DOCTYPE html><html${root}><head><title>x</title></head><body>${nodes.join('')}</body></html>`,
  );

const places = ['2n+1', 'odd', '-n+2', '3', '2 of .a', 'even of input'];
const selectors = [
  // A page that is parsed and not shown has no states, but those that markup brings about.
  ...Object.keys(pseudoClasses).map((name) => `:${name}`),
  ...['rtl', 'ltr'].map((way) => `:dir(${way})`),
  ...['de', 'en', 'DE-ch', 'fr'].map((list) => `:lang(${list})`),
  ...places.flatMap((at) => [`:nth-child(${at})`, `:nth-last-child(${at})`]),
  ...places.slice(0, 4).flatMap((at) => [`:nth-of-type(${at})`, `:nth-last-of-type(${at})`]),
  ...[
    ':has(input)',
    ':has(> :disabled)',
    ':has(+ *)',
    ':has(~ :checked)',
    ':not(:has(*))',
    ':is(a, AREA):not([href=""])',
  ],
  ...['[type=CHECKBOX]', '[type=checkbox]', '[TYPE]', '[value=ABC i]', '[lang|=de]', '[dir=rtl]', '[viewbox]', '[viewBox]', '[class~=A]', '[class~=a]', '[value=""]', '[value^=""]', '[value*="b"]', '[step=ANY]', '[open]', '[is]'], // prettier-ignore
  ...[
    'DIV',
    'lineargradient',
    'linearGradient',
    'foreignobject',
    '*|a',
    '.A',
    '#f',
    'x-y',
    'svg > *',
    'math *',
  ],
];

test(
  `selectors match on ${runsOr(8)} random pages what the engine finds (SEED=${seed})`,
  async () => {
    const falsehoods = async (html: string): Promise<string[]> => {
      const page = parsePage({ name: 'x', html });
      await tab().setContent(html);
      const find = (selectors: readonly string[]) => {
        const all = [...document.querySelectorAll('*')];
        return {
          // Controls that the parser gave to a form in which they do not stand.
          strays: [...document.querySelectorAll('button, input, select, textarea')].filter((one) => {
            const { form } = one as HTMLInputElement;
            return form && !one.hasAttribute('form') && !form.contains(one);
          }).length,
          // Each element's name, and the number of what it stands in.
          shape: all.map(({ localName, parentElement }) => `${localName} ${all.indexOf(parentElement!)}`),
          found: selectors.map((selector) => {
            try {
              const found = new Set(document.querySelectorAll(selector));
              return all.flatMap((element, at) => (found.has(element) ? [at] : []));
            } catch {
              return null;
            }
          }),
        };
      };
      const engine = await answerIn(tab(), find, selectors);
      const shape = page.elements.map(({ tag, parent }) => `${tag} ${parent?.index ?? -1}`);
      if (engine.strays || shape.join() !== engine.shape.join()) {
        note('pages that are read otherwise');
        return [];
      }
      return selectors.flatMap((selector, s) => {
        const theirs = engine.found[s];
        if (!theirs) return [`${selector} is refused by the engine`];
        note('selectors');
        note('matches', theirs.length);
        const ours = page.select(selector).map(({ index }) => index);
        const textOf = (at: number) =>
          `${page.elements[at].tag} ${[...page.elements[at].attributes].map(([name, value]) => `${name}="${value}"`).join(' ')}`;
        return [
          ...ours
            .filter((at) => !theirs.includes(at))
            .map((at) => `${selector} matches ${textOf(at)} here alone`),
          ...theirs
            .filter((at) => !ours.includes(at))
            .map((at) => `${selector} does not match ${textOf(at)} here`),
        ];
      });
    };
    await expectNothingFalse(pages, runsOr(8), falsehoods, { isOfMany: true });
  },
  judgeTime,
);

const functions = ['is', 'where', 'not', 'has', 'nth-child', 'nth-last-of-type', 'lang', 'dir', 'host', 'host-context', 'state', '-webkit-any', 'matches', 'current', 'active-view-transition-type', 'hover']; // prettier-ignore
const elementFunctions = ['part', 'slotted', 'highlight', 'cue', 'picker', 'scroll-button', 'view-transition-group', 'view-transition-group-children', 'view-transition-old', 'view-transition-new', 'view-transition-image-pair']; // prettier-ignore
const webkitElements = ['scrollbar', 'scrollbar-thumb', 'slider-thumb', 'search-cancel-button', 'inner-spin-button', 'calendar-picker-indicator', 'details-marker', 'nobody-knows'].map((name) => `-webkit-${name}`); // prettier-ignore
const inBrackets = ['a', '.a', '.a .b', 'a, b', '> a', '', '2', '2n + 1', '2 of .a', 'odd', 'x y', 'x', '*', 'left', 'select', 'root', 'x.y', '::before', ':hover', ':has(a)', ':nobody, a', 'de', 'rtl', '"rtl"', 'de, en', '1', 'a,', '&', '!']; // prettier-ignore
const inner = fc.constantFrom(...inBrackets);
const ofOneColon = fc.oneof(
  { arbitrary: fc.constantFrom(...Object.keys(pseudoClasses), 'nobody', 'host', 'before', 'first-line', 'placeholder').map((name) => `:${name}`), weight: 3 }, // prettier-ignore
  {
    arbitrary: fc.tuple(fc.constantFrom(...functions), inner).map(([name, list]) => `:${name}(${list})`),
    weight: 3,
  },
);
const ofTwo = fc.oneof(
  fc.constantFrom(...Object.keys(pseudoElements), ...webkitElements, 'nobody', '-moz-range-thumb').map((name) => `::${name}`), // prettier-ignore
  fc.tuple(fc.constantFrom(...elementFunctions, 'before'), inner).map(([name, list]) => `::${name}(${list})`),
);
const names = fc.constantFrom('.a', '#b', '.-c', '.--d', '#1', '.2', '[x]', '[x=y]', '[x="y" i]', '[x~=1]', '[a|x]', '[*|x]', '[|x]', '[]', '[x=y z]', '&', '*', '%', '!'); // prettier-ignore
const compound = fc
  .tuple(
    fc.constantFrom('', 'p', '*', 'a|p', '*|p', '|p', '*|*', '&'),
    fc.array(
      fc.oneof(
        { arbitrary: names, weight: 2 },
        { arbitrary: ofOneColon, weight: 2 },
        { arbitrary: ofTwo, weight: 2 },
      ),
      {
        maxLength: 3,
      },
    ),
  )
  .map(([tag, parts]) => tag + parts.join(''));
const complex = fc
  .tuple(
    compound,
    fc.array(fc.tuple(fc.constantFrom(' ', ' > ', '+', '~', ' || ', '>>', '/**/.e > ', ','), compound), {
      maxLength: 1,
    }),
  )
  .map(([first, more]) => first + more.map(([between, one]) => between + one).join(''));

test(
  `of ${runsOr(3) * 500} random selectors those are refused that the engine refuses (SEED=${seed})`,
  async () => {
    const falsehoods = async (list: readonly string[]): Promise<string[]> => {
      const isKept = await tab().evaluate(
        (list) =>
          list.map((selector) => {
            const sheet = new CSSStyleSheet();
            sheet.replaceSync(`${selector} {}`);
            return sheet.cssRules.length === 1;
          }),
        list,
      );
      return list.flatMap((selector, at) => {
        const { styles } = parsePage({
          name: 'x',
          html: `<!DOCTYPE html><style>${selector} { top: 0 }</style>`,
        });
        note(isKept[at] ? 'kept' : 'refused');
        return styles.blocks.length > 0 === isKept[at]
          ? []
          : [`${selector} is ${isKept[at] ? 'kept' : 'refused'} by the engine`];
      });
    };
    await expectNothingFalse(fc.array(complex, { minLength: 500, maxLength: 500 }), runsOr(3), falsehoods, {
      isOfMany: true,
    });
  },
  judgeTime,
);
