import type { Page } from '../page/index.js';
import { canonicalProperty, initialValue, isInherited, splitShorthand } from '../value/index.js';
import { contest } from './contest.js';
import { elementOf, pseudoOf, type Declaration, type Target } from './types.js';

/**
 * The value that a longhand of a target takes, as text with its `var()` filled in: the winner's own value,
 * the parent's where it is inherited, else the initial one. '' where it cannot be told from the text.
 */
export function valueOf(page: Page, target: Target, longhand: string): string {
  const name = canonicalProperty(longhand);
  const { entries, inheritedFrom } = contest(page, target, name);
  if (entries.length === 0) return initialValue(name);
  return resolve(page, inheritedFrom ?? target, name, entries[0].declaration, 0);
}

/** One longhand's part of a declaration's value: `solid` of `border: 1px solid red` for `border-top-style`. */
export function longhandValue(declaration: Declaration, longhand: string): string | undefined {
  if (declaration.origin === 'presentational-hint') return declaration.value;
  const split = splitShorthand(declaration.property, declaration.value);
  return split?.get(longhand) ?? (split?.size === 1 ? [...split.values()][0] : logicalPart(split, longhand));
}

/** The part of a flow-relative shorthand for a physical longhand, in the usual flow. */
function logicalPart(split: ReadonlyMap<string, string> | undefined, longhand: string): string | undefined {
  if (!split) return undefined;
  const sides: Record<string, string> = {
    top: 'block-start',
    bottom: 'block-end',
    left: 'inline-start',
    right: 'inline-end',
  };
  const logical = longhand.replace(/top|bottom|left|right/, (side) => sides[side]);
  return split.get(logical) ?? split.get(`inset-${logical}`);
}

function resolve(
  page: Page,
  target: Target,
  longhand: string,
  declaration: Declaration,
  depth: number,
): string {
  if (depth > 32) return '';
  const filled = fillVariables(page, target, declaration.value, new Set());
  if (filled === undefined) return inheritOr(page, target, longhand);
  const value = longhandValue({ ...declaration, value: filled }, longhand);
  if (value === undefined) return '';
  switch (value.toLowerCase()) {
    case 'inherit':
      return parentValue(page, target, longhand);
    case 'initial':
      return initialValue(longhand);
    case 'unset':
      return inheritOr(page, target, longhand);
    case 'revert':
    case 'revert-layer':
      return rolledBack(page, target, longhand, declaration, depth);
    default:
      return value;
  }
}

/** CSS Cascade 5 §7.3.5: what stands below the declaration's origin. */
function rolledBack(
  page: Page,
  target: Target,
  longhand: string,
  declaration: Declaration,
  depth: number,
): string {
  const { entries } = contest(page, target, longhand);
  const below = entries.find((entry) => entry.declaration.origin === 'user-agent');
  return below && declaration.origin !== 'user-agent'
    ? resolve(page, target, longhand, below.declaration, depth + 1)
    : inheritOr(page, target, longhand);
}

function inheritOr(page: Page, target: Target, longhand: string): string {
  return isInherited(longhand) ? parentValue(page, target, longhand) : initialValue(longhand);
}

function parentValue(page: Page, target: Target, longhand: string): string {
  const parent = pseudoOf(target) ? elementOf(target) : elementOf(target).parent;
  return parent ? valueOf(page, parent, longhand) : initialValue(longhand);
}

/** CSS Variables 1 §3: `var()` filled in; undefined where a variable is missing or runs in a circle. */
export function fillVariables(
  page: Page,
  target: Target,
  value: string,
  open: ReadonlySet<string>,
): string | undefined {
  const start = /(^|[^\w-])var\(/i.exec(value);
  if (!start) return value;
  const from = start.index + start[0].length;
  let depth = 1;
  let at = from;
  for (; at < value.length && depth > 0; at++) {
    if (value[at] === '(') depth++;
    if (value[at] === ')') depth--;
  }
  const inner = value.slice(from, depth === 0 ? at - 1 : at);
  const comma = inner.indexOf(',');
  const name = (comma < 0 ? inner : inner.slice(0, comma)).trim();
  const fallback = comma < 0 ? undefined : inner.slice(comma + 1).trim();
  const own = open.has(name) ? undefined : variableValue(page, target, name, new Set([...open, name]));
  const filling = own ?? (fallback === undefined ? undefined : fillVariables(page, target, fallback, open));
  if (filling === undefined) return undefined;
  const before = value.slice(0, start.index) + start[1] + filling;
  const rest = fillVariables(page, target, value.slice(at), open);
  // Variables that double each other would fill the memory; engines give up on them too (CSS Variables 1 §3.3).
  return rest === undefined || before.length + rest.length > longestValue ? undefined : before + rest;
}

/** Characters. */
const longestValue = 0x10000;

function variableValue(
  page: Page,
  target: Target,
  name: string,
  open: ReadonlySet<string>,
): string | undefined {
  if (!name.startsWith('--')) return undefined;
  const { entries, inheritedFrom } = contest(page, target, name);
  if (entries.length === 0 || entries[0].declaration.value.toLowerCase() === 'initial') return undefined;
  return fillVariables(page, inheritedFrom ?? target, entries[0].declaration.value, open);
}

/** The names of the variables that a value reads, in order; [] for none. */
export function variablesIn(value: string): string[] {
  return [...value.matchAll(/(?:^|[^\w-])var\(\s*(--[^\s,)]+)/gi)].map(([, name]) => name);
}
