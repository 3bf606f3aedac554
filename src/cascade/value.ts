import type { Page, PageElement } from '../page/index.js';
import { canonicalProperty, initialValue, isInherited } from '../value/index.js';
import { fillAttributes } from './attributes.js';
import { standingContest } from './entries.js';
import { longhandValue } from './longhand-value.js';
import { Level, type Candidate } from './rank.js';
import { isOfSyntax, registeredProperty } from './registered.js';
import { standingCandidates } from './standing.js';
import { elementOf, pseudoOf, type Declaration, type Target } from './types.js';
import { fillVariables } from './variables.js';

/**
 * The value that a longhand of a target takes, as text with its `var()` filled in: the winner's own value,
 * the parent's where it is inherited, else the initial one. '' where it cannot be told from the text.
 */
export function valueOf(page: Page, target: Target, longhand: string): string {
  const name = canonicalProperty(longhand);
  const { entries, inheritedFrom } = standingContest(page, target, name);
  if (entries.length === 0) return initialOf(page, name);
  const from = inheritedFrom ?? target;
  const specified = specifiedFrom(page, from, name, standingCandidates(page, from, name));
  return specified.inheritsFrom ? valueOf(page, specified.inheritsFrom, name) : (specified.value ?? '');
}

/** A specified value (CSS Cascade 5 §4.3), or the box whose computed value is taken. */
export interface Specified {
  /** undefined where it is inherited, or cannot be told from the text. */
  readonly value?: string;
  readonly inheritsFrom?: PageElement;
}

/** What a longhand is specified as where these candidates, winner first, compete for it on the target. */
export function specifiedFrom(
  page: Page,
  target: Target,
  longhand: string,
  candidates: readonly Candidate[],
): Specified {
  if (candidates.length === 0) return inheritedOrInitial(page, target, longhand);
  const [candidate] = candidates;
  const { declaration } = candidate;
  const filled = fillVariables(page, target, declaration.value);
  const isFilled = filled !== declaration.value;
  // Invalid at computed-value time (CSS Variables 1 §3.1).
  // A variable that is not registered then has no value at all, and takes none from its parent.
  if (filled === undefined && longhand.startsWith('--') && !registeredProperty(page, longhand))
    return { value: '' };
  if (filled === undefined || (isFilled && page.grammar.check(declaration.property, filled.trim())))
    return inheritedOrInitial(page, target, longhand);
  const isCustom = longhand.startsWith('--');
  if (isCustom && !isOfSyntax(page, longhand, filled)) return inheritedOrInitial(page, target, longhand);
  const value = isCustom
    ? filled
    : longhandValue(
        isFilled ? filledDeclaration(declaration, filled.trim()) : declaration,
        candidate.flowRelative ?? longhand,
      );
  if (value === undefined) return {};
  switch (value.toLowerCase()) {
    case 'inherit':
      return inherited(page, target, longhand);
    // In quirks mode a table has the colour of the body (Quirks Mode Standard §3.6).
    case '-internal-quirk-inherit': {
      const body = page.elements.find(({ tag }) => tag === 'body');
      return body ? { inheritsFrom: body } : inherited(page, target, longhand);
    }
    case 'initial':
      return { value: initialOf(page, longhand) };
    case 'unset':
      return inheritedOrInitial(page, target, longhand);
    case 'revert':
    case 'revert-layer':
      return specifiedFrom(page, target, longhand, rolledBack(candidates, value.toLowerCase() === 'revert'));
    default:
      return { value: longhand === 'content' ? fillAttributes(target, value) : value };
  }
}

const filledOnes = new WeakMap<Declaration, Map<string, Declaration>>();

/** One object for each text that a declaration becomes once its variables are filled in: taking it apart is slow. */
function filledDeclaration(declaration: Declaration, value: string): Declaration {
  let known = filledOnes.get(declaration);
  if (!known) filledOnes.set(declaration, (known = new Map()));
  let filled = known.get(value);
  if (!filled) known.set(value, (filled = { ...declaration, value }));
  return filled;
}

/**
 * CSS Cascade 5 §7.3.4–7.3.5: what is left when the winner's whole origin, or its layer and those above it, are
 * left out. Attributes of the markup count as the author's for `revert`, and as a layer below all others for
 * `revert-layer`.
 */
function rolledBack(candidates: readonly Candidate[], wholeOrigin: boolean): readonly Candidate[] {
  const [candidate] = candidates;
  if (candidate.level === Level.UserAgent) return [];
  const rank = layerRank(candidate);
  return candidates.filter((one) => one.level === Level.UserAgent || (!wholeOrigin && layerRank(one) < rank));
}

/** Important declarations rank layers the other way round; here a layer has one rank, whatever the importance. */
function layerRank({ level, layer, attached, declaration }: Candidate): number {
  if (level < Level.Author) return -1;
  return (declaration.important ? -layer : layer) + attached / 2;
}

function initialOf(page: Page, longhand: string): string {
  return longhand.startsWith('--')
    ? (registeredProperty(page, longhand)?.initial ?? '')
    : initialValue(longhand);
}

function inheritedOrInitial(page: Page, target: Target, longhand: string): Specified {
  const inherits = registeredProperty(page, longhand)?.inherits ?? isInherited(longhand);
  return inherits ? inherited(page, target, longhand) : { value: initialOf(page, longhand) };
}

function inherited(page: Page, target: Target, longhand: string): Specified {
  const parent = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  return parent ? { inheritsFrom: parent } : { value: initialOf(page, longhand) };
}
