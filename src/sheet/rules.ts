import type { TokenRange } from '../text/index.js';

/** A declaration as written, with offsets into the sheet's text. */
export interface WrittenDeclaration {
  readonly property: string;
  readonly value: string;
  readonly important: boolean;
  /** Offset of the property's name, and of the end of the value with its `!important`. */
  readonly start: number;
  readonly end: number;
}

/** What stands in a block, in order: runs of declarations, nested rules, at-rules. */
export type Content = DeclarationRun | QualifiedRule | AtRule;

export interface DeclarationRun {
  readonly kind: 'declarations';
  readonly declarations: readonly WrittenDeclaration[];
}

/** A rule with a prelude (a style rule, where the prelude is a selector). */
export interface QualifiedRule {
  readonly kind: 'rule';
  readonly prelude: string;
  /** The same as tokens of the sheet, so that it need not be split again; it begins at `start`. */
  readonly preludeTokens: TokenRange;
  readonly start: number;
  readonly end: number;
  readonly contents: readonly Content[];
}

export interface AtRule {
  readonly kind: 'at-rule';
  /** Lower case, without `@`. */
  readonly name: string;
  readonly prelude: string;
  readonly start: number;
  readonly end: number;
  /** undefined for a statement that ends in `;`. */
  readonly contents?: readonly Content[];
}

/** Something a browser drops, with the offset where it begins. */
export interface SyntaxFault {
  readonly offset: number;
  readonly message: string;
  readonly remedy: string;
}

export interface SheetSyntax {
  readonly contents: readonly Content[];
  readonly faults: readonly SyntaxFault[];
}
