import {
  canBeRequired,
  controlOf,
  formOf,
  isChecked,
  isDisabled,
  isHeld,
  isSelected,
  linesOf,
  optionsOf,
  radioGroup,
  toldOf,
  typed,
  type Control,
} from './form-control.js';
import { numbersOf, readNumber } from './input-numbers.js';
import type { Tree } from './tree.js';

/** What a control has as its value once the browser has put right what the markup says (HTML Standard §4.10.5). */
export function valueOf({ row, tag, type, has, get }: Control, tree: Tree): string {
  if (tag === 'textarea') return tree.ownTextOf(row);
  const written = get('value');
  const numbers = numbersOf(type);
  if (numbers) return Number.isNaN(numbers.read(written)) ? '' : written;
  if (type === 'file') return '';
  if (!typed.test(type)) return written;
  const oneLine = written.replace(/[\r\n]/g, '');
  if (type === 'email' && has('multiple'))
    return oneLine
      .split(',')
      .map((part) => part.trim())
      .join();
  return type === 'email' || type === 'url' ? oneLine.trim() : oneLine;
}

/** HTML Standard §4.10.21.1, as far as the markup decides it; '' for what is not asked. */
export function validity(control: Control, tree: Tree): 'valid' | 'invalid' | '' {
  const { row, tag, type, has, get } = control;
  if (tag === 'form' || tag === 'fieldset') {
    if (isHeld('invalid', row, tree)) return 'invalid';
    for (let at = 0; at < tree.size; at++) {
      const one = controlOf(at, tree);
      if (!/^(input|select|textarea|button)$/.test(one.tag)) continue;
      const isIn = tag === 'form' ? formOf(at, tree) === row : at > row && at < tree.end[row];
      if (isIn && validity(one, tree) === 'invalid') return 'invalid';
    }
    return 'valid';
  }
  if (!/^(input|select|textarea|button)$/.test(tag)) return '';
  const isBarred =
    isDisabled(row, tree) ||
    (tag === 'input' && /^(hidden|reset|button|image)$/.test(type)) ||
    (tag === 'button' && /^(reset|button)$/i.test(get('type'))) ||
    (/^(input|textarea)$/.test(tag) && has('readonly')) ||
    isInSuggestions(row, tree);
  if (isBarred) return '';
  const held = (['invalid', 'valid'] as const).find((name) => isHeld(name, row, tree));
  if (held) return held;
  const told = toldOf(row, tree);
  const isChosenAnew = tree.held.has('checked') && isMissing(control, tree) !== wasMissing(control, tree);
  if (told && !isChosenAnew) return told.has('invalid') ? 'invalid' : 'valid';
  return isMissing(control, tree) || isMalformed(control, tree) ? 'invalid' : 'valid';
}

function isInSuggestions(row: number, tree: Tree): boolean {
  for (let up = tree.parent[row]; up >= 0; up = tree.parent[up])
    if (controlOf(up, tree).tag === 'datalist') return true;
  return false;
}

/** The same without anything that is held. */
const wasMissing = (control: Control, tree: Tree): boolean => isMissing(control, tree.bare?.tree ?? tree);

function isMissing(control: Control, tree: Tree): boolean {
  const { row, tag, type, has } = control;
  if (tag === 'input' && type === 'radio') {
    // Of a button without a name engines ask nothing.
    const group = control.get('name') === '' ? [] : radioGroup(control, tree);
    return group.some((one) => one.has('required')) && !group.some((one) => isChecked(one, tree));
  }
  if (!canBeRequired(control) || !has('required')) return false;
  if (type === 'checkbox' && tag === 'input') return !isChecked(control, tree);
  if (tag !== 'select') return valueOf(control, tree) === '';
  const chosen = optionsOf(row, tree).filter((at) => isSelected(at, tree));
  // Only the first thing in the list can be a label for nothing chosen.
  const isLabel = (at: number) =>
    !has('multiple') && linesOf(control) === 1 && tree.parent[at] === row && at === firstItem(row, tree);
  return !chosen.some((at) => {
    const value = tree.attributes[at].get('value') ?? textOf(at, tree).trim();
    return !(value === '' && isLabel(at));
  });
}

function firstItem(select: number, tree: Tree): number {
  for (let at = tree.firstChild[select]; at >= 0; at = tree.next[at])
    if (/^(option|optgroup|hr)$/.test(controlOf(at, tree).tag)) return at;
  return -1;
}

const textOf = (row: number, tree: Tree) => [...tree.textsIn(row)].map(({ text }) => text).join('');

const mailbox =
  /^[\w.!#$%&'*+/=?^`{|}~-]+@[a-z\d](?:[a-z\d-]{0,61}[a-z\d])?(?:\.[a-z\d](?:[a-z\d-]{0,61}[a-z\d])?)*$/i;

function isMalformed(control: Control, tree: Tree): boolean {
  const { tag, type, has, get } = control;
  const value = valueOf(control, tree);
  if (tag !== 'input' || value === '') return false;
  const parts = type === 'email' && has('multiple') ? value.split(',') : [value];
  if (type === 'email' && !parts.every((one) => mailbox.test(one))) return true;
  if (type === 'url' && !/^[a-z][a-z\d+.-]*:\S/i.test(value)) return true;
  if (has('pattern') && /^(|text|search|tel|url|email|password)$/.test(type)) {
    try {
      const pattern = new RegExp(`^(?:${get('pattern')})$`, 'v');
      // A pattern of its own must be one, too: `)(` closes what stands around it.
      new RegExp(get('pattern'), 'v');
      return !parts.every((one) => pattern.test(one));
    } catch {
      return false;
    }
  }
  return rangeState(control, tree) === 'out-of-range' || isBetweenSteps(control, value);
}

/** Steps are counted from the least value; without one they begin at the value that stands in the markup. */
function isBetweenSteps({ type, get }: Control, value: string): boolean {
  const numbers = type === 'range' ? undefined : numbersOf(type);
  const step = get('step');
  const least = numbers ? numbers.read(get('min')) : NaN;
  if (!numbers || Number.isNaN(least) || step.toLowerCase() === 'any') return false;
  const asked = readNumber(step);
  const steps = asked > 0 ? asked : numbers.usual;
  const isWhole = /^(date|week|month)$/.test(type);
  const length = (isWhole ? Math.max(1, Math.round(steps)) : steps) * numbers.scale;
  const rest = Math.abs((numbers.read(value) - least) / length) % 1;
  return Math.min(rest, 1 - rest) > 1e-9;
}

/** Whether a value stands in its range; engines say so of what has no range too, where it has no value either. */
export function rangeState(control: Control, tree: Tree): 'in-range' | 'out-of-range' | '' {
  const { row, tag, type, has, get } = control;
  const numbers = tag === 'input' ? numbersOf(type) : undefined;
  if (!numbers || has('readonly') || isDisabled(row, tree) || isInSuggestions(row, tree)) return '';
  const ranges = ['out-of-range', 'in-range'] as const;
  const held = ranges.find((name) => isHeld(name, row, tree));
  if (held) return held;
  const told = toldOf(row, tree);
  if (told) return ranges.find((name) => told.has(name)) ?? '';
  const value = numbers.read(get('value'));
  // What slides stands between its ends.
  if (Number.isNaN(value) || type === 'range') return 'in-range';
  const [least, most] = [numbers.read(get('min')), numbers.read(get('max'))];
  if (Number.isNaN(least) && Number.isNaN(most)) return '';
  const isOut = numbers.turns && most < least ? value > most && value < least : value < least || value > most;
  return isOut ? 'out-of-range' : 'in-range';
}
