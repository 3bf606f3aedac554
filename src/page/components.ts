import type { PageElement } from './element.js';
import type { Gatherer } from './gather.js';
import type { SheetToAdd } from './to-gather.js';
import type { Markup } from './markup.js';
import { emptyStyleSet, type StyleSet } from './style-set.js';

/** The sheets of one shadow tree, in their order. */
export interface TreeSheets {
  readonly host: PageElement;
  readonly sheets: readonly SheetToAdd[];
}

/** The rules of a document and of its components. */
export interface Gathered {
  /** The document's own rules; sheets, conditions and faults of all trees. */
  readonly styles: StyleSet;
  /** The rules of shadow trees; trees with the same sheets are one component, and read once. */
  readonly components: readonly StyleSet[];
  /** By number of the tree; −1 for one without rules. */
  readonly componentOf: Int32Array;
}

/** Reads the sheets of shadow trees, behind those of the document. */
export function gatherComponents(
  { tree }: Markup,
  trees: readonly TreeSheets[],
  document: StyleSet,
  gathererFor: (base: StyleSet, number: number) => Gatherer,
): Gathered {
  const componentOf = new Int32Array(tree.roots.length).fill(-1);
  const numbers = new Map<string, number>();
  const keys = new SheetKeys();
  const components: StyleSet[] = [];
  const faults = [...document.faults];
  let { sheets, conditions } = document;
  for (const { host, sheets: own } of trees) {
    const number = tree.shadow(host.index);
    if (number < 0 || own.length === 0) continue;
    const key = keys.of(own, host);
    if (!numbers.has(key)) {
      const gatherer = gathererFor({ ...emptyStyleSet, sheets, conditions }, components.length);
      for (const sheet of own) gatherer.add(sheet);
      const read = gatherer.result;
      ({ sheets, conditions } = read);
      faults.push(...read.faults);
      numbers.set(key, components.length);
      components.push(read);
    }
    componentOf[number] = numbers.get(key)!;
  }
  return { styles: { ...document, sheets, conditions, faults }, components, componentOf };
}

/** Equal for trees whose rules are the same. Long texts are compared once. */
class SheetKeys {
  readonly #known = new Map<SheetToAdd, { readonly key: string; readonly isOfItsPlace: boolean }>();
  readonly #texts = new Map<string, number>();

  of(sheets: readonly SheetToAdd[], host: PageElement): string {
    const each = sheets.map((sheet) => this.#keyOf(sheet));
    const place = each.some(({ isOfItsPlace }) => isOfItsPlace) ? `${host.index}` : '';
    return [...each.map(({ key }) => key), place].join('\n');
  }

  #keyOf(sheet: SheetToAdd): { readonly key: string; readonly isOfItsPlace: boolean } {
    let known = this.#known.get(sheet);
    if (!known) {
      const { css, href, media, alsoMedia, status } = sheet;
      const text = this.#texts.get(css) ?? this.#texts.size;
      this.#texts.set(css, text);
      // An `@scope` without a start begins where its own `<style>` stands.
      const isOfItsPlace = /@scope\s*\{/i.test(css);
      known = { key: JSON.stringify([text, href, media, alsoMedia, status]), isOfItsPlace };
      this.#known.set(sheet, known);
    }
    return known;
  }
}
