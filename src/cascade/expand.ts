import { placeInSheet, type Page, type StyleBlock } from '../page/index.js';
import { longhandsOf, type Grammar } from '../value/index.js';
import type { Declaration } from './types.js';

/** A declaration with the longhands that it sets, for one place in its block. */
export interface Expanded {
  readonly declaration: Declaration;
  readonly longhands: readonly string[];
  readonly at: number;
}

/** Expands blocks into longhands, each block once; invalid declarations are left out. */
export class Expander {
  readonly #blocks = new WeakMap<StyleBlock, readonly Expanded[]>();

  constructor(private readonly grammar: Grammar) {}

  expand(block: StyleBlock, page: Page, isBrowsers: boolean): readonly Expanded[] {
    let expanded = this.#blocks.get(block);
    if (!expanded) this.#blocks.set(block, (expanded = this.#expandBlock(block, page, isBrowsers)));
    return expanded;
  }

  #expandBlock(block: StyleBlock, page: Page, isBrowsers: boolean): Expanded[] {
    return block.declarations.flatMap(({ property, value, important, start }, at) => {
      const longhands = longhandsOf(property);
      if (!longhands.length || (!isBrowsers && this.grammar.check(property, value))) return [];
      const declaration: Declaration = isBrowsers
        ? { origin: 'user-agent', line: 0, column: 0, property, value, important }
        : {
            origin: 'author',
            sheet: block.sheet,
            ...placeInSheet(page.sheets[block.sheet], start),
            property,
            value,
            important,
          };
      return [{ declaration, longhands, at }];
    });
  }
}
