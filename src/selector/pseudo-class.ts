import { pseudoClasses } from '../facts/index.js';
import type { MatchContext } from './match.js';
import type { Tree } from './tree.js';

/** Whether a pseudo-class without arguments holds. Names come from the table in src/facts/. */
export function matchPseudoClass(name: string, row: number, context: MatchContext): boolean {
  const { tree } = context;
  const kind = pseudoClasses[name] ?? 'held';
  switch (kind) {
    case 'held':
      return tree.held.get(name)?.has(row) ?? false;
    case 'never':
      return false;
    case 'tree':
      return inTree(name, row, context);
    case 'markup':
    case 'form':
      if (tree.held.get(name)?.has(row)) return true;
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

/** What matching asks of a form control, read once. */
interface Control {
  readonly tag: string;
  readonly type: string;
  readonly has: (attribute: string) => boolean;
  readonly get: (attribute: string) => string;
}

const typed = /^(|text|search|tel|url|email|password|date|month|week|time|datetime-local|number)$/;
const listed = /^(button|fieldset|input|optgroup|option|select|textarea)$/;

const inputTypes = new Set(
  `button checkbox color date datetime-local email file hidden image month number password radio range reset
  search submit tel text time url week`.split(/\s+/),
);

function controlOf(row: number, tree: Tree): Control {
  const attributes = tree.attributes[row];
  const type = attributes.get('type')?.toLowerCase() ?? '';
  return {
    tag: tree.isHtml[row] ? tagOf(row, tree) : '',
    type: inputTypes.has(type) ? type : '',
    has: (name) => attributes.has(name),
    get: (name) => attributes.get(name) ?? '',
  };
}

function tagOf(row: number, tree: Tree): string {
  return tree.tagOf(row);
}

/** HTML Standard §4.16.3 "Pseudo-classes". */
function fromMarkup(name: string, row: number, tree: Tree): boolean {
  const control = controlOf(row, tree);
  switch (name) {
    case 'link':
    case 'any-link':
    case '-webkit-any-link':
      if (name === 'link' && tree.held.get('visited')?.has(row)) return false;
      return (/^(a|area)$/.test(control.tag) && control.has('href')) || isSvgLink(row, tree);
    case 'defined':
      return (!control.tag.includes('-') && !control.has('is')) || tree.isDefined(row);
    case 'open':
      return /^(details|dialog)$/.test(control.tag) && control.has('open');
    case 'enabled':
      return listed.test(control.tag) && !isDisabled(row, tree);
    case 'disabled':
      return listed.test(control.tag) && isDisabled(row, tree);
    case 'checked':
      return isChecked(row, control, tree);
    case 'default':
      return isDefault(row, control, tree);
    case 'indeterminate':
      return isIndeterminate(row, control, tree);
    case 'required':
      return canBeRequired(control) && control.has('required');
    // Engines count buttons too.
    case 'optional':
      return (
        /^(input|select|textarea|button)$/.test(control.tag) &&
        !(canBeRequired(control) && control.has('required'))
      );
    case 'read-write':
      return isReadWrite(row, control, tree);
    case 'read-only':
      return !isReadWrite(row, control, tree);
    case 'placeholder-shown':
      return showsPlaceholder(row, control, tree);
    case 'valid':
    case 'invalid':
      return validity(row, control, tree) === name;
    default:
      return rangeState(control) === name;
  }
}

const withPicker = /^(color|date|datetime-local|month|time|week)$/;
const submitted = /^(button|fieldset|form|input|object|output|select|textarea)$/;

/** Whether an element can ever be in a state that a person or a script brings about (HTML Standard §4.16.3). */
export function canBeIn(name: string, row: number, tree: Tree): boolean {
  const { tag, type } = controlOf(row, tree);
  switch (name) {
    case 'disabled':
      return listed.test(tag) || tag.includes('-');
    // What is switched off takes no focus.
    case 'focus':
    case 'focus-visible':
      return tag === 'fieldset' || !listed.test(tag) || !isDisabled(row, tree);
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
      return /^(input|select|textarea)$/.test(tag);
    case 'in-range':
    case 'out-of-range':
      return tag === 'input';
    default:
      return true;
  }
}

function isSvgLink(row: number, tree: Tree): boolean {
  return (
    tree.isHtml[row] === 0 &&
    tagOf(row, tree) === 'a' &&
    (tree.attributes[row].has('href') || tree.attributes[row].has('xlink:href'))
  );
}

/** HTML Standard §4.10.19.5 "disabled", §4.10.10 option, §4.10.15 fieldset. */
function isDisabled(row: number, tree: Tree): boolean {
  const tag = tagOf(row, tree);
  if (tree.attributes[row].has('disabled')) return true;
  if (tag === 'option') {
    const up = tree.parent[row];
    return up >= 0 && tagOf(up, tree) === 'optgroup' && tree.attributes[up].has('disabled');
  }
  if (tag === 'optgroup') return false;
  for (let child = row, up = tree.parent[row]; up >= 0; child = up, up = tree.parent[up]) {
    if (tagOf(up, tree) !== 'fieldset' || !tree.attributes[up].has('disabled')) continue;
    if (tagOf(child, tree) !== 'legend' || child !== firstLegend(up, tree)) return true;
  }
  return false;
}

function firstLegend(fieldset: number, tree: Tree): number {
  for (let at = tree.firstChild[fieldset]; at >= 0; at = tree.next[at])
    if (tagOf(at, tree) === 'legend') return at;
  return -1;
}

function isChecked(row: number, control: Control, tree: Tree): boolean {
  if (control.tag === 'input') {
    if (control.type === 'radio' && control.has('checked')) return lastCheckedOfGroup(row, tree) === row;
    return control.type === 'checkbox' && control.has('checked');
  }
  return control.tag === 'option' && isSelected(row, tree);
}

/** Of several radio buttons of a group that are marked checked, the last one stays so. */
function lastCheckedOfGroup(row: number, tree: Tree): number {
  const name = tree.attributes[row].get('name') ?? '';
  if (name === '') return row;
  const form = formOf(row, tree);
  let last = row;
  for (let at = 0; at < tree.size; at++) {
    const attributes = tree.attributes[at];
    if (attributes.get('name') !== name || !attributes.has('checked')) continue;
    if (attributes.get('type')?.toLowerCase() === 'radio' && formOf(at, tree) === form) last = at;
  }
  return last;
}

function formOf(row: number, tree: Tree): number {
  for (let at = tree.parent[row]; at >= 0; at = tree.parent[at]) if (tagOf(at, tree) === 'form') return at;
  return -1;
}

function ownerSelect(option: number, tree: Tree): number {
  for (let at = tree.parent[option]; at >= 0; at = tree.parent[at])
    if (tagOf(at, tree) === 'select') return at;
  return -1;
}

/** HTML Standard §4.10.7: without a chosen option a drop-down shows its first one that is not disabled. */
function isSelected(option: number, tree: Tree): boolean {
  const select = ownerSelect(option, tree);
  const own = tree.attributes[option].has('selected');
  if (select < 0) return own;
  const options: number[] = [];
  for (let at = select + 1; at < tree.end[select]; at++) if (tagOf(at, tree) === 'option') options.push(at);
  if (tree.attributes[select].has('multiple')) return own;
  const marked = options.filter((at) => tree.attributes[at].has('selected'));
  if (marked.length) return marked[marked.length - 1] === option;
  const size = Number(tree.attributes[select].get('size') ?? '1');
  return !(size > 1) && options.find((at) => !isDisabled(at, tree)) === option;
}

function isDefault(row: number, control: Control, tree: Tree): boolean {
  if (control.tag === 'option') return control.has('selected');
  if (control.tag === 'input' && /^(checkbox|radio)$/.test(control.type)) return control.has('checked');
  if (!isSubmit(control)) return false;
  const form = formOf(row, tree);
  if (form < 0) return false;
  for (let at = form + 1; at < tree.end[form]; at++) if (isSubmit(controlOf(at, tree))) return at === row;
  return false;
}

function isSubmit(control: Control): boolean {
  if (control.tag === 'button') return control.type === '' || control.type === 'submit';
  return control.tag === 'input' && (control.type === 'submit' || control.type === 'image');
}

function isIndeterminate(row: number, control: Control, tree: Tree): boolean {
  if (control.tag === 'progress') return !control.has('value');
  if (control.tag !== 'input' || control.type !== 'radio' || control.get('name') === '') return false;
  const form = formOf(row, tree);
  for (let at = 0; at < tree.size; at++) {
    const attributes = tree.attributes[at];
    const same =
      attributes.get('name') === control.get('name') && attributes.get('type')?.toLowerCase() === 'radio';
    if (same && attributes.has('checked') && formOf(at, tree) === form) return false;
  }
  return true;
}

function canBeRequired(control: Control): boolean {
  if (control.tag === 'select' || control.tag === 'textarea') return true;
  return control.tag === 'input' && !/^(hidden|range|color|submit|image|reset|button)$/.test(control.type);
}

function isReadWrite(row: number, control: Control, tree: Tree): boolean {
  if ((control.tag === 'input' && typed.test(control.type)) || control.tag === 'textarea') {
    return !control.has('readonly') && !isDisabled(row, tree);
  }
  for (let at = row; at >= 0; at = tree.parent[at]) {
    const editable = tree.attributes[at].get('contenteditable')?.toLowerCase();
    if (editable !== undefined) return editable !== 'false';
  }
  return false;
}

function valueOf(row: number, control: Control, tree: Tree): string {
  return control.tag === 'textarea' ? tree.textOf(row) : control.get('value');
}

function showsPlaceholder(row: number, control: Control, tree: Tree): boolean {
  const takes =
    control.tag === 'textarea' ||
    (control.tag === 'input' && /^(|text|search|tel|url|email|password|number)$/.test(control.type));
  return takes && control.has('placeholder') && valueOf(row, control, tree) === '';
}

/** HTML Standard §4.10.21.1, as far as the markup decides it: missing, wrong type, pattern and range. */
function validity(row: number, control: Control, tree: Tree): 'valid' | 'invalid' | '' {
  if (control.tag === 'form' || control.tag === 'fieldset') {
    for (let at = row + 1; at < tree.end[row]; at++) {
      if (!/^(form|fieldset)$/.test(tagOf(at, tree)) && validity(at, controlOf(at, tree), tree) === 'invalid')
        return 'invalid';
    }
    return 'valid';
  }
  if (!/^(input|select|textarea|button)$/.test(control.tag)) return '';
  const barred =
    isDisabled(row, tree) ||
    (control.tag === 'input' && /^(hidden|reset|button)$/.test(control.type)) ||
    (control.tag === 'button' && /^(reset|button)$/.test(control.type)) ||
    (/^(input|textarea)$/.test(control.tag) && control.has('readonly'));
  if (barred) return '';
  return isMissing(row, control, tree) || isMalformed(row, control, tree) ? 'invalid' : 'valid';
}

function isMissing(row: number, control: Control, tree: Tree): boolean {
  if (!canBeRequired(control) || !control.has('required')) return false;
  if (control.type === 'checkbox') return !control.has('checked');
  if (control.type === 'radio') return isIndeterminate(row, control, tree);
  if (control.tag !== 'select') return valueOf(row, control, tree) === '';
  for (let at = row + 1; at < tree.end[row]; at++) {
    if (tagOf(at, tree) === 'option' && isSelected(at, tree))
      return (tree.attributes[at].get('value') ?? tree.textOf(at)) === '';
  }
  return true;
}

function isMalformed(row: number, control: Control, tree: Tree): boolean {
  const value = valueOf(row, control, tree);
  if (control.tag !== 'input' || value === '') return false;
  if (control.type === 'email' && !/^[^\s@]+@[^\s@]+$/.test(value)) return true;
  if (control.type === 'url' && !/^[a-z][a-z\d+.-]*:\S/i.test(value)) return true;
  if (control.has('pattern') && typed.test(control.type)) {
    try {
      return !new RegExp(`^(?:${control.get('pattern')})$`, 'v').test(value);
    } catch {
      return false;
    }
  }
  return rangeState(control) === 'out-of-range';
}

function rangeState(control: Control): 'in-range' | 'out-of-range' | '' {
  if (control.tag !== 'input' || !/^(number|range)$/.test(control.type)) return '';
  if (control.type === 'number' && !control.has('min') && !control.has('max')) return '';
  if (control.type === 'range') return 'in-range';
  if (control.has('readonly') || control.has('disabled')) return '';
  const value = Number(control.get('value'));
  if (control.get('value') === '' || Number.isNaN(value)) return 'in-range';
  const below = control.has('min') && value < Number(control.get('min'));
  const above = control.has('max') && value > Number(control.get('max'));
  return below || above ? 'out-of-range' : 'in-range';
}
