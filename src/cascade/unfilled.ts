import type { Page, StyleSet } from '../page/index.js';
import { list, nearest, shorten } from '../text/index.js';
import { asksForAnchor, type AnchorLack } from './anchors.js';
import { standingCandidates } from './standing.js';
import { isSubstituted, variablesIn } from './substitute.js';
import type { Declaration, Target } from './types.js';
import { filledValue, missingAnchor } from './value.js';
import { variableOf } from './variables.js';

type Said = Pick<Declaration, 'property' | 'value'>;

/** What is said of a declaration that beats the page's value and puts none in its place, and what to do. */
export interface Unfilled {
  readonly why: string;
  readonly remedy: string;
}

/**
 * Why variables (CSS Variables 1 §3.1), or anchors that are not there, leave a declaration without a value on a target, in words; undefined
 * where it has one.
 */
export function unfilledOn(view: Page, target: Target, { property, value }: Said): Unfilled | undefined {
  if (property.startsWith('--') || !(isSubstituted(value) || asksForAnchor(value))) return undefined;
  const filled = filledValue(view, target, { property, value });
  if (filled === undefined || view.grammar.check(property, filled.trim()))
    return ofVariables(view, target, { property, value }, filled);
  const lack = missingAnchor(view, target, filled);
  return lack && ofAnchor(lack);
}

function ofVariables(
  view: Page,
  target: Target,
  { property, value }: Said,
  filled: string | undefined,
): Unfilled {
  const names = variablesIn(value);
  if (filled !== undefined)
    return {
      why: `it comes to "${shorten(filled, 40)}", which is no value for ${property}`,
      remedy: names.length ? fitting : fallback,
    };
  const empty = names.filter((name) => variableOf(view, target, name) === undefined);
  const all = declaredOn(view);
  const isValue = (name: string) => variableOf(view, target, name) !== undefined;
  // Names of the page come before those of the draft.
  const near = [declaredBy(view.styles), all]
    .map((names) =>
      empty
        .filter((name) => !all.has(name))
        .flatMap((name) => nearest(name, names.keys()))
        .filter(isValue),
    )
    .find((names) => names.length > 0);
  const set = empty.find((name) => all.has(name) && standingCandidates(view, target, name).length === 0);
  return {
    why: emptyWords(value, names),
    remedy: near ? meant(near) : set ? setElsewhere(set, all.get(set)!) : names.length ? fitting : fallback,
  };
}

const meant = (names: readonly string[]): string =>
  `Did you mean ${list(
    names.map((name) => `var(${name})`),
    'or',
  )}?`;

const setElsewhere = (name: string, { selector, isOnly }: Setter): string =>
  `${selector}${isOnly ? ' alone sets' : ' and others set'} ${name}: set it on the thing too, or write a fallback into var(), behind a comma.`;

const fitting = 'Give the variable a value that fits, or write a fallback into var(), behind a comma.';
const fallback = 'Write a fallback into the brackets, behind a comma.';

/** The first rule that sets a variable. */
interface Setter {
  readonly selector: string;
  readonly isOnly: boolean;
}

type Declared = ReadonlyMap<string, Setter>;

const declared = new WeakMap<StyleSet, Declared>();

/** The variables that rules of a page and its draft set, whatever they match. */
const declaredOn = ({ styles, overlay }: Page): Declared =>
  new Map([overlay?.styles, styles].flatMap((one) => (one ? [...declaredBy(one)] : [])));

function declaredBy(styles: StyleSet): Declared {
  const known = declared.get(styles);
  if (known) return known;
  const found = new Map<string, Setter>();
  for (const { declarations, fullSelector } of styles.blocks)
    for (const { property } of declarations) {
      if (!property.startsWith('--')) continue;
      const { selector = fullSelector } = found.get(property) ?? {};
      found.set(property, { selector, isOnly: selector === fullSelector });
    }
  declared.set(styles, found);
  return found;
}

function emptyWords(value: string, names: readonly string[]): string {
  if (names.length === 0)
    return /(?<![\w-])attr\(/i.test(value)
      ? 'the thing has no attribute that attr() could read so'
      : 'no device has what env() names';
  return `${list(names)} ${names.length === 1 ? 'has' : 'have'} no value there`;
}

function ofAnchor(lack: AnchorLack): Unfilled {
  const orFallback = 'or write a fallback into the brackets, behind a comma.';
  if (lack === 'position')
    return {
      why: 'only things with position: absolute or fixed are measured by an anchor',
      remedy: `Give the thing position: absolute and name its anchor in the brackets, ${orFallback}`,
    };
  if (lack === 'name')
    return {
      why: 'no anchor is named',
      remedy: `Write the anchor’s name into the brackets (it has it by anchor-name), ${orFallback}`,
    };
  return {
    why: `nothing on the page has anchor-name: ${lack.unnamed}`,
    remedy: `Give the anchor the name, with anchor-name: ${lack.unnamed}, ${orFallback}`,
  };
}
