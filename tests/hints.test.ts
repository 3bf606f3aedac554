// What attributes in the markup declare (HTML Standard §15.3, SVG 2 §6.6), judged by a real engine: random attributes on
// random elements; each longhand that an attribute changes there is to change here, and to the same.
import fc from 'fast-check';
import { parsePage } from 'yelto';
import { computedOf } from '../dist/cascade/index.js';
import { computedText } from '../dist/value/index.js';
import { engineTab } from './support/engine-tab.js';
import { answerIn } from './support/engine.js';
import { around } from './support/surroundings.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();

const wraps: Readonly<Record<string, readonly [before: string, after: string]>> = {
  td: ['<table><tbody><tr>', '</table>'],
  th: ['<table><tbody><tr>', '</table>'],
  tr: ['<table><tbody>', '<td>x</td></table>'],
  tbody: ['<table>', '<tr><td>x</td></tr></table>'],
  thead: ['<table>', '<tr><td>x</td></tr></table>'],
  tfoot: ['<table>', '<tr><td>x</td></tr></table>'],
  col: ['<table><colgroup>', '</table>'],
  colgroup: ['<table>', '</table>'],
  caption: ['<table>', '</table>'],
  table: ['', '<caption>y</caption><thead><tr><th>x</th></tr></thead><tr><td>x</td></tr></table>'],
  legend: ['<fieldset>', '</fieldset>'],
  li: ['<ul>', '</ul>'],
  ol: ['', '<li>x</li></ol>'],
  ul: ['', '<li>x</li></ul>'],
  option: ['<select>', '</select>'],
  ...Object.fromEntries(
    ['g', 'rect', 'circle', 'path', 'text', 'tspan', 'stop', 'image', 'use', 'line', 'linearGradient'].map(
      (tag) => [tag, ['<svg>', '</svg>'] as const],
    ),
  ),
  svg: ['', '<rect /></svg>'],
};
const htmlTags =
  'div p h1 h6 center font hr br table caption thead tbody tfoot tr td th col colgroup img iframe embed object video canvas input button select textarea pre ul ol li dl legend fieldset a span marquee form details dialog blockquote section'.split(
    ' ',
  );
const svgTags = 'svg g rect circle path text tspan stop image use line linearGradient'.split(' ');

const lengths = ['10', '20px', '30%', '0', '', 'x', '1.5', '+4', '-3', ' 7 ', '5em'];
const colours = ['red', '#abc', 'abc', '#12', 'transparent', '#ff000080', 'reddish', 'rgb(1,2,3)', '', 'RED'];
const sides = ['left', 'right', 'center', 'middle', 'justify', 'top', 'bottom', 'baseline', 'absmiddle', 'absbottom', 'abscenter', 'texttop', 'char', 'LEFT', 'start', 'inherit', '']; // prettier-ignore

/** Attributes that may declare something, and what people write in them. */
const ofHtml: Readonly<Record<string, readonly string[]>> = {
  align: sides,
  valign: ['top', 'middle', 'bottom', 'baseline', 'center', 'TOP', 'x'],
  width: lengths,
  height: lengths,
  size: ['1', '3', '7', '9', '0', '+1', '-2', '+9', 'x', '20'],
  color: colours,
  bgcolor: colours,
  background: ['a.png', '', ' b.png '],
  border: ['', '0', '1', '5', 'x', '2px'],
  bordercolor: colours,
  cellpadding: ['0', '4', '10px', 'x', ''],
  cellspacing: ['0', '4', 'x', ''],
  frame: ['box', 'void', 'hsides', 'lhs', 'above', 'x'],
  rules: ['all', 'none', 'rows', 'cols', 'groups', 'x'],
  hspace: lengths,
  vspace: lengths,
  nowrap: ['', 'nowrap', 'x'],
  noshade: [''],
  clear: ['all', 'left', 'right', 'both', 'none'],
  type: ['1', 'a', 'A', 'i', 'I', 'disc', 'circle', 'square', 'none', 'DISC', 'image', 'checkbox'],
  face: ['serif', 'Alder, serif', '"Alder Book"', ''],
  dir: ['ltr', 'rtl', 'auto', 'RTL', 'x'],
  hidden: ['', 'until-found', 'x'],
  wrap: ['off', 'hard', 'soft', ''],
  frameborder: ['0', '1', 'no', 'yes', 'x'],
  contenteditable: ['', 'true', 'false', 'plaintext-only'],
  popover: ['', 'manual'],
  inert: [''],
  open: [''],
  lang: ['de', ''],
  draggable: ['true'],
  tabindex: ['0'],
  start: ['3'],
  value: ['2'],
  scrolling: ['no', 'yes'],
  rows: ['3'],
  cols: ['20'],
  compact: [''],
  behavior: ['slide'],
  direction: ['up', 'left'],
  translate: ['no'],
  style: ['', 'color: blue', 'width: 3px'],
};
const ofSvg: Readonly<Record<string, readonly string[]>> = {
  fill: ['red', 'none', 'url(#a)', 'currentColor', 'x', 'var(--a, red)'],
  stroke: ['#f00', 'none', 'inherit'],
  'stroke-width': ['2', '2px', '10%', '-1', 'x'],
  'stroke-dasharray': ['1 2', '1,2', 'none'],
  'stroke-linecap': ['round', 'x'],
  'stroke-linejoin': ['bevel'],
  'stroke-miterlimit': ['2'],
  'stroke-opacity': ['.5', '50%'],
  'stroke-dashoffset': ['3'],
  'fill-opacity': ['.5', '50%', '2'],
  'fill-rule': ['evenodd'],
  'clip-rule': ['evenodd'],
  opacity: ['.5', '50%', 'x'],
  'font-size': ['9', '9px', '2em', 'small', 'x'],
  'font-family': ['serif', 'Alder'],
  'font-weight': ['bold', '700', '123'],
  'font-style': ['italic'],
  'text-anchor': ['middle', 'x'],
  'dominant-baseline': ['middle'],
  'letter-spacing': ['2', '1px'],
  display: ['none', 'block'],
  visibility: ['hidden'],
  color: ['red', 'x'],
  'stop-color': ['red'],
  'stop-opacity': ['.5'],
  transform: ['rotate(45)', 'translate(1 2)', 'scale(2)', 'x'],
  'pointer-events': ['none'],
  cursor: ['pointer'],
  overflow: ['hidden', 'visible'],
  'clip-path': ['url(#a)'],
  mask: ['url(#a)'],
  filter: ['url(#a)', 'none'],
  'paint-order': ['stroke'],
  'shape-rendering': ['crispEdges'],
  'vector-effect': ['non-scaling-stroke'],
  width: lengths,
  height: lengths,
  x: ['3', '10%', '2px', 'x'],
  y: ['3'],
  cx: ['3', '1em'],
  cy: ['3'],
  r: ['4', '50%'],
  rx: ['2'],
  d: ['M0 0L1 1'],
  'text-decoration': ['underline'],
  'writing-mode': ['vertical-rl', 'tb'],
  'mix-blend-mode': ['multiply'],
  'z-index': ['3'],
  hidden: [''],
  style: ['fill: blue'],
};

interface Trial {
  readonly tag: string;
  readonly attributes: readonly (readonly [name: string, value: string])[];
}

const trialOf = (tags: readonly string[], table: Readonly<Record<string, readonly string[]>>) =>
  fc.record({
    tag: fc.constantFrom(...tags),
    attributes: fc.uniqueArray(
      fc
        .constantFrom(...Object.keys(table))
        .chain((name) => fc.tuple(fc.constant(name), fc.constantFrom(...table[name]))),
      { minLength: 1, maxLength: 3, selector: ([name]) => name },
    ),
  });
/** Lists to choose from that pop up or stand open are another thing in each version of the engine. */
const isOdd = ({ tag, attributes }: Trial) =>
  (tag === 'select' && attributes.some(([name]) => /^(popover|size)$/.test(name))) ||
  (tag === 'marquee' && attributes.some(([name]) => name === 'popover'));

const trial: fc.Arbitrary<Trial> = fc
  .oneof(
    { arbitrary: trialOf(htmlTags, ofHtml), weight: 3 },
    { arbitrary: trialOf(svgTags, ofSvg), weight: 1 },
  )
  .filter((one) => !isOdd(one));

/** The element with its attributes and without, each in what it needs round it. */
function markup({ tag, attributes }: Trial, isBare: boolean): string {
  const [before, after] = wraps[tag] ?? ['', ''];
  // Without an inline declaration, not without the others that stand beside it.
  const said = attributes
    .filter(([name]) => !isBare || name === 'style')
    .map(([name, value]) => ` ${name}="${value.replaceAll('"', '&quot;')}"`);
  return `<section>${before}<${tag}${said.join('')}>${/^(hr|br|img|embed|input|col)$/.test(tag) || after.startsWith('<') ? '' : 'x'}${after || `</${tag}>`}</section>`;
}

/** Names of one element in two ways, one of this engine alone, and what the layout makes of them. */
const leftAside =
  /inline|block|^-webkit-(locale|writing-mode|line-break|text-orientation|rtl|text-decor)|^(perspective|transform)-origin$|^(app-region|speak|text-decoration)$/;

test(
  `attributes declare what the engine makes of them (SEED=${seed})`,
  () =>
    expectNothingFalse(
      fc.array(trial, { minLength: 60, maxLength: 60 }),
      runsOr(2),
      async (trials) => {
        const body = trials.flatMap((one) => [markup(one, false), markup(one, true)]).join('\n');
        const html = `<!DOCTYPE html><html><body>${body}</body></html>`;
        await tab().setContent(html);
        const engine = await answerIn(
          tab(),
          (skipped) =>
            [...document.querySelectorAll('body > section')].map((section) =>
              [...section.querySelectorAll('*')].map((element) => {
                const style = getComputedStyle(element);
                const map = element.computedStyleMap();
                return Object.fromEntries(
                  [...style]
                    .filter((name) => !new RegExp(skipped).test(name))
                    .map((name) => [
                      name,
                      /color|(border|outline|rule).*width|shadow|image/.test(name)
                        ? style.getPropertyValue(name)
                        : map.getAll(name).map(String).join(', '),
                    ]),
                );
              }),
            ),
          leftAside.source,
        );
        const page = parsePage({ name: 'x', html });
        const sections = page.select('body > section').map((section) => {
          const list = page.elements.slice(section.index + 1);
          const last = list.findIndex((one) => one.tag === 'section' && one.parent === section.parent);
          return last < 0 ? list : list.slice(0, last);
        });
        return trials.flatMap((one, i) => {
          const [theirs, theirsBare] = [engine[2 * i], engine[2 * i + 1]];
          const [ours, oursBare] = [sections[2 * i], sections[2 * i + 1]];
          return theirs.flatMap((values, e) =>
            Object.keys(values).flatMap((name) => {
              const [their, theirBare] = [values[name], theirsBare[e]?.[name]];
              const [our, ourBare] = [computedOf(page, ours[e], name), computedOf(page, oursBare[e], name)];
              note('values');
              if (their === theirBare && our === ourBare) return [];
              note(their === theirBare ? 'not changed there' : 'changed there');
              const meant = computedText(name, their, around);
              const isSame = our === meant || (their === theirBare && our === ourBare);
              return isSame
                ? []
                : [
                    `<${one.tag} ${one.attributes.map((pair) => pair.join('=')).join(' ')}> ${ours[e].tag} ${name}: ${our}, the engine ${their} (without ${theirBare})`,
                  ];
            }),
          );
        });
      },
      { isOfMany: true },
    ),
  judgeTime,
);
