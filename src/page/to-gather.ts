// What sheets are gathered from, and where in one of them the gatherer is.
import type { Selector } from '../selector/index.js';
import type { PageElement } from './element.js';
import type { Scope } from './style-set.js';
import type { Sheet } from './types.js';

/** Where in a sheet the gatherer is. */
export interface Place {
  readonly sheet: number;
  readonly layer: number;
  readonly condition: number;
  readonly scope?: Scope;
  readonly containers: readonly string[];
  readonly parents?: readonly Selector[];
  /** The enclosing rule's selector, its own nesting undone. */
  readonly parentText: string;
  /** Straight inside `@scope`, where declarations style its root; engines drop them in groups further in. */
  readonly isScopeBody?: boolean;
  readonly owner?: PageElement;
  readonly depth: number;
}

export interface SheetToAdd extends Omit<Sheet, 'origin'> {
  readonly owner?: PageElement;
  /** A second media query list that must hold too. */
  readonly alsoMedia?: string;
}

/** Finds an imported sheet's text by its resolved address. */
export type FindImport = (href: string) => { css: string; status: number; map?: string } | undefined;
