import type { Surroundings } from './computed-text.js';
import { inOneNotation, shortest } from './function-notations.js';
import { topLevelPieces } from './parts.js';
import { axisText, placeText, spacedWords } from './place-text.js';
import { transformText } from './transforms.js';

/** Where one computed value has several notations, the one that stands for them; one more is one more row. */
const notations: readonly (readonly [
  longhands: RegExp,
  (text: string, longhand: string, around: Surroundings) => string,
])[] = [
  [
    /opacity$|^shape-image-threshold$/,
    (text) => (Number.isNaN(Number(text)) ? text : String(Math.min(1, Math.max(0, Number(text))))),
  ],
  [/^border-.*-radius$|^scroll-snap-align$/, (text) => /^(\S+) \1$/.exec(text)?.[1] ?? text],
  [/^(box|text)-shadow$/, shadowText],
  [/^(backdrop-)?filter$/, dropShadowText],
  [/^transform$/, (text) => transformText(turnedText(text))],
  [/^(background|mask)-size$/, (text) => text.replace(/(^|,)(\S+) auto(?=$|,)/g, '$1$2')],
  [/^(background|mask)-repeat$/, repeatText],
  [/^letter-spacing$/, (text) => (text === '0' ? 'normal' : text)],
  [/^(background|-webkit-mask)-position-[xy]$/, positionText],
  [/^(object-position|perspective-origin|offset-(anchor|position))$/, pairText],
  [/^transform-origin$/, (text) => pairText(text.replace(/^(\S+ \S+) 0$/, '$1'))],
  [
    /image(-source)?$|^(backdrop-)?filter$|^clip-path$|^shape-outside$|^offset-path$|^content$/,
    inOneNotation,
  ],
  // Around all of the box, unless another is said (CSS Masking 1).
  [/^(clip-path|offset-path)$/, (text) => boxLast(text).replace(/(?<=.) border-box$/, '')],
  [/^shape-outside$/, (text) => boxLast(text).replace(/(?<=.) margin-box$/, '')],
  [/^hyphenate-limit-chars$/, (text) => text.replace(/( auto)+$/, '').replace(/^(\S+) (\S+) \2$/, '$1 $2')],
  [/^font-style$/, slantText],
  [/^grid-(row|column)-(start|end)$/, lineText],
  [/^font-size-adjust$/, (text) => text.replace(/^ex-height /, '')],
  // What is not said to be open is filled (CSS Text Decoration 3 §4.1).
  [
    /^text-emphasis-style$/,
    (text) => text.replace(/^([\w-]+) (open|filled)$/, '$2 $1').replace(/^filled (?=\w)/, ''),
  ],
  // A page of no size at all is none, to engines.
  [/^zoom$/, (text) => (text === '0' ? '1' : text)],
  [/^background-origin$/, (text) => text.replace(/(?<![\w-])(border|padding|content)(?![\w-])/g, '$1-box')],
  [/^cursor$/, (text) => text.replace(/-webkit-(?=(grab(bing)?|zoom-(in|out))$)/, '')],
  [/^scroll-snap-type$/, (text) => text.replace(/ proximity$/, '')],
  [/-timing-function$/, stepsText],
  [/^clip$/, (text) => text.replace(/(?<=[\w%]) (?=[\w-])/g, ',')],
  [/^scale$/, (text) => text.replace(/ 1$/, (z) => (text.split(' ').length === 3 ? '' : z)).replace(/^(\S+) \1$/, '$1')], // prettier-ignore
  [/^(border|-webkit-mask-box)-image-(slice|width|outset)$/, sidesText],
  [/^(border|-webkit-mask-box)-image-repeat$|^text-box-edge$|^view-timeline-inset$/, onceText],
  // To the right of lines that run downwards, unless the left is said.
  [/^text-emphasis-position$/, (text) => text.replace(/ right$/, '')],
  // The order of words says nothing.
  [
    /^(container-type|position-visibility|text-underline-position)$/,
    (text) => text.split(' ').sort().join(' '),
  ],
  [/^justify-items$/, (text) => text.replace(/^(left|right|center) legacy$/, 'legacy $1')],
  [
    /^flex-wrap$/,
    (text) => text.replace(/^balance (wrap.*)$/, '$1 balance').replace(/^wrap (?=balance)/, ''),
  ],
  [/^rotate$/, (text) => text.replace(/^(\S+) ([xyz])$/, '$2 $1')],
  [/^rotate$/, (text) => text.replace(/^z (\S+)$|^(\S+) z$|^0 0 1 (\S+)$/, '$1$2$3')],
  [
    /^translate$/,
    (text) => (text.split(' ').length === 3 ? text.replace(/ 0$/, '') : text).replace(/^(\S+) 0$/, '$1'),
  ],
  [
    /^aspect-ratio$/,
    (text) => text.replace(/(?<![/\d.])(\d[\d.]*)(?![/\d.])/, '$1/1').replace(/^(.+) auto$/, 'auto $1'),
  ],
  // OpenType features are off or on (CSS Fonts 4 §6.12).
  [/^font-feature-settings$/, (text) => text.replace(/ on\b/g, '').replace(/ off\b/g, ' 0').replace(/("|') 1(?=$|,)/g, '$1')], // prettier-ignore
  // Each counts once, as it is said last; their order says nothing (CSS Fonts 4 §6.12).
  [/^font-(feature|variation)-settings$/, settingsText],
  [/^content$/, contentText],
  [/^counter-(reset|set)$/, (text) => text.replace(/(?<=\S) 0(?= |$)/g, '')],
  [/^counter-increment$/, (text) => text.replace(/(?<=\S) 1(?= |$)/g, '')],
  [/^stroke-dasharray$/, (text) => text.replace(/, */g, ' ')],
  [/^corner-.*-shape$/, (text) => (Object.hasOwn(corners, text) ? `superellipse(${corners[text]})` : text)],
  [/^offset-rotate$/, (text) => text.replace(/^(\S+) (auto|reverse)$/, '$2 $1').replace(/^(auto|reverse) 0(deg)?$/, '$1')], // prettier-ignore
];

/** CSS Borders 4 §3.2. */
const corners: Readonly<Record<string, string>> = {
  round: '1',
  squircle: '2',
  square: 'infinity',
  bevel: '0',
  scoop: '-1',
  notch: '-infinity',
};

type Rewriting = (typeof notations)[number][1];
const byLonghand = new Map<string, readonly Rewriting[]>();

/** A computed value's text in the notation that is told. */
export function polished(longhand: string, text: string, around: Surroundings): string {
  let rewritings = byLonghand.get(longhand);
  if (!rewritings) {
    rewritings = notations.flatMap(([longhands, rewriting]) => (longhands.test(longhand) ? [rewriting] : []));
    byLonghand.set(longhand, rewritings);
  }
  return rewritings.reduce((result, rewriting) => rewriting(result, longhand, around), text);
}

/** CSS Backgrounds 3 §6.1: the colour first, blur and spread told, the current colour where none is written. */
function shadowText(text: string, longhand: string, around: Surroundings): string {
  return topLevelPieces(text, ',')
    .map((shadow) => {
      const parts = shadow.split(' ');
      if (parts.length === 1) return parts[0];
      const isAmount = (part: string) => /^-?[\d.]/.test(part);
      const sizes = parts.filter(isAmount);
      while (sizes.length < (longhand === 'box-shadow' ? 4 : 3)) sizes.push('0');
      const colour = parts.find((part) => !isAmount(part) && part !== 'inset') ?? around.colour();
      return [colour, ...sizes, ...(parts.includes('inset') ? ['inset'] : [])].join(' ');
    })
    .join(',');
}

/** Filter Effects 1 §5.1: a shadow of letters. */
function dropShadowText(text: string, _: string, around: Surroundings): string {
  return text.replace(/(?<=drop-shadow\()(?:[^()]|\([^()]*\))*(?=\))/g, (shadow) =>
    shadowText(shadow, 'text-shadow', around),
  );
}

/** CSS Transforms 1 §8: an angle of nothing; 2 §3: scales are numbers. */
function turnedText(text: string): string {
  return text
    .replace(/(?<=(?:rotate|skew)[xyz]?\()[^()]*(?=\))/gi, (angles) =>
      angles.replace(/(?<![\d.])0(?=,|$)/g, '0deg'),
    )
    .replace(/(?<=scale[xyz]?\()[^()]*(?=\))/gi, (scales) =>
      scales.replace(/(-?[\d.]+)%/g, (_, share: string) => String(Number(share) / 100)),
    );
}

/** CSS Backgrounds 3 §3.4: the short words, and the same way in both directions. */
function repeatText(text: string): string {
  return text
    .replace(/(^|,)repeat no-repeat(?=$|,)/g, '$1repeat-x')
    .replace(/(^|,)no-repeat repeat(?=$|,)/g, '$1repeat-y')
    .replace(/(^|,)(\S+) \2(?=$|,)/g, '$1$2');
}

/** CSS Backgrounds 3 §3.6: words are percentages, also from the other edge. */
function positionText(text: string): string {
  return topLevelPieces(text, ',')
    .map((one) => axisText(spacedWords(one)))
    .join(',');
}

function pairText(text: string): string {
  return placeText(spacedWords(text));
}

/** What is said of both ends alike is said once. */
function onceText(text: string): string {
  return text.replace(/(?<=^|,)(\S+) \1(?=$|,)/g, '$1');
}

const boxLast = (text: string): string => text.replace(/^([a-z]+-box) (.+)$/, '$2 $1');

function settingsText(text: string): string {
  const said = topLevelPieces(text, ',').map((one) => [one.split(' ')[0], one] as const);
  const last = [...new Map(said).entries()].toSorted(([a], [b]) => (a < b ? -1 : 1));
  return last.map(([, one]) => one).join(',');
}

/** Texts beside each other are one. */
function contentText(text: string): string {
  const joined: string[] = [];
  for (const word of spacedWords(text)) {
    const isText = word.startsWith('"') && joined.at(-1)?.startsWith('"');
    if (isText) joined.push(joined.pop()!.slice(0, -1) + word.slice(1));
    else joined.push(word);
  }
  return joined.join(' ');
}

/** CSS Fonts 4 §2.4: slanted by nothing is not slanted. */
function slantText(text: string): string {
  return text === 'oblique 0deg' || text === 'oblique 0' ? 'normal' : text;
}

/** CSS Easing 2 §2.3.1: words for one step, and the place of a jump that is there by itself. */
function stepsText(text: string): string {
  return text
    .replace(/(?<![\w-])step-start(?![\w-])/g, 'steps(1,start)')
    .replace(/(?<![\w-])step-end(?![\w-])/g, 'steps(1)')
    .replace(/jump-(start|end)/g, '$1')
    .replace(/,end\)/g, ')');
}

/** CSS Grid 2 §8.3: the words of a line in one order; to span one is to span. */
function lineText(text: string): string {
  const parts = text.split(' ');
  if (parts.length === 1) return text;
  const rank = (part: string) => (part === 'span' ? 0 : /^[-+]?\d/.test(part) ? 1 : 2);
  const sorted = parts.toSorted((a, b) => rank(a) - rank(b));
  return sorted.length === 3 ? sorted.join(' ').replace(/^span 1 /, 'span ') : sorted.join(' ');
}

/** Sides that are as the one across from them, left out; `fill` behind them all. */
function sidesText(text: string): string {
  const parts = text.split(' ');
  const sides = shortest(parts.filter((part) => part !== 'fill'));
  return [...sides, ...(parts.includes('fill') ? ['fill'] : [])].join(' ');
}
