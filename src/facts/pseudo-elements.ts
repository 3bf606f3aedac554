// Pseudo-elements (CSS Pseudo-Elements 4 and the modules that add to it).
// One more pseudo-element is one more row; what may stand behind each is what engines let stand there
// (tests/matching.test.ts compares).

/** What stands in the brackets of a pseudo-element. */
export type PseudoArgument =
  /** Names with spaces between. */
  | 'names'
  | 'name'
  /** One compound selector. */
  | 'compound'
  /** `*`, or a name with classes, or one of the two. */
  | 'transition'
  | readonly string[];

export interface PseudoElementFacts {
  /** Whether one colon will do. */
  readonly legacy?: true;
  readonly takes?: PseudoArgument;
  /** Whether a list of selectors may stand in brackets. */
  readonly mayTakeList?: true;
  /** Pseudo-classes that may stand behind it: 'element' for all that do not ask for a place in the tree. */
  readonly states?: 'element' | readonly string[];
  /** Pseudo-elements that may. */
  readonly holds?: 'any' | readonly string[];
  /** Whether not even `:is()` may. */
  readonly isLast?: true;
}

const user = ['hover', 'active', 'focus', 'focus-visible', 'focus-within'];
const ofElement: PseudoElementFacts = { states: 'element', holds: 'any' };
const transition: PseudoElementFacts = { takes: 'transition', states: ['only-child'] };
const sides = '* left right up down block-start block-end inline-start inline-end next prev'.split(' ');

/** Names without `::`. */
export const pseudoElements: Readonly<Record<string, PseudoElementFacts>> = {
  before: { legacy: true, holds: ['marker'] },
  after: { legacy: true, holds: ['marker'] },
  'first-line': { legacy: true },
  'first-letter': { legacy: true },
  marker: {},
  placeholder: {},
  selection: { states: ['window-inactive'] },
  backdrop: {},
  'file-selector-button': { states: user },
  'target-text': {},
  'search-text': { states: ['current'] },
  'spelling-error': {},
  'grammar-error': {},
  cue: { mayTakeList: true, states: user },
  'details-content': ofElement,
  checkmark: {},
  'picker-icon': {},
  'interest-button': {},
  column: { holds: ['scroll-marker'], isLast: true },
  'scroll-marker': { states: [...user, 'target-current', 'target-before', 'target-after'] },
  'scroll-marker-group': { states: ['hover', 'focus-within'] },
  'view-transition': {},
  part: { ...ofElement, takes: 'names' },
  slotted: {
    takes: 'compound',
    holds: [
      ...['before', 'after', 'marker', 'placeholder', 'backdrop', 'file-selector-button', 'details-content'],
      ...['checkmark', 'picker-icon', 'picker', 'view-transition', 'view-transition-group'],
      ...['view-transition-image-pair', 'view-transition-old', 'view-transition-new'],
      ...['view-transition-group-children', 'interest-button'],
    ],
    isLast: true,
  },
  highlight: { takes: 'name' },
  picker: { ...ofElement, takes: ['select'] },
  'scroll-button': { takes: sides, states: [...user, 'enabled', 'disabled'] },
  'view-transition-group': transition,
  'view-transition-group-children': transition,
  'view-transition-image-pair': transition,
  'view-transition-old': transition,
  'view-transition-new': transition,
};

const ofScrollbar: PseudoElementFacts = {
  states: [
    ...[
      'enabled',
      'disabled',
      'hover',
      'active',
      'horizontal',
      'vertical',
      'decrement',
      'increment',
      'start',
    ],
    ...['end', 'double-button', 'single-button', 'no-button', 'corner-present', 'window-inactive'],
  ],
};
const ofWebkit: PseudoElementFacts = { states: user };

/** What is known of a pseudo-element; of one that begins with `-webkit-` whatever its name is. */
export const pseudoElementFacts = (name: string): PseudoElementFacts =>
  pseudoElements[name] ?? (/^-webkit-(scrollbar|resizer)/.test(name) ? ofScrollbar : ofWebkit);

/** Older names that this engine takes for the very same pseudo-elements, so that rules for either compete; without `::`. */
const otherNames: Readonly<Record<string, string>> = {
  '-webkit-input-placeholder': 'placeholder',
  '-webkit-file-upload-button': 'file-selector-button',
};

/** The name under which a pseudo-element is known, without `::`. */
export const pseudoElementName = (written: string): string => otherNames[written] ?? written;

/**
 * Whether the name (without colons) is a pseudo-element. A name that starts with `-webkit-` counts,
 * known or not (Selectors 4 §19 "-webkit-" parsing).
 */
export function isPseudoElement(name: string): boolean {
  return Object.hasOwn(pseudoElements, name) || /^-webkit-(?!(any-link|autofill|drag|full-)).+/.test(name);
}

/** Whether a pseudo-element, with its colons, is marked text (CSS Pseudo-Elements 4 §3). */
export const isHighlight = (pseudo: string): boolean =>
  /^::(selection|target-text|search-text|highlight|spelling-error|grammar-error)/.test(pseudo);

/** Those of engines' own controls that engines of today have. */
const ofControls = new Set(
  `calendar-picker-indicator color-swatch color-swatch-wrapper date-and-time-value datetime-edit
  datetime-edit-ampm-field datetime-edit-day-field datetime-edit-fields-wrapper datetime-edit-hour-field
  datetime-edit-millisecond-field datetime-edit-minute-field datetime-edit-month-field datetime-edit-second-field
  datetime-edit-text datetime-edit-week-field datetime-edit-year-field file-upload-button inner-spin-button
  input-placeholder media-controls media-controls-current-time-display media-controls-enclosure
  media-controls-overlay-play-button media-controls-panel media-controls-play-button media-controls-timeline
  media-controls-volume-slider media-slider-container media-slider-thumb meter-bar meter-even-less-good-value
  meter-inner-element meter-optimum-value meter-suboptimum-value progress-bar progress-inner-element progress-value
  resizer scrollbar scrollbar-button scrollbar-corner scrollbar-thumb scrollbar-track scrollbar-track-piece
  search-cancel-button slider-container slider-runnable-track slider-thumb textfield-decoration-container`.split(
    /\s+/,
  ),
);

/** Whether an engine has a pseudo-element, and does not only let its name stand. */
export const isKnownPseudoElement = (name: string): boolean =>
  Object.hasOwn(pseudoElements, name) ||
  (name.startsWith('-webkit-') && ofControls.has(name.slice('-webkit-'.length)));
