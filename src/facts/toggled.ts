// What a script or a person turns on and off, and a sheet may ask for. One more is one more word.

/** Attributes, by their names in lower case. */
export const toggledAttributes =
  /^(open|hidden|checked|selected|disabled|inert|popover|aria-(expanded|selected|current|pressed|checked|hidden|disabled|busy|invalid|sort)|data-(state|open|active|selected|expanded|visible|show|status|theme|mode|current))$/;

/** Pseudo-classes that controls and boxes come to have by themselves, beside those that are held. */
export const toggledPseudoClasses: ReadonlySet<string> = new Set(
  'checked open disabled indeterminate invalid valid placeholder-shown in-range out-of-range'.split(' '),
);

/** What no script sets of a control, and the state that brings it about. */
export const comesWithState: Readonly<Record<string, string>> = { 'read-only': 'disabled' };
