import {
  longhandValue,
  sourceLabel,
  standingCandidates,
  valueOf,
  variablesIn,
  type Declaration,
} from '../cascade/index.js';
import type { Grade } from '../facts/index.js';
import { placeInSheet, type Page, type PageElement } from '../page/index.js';
import { hexOf, isOpaque, physicalLonghandsOf } from '../value/index.js';
import { gradesOn } from './hooks.js';

/** A value that is in use, and the declaration that most elements have it from. */
export interface UsedValue {
  readonly value: string;
  /** The properties that have it. */
  readonly properties: readonly string[];
  /** How many elements have it. */
  readonly elements: number;
  readonly declaration: Declaration;
  /** The sheet's name, or words. */
  readonly from: string;
}

/** A variable with what it feeds. */
export interface UsedVariable {
  readonly name: string;
  readonly value: string;
  readonly sheet: number;
  readonly line: number;
  readonly column: number;
  /** The setting that feeds it; undefined where none is known. */
  readonly setting?: string;
  /** How many declarations read it. */
  readonly uses: number;
}

/** What a page is made of. */
export interface Summary {
  /** By number of elements, most first. */
  readonly fonts: readonly UsedValue[];
  readonly colours: readonly UsedValue[];
  /** In order of first appearance. */
  readonly variables: readonly UsedVariable[];
  /** Selectors of single names by grade, those that most elements have first. */
  readonly hooks: Readonly<Record<Grade, readonly string[]>>;
}

const colourProperties = [
  'color',
  'background-color',
  'border-top-color',
  'border-right-color',
  'border-bottom-color',
  'border-left-color',
  'outline-color',
  'fill',
  'stroke',
];

/** Sums up a page: fonts and colours that the site's sheets bring, variables, and the names by how long they last. */
export function summarise(page: Page): Summary {
  const told = toldBy(page, ['font-family', ...colourProperties]);
  return {
    fonts: usedValues(told, ['font-family']),
    colours: usedValues(told, colourProperties),
    variables: usedVariables(page),
    hooks: namesByGrade(page),
  };
}

/** What a value hangs on beside its own property: variables, which side is the start, and containers. */
const askedBeside = /^(--.*|direction|(-webkit-)?writing-mode|container(-type|-name)?)$/i;

/** The page with those rules alone that can tell some longhands: half of a framework's are about places and sizes. */
function toldBy(page: Page, longhands: readonly string[]): Page {
  if (page.overlay) return page;
  const isTold = ({ property }: { readonly property: string }) =>
    askedBeside.test(property) || physicalLonghandsOf(property).some((name) => longhands.includes(name));
  return page.withoutBlocks(
    new Set(page.styles.blocks.filter(({ declarations }) => !declarations.some(isTold))),
  );
}

/** Values that elements have of their own, not inherited ones: those would only be counted again. */
function usedValues(page: Page, properties: readonly string[]): UsedValue[] {
  const found = new Map<
    string,
    { properties: Set<string>; elements: Set<number>; declaration: Declaration }
  >();
  for (const element of page.elements) {
    for (const property of properties) {
      const declaration = standingCandidates(page, element, property)[0]?.declaration;
      if (!declaration || declaration.origin === 'user-agent') continue;
      // Through a variable, or a shorthand that holds one, it takes the whole cascade to tell.
      const own = longhandValue(declaration, property);
      const value = plainColour(
        own === undefined || own.includes('var(') ? valueOf(page, element, property) : own,
      );
      if (value === '') continue;
      if (/^(inherit|initial|unset|revert|revert-layer|currentcolor|none)$/i.test(value)) continue;
      const known = found.get(value);
      if (known) {
        known.properties.add(property);
        known.elements.add(element.index);
      } else
        found.set(value, {
          properties: new Set([property]),
          elements: new Set([element.index]),
          declaration,
        });
    }
  }
  return [...found]
    .map(([value, { properties, elements, declaration }]) => ({
      value,
      properties: [...properties],
      elements: elements.size,
      declaration,
      from: sourceLabel(page, declaration),
    }))
    .sort((a, b) => b.elements - a.elements);
}

/** Colours in one notation, so that `#fff` and `white` count together; other values as they are. */
function plainColour(value: string): string {
  return isOpaque(value) ? (hexOf(value) ?? value) : value;
}

function usedVariables(page: Page): UsedVariable[] {
  const uses = new Map<string, number>();
  const found = new Map<string, UsedVariable>();
  for (const { declarations, sheet } of page.styles.blocks) {
    for (const { property, value, start } of declarations) {
      for (const name of variablesIn(value)) uses.set(name, (uses.get(name) ?? 0) + 1);
      if (!property.startsWith('--') || found.has(property)) continue;
      const setting = page.settings.find(({ feeds }) => feeds === property)?.setting;
      found.set(property, {
        name: property,
        value,
        sheet,
        ...placeInSheet(page.sheets[sheet], start),
        setting,
        uses: 0,
      });
    }
  }
  return [...found.values()].map((one) => ({ ...one, uses: uses.get(one.name) ?? 0 }));
}

function namesByGrade(page: Page): Record<Grade, string[]> {
  const seen = new Map<string, { grade: Grade; reach: number }>();
  // What stands inside a component is no name to the page.
  const isShown = ({ tag, host }: PageElement) =>
    host === null && !/^(html|head|meta|link|script|style|title|base)$/.test(tag);
  for (const element of page.elements.filter(isShown)) {
    for (const { selector, grade, kind, reach } of gradesOn(page, element))
      if (kind !== 'tag') seen.set(selector, { grade, reach });
  }
  const by = (wanted: Grade) =>
    [...seen]
      .filter(([, { grade }]) => grade === wanted)
      .sort(([, a], [, b]) => b.reach - a.reach)
      .map(([selector]) => selector);
  return { steady: by('steady'), doubtful: by('doubtful'), fleeting: by('fleeting') };
}
