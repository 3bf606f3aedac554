// Long lists are values like short ones, and an item that does not belong there is found wherever it stands: shadows in hundreds,
// patterns of many layers, gradients of many colours. The engine tells which are kept.
import { parsePage, prove } from 'yelto';
import { engineTab } from '../support/engine-tab.js';

const tab = engineTab();
const { grammar } = parsePage({ name: 'x', html: '' });

interface Kind {
  readonly property: string;
  readonly items: readonly string[];
  /** Each of them spoils the list, wherever it stands; or is right at one end only. */
  readonly odd: readonly string[];
  readonly sign?: string;
  readonly around?: readonly [string, string];
}

const colours: Omit<Kind, 'around'> = {
  property: 'background-image',
  items: ['red', 'rgb(1 2 3 / 4%) 10%', '#123456 1px 2px', 'blue calc(1px + 2%)'],
  odd: ['5%', 'red 1x', '', 'none', 'to top', '45deg'],
};
const kinds: readonly Kind[] = [
  { property: 'box-shadow', items: ['0 0 1px 2px red', 'inset 1px 1px rgb(0 0 0 / 50%)', '#123456 3px 4px 0'], odd: ['none', '0 red', '1px', '', 'red'] },
  { property: 'box-shadow', items: ['0 0 red', '1px 1px #fff'], odd: ['3x', '', '0 red'] },
  { property: 'text-shadow', items: ['1px 1px #123', 'red 0 0 2px'], odd: ['none', '1px 1px 1px 1px red', 'inset 0 0 red'] },
  { property: 'background', items: ['url(a.png) no-repeat scroll left top / 1px 1px border-box padding-box', 'linear-gradient(red, blue 20%) 0 0 / 5px 5px', 'none'], odd: ['red', 'url(a.png) red', 'url(a.png) url(b.png)', '1x'] },
  { property: 'mask', items: ['url(a.png) 0 0 / 1px 1px no-repeat add', 'none', 'linear-gradient(red, blue) center'], odd: ['red', 'url(a.png) 1px 1px 1px'] },
  { property: 'background-position', items: ['1px 2px', 'left 3px top', 'center'], odd: ['left left', '1px 2px 3px', 'auto'] },
  { property: 'transition', items: ['color 1s ease-in 2s', 'width .3s cubic-bezier(.1, .2, .3, 1)', 'all 1s'], odd: ['none', '1s 2s 3s', 'color width 1s'] },
  { property: 'animation', items: ['spin 1s infinite both', 'fade 2s steps(4, end) reverse'], odd: ['1s 2s 3s', 'spin fade 1s', '1s -1px'] },
  { property: 'font-family', items: ['Alder', 'Alder Grove', '"Alder, Grove"', 'serif'], odd: ['3x', 'Alder 3', '', 'a/b'] },
  { property: 'font', items: ['Alder', '"Alder, Grove"', 'serif'], odd: ['3x', 'Alder 3', '12px Alder'], around: ['italic 12px/1.5 ', ''] },
  { property: 'font', items: ['Alder', '"Alder, Grove"', 'serif'], odd: ['3x', 'Alder 3', '12px Alder'], around: ['large ', ''] },
  { property: 'font', items: ['Alder', 'Grove'], odd: ['3x', '1px', 'bold 3'], around: ['bold math ', ''] },
  { property: 'will-change', items: ['color', 'transform', 'scroll-position'], odd: ['auto', 'none', '1px'] },
  { property: 'cursor', items: ['url(abc.png) 1 2', 'url(b.cur)'], odd: ['auto', 'pointer', 'url(a.png) 1'] },
  { property: 'font-feature-settings', items: ['"abcd" 1', '"kern" off', '"liga"'], odd: ['normal', '"abc"', '"abcd" -1'] },
  { ...colours, around: ['linear-gradient(', ')'] },
  { ...colours, around: ['linear-gradient(to left, ', '), url(a.png)'] },
  { ...colours, around: ['repeating-radial-gradient(circle at 3px 4px, ', ')'] },
  { property: 'clip-path', items: ['1px 2%', '0 calc(1px + 2%)'], odd: ['1px', 'evenodd', '1px 2px 3px'], around: ['polygon(', ')'] },
  { property: 'transition-timing-function', items: ['0.5 1%', '0.2'], odd: ['1px', '1% 2% 3%', ''], around: ['linear(', ')'] },
  { property: 'transform', items: ['translate(1px, 2%)', 'rotate(3deg)', 'scale(2)'], odd: ['none', 'rotate(3px)', '1px'], sign: ' ' },
  { property: 'filter', items: ['blur(2px)', 'opacity(50%)', 'drop-shadow(0 0 1px red)'], odd: ['none', 'blur(2deg)', 'red'], sign: ' ' },
  { property: 'grid-template-columns', items: ['1fr', 'minmax(1px, 1fr)', '[a] 20px'], odd: ['[b] [c] 1px', 'none', '1x'], sign: ' ' },
  { property: 'content', items: ['"a"', 'attr(title)', 'counter(a)'], odd: ['none', '1px', 'red'], sign: ' ' },
  { property: 'stroke-dasharray', items: ['1px', '2%', '3'], odd: ['red', '-1px', 'none'], sign: ' ' },
]; // prettier-ignore

const list = ({ items, sign = ', ', around = ['', ''] }: Kind, length: number, odd?: string, at = 0) =>
  around[0] +
  Array.from({ length }, (_, i) => (i === at && odd !== undefined ? odd : items[i % items.length])).join(
    sign,
  ) +
  around[1];

const nameOf = ({ property, around }: Kind) => (around ? `${property}: ${around[0]}…` : property);

test.each(kinds.map((kind) => [nameOf(kind), kind] as const))('%s', async (_, kind) => {
  const values = [2, 3, 4, 5, 9, 14, 45, 150].flatMap((length) => [
    list(kind, length),
    ...kind.odd.flatMap((odd) =>
      [0, 1, Math.floor(length / 2), length - 2, length - 1].map((at) => list(kind, length, odd, at)),
    ),
  ]);
  const kept = await tab().evaluate(
    ({ property, values }) => {
      const { style } = document.createElement('p');
      return values.map((value) => {
        style.cssText = `${property}: ${value}`;
        return style.length > 0;
      });
    },
    { property: kind.property, values },
  );
  expect(kept).toContain(true);
  expect(kept).toContain(false);
  const wrong = values.filter((value, i) => (grammar.check(kind.property, value) === undefined) !== kept[i]);
  expect(wrong).toEqual([]);
});

test('a long one wins, and nothing is said beside the answer', () => {
  const page = parsePage({ name: 'x', html: '<p>x</p>' });
  const { warn } = console;
  const warned: unknown[] = [];
  console.warn = (...words) => void warned.push(words);
  try {
    const [verdict] = prove(page, `p { box-shadow: ${list(kinds[0], 300)} }`).verdicts;
    expect(verdict.outcome).toBe('wins');
    for (const kind of kinds) grammar.check(kind.property, list(kind, 300));
  } finally {
    console.warn = warn;
  }
  expect(warned).toEqual([]);
});
