import type { Selector } from '../selector/index.js';
import type { AtRule, MediaQuery, WrittenDeclaration } from '../sheet/index.js';
import type { Fault } from '../text/index.js';
import type { PageElement } from './element.js';
import { Layers } from './layers.js';
import type { Sheet } from './types.js';

/** A condition that rules stand under; it holds only while its parent does. */
export interface RuleCondition {
  readonly parent: number;
  /** undefined for one that was decided when the sheet was read. */
  readonly media?: MediaQuery;
  readonly constant?: boolean;
  readonly text: string;
  /** Where it chooses among the values of a declaration (CSS Values 5 §8). */
  readonly isOfValue?: boolean;
}

/** `@scope` (CSS Cascade 6 §2.5). Without roots it begins at the parent of the `<style>` element. */
export interface Scope {
  readonly parent?: Scope;
  readonly roots?: readonly Selector[];
  readonly rootElement?: PageElement;
  readonly limits: readonly Selector[];
}

/** One run of declarations of a style rule, with all that decides whether and how strongly it applies. */
export interface StyleBlock {
  readonly sheet: number;
  /** Number of the component in whose shadow trees it counts, in `page.components`; undefined for the document's own. */
  readonly component?: number;
  /** Order of appearance over all sheets of its tree. */
  readonly order: number;
  readonly selectors: readonly Selector[];
  readonly selectorText: string;
  /** The same with the nesting undone, to be written elsewhere; that of the scope's root for what stands in `@scope`. */
  readonly fullSelector: string;
  readonly declarations: readonly WrittenDeclaration[];
  readonly layer: number;
  readonly condition: number;
  readonly scope?: Scope;
  /** The container queries around it, outermost first; markup alone cannot answer them. */
  readonly containers: readonly string[];
  /** Offset of the rule in the sheet's text. */
  readonly start: number;
}

/** `@keyframes` (CSS Animations 1 §3): the properties that an animation of that name sets, as written, and when. */
export interface Keyframes {
  readonly name: string;
  /** By property the places of the frames that set it, from 0 to 1. */
  readonly places: ReadonlyMap<string, readonly number[]>;
  /** What it sets them to, as written. */
  readonly values: readonly string[];
  /** Whether it is one of `@-webkit-keyframes`, which give way to those without a prefix wherever they stand. */
  readonly isPrefixed: boolean;
  readonly condition: number;
}

/** An at-rule that styles no element by itself: `@font-face`, `@keyframes`, `@property` and the like. */
export interface OtherRule {
  readonly sheet: number;
  readonly rule: AtRule;
}

/** `@property` (CSS Properties and Values 1 §2). */
export interface RegisteredProperty {
  readonly name: string;
  /** Without its quotes; `*` for anything. */
  readonly syntax: string;
  readonly inherits: boolean;
  /** undefined for none. */
  readonly initial?: string;
  readonly condition: number;
}

/** What stands between the brackets of an `@function`. */
export interface FunctionParameter {
  readonly name: string;
  /** `*` for anything. */
  readonly syntax: string;
  /** What it is where nothing is given; undefined for none. */
  readonly usual?: string;
}

/** `@function` (CSS Functions and Mixins 1 §2). */
export interface AuthorFunction {
  readonly name: string;
  readonly parameters: readonly FunctionParameter[];
  /** The syntax of its result; `*` for anything. */
  readonly returns: string;
  /** What its body says of the result and of variables of its own, in order, each under a condition and container queries. */
  readonly said: readonly {
    readonly name: string;
    readonly value: string;
    readonly condition: number;
    readonly containers: readonly string[];
  }[];
  readonly condition: number;
  readonly layer: number;
}

/** The rules of all sheets of a page. */
export interface StyleSet {
  readonly sheets: readonly Sheet[];
  readonly blocks: readonly StyleBlock[];
  readonly layers: Layers;
  readonly conditions: readonly RuleCondition[];
  /** In order of appearance; of several with the same name the last one whose condition holds counts. */
  readonly keyframes: readonly Keyframes[];
  /** In order of appearance; the last one of a name whose condition holds counts. */
  readonly registered: readonly RegisteredProperty[];
  /** In order of appearance; of several with the same name the last of the highest layer counts. */
  readonly functions: readonly AuthorFunction[];
  /** In order of appearance; those of the added sheets only, as with blocks. */
  readonly otherRules: readonly OtherRule[];
  readonly faults: readonly Fault[];
  /** Where this set is another one but for one rule, which has more declarations and the same selectors. */
  readonly mends?: { readonly styles: StyleSet; readonly block: StyleBlock; readonly mended: StyleBlock };
}

const valueConditions = new WeakMap<StyleSet, readonly number[]>();

/** Numbers of the conditions that choose among the values of declarations; [] for most texts. */
export function ofValues(styles: StyleSet): readonly number[] {
  let found = valueConditions.get(styles);
  if (!found) {
    found = styles.conditions.flatMap(({ isOfValue }, number) => (isOfValue ? [number] : []));
    valueConditions.set(styles, found);
  }
  return found;
}

export const emptyStyleSet: StyleSet = {
  sheets: [],
  blocks: [],
  layers: new Layers(),
  conditions: [{ parent: -1, constant: true, text: '' }],
  keyframes: [],
  registered: [],
  functions: [],
  otherRules: [],
  faults: [],
};
