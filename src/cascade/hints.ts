import { presentationalHints, type PresentationalHint } from '../facts/index.js';
import type { Tree } from '../selector/index.js';
import { longhandsOf, splitShorthand } from '../value/index.js';

/** What an attribute in the markup declares, beside the rules of any sheet. */
export interface Hint {
  readonly attribute: string;
  readonly longhand: string;
  readonly value: string;
  /** Where the attribute stands: the element's row, or its table's. */
  readonly row: number;
}

const rowsOf = new Map<string, PresentationalHint[]>();
for (const row of presentationalHints) rowsOf.set(row.attribute, [...(rowsOf.get(row.attribute) ?? []), row]);

/** Those that a table has for its cells. */
const tableAttributes = [
  ...new Set(presentationalHints.flatMap(({ ofTable, attribute }) => (ofTable ? [attribute] : []))),
];

/** The presentational hints of an element (HTML Standard §15.3, SVG 2 §6.6); [] for most. */
export function hintsOf(tree: Tree, row: number): Hint[] {
  const hints: Hint[] = [];
  const collect = (from: number, name: string, isOfTable: boolean) => {
    const attributes = tree.attributes[from];
    for (const hint of rowsOf.get(name) ?? []) {
      if ((hint.ofTable ?? false) !== isOfTable || !fits(hint, tree, row)) continue;
      const value = hint.value(attributes.get(name)!.trim(), (other) => attributes.get(other));
      if (value === undefined) continue;
      for (const property of hint.properties)
        hints.push(...declared(property, value).map((one) => ({ ...one, attribute: name, row: from })));
    }
  };
  for (const name of tree.attributes[row].keys()) collect(row, name, false);
  const table = tableOf(tree, row);
  if (table !== undefined)
    for (const name of tableAttributes) if (tree.attributes[table].has(name)) collect(table, name, true);
  return hints;
}

function declared(property: string, value: string): { longhand: string; value: string }[] {
  const longhands = longhandsOf(property);
  if (longhands.length === 1) return [{ longhand: longhands[0], value }];
  const parts = splitShorthand(property, value);
  return longhands.map((longhand) => ({ longhand, value: parts?.get(longhand) ?? value }));
}

const fits = ({ tags, ofSvg }: PresentationalHint, tree: Tree, row: number): boolean =>
  Boolean(ofSvg) !== (tree.isHtml[row] === 1) && tags.test(tree.tagOf(row));

/** Whether any attribute may be a hint; a quick look that most elements end with. */
export function mayBeHinted(tree: Tree, row: number): boolean {
  for (const name of tree.attributes[row].keys())
    if (rowsOf.get(name)?.some((hint) => fits(hint, tree, row))) return true;
  return tableOf(tree, row) !== undefined;
}

/** The table that a cell stands in, where its attributes style the cells. */
function tableOf(tree: Tree, row: number): number | undefined {
  return hintedCells(tree).get(row);
}

/** By the markup's attributes: trees with states held that leave those of tables as they are share them. */
const cells = new WeakMap<Tree['attributes'], ReadonlyMap<number, number>>();

function hintedCells(tree: Tree): ReadonlyMap<number, number> {
  const { bare } = tree;
  if (bare && !tableAttributes.some((name) => bare.change.attributes.has(name)))
    return hintedCells(bare.tree);
  let found = cells.get(tree.attributes);
  if (!found) {
    const made = new Map<number, number>();
    for (let table = 0; table < tree.size; table++) {
      if (tree.tagOf(table) !== 'table') continue;
      if (!tableAttributes.some((name) => tree.attributes[table].has(name))) continue;
      // A table in a cell comes later, and has its cells for itself.
      for (let row = table + 1; row < tree.end[table]; row++)
        if (/^(td|th)$/.test(tree.tagOf(row))) made.set(row, table);
    }
    cells.set(tree.attributes, (found = made));
  }
  return found;
}
