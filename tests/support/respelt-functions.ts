// Random functions of few words, so that two of them often come to the same, whatever is left out, turned round or said twice.
import fc from 'fast-check';

const one = <T>(...list: readonly T[]) => fc.constantFrom(...list);
const several = (parts: readonly fc.Arbitrary<string>[], between = ' ') =>
  fc.tuple(...parts).map((all) => all.filter(Boolean).join(between));

const place = one('', '', 'at center', 'at 50% 50%', 'at left', 'at 0 0', 'at 0% 0%', 'at top left', 'at left top', 'at center left', 'at 50%', 'at right 10px top 2px', 'at right 10px bottom 0', 'at left 0 top 0', 'at calc(100% - 10px) 2px', 'at right 20% top 10%', 'at 80% 10%'); // prettier-ignore
const space = one('', '', '', 'in srgb', 'in oklab', 'in hsl', 'in hsl shorter hue', 'in hsl longer hue');
const stops = one('red, blue', 'red 0%, blue 100%', '#f00, #00f', 'red 10% 20%, blue', 'red 10%, red 20%, blue', 'red, 50%, blue', 'red, blue 10px', 'oklch(0.5 0.1 20), blue', 'lab(50% 10 10), red'); // prettier-ignore
const headed = (front: fc.Arbitrary<string>, name: string) =>
  fc.tuple(front, space, fc.boolean(), stops).map(([head, mix, isFirst, list]) => {
    const said = (isFirst ? [mix, head] : [head, mix]).filter(Boolean).join(' ');
    return `${name}(${said}${said && ', '}${list})`;
  });
const gradient = fc.oneof(
  headed(one('', 'to bottom', '180deg', '0.5turn', 'to top', '0deg', '0', 'to right', '90deg', 'to top right', 'to right top', 'to bottom left', 'calc(90deg * 2)', '200grad'), 'linear-gradient'), // prettier-ignore
  headed(several([one('', 'circle', 'ellipse', 'farthest-corner', 'closest-side', 'ellipse farthest-corner', 'farthest-corner circle', 'circle closest-side', '5px', 'circle 5px', '5px circle', '5px 5px', 'ellipse 5px 5px', '10% 5px'), place]), 'radial-gradient'), // prettier-ignore
  headed(several([one('', 'from 0deg', 'from 0', 'from 90deg', 'from 0.25turn'), place]), 'conic-gradient'),
);
const corners = one('', '', 'round 0', 'round 0px 0', 'round 2px', 'round 2px 2px', 'round 2px / 2px', 'round 1px 2px', 'round 1px 2px 1px 2px', 'round 1px 2px / 1px 2px', 'round 1px / 2px'); // prettier-ignore
const shape = fc.oneof(
  several([one('', 'nonzero', 'evenodd'), one('0 0, 1px 2%', '0px 0px, 1px 2%', '0 0, calc(1px) 2%', '0 0%, 1px 2%')], ', ').map((text) => `polygon(${text})`), // prettier-ignore
  several([one('', 'closest-side', 'farthest-side', '50%', '5px', 'calc(5px)'), place]).map((text) => `circle(${text})`), // prettier-ignore
  several([one('', 'closest-side closest-side', 'closest-side farthest-side', '5px 5px', '50% 5px'), place]).map((text) => `ellipse(${text})`), // prettier-ignore
  several([one('1px', '1px 1px', '1px 1px 1px 1px', '1px 2px', '1px 2px 1px', '0', '0px'), corners]).map((text) => `inset(${text})`), // prettier-ignore
);
const shaped = several([one('', '', 'border-box', 'content-box', 'margin-box'), shape]).chain((text) =>
  one(text, text.replace(/^(\S+-box) (.*)$/, '$2 $1')),
);
const filter = one('blur()', 'blur(0)', 'blur(0px)', 'blur(2px)', 'brightness()', 'brightness(1)', 'brightness(100%)', 'brightness(2)', 'contrast()', 'contrast(100%)', 'saturate(1)', 'saturate()', 'grayscale()', 'grayscale(1)', 'grayscale(2)', 'grayscale(100%)', 'grayscale(.5)', 'invert(150%)', 'invert(1)', 'sepia(0)', 'sepia()', 'opacity(.5)', 'opacity(50%)', 'opacity()', 'opacity(3)', 'hue-rotate()', 'hue-rotate(0)', 'hue-rotate(0deg)', 'hue-rotate(90deg)', 'hue-rotate(.25turn)', 'hue-rotate(360deg)', 'drop-shadow(1px 1px red)', 'drop-shadow(red 1px 1px)', 'drop-shadow(1px 1px 0 red)'); // prettier-ignore
const tags = fc
  .array(
    one('"tnum"', '"tnum" 1', '"tnum" on', '"tnum" 0', '"tnum" off', '"lnum"', '"lnum" 2', '"kern" off'),
    { minLength: 1, maxLength: 3 },
  ) // prettier-ignore
  .map((all) => all.join(', '));
const axes = fc
  .array(one('"wght" 400', '"wght" 400.0', '"wght" 300', '"wdth" 100', '"slnt" 0'), {
    minLength: 1,
    maxLength: 3,
  })
  .map((all) => all.join(', '));
const content = fc
  .array(
    one(
      '"a"',
      '""',
      '"b"',
      '"\\61"',
      'counter(a)',
      'counter(a, decimal)',
      'counter(a, disc)',
      'counters(a, ".")',
      'counters(a, ".", decimal)',
      'attr(title)',
      'open-quote',
    ),
    { minLength: 1, maxLength: 3 },
  ) // prettier-ignore
  .map((all) => all.join(' '));
const position = place.map((text) => text.replace(/^at /, '') || 'center');

/** The properties that take each, and the values. */
export const respelt: readonly (readonly [properties: readonly string[], value: fc.Arbitrary<string>])[] = [
  [['background-image', 'list-style-image', 'mask-image', 'border-image-source'], gradient],
  [['background', 'list-style'], gradient],
  [['clip-path', 'shape-outside'], shaped],
  [
    ['filter', 'backdrop-filter'],
    fc.array(filter, { minLength: 1, maxLength: 2 }).map((all) => all.join(' ')),
  ],
  [['font-feature-settings'], tags],
  [['font-variation-settings'], axes],
  [['content'], content],
  [['background-position', 'object-position', 'perspective-origin', 'mask-position'], position],
];
