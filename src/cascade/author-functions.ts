// Functions of an author's own (CSS Functions and Mixins 1 §2): which one counts, what it gives, what it reads.
import type { AuthorFunction, Page, StyleSet } from '../page/index.js';
import { fitsSyntax } from '../value/index.js';
import { containersHold } from './containers.js';
import { choiceHolds } from './style-queries.js';
import { isCall, namesReadIn, substituted, type Call, type Fillings } from './substitute.js';
import { parentOf } from './surroundings.js';
import type { Target } from './types.js';

/** Functions in functions; engines stop somewhere too. */
const deepestCalls = 100;

const ranks = new WeakMap<Page, Int32Array>();

/** The function of a name that counts on a page; undefined for none. Those of components are not looked at. */
function functionOf(page: Page, name: string): AuthorFunction | undefined {
  const { functions, layers } = page.overlay?.styles ?? page.styles;
  let ofLayers = ranks.get(page);
  if (!ofLayers) ranks.set(page, (ofLayers = layers.ranks((condition) => page.isActive(condition))));
  let found: AuthorFunction | undefined;
  for (const one of functions)
    if (one.name === name && page.isActive(one.condition))
      if (!found || ofLayers[one.layer] >= ofLayers[found.layer]) found = one;
  return found;
}

/**
 * What a function gives for these arguments, each filled in already; undefined where it has no value. What is neither its own nor a
 * parameter is what it is where the function is called.
 */
export function resultOf(
  page: Page,
  target: Target,
  { name, arguments: count, given: fill, calls }: Call,
  outer: Fillings,
): string | undefined {
  const called = functionOf(page, name);
  if (!called || count > called.parameters.length || calls?.has(name)) return undefined;
  if (outer.callsLeft.amount-- <= 0 || (calls?.size ?? 0) > deepestCalls) return undefined;
  const given = fill();
  const parent = parentOf(target);
  const said = new Map<string, string>();
  for (const { name: property, value, condition, containers } of called.said)
    if (page.isActive(condition) && containersHold(page, { containers }, parent)) said.set(property, value);
  const known = new Map<string, string | undefined>();
  let depth = 0;
  const inner: Fillings = {
    ...outer,
    calls: new Set([...(calls ?? []), name]),
    variable: (variable) => {
      if (known.has(variable)) return known.get(variable);
      if (depth > deepestCalls) return undefined;
      // What is made of itself has no value.
      known.set(variable, undefined);
      depth++;
      const value = find(variable);
      depth--;
      known.set(variable, value);
      return value;
    },
    circle: { isMet: false },
    isCircular: (variable) => !isOwn(variable) && outer.isCircular?.(variable) === true,
    holds: (asked) => choiceHolds(page, target, asked, inner),
    result: (call) => resultOf(page, target, call, inner),
  };
  const isOwn = (variable: string) =>
    said.has(variable) || called.parameters.some((one) => one.name === variable);
  const find = (variable: string): string | undefined => {
    const local = said.get(variable);
    if (local !== undefined && /^(inherit|unset)$/i.test(local)) return outer.variable(variable);
    // What a variable of its own is at first is what is given under that name.
    if (local !== undefined && !/^initial$/i.test(local)) return substituted(local, inner)?.trim();
    const at = called.parameters.findIndex((one) => one.name === variable);
    if (at < 0) return local === undefined ? outer.variable(variable) : undefined;
    const { syntax, usual } = called.parameters[at];
    const own = given[at];
    if (own !== undefined && fitsSyntax(syntax, own)) return own;
    const instead = usual === undefined ? undefined : substituted(usual, inner)?.trim();
    return instead !== undefined && fitsSyntax(syntax, instead) ? instead : undefined;
  };
  // All of them are read, whether or not the result is made of them.
  for (const local of said.keys()) if (local !== 'result') inner.variable(local);
  const result = said.has('result') ? substituted(said.get('result')!, inner)?.trim() : undefined;
  return result !== undefined && fitsSyntax(called.returns, result) ? result : undefined;
}

/** The variables that a function of that name may read on the one that calls it, also through others; [] for none. */
export function readByFunction({ functions }: Pick<StyleSet, 'functions'>, name: string): readonly string[] {
  let byName = read.get(functions);
  if (!byName) read.set(functions, (byName = new Map()));
  let names = byName.get(name);
  if (!names) byName.set(name, (names = findRead(functions, name)));
  return names;
}

const read = new WeakMap<StyleSet['functions'], Map<string, readonly string[]>>();

function findRead(functions: StyleSet['functions'], name: string): string[] {
  const names = new Set<string>();
  const open = [name];
  const seen = new Set(open);
  for (let one = open.pop(); one !== undefined; one = open.pop())
    for (const { name: own, parameters, said } of functions) {
      if (own !== one) continue;
      const inside = new Set([...parameters, ...said].map((each) => each.name));
      const values = [...said.map(({ value }) => value), ...parameters.map(({ usual = '' }) => usual)];
      for (const read of values.flatMap(namesReadIn)) {
        if (!isCall(read)) {
          if (!inside.has(read)) names.add(read);
        } else if (!seen.has(read.slice(0, -1))) {
          seen.add(read.slice(0, -1));
          open.push(read.slice(0, -1));
        }
      }
    }
  return [...names];
}

/** Names that values read, with the variables that the functions among them read. */
export const withFunctions = (
  names: readonly string[],
  styles: Pick<StyleSet, 'functions'>,
): readonly string[] =>
  names.some(isCall)
    ? names.flatMap((name) => (isCall(name) ? readByFunction(styles, name.slice(0, -1)) : [name]))
    : names;
