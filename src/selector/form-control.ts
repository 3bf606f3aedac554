import { toldByAttribute } from '../facts/index.js';
import type { Tree } from './tree.js';

/** What is asked of a form control, read once. */
export interface Control {
  readonly row: number;
  /** '' for what is no element of HTML. */
  readonly tag: string;
  /** Of an input; '' for text, and for what nobody knows. */
  readonly type: string;
  readonly has: (attribute: string) => boolean;
  readonly get: (attribute: string) => string;
}

/** Types of inputs in which something is typed. */
export const typed = /^(|text|search|tel|url|email|password|date|month|week|time|datetime-local|number)$/;
export const listed = /^(button|fieldset|input|optgroup|option|select|textarea)$/;

const inputTypes = new Set(
  `button checkbox color date datetime-local email file hidden image month number password radio range reset
  search submit tel text time url week`.split(/\s+/),
);

export function controlOf(row: number, tree: Tree): Control {
  const attributes = tree.attributes[row];
  const type = attributes.get('type')?.toLowerCase() ?? '';
  return {
    row,
    tag: htmlTag(row, tree),
    type: inputTypes.has(type) ? type : '',
    has: (name) => attributes.has(name),
    get: (name) => attributes.get(name) ?? '',
  };
}

/** '' for what is no element of HTML. */
export const htmlTag = (row: number, tree: Tree): string => (tree.isHtml[row] ? tree.tagOf(row) : '');

/** HTML Standard §4.10.19.5 "disabled", §4.10.15 fieldset. Engines count what stands in a list that is disabled. */
export function isDisabled(row: number, tree: Tree): boolean {
  const tag = htmlTag(row, tree);
  if (tree.attributes[row].has('disabled')) return true;
  if (tag === 'option' || tag === 'optgroup') {
    for (let up = tree.parent[row]; up >= 0; up = tree.parent[up]) {
      const around = htmlTag(up, tree);
      if (around === 'select') return isDisabled(up, tree);
      if (around === 'optgroup' && tree.attributes[up].has('disabled')) return true;
    }
    return false;
  }
  for (let child = row, up = tree.parent[row]; up >= 0; child = up, up = tree.parent[up]) {
    if (htmlTag(up, tree) !== 'fieldset' || !tree.attributes[up].has('disabled')) continue;
    if (htmlTag(child, tree) !== 'legend' || child !== firstLegend(up, tree)) return true;
  }
  return false;
}

function firstLegend(fieldset: number, tree: Tree): number {
  for (let at = tree.firstChild[fieldset]; at >= 0; at = tree.next[at])
    if (htmlTag(at, tree) === 'legend') return at;
  return -1;
}

/** The form that a control belongs to (HTML Standard §4.10.18.3); −1 for none. */
export function formOf(row: number, tree: Tree): number {
  const named = tree.attributes[row].get('form');
  if (named !== undefined) {
    for (let at = 0; at < tree.size; at++)
      if (tree.root[at] === tree.root[row] && named !== '' && tree.attributes[at].get('id') === named)
        return htmlTag(at, tree) === 'form' ? at : -1;
    return -1;
  }
  for (let at = tree.parent[row]; at >= 0; at = tree.parent[at]) if (htmlTag(at, tree) === 'form') return at;
  return -1;
}

/** The radio buttons of a button's group (HTML Standard §4.10.5.1.16); of one without a name itself alone. */
export function radioGroup({ row, get }: Control, tree: Tree): Control[] {
  const name = get('name');
  if (name === '') return [controlOf(row, tree)];
  const form = formOf(row, tree);
  const group: Control[] = [];
  for (let at = 0; at < tree.size; at++) {
    if (tree.root[at] !== tree.root[row] || tree.attributes[at].get('name') !== name) continue;
    const one = controlOf(at, tree);
    if (one.tag === 'input' && one.type === 'radio' && formOf(at, tree) === form) group.push(one);
  }
  return group;
}

export function isChecked(control: Control, tree: Tree): boolean {
  if (control.tag === 'option') return isSelected(control.row, tree);
  if (control.tag !== 'input') return false;
  if (control.type === 'radio') return chosenOf(radioGroup(control, tree), tree)?.row === control.row;
  if (control.type !== 'checkbox' || isHeld('indeterminate', control.row, tree)) return false;
  return isMarked(control, tree) || isHeld('checked', control.row, tree);
}

/** Whether a pseudo-class is held on an element. */
export const isHeld = (name: string, row: number, tree: Tree): boolean =>
  tree.held.get(name)?.has(row) ?? false;

/**
 * What a living document told of a control, of what hangs on its value; undefined where nobody did, or where something is
 * held by which it may have become another.
 */
export function toldOf(row: number, tree: Tree): ReadonlySet<string> | undefined {
  const { bare, told } = tree;
  const isAsTold =
    !bare ||
    tree.attributes[row] === bare.tree.attributes[row] ||
    [...bare.change.attributes].every((name) => name === 'disabled' || !Object.hasOwn(toldByAttribute, name));
  return isAsTold ? told?.get(row) : undefined;
}

/** Whether a control is chosen without anything that is held: in a living document, or by its markup. */
const isMarked = ({ row, tag, has }: Control, tree: Tree): boolean =>
  toldOf(row, tree)?.has('checked') ?? has(tag === 'option' ? 'selected' : 'checked');

/** Of several of a group that are marked the last one stays so; what somebody chooses takes its place. */
const chosenOf = (group: readonly Control[], tree: Tree): Control | undefined =>
  group.findLast(({ row }) => isHeld('checked', row, tree)) ?? group.findLast((one) => isMarked(one, tree));

function ownerSelect(option: number, tree: Tree): number {
  for (let at = tree.parent[option]; at >= 0; at = tree.parent[at])
    if (htmlTag(at, tree) === 'select') return at;
  return -1;
}

export function optionsOf(select: number, tree: Tree): number[] {
  const options: number[] = [];
  for (let at = select + 1; at < tree.end[select]; at++) if (htmlTag(at, tree) === 'option') options.push(at);
  return options;
}

/** How many lines a list shows (HTML Standard §4.10.7). */
export function linesOf({ has, get }: Control): number {
  const size = /^\s*\+?\d+/.test(get('size')) ? parseInt(get('size'), 10) : 0;
  return size || (has('multiple') ? 4 : 1);
}

/** HTML Standard §4.10.7: without a chosen option a drop-down shows its first one that is not disabled. */
export function isSelected(option: number, tree: Tree): boolean {
  const select = ownerSelect(option, tree);
  const told = toldOf(option, tree);
  const own = isMarked(controlOf(option, tree), tree) || isHeld('checked', option, tree);
  if (select < 0) return own;
  const control = controlOf(select, tree);
  if (control.has('multiple')) return own;
  const options = optionsOf(select, tree);
  const held = options.findLast((at) => isHeld('checked', at, tree));
  if (held !== undefined) return held === option;
  if (told) return told.has('checked');
  const marked = options.filter((at) => tree.attributes[at].has('selected'));
  if (marked.length) return marked[marked.length - 1] === option;
  // What shows first was found when the page opened: switched off afterwards it stays.
  const { attributes } = tree.bare?.tree ?? tree;
  const isShown = (at: number) =>
    !attributes[at].has('disabled') &&
    !(htmlTag(tree.parent[at], tree) === 'optgroup' && attributes[tree.parent[at]].has('disabled'));
  return linesOf(control) === 1 && options.find(isShown) === option;
}

export function isDefault(control: Control, tree: Tree): boolean {
  if (control.tag === 'option') return control.has('selected');
  if (control.tag === 'input' && /^(checkbox|radio)$/.test(control.type)) return control.has('checked');
  if (!isSubmit(control)) return false;
  const form = formOf(control.row, tree);
  if (form < 0) return false;
  for (let at = 0; at < tree.size; at++)
    if (isSubmit(controlOf(at, tree)) && formOf(at, tree) === form) return at === control.row;
  return false;
}

function isSubmit({ tag, type, get }: Control): boolean {
  if (tag === 'button') return !/^(reset|button)$/i.test(get('type'));
  return tag === 'input' && (type === 'submit' || type === 'image');
}

export function isIndeterminate(control: Control, tree: Tree): boolean {
  if (control.tag === 'progress') return !control.has('value');
  if (control.tag !== 'input') return false;
  if (control.type === 'checkbox')
    return (
      !isHeld('checked', control.row, tree) && (toldOf(control.row, tree)?.has('indeterminate') ?? false)
    );
  if (control.type !== 'radio') return false;
  return chosenOf(radioGroup(control, tree), tree) === undefined;
}

export function canBeRequired({ tag, type }: Control): boolean {
  if (tag === 'select' || tag === 'textarea') return true;
  return tag === 'input' && !/^(hidden|range|color|submit|image|reset|button)$/.test(type);
}

/** HTML Standard §4.16.3; of other than form controls what may be edited, up to the next that is no HTML. */
export function isReadWrite({ row, tag, type, has }: Control, tree: Tree): boolean {
  if (tag === 'textarea') return !has('readonly') && !isDisabled(row, tree);
  if (tag === 'input') return typed.test(type) && !has('readonly') && !isDisabled(row, tree);
  for (let at = row; at >= 0 && tree.isHtml[at]; at = tree.parent[at]) {
    const editable = tree.attributes[at].get('contenteditable')?.toLowerCase() ?? 'x';
    if (/^(|true|plaintext-only)$/.test(editable)) return true;
    if (editable === 'false') return false;
  }
  return false;
}
