// Pseudo-elements that are not there, and properties that they do not take (CSS Pseudo-Elements 4).
import type { BoxFacts, NoEffectCondition } from './no-effect.js';
import { isHighlight } from './pseudo-elements.js';

const is = (pseudo: RegExp) => (box: BoxFacts) => pseudo.test(box.pseudo ?? '');
const isGenerated = is(/^::(before|after)$/);

/** Boxes that engines fill by themselves, so that nothing is generated in them. */
const withoutContents =
  /^(img|br|wbr|select|textarea|video|canvas|iframe|object|embed|area|col|colgroup|svg|math)$/;
/** Inputs that engines let have generated boxes. */
const openInputs = /^(checkbox|radio|range|file|color|date|datetime-local|time|month|week)$/;
const withPlaceholder = /^(|text|search|tel|url|email|password|number)$/;

type On = BoxFacts['on'];

/** Whether boxes are generated before and after an element's contents. */
const generates = ({ isForeign, tag, type }: On) =>
  !isForeign && !withoutContents.test(tag) && (tag !== 'input' || openInputs.test(type));
const isTextField = ({ tag, type }: On) =>
  tag === 'textarea' || (tag === 'input' && withPlaceholder.test(type));
const isFileField = ({ tag, type }: On) => tag === 'input' && type === 'file';

/** Boxes that an element can have beside its own, each with whether it does; `content` makes none or some of them too. */
export const drawnBeside: Readonly<Record<string, (on: On) => boolean>> = {
  '::before': generates,
  '::after': generates,
  '::marker': ({ display }) => display === 'list-item',
  '::placeholder': (on) => isTextField(on) && on.hasPlaceholder,
  '::file-selector-button': isFileField,
};

export const noEffectOnPseudo: readonly NoEffectCondition[] = [
  {
    properties: /./,
    when: (box) => isGenerated(box) && !generates(box.on),
    why: 'the browser fills that box itself, and generates nothing before or after its contents',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §4.1',
  },
  {
    properties: /^(background-|border-|box-shadow|outline-|width|height|min-|padding-)/,
    when: (box) => isGenerated(box) && /^(none|normal)$/.test(box.content),
    why: 'the pseudo-element is not made, as its content is none',
    remedy: 'content: ""',
    section: 'CSS Content 3 §1.2',
  },
  {
    // What shows on letters only needs more than an empty text.
    properties: /^(?!content$|counter-|display$|direction$).*/,
    when: (box) => isGenerated(box) && /^(none|normal)$/.test(box.content),
    why: 'the pseudo-element is not made, as its content is none',
    remedy: '',
    section: 'CSS Content 3 §1.2',
  },
  {
    properties: /./,
    when: (box) => is(/^::marker$/)(box) && box.on.display !== 'list-item',
    why: 'only list items have a marker',
    remedy: '',
    section: 'CSS Lists 3 §3.1',
  },
  {
    properties: /./,
    when: (box) => is(/^::placeholder$/)(box) && !isTextField(box.on),
    why: 'only text fields have a placeholder',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §4.4',
  },
  {
    properties: /./,
    when: (box) => is(/^::placeholder$/)(box) && !box.on.hasPlaceholder,
    why: 'the field has no placeholder attribute, so there is no such text',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §4.4',
  },
  {
    properties: /./,
    when: (box) =>
      is(/^::first-(line|letter)$/)(box) &&
      !/^(block|inline-block|flow-root|list-item|table-cell|table-caption)$/.test(box.on.display),
    why: 'only boxes that hold lines of text have a first line',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §2.1',
  },
  {
    properties: /./,
    when: (box) => is(/^::details-content$/)(box) && box.on.tag !== 'details',
    why: 'only details have such contents',
    remedy: '',
    section: 'CSS Pseudo-Elements 4',
  },
  {
    properties: /./,
    when: (box) => is(/^::picker(-icon$|\()/)(box) && !/^(select|input)$/.test(box.on.tag),
    why: 'only controls that open a list have it',
    remedy: '',
    section: 'CSS Form Control Styling 1',
  },
  {
    properties: /./,
    when: (box) => is(/^::checkmark$/)(box) && !/^(option|input)$/.test(box.on.tag),
    why: 'only options, checkboxes and radio buttons have such a mark',
    remedy: '',
    section: 'CSS Form Control Styling 1',
  },
  {
    properties: /./,
    when: (box) => is(/^::file-selector-button$/)(box) && !isFileField(box.on),
    why: 'only a file field has such a button',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §4.5',
  },
  {
    properties:
      /^(?!font|color$|content$|white-space|text-(combine|wrap-style|emphasis|transform|shadow)|letter-spacing|word-spacing|line-height|hyphens|unicode-bidi|direction|animation|transition|cursor|--|-webkit-font)/,
    when: is(/^::marker$/),
    why: 'a marker takes only fonts, colour, content and the like',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §4.3',
  },
  {
    properties:
      /^(?!color$|background-color$|text-(decoration|shadow$|underline-offset$)|fill$|stroke$|stroke-width$|--)/,
    when: ({ pseudo }) => isHighlight(pseudo ?? ''),
    why: 'marked text takes only colours, lines and shadows',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §3.2',
  },
  {
    properties:
      /^(?!font|color$|visibility$|background-|box-shadow$|text-(decoration|transform|shadow|underline|justify)|opacity$|letter-spacing|word-spacing|line-height|vertical-align|--|-webkit-font)/,
    when: is(/^::first-line$/),
    why: 'the first line is no box; it takes fonts, colours, backgrounds and lines',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §2.1.2',
  },
  {
    properties:
      /^(?!font|color$|opacity$|visibility$|background-|border-(?!collapse|shape)|box-shadow$|margin-|padding-(top|right|bottom|left)$|float$|initial-letter$|vertical-align$|text-(decoration|transform|shadow|underline|justify)|letter-spacing$|word-spacing$|line-height$|--|-webkit-(font|border))/,
    when: is(/^::first-letter$/),
    why: 'the first letter takes fonts, colours, margins, borders and floating, but no layout of its own',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §2.2.2',
  },
  {
    properties: /^(-webkit-)?padding-(inline|block|start|end|before|after)/i,
    when: is(/^::first-letter$/),
    isOfName: true,
    why: 'some browsers take the padding of a first letter only as padding-top, -right, -bottom and -left',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §2.2.2',
  },
  {
    properties: /^(direction|display|line-height|pointer-events|text-overflow|writing-mode)$/,
    when: is(/^::placeholder$/),
    why: 'the browser keeps this of a placeholder as it is',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §4.4',
  },
  {
    properties: /^(line-height|overflow-(x|y|block|inline|clip-margin))$/,
    when: is(/^::file-selector-button$/),
    why: 'the browser keeps this of its buttons as it is',
    remedy: '',
    section: 'CSS Pseudo-Elements 4 §4.5',
  },
  {
    properties: /^float$/,
    when: is(/^::backdrop$/),
    why: 'a backdrop fills the window, and does not float',
    remedy: '',
    section: 'CSS Position 4 §3.4',
  },
];
