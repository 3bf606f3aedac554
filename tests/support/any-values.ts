// Random declarations of every property of which a grammar is known: what people write, and what they slip into.
import { lexer } from 'css-tree';
import fc from 'fast-check';
import { keywordsOf, propertyNames } from 'yelto';
import { aliases, grammarPatches } from '../../dist/facts/index.js';

/** Of these engines and drafts of the standard change from month to month. */
const inFlux = /^timeline-trigger|^position-(area|try|anchor)|^overflow-clip-margin/;

/** Those of which a grammar is known: what the engine alone knows counts as valid. */
export const properties = [
  ...propertyNames(''),
  ...Object.keys(aliases),
  '-webkit-transition',
  '-webkit-animation',
  '-webkit-flex',
  '-webkit-flex-flow',
  '-webkit-columns',
  '-webkit-mask',
  '-webkit-border-radius',
].filter(
  (name) =>
    name !== 'all' &&
    (lexer.getProperty(name) !== null || Object.hasOwn(grammarPatches, name)) &&
    !inFlux.test(name),
);
const ofProperty = (name: string) =>
  fc.constantFrom(...(keywordsOf(name).length ? keywordsOf(name) : ['none']));

const number = fc.constantFrom(
  '0',
  '1',
  '-1',
  '2',
  '0.5',
  '.5',
  '-0.5',
  '10',
  '100',
  '400',
  '1001',
  '1e3',
  '+3',
);
const unit = fc.constantFrom(
  'px',
  'em',
  'rem',
  '%',
  'vw',
  'deg',
  's',
  'ms',
  'fr',
  'x',
  'dpi',
  'ch',
  'pt',
  'dvh',
  'q',
  '',
);
const amount = fc.tuple(number, unit).map(([value, of]) => value + of);
const colour = fc.constantFrom('red', '#f00', '#ff000080', '#12', 'rgb(1 2 3)', 'rgb(1, 2, 3, .5)', 'rgb(1 2 3 / 50%)', 'hsl(120deg 100% 50%)', 'oklch(50% 0.1 20)', 'color-mix(in srgb, red, blue)', 'currentcolor', 'transparent', 'Canvas', 'Scrollbar', 'ButtonFace', 'ThreeDFace', 'light-dark(red, blue)'); // prettier-ignore
const written = fc.constantFrom('calc(1px + 2%)', 'calc(1px+2px)', 'min(1px, 5%)', 'max(1, 2)', 'clamp(1px, 2vw, 3px)', 'url(a.png)', 'url("a b.png")', 'linear-gradient(red, blue)', 'linear-gradient(to right, red 10%, blue)', 'radial-gradient(circle at center, red, blue)', 'image-set("a.png" 1x)', 'translate(1px)', 'translateY(-3px)', 'rotate(.5turn)', 'scale(1.1)', 'matrix(1, 0, 0, 1, 0, 0)', 'blur(2px)', 'drop-shadow(0 0 1px red)', 'brightness(50%)', 'cubic-bezier(.1, .2, .3, 1)', 'cubic-bezier(.7, -.5, .3, 1.5)', 'steps(4, end)', 'repeat(2, 1fr)', 'minmax(1px, 1fr)', 'fit-content(10px)', 'circle(50%)', 'inset(1px)', 'polygon(0 0, 1px 1px, 0 1px)', 'counter(a)', 'counters(a, ".")', 'rect(0, 0, 0, 0)', 'attr(title)', 'span 2', '[a] 1fr', 'path("M0 0")', 'repeat(auto, 1px)', 'repeat(2, solid, dashed)', 'repeat(auto, 1px solid red, 2px)', 'repeat(3, red)'); // prettier-ignore
const named = fc.constantFrom('"a"', "'b c'", '""', '"tnum"', 'spin', '--shelf', 'Alder', '-moz-spin', '-ms-flexbox', '-webkit-box', '-webkit-transform', 'none', 'auto'); // prettier-ignore
const ofAnother = fc.constantFrom(...properties).chain(ofProperty);

/** Some value, right or wrong, for a property. */
export function anyValue(property: string): fc.Arbitrary<string> {
  const piece = fc.oneof(
    { arbitrary: ofProperty(property), weight: 6 },
    { arbitrary: amount, weight: 5 },
    { arbitrary: colour, weight: 2 },
    { arbitrary: written, weight: 3 },
    { arbitrary: named, weight: 1 },
    { arbitrary: ofAnother, weight: 1 },
  );
  const between = fc.constantFrom(' ', ' ', ' ', ', ', ' / ', '  ', ',');
  return fc
    .tuple(piece, fc.array(fc.tuple(between, piece), { maxLength: 3 }))
    .map(([first, more]) => first + more.map(([sign, one]) => sign + one).join(''));
}

/** Some property with some value. */
export const anyDeclaration = fc
  .constantFrom(...properties)
  .chain((property) => fc.tuple(fc.constant(property), anyValue(property)));

/** What this engine alone keeps, against the standard: nobody is helped by hearing that it is right. */
export const isLenient = (property: string, value: string) =>
  (/^border(-inline|-block)?$/.test(property) && /,(?![^(]*\))/.test(value)) ||
  (/^(-webkit-)?(align|justify|place)-(self|items|content)$/.test(property) &&
    /(first|last)\s+(?!baseline)|safe\s+anchor-center/i.test(value)) ||
  (property === 'font-family' && /inherit/i.test(value)) ||
  (/^font-variant/.test(property) && /historical-forms\s+historical-forms/i.test(value)) ||
  (property === 'rotate' && /^[-+.\w]+\s+[-+.\d]+$/.test(value)) ||
  (property === 'contain-intrinsic-size' && /auto$/i.test(value));
