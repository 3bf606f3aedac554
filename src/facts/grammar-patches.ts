// Where today's engines take other values than css-tree's grammars; each row is a deviation from upstream.
// Names are canonical properties; a grammar in CSS's value definition syntax (CSS Values 4 §2) replaces the
// one upstream, `refuses` takes single words out of it.

import { gapRuleGrammars } from './gap-rules.js';

const legacySizes = /^(intrinsic|min-intrinsic)$/;

/** Grammars that replace the upstream ones. */
export const grammarPatches: Readonly<Record<string, string>> = {
  ...gapRuleGrammars,
  display:
    '[ <display-outside> || [ <display-inside> | math ] ] | <display-listitem> | <display-internal> | <display-box> | <display-legacy> | <-non-standard-display>',
  speak: 'none | normal | spell-out | digits | literal-punctuation | no-punctuation',
  'text-align':
    'start | end | left | right | center | justify | -webkit-auto | -webkit-left | -webkit-right | -webkit-center | -webkit-match-parent',
  'text-orientation': 'mixed | upright | sideways | sideways-right',
  'vertical-align':
    'baseline | sub | super | text-top | text-bottom | middle | top | bottom | -webkit-baseline-middle | <length-percentage>',
  'pointer-events':
    'auto | none | bounding-box | visiblepainted | visiblefill | visiblestroke | visible | painted | fill | stroke | all',
  'tab-size': '<number [0,∞]> | <length [0,∞]>',
  'word-spacing': 'normal | <length-percentage>',
  'stroke-miterlimit': '<number [0,∞]>',
  'fill-opacity': '<number> | <percentage>',
  'stroke-opacity': '<number> | <percentage>',
  cx: '<length-percentage> | <number>',
  cy: '<length-percentage> | <number>',
  x: '<length-percentage> | <number>',
  y: '<length-percentage> | <number>',
  r: '<length-percentage [0,∞]> | <number [0,∞]>',
  rx: 'auto | <length-percentage [0,∞]> | <number [0,∞]>',
  ry: 'auto | <length-percentage [0,∞]> | <number [0,∞]>',
  'stroke-width': '<length-percentage [0,∞]> | <number [0,∞]>',
  filter: 'none | <filter-value-list>',
  '-webkit-text-stroke-width': '<line-width>',
  'initial-letter': 'normal | <number [1,∞]> <integer [1,∞]>? | <number [1,∞]> && [ drop | raise ]?',
  appearance: 'none | auto | base-select | <compat-auto> | <compat-special>',
  'font-variant':
    'normal | none | [ <common-lig-values> || <discretionary-lig-values> || <historical-lig-values> || <contextual-alt-values> || stylistic( <feature-value-name> ) || historical-forms || styleset( <feature-value-name># ) || character-variant( <feature-value-name># ) || swash( <feature-value-name> ) || ornaments( <feature-value-name> ) || annotation( <feature-value-name> ) || [ small-caps | all-small-caps | petite-caps | all-petite-caps | unicase | titling-caps ] || <numeric-figure-values> || <numeric-spacing-values> || <numeric-fraction-values> || ordinal || slashed-zero || <east-asian-variant-values> || <east-asian-width-values> || ruby || [ sub | super ] || [ text | emoji | unicode ] ]',
  'flex-line-count': '<integer [1,∞]>',
  'flex-wrap': 'nowrap | [ wrap | wrap-reverse ] || balance',
  'hyphenate-limit-chars': '[ auto | <integer [1,∞]> ]{1,3}',
  'text-underline-position': 'auto | [ from-font | under ] || [ left | right ]',
  'font-family': '[ <string> | <custom-ident>+ ]#',
  overflow: '[ visible | hidden | clip | scroll | auto | overlay ]{1,2}',
  'animation-trigger': '[ none | [ <dashed-ident> <animation-action>{1,2} ]+ ]#',
  'container-type': 'normal | [ [ size | inline-size ] || scroll-state || anchored ]',
  'text-box-edge': 'auto | text | [ text | cap | ex ] [ text | alphabetic ]',
  'text-box':
    'normal | [ none | trim-start | trim-end | trim-both ] || [ auto | text | [ text | cap | ex ] [ text | alphabetic ] ]',
  'text-autospace': 'normal | no-autospace',
  contain: 'none | strict | content | [ [ size | inline-size ] || layout || style || paint ]',
  'position-try-fallbacks': 'none | [ [ <dashed-ident> || <try-tactic> ] | <position-area> ]#',
  'background-position-x': '[ center | [ [ left | right ]? <length-percentage>? ]! ]#',
  'background-position-y': '[ center | [ [ top | bottom ]? <length-percentage>? ]! ]#',
  '-webkit-mask-position-x': '[ center | [ [ left | right ]? <length-percentage>? ]! ]#',
  '-webkit-mask-position-y': '[ center | [ [ top | bottom ]? <length-percentage>? ]! ]#',
  'outline-color': '<color>',
  'overflow-anchor': 'auto | none | visible',
  'animation-iteration-count': '[ infinite | <number [0,∞]> ]#',
  resize: 'none | both | horizontal | vertical | block | inline | auto',
  'image-orientation': 'none | from-image',
  'position-anchor': 'auto | normal | none | <dashed-ident>',
  'margin-trim': 'none | block | [ block-start || block-end ]',
  'ruby-overhang': 'auto | none | spaces',
  'scroll-axis-lock': 'none | auto',
  'frame-sizing': 'auto | content-width | content-height | content-block-size | content-inline-size',
  'window-drag': 'none | move',
  'line-height': 'normal | <number [0,∞]> | <length-percentage [0,∞]>',
  'flex-grow': '<number [0,∞]>',
  'flex-shrink': '<number [0,∞]>',
  'column-gap': 'normal | <length-percentage [0,∞]>',
  'row-gap': 'normal | <length-percentage [0,∞]>',
  gap: '[ normal | <length-percentage [0,∞]> ]{1,2}',
  'grid-gap': '[ normal | <length-percentage [0,∞]> ]{1,2}',
  'column-count': 'auto | <integer [1,∞]>',
  orphans: '<integer [1,∞]>',
  widows: '<integer [1,∞]>',
  perspective: 'none | <length [0,∞]>',
  '-webkit-perspective': 'none | <length [0,∞]> | <number [0,∞]>',
  'text-overflow': 'clip | ellipsis',
  'vector-effect': 'none | non-scaling-stroke',
  zoom: 'normal | <number [0,∞]> | <percentage [0,∞]>',
  'text-size-adjust': 'none | auto | <percentage [0,∞]>',
  '-webkit-line-clamp': 'none | <integer [1,∞]>',
  '-webkit-box-align': 'stretch | start | end | center | baseline',
  '-webkit-box-decoration-break': 'slice | clone',
  '-webkit-column-break-inside': 'auto | avoid',
  '-webkit-box-direction': 'normal | reverse',
  '-webkit-box-flex': '<number>',
  '-webkit-box-ordinal-group': '<integer [1,∞]>',
  '-webkit-box-orient': 'horizontal | vertical | inline-axis | block-axis',
  '-webkit-box-pack': 'start | end | center | justify',
  '-webkit-font-smoothing': 'auto | none | antialiased | subpixel-antialiased',
  '-webkit-locale': 'auto | <string>',
  '-webkit-rtl-ordering': 'logical | visual',
  '-webkit-text-combine': 'none | horizontal',
  '-webkit-ruby-position': 'before | after',
  '-webkit-text-stroke': '<line-width> || <color>',
  '-webkit-background-clip': '[ <visual-box> | text ]#',
  '-webkit-background-origin': '[ <visual-box> | border | padding | content ]#',
  '-webkit-border-before': '<line-width> || <line-style> || <color>',
  '-webkit-border-after': '<line-width> || <line-style> || <color>',
  '-webkit-border-end': '<line-width> || <line-style> || <color>',
  '-webkit-border-start': '<line-width> || <line-style> || <color>',
  '-webkit-mask':
    '[ <mask-reference> || <bg-position> [ / <bg-size> ]? || <repeat-style> || [ <visual-box> | border | padding | content ] || [ <visual-box> | border | padding | content | text ] || <compositing-operator> || <masking-mode> ]#',
  '-webkit-mask-position': '<bg-position>#',
  '-webkit-mask-box-image':
    '[ none | <image> ] || [ [ <number [0,∞]> | <percentage [0,∞]> ]{1,4} && fill? ] [ / [ <length-percentage [0,∞]> | <number [0,∞]> | auto ]{1,4} | / [ <length-percentage [0,∞]> | <number [0,∞]> | auto ]{0,4} / [ <length [0,∞]> | <number [0,∞]> ]{1,4} ]? || [ stretch | repeat | round | space ]{1,2}',
  '-webkit-mask-box-image-outset': '[ <length [0,∞]> | <number [0,∞]> ]{1,4}',
  '-webkit-mask-box-image-repeat': '[ stretch | repeat | round | space ]{1,2}',
  '-webkit-mask-box-image-slice': '[ <number [0,∞]> | <percentage [0,∞]> ]{1,4} && fill?',
  '-webkit-mask-box-image-source': 'none | <image>',
  '-webkit-mask-box-image-width': '[ <length-percentage [0,∞]> | <number [0,∞]> | auto ]{1,4}',
  '-webkit-border-horizontal-spacing': '<length [0,∞]>',
  '-webkit-border-vertical-spacing': '<length [0,∞]>',
  '-webkit-line-break': 'auto | loose | normal | strict | after-white-space',
  '-webkit-text-orientation': 'sideways | sideways-right | vertical-right | upright',
  '-webkit-writing-mode': 'horizontal-tb | vertical-rl | vertical-lr',
  '-webkit-user-drag': 'auto | none | element',
  '-webkit-app-region': 'none | drag | no-drag',
  'app-region': 'none | drag | no-drag',
  'buffered-rendering': 'auto | dynamic | static',
  'color-interpolation': 'auto | srgb | linearrgb',
  'color-rendering': 'auto | optimizespeed | optimizequality',
  'page-orientation': 'upright | rotate-right | rotate-left',
  'view-transition-class': 'none | <custom-ident>+',
  'view-transition-group': 'normal | contain | nearest | <custom-ident>',
  'view-transition-scope': 'none | all',
  'text-fit': '[ none | grow | shrink ] [ consistent | per-line | per-line-all ]? <percentage [0,∞]>?',
  'border-shape': 'none | [ <basic-shape> [ <shape-box> | <geometry-box> | half-border-box ]? ]{1,2}',
  '-webkit-perspective-origin-x': 'left | center | right | <length-percentage>',
  '-webkit-perspective-origin-y': 'top | center | bottom | <length-percentage>',
  '-webkit-transform-origin-x': 'left | center | right | <length-percentage>',
  '-webkit-transform-origin-y': 'top | center | bottom | <length-percentage>',
  '-webkit-transform-origin-z': '<length>',
  size: '<length [0,∞]>{1,2} | auto | [ [ a5 | a4 | a3 | b5 | b4 | jis-b5 | jis-b4 | letter | legal | ledger ] || [ portrait | landscape ] ]',
};

function relativeColours(): string {
  const channel = '[ <number> | <percentage> | <angle> | none | <custom-ident> ]';
  const channels = `${channel}{3} [ / ${channel} ]?`;
  const names = ['rgb', 'rgba', 'hsl', 'hsla', 'hwb', 'lab', 'lch', 'oklab', 'oklch'];
  return [
    ...names.map((name) => `${name}( from <color> ${channels} )`),
    `color( from <color> <custom-ident> ${channels} )`,
    `alpha( from <color> [ / ${channel} ]? )`,
  ].join(' | ');
}

/** The cells of one axis around an anchor, each alone or with what lies between (CSS Anchor Positioning 1). */
function areasOf(...sides: string[]): string {
  return `[ ${[...sides, ...sides.map((side) => `span-${side}`), 'center', 'span-all'].join(' | ')} ]`;
}

/** Boxes that only the clip may name, together (CSS Backgrounds 4 §2.11). */
const clipAreas = '[ border-area || text ]';
const bgLayer = '<bg-image> || <bg-position> [ / <bg-size> ]? || <repeat-style> || <attachment>';

/** Types of the grammars that engines read otherwise: the system colours of CSS Color 4, appendix A, are still taken. */
export const typePatches: Readonly<Record<string, string>> = {
  // Sides, not corners, and percentages are as good as lengths (CSS Shapes 1 §3.1).
  'shape-radius': '<length-percentage [0,∞]> | closest-side | farthest-side',
  // What stands for a missing anchor may ask for another.
  'anchor()':
    'anchor( [ <dashed-ident> <anchor-side> | <anchor-side> <dashed-ident>? ] [ , <anchor-fallback> ]? )',
  'anchor-size()':
    'anchor-size( [ <anchor-fallback> | [ <dashed-ident> <anchor-size>? | <anchor-size> <dashed-ident>? ] [ , <anchor-fallback> ]? ]? )',
  'anchor-fallback': '<length-percentage> | <anchor()> | <anchor-size()>',
  'circle()': 'circle( <shape-radius>? [ at <position> ]? )',
  'ellipse()': 'ellipse( [ <shape-radius>{2} ]? [ at <position> ]? )',
  'polygon()':
    "polygon( [ <'fill-rule'>? [ round <length [0,∞]> ]? , ]? [ <length-percentage> <length-percentage> ]# )",
  color:
    '<color-base> | currentColor | <system-color> | <deprecated-system-color> | <device-cmyk()> | <light-dark()> | contrast-color( <color> ) | <-non-standard-color>',
  // Engines mix without a space to mix in (CSS Color 5 §3).
  'color-mix()': 'color-mix( [ <color-interpolation-method> , ]? [ <color> && <percentage [0,100]>? ]#{2} )',
  'position-area': [
    `${areasOf('left', 'right', 'x-start', 'x-end', 'self-x-start', 'self-x-end')} || ${areasOf('top', 'bottom', 'y-start', 'y-end', 'self-y-start', 'self-y-end')}`,
    `${areasOf('block-start', 'block-end')} || ${areasOf('inline-start', 'inline-end')}`,
    `${areasOf('self-block-start', 'self-block-end')} || ${areasOf('self-inline-start', 'self-inline-end')}`,
    `${areasOf('start', 'end')}{1,2}`,
    `${areasOf('self-start', 'self-end')}{1,2}`,
  ].join(' | '),
  // A place in three words is taken here too.
  'mask-layer':
    '<mask-reference> || <bg-position> [ / <bg-size> ]? || <repeat-style> || <geometry-box> || [ <geometry-box> | no-clip ] || <compositing-operator> || <masking-mode>',
  'timeline-range-name': 'cover | contain | entry | exit | entry-crossing | exit-crossing | scroll',
  'bg-clip': `<visual-box> | ${clipAreas}`,
  'bg-layer': `${bgLayer} || <visual-box> || [ <visual-box> | ${clipAreas} ]`,
  'final-bg-layer': `${bgLayer} || <visual-box> || [ <visual-box> | ${clipAreas} ] || <'background-color'>`,
  'animation-action':
    'none | play | play-once | play-forwards | play-backwards | play-pause | play-alternate | pause | reset | replay',
  image:
    '<url> | <image()> | <image-set()> | -webkit-image-set( <image-set-option># ) | -webkit-cross-fade( <image> , <image> , [ <number> | <percentage> ] ) | light-dark( [ <image> | none ] , [ <image> | none ] ) | <gradient>',
  'image()': 'image( <color> )',
  // As engines once had them, and have them still.
  '-webkit-gradient-point':
    '[ left | center | right | <number> | <percentage> ] [ top | center | bottom | <number> | <percentage> ]',
  '-webkit-gradient-radius': '<number>',
  // Colours made from another one (CSS Color 5 §4).
  'color-function':
    '<rgb()> | <rgba()> | <hsl()> | <hsla()> | <hwb()> | <lab()> | <lch()> | <oklab()> | <oklch()> | <color()> | <relative-color>',
  'relative-color': relativeColours(),
};

/** Properties of which a value may be a name of the author's own, whatever vendor's mark it begins with (CSS Values 4 §4.2). */
export const takesOwnNames =
  /^(will-change|transition(-property)?|animation(-name)?|list-style(-type)?|counter-(reset|set|increment)|container(-name)?|view-transition-(name|class)|grid-(area|row|column)(-(start|end))?|font(-family)?|page|color-scheme)$/;

/** `span` and `auto` are no names, and there is no line 0 (CSS Grid 2 §8.3). */
const noLine = /(?<![\w-])(span\s+span|auto\s+[^\s/]+|[^\s/]+\s+auto)(?![\w-])|(^|[\s/])[+-]?0+(?![\w.%])/i;

/** A tag that has not four characters (CSS Fonts 4 §6.12). */
const shortTag = /^([^"']|"[ !#-~]{4}"|'[ -&(-~]{4}')*("(?![ !#-~]{4}")|'(?![ -&(-~]{4}'))/;

/** Texts that fit a grammar and that engines refuse all the same. */
export const refusedTexts: Readonly<Record<string, RegExp>> = {
  transition: /^(?=[^]*,)[^]*(?<![\w-])none(?![\w-])/i,
  'transition-property': /^(?=[^]*,)[^]*(?<![\w-])none(?![\w-])/i,
  'will-change': /^(?=[^]*,)[^]*(?<![\w-])auto(?![\w-])/i,
  'animation-name': /""|''/,
  // The generic names are whole ones (CSS Fonts 4 §2.1.1).
  'font-family': /(^|,)\s*(serif|sans-serif|cursive|fantasy|monospace|system-ui|math)\s+[^\s,]/i,
  font: /^-apple-system-[\w-]+$|(\d[a-z%]*|small|medium|large|\))\s+(serif|sans-serif|cursive|fantasy|monospace|system-ui|math)\s+[^\s,]/i,
  // Words of an axis stand at its place (CSS Transforms 1 §6).
  'transform-origin': /^(top|bottom)\s+[-+.\d\w]*[\d(]|^([-+.]?\d\S*|\w+\([^)]*\))\s+(left|right)(?![\w-])/i,
  'grid-template-areas': /""|''/,
  'grid-template': /""|''/,
  grid: /""|''/,
  // Of two times one may be negative, and is the delay then.
  // A shorthand names no timeline (CSS Animations 2 §4.1).
  animation: /""|''|(?<![\w-])(view|scroll)\(|(^|[\s,])-[\d.]+(?![\w.%])|-[\d.]+m?s\b[^,]*[\s,]-[\d.]+m?s\b/i,
  'counter-reset': /(?<![\w-])none\s+\S|\S\s+none(?![\w-])/i,
  'counter-increment': /(?<![\w-])none\s+\S|\S\s+none(?![\w-])/i,
  'counter-set': /(?<![\w-])none\s+\S|\S\s+none(?![\w-])/i,
  'color-scheme': /(?<![\w-])normal\s+\S|\S\s+normal(?![\w-])|\S\s+only\s+\S|only[^]*only/i,
  // A name of at most four letters.
  'font-language-override': /""|''|^(["'])(\s+|[^]{5,})\1$|[^\x20-\x7e]/,
  'grid-area': noLine,
  'grid-row': noLine,
  'grid-column': noLine,
  'grid-row-start': noLine,
  'grid-row-end': noLine,
  'grid-column-start': noLine,
  'grid-column-end': noLine,
  container: /^[^/]*((?<![\w-])(and|or|not)(?![\w-])|none\s+[^\s/]|[^\s/]\s+none)/i,
  'container-name': /(?<![\w-])(and|or|not)(?![\w-])|none\s+\S|\S\s+none/i,
  'align-content': /(?<![\w-])last\s+baseline/i,
  'place-content': /(?<![\w-])last\s+baseline/i,
  'flex-basis': /anchor-size\(/i,
  // Behind two factors a number is a size, and none but zero is one without a unit (CSS Flexbox 1 §7.1).
  flex: /anchor-size\(|^\+?[\d.]+\s+\+?[\d.]+\s+\+?(?=[\d.]*[1-9])[\d.]+(e[-+]?\d+)?$/i,
  'view-transition-class': /none\s+\S|\S\s+none/i,
  'font-feature-settings': shortTag,
  'font-variation-settings': shortTag,
};

/** Words of a grammar that engines refuse. */
export const refusedWords: Readonly<Record<string, RegExp>> = {
  width: legacySizes,
  height: legacySizes,
  'min-width': legacySizes,
  'min-height': legacySizes,
  'max-width': legacySizes,
  'max-height': legacySizes,
  'max-block-size': legacySizes,
  'min-inline-size': legacySizes,
  'min-block-size': legacySizes,
  'max-inline-size': legacySizes,
  'inline-size': legacySizes,
  'block-size': legacySizes,
  'flex-basis':
    /^(intrinsic|min-intrinsic|-webkit-fill-available|-webkit-fit-content|-webkit-min-content|-webkit-max-content)$/,
  flex: /^(intrinsic|min-intrinsic|-webkit-fill-available|-webkit-fit-content|-webkit-min-content|-webkit-max-content)$/,
  cursor: /^hand$/,
  position: /^-webkit-sticky$/,
  display: /^(run-in|ruby-base|ruby-base-container|ruby-text-container|inline-list-item)$/,
  'align-items': /^anchor-center$/,
  'justify-items': /^anchor-center$/,
  'place-items': /^anchor-center$/,
  mask: /^margin-box$/,
  '-webkit-mask-clip': /^(fill-box|stroke-box|view-box|margin-box|no-clip)$/,
  '-webkit-mask-origin': /^(fill-box|stroke-box|view-box|margin-box)$/,
  'image-rendering': /^(smooth|optimizespeed|optimizequality|optimize-contrast)$/,
  'ruby-position': /^(alternate|inter-character)$/,
  'text-transform': /^(full-width|full-size-kana)$/,
  'text-combine-upright': /^digits$/,
  'white-space': /^preserve-spaces$/,
  'white-space-collapse': /^preserve-spaces$/,
  'break-after': /^(always|all|avoid-region|region)$/,
  'break-before': /^(always|all|avoid-region|region)$/,
  'break-inside': /^avoid-region$/,
  'page-break-before': /^(recto|verso)$/,
  'page-break-after': /^(recto|verso)$/,
  'mix-blend-mode': /^plus-darker$/,
  'will-change': /^(none|all)$/,
  'text-emphasis-position': /^auto$/,
  content: /^contents$/,
  'font-synthesis': /^position$/,
  'margin-trim': /^(in-flow|all)$/,
  'position-visibility': /^anchors-valid$/,
  'view-transition-name': /^auto$/,
};

/** Properties whose sizes may not be negative, which upstream leaves out. */
export const neverNegative =
  /^(border(-(top|right|bottom|left|block|inline)(-(start|end))?)?(-width)?|outline(-width)?|-webkit-text-stroke(-width)?|-webkit-border-(before|after|start|end)|border-spacing|scroll-padding(-.*)?|grid(-template)?|grid-(auto|template)-(rows|columns)|contain-intrinsic-.*|shape-margin|animation-duration|column-gap|row-gap|transition-duration|interest-delay(-.*)?|flex|columns|stroke-dasharray|font-size-adjust|font-stretch)$/;

/** Sizes that may be made of what the content takes (CSS Values 5 §11). */
export const takesCalcSize = /^((min-|max-)?(width|height|inline-size|block-size)|flex-basis)$/;

/** `fit-content()` is a function of grid tracks only. */
export const sizesWithoutFitContent = /^((min-|max-)?(width|height|inline-size|block-size)|flex|flex-basis)$/;
