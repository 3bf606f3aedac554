// Pseudo-elements (CSS Pseudo-Elements 4 and the modules that add to it).
// One more pseudo-element is one more row.

/** Names without `::`. `legacy` ones may also be written with one colon. */
export const pseudoElements: Readonly<
  Record<string, { readonly legacy?: true; readonly takes?: 'names' | 'selector' }>
> = {
  before: { legacy: true },
  after: { legacy: true },
  'first-line': { legacy: true },
  'first-letter': { legacy: true },
  marker: {},
  placeholder: {},
  selection: {},
  backdrop: {},
  'file-selector-button': {},
  'target-text': {},
  'search-text': {},
  'spelling-error': {},
  'grammar-error': {},
  cue: {},
  'details-content': {},
  checkmark: {},
  'picker-icon': {},
  column: {},
  'scroll-marker': {},
  'scroll-marker-group': {},
  'view-transition': {},
  part: { takes: 'names' },
  slotted: { takes: 'selector' },
  highlight: { takes: 'names' },
  picker: { takes: 'names' },
  'scroll-button': { takes: 'names' },
  'view-transition-group': { takes: 'names' },
  'view-transition-image-pair': { takes: 'names' },
  'view-transition-old': { takes: 'names' },
  'view-transition-new': { takes: 'names' },
};

/**
 * Whether the name (without colons) is a pseudo-element. A name that starts with `-webkit-` counts,
 * known or not (Selectors 4 §19 "-webkit-" parsing).
 */
export function isPseudoElement(name: string): boolean {
  return Object.hasOwn(pseudoElements, name) || /^-webkit-(?!(any-link|autofill|drag|full-)).+/.test(name);
}
