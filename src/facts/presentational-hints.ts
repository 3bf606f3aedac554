// Attributes that style like rules of specificity zero at the start of the author's sheets
// (HTML Standard §15.3 "presentational hints"; SVG 2 §6.6). One more attribute is one more row.
// tests/hints.test.ts compares them with an engine.
import * as is from './hint-values.js';

export interface PresentationalHint {
  readonly tags: RegExp;
  readonly attribute: string;
  readonly properties: readonly string[];
  readonly value: is.HintValue;
  /** The attribute stands on the table, and styles its cells. */
  readonly ofTable?: true;
  /** Elements of drawings; others are of HTML. */
  readonly ofSvg?: true;
}

const anything = /./;
const cell = /^(td|th)$/;
const embedded = /^(img|embed|object|input|marquee)$/;
const sides = ['margin-left', 'margin-right'];
const ends = ['margin-top', 'margin-bottom'];
const borderWidths = ['border-top-width', 'border-right-width', 'border-bottom-width', 'border-left-width'];
const borderStyles = ['border-top-style', 'border-right-style', 'border-bottom-style', 'border-left-style'];
const borderColours = ['border-top-color', 'border-right-color', 'border-bottom-color', 'border-left-color'];

/** Each of some words is itself. */
const same = (list: string) => Object.fromEntries(list.split(' ').map((word) => [word, word]));
const textAlign = same('left right center justify start end inherit initial unset');
const vertical = is.words(same('baseline sub super top text-top middle bottom text-bottom inherit initial'));
const aligned = {
  ...textAlign,
  left: '-webkit-left',
  right: '-webkit-right',
  center: '-webkit-center',
  middle: '-webkit-center',
};
/** Where an embedded box stands in its line. */
const inLine = { absmiddle: 'middle', abscenter: 'middle', absbottom: 'bottom', left: 'top', right: 'top', top: 'top', middle: '-webkit-baseline-middle', center: '-webkit-baseline-middle', bottom: 'baseline', texttop: 'text-top' }; // prettier-ignore
const floated = is.words({ left: 'left', right: 'right' });
const markers = { 1: 'decimal', a: 'lower-alpha', A: 'upper-alpha', i: 'lower-roman', I: 'upper-roman' };
const marker: is.HintValue = (written) => (markers as Record<string, string | undefined>)[written];
const isFlat = (other: (attribute: string) => string | undefined) =>
  other('noshade') !== undefined && other('color') === undefined;
const editing = is.words({ '': 'read-write', true: 'read-write', false: 'read-only', 'plaintext-only': 'read-write-plaintext-only' }); // prettier-ignore
/** Only of what is edited. */
const whileEdited =
  (value: string): is.HintValue =>
  (written) =>
    /^(|true|plaintext-only)$/i.test(written) ? value : undefined;
const rulesOf = /^(all|none|rows|cols|groups)$/i;

const ofText: readonly PresentationalHint[] = [
  { tags: /^legend$/, attribute: 'align', properties: ['justify-self'], value: is.words(same('left right center')) }, // prettier-ignore
  { tags: /^(div|p)$/, attribute: 'align', properties: ['text-align'], value: is.words(aligned) },
  { tags: /^(?!(div|p|table|caption|col|colgroup|thead|tbody|tfoot|tr|td|th|img|iframe|embed|object|input|hr|marquee|button|select|textarea)$)/, attribute: 'align', properties: ['text-align'], value: is.words({ ...textAlign, middle: 'center' }) }, // prettier-ignore
  {
    tags: /^br$/,
    attribute: 'clear',
    properties: ['clear'],
    value: is.words({ ...same('left right both none inherit'), all: 'both' }),
  },
  { tags: /^font$/, attribute: 'color', properties: ['color'], value: is.colour },
  { tags: /^font$/, attribute: 'face', properties: ['font-family'], value: is.asIs },
  { tags: /^font$/, attribute: 'size', properties: ['font-size'], value: is.fontSize },
  { tags: /^pre$/, attribute: 'wrap', properties: ['white-space'], value: is.always('pre-wrap') },
  { tags: /^textarea$/, attribute: 'wrap', properties: ['white-space'], value: is.words({ off: 'pre', hard: 'pre-wrap', soft: 'pre-wrap' }) }, // prettier-ignore
  { tags: /^textarea$/, attribute: 'wrap', properties: ['overflow-wrap'], value: is.words({ off: 'normal', hard: 'break-word', soft: 'break-word' }) }, // prettier-ignore
  { tags: /^(ol|li)$/, attribute: 'type', properties: ['list-style-type'], value: marker },
  { tags: /^(ul|li)$/, attribute: 'type', properties: ['list-style-type'], value: is.words({ disc: 'disc', circle: 'circle', square: 'square', none: 'none' }) }, // prettier-ignore
  { tags: anything, attribute: 'contenteditable', properties: ['-webkit-user-modify'], value: editing },
  {
    tags: anything,
    attribute: 'contenteditable',
    properties: ['overflow-wrap'],
    value: whileEdited('break-word'),
  },
  {
    tags: anything,
    attribute: 'contenteditable',
    properties: ['line-break'],
    value: whileEdited('after-white-space'),
  },
  { tags: anything, attribute: 'contenteditable', properties: ['white-space-collapse'], value: is.words({ 'plaintext-only': 'preserve' }) }, // prettier-ignore
  { tags: anything, attribute: 'draggable', properties: ['-webkit-user-drag'], value: is.words({ true: 'element', false: 'none' }) }, // prettier-ignore
  { tags: anything, attribute: 'draggable', properties: ['user-select'], value: is.words({ true: 'none' }) },
];

const ofRules: readonly PresentationalHint[] = [
  { tags: /^hr$/, attribute: 'align', properties: ['margin-left'], value: is.words({ left: '0', right: 'auto', center: 'auto' }) }, // prettier-ignore
  { tags: /^hr$/, attribute: 'align', properties: ['margin-right'], value: is.words({ left: 'auto', right: '0', center: 'auto' }) }, // prettier-ignore
  { tags: /^hr$/, attribute: 'width', properties: ['width'], value: is.dimension },
  { tags: /^hr$/, attribute: 'color', properties: [...borderColours, 'background-color'], value: is.colour },
  { tags: /^hr$/, attribute: 'color', properties: borderStyles, value: is.always('solid') },
  { tags: /^hr$/, attribute: 'noshade', properties: [...borderColours, 'background-color'], value: (_, other) => (isFlat(other) ? 'gray' : undefined) }, // prettier-ignore
  { tags: /^hr$/, attribute: 'noshade', properties: borderStyles, value: (_, other) => (isFlat(other) ? 'solid' : undefined) }, // prettier-ignore
  { tags: /^hr$/, attribute: 'size', properties: ['border-bottom-width'], value: (written) => (Number.parseInt(written, 10) <= 1 ? '0' : undefined) }, // prettier-ignore
  { tags: /^hr$/, attribute: 'size', properties: ['height'], value: (written) => (Number.parseInt(written, 10) > 1 ? `${Number.parseInt(written, 10) - 2}px` : undefined) }, // prettier-ignore
];

const ofTables: readonly PresentationalHint[] = [
  { tags: /^(body|table|thead|tbody|tfoot|tr|td|th|col|colgroup|marquee)$/, attribute: 'bgcolor', properties: ['background-color'], value: is.colour }, // prettier-ignore
  { tags: /^(body|table|thead|tbody|tfoot|tr|td|th|col|colgroup)$/, attribute: 'background', properties: ['background-image'], value: is.image }, // prettier-ignore
  { tags: /^body$/, attribute: 'text', properties: ['color'], value: is.colour },
  { tags: /^table$/, attribute: 'width', properties: ['width'], value: is.dimension },
  { tags: /^table$/, attribute: 'height', properties: ['height'], value: is.dimension },
  { tags: /^(td|th)$/, attribute: 'width', properties: ['width'], value: is.nonzero },
  { tags: /^(td|th)$/, attribute: 'height', properties: ['height'], value: is.nonzero },
  {
    tags: /^(tr|thead|tbody|tfoot|col|colgroup)$/,
    attribute: 'height',
    properties: ['height'],
    value: is.dimension,
  },
  { tags: /^(col|colgroup)$/, attribute: 'width', properties: ['width'], value: is.dimension },
  { tags: /^table$/, attribute: 'border', properties: borderWidths, value: is.borderPixels },
  { tags: /^table$/, attribute: 'bordercolor', properties: borderColours, value: is.colour },
  { tags: /^table$/, attribute: 'cellspacing', properties: ['border-spacing'], value: is.pixels },
  { tags: /^table$/, attribute: 'align', properties: ['float'], value: floated },
  { tags: /^table$/, attribute: 'align', properties: sides, value: is.words({ center: 'auto' }) },
  { tags: /^table$/, attribute: 'rules', properties: ['border-collapse'], value: (written) => (rulesOf.test(written) ? 'collapse' : undefined) }, // prettier-ignore
  {
    tags: /^caption$/,
    attribute: 'align',
    properties: ['caption-side'],
    value: is.words(same('top bottom')),
  },
  { tags: /^(table|thead|tbody|tfoot|tr|td|th|col|colgroup)$/, attribute: 'valign', properties: ['vertical-align'], value: vertical }, // prettier-ignore
  { tags: /^(thead|tbody|tfoot|tr|td|th|col|colgroup)$/, attribute: 'align', properties: ['text-align'], value: is.words({ ...aligned, absmiddle: 'center' }) }, // prettier-ignore
  { tags: cell, attribute: 'nowrap', properties: ['white-space'], value: is.always('nowrap') },
  { tags: cell, attribute: 'cellpadding', properties: ['padding-top', 'padding-right', 'padding-bottom', 'padding-left'], value: is.pixels, ofTable: true }, // prettier-ignore
];

/** Of an input, only of one that is a picture. */
const ofImage =
  (value: is.HintValue): is.HintValue =>
  (written, other) =>
    other('type')?.toLowerCase() === 'image' ? value(written, other) : undefined;

const ofEmbedded: readonly PresentationalHint[] = [
  { tags: /^(img|iframe|embed|object|video|marquee)$/, attribute: 'width', properties: ['width'], value: is.dimension }, // prettier-ignore
  { tags: /^(img|iframe|embed|object|video|marquee)$/, attribute: 'height', properties: ['height'], value: is.dimension }, // prettier-ignore
  { tags: /^(img|video)$/, attribute: 'width', properties: ['aspect-ratio'], value: is.shape },
  { tags: /^input$/, attribute: 'width', properties: ['aspect-ratio'], value: (written, other) => (/^image$/i.test(other('type') ?? '') ? is.shape(written, other) : undefined) }, // prettier-ignore
  { tags: /^canvas$/, attribute: 'width', properties: ['aspect-ratio'], value: is.wholeShape },
  { tags: /^img$/, attribute: 'valign', properties: ['vertical-align'], value: vertical },
  { tags: embedded, attribute: 'hspace', properties: sides, value: is.dimension },
  { tags: embedded, attribute: 'vspace', properties: ends, value: is.dimension },
  {
    tags: /^(img|object)$/,
    attribute: 'border',
    properties: borderWidths,
    value: (written, other) => is.pixels(written, other) ?? '0px',
  },
  { tags: /^(img|object)$/, attribute: 'border', properties: borderStyles, value: is.always('solid') },
  { tags: /^(img|iframe|embed|object)$/, attribute: 'align', properties: ['float'], value: floated },
  { tags: /^(img|iframe|embed|object)$/, attribute: 'align', properties: ['vertical-align'], value: is.words(inLine) }, // prettier-ignore
  { tags: /^input$/, attribute: 'align', properties: ['float'], value: ofImage(floated) },
  { tags: /^input$/, attribute: 'align', properties: ['vertical-align'], value: ofImage(is.words(inLine)) },
  { tags: /^input$/, attribute: 'width', properties: ['width'], value: ofImage(is.dimension) },
  { tags: /^input$/, attribute: 'height', properties: ['height'], value: ofImage(is.dimension) },
  { tags: /^iframe$/, attribute: 'frameborder', properties: borderWidths, value: (written) => (Number.parseInt(written, 10) > 0 ? undefined : '0') }, // prettier-ignore
];

/** Properties that are attributes of drawings too (SVG 2 §6.6). */
const presentation = 'alignment-baseline baseline-shift clip clip-path clip-rule color color-interpolation color-interpolation-filters cursor direction display dominant-baseline fill fill-opacity fill-rule filter flood-color flood-opacity font-family font-size font-stretch font-style font-variant font-weight image-rendering letter-spacing lighting-color marker-end marker-mid marker-start mask mask-type opacity overflow paint-order pointer-events shape-rendering stop-color stop-opacity stroke stroke-dasharray stroke-dashoffset stroke-linecap stroke-linejoin stroke-miterlimit stroke-opacity stroke-width text-anchor text-decoration text-rendering transform-origin unicode-bidi vector-effect visibility word-spacing writing-mode'.split(' '); // prettier-ignore

/** A number without a unit is in px there. */
const userUnits: is.HintValue = (written, other) =>
  /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(written) ? `${Number(written)}px` : is.asIs(written, other);
const inUserUnits = /^(baseline-shift|font-size|letter-spacing|word-spacing)$/;

/** Numbers without units in a list of functions get the unit that CSS wants of them. */
const transforms: is.HintValue = (written) =>
  written.replace(/(\w+)\s*\(([^)]*)\)\s*,?/g, (_, name: string, inner: string) => {
    const numbers = inner.trim().split(/[\s,]+/);
    if (name === 'rotate' && numbers.length === 3)
      return `translate(${numbers[1]}px, ${numbers[2]}px) rotate(${numbers[0]}deg) translate(${-Number(numbers[1])}px, ${-Number(numbers[2])}px)`;
    const unit = /^(rotate|skew)/.test(name) ? 'deg' : /^translate/.test(name) ? 'px' : '';
    return `${name}(${numbers.map((one) => one + unit).join(', ')}) `;
  }) || undefined;

/** A length of a drawing; what is none stands for another. */
const lengthOr =
  (otherwise: string): is.HintValue =>
  (written, other) =>
    /^([-+]?[\d.]+(e[-+]?\d+)?(\w+|%)?|[a-z-]+\(.*)$/is.test(written) ? userUnits(written, other) : otherwise;

const geometry: Readonly<Record<string, RegExp>> = {
  width: /^(rect|image|foreignObject)$/,
  height: /^(rect|image|foreignObject)$/,
  x: /^(svg|rect|image|foreignObject|use)$/,
  y: /^(svg|rect|image|foreignObject|use)$/,
  cx: /^(circle|ellipse)$/,
  cy: /^(circle|ellipse)$/,
  r: /^circle$/,
  rx: /^(rect|ellipse)$/,
  ry: /^(rect|ellipse)$/,
};

const ofSvg: readonly PresentationalHint[] = [
  ...presentation.map((name) => ({
    tags: anything,
    attribute: name,
    properties: [name],
    value: inUserUnits.test(name) ? userUnits : is.asIs,
    ofSvg: true as const,
  })),
  ...Object.entries(geometry).map(([name, tags]) => ({
    tags,
    attribute: name,
    properties: [name],
    value: lengthOr('0px'),
    ofSvg: true as const,
  })),
  { tags: /^svg$/, attribute: 'width', properties: ['width'], value: lengthOr('100%'), ofSvg: true },
  { tags: /^svg$/, attribute: 'height', properties: ['height'], value: lengthOr('100%'), ofSvg: true },
  {
    tags: /^(?!(linearGradient|radialGradient|pattern|stop)$)/,
    attribute: 'transform',
    properties: ['transform'],
    value: transforms,
    ofSvg: true,
  },
  { tags: /^path$/, attribute: 'd', properties: ['d'], value: (written) => `path("${written.replaceAll('"', '')}")`, ofSvg: true }, // prettier-ignore
];

export const presentationalHints: readonly PresentationalHint[] = [
  ...ofText,
  ...ofRules,
  ...ofTables,
  ...ofEmbedded,
  ...ofSvg,
];
