import type { Page } from '../page/index.js';
import { standingContest } from './entries.js';
import type { Target } from './types.js';

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
  const { entries, inheritedFrom } = standingContest(page, target, name);
  if (entries.length === 0 || entries[0].declaration.value.toLowerCase() === 'initial') return undefined;
  return fillVariables(page, inheritedFrom ?? target, entries[0].declaration.value, open);
}

/** The names of the variables that a value reads, in order; [] for none. */
export function variablesIn(value: string): string[] {
  return [...value.matchAll(/(?:^|[^\w-])var\(\s*(--[^\s,)]+)/gi)].map(([, name]) => name);
}
