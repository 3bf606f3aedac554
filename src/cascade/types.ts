import type { Origin, PageElement } from '../page/index.js';
import type { Specificity } from '../selector/index.js';

/** What someone points at: an element, or a pseudo-element such as `::before` of one. */
export type Target = PageElement | { readonly element: PageElement; readonly pseudo: string };

export interface Declaration {
  readonly origin: Origin;
  /** Index into `page.sheets`; undefined for the browser's own sheet and for what stands in the markup. */
  readonly sheet?: number;
  /**
   * From 1: of the property's name in the sheet's text; for what stands in the markup, of the start tag;
   * 0 in the browser's own sheet, and where scripts built what no markup says.
   */
  readonly line: number;
  readonly column: number;
  /** As written. */
  readonly property: string;
  /** As written, without `!important`. */
  readonly value: string;
  readonly important: boolean;
}

/** The step of the cascade that put an entry below the one above it (CSS Cascade 6 §2). */
export type Criterion =
  | 'origin'
  | 'importance'
  | 'context'
  | 'style-attribute'
  | 'layer'
  | 'specificity'
  | 'scope'
  | 'order'
  | 'same-rule';

export interface Entry {
  readonly declaration: Declaration;
  /** The matching selector of the rule, as written; undefined for what stands in the markup. */
  readonly selector?: string;
  readonly specificity?: Specificity;
  /** The layer's full name; undefined outside layers. */
  readonly layer?: string;
  /** Container queries that the rule stands under, which markup alone cannot answer. */
  readonly dependsOn?: string;
  /** Why it stands below the entry above it, in plain words; undefined for the first. */
  readonly decidedBy?: string;
  readonly criterion?: Criterion;
}

/** All declarations that compete for one longhand of one target. */
export interface Contest {
  /** A longhand, physical where a flow-relative one competes with it. */
  readonly property: string;
  readonly target: Target;
  /** The winner first; [] when nobody sets the property, here or on an ancestor it is inherited from. */
  readonly entries: readonly Entry[];
  /** The ancestor whose entries these are, where the target has none and the property is inherited. */
  readonly inheritedFrom?: PageElement;
  /** The animation of the target that sets the property while it runs, over all that is not important. */
  readonly animatedBy?: Animation;
}

/** An animation that sets a property of a target (CSS Animations 1 §4). */
export interface Animation {
  /** The name of its `@keyframes`. */
  readonly name: string;
  /** Whether it goes on for ever, or keeps its last values; else it is over after its time. */
  readonly lasting: boolean;
  /** Whether nothing of what the rules say shows while it lasts, as its first and last frames set the property. */
  readonly alone: boolean;
}

export function elementOf(target: Target): PageElement {
  return 'element' in target ? target.element : target;
}

/** '' for an element. */
export function pseudoOf(target: Target): string {
  if (!('element' in target)) return '';
  return target.pseudo.startsWith('::')
    ? target.pseudo.toLowerCase()
    : `::${target.pseudo.replace(/^:/, '').toLowerCase()}`;
}
