import {
  computedOf,
  sourceLabel,
  specifiedFrom,
  standingCandidates,
  variablesIn,
  type Declaration,
} from '../cascade/index.js';
import type { Grade } from '../facts/index.js';
import { placeInSheet, type Page, type PageElement } from '../page/index.js';
import { parseStyleAttribute } from '../sheet/index.js';
import { colourText, computedText, hangsOnScheme, nowhere, physicalLonghandsOf } from '../value/index.js';
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
  /** What it is set to for the whole page, or where it is set first. */
  readonly value: string;
  readonly sheet: number;
  readonly line: number;
  readonly column: number;
  /** The setting that feeds it; undefined where none is known. */
  readonly setting?: string;
  /** How many declarations read it: of rules, animations and style attributes. */
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

/** What a value hangs on beside its own property: variables, which side is the start, light or dark, and containers. */
const askedBeside = /^(--.*|direction|color-scheme|(-webkit-)?writing-mode|container(-type|-name)?)$/i;

/** The page with those rules alone that can tell some longhands: half of a framework's are about places and sizes. */
function toldBy(page: Page, longhands: readonly string[]): Page {
  if (page.overlay) return page;
  const isTold = ({ property }: { readonly property: string }) =>
    askedBeside.test(property) || physicalLonghandsOf(property).some((name) => longhands.includes(name));
  return page.withoutBlocks(
    new Set(page.styles.blocks.filter(({ declarations }) => !declarations.some(isTold))),
  );
}

/** A value in use, as it is gathered. */
interface Gathered {
  readonly value: string;
  readonly properties: Set<string>;
  readonly elements: Set<number>;
  /** Which of them have it from each declaration. */
  readonly sources: Map<Declaration, Set<number>>;
}

/** Values that elements have of their own, not inherited ones: those would only be counted again. */
function usedValues(page: Page, properties: readonly string[]): UsedValue[] {
  const found = new Map<string, Gathered>();
  for (const element of page.elements) {
    for (const property of properties) {
      const standing = standingCandidates(page, element, property);
      if (standing.length === 0) continue;
      const { value, from } = specifiedFrom(page, element, property, standing);
      if (value === undefined || !from || from.origin === 'user-agent') continue;
      const shown = plain(property, value) ?? made(page, element, property, value);
      if (shown === nothing) continue;
      let known = found.get(shown.key);
      if (!known) {
        known = { value: shown.text, properties: new Set(), elements: new Set(), sources: new Map() };
        found.set(shown.key, known);
      }
      known.properties.add(property);
      known.elements.add(element.index);
      const fromThere = known.sources.get(from);
      if (fromThere) fromThere.add(element.index);
      else known.sources.set(from, new Set([element.index]));
    }
  }
  return [...found.values()]
    .map(({ value, properties, elements, sources }) => {
      const [[declaration]] = [...sources].sort(([, a], [, b]) => b.size - a.size);
      const from = sourceLabel(page, declaration);
      return { value, properties: [...properties], elements: elements.size, declaration, from };
    })
    .sort((a, b) => b.elements - a.elements);
}

/** A value as it is shown, with what is equal for equal ones: `#fff` and `white` count together. */
interface Shown {
  readonly key: string;
  readonly text: string;
}

/** What nobody sees, or what is taken from the text's colour. */
const nothing: Shown = { key: '', text: '' };

const plainOnes = new Map<string, Shown | undefined>();

/** Of a value that is the same wherever it stands; undefined for others. */
function plain(property: string, value: string): Shown | undefined {
  const isFonts = property === 'font-family';
  const key = isFonts ? `fonts ${value}` : value;
  if (!plainOnes.has(key)) plainOnes.set(key, isFonts ? fontsShown(value) : plainColour(value));
  return plainOnes.get(key);
}

const fontsShown = (value: string): Shown => ({
  key: computedText('font-family', value, nowhere),
  text: value,
});

function plainColour(value: string): Shown | undefined {
  if (/^(currentcolor|none)$/i.test(value)) return nothing;
  const digits = hangsOnScheme(value) ? undefined : colourText(value);
  return digits === undefined ? undefined : colourShown(digits);
}

/** `#rrggbbaa` without the last two where nothing shines through. */
function colourShown(digits: string): Shown {
  if (digits.endsWith('00')) return nothing;
  const text = digits.endsWith('ff') ? digits.slice(0, -2) : digits;
  return { key: text, text };
}

/** Of a colour that hangs on where it stands. */
function made(page: Page, element: PageElement, property: string, value: string): Shown {
  const computed = computedOf(page, element, property);
  const digits = colourText(computed);
  return digits === undefined ? { key: computed, text: value } : colourShown(digits);
}

function usedVariables(page: Page): UsedVariable[] {
  const { blocks, keyframes } = page.styles;
  const uses = new Map<string, number>();
  const found = new Map<string, UsedVariable>();
  const reads = (value: string) => {
    for (const name of new Set(variablesIn(value))) uses.set(name, (uses.get(name) ?? 0) + 1);
  };
  for (const { declarations, sheet } of blocks) {
    for (const { property, value, start } of declarations) {
      reads(value);
      if (!property.startsWith('--') || found.has(property)) continue;
      const setting = page.settings.find(({ feeds }) => feeds === property)?.setting;
      const standing = standingAtRoot(page, property);
      const place = standing ?? { value, sheet, ...placeInSheet(page.sheets[sheet], start) };
      found.set(property, { name: property, ...place, setting, uses: 0 });
    }
  }
  for (const { values } of keyframes) values.forEach(reads);
  for (const { attributes } of page.elements)
    for (const declaration of parseStyleAttribute(attributes.get('style') ?? '').declarations)
      reads(declaration.value);
  return [...found.values()].map((one) => ({ ...one, uses: uses.get(one.name) ?? 0 }));
}

/** What a variable is set to for the whole page, where that is; undefined where it is set on parts of it alone. */
function standingAtRoot(
  page: Page,
  name: string,
): Pick<UsedVariable, 'value' | 'sheet' | 'line' | 'column'> | undefined {
  const [root] = page.elements;
  const { value, sheet, line, column } = standingCandidates(page, root, name)[0]?.declaration ?? {};
  return value === undefined || sheet === undefined ? undefined : { value, sheet, line, column };
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
