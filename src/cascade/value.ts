import { isHighlight, saidByOwnBox } from '../facts/index.js';
import { inQuirks, type Page, type PageElement } from '../page/index.js';
import { canonicalProperty, initialValue } from '../value/index.js';
import { anchorLack, withoutAnchors, type AnchorLack } from './anchors.js';
import { standingContest } from './entries.js';
import { longhandValue } from './longhand-value.js';
import { asksForPlace, withPlace } from './places.js';
import { rolledBack, type Candidate } from './rank.js';
import { comesFromAbove, isOfSyntax, registeredProperty } from './registered.js';
import { standingCandidates } from './standing.js';
import { elementOf, pseudoOf, type Declaration, type Target } from './types.js';
import { fillVariables, isCircular, variableOf } from './variables.js';

/**
 * The value that a longhand of a target takes, as text with its `var()` filled in: the winner's own value,
 * the parent's where it is inherited, else the initial one. '' where it cannot be told from the text.
 */
export function valueOf(page: Page, target: Target, longhand: string): string {
  const name = canonicalProperty(longhand);
  if (name.startsWith('--')) return variableOf(page, target, name) ?? '';
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
  /** Whose own words the value is; undefined where a keyword stands for it, or nobody says it. */
  readonly from?: Declaration;
}

/** What a longhand is specified as where these candidates, winner first, compete for it on the target. */
export function specifiedFrom(
  page: Page,
  target: Target,
  longhand: string,
  candidates: readonly Candidate[],
): Specified {
  if (candidates.length === 0) {
    const takesAll = longhand.startsWith('--') && isHighlight(pseudoOf(target));
    return takesAll ? { inheritsFrom: elementOf(target) } : inheritedOrInitial(page, target, longhand);
  }
  const [candidate] = candidates;
  const { declaration } = candidate;
  const isCustom = longhand.startsWith('--');
  const filled =
    isCustom && isCircular(page, target, longhand, declaration.value)
      ? undefined
      : filledValue(page, target, declaration);
  const isFilled = filled !== declaration.value;
  // Invalid at computed-value time (CSS Variables 1 §3.1).
  // A variable that is not registered then has no value at all, and takes none from its parent.
  if (filled === undefined && isCustom && !registeredProperty(page, longhand)) return { value: '' };
  if (filled === undefined || (isFilled && page.grammar.check(declaration.property, filled.trim())))
    return inheritedOrInitial(page, target, longhand);
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
    case 'revert-layer': {
      const left = rolledBack(candidates, value.toLowerCase() === 'revert');
      return left.length
        ? specifiedFrom(page, target, longhand, left)
        : inheritedOrInitial(page, target, longhand);
    }
    default: {
      const left = isCustom
        ? value
        : withoutAnchors(page, target, value, (one, name) => valueOf(page, one, name));
      if (left === undefined || (left !== value && page.grammar.check(longhand, left)))
        return inheritedOrInitial(page, target, longhand);
      return { value: left, from: declaration };
    }
  }
}

/**
 * A declaration's value with its variables filled in, read as the page's mode has it; undefined where one has neither a value nor
 * a fallback.
 */
export function filledValue(
  page: Page,
  target: Target,
  { property, value }: Pick<Declaration, 'property' | 'value'>,
): string | undefined {
  const filled = withPlaceOf(page, target, property, fillVariables(page, target, value));
  if (filled === undefined || filled === value || !page.tree.quirks) return filled;
  return inQuirks({ property, value: filled.trim() }).value;
}

/** Why an anchor that a value asks for is not there, and no fallback either; undefined where there may be a value. */
export function missingAnchor(page: Page, target: Target, value: string): AnchorLack | undefined {
  const valueOn = (one: Target, name: string) => valueOf(page, one, name);
  const isMissing = withoutAnchors(page, target, value, valueOn) === undefined;
  return isMissing ? anchorLack(page, target, value, valueOn) : undefined;
}

/** Of a variable that is not registered the one who reads it is counted. */
function withPlaceOf(
  page: Page,
  target: Target,
  property: string,
  value: string | undefined,
): string | undefined {
  if (value === undefined || !asksForPlace(value)) return value;
  const isHandedOn = property.startsWith('--') && !registeredProperty(page, property);
  return isHandedOn ? value : withPlace(page, target, value);
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

function initialOf(page: Page, longhand: string): string {
  return longhand.startsWith('--')
    ? (registeredProperty(page, longhand)?.initial ?? '')
    : initialValue(longhand);
}

function inheritedOrInitial(page: Page, target: Target, longhand: string): Specified {
  return comesFromAbove(page, longhand)
    ? inherited(page, target, longhand)
    : { value: initialOf(page, longhand) };
}

function inherited(page: Page, target: Target, longhand: string): Specified {
  const pseudo = pseudoOf(target);
  // To marked text no variable is handed on from other marked text.
  if (longhand.startsWith('--') && isHighlight(pseudo)) return { value: initialOf(page, longhand) };
  const parent = pseudo ? elementOf(target) : elementOf(target).drawnIn;
  if (!parent) return { value: initialOf(page, longhand) };
  const said = pseudo ? undefined : saidBetween(page, elementOf(target), parent, longhand);
  return said === undefined ? { inheritsFrom: parent } : { value: said || initialOf(page, longhand) };
}

/** What a box of the browser's own says that stands between a thing and what encloses it; undefined where that hands on all. */
function saidBetween(
  page: Page,
  element: PageElement,
  parent: PageElement,
  longhand: string,
): string | undefined {
  if (page.tree.isHtml[parent.index] !== 1) return undefined;
  if (comesFromAbove(page, longhand)) return undefined;
  const isSummary =
    element.tag === 'summary' && parent.children.find(({ tag }) => tag === 'summary') === element;
  return saidByOwnBox({ tag: parent.tag, isOpen: parent.attributes.has('open') }, isSummary, longhand);
}
