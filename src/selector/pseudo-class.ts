import { pseudoClasses } from '../facts/index.js';
import {
  canBeRequired,
  controlOf,
  isChecked,
  isDefault,
  isDisabled,
  isHeld,
  isIndeterminate,
  isReadWrite,
  listed,
  toldOf,
  type Control,
} from './form-control.js';
import type { MatchContext } from './match.js';
import type { Tree } from './tree.js';
import { rangeState, validity, valueOf } from './validity.js';

/** Whether a pseudo-class without arguments holds. Names come from the table in src/facts/. */
export function matchPseudoClass(name: string, row: number, context: MatchContext): boolean {
  const { tree } = context;
  const kind = pseudoClasses[name] ?? 'held';
  switch (kind) {
    case 'held':
      return isHeld(name, row, tree);
    case 'never':
      return false;
    case 'tree':
      return inTree(name, row, context);
    case 'markup':
    case 'form':
      if (isHeld(name, row, tree)) return true;
      return fromMarkup(name, row, tree);
  }
}

/** Selectors 4 §13 and §14. */
function inTree(name: string, row: number, { tree, scopeRoot }: MatchContext): boolean {
  switch (name) {
    case 'root':
      return row === 0;
    case 'scope':
      // Outside of a scope it is the document's root; a shadow tree has no such element.
      return row === (scopeRoot < 0 ? 0 : scopeRoot);
    case 'empty':
      return tree.firstChild[row] < 0 && tree.hasText[row] === 0;
    case 'first-child':
      return tree.previous[row] < 0;
    case 'last-child':
      return tree.next[row] < 0;
    case 'only-child':
      return tree.previous[row] < 0 && tree.next[row] < 0;
    case 'first-of-type':
      return !hasSameType(row, tree, tree.previous);
    case 'last-of-type':
      return !hasSameType(row, tree, tree.next);
    default:
      return !hasSameType(row, tree, tree.previous) && !hasSameType(row, tree, tree.next);
  }
}

function hasSameType(row: number, tree: Tree, step: Int32Array): boolean {
  for (let at = step[row]; at >= 0; at = step[at]) {
    if (tree.exactTag[at] === tree.exactTag[row] && tree.isHtml[at] === tree.isHtml[row]) return true;
  }
  return false;
}

/** Names with a hyphen that are no custom elements (HTML Standard §4.13.2). */
const reserved = new Set(
  'annotation-xml color-profile font-face font-face-src font-face-uri font-face-format font-face-name missing-glyph'.split(
    ' ',
  ),
);

/** Whether a script has to define an element before it is one (HTML Standard §4.13.3). */
const isCustom = ({ tag, has }: Control): boolean =>
  tag !== '' && (has('is') || (tag.includes('-') && !reserved.has(tag)));

/** HTML Standard §4.16.3 "Pseudo-classes". */
function fromMarkup(name: string, row: number, tree: Tree): boolean {
  const control = controlOf(row, tree);
  switch (name) {
    case 'link':
    case 'any-link':
    case '-webkit-any-link':
      if (name === 'link' && isHeld('visited', row, tree)) return false;
      return (/^(a|area)$/.test(control.tag) && control.has('href')) || isSvgLink(row, tree);
    case 'defined':
      return !isCustom(control) || tree.isDefined(row);
    case 'open':
      return /^(details|dialog)$/.test(control.tag) && control.has('open');
    case 'enabled':
      return listed.test(control.tag) && !isDisabled(row, tree);
    case 'disabled':
      return listed.test(control.tag) && isDisabled(row, tree);
    case 'checked':
      return isChecked(control, tree);
    case 'default':
      return isDefault(control, tree);
    case 'indeterminate':
      return isIndeterminate(control, tree);
    case 'required':
      return canBeRequired(control) && control.has('required');
    // Engines count buttons too.
    case 'optional':
      return (
        /^(input|select|textarea|button)$/.test(control.tag) &&
        !(canBeRequired(control) && control.has('required'))
      );
    case 'read-write':
      return isReadWrite(control, tree);
    case 'read-only':
      return control.tag !== '' && !isReadWrite(control, tree);
    case 'placeholder-shown':
      return showsPlaceholder(control, tree);
    case 'valid':
    case 'invalid':
      return validity(control, tree) === name;
    default:
      return rangeState(control, tree) === name;
  }
}

const withPicker = /^(color|date|datetime-local|month|time|week)$/;
const submitted = /^(button|fieldset|form|input|object|output|select|textarea)$/;

/** Whether an element can ever be in a state that a person or a script brings about (HTML Standard §4.16.3). */
export function canBeIn(name: string, row: number, tree: Tree): boolean {
  const { tag, type } = controlOf(row, tree);
  switch (name) {
    case 'popover-open':
      return tree.attributes[row].has('popover');
    case 'disabled':
      return listed.test(tag) || tag.includes('-');
    // What is switched off takes no focus, and a frame leaves it to what is in it (HTML Standard §4.16.3).
    case 'focus':
    case 'focus-visible':
      return !/^i?frame$/.test(tag) && (tag === 'fieldset' || !listed.test(tag) || !isDisabled(row, tree));
    // Nor has it anything inside that could.
    case 'focus-within':
      return !/^(input|select|textarea)$/.test(tag) || !isDisabled(row, tree);
    case 'checked':
      return tag === 'option' || (tag === 'input' && /^(checkbox|radio)$/.test(type));
    case 'indeterminate':
      return tag === 'progress' || (tag === 'input' && /^(checkbox|radio)$/.test(type));
    case 'open':
      return /^(details|dialog|select)$/.test(tag) || (tag === 'input' && withPicker.test(type));
    case 'valid':
    case 'invalid':
    case 'user-valid':
    case 'user-invalid':
      return submitted.test(tag) || tag.includes('-');
    case 'placeholder-shown':
    case 'autofill':
    case '-webkit-autofill':
    case '-internal-autofill-selected':
    case '-internal-autofill-previewed':
      return /^(input|select|textarea)$/.test(tag);
    case 'in-range':
    case 'out-of-range':
      return tag === 'input';
    default:
      return true;
  }
}

function isSvgLink(row: number, tree: Tree): boolean {
  const attributes = tree.attributes[row];
  return (
    tree.tagOf(row) === 'a' &&
    /svg$/.test(tree.namespaceOf(row)) &&
    (attributes.has('href') || attributes.has('xlink:href'))
  );
}

function showsPlaceholder(control: Control, tree: Tree): boolean {
  const { row, tag, type, has } = control;
  const takes =
    tag === 'textarea' || (tag === 'input' && /^(|text|search|tel|url|email|password|number)$/.test(type));
  if (!takes || !has('placeholder')) return false;
  return toldOf(row, tree)?.has('placeholder-shown') ?? valueOf(control, tree) === '';
}
