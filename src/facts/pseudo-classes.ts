// Pseudo-classes without arguments and what decides them (Selectors 4; HTML Standard §4.16.3).
// Only what today's engines know is listed: an unknown one drops its whole rule.
// One more pseudo-class is one more row: `held` ones need nothing else, `tree`, `form` and `markup`
// ones are answered in src/selector/ under the same name.

/**
 * - `tree`: the element's place among its siblings.
 * - `markup`: attributes, names and languages.
 * - `form`: form controls' attributes, before anyone has typed.
 * - `held`: something a person or a script does; true only while it is held.
 * - `never`: true only in documents that a page here never is.
 */
export type PseudoClassKind = 'tree' | 'markup' | 'form' | 'held' | 'never';

export const pseudoClasses: Readonly<Record<string, PseudoClassKind>> = {
  root: 'tree',
  scope: 'tree',
  empty: 'tree',
  'first-child': 'tree',
  'last-child': 'tree',
  'only-child': 'tree',
  'first-of-type': 'tree',
  'last-of-type': 'tree',
  'only-of-type': 'tree',
  link: 'markup',
  'any-link': 'markup',
  '-webkit-any-link': 'markup',
  defined: 'markup',
  open: 'markup',
  enabled: 'form',
  disabled: 'form',
  checked: 'form',
  default: 'form',
  indeterminate: 'form',
  required: 'form',
  optional: 'form',
  'read-only': 'form',
  'read-write': 'form',
  'placeholder-shown': 'form',
  valid: 'form',
  invalid: 'form',
  'in-range': 'form',
  'out-of-range': 'form',
  hover: 'held',
  active: 'held',
  focus: 'held',
  'focus-visible': 'held',
  'focus-within': 'held',
  visited: 'held',
  target: 'held',
  'target-current': 'held',
  'target-before': 'held',
  'target-after': 'held',
  'user-valid': 'held',
  'user-invalid': 'held',
  autofill: 'held',
  '-webkit-autofill': 'held',
  '-internal-autofill-selected': 'held',
  '-internal-autofill-previewed': 'held',
  fullscreen: 'held',
  '-webkit-full-screen': 'held',
  modal: 'held',
  'popover-open': 'held',
  'picture-in-picture': 'held',
  'active-view-transition': 'held',
  'interest-source': 'held',
  'interest-target': 'held',
  current: 'never',
  past: 'never',
  future: 'never',
  'xr-overlay': 'never',
  // Parts of scrollbars, which have no element in the tree.
  horizontal: 'never',
  vertical: 'never',
  decrement: 'never',
  increment: 'never',
  start: 'never',
  end: 'never',
  'double-button': 'never',
  'single-button': 'never',
  'no-button': 'never',
  'corner-present': 'never',
  'window-inactive': 'never',
  '-webkit-drag': 'never',
  '-webkit-full-page-media': 'never',
  '-webkit-full-screen-ancestor': 'never',
};

const validity = ['valid', 'invalid', 'in-range', 'out-of-range', 'user-valid', 'user-invalid'];
const links = ['link', 'any-link', '-webkit-any-link'];

/** On which elements, by their tags, these attributes tell anything but attribute selectors; of others that is not known. */
export const toldOn: Readonly<Record<string, RegExp>> = {
  disabled: /^(button|input|select|textarea|fieldset|optgroup|option)$|-/,
  checked: /^input$/,
  selected: /^option$/,
  open: /^(details|dialog)$/,
};

/** What hangs on a state beside itself, wherever it is held: on the element, in its form, its group and its list. */
export const toldByState: Readonly<Record<string, readonly string[]>> = {
  visited: ['link'],
  // Of a group and of a list only one stays chosen.
  checked: ['checked', 'indeterminate', ...validity],
  // Engines count what is neither as not chosen.
  indeterminate: ['checked'],
  valid: validity,
  invalid: validity,
  'in-range': validity,
  'out-of-range': validity,
  'user-valid': validity,
  'user-invalid': validity,
};

/**
 * The pseudo-classes, `lang` and `dir` among them, that hang on an attribute of an element or of one around it;
 * `'any'` where it may be many. Of an attribute that is not here only attribute selectors tell.
 */
export const toldByAttribute: Readonly<Record<string, readonly string[] | 'any'>> = {
  open: ['open'],
  href: links,
  'xlink:href': links,
  lang: ['lang'],
  'xml:lang': ['lang'],
  dir: ['dir'],
  is: ['defined'],
  contenteditable: ['read-only', 'read-write'],
  placeholder: ['placeholder-shown'],
  disabled: ['enabled', 'disabled', 'default', 'read-only', 'read-write', ...validity],
  checked: ['checked', 'default', 'indeterminate', ...validity],
  selected: ['checked', 'default', ...validity],
  ...Object.fromEntries(
    'type form id name value multiple size required readonly min max step pattern'
      .split(' ')
      .map((name) => [name, 'any' as const]),
  ),
};
