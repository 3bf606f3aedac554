// Pages and drafts whose values are lists: skies of shadows, patterns of many layers, gradients of many colours; and what each part of
// them is by itself, so that drafts say again what pages say already.
import fc from 'fast-check';
import { caseOf, type OrdinaryCase } from './ordinary.js';
import { declarationOf, ruleOf } from './ordinary-rules.js';

const times = (amount: number, items: readonly string[], sign = ', ') =>
  Array.from({ length: amount }, (_, i) => items[i % items.length]).join(sign);
/** Each list in a few lengths, and once with an item that does not belong there. */
const lists = (items: readonly string[], odd: string, more: readonly string[] = []) => [
  ...[2, 5, 8, 40].map((amount) => times(amount, items)),
  `${times(7, items)}, ${odd}, ${times(3, items)}`,
  items[0],
  ...more,
];

const layers = [
  'url(a.png) no-repeat scroll left top / 1px 1px border-box padding-box',
  'linear-gradient(red, blue) 0 0 / 5px 5px',
];
const sky = ['1px 2px 0 1px #fff', '3px 4px red', 'inset 0 0 2px 1px rgb(1 2 3 / 50%)'];
const moves = ['color 1s ease-in 2s', 'width .3s cubic-bezier(.1, .2, .3, 1)', 'opacity 0s'];

const values = {
  'box-shadow': lists(sky, '3x', ['none', times(40, sky.map((one) => one.replace('#fff', 'white')))]),
  'text-shadow': lists(['1px 1px #123', 'red 0 0 2px'], 'inset 0 0 red', ['none', 'inherit']),
  background: lists(layers, 'red', [`${times(6, layers)}, red`, 'red', 'none']),
  'background-image': lists(['url(a.png)', 'linear-gradient(red, blue)'], 'red', [`linear-gradient(${times(30, ['red', 'blue 10%'])})`, `linear-gradient(to bottom, ${times(30, ['#f00', '#00f 10%'])})`, 'none']),
  'background-size': [times(8, ['1px 1px', '5px 5px']), '1px 1px, 5px 5px', 'auto', times(8, ['1px', '5px'])],
  'background-repeat': [times(8, ['no-repeat', 'repeat']), 'no-repeat, repeat', 'repeat'],
  'background-position': [times(8, ['left top', '0 0']), '0 0', '0% 0%, 0 0', times(4, ['left 0px top 0px', '0 0'])],
  'background-origin': [times(8, ['border-box', 'padding-box']), 'padding-box'],
  'background-color': ['red', 'transparent'],
  mask: lists(['url(a.png) 0 0 / 1px 1px no-repeat', 'none'], 'red', ['none']),
  'mask-size': [times(8, ['1px 1px', 'auto']), 'auto'],
  transition: lists(moves, '1s 2s 3s', ['none']),
  'transition-property': [times(8, ['color', 'width', 'opacity']), 'all', 'color, width'],
  'transition-duration': ['1s, .3s, 0s', times(8, ['1s', '300ms', '0s']), '0s'],
  'transition-delay': ['2s, 0s, 0s', '0s'],
  'font-family': lists(['Alder', '"Alder Grove"', 'Linden, serif'], '3x', ['inherit', 'serif']),
  font: [`12px/1.5 ${times(8, ['Alder', '"Alder Grove"', 'Linden, serif'])}`, 'inherit'],
  'will-change': lists(['color', 'transform'], 'auto', ['auto']),
  transform: [times(8, ['translate(1px, 2%)', 'rotate(3deg)'], ' '), times(120, ['scale(1)'], ' '), 'none', 'scale(1)'],
  filter: [times(8, ['opacity(.5)', 'blur(1px)'], ' '), 'none', times(8, ['opacity(50%)', 'blur(1px)'], ' ')],
  'grid-template-columns': [times(8, ['1fr', '[a] 20px'], ' '), times(120, ['1fr', '20px'], ' '), 'none', 'repeat(4, 1fr [a] 20px)'],
  'clip-path': [`polygon(${times(30, ['1px 2%', '0 0'])})`, `polygon(nonzero, ${times(30, ['1px 2%', '0px 0px'])})`, 'none'],
  content: [times(8, ['"a"', 'attr(title)'], ' '), 'normal'],
  cursor: [`${times(6, ['url(a.cur)', 'url(b.cur) 1 2'])}, auto`, times(6, ['url(a.cur)']), 'auto'],
}; // prettier-ignore

export const longListCase: fc.Arbitrary<OrdinaryCase> = fc
  .uniqueArray(fc.constantFrom(...(Object.keys(values) as (keyof typeof values)[])), {
    minLength: 3,
    maxLength: 7,
  })
  .map((names) => ruleOf(declarationOf(Object.fromEntries(names.map((name) => [name, values[name]])))))
  .chain(caseOf);
