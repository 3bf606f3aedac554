// Whether a target has the style that a query asks for (CSS Conditional 5 §5.3), and which variables queries ask about.
import { abilitiesOf, type Page, type StyleBlock, type StyleSet } from '../page/index.js';
import {
  combine,
  holds,
  parseContainer,
  supports,
  truthOfMedia,
  variablesAsked,
  type ChoiceLeaf,
  type StyleLeaf,
  type Truth,
} from '../sheet/index.js';
import { fitsSyntax } from '../value/index.js';
import { computedAs, isValueAlready } from './computed.js';
import { isOfSyntax, registeredProperty } from './registered.js';
import { parentOf } from './surroundings.js';
import type { Target } from './types.js';
import { isSubstituted, readVariable, substituted, type Fillings } from './substitute.js';
import { fillingsOf, variableOf } from './variables.js';

/** undefined where only fonts or layout know. */
export function hasStyle(
  page: Page,
  target: Target,
  asked: StyleLeaf,
  fillings = fillingsOf(page, target),
): boolean | undefined {
  if (asked.kind === 'range') return isInRange(page, target, asked, fillings);
  const { name, value } = asked;
  const own = readVariable(fillings, name);
  if (fillings.circle.isMet) return false;
  const registered = registeredProperty(page, name);
  if (value === undefined)
    return (
      own !== undefined &&
      (registered?.initial === undefined || !isValueAlready(page, target, name, 'initial'))
    );
  // What steps back in the cascade has nothing to step back for (§5.3).
  if (/^revert(-layer)?$/i.test(value)) return false;
  if (registered && registered.syntax.trim() !== '*') {
    const filled = substituted(value, fillings);
    if (filled === undefined || fillings.circle.isMet) return false;
    return isOfSyntax(page, name, filled) && isValueAlready(page, target, name, filled);
  }
  const wanted = wantedOf(page, target, asked, fillings);
  return !fillings.circle.isMet && own?.trim() === wanted;
}

function wantedOf(
  page: Page,
  target: Target,
  { name, value = '' }: Extract<StyleLeaf, { kind: 'style' }>,
  fillings: Fillings,
): string | undefined {
  const registered = registeredProperty(page, name);
  const above = () => {
    const parent = parentOf(target);
    return parent ? variableOf(page, parent, name)?.trim() : undefined;
  };
  switch (value.toLowerCase()) {
    case 'initial':
      return registered?.initial?.trim();
    case 'unset':
      return registered && !registered.inherits ? registered.initial?.trim() : above();
    case 'inherit':
      return above();
    default:
      return substituted(value, fillings)?.trim();
  }
}

const kinds = ['<number>', '<percentage>', '<length>', '<angle>', '<time>', '<resolution>'];

function isInRange(
  page: Page,
  target: Target,
  { read, comparisons }: Extract<StyleLeaf, { kind: 'range' }>,
  fillings: Fillings,
): boolean | undefined {
  const texts: string[] = [];
  for (const one of read) {
    const isName = /^--[^(]*$/.test(one);
    const text = (isName ? readVariable(fillings, one) : substituted(one, fillings))?.trim();
    // Engines read no further where one has nothing to compare, as all that is read in a circle.
    const isInVain = fillings.circle.isMet && (isName || isSubstituted(one));
    if (isInVain || text === undefined || !kinds.some((kind) => fitsSyntax(kind, text))) return false;
    texts.push(text);
  }
  if (fillings.circle.isMet) return false;
  const answers = comparisons.map(({ left, operator, right }) => {
    const [a, b] = [texts[left], texts[right]];
    const kind = kinds.find((each) => fitsSyntax(each, a) && fitsSyntax(each, b));
    if (!kind) return false;
    const [low, high] = [a, b].map((text) => amountOf(computedAs(page, target, kind, text)));
    return low === undefined || high === undefined ? undefined : compared(low, operator, high);
  });
  return combine(answers, false);
}

function compared(low: number, operator: '=' | '<' | '<=' | '>' | '>=', high: number): boolean {
  switch (operator) {
    case '=':
      return low === high;
    case '<':
      return low < high;
    case '<=':
      return low <= high;
    case '>':
      return low > high;
    case '>=':
      return low >= high;
  }
}

/** undefined where it is no single number with its unit. */
const amountOf = (text: string): number | undefined =>
  /^[-+]?[\d.]+(e[-+]?\d+)?(px|%|deg|s|dppx)?$/.test(text) ? parseFloat(text) : undefined;

/** Whether what a choice inside a value asks for holds for a target (CSS Values 5 §8). */
export function choiceHolds(page: Page, target: Target, asked: ChoiceLeaf, fillings: Fillings): Truth {
  switch (asked.kind) {
    case 'media':
      // What engines do not know is unknown only where it has no brackets of its own; within them it does not hold.
      return (asked.isBare ? truthOfMedia : holds)(asked.query, page.conditions);
    case 'supports': {
      const isKnown = supports(asked.text, abilitiesOf(page.grammar, page.tree.names, page.tree.quirks));
      return isKnown || !asked.isBare ? isKnown : undefined;
    }
    default: {
      if (asked.kind === 'range') return hasStyle(page, target, asked, fillings);
      const own = readVariable(fillings, asked.name);
      if (fillings.circle.isMet) return false;
      // Choices take the initial value of a registered variable for one too, and what has no value for nothing's.
      if (asked.value === undefined) return own !== undefined;
      return substituted(asked.value, fillings) !== undefined && hasStyle(page, target, asked, fillings);
    }
  }
}

const askedIn = new WeakMap<StyleSet, ReadonlySet<string>>();

/** The variables that container queries of a text ask about; empty for most. */
export function variablesAskedIn(styles: StyleSet): ReadonlySet<string> {
  let found = askedIn.get(styles);
  if (!found) askedIn.set(styles, (found = new Set(styles.blocks.flatMap(askedBy))));
  return found;
}

const read = new Map<string, readonly string[]>();

/** The variables that the container queries around a rule ask about; [] for most. */
export function askedBy({ containers }: StyleBlock): readonly string[] {
  if (containers.length === 0) return [];
  return containers.flatMap((text) => {
    let names = read.get(text);
    if (!names) read.set(text, (names = (parseContainer(text) ?? []).flatMap(variablesAsked)));
    return names;
  });
}

/** Whether a rule may make container queries hold that did not, or the other way round. */
export const mayTurnQueries = ({ declarations }: StyleBlock, asked: ReadonlySet<string>): boolean =>
  declarations.some(
    ({ property }) => asked.has(property) || /^(container(-name|-type)?|all)$/i.test(property),
  );
