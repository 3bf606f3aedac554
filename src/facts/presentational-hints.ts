// Attributes that style like rules of specificity zero at the start of the author's sheets
// (HTML Standard §15.3 "presentational hints"). One more attribute is one more row.

export interface PresentationalHint {
  readonly tags: RegExp;
  readonly attribute: string;
  readonly properties: readonly string[];
  readonly value: 'dimension' | 'pixels' | 'colour' | 'image' | 'as-is' | Readonly<Record<string, string>>;
}

const cell = /^(td|th)$/;
const tablePart = /^(table|thead|tbody|tfoot|tr|td|th)$/;
const sides = ['margin-left', 'margin-right'];

export const presentationalHints: readonly PresentationalHint[] = [
  {
    tags: /^(body|table|thead|tbody|tfoot|tr|td|th|marquee)$/,
    attribute: 'bgcolor',
    properties: ['background-color'],
    value: 'colour',
  },
  {
    tags: /^(body|table|thead|tbody|tfoot|tr|td|th)$/,
    attribute: 'background',
    properties: ['background-image'],
    value: 'image',
  },
  {
    tags: /^(table|hr|td|th|col|colgroup|img|iframe|embed|object|video|canvas|marquee)$/,
    attribute: 'width',
    properties: ['width'],
    value: 'dimension',
  },
  {
    tags: /^(table|tr|thead|tbody|tfoot|td|th|img|iframe|embed|object|video|canvas|marquee)$/,
    attribute: 'height',
    properties: ['height'],
    value: 'dimension',
  },
  // SVG 2 §7: geometry as attributes.
  {
    tags: /^(svg|rect|image|foreignobject)$/i,
    attribute: 'width',
    properties: ['width'],
    value: 'dimension',
  },
  {
    tags: /^(svg|rect|image|foreignobject)$/i,
    attribute: 'height',
    properties: ['height'],
    value: 'dimension',
  },
  { tags: /^(img|embed|iframe|object|marquee)$/, attribute: 'hspace', properties: sides, value: 'dimension' },
  {
    tags: /^(img|embed|iframe|object|marquee)$/,
    attribute: 'vspace',
    properties: ['margin-top', 'margin-bottom'],
    value: 'dimension',
  },
  {
    tags: /^(img|object|table)$/,
    attribute: 'border',
    properties: ['border-top-width', 'border-right-width', 'border-bottom-width', 'border-left-width'],
    value: 'pixels',
  },
  {
    tags: /^(thead|tbody|tfoot|tr|td|th|col|colgroup)$/,
    attribute: 'valign',
    properties: ['vertical-align'],
    value: { top: 'top', middle: 'middle', bottom: 'bottom', baseline: 'baseline' },
  },
  {
    tags: /^(thead|tbody|tfoot|tr|td|th|div|h1|h2|h3|h4|h5|h6|p)$/,
    attribute: 'align',
    properties: ['text-align'],
    value: { left: 'left', right: 'right', center: 'center', middle: 'center', justify: 'justify' },
  },
  {
    tags: /^(table|img|iframe|embed|object)$/,
    attribute: 'align',
    properties: ['float'],
    value: { left: 'left', right: 'right' },
  },
  {
    tags: /^(img|iframe|embed|object|input)$/,
    attribute: 'align',
    properties: ['vertical-align'],
    value: { top: 'top', middle: 'middle', absmiddle: 'middle', bottom: 'baseline', texttop: 'text-top' },
  },
  { tags: cell, attribute: 'nowrap', properties: ['white-space'], value: { '': 'nowrap', nowrap: 'nowrap' } },
  { tags: tablePart, attribute: 'bordercolor', properties: ['border-color'], value: 'colour' },
  { tags: /^table$/, attribute: 'cellspacing', properties: ['border-spacing'], value: 'pixels' },
  { tags: /^body$/, attribute: 'text', properties: ['color'], value: 'colour' },
  { tags: /^font$/, attribute: 'color', properties: ['color'], value: 'colour' },
  { tags: /^font$/, attribute: 'face', properties: ['font-family'], value: 'as-is' },
  {
    tags: /^font$/,
    attribute: 'size',
    properties: ['font-size'],
    value: {
      '1': 'x-small',
      '2': 'small',
      '3': 'medium',
      '4': 'large',
      '5': 'x-large',
      '6': 'xx-large',
      '7': 'xxx-large',
    },
  },
  { tags: /^hr$/, attribute: 'color', properties: ['color'], value: 'colour' },
  {
    tags: /^(ol|ul|li)$/,
    attribute: 'type',
    properties: ['list-style-type'],
    value: {
      '1': 'decimal',
      a: 'lower-alpha',
      A: 'upper-alpha',
      i: 'lower-roman',
      I: 'upper-roman',
      disc: 'disc',
      circle: 'circle',
      square: 'square',
    },
  },
];
