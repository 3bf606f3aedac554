// What stands in a block, by what begins it.
import { kinds } from '../text/index.js';

/**
 * What stands in a block. Engines read declarations in it only within a style rule and straight in a scope; in all other
 * groups a semicolon is no more than what spoils the rule behind it (CSS Syntax 3 §5.4.1, Conditional Rules 3 §2).
 */
export enum Inside {
  Sheet,
  Rules,
  Declarations,
}

/** Where something is read. */
export interface Where {
  readonly inside: Inside;
  /** Whether a style rule encloses it, with no scope in between. */
  readonly isInStyle: boolean;
}

export const inSheet: Where = { inside: Inside.Sheet, isInStyle: false };
export const inStyle: Where = { inside: Inside.Declarations, isInStyle: true };
const inScope: Where = { inside: Inside.Declarations, isInStyle: false };
const inGroup: Where = { inside: Inside.Rules, isInStyle: false };

const groups = /^(media|supports|layer|container|starting-style|(-\w+-)?keyframes)$/;

/** What the block of an at-rule holds; those that hold no rules hold declarations. */
export function blockOf(name: string, { isInStyle }: Where): Where {
  if (name === 'scope') return inScope;
  return groups.test(name) && !(isInStyle && !name.endsWith('keyframes')) ? inGroup : inStyle;
}

/** What is passed over in each. */
export const ignoredIn: Readonly<Record<Inside, readonly number[]>> = {
  [Inside.Sheet]: [kinds.WhiteSpace, kinds.Comment, kinds.CDO, kinds.CDC],
  [Inside.Rules]: [kinds.WhiteSpace, kinds.Comment],
  [Inside.Declarations]: [kinds.WhiteSpace, kinds.Comment, kinds.Semicolon],
};
