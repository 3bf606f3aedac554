// Where there is nothing that a property could show on: missing borders, images, text; pseudo-elements.
import type { NoEffectCondition } from './no-effect.js';

export const noEffectOnLook: readonly NoEffectCondition[] = [
  {
    properties: /^(color|background-.*|border-.*|padding-.*)$/,
    when: (box) => box.tag === 'input' && /^(checkbox|radio)$/.test(box.type) && box.appearance === 'auto',
    why: 'the browser draws the box itself as long as its appearance is native; accent-color changes its colour',
    remedy: 'appearance: none',
    section: 'CSS UI 4 §7.2',
  },
  {
    properties: /^(size|page-orientation)$/,
    when: () => true,
    why: 'it is for printed pages, and counts in @page alone',
    remedy: '',
    section: 'CSS Paged Media 3 §7',
  },
  {
    properties: /^overlay$/,
    when: () => true,
    why: 'only the browser itself says what lies over the page',
    remedy: '',
    section: 'CSS Positioned Layout 4',
  },
  {
    properties: /^(object-fit|object-position)$/,
    when: (box) => !box.replaced,
    why: 'it fits images and videos into their box, and this is neither',
    remedy: '',
    section: 'CSS Images 3 §5.5',
  },
  {
    properties: /^(list-style-(type|position|image))$/,
    when: (box) => box.display !== 'list-item' && !/^(ul|ol|menu|dir)$/.test(box.tag),
    why: 'the box is not a list item, so it has no marker',
    remedy: 'display: list-item',
    section: 'CSS Lists 3 §3',
  },
  {
    properties: /^text-decoration-(color|style|thickness)$/,
    when: (box) => box.textDecorationLine === 'none',
    why: 'the box has no line under, over or through its text; a line that an ancestor draws is the ancestor’s',
    remedy: 'text-decoration-line: underline',
    section: 'CSS Text Decoration 3 §2',
  },
  ...['top', 'right', 'bottom', 'left'].map((side): NoEffectCondition => ({
    properties: new RegExp(`^border-${side}-(color|width)$`),
    when: (box) => /^(none|hidden)$/.test(box.borderStyles[side]),
    why: `the ${side} border has no style, so it is not drawn and takes no room`,
    remedy: `border-${side}-style: solid`,
    section: 'CSS Backgrounds 3 §3.3',
  })),
  {
    properties: /^background-(size|repeat(-[xy])?|position(-[xy])?|attachment|origin)$/,
    when: (box) => box.backgroundImage === 'none',
    why: 'there is no background image to place',
    remedy: '',
    section: 'CSS Backgrounds 3 §2',
  },
  {
    properties: /^transition-(property|timing-function|delay)$/,
    when: (box) => /^0m?s$/.test(box.transitionDuration),
    why: 'the transition lasts 0 seconds, so every change is at once',
    remedy: 'transition-duration: 0.2s',
    section: 'CSS Transitions 1 §2.2',
  },
  {
    properties: /^animation-(?!name)/,
    when: (box) => box.animationName === 'none',
    why: 'no animation runs on the box',
    remedy: '',
    section: 'CSS Animations 1 §3',
  },
  {
    properties: /^(resize)$/,
    when: (box) => box.overflowX === 'visible' && box.overflowY === 'visible' && box.tag !== 'textarea',
    why: 'only boxes whose overflow is not visible can be resized by hand',
    remedy: 'overflow: auto',
    section: 'CSS UI 4 §5.1',
  },
  {
    properties:
      /^(white-space-collapse|text-wrap-mode|text-transform|letter-spacing|word-spacing|text-shadow)$/,
    when: (box) => /^(img|video|iframe|embed|object|canvas|audio)$/.test(box.tag),
    why: 'it changes text, and this box holds none',
    remedy: '',
    section: 'CSS Text 3 §2',
  },
  {
    properties: /^(cx|cy|r|rx|ry|x|y|d)$/,
    when: (box) => !/^(circle|ellipse|rect|svg|image|foreignobject|path)$/i.test(box.tag),
    why: 'it is the geometry of a drawing’s shapes, and this box is none',
    remedy: '',
    section: 'SVG 2 §7',
  },
  {
    properties: /^(width|height|margin-.*|padding-.*|background-.*|border-.*)$/,
    when: (box) => /^(br|wbr)$/.test(box.tag),
    why: 'a line break has no box',
    remedy: '',
    section: 'HTML Standard §15.3.3',
  },
  {
    properties: /^line-height$/,
    when: (box) =>
      (box.type === 'drop-down' || (box.tag === 'input' && /^(button|submit|reset)$/.test(box.type))) &&
      box.appearance === 'auto',
    isShut: true,
    why: 'the browser sets the height of that line itself as long as the appearance is native',
    remedy: 'appearance: none',
    section: 'CSS UI 4 §7.2',
  },
];
